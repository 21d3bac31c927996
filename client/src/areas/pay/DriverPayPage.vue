<script setup lang="ts">
import { useTitle } from '@/shared/useTitle'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import AdvancesPanel from './AdvancesPanel.vue'
import BankPanel from './BankPanel.vue'
import BooksPanel from './BooksPanel.vue'
import OrdersPanel from './OrdersPanel.vue'
import PlanPanel from './PlanPanel.vue'
import { useDriverPay } from './useDriverPay'
import WaitingChanges from './WaitingChanges.vue'

/** What is kept of a driver for pay: his rates, who pays him, where it goes, orders of a court, advances, escrow, and what the books say. */
const route = useRoute()
const settles = useSession().has('settlement_clerk')
const kept = useDriverPay(computed(() => Number(route.params.id)))
const { data, busy, trouble, wrong } = kept
async function keepPlan(plan: Omit<Schemas['PayPlanInput'], 'key'>, done: () => void) {
  if (await kept.keepPlan(plan)) done()
}

useTitle(() => data.value?.driver.name)
const { data: companies } = useFetched(
  () => 0,
  () => ask<Schemas['OperatingCompany'][]>(api.GET('/api/operating-companies')),
  change => change.kind === 'company',
)
const payers = computed(() => [
  { value: null, title: 'the house' },
  ...(companies.value ?? [])
    .filter(({ retired, id }) => !retired || id === data.value?.operating_company_id)
    .map(({ id: value, name: title }) => ({ value, title })),
])
</script>

<template>
  <waiting v-slot="{ data: pay }" :data="data" :problem="kept.problem.value" @again="kept.load"
    ><div class="stack sheet">
      <h1>Pay of {{ pay.driver.name }}</h1>
      <waiting-changes :driver="pay.driver.id" />
      <plan-panel
        :plans="pay.plans"
        :settles="settles"
        :today="kept.today.value"
        :busy="busy === 'plan'"
        :problem="wrong('plan')"
        @keep="keepPlan"
      />
      <section v-if="payers.length > 1" class="panel pad" aria-label="Operating company">
        <h2>Paid by</h2>
        <v-select
          class="payer"
          :model-value="pay.operating_company_id"
          label="Operating company"
          :items="payers"
          :readonly="!settles"
          :loading="busy === 'company'"
          @update:model-value="kept.employ"
        />
        <p class="small quiet mt-1">What is on a locked statement stays with the company that it names.</p>
      </section>
      <books-panel
        :pay="pay"
        :settles="settles"
        :busy="busy === 'escrow'"
        :problem="wrong('escrow')"
        @give-back="kept.giveBack"
      />
      <bank-panel
        :bank="pay.bank"
        :settles="settles"
        :busy="busy === 'bank'"
        :problem="wrong('bank')"
        :keep="kept.keepBank"
      />
      <advances-panel
        :advances="pay.advances"
        :settles="settles"
        :busy="busy === 'advance'"
        :problem="wrong('advance')"
        :give="kept.giveAdvance"
      />
      <orders-panel
        :orders="pay.garnishments"
        :settles="settles"
        :busy="busy === 'order'"
        :problem="wrong('order')"
        :keep="kept.keepOrder"
        @end="kept.endOrder"
      />
      <v-alert v-if="trouble && !trouble.path && trouble.of !== 'plan'" type="error">{{
        trouble.message
      }}</v-alert>
    </div></waiting
  >
</template>

<style scoped>
.sheet {
  max-width: 60rem;
  margin: 0 auto;
}
.pad {
  padding: 0.8rem 1rem;
}
.payer {
  max-width: 22rem;
  margin-top: 0.6rem;
}
</style>
