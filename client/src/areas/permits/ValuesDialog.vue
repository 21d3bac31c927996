<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars, parseInches, parsePounds } from '@/shared/measure'
import { called, KNOWN, PART, show } from './values'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What a state's verdicts rest on: each value, how it is known, who last checked it; put right with its source. */
const { jurisdiction } = defineProps<{ jurisdiction: string }>()
const emit = defineEmits<{ close: []; changed: [] }>()
type Value = Schemas['JurisdictionValue']
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

/** A number is put right; anything is said to be right as it is. */
const correctable = (one: Value) =>
  mayCorrect.value && one.part !== 'curfews' && (one.in_dollars || (one.part !== 'travel' && measured(one)))
const measured = ({ value, words }: Value) => typeof value === 'number' || (value === null && !words)
const confirmable = (one: Value) => mayCorrect.value && one.known_by !== 'published'
function edit(one: Value) {
  editing.value = one
  typed.value = one.value === null ? '' : show(one).replace(/^over /, '')
  asItIs.value = false
  source.value = one.checked_by ? (one.source ?? '') : ''
  trouble.value = undefined
}
const asItIs = ref(false)
function confirm(one: Value) {
  edit(one)
  asItIs.value = true
}
/** What is typed, as it is sent: a size, a weight, a count, or dollars. */
const read = computed(() => {
  const one = editing.value
  if (!one || asItIs.value) return null
  if (one.in_dollars) return parseDollars(typed.value)
  const name = one.part === 'escorts' ? 'width_in' : one.name
  if (!typed.value.trim()) return one.words ? undefined : null
  if (name.endsWith('_in')) return parseInches(typed.value)
  if (name.endsWith('_lb')) return parsePounds(typed.value)
  return /^\d+$/.test(typed.value.trim()) ? Number(typed.value) : undefined
})
function said(one: Value) {
  if (asItIs.value) return { as_it_is: true }
  return one.in_dollars ? { amount: String(read.value) } : { value: read.value as number | null }
}
async function save() {
  const one = editing.value
  if (!one || read.value === undefined) return
  busy.value = true
  const answer = await ask(
    api.PUT('/api/permits/values', {
      body: {
        jurisdiction,
        part: one.part,
        name: one.name,
        source: source.value.trim(),
        ...said(one),
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
                <td>{{ called(one) }}</td>
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
                    :aria-label="`Correct ${PART[one.part]} ${called(one)}`"
                    @click="edit(one)"
                    >Correct</v-btn
                  ><v-btn
                    v-if="confirmable(one)"
                    size="x-small"
                    variant="text"
                    :aria-label="`It is right: ${PART[one.part]} ${called(one)}`"
                    @click="confirm(one)"
                    >It is right</v-btn
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <form v-if="editing" class="edit" @submit.prevent="save">
          <p v-if="asItIs" class="right">
            <strong>{{ PART[editing.part] }}, {{ called(editing) }}</strong
            >: {{ show(editing) }} is right.
          </p>
          <v-text-field
            v-else
            v-model="typed"
            autofocus
            :label="`${PART[editing.part]}, ${called(editing)}`"
            :hint="editing.words ? '' : 'Empty: no such limit'"
            :error-messages="read === undefined ? ['Not understood'] : []"
          /><v-text-field
            v-model="source"
            :autofocus="asItIs"
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
