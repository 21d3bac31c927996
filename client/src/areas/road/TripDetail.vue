<script setup lang="ts">
import { useTitle } from '@/shared/useTitle'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { showDollars, showMinutes } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import AskPanel from './AskPanel.vue'
import DetentionClaim from './DetentionClaim.vue'
import DiaryList from './DiaryList.vue'
import TellStep from './TellStep.vue'
import ThreadPanel from './ThreadPanel.vue'
import TripStops from './TripStops.vue'
import { heard, ASKING } from './words'

/** One trip under way: its stops against promise, what does not go together, detention, the acts, and its diary. */
const { tripId, trip } = defineProps<{ tripId: number; trip: Schemas['RoadTrip'] | undefined }>()
const session = useSession()
const dispatches = session.has('dispatcher')
useTitle(() => diary.value?.trip.number)
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
const panel = ref<'message' | 'tell' | 'ask'>()
const asked = ref(false)
const { busy, trouble: refused, act } = useAct<Schemas['Diary']>(put)
const params = computed(() => ({ path: { id: tripId } }))
async function askNow(body = '') {
  asked.value = await act(key =>
    api.POST('/api/trips/{id}/ask', { params: params.value, body: { key, ...(body ? { body } : {}) } }),
  )
  if (asked.value && panel.value === 'ask') panel.value = undefined
}
async function tell(body: Schemas['CheckInInput']) {
  if (await act(() => api.POST('/api/trips/{id}/check-ins', { params: params.value, body })))
    panel.value = undefined
}
const settle = (id: number, drop: boolean) =>
  act(key =>
    api.POST('/api/detention/{id}', {
      params: { path: { id } },
      body: { key, ...(drop ? { drop, why: 'Not charged to this customer' } : {}) },
    }),
  )
const right = (corrects: string, done_at: string, note: string) =>
  act(key =>
    api.POST('/api/trips/{id}/check-ins', {
      params: params.value,
      body: { key, kind: 'corrected', corrects, done_at, note },
    }),
  )
const open = computed(() => ['sent', 'accepted', 'rolling'].includes(diary.value?.trip.status ?? ''))
useKeys([
  {
    key: 'a',
    label: 'Ask for a check-in',
    asks: 'Text the driver to ask where he is?',
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
          <span class="small quiet">{{ found.trip.number }}, {{ found.trip.status }}</span>
        </div>
        <p v-if="trip" class="small">
          <span :class="{ late: trip.silent }">{{ heard(trip, session.now()) }}</span>
          • {{ ASKING[trip.asking] }} • {{ trip.units }}
        </p>
        <p v-if="trip?.because" class="small warn">{{ trip.because }}</p>
        <trip-stops :stops="found.stops" />
        <ul v-if="found.findings.length" class="warn small">
          <li v-for="finding in found.findings" :key="finding.text">{{ finding.text }}</li>
        </ul>
        <p v-if="trip?.standing" class="small">
          At {{ trip.standing.stop }}:
          <template v-if="trip.standing.minutes > 0"
            ><strong class="late"
              >{{ showMinutes(trip.standing.minutes) }} beyond the free time,
              {{ showDollars(trip.standing.charge) }} so far</strong
            ></template
          ><template v-else>free until {{ showTime(trip.standing.free_until, found.trip.zone) }}</template>
        </p>
        <detention-claim
          v-for="claim in found.detention"
          :key="claim.id"
          :claim="claim"
          :may-settle="dispatches"
          :busy="busy"
          @settle="drop => settle(claim.id, drop)"
        />
        <p v-for="alert in trip?.alerts ?? []" :key="alert.at + alert.stop" class="small quiet">
          {{ showTime(alert.at, found.trip.zone) }}: {{ showMinutes(alert.minutes) }} late at
          {{ alert.stop }}. Told
          {{ alert.told.join(', ') || 'nobody: no dispatcher looks after this driver' }}
        </p>
        <div v-if="dispatches" class="row acts">
          <v-btn v-if="open" size="small" color="primary" :loading="busy" @click="askNow()"
            >Ask for a check-in</v-btn
          >
          <v-btn v-if="open" size="small" variant="tonal" @click="panel = panel === 'ask' ? undefined : 'ask'"
            >Ask in own words</v-btn
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
        <ask-panel
          v-if="panel === 'ask'"
          :trip-id="tripId"
          :busy="busy"
          @ask="askNow"
          @close="panel = undefined"
        />
        <tell-step v-if="panel === 'tell'" :diary="found" :busy="busy" @tell="tell" />
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
