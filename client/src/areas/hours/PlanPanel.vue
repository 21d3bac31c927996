<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import FitMark from '@/shared/FitMark.vue'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleFor } from '@/shared/ribbon/scale'
import { useSession } from '@/shared/session'
import { showTime, showWindow } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import TimeField from '@/shared/typed/TimeField.vue'

/** The best legal schedule of what is left of a load, against its appointments; another driver or start can be tried. */
const {
  loadId,
  crewed,
  stops,
  version,
  tripId = undefined,
} = defineProps<{
  loadId: number
  crewed: boolean
  stops: Schemas['Load']['stops']
  version: number
  tripId?: number | undefined
}>()
const session = useSession()
const trying = ref(!crewed)
const driver = ref<number | null>(null)
const typedStart = ref('')
const split = ref(false)
const start = ref<number>()
const asked = computed(() => ({
  loadId,
  version,
  tripId,
  driver: trying.value ? driver.value : null,
  start: trying.value ? start.value : undefined,
  split: split.value,
}))

async function plan(of: typeof asked.value) {
  return ask(
    api.GET('/api/loads/{id}/plan', {
      params: {
        path: { id: of.loadId },
        query: {
          ...(of.tripId && !of.driver ? { trip_id: of.tripId } : {}),
          ...(of.driver ? { driver_id: of.driver } : {}),
          ...(of.start ? { start: new Date(of.start).toISOString() } : {}),
          split: of.split,
        },
      },
    }),
  )
}
const { data, problem, load } = useFetched(
  asked,
  plan,
  change => change.kind === 'hours' || (change.kind === 'load' && change.id === loadId),
)
const { data: fleet } = useFetched(
  () => trying.value,
  async wanted => (wanted ? ask(api.GET('/api/hours', { params: { query: {} } })) : NOTHING),
)
const drivers = computed(() =>
  (fleet.value?.rows ?? []).map(row => ({
    value: row.id,
    title: row.name,
    subtitle:
      row.trouble ?? `${showMinutes(row.left_today_minutes)} left${row.trip ? `, on ${row.trip.load}` : ''}`,
  })),
)
const nobody = computed(() => problem.value?.code === 'no_driver')

const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const now = computed(() => (data.value ? Date.parse(data.value.as_of) : session.now()))
const scale = computed(() =>
  scaleFor(
    [
      now.value - 6 * 3_600_000,
      ...(data.value?.schedule ?? []).map(({ to }) => Date.parse(to)),
      ...stops.flatMap(({ from, to }) => [from, to]).flatMap(iso => (iso ? [Date.parse(iso)] : [])),
    ],
    Math.max(width.value, 100),
    data.value?.zone ?? session.zone,
  ),
)
const left = computed(() => data.value?.stops ?? [])
const shared = computed(() => new Set(left.value.flatMap(({ load }) => load || [])).size > 1)
</script>

<template>
  <section class="panel pad" aria-label="Hours">
    <div class="spread">
      <h2>Hours: can it be done legally?</h2>
      <v-btn v-if="crewed" size="small" variant="tonal" @click="trying = !trying">{{
        trying ? 'Back to the crew' : 'Try another driver or start'
      }}</v-btn>
    </div>
    <form v-if="trying" class="try" @submit.prevent>
      <v-autocomplete v-model="driver" :items="drivers" :item-props="true" label="Whom to try" clearable />
      <time-field v-model="typedStart" v-model:at="start" label="Rests until (tmrw 5a)" clearable />
      <v-checkbox v-model="split" label="May split rests" />
    </form>
    <p v-if="nobody" class="quiet">
      Nobody has this load yet: choose whom to try. Nothing is saved by trying.
    </p>
    <waiting v-else v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <p class="row wrap verdict">
        <fit-mark :verdict="found.verdict" /><span
          ><strong>{{ found.driver.name }}</strong
          ><template v-if="found.partner">
            and <strong>{{ found.partner.name }}</strong></template
          ><template v-if="found.finish_at"
            >, done {{ showTime(found.finish_at, found.zone) }}</template
          ></span
        >
      </p>
      <ul class="reasons">
        <li v-for="reason in found.reasons" :key="reason.code + reason.text">{{ reason.text }}</li>
      </ul>
      <div ref="strip" class="strip">
        <duty-ruler :scale="scale" :now="now" />
        <p v-if="found.partner" class="small quiet whose">{{ found.driver.name }}</p>
        <duty-ribbon
          :recorded="found.recorded"
          :planned="found.schedule"
          :left="0"
          :now="now"
          :scale="scale"
          :zone="found.zone"
          :height="28"
        /><template v-if="found.partner"
          ><p class="small quiet whose">{{ found.partner.name }}</p>
          <duty-ribbon
            :recorded="found.partner_recorded"
            :planned="found.partner_schedule"
            :left="0"
            :now="now"
            :scale="scale"
            :zone="found.zone"
            :height="28"
        /></template>
        <svg :width="scale.x(scale.to)" height="18" aria-hidden="true">
          <g v-for="(stop, i) in left" :key="i">
            <path
              v-if="stop.from ?? stop.to"
              class="promise"
              :d="`M${scale.x(Date.parse((stop.from ?? stop.to)!)) + 4} 2h-4v12h4M${Math.max(scale.x(Date.parse((stop.to ?? stop.from)!)), scale.x(Date.parse((stop.from ?? stop.to)!)) + 6) - 4} 2h4v12h-4`"
            >
              <title>appointment {{ stop.name }}: {{ showWindow(stop.from, stop.to, stop.zone) }}</title>
            </path>
          </g>
        </svg>
      </div>
      <table v-if="found.stops.length" class="ledger">
        <thead>
          <tr>
            <th>Stop</th>
            <th>Appointment</th>
            <th>Arrives</th>
            <th>Begins</th>
            <th class="figure">To spare</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(stop, i) in found.stops" :key="i">
            <td>
              {{ stop.name }}<span v-if="shared && stop.load" class="small quiet">{{ ` ${stop.load}` }}</span>
            </td>
            <td>{{ showWindow(stop.from, stop.to, stop.zone) }}</td>
            <td>{{ showTime(stop.arrive_at, stop.zone) }}</td>
            <td>{{ showTime(stop.start_at, stop.zone) }}</td>
            <td class="figure">
              <strong v-if="stop.late_minutes" class="late">{{ showMinutes(stop.late_minutes) }} late</strong
              ><template v-else-if="stop.slack_minutes !== null">{{
                showMinutes(stop.slack_minutes)
              }}</template>
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.try {
  display: grid;
  grid-template-columns: 1.4fr 1fr auto;
  gap: 0.6rem;
  align-items: center;
  margin: 0.4rem 0;
}
.verdict {
  margin: 0.3rem 0;
}
.reasons {
  margin: 0 0 0.5rem;
  padding-left: 1.15rem;
}
.strip {
  overflow: hidden;
  margin-bottom: 0.3rem;
}
.whose {
  line-height: 1.2;
  margin: 0.15rem 0 0;
}
.promise {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2;
}
.late {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 700px) {
  .try {
    grid-template-columns: 1fr;
  }
}
</style>
