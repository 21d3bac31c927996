<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import TimeField from '@/shared/typed/TimeField.vue'
import { STOPS } from '@/shared/statuses'

/** A stop of our own on a trip: a trailer dropped or hooked, a yard to go by. */
const { modelValue, trip, loadId } = defineProps<{
  modelValue: boolean
  trip: Schemas['Trip']
  loadId: number
}>()
const emit = defineEmits<{ close: []; added: [] }>()
const KINDS = [
  { value: 'hook', title: 'Hook a trailer' },
  { value: 'drop', title: 'Drop a trailer' },
  { value: 'yard', title: 'Go by a yard' },
] as const
const kind = ref<'hook' | 'drop' | 'yard'>('hook')
const where = ref('')
const typed = ref('')
const unit = ref<number | null>(null)
const after = ref<number | null>(trip.stops[trip.stops.length - 1]?.stop_id ?? null)
const at = ref<number>()
const stops = computed(() => [
  { value: null, title: 'First of all' },
  ...trip.stops.map(stop => ({
    value: stop.stop_id,
    title: `After ${STOPS[stop.kind]?.toLowerCase()} ${stop.town}, ${stop.state}`,
  })),
])
const { data: choices } = useFetched(
  () => modelValue,
  async open =>
    open ? ask(api.GET('/api/loads/{id}/crew-choices', { params: { path: { id: loadId } } })) : NOTHING,
)
const trailers = computed(() =>
  (choices.value?.trailers ?? []).map(one => ({
    value: one.id,
    title: one.name,
    props: { subtitle: one.taken_by && one.id !== trip.trailer?.id ? `on ${one.taken_by}` : one.detail },
  })),
)

const busy = ref(false)
const problem = ref<Problem>()
let key = newKey()
async function add() {
  busy.value = true
  const answer = await ask(
    api.POST('/api/trips/{id}/stops', {
      params: { path: { id: trip.id } },
      body: {
        key,
        kind: kind.value,
        where: where.value.trim(),
        at: at.value ? new Date(at.value).toISOString() : null,
        unit_id: kind.value === 'yard' ? null : unit.value,
        after: after.value,
      },
    }),
  )
  busy.value = false
  problem.value = answer.problem
  if (answer.problem?.code !== 'unreachable') key = newKey()
  if (!answer.problem) {
    emit('added')
    emit('close')
  }
}
const said = (path: string) => (problem.value?.path === path ? [problem.value.message] : [])
</script>

<template>
  <v-dialog
    :model-value="modelValue"
    max-width="520"
    aria-label="A stop of our own"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-4"
      ><form class="stack" @submit.prevent="add">
        <h2>A stop of our own on {{ trip.number }}</h2>
        <v-select v-model="kind" label="What" :items="KINDS" />
        <v-autocomplete
          v-if="kind !== 'yard'"
          v-model="unit"
          label="Trailer"
          :items="trailers"
          :item-props="true"
          :error-messages="said('/unit_id')"
        />
        <v-text-field v-model="where" label="Where (a ZIP, or Town, ST)" :error-messages="said('/where')" />
        <v-select v-model="after" label="When on the trip" :items="stops" :error-messages="said('/after')" />
        <time-field
          v-model="typed"
          v-model:at="at"
          label="At a time, if one is set (tmrw 5a)"
          :error="said('/at')[0]"
        />
        <v-alert
          v-if="problem && !['/unit_id', '/where', '/after', '/at'].includes(problem.path)"
          type="error"
          >{{ problem.message }}</v-alert
        >
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn
            type="submit"
            color="primary"
            :loading="busy"
            :disabled="!where.trim() || (kind !== 'yard' && !unit) || (!!typed.trim() && !at)"
            >Add the stop</v-btn
          >
        </div>
      </form></v-card
    >
  </v-dialog>
</template>
