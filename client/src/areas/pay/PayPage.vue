<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import ViewTabs from '@/shared/ViewTabs.vue'
import Waiting from '@/shared/Waiting.vue'
import CardsPanel from './CardsPanel.vue'
import DeductionsView from './DeductionsView.vue'
import OnceView from './OnceView.vue'
import EscrowView from './EscrowView.vue'
import PaySettings from './PaySettings.vue'
import ReceiptsPanel from './ReceiptsPanel.vue'
import RunPanel from './RunPanel.vue'
import WaitingChanges from './WaitingChanges.vue'
import { RUN } from './words'

/** Pay runs, receipts and cards, deductions of every period, escrow, the rules of pay. */
const VIEWS = [
  ['runs', 'Pay runs'],
  ['desk', 'Receipts and cards'],
  ['deductions', 'Deductions'],
  ['once', 'Once'],
  ['escrow', 'Escrow'],
  ['rules', 'Rules'],
] as const
const route = useRoute()
const router = useRouter()
const session = useSession()
const settles = session.has('settlement_clerk')
const view = computed(() =>
  route.params.id ? 'runs' : (VIEWS.map(([name]) => name).find(name => name === route.query.view) ?? 'runs'),
)
const selected = computed(() => (route.params.id ? Number(route.params.id) : undefined))
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/pay-runs')),
  change => change.kind === 'pay_run',
)

const { data: settings, load: again } = useFetched(
  () => data.value?.length,
  () => ask<Schemas['PaySettings']>(api.GET('/api/pay-settings')),
  change => change.kind === 'company',
)
const next = computed(() => settings.value?.next)
const trouble = ref<Problem>()
let key = newKey()
async function open() {
  if (!next.value) return
  const answer = await ask(api.POST('/api/pay-runs', { body: { key, ...next.value } }))
  trouble.value = answer.problem
  key = newKey()
  if (answer.data) {
    await Promise.all([load(), again()])
    await router.push(`/pay/${answer.data.id}`)
  }
}
</script>

<template>
  <div class="stack">
    <view-tabs
      :views="VIEWS"
      :view="view"
      @choose="name => router.push(name === 'runs' ? '/pay' : { path: '/pay', query: { view: name } })"
    />
    <waiting-changes />
    <deductions-view v-if="view === 'deductions'" />
    <div v-else-if="view === 'desk'" class="stack">
      <h1 class="sr-only">Receipts and cards</h1>
      <receipts-panel /><cards-panel />
    </div>
    <once-view v-else-if="view === 'once'" />
    <escrow-view v-else-if="view === 'escrow'" />
    <pay-settings v-else-if="view === 'rules'" />
    <div v-else class="pay">
      <section class="panel list" aria-label="Pay runs">
        <div class="pad">
          <h1 class="sr-only">Pay runs</h1>
          <template v-if="settles && next"
            ><v-btn color="primary" block @click="open"
              >Open {{ showDay(next.from) }} – {{ showDay(next.to) }}</v-btn
            ><v-alert v-if="trouble" type="error" class="mt-2">{{ trouble.message }}</v-alert></template
          >
        </div>
        <waiting
          v-slot="{ data: runs }"
          :data="data"
          :problem="problem"
          :empty="data?.length === 0"
          @again="load"
        >
          <ol class="runs">
            <li v-for="run in runs" :key="run.id">
              <router-link :to="`/pay/${run.id}`" :aria-current="run.id === selected ? 'true' : undefined">
                <span class="spread"
                  ><strong>{{ showDay(run.from) }} – {{ showDay(run.to) }}</strong></span
                >
                <span class="spread small"
                  ><span
                    >{{ RUN[run.status]
                    }}<template v-if="run.status !== 'draft'">
                      by {{ run.paid_by ?? run.approved_by }}</template
                    ></span
                  ><span class="figure">{{ showDollars(run.net) }}</span></span
                ></router-link
              >
            </li>
          </ol>
        </waiting>
        <p v-if="data?.length === 0" class="pad">No pay run yet. Open the one of this week.</p>
      </section>
      <run-panel v-if="selected" :id="selected" :key="selected" />
      <p v-else class="quiet pa-6">Pick a pay run, or open the next one.</p>
    </div>
  </div>
</template>

<style scoped>
.pay {
  display: grid;
  grid-template-columns: minmax(15rem, 18rem) minmax(0, 1fr);
  gap: 0.9rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.runs {
  list-style: none;
  margin: 0;
  padding: 0;
}
.runs a:not(.v-btn):not(.v-list-item) {
  display: block;
  padding: 0.5rem 0.9rem;
  border-top: 1px solid rgb(var(--v-theme-line));
  border-left: 4px solid transparent;
  color: inherit;
  text-decoration: none;
}
.runs a:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.runs a[aria-current] {
  border-left-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface-variant), 0.8);
}
@media (max-width: 900px) {
  .pay {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
