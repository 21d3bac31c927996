<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { asksUnit, parseInches, parsePounds, showInches, showPounds } from '@/shared/measure'
import SizeField from '@/shared/typed/SizeField.vue'
import { KIND } from './words'

/** A few questions that lead to a kind of permit, each with why it is asked; what was answered can be answered otherwise. */
const emit = defineEmits<{ close: [] }>()
const TERM: Record<string, string> = {
  trip: 'for this one trip',
  trips: 'for several trips, where the state has one',
  year: 'for the year',
}
type Question = NonNullable<Schemas['PermitKind']['question']>
type Value = string | number | boolean
const jurisdiction = ref('ID')
const answers = ref<{ question: Question; value: Value }[]>([])
const typed = ref('')

const asked = computed(() => ({
  jurisdiction: jurisdiction.value,
  ...Object.fromEntries(answers.value.map(({ question, value }) => [question.id, value])),
}))
const { data, problem } = useFetched(asked, async body =>
  body.jurisdiction
    ? ask<Schemas['PermitKind']>(api.POST('/api/permits/kind', { body: { key: newKey(), ...body } }))
    : NOTHING,
)
// One that is answered already is gone at once, though the next is still being asked for.
const question = computed(() =>
  answers.value.some(one => one.question.id === data.value?.question?.id) ? undefined : data.value?.question,
)
watch(
  () => question.value?.id,
  () => {
    typed.value = ''
  },
)
const measure = computed(() => {
  if (question.value?.form === 'pounds') return parsePounds(typed.value)
  return asksUnit(typed.value) ? undefined : parseInches(typed.value)
})
function answer(value: Value) {
  if (question.value) answers.value = [...answers.value, { question: question.value, value }]
}
const back = (at: number) => {
  answers.value = answers.value.slice(0, at)
}
function show({ question: { form, choices }, value }: { question: Question; value: Value }) {
  if (form === 'inches') return showInches(value as number)
  if (form === 'pounds') return showPounds(value as number)
  if (form === 'yes_no') return value ? 'Yes' : 'No'
  return choices.find(choice => choice.value === String(value))?.words
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="560"
    aria-label="Which kind is needed?"
    @update:model-value="emit('close')"
    ><v-card class="pa-4 stack">
      <div class="spread">
        <h2>Which kind is needed?</h2>
        <v-select
          v-model="jurisdiction"
          class="state"
          label="State"
          :items="data?.jurisdictions ?? [jurisdiction]"
        />
      </div>
      <v-alert v-if="problem" type="error">{{ problem.message }}</v-alert>
      <dl v-if="answers.length" class="said">
        <template v-for="(one, i) in answers" :key="one.question.id"
          ><dt>{{ one.question.text }}</dt>
          <dd>
            <button type="button" class="link" :title="`Answer this otherwise`" @click="back(i)">
              {{ show(one) }}
            </button>
          </dd></template
        >
      </dl>
      <template v-if="question"
        ><h3 aria-live="polite">{{ question.text }}</h3>
        <p class="small quiet">{{ question.why }}</p>
        <form
          v-if="question.form === 'inches' || question.form === 'pounds'"
          class="row"
          @submit.prevent="measure && answer(measure)"
        >
          <v-text-field
            v-if="question.form === 'pounds'"
            :key="question.id"
            v-model="typed"
            autofocus
            label="Like 78,000 or 78k"
          /><size-field
            v-else
            :key="question.id"
            v-model="typed"
            autofocus
            label="Like 14'2&quot; or 170"
          /><v-btn type="submit" color="primary" :disabled="!measure">Next</v-btn>
        </form>
        <div v-else-if="question.form === 'yes_no'" class="row">
          <v-btn autofocus variant="tonal" @click="answer(true)">Yes</v-btn
          ><v-btn variant="tonal" @click="answer(false)">No</v-btn>
        </div>
        <div v-else class="row wrap">
          <v-btn
            v-for="choice in question.choices"
            :key="choice.value"
            variant="tonal"
            @click="answer(Number(choice.value))"
            >{{ choice.words }}</v-btn
          >
        </div></template
      >
      <div v-else-if="data?.answer" class="found" role="status">
        <p class="kind">
          {{ data.answer.kind === 'none' ? 'No permit' : (KIND[data.answer.kind] ?? data.answer.kind)
          }}<template v-if="data.answer.term">, {{ TERM[data.answer.term] }}</template>
        </p>
        <ul>
          <li v-for="one in data.answer.why" :key="one">{{ one }}</li>
        </ul>
      </div>
      <div class="row justify-end">
        <v-btn v-if="answers.length" variant="text" @click="back(0)">Start again</v-btn
        ><v-btn variant="text" @click="emit('close')">Close</v-btn>
      </div>
    </v-card></v-dialog
  >
</template>

<style scoped>
.state {
  flex: 0 0 7rem;
}
.wrap {
  flex-wrap: wrap;
}
.said {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.15rem 0.8rem;
  font-size: 0.9rem;
}
.said dt {
  color: rgb(var(--v-theme-quiet));
}
.said dd {
  margin: 0;
  text-align: right;
}
.kind {
  font-weight: 700;
  font-size: 1.15rem;
}
.found {
  border-left: 4px solid rgb(var(--v-theme-primary));
  padding-left: 0.7rem;
}
ul {
  padding-left: 1.1rem;
}
</style>
