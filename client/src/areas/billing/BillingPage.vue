<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '@/shared/session'
import ViewTabs from '@/shared/ViewTabs.vue'
import PartnerBillsView from '@/areas/partners/PartnerBillsView.vue'
import BooksView from './BooksView.vue'
import InvoiceView from './InvoiceView.vue'
import InvoicesView from './InvoicesView.vue'
import MarginView from './MarginView.vue'
import OwedView from './OwedView.vue'
import PricesView from './PricesView.vue'
import ToBillView from './ToBillView.vue'

/** From delivered to paid: what is to be billed, what was, and what is owed. */
const VIEWS = [
  ['ready', 'To bill'],
  ['invoices', 'Invoices'],
  ['owed', 'Owed'],
  ['partners', 'Partners’ bills'],
  ['prices', 'Prices'],
  ['margin', 'Margin'],
  ['books', 'Books'],
] as const
/** Who does not bill sees what waits on dispatch, and what is agreed. */
const session = useSession()
const bills = session.has('settlement_clerk')
const OPEN_TO_ALL: readonly string[] = ['ready', 'prices']
const views = computed(() => (bills.value ? VIEWS : VIEWS.filter(([name]) => OPEN_TO_ALL.includes(name))))
const route = useRoute()
const router = useRouter()
const selected = computed(() => (route.params.id ? Number(route.params.id) : undefined))
const view = computed(() =>
  selected.value
    ? 'invoices'
    : (VIEWS.map(([name]) => name).find(name => name === route.query.view) ?? 'ready'),
)
const choose = (name: string) =>
  void router.push(name === 'ready' ? '/billing' : { path: '/billing', query: { view: name } })
const look = (id: number) => void router.push(`/billing/${id}`)
</script>

<template>
  <div class="stack">
    <h1 class="sr-only">Billing: {{ VIEWS.find(([name]) => name === view)?.[1] }}</h1>
    <view-tabs :views="views" :view="view" @choose="choose" />
    <invoice-view v-if="selected" :id="selected" :key="selected" @look="look" />
    <invoices-view v-else-if="view === 'invoices'" @look="look" />
    <owed-view v-else-if="view === 'owed'" @look="look" />
    <partner-bills-view v-else-if="view === 'partners'" />
    <prices-view v-else-if="view === 'prices'" />
    <margin-view v-else-if="view === 'margin'" />
    <books-view v-else-if="view === 'books'" @look="look" />
    <to-bill-view v-else @look="look" />
  </div>
</template>
