<script setup lang="ts">
import { useTitle } from '@/shared/useTitle'
import { ref, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import ApproveDialog from './ApproveDialog.vue'
import DepositPanel from './DepositPanel.vue'
import DriversTable from './DriversTable.vue'
import ItemsPanel from './ItemsPanel.vue'
import QuestionsPanel from './QuestionsPanel.vue'
import StatementsFile from './StatementsFile.vue'
import TaxesPanel from './TaxesPanel.vue'

/** A pay run: every driver's statement beside the last one; what waits and why; locked, paid, opened again; what goes out. */
const { id } = defineProps<{ id: number }>()
const session = useSession()
const settles = session.has('settlement_clerk')
const path = { params: { path: { id } } }
const { data, problem, load, put } = useFetched(
  () => id,
  run => ask(api.GET('/api/pay-runs/{id}', { params: { path: { id: run } } })),
  change => ['pay_run', 'trip', 'load', 'company', 'driver'].includes(change.kind),
)
useTitle(() => data.value && `${showDay(data.value.from)} – ${showDay(data.value.to)}`)
const sure = ref<'approve' | 'pay'>()
const reopening = ref(false)
const busy = ref(false)
const trouble = ref<Problem>()
const said = ref('')
let key = newKey()
// A run that is opened again is approved anew, though its total may be the same.
watch(
  () => [data.value?.net, data.value?.status],
  () => {
    key = newKey()
  },
)

async function act(call: Promise<{ data?: Schemas['PayRun']; error?: unknown }>) {
  busy.value = true
  const answer = await ask(call)
  busy.value = false
  sure.value = undefined
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    reopening.value = false
  } else if (answer.problem?.path !== '/why') void load()
  return !answer.problem
}
const approve = () =>
  data.value &&
  act(api.POST('/api/pay-runs/{id}/approve', { ...path, body: { key, total_net: data.value.net } }))
const pay = () => act(api.POST('/api/pay-runs/{id}/pay', { ...path, body: { key: newKey() } }))
const reopen = (why: string) =>
  act(api.POST('/api/pay-runs/{id}/reopen', { ...path, body: { key: newKey(), why } }))
const items = (input: { ids: number[]; act: 'approve' | 'hold' | 'release'; why?: string }) =>
  act(api.POST('/api/pay-runs/{id}/items', { ...path, body: { key: newKey(), ...input } }))
const answerTo = (question: number, answer: string) =>
  act(
    api.POST('/api/pay-questions/{id}/answer', {
      params: { path: { id: question } },
      body: { key: newKey(), answer },
    }),
  )
async function mail() {
  if (await act(api.POST('/api/pay-runs/{id}/mail', { ...path, body: { key: newKey() } })))
    said.value = 'The statements are on their way to every driver with an address.'
}
const OUT = [
  ['register.csv', 'Register, CSV'],
  ['register.xlsx', 'Register, XLSX'],
  ['lines.csv', 'Payroll export'],
] as const
</script>

<template>
  <article class="stack">
    <waiting v-slot="{ data: run }" :data="data" :problem="problem" @again="load">
      <header class="panel pad">
        <div class="spread wrap">
          <h1>{{ showDay(run.from) }} – {{ showDay(run.to) }}</h1>
          <div class="row wrap">
            <v-btn
              v-if="settles && run.status === 'draft' && run.rows.length"
              color="primary"
              :disabled="!!run.building"
              @click="sure = 'approve'"
              >Approve and lock</v-btn
            >
            <v-btn v-if="settles && run.status === 'approved'" variant="text" @click="reopening = true"
              >Open again</v-btn
            ><v-btn v-if="run.may_pay" color="primary" @click="sure = 'pay'">It is paid</v-btn>
          </div>
        </div>
        <p>
          <span v-if="run.status === 'draft'"
            ><strong>Draft</strong>: follows what is delivered and which papers come in<template
              v-if="run.reopened"
              >. Opened again by {{ run.reopened }}</template
            ></span
          ><span v-else-if="run.status === 'approved'"
            ><strong>Locked</strong> by {{ run.approved_by }}, {{ showTime(run.approved_at, session.zone) }},
            not paid yet<template v-if="run.why_not_paid">. {{ run.why_not_paid }}</template></span
          ><span v-else
            ><strong>Paid</strong>, {{ run.paid_by }}, {{ showTime(run.paid_at, session.zone) }}: a correction
            goes into the next run</span
          >
        </p>
        <p v-if="run.rows.length" class="out row wrap">
          <a v-for="[file, label] in OUT" :key="file" :href="`/api/pay-runs/${id}/${file}`">{{
            label
          }}</a><statements-file :id="id" /><button
            v-if="settles && run.status !== 'draft'"
            type="button"
            class="link"
            :disabled="busy || !!said"
            @click="mail"
          >
            Mail them
          </button>
        </p>
        <div v-if="run.building" class="mt-2" role="status">
          <p>
            It is being built: <strong>{{ run.building.built }} of {{ run.building.of }}</strong> statements
            are there.
          </p>
          <v-progress-linear
            :model-value="(100 * run.building.built) / Math.max(run.building.of, 1)"
            height="8"
            color="primary"
            aria-label="Statements built"
          />
        </div>
        <p v-if="said" class="small" role="status">{{ said }}</p>
        <v-alert v-if="trouble && trouble.path !== '/why'" type="error" class="mt-2">{{
          trouble.message
        }}</v-alert>
      </header>
      <questions-panel
        v-if="run.questions?.some(({ answer }) => !answer)"
        :questions="run.questions"
        :settles="settles"
        :busy="busy"
        @answer="answerTo"
      />
      <drivers-table :run="run" />
      <taxes-panel
        v-if="run.status === 'draft' && settles && run.rows.length && !run.building"
        :run="run"
        @done="put"
      />
      <deposit-panel v-if="run.status !== 'draft'" :id="id" :why-not="run.why_not_paid ?? undefined" />
      <items-panel
        v-if="run.status === 'draft' && run.items"
        :id="id"
        :run="run"
        :settles="settles"
        :busy="busy"
        :problem="trouble"
        :left="run.left ?? []"
        @act="items"
      />
      <section class="panel pad">
        <h2>Trail</h2>
        <audit-trail :id="id" kind="pay_run" />
      </section>
      <v-dialog
        :model-value="!!sure"
        max-width="440"
        :aria-label="sure === 'pay' ? 'It is paid' : 'Approve and lock'"
        @update:model-value="sure = undefined"
      >
        <approve-dialog
          v-if="sure === 'approve'"
          :run="run"
          :busy="busy"
          @close="sure = undefined"
          @approve="approve"
        />
        <v-card v-else class="pa-4"
          ><h2>{{ showDollars(run.net) }} left the bank?</h2>
          <p class="my-3">
            {{ run.rows.length }} statements. Paid cannot be undone: later corrections go into the next run.
          </p>
          <div class="row justify-end">
            <v-btn variant="text" @click="sure = undefined">Not yet</v-btn
            ><v-btn color="primary" :loading="busy" @click="pay">It is paid</v-btn>
          </div></v-card
        >
      </v-dialog>
      <reason-dialog
        :model-value="reopening"
        title="Open this run again"
        :busy="busy"
        :problem="trouble"
        @close="reopening = false"
        @reason="reopen"
      />
    </waiting>
  </article>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.out {
  gap: 0.3rem 1rem;
  margin-top: 0.4rem;
  font-size: 0.9rem;
}
</style>
