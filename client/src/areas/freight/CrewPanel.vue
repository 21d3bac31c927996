<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { emptyWay, sentence } from '@/areas/match/words'
import UnknownHours from '@/shared/UnknownHours.vue'
import FitMark from '@/shared/FitMark.vue'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

const { loadId, team } = defineProps<{ loadId: number; team: boolean; busy: boolean }>()
const emit = defineEmits<{ crew: [chosen: Omit<Schemas['CrewInput'], 'key'>] }>()
const { data, problem, load } = useFetched(
  () => loadId,
  id => ask(api.GET('/api/loads/{id}/crew-choices', { params: { path: { id } } })),
  change => change.kind === 'load',
)

const driver = ref<number | null>(null)
const second = ref<number | null>(null)
const tractor = ref<number | null>(null)
const trailer = ref<number | null>(null)
const teaming = ref(team)
/** What suits is being asked for: a crew without it is not judged. */
const suiting = ref(false)

/** His tractor and the trailer that suits best come by themselves, as Match takes them; both can be changed. */
async function choose(id: number | null, truck: number | null = null) {
  driver.value = id
  tractor.value = truck
  trailer.value = null
  suiting.value = id !== null
  if (!id) return
  const { data: suited } = await ask<Schemas['ComparedFit']>(
    api.GET('/api/match/choice', {
      params: { query: { load_id: loadId, drivers: String(id), suggest: true } },
    }),
  )
  if (driver.value !== id) return
  suiting.value = false
  const free = (choices: Schemas['Choice'][] | undefined, unit: number | null | undefined) =>
    choices?.find(choice => choice.id === unit && !choice.taken_by)?.id ?? null
  tractor.value ??= free(data.value?.tractors, suited?.tractor?.id)
  trailer.value ??= free(data.value?.trailers, suited?.trailer?.id)
}

/** A tractor chosen first brings who drove it last, and the trailer that will then be with it. */
function chooseTractor(id: number | null) {
  tractor.value = id
  if (!id || driver.value) return
  const last = data.value?.tractors.find(choice => choice.id === id)?.last_driver_id
  const free = data.value?.drivers.find(choice => choice.id === last && !choice.taken_by)
  if (free) void choose(free.id, id)
}

// What Match says of this crew is said before the load is given.
const picked = computed(() => ({
  drivers: suiting.value
    ? []
    : [driver.value, ...(teaming.value ? [second.value] : [])].filter(id => id !== null),
  tractor: tractor.value,
  trailer: trailer.value,
}))
const { data: fit } = useFetched(picked, async ({ drivers, tractor, trailer }) =>
  drivers.length
    ? ask<Schemas['ComparedFit']>(
        api.GET('/api/match/choice', {
          params: {
            query: {
              load_id: loadId,
              drivers: drivers.join(','),
              ...(tractor ? { tractor_id: tractor } : {}),
              ...(trailer ? { trailer_id: trailer } : {}),
            },
          },
        }),
      )
    : NOTHING,
)
const judged = computed(() =>
  fit.value?.crew.driver_ids.includes(driver.value ?? 0) ? fit.value : undefined,
)
/** What stands against it, then what the plan says. */
const sentences = computed(() => [
  ...(judged.value?.reasons.map(({ text }) => text) ?? []),
  ...(judged.value?.sentences ?? []),
])

const first = (choices: Schemas['Choice'][] | undefined) =>
  [...(choices ?? [])].sort((a, b) => Number(!!a.taken_by) - Number(!!b.taken_by))
const props = (choice: Schemas['Choice']) => ({
  title: choice.name,
  subtitle: choice.taken_by ? `on ${choice.taken_by}` : choice.detail,
  disabled: !!choice.taken_by,
})
const ready = computed(() => driver.value && tractor.value && (!teaming.value || second.value))
function crew() {
  if (!driver.value || !tractor.value) return
  emit('crew', {
    driver_ids: [driver.value, ...(teaming.value && second.value ? [second.value] : [])],
    tractor_id: tractor.value,
    trailer_id: trailer.value,
  })
}
</script>

<template>
  <section class="panel pad" aria-label="Pick a crew">
    <waiting :data="data" :problem="problem" @again="load">
      <template #refused="{ problem: refused }"
        ><v-btn
          v-if="refused.code === 'stop_time_missing'"
          class="mt-2"
          color="primary"
          :to="`/freight/${loadId}/edit`"
          >Say the times</v-btn
        ></template
      >
      <template #default="{ data: choices }">
        <form class="crew" @submit.prevent="crew">
          <v-autocomplete
            :model-value="driver"
            label="Driver"
            :items="first(choices.drivers)"
            item-value="id"
            item-title="name"
            :item-props="props"
            autofocus
            @update:model-value="choose($event)"
          />
          <v-autocomplete
            v-if="teaming"
            v-model="second"
            label="Second driver"
            :items="first(choices.drivers).filter(choice => choice.id !== driver)"
            item-value="id"
            item-title="name"
            :item-props="props"
          />
          <v-autocomplete
            :model-value="tractor"
            label="Tractor"
            :items="first(choices.tractors)"
            item-value="id"
            item-title="name"
            :item-props="props"
            @update:model-value="chooseTractor"
          />
          <v-autocomplete
            v-model="trailer"
            label="Trailer"
            clearable
            :items="first(choices.trailers)"
            item-value="id"
            item-title="name"
            :item-props="props"
          />
          <div v-if="judged" class="judged" role="status">
            <fit-mark :verdict="judged.verdict" />
            <ul class="small">
              <li v-for="said in sentences" :key="said">{{ said }}</li>
              <li class="quiet">
                Free {{ showTime(judged.begins_at, judged.crew.zone) }} in {{ judged.crew.place
                }}{{ judged.crew.after_load ? `, after ${judged.crew.after_load}` : '' }};
                {{ emptyWay(judged) }}
              </li>
              <li v-if="judged.reasons.some(({ code }) => code === 'hours_unknown')">
                <unknown-hours :drivers="judged.crew.driver_ids" />
              </li>
              <li v-if="judged.gross" class="quiet">{{ sentence(judged.gross) }}</li>
            </ul>
          </div>
          <div class="row last">
            <v-checkbox v-if="!team" v-model="teaming" label="Team" />
            <v-btn type="submit" color="primary" :disabled="!ready" :loading="busy"
              >Give the load to this crew</v-btn
            >
          </div>
        </form></template
      >
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.crew {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.6rem;
  align-items: center;
}
.judged {
  grid-column: 1 / -1;
  display: flex;
  gap: 0.75rem;
  align-items: baseline;
}
.judged ul {
  margin: 0;
  padding-left: 1rem;
}
.last {
  grid-column: 1 / -1;
  justify-content: flex-end;
  gap: 1rem;
}
</style>
