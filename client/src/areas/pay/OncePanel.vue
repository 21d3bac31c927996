<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'

/**
 * What is given or taken once on a statement that is being made: added, pushed to the next, split, and all of it
 * undone; parts of advances.
 */
const { statement } = defineProps<{ statement: Schemas['Statement'] }>()
const emit = defineEmits<{ done: [] }>()
const settles = useSession().has('settlement_clerk')
const KINDS = [
  { value: 'earning', title: 'Pay more' },
  { value: 'reimbursement', title: 'Give back' },
  { value: 'deduction', title: 'Take' },
]
type Act = 'push' | 'pull' | 'unite' | 'withdraw'
const open = ref(false)
const typed = ref({ kind: 'deduction', label: '', note: '', amount: '', fee: '', parts: '1' })
const busy = ref('')
const trouble = ref<Problem>()
const draft = computed(() => statement.status === 'draft')
const ready = computed(
  () =>
    typed.value.label.trim() &&
    parseDollars(typed.value.amount) &&
    (!typed.value.fee.trim() || parseDollars(typed.value.fee)) &&
    /^\d{1,2}$/.test(typed.value.parts),
)
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)

async function run(name: string, call: Promise<{ error?: unknown; data?: unknown }>) {
  busy.value = name
  const answer = await ask(call as Promise<{ data?: object; error?: unknown }>)
  busy.value = ''
  trouble.value = answer.problem
  if (!answer.problem) emit('done')
  return !answer.problem
}
const act = (one: number, what: Act) =>
  run(
    `${what} ${one}`,
    api.POST(`/api/one-time/{id}/${what}`, { params: { path: { id: one } }, body: { key: newKey() } }),
  )
const split = (one: number) =>
  run(
    `split ${one}`,
    api.POST('/api/one-time/{id}/split', {
      params: { path: { id: one } },
      body: { key: newKey(), parts: 2 },
    }),
  )
const push = (one: number, pushed: boolean) =>
  run(
    `advance ${one}`,
    api.POST('/api/advances/{id}/push', {
      params: { path: { id: one } },
      body: { key: newKey(), statement_id: statement.id, pushed },
    }),
  )
async function give() {
  const { kind, label, note, amount, fee, parts } = typed.value
  if (
    await run(
      'give',
      api.POST('/api/one-time', {
        body: {
          key: newKey(),
          driver_ids: [statement.driver.id],
          kind: kind as 'earning',
          label: label.trim(),
          note: note.trim(),
          amount: parseDollars(amount) ?? '',
          ...(fee.trim() ? { fee_percent: parseDollars(fee) ?? '' } : {}),
          parts: Number(parts),
          due_on: statement.from,
        },
      }),
    )
  ) {
    open.value = false
    typed.value = { kind: 'deduction', label: '', note: '', amount: '', fee: '', parts: '1' }
  }
}
</script>

<template>
  <section v-if="draft && settles" class="panel pad" aria-label="Once">
    <div class="spread">
      <h2>Once, and advances</h2>
      <v-btn v-if="!open" size="small" variant="tonal" @click="open = true">Give or take once</v-btn>
    </div>
    <form v-if="open" class="form" @submit.prevent="give">
      <v-select v-model="typed.kind" label="What" :items="KINDS" /><v-text-field
        v-model="typed.label"
        autofocus
        label="Name on the statement"
        :error-messages="at('label')"
      /><amount-field v-model="typed.amount" label="Dollars" :error-messages="at('amount')" /><amount-field
        v-model="typed.fee"
        label="Fee, %"
      /><v-text-field
        v-model="typed.parts"
        label="Statements"
        inputmode="numeric"
        :error-messages="at('parts')"
      /><v-text-field v-model="typed.note" class="wide" label="Note for the accountant" />
      <div class="row justify-end wide">
        <v-btn variant="text" @click="open = false">Leave it</v-btn
        ><v-btn type="submit" color="primary" :disabled="!ready" :loading="busy === 'give'"
          >Put it on the statement</v-btn
        >
      </div>
    </form>
    <v-alert v-if="trouble && !trouble.path" type="error" class="mt-2">{{ trouble.message }}</v-alert>
    <ul class="rows">
      <li v-for="one in statement.pending" :key="one.id" class="spread wrap">
        <span
          >{{ one.label }} <strong>{{ showDollars(one.amount) }}</strong><span class="quiet small"
            ><template v-if="one.parts > 1"> one of {{ one.parts }} parts</template> {{ one.note }}</span
          ></span
        ><span class="row wrap"
          ><v-btn
            size="small"
            variant="text"
            :loading="busy === `push ${one.id}`"
            @click="act(one.id, 'push')"
            >Move to the next statement</v-btn
          ><v-btn size="small" variant="text" @click="split(one.id)">Split in two</v-btn
          ><v-btn v-if="one.parts > 1" size="small" variant="text" @click="act(one.id, 'unite')"
            >All on this statement</v-btn
          ><v-btn size="small" variant="text" @click="act(one.id, 'withdraw')">Take it back</v-btn></span
        >
      </li>
      <li v-for="one in statement.pushed" :key="one.id" class="spread wrap">
        <span class="quiet"
          >{{ one.label }} {{ showDollars(one.amount) }}, pushed to {{ showDay(one.due_on) }}</span
        ><v-btn size="small" variant="text" @click="act(one.id, 'pull')">Move to this statement</v-btn>
      </li>
      <li v-for="one in statement.advances" :key="`a${one.id}`" class="spread wrap">
        <span
          >Advance, {{ one.label }}: {{ showDollars(one.principal)
          }}<span class="quiet small">, {{ one.taken }} of {{ one.installments }} parts taken</span></span
        ><v-btn
          size="small"
          variant="text"
          :loading="busy === `advance ${one.id}`"
          @click="push(one.id, !one.pushed)"
          >{{ one.pushed ? 'Take this part after all' : 'Nothing this time' }}</v-btn
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
.wrap {
  flex-wrap: wrap;
}
.rows {
  list-style: none;
  padding: 0;
}
.form {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 0.5rem;
  margin: 0.6rem 0;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 800px) {
  .form {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
