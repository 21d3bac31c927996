<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseInches, parsePounds, showInches, showPounds } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What a state's verdicts rest on: each value, how it is known, who last checked it; put right with its source. */
const { jurisdiction } = defineProps<{ jurisdiction: string }>()
const emit = defineEmits<{ close: []; changed: [] }>()
type Value = Schemas['JurisdictionValues']['values'][number]
const PART: Record<string, string> = {
  legal: 'Legal up to',
  routine: 'Routine up to',
  permit: 'Permit',
  travel: 'Travel',
}
const NAME: Record<string, string> = {
  width_in: 'width',
  height_in: 'height',
  length_in: 'length over all',
  trailer_length_in: 'trailer length',
  front_overhang_in: 'front overhang',
  rear_overhang_in: 'rear overhang',
  gross_lb: 'gross weight',
  valid_days: 'days it is good for',
  start_ahead_days: 'days ahead it may start',
  review_hours: 'hours a review takes',
  may_change: 'what may change after',
  margin_minutes: 'minutes around daylight',
  not_on: 'days without travel',
  daylight: 'daylight only',
  weekend: 'weekends',
  holidays: 'not on holidays',
  weather: 'weather',
}
const KNOWN: Record<string, string> = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory, unsure',
  demo: 'invented for the demo',
}
const mayCorrect = useSession().has('permit_clerk', 'administrator')
const { data, problem, load, put } = useFetched(
  () => jurisdiction,
  code => ask(api.GET('/api/permits/values', { params: { query: { jurisdiction: code } } })),
)
const editing = ref<Value>()
const typed = ref('')
const source = ref('')
const busy = ref(false)
const trouble = ref<Problem>()

function show({ name, value }: Value): string {
  if (value === null || (Array.isArray(value) && !value.length)) return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number' && name.endsWith('_in')) return showInches(value)
  if (typeof value === 'number') return name.endsWith('_lb') ? showPounds(value) : String(value)
  return Array.isArray(value) ? value.join(', ').replaceAll('_', ' ') : value
}
const correctable = (one: Value) =>
  mayCorrect.value &&
  ['legal', 'routine', 'permit'].includes(one.part) &&
  (typeof one.value === 'number' || one.value === null)
function edit(one: Value) {
  editing.value = one
  typed.value = one.value === null ? '' : show(one)
  source.value = one.checked_by ? (one.source ?? '') : ''
  trouble.value = undefined
}
const read = computed(() => {
  const name = editing.value?.name ?? ''
  if (!typed.value.trim()) return null
  if (name.endsWith('_in')) return parseInches(typed.value)
  if (name.endsWith('_lb')) return parsePounds(typed.value)
  return /^\d+$/.test(typed.value.trim()) ? Number(typed.value) : undefined
})
async function save() {
  const one = editing.value
  if (!one || read.value === undefined) return
  busy.value = true
  const answer = await ask(
    api.PUT('/api/permits/values', {
      body: {
        jurisdiction,
        part: one.part as 'legal',
        name: one.name,
        value: read.value,
        source: source.value.trim(),
      },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    editing.value = undefined
    emit('changed')
  }
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="860"
    scrollable
    aria-label="What it rests on"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-4">
      <waiting v-slot="{ data: known }" :data="data" :problem="problem" @again="load">
        <h2>What {{ known.name }} asks, and how we know</h2>
        <div class="scroll" tabindex="0" role="group" aria-label="Values">
          <table class="ledger">
            <thead>
              <tr>
                <th>Of</th>
                <th>Value</th>
                <th class="figure">Is</th>
                <th>Known</th>
                <th>Checked</th>
                <th><span class="sr-only">Acts</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in known.values" :key="`${one.part} ${one.name}`">
                <td class="quiet of">{{ PART[one.part] }}</td>
                <td>{{ NAME[one.name] ?? one.name }}</td>
                <td class="figure is">{{ show(one) }}</td>
                <td>
                  {{
                    one.checked_by ? one.source : [KNOWN[one.known_by], one.source].filter(Boolean).join(': ')
                  }}
                </td>
                <td>
                  {{
                    one.checked_by
                      ? `${one.checked_by}, ${showTime(one.checked_at, 'UTC', { letters: false })}`
                      : '–'
                  }}
                </td>
                <td>
                  <v-btn
                    v-if="correctable(one)"
                    size="x-small"
                    variant="tonal"
                    :aria-label="`Correct ${PART[one.part]} ${NAME[one.name] ?? one.name}`"
                    @click="edit(one)"
                    >Correct</v-btn
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <form v-if="editing" class="edit" @submit.prevent="save">
          <v-text-field
            v-model="typed"
            autofocus
            :label="`${PART[editing.part]}, ${NAME[editing.name] ?? editing.name}`"
            hint="Empty: no such limit"
            :error-messages="read === undefined ? ['Not understood'] : []"
          /><v-text-field
            v-model="source"
            label="Where it says so"
            :error-messages="trouble?.message"
          /><v-btn
            type="submit"
            color="primary"
            :disabled="read === undefined || source.trim().length < 3"
            :loading="busy"
            >Save</v-btn
          >
        </form>
        <div class="row justify-end mt-3"><v-btn variant="text" @click="emit('close')">Close</v-btn></div>
      </waiting>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.of {
  white-space: nowrap;
}
.scroll {
  max-height: 55vh;
  overflow-y: auto;
}
.is {
  white-space: normal;
  min-width: 6rem;
}
.edit {
  display: grid;
  grid-template-columns: 1fr 1.4fr auto;
  gap: 0.5rem;
  margin-top: 0.7rem;
  align-items: start;
}
@media (max-width: 700px) {
  .edit {
    grid-template-columns: 1fr;
  }
}
</style>
