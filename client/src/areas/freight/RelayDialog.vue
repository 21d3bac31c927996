<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { computed, ref, watch } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { STOPS } from '@/shared/statuses'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import TimeField from '@/shared/typed/TimeField.vue'

/** Where, when and to whom a load goes over on its way: the places where both crews stay legal, or another of one's own. */
export interface Relay {
  after: number
  where: string
  at: string
  driver_ids: number[]
  tractor_id: number
  why?: string
}
const {
  modelValue,
  load,
  stops,
  busy,
  problem = undefined,
} = defineProps<{
  modelValue: boolean
  load: Schemas['Load']
  /** Of the trip that is cut, in order, with those of other loads that share it. */
  stops: readonly Schemas['TripStop'][]
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{ close: []; relay: [relay: Relay] }>()
const OWN = -1
const chosen = ref(0)
const {
  data: places,
  problem: placesProblem,
  load: again,
} = useFetched(
  () => modelValue,
  async open =>
    open
      ? ask<Schemas['SwapPlace'][]>(
          api.GET('/api/loads/{id}/swap-places', { params: { path: { id: load.id } } }),
        )
      : NOTHING,
)
const { data: choices } = useFetched(
  () => modelValue,
  async open =>
    open ? ask(api.GET('/api/loads/{id}/crew-choices', { params: { path: { id: load.id } } })) : NOTHING,
)
watch(places, found => {
  chosen.value = found?.length ? 0 : OWN
})

const customers = computed(() => stops.filter(stop => stop.load))
const shared = computed(() => new Set(customers.value.map(stop => stop.load)).size > 1)
const after = ref(customers.value[0]?.stop_id)
const where = ref('')
const typed = ref('')
const driver = ref<number | null>(null)
const tractor = ref<number | null>(null)
const at = ref<number>()
watch(driver, id => {
  tractor.value = choices.value?.drivers.find(one => one.id === id)?.last_tractor_id ?? tractor.value
})
/** Where the trip ends in a swap that nobody drives on from, something is left after each of its stops. */
const last = computed(() => stops.at(-1)?.kind === 'swap')
const before = computed(() =>
  customers.value.slice(0, last.value ? undefined : -1).map(stop => ({
    value: stop.stop_id,
    title: [STOPS[stop.kind], `${stop.town}, ${stop.state}`, shared.value && `of ${stop.load}`]
      .filter(Boolean)
      .join(' '),
  })),
)
const items = (list: Schemas['Choice'][] | undefined) =>
  (list ?? []).map(one => ({
    value: one.id,
    title: one.name,
    props: { subtitle: one.taken_by ? `on ${one.taken_by}` : one.detail },
  }))
const at2 = (path: string) => (problem?.path === path ? [problem.message] : [])

const relay = computed<Relay | undefined>(() => {
  const place = places.value?.[chosen.value]
  if (place)
    return {
      after: place.after,
      where: place.zip,
      at: place.at,
      driver_ids: place.driver_ids,
      tractor_id: place.tractor.id,
    }
  if (
    chosen.value !== OWN ||
    !after.value ||
    !where.value.trim() ||
    !at.value ||
    !driver.value ||
    !tractor.value
  )
    return
  return {
    after: after.value,
    where: where.value.trim(),
    at: new Date(at.value).toISOString(),
    driver_ids: [driver.value],
    tractor_id: tractor.value,
  }
})
</script>

<template>
  <v-dialog :model-value="modelValue" max-width="720" aria-label="Relay" @update:model-value="emit('close')">
    <v-card class="pa-4"
      ><form class="stack" @submit.prevent="relay && emit('relay', relay)">
        <h2>Relay {{ load.number }}: who takes over, where and when</h2>
        <p class="small quiet">
          The crew drives to the swap, the trailer goes on with the other. Both are told.<template
            v-if="shared"
          >
            What is aboard then goes over; what is picked up later is the other crew’s.</template
          >
        </p>
        <waiting :data="places" :problem="placesProblem" @again="again">
          <p v-if="!places?.length">No place was found where both stay legal and the first is not late.</p>
          <div class="places" role="radiogroup" aria-label="Where it could go over">
            <div v-for="(place, i) in places ?? []" :key="place.zip">
              <label
                ><input v-model="chosen" type="radio" name="place" :value="i" />
                <span
                  ><strong>{{ place.where }}</strong> {{ showTime(place.at, place.zone)
                  }}<span class="small quiet who"
                    >{{ place.crew }} takes over with {{ place.tractor.name }}</span
                  ></span
                >
                <span class="small end"
                  ><span>{{
                    place.deadhead_minutes
                      ? `${showMinutes(place.deadhead_minutes)} empty to get there`
                      : 'is there'
                  }}</span
                  ><strong v-if="place.late_minutes" class="late"
                    >{{ showMinutes(place.late_minutes) }} late</strong
                  ><span v-else class="quiet"
                    >on time, done
                    {{ showTime(place.finish_at, load.stops[load.stops.length - 1]!.zone) }}</span
                  ></span
                ></label
              >
            </div>
            <div>
              <label
                ><input v-model="chosen" type="radio" name="place" :value="OWN" /><span
                  >Somewhere else, or somebody else</span
                ></label
              >
            </div>
          </div>
        </waiting>
        <div v-if="chosen === OWN" class="own">
          <v-select
            v-if="before.length > 1"
            v-model="after"
            class="after"
            label="After"
            :items="before"
            :error-messages="at2('/after')"
          />
          <v-text-field v-model="where" label="Where (a ZIP, or Town, ST)" :error-messages="at2('/where')" />
          <time-field v-model="typed" v-model:at="at" label="When (tmrw 5a)" :error="at2('/at')[0]" />
          <v-autocomplete
            v-model="driver"
            label="Who takes over"
            :items="items(choices?.drivers)"
            :item-props="true"
            :error-messages="at2('/driver_ids')"
          />
          <v-autocomplete
            v-model="tractor"
            label="With tractor"
            :items="items(choices?.tractors)"
            :item-props="true"
            :error-messages="at2('/tractor_id')"
          />
        </div>
        <v-alert v-if="problem && (chosen !== OWN || problem.path === '')" type="error">{{
          problem.message
        }}</v-alert>
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="!relay">Relay the load</v-btn>
        </div>
      </form></v-card
    >
  </v-dialog>
</template>

<style scoped>
.places {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.places > div {
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
label {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 0.6rem;
  align-items: center;
  padding: 0.35rem 0.2rem;
  min-height: 40px;
  cursor: pointer;
}
input {
  width: 18px;
  height: 18px;
  accent-color: rgb(var(--v-theme-primary));
}
.who {
  display: block;
}
.end {
  display: grid;
  text-align: right;
}
.late {
  color: rgb(var(--v-theme-late));
}
.own {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.6rem;
}
.after {
  grid-column: 1 / -1;
}
@media (max-width: 600px) {
  label {
    grid-template-columns: auto 1fr;
  }
  .end {
    grid-column: 2;
    text-align: left;
  }
}
</style>
