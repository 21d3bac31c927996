<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayMinutes } from '@/areas/hours/words'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime, showWindow } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import DiaryList from './DiaryList.vue'
import TellStep from './TellStep.vue'
import ThreadPanel from './ThreadPanel.vue'
import { ago, ASKING } from './words'

/** One trip under way: its stops against promise, what does not go together, detention, the acts, and its diary. */
const { tripId, trip } = defineProps<{ tripId: number; trip: Schemas['RoadTrip'] | undefined }>()
const session = useSession()
const dispatches = session.has('dispatcher')
const {
  data: diary,
  problem,
  load,
  put,
} = useFetched(
  () => tripId,
  id => ask(api.GET('/api/trips/{id}/diary', { params: { path: { id } } })),
  change => ['trip', 'load', 'message', 'position'].includes(change.kind),
)
const panel = ref<'message' | 'tell'>()
const busy = ref(false)
const refused = ref<Problem>()
const asked = ref(false)
async function take(call: Promise<{ data?: Schemas['Diary']; error?: unknown }>) {
  busy.value = true
  const answer = await ask<Schemas['Diary']>(call)
  busy.value = false
  refused.value = answer.problem
  if (answer.data) put(answer.data)
  return !answer.problem
}
async function askNow() {
  asked.value = await take(
    api.POST('/api/trips/{id}/ask', { params: { path: { id: tripId } }, body: { key: newKey() } }),
  )
}
const settle = (id: number, drop: boolean) =>
  take(
    api.POST('/api/detention/{id}', {
      params: { path: { id } },
      body: { key: newKey(), ...(drop ? { drop, why: 'Not charged to this customer' } : {}) },
    }),
  )
const right = (key: string, done_at: string, note: string) =>
  take(
    api.POST('/api/trips/{id}/check-ins', {
      params: { path: { id: tripId } },
      body: { key: newKey(), kind: 'corrected', corrects: key, done_at, note },
    }),
  )
const open = computed(() => ['sent', 'accepted', 'rolling'].includes(diary.value?.trip.state ?? ''))
useKeys([
  {
    key: 'a',
    label: 'Ask for a check-in',
    run: () => {
      if (dispatches.value && open.value) void askNow()
    },
  },
  {
    key: 'm',
    label: 'Write to the driver',
    run: () => {
      panel.value = panel.value === 'message' ? undefined : 'message'
    },
  },
])
</script>

<template>
  <article class="stack detail">
    <waiting v-slot="{ data: found }" :data="diary" :problem="problem" @again="load">
      <section class="panel pad" :aria-label="`Trip ${found.trip.number}`">
        <div class="spread">
          <h1>
            {{ found.trip.drivers }} <span class="plain">{{ found.trip.way }}</span>
          </h1>
          <span class="small quiet">{{ found.trip.number }}, {{ found.trip.state }}</span>
        </div>
        <p v-if="trip" class="small">
          <span :class="{ late: trip.silent }"
            >Last heard
            {{ [trip.heard_where, ago(trip.heard_at, session.now())].filter(Boolean).join(', ') }}</span
          >
          • {{ ASKING[trip.asking] }} • {{ trip.units }}
        </p>
        <p v-if="trip?.because" class="small warn">{{ trip.because }}</p>
        <table class="ledger stops">
          <thead>
            <tr>
              <th>Stop</th>
              <th>Promised</th>
              <th>Arrived, or foreseen</th>
              <th class="figure">Late</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="stop in found.stops" :key="stop.stop_id">
              <td>
                <strong>{{ stop.name }}</strong><br /><span class="small quiet"
                  >{{ stop.kind }}, {{ stop.town }}, {{ stop.state }}</span
                >
              </td>
              <td class="small">
                {{ stop.from || stop.to ? showWindow(stop.from, stop.to, stop.zone) : 'no time' }}
              </td>
              <td class="small">
                <template v-if="stop.arrived_at"
                  ><strong>{{ showTime(stop.arrived_at, stop.zone) }}</strong
                  ><template v-if="stop.left_at || stop.worked_at"
                    ><br />{{ stop.left_at ? 'left' : 'done' }}
                    {{ showTime((stop.left_at ?? stop.worked_at)!, stop.zone) }}</template
                  ></template
                ><template v-else-if="stop.worked_at || stop.left_at">passed</template
                ><template v-else>{{
                  stop.forecast_at ? `~ ${showTime(stop.forecast_at, stop.zone)}` : ''
                }}</template>
              </td>
              <td class="figure" :class="{ late: stop.late_minutes }">
                {{
                  stop.late_minutes
                    ? sayMinutes(stop.late_minutes)
                    : stop.chance_percent
                      ? `${stop.chance_percent}%`
                      : ''
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <ul v-if="found.findings.length" class="warn small">
          <li v-for="finding in found.findings" :key="finding.text">{{ finding.text }}</li>
        </ul>
        <p v-if="trip?.standing" class="small">
          At {{ trip.standing.stop }}:
          <template v-if="trip.standing.minutes > 0"
            ><strong class="late"
              >{{ trip.standing.minutes }} min beyond the free time,
              {{ showDollars(trip.standing.charge) }} so far</strong
            ></template
          ><template v-else>free until {{ showTime(trip.standing.free_until, found.trip.zone) }}</template>
        </p>
        <div v-for="claim in found.detention" :key="claim.id" class="claim small">
          <span
            ><strong>Detention at {{ claim.stop }}</strong
            >: {{ claim.minutes }} min beyond {{ claim.free_minutes }} free for {{ claim.customer }}.
            {{
              claim.state === 'proposed'
                ? `${showDollars(claim.charge)} to charge`
                : `${claim.state} ${showDollars(claim.charge)}, ${claim.by}`
            }}{{ claim.pay && Number(claim.pay) ? `; the driver earns ${showDollars(claim.pay)}` : '' }}</span
          >
          <span v-if="claim.state === 'proposed' && dispatches" class="row"
            ><v-btn size="small" variant="tonal" :disabled="busy" @click="settle(claim.id, false)"
              >Charge</v-btn
            ><v-btn size="small" variant="text" :disabled="busy" @click="settle(claim.id, true)"
              >Do not</v-btn
            ></span
          >
        </div>
        <p v-for="alert in trip?.alerts ?? []" :key="alert.at + alert.stop" class="small quiet">
          {{ showTime(alert.at, found.trip.zone) }}: {{ alert.minutes }} min late at {{ alert.stop }}. Told
          {{ alert.told.join(', ') || 'nobody: no dispatcher looks after this driver' }}
        </p>
        <div v-if="dispatches" class="row acts">
          <v-btn v-if="open" size="small" color="primary" :loading="busy" @click="askNow"
            >Ask for a check-in</v-btn
          >
          <v-btn size="small" variant="tonal" @click="panel = panel === 'message' ? undefined : 'message'"
            >Message</v-btn
          >
          <v-btn
            v-if="open"
            size="small"
            variant="tonal"
            @click="panel = panel === 'tell' ? undefined : 'tell'"
            >Tell a step</v-btn
          >
          <v-btn
            v-if="found.trip.load_id"
            size="small"
            variant="text"
            :to="`/freight/${found.trip.load_id}`"
            >{{ found.trip.load }}</v-btn
          >
          <v-btn size="small" variant="text" :href="`/api/trips/${tripId}/report`" target="_blank"
            >Report</v-btn
          >
          <span v-if="asked" class="small" role="status">Asked by text.</span>
        </div>
        <v-alert v-if="refused" type="error" class="mt-2">{{ refused.message }}</v-alert>
        <tell-step
          v-if="panel === 'tell'"
          :diary="found"
          :busy="busy"
          @tell="
            async body => {
              if (
                await take(api.POST('/api/trips/{id}/check-ins', { params: { path: { id: tripId } }, body }))
              )
                panel = undefined
            }
          "
        />
      </section>
      <thread-panel
        v-if="panel === 'message'"
        :driver-id="found.trip.driver_id"
        :trip-id="tripId"
        :name="found.trip.drivers"
      />
      <diary-list :diary="found" :may-right="dispatches" @right="right" />
    </waiting>
  </article>
</template>

<style scoped>
.detail {
  min-width: 0;
  max-height: calc(100vh - 106px);
  overflow-y: auto;
}
.pad {
  padding: 0.7rem 0.85rem;
}
.plain {
  font-weight: 400;
  font-size: 1.05rem;
}
h1 {
  font-size: 1.15rem;
}
.stops td {
  padding: 0.3rem 0.5rem 0.3rem 0;
}
.stops th {
  padding: 0.25rem 0.5rem 0.25rem 0;
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.warn {
  margin: 0.4rem 0 0;
  padding: 0.35rem 0.6rem 0.35rem 1.3rem;
  border-left: 4px solid rgb(var(--v-theme-tight));
  background: rgb(var(--v-theme-tight), 0.12);
}
p.warn {
  padding-left: 0.6rem;
}
.claim {
  display: flex;
  justify-content: space-between;
  gap: 0.6rem;
  align-items: center;
  margin-top: 0.4rem;
}
.acts {
  flex-wrap: wrap;
  margin-top: 0.6rem;
}
.acts a {
  font-size: 0.875rem;
}
@media (max-width: 1000px) {
  .detail {
    max-height: none;
  }
}
</style>
