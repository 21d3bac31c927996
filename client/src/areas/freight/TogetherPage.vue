<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showInches, showPounds } from '@/shared/measure'
import { showTime, showWindow } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { moveTo } from './stopNumbers'

/** Several open partials picked at once: what they come to against the trailer while they are picked, their stops numbered, and the crew. */
const router = useRouter()
const { data, problem, load } = useFetched(
  () => 0,
  () =>
    ask<Schemas['LoadPage']>(
      api.GET('/api/loads', { params: { query: { status: 'open', size: 'partial' } } }),
    ),
  change => change.kind === 'load',
)
const chosen = ref<number[]>([])
const driver = ref<number | null>(null)
const tractor = ref<number | null>(null)
const trailer = ref<number | null>(null)
const order = ref<number[]>()
watch(chosen, () => {
  order.value = undefined
})

const { data: choices } = useFetched(
  () => chosen.value[0],
  async id =>
    id
      ? ask<Schemas['CrewChoices']>(api.GET('/api/loads/{id}/crew-choices', { params: { path: { id } } }))
      : NOTHING,
)
function choose(id: number | null) {
  driver.value = id
  const one = choices.value?.drivers.find(choice => choice.id === id)
  const free = (list: Schemas['Choice'][] | undefined, unit: number | null | undefined) =>
    list?.find(choice => choice.id === unit && !choice.taken_by)?.id ?? null
  tractor.value = free(choices.value?.tractors, one?.last_tractor_id)
  trailer.value = free(choices.value?.trailers, one?.last_trailer_id)
}
const free = (list: Schemas['Choice'][] | undefined) =>
  (list ?? []).map(choice => ({
    value: choice.id,
    title: choice.name,
    props: {
      disabled: !!choice.taken_by,
      subtitle: choice.taken_by ? `on ${choice.taken_by}` : choice.detail,
    },
  }))

const { data: shown, problem: wrong } = useFetched(
  () => ({ ids: chosen.value, trailer: trailer.value, tractor: tractor.value, order: order.value }),
  async of =>
    of.ids.length > 1
      ? ask<Schemas['Together']>(
          api.GET('/api/partials/together', {
            params: {
              query: {
                load_ids: of.ids.join(','),
                ...(of.trailer ? { trailer_id: of.trailer } : {}),
                ...(of.tractor ? { tractor_id: of.tractor } : {}),
                ...(of.order ? { order: of.order.join(',') } : {}),
              },
            },
          }),
        )
      : NOTHING,
)
const total = computed(() =>
  (data.value?.rows ?? [])
    .filter(row => chosen.value.includes(row.id))
    .reduce((sum, row) => sum + Number(row.total), 0),
)
/** A stop typed another number goes there, the others close up. */
function number(from: number, field: EventTarget | null) {
  const input = field as HTMLInputElement
  const ids = shown.value?.stops.map(({ id }) => id) ?? []
  const next = /^\s*[1-9]\d*\s*$/.test(input.value) ? moveTo(ids, from, Number(input.value) - 1) : undefined
  if (next) order.value = next
  input.value = String(from + 1) // what stands there is another stop's number by then, or was none
}
const over = computed(() => shown.value?.legs.some(leg => leg.over) ?? false)
const why = ref('')
const { busy, trouble, act } = useAct<{ load_id: number }>(done => {
  void router.push(`/freight/${done.load_id}`)
})
const ready = computed(
  () =>
    chosen.value.length > 1 &&
    driver.value &&
    tractor.value &&
    trailer.value &&
    (!over.value || why.value.trim().length > 2),
)
const give = () =>
  act(key =>
    api.POST('/api/partials/together', {
      body: {
        key,
        load_ids: chosen.value,
        driver_ids: [driver.value!],
        tractor_id: tractor.value!,
        trailer_id: trailer.value,
        ...(order.value ? { order: order.value } : {}),
        ...(why.value.trim() ? { why: why.value.trim() } : {}),
      },
    }),
  )
</script>

<template>
  <form class="two" aria-label="Partials together" @submit.prevent="give">
    <section class="panel pad" aria-label="Open partials">
      <h1>Partials together</h1>
      <waiting :data="data" :problem="problem" :empty="data?.rows.length === 0" @again="load">
        <template #empty>No open partial waits.</template>
        <ul class="loads">
          <li v-for="row in data?.rows ?? []" :key="row.id">
            <label
              ><input v-model="chosen" type="checkbox" :value="row.id" /><span
                ><strong>{{ row.number }}</strong> {{ row.origin }} → {{ row.destination }}
                <span class="small quiet"
                  >{{ row.customer
                  }}{{
                    row.pickup_at && row.pickup_zone ? `, ${showTime(row.pickup_at, row.pickup_zone)}` : ''
                  }}</span
                ></span
              ></label
            >
          </li>
        </ul>
      </waiting>
    </section>
    <section class="panel pad stack" aria-label="The trip">
      <h2>{{ chosen.length < 2 ? 'Pick two or more' : `${chosen.length} loads on one trip` }}</h2>
      <p v-if="chosen.length" class="quiet">
        ${{ total.toLocaleString('en-US', { minimumFractionDigits: 2 }) }} together
      </p>
      <div v-if="chosen.length" class="crew">
        <v-autocomplete
          :model-value="driver"
          label="Driver"
          :items="free(choices?.drivers)"
          @update:model-value="choose"
        /><v-autocomplete v-model="tractor" label="Tractor" :items="free(choices?.tractors)" /><v-autocomplete
          v-model="trailer"
          label="Trailer"
          :items="free(choices?.trailers)"
        />
      </div>
      <ol v-if="shown" class="stops">
        <li v-for="(stop, i) in shown.stops" :key="stop.id">
          <input
            class="number"
            inputmode="numeric"
            :value="i + 1"
            :aria-label="`Number of ${stop.kind} ${stop.name}`"
            @change="number(i, $event.target)"
          /><span
            ><strong>{{ stop.kind }}</strong> {{ stop.name }}
            <span class="small quiet"
              >{{ stop.load }}, {{ showWindow(stop.from, stop.to, stop.zone) }}</span
            ></span
          >
          <p v-if="shown.legs[i]" class="small leg" :class="{ over: shown.legs[i]!.over }">
            {{ showPounds(shown.legs[i]!.weight_lb) || 'nothing' }} aboard{{
              shown.takes_lb ? ` of ${showPounds(shown.takes_lb)}` : ''
            }}{{ shown.legs[i]!.length_in ? `, ${showInches(shown.legs[i]!.length_in)} of deck` : '' }}
            <strong v-if="shown.legs[i]!.over">{{ shown.legs[i]!.over }}</strong>
          </p>
        </li>
      </ol>
      <v-btn v-if="order" size="small" variant="text" class="start" @click="order = undefined"
        >As proposed</v-btn
      >
      <v-text-field
        v-if="over || trouble?.path === '/why'"
        v-model="why"
        label="Why all the same? It is kept in the trail"
      />
      <v-alert v-if="trouble ?? wrong" type="error">{{ (trouble ?? wrong)?.message }}</v-alert>
      <v-btn v-if="chosen.length" type="submit" color="primary" :disabled="!ready" :loading="busy"
        >Give them to this crew</v-btn
      >
    </section>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 0.9rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.loads,
.stops {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
}
.loads label {
  display: flex;
  gap: 0.6rem;
  padding: 0.4rem 0;
  min-height: 44px;
  align-items: center;
  cursor: pointer;
}
.loads input {
  width: 20px;
  height: 20px;
  flex: none;
}
.crew {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.5rem;
}
.stops li {
  display: grid;
  grid-template-columns: 2.6rem minmax(0, 1fr);
  gap: 0.1rem 0.5rem;
  align-items: center;
  padding: 0.2rem 0;
}
.number {
  width: 2.4rem;
  min-height: 32px;
  font: inherit;
  color: inherit;
  text-align: center;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
}
.leg {
  grid-column: 2;
  margin: 0;
  color: rgb(var(--v-theme-quiet));
}
.leg.over {
  color: rgb(var(--v-theme-late));
}
.start {
  justify-self: start;
}
@media (max-width: 900px) {
  .two,
  .crew {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
