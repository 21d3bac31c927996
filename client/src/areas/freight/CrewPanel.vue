<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import FitMark from '@/shared/FitMark.vue'
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

/** The tractor and trailer that the driver had last come by themselves; both can be changed. */
function choose(id: number | null) {
  driver.value = id
  const chosen = data.value?.drivers.find(choice => choice.id === id)
  const free = (choices: Schemas['Choice'][] | undefined, unit: number | null | undefined) =>
    choices?.find(choice => choice.id === unit && !choice.taken_by)?.id ?? null
  tractor.value = free(data.value?.tractors, chosen?.last_tractor_id)
  trailer.value = free(data.value?.trailers, chosen?.last_trailer_id)
}

// Whether the driver can do it legally is said before the load is given.
const { data: plan } = useFetched(driver, async id =>
  id
    ? ask(api.GET('/api/loads/{id}/plan', { params: { path: { id: loadId }, query: { driver_id: id } } }))
    : NOTHING,
)
const judged = computed(() => (plan.value?.driver.id === driver.value ? plan.value : undefined))

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
    <waiting v-slot="{ data: choices }" :data="data" :problem="problem" @again="load">
      <form class="crew" @submit.prevent="crew">
        <v-autocomplete
          :model-value="driver"
          label="Driver"
          :items="first(choices.drivers)"
          item-value="id"
          item-title="name"
          :item-props="props"
          autofocus
          @update:model-value="choose"
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
          v-model="tractor"
          label="Tractor"
          :items="first(choices.tractors)"
          item-value="id"
          item-title="name"
          :item-props="props"
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
        <div v-if="judged && !teaming" class="judged" role="status">
          <fit-mark :verdict="judged.verdict" /><span class="small">{{
            judged.reasons.map(({ text }) => text).join(' ')
          }}</span>
        </div>
        <div class="row last">
          <v-checkbox v-if="!team" v-model="teaming" label="Team" />
          <v-btn type="submit" color="primary" :disabled="!ready" :loading="busy"
            >Give the load to this crew</v-btn
          >
        </div>
      </form>
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
.last {
  grid-column: 1 / -1;
  justify-content: flex-end;
  gap: 1rem;
}
</style>
