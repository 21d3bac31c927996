<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, sumDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import AmountField from '@/shared/typed/AmountField.vue'

/** Escrow: what is kept of whom, and its interest quarter by quarter. */
const session = useSession()
const settles = session.has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['Escrow']>(api.GET('/api/escrow')),
  change => ['pay_run', 'company', 'driver'].includes(change.kind),
)
const funds = computed(() => (data.value?.funds ?? []).filter(({ balance }) => Number(balance)))
const total = computed(() => sumDollars(funds.value.map(({ balance }) => balance)))
/** The quarters that are over and have no interest yet, latest first. */
const quarters = computed(() => {
  const today = new Date(session.now())
  const paid = (data.value?.quarters ?? []).map(({ quarter_from }) => quarter_from)
  return [1, 2, 3, 4]
    .map(back =>
      new Date(Date.UTC(today.getUTCFullYear(), Math.floor(today.getUTCMonth() / 3) * 3 - 3 * back, 1))
        .toISOString()
        .slice(0, 10),
    )
    .filter(from => !paid.includes(from))
})
const name = (from: string) =>
  `${['first', 'second', 'third', 'fourth'][Math.floor((Number(from.slice(5, 7)) - 1) / 3)]} quarter of ${from.slice(0, 4)}`
const quarter = ref<string>()
const percent = ref('')
const busy = ref(false)
const trouble = ref<Problem>()
async function pay() {
  const from = quarter.value ?? quarters.value[0]
  if (!from) return
  busy.value = true
  const answer = await ask<Schemas['Escrow']>(
    api.POST('/api/escrow/interest', {
      body: { key: newKey(), quarter_from: from, percent: percent.value.trim() },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    quarter.value = undefined
    percent.value = ''
  }
}
</script>

<template>
  <div class="two">
    <section class="panel scroll" aria-label="Escrow funds">
      <div class="pad">
        <h1>Escrow</h1>
        <p class="quiet">
          Kept for the driver, and his. The fund goes back within 45 days of the end of the lease, from the
          driver’s own page.
        </p>
      </div>
      <waiting :data="data" :problem="problem" @again="load"
        ><p v-if="!funds.length" class="pad quiet">Nothing is kept of anybody.</p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Driver</th>
              <th>Fund</th>
              <th class="figure">Kept</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in funds" :key="`${one.driver.id} ${one.deduction_id}`">
              <td>
                <router-link :to="`/pay/drivers/${one.driver.id}`">{{ one.driver.name }}</router-link>
              </td>
              <td>{{ one.label }}</td>
              <td class="figure">{{ showDollars(one.balance) }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <td>
                <strong>{{ funds.length }} funds</strong>
              </td>
              <td />
              <td class="figure">
                <strong>{{ showDollars(total) }}</strong>
              </td>
            </tr>
          </tfoot>
        </table></waiting
      >
    </section>
    <section class="panel pad" aria-label="Interest">
      <h2>Interest</h2>
      <p class="small quiet">
        At least once a quarter, at no less than the average yield of 13-week Treasury bills when the quarter
        began (49 CFR 376.12(k)), on the average of what was kept day by day.
      </p>
      <form v-if="settles && quarters.length" class="form" @submit.prevent="pay">
        <v-select
          :model-value="quarter ?? quarters[0]"
          label="For the"
          :items="quarters.map(from => ({ value: from, title: name(from) }))"
          @update:model-value="
            from => {
              quarter = from
            }
          "
        /><amount-field v-model="percent" label="Percent a year" /><v-btn
          type="submit"
          color="primary"
          :disabled="!/^\d{1,2}(\.\d{1,4})?$/.test(percent.trim())"
          :loading="busy"
          >Post it</v-btn
        >
      </form>
      <p v-if="trouble" class="wrong small">{{ trouble.message }}</p>
      <table v-if="data?.quarters.length" class="ledger mt-2">
        <thead>
          <tr>
            <th>Quarter from</th>
            <th class="figure">Percent</th>
            <th class="figure">Funds</th>
            <th class="figure">Interest</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in data.quarters" :key="`${one.quarter_from} ${one.percent}`">
            <td>{{ showDay(one.quarter_from) }}</td>
            <td class="figure">{{ one.percent }}</td>
            <td class="figure">{{ one.funds }}</td>
            <td class="figure">{{ showDollars(one.amount) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.scroll {
  overflow-x: auto;
}
.form {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  margin-top: 0.5rem;
}
.form > :deep(.v-input) {
  flex: 1 1 9rem;
}
.wrong {
  color: rgb(var(--v-theme-late));
}
tfoot td {
  border-bottom: 0;
  border-top: 2px solid rgb(var(--v-theme-line));
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
