<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Asked, Problem, Schemas } from '@/shared/api'
import { textOf } from '@/shared/bytes'

/** A sheet taken in: its columns, what it would do, what is wrong by row and column, and only then the taking. */
const {
  template,
  name,
  send,
  also = '',
  says = 'Import a CSV file',
} = defineProps<{
  template: Schemas['ImportTemplate']
  /** As the empty template's file is called. */
  name: string
  /** What else is taken beside sheets: endings of files, each with a comma before it. */
  also?: string
  says?: string
  send: (csv: string, preview: boolean) => Asked<Schemas['ImportResult']>
}>()
const emit = defineEmits<{ done: [] }>()
const csv = ref('')
const fileName = ref('')
const result = shallowRef<Schemas['ImportResult']>()
const problem = ref<Problem>()
const busy = ref(false)
watch(
  () => template.kind,
  () => {
    result.value = undefined
    problem.value = undefined
    csv.value = ''
  },
)
async function run(preview: boolean) {
  busy.value = true
  const answer = await send(csv.value, preview)
  busy.value = false
  problem.value = answer.problem
  result.value = answer.data
  if (answer.data?.done) emit('done')
}
const news = computed(() => (result.value ? result.value.added + result.value.changed : 0))
async function pick(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  fileName.value = file.name
  csv.value = textOf(await file.arrayBuffer())
  input.value = ''
  await run(true)
}
const href = (text: string) => `data:text/csv;charset=utf-8,${encodeURIComponent(text)}`
</script>

<template>
  <div class="stack">
    <div class="row wrap">
      <slot /><v-btn variant="text" :href="href(template.csv)" :download="`${name}-template.csv`"
        >Empty template</v-btn
      ><label class="file"
        >{{ says }}<input type="file" :accept="`.csv,.txt,.tsv,text/csv,text/plain${also}`" @change="pick"
      /></label>
    </div>
    <details>
      <summary class="small">The columns</summary>
      <dl class="columns small">
        <template v-for="column in template.columns" :key="column.name"
          ><dt>{{ column.name }} <span v-if="column.required" class="quiet">needed</span></dt>
          <dd>{{ column.about }}</dd></template
        >
      </dl>
    </details>
    <v-alert v-if="problem" type="error">{{ problem.message }}</v-alert>
    <template v-if="result">
      <p role="status">
        <strong>{{ fileName }}</strong>{{
          result.done
            ? ' is imported'
            : result.errors.length
              ? ' was not imported; nothing has changed'
              : news
                ? ' would be imported'
                : ' holds nothing new'
        }}: {{ result.added }} new, {{ result.changed }} changed, {{ result.unchanged }} as they are.
      </p>
      <p v-if="result.unknown.length" class="small">
        Not read, as no column here is called so: <strong>{{ result.unknown.join(', ') }}</strong>. Rename
        them in the first row if they belong here; “The columns” above says how.
      </p>
      <table v-if="result.errors.length" class="ledger">
        <thead>
          <tr>
            <th class="figure">Row</th>
            <th>Column</th>
            <th>What is wrong, and what to write</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(error, i) in result.errors.slice(0, 100)" :key="i">
            <td class="figure">{{ error.row }}</td>
            <td>{{ error.column }}</td>
            <td>{{ error.message }}</td>
          </tr>
        </tbody>
      </table>
      <div v-else-if="!result.done && news">
        <v-btn color="primary" :loading="busy" @click="run(false)"
          >Import {{ news === 1 ? 'one row' : `${news} rows` }}</v-btn
        >
      </div>
    </template>
  </div>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
}
.file {
  display: inline-flex;
  align-items: center;
  min-height: 36px;
  padding: 0 1rem;
  border-radius: 4px;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  cursor: pointer;
}
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.file:focus-within {
  outline: 2px solid var(--ring);
  outline-offset: 2px;
}
.columns {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.15rem 0.8rem;
}
dd {
  margin: 0;
}
</style>
