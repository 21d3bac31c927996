<script setup lang="ts">
import { useTitle } from '@/shared/useTitle'
import { announce } from '@/shared/announce'
import { STATUSES } from '@/shared/statuses'
import { computed, defineAsyncComponent, watch } from 'vue'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import AskingPanel from '@/areas/road/AskingPanel.vue'
import PlanPanel from '@/areas/hours/PlanPanel.vue'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useKeys } from '@/shared/keys'
import Ribbon from '@/shared/ribbon/Ribbon.vue'
import { useSession } from '@/shared/session'
import AmountField from '@/shared/typed/AmountField.vue'
import Waiting from '@/shared/Waiting.vue'
import DeckPanel from './DeckPanel.vue'
import LoadPartners from '@/areas/partners/LoadPartners.vue'
import CrewPanel from './CrewPanel.vue'
import InvoicePanel from './InvoicePanel.vue'
import LoadFreight from './LoadFreight.vue'
import LoadHead from './LoadHead.vue'
import LoadPapers from './LoadPapers.vue'
import LoadPrice from './LoadPrice.vue'
import LoadStops from './LoadStops.vue'
import ReasonDialog from './ReasonDialog.vue'
import RelayDialog from './RelayDialog.vue'
import SharePanel from './SharePanel.vue'
import SwapDialog from './SwapDialog.vue'
import TripPanel from './TripPanel.vue'
import { ribbonOf } from './ribbonOf'
import { inOrder, isRelayed, mayBend } from './trips'
import { useLoad } from './useLoad'

// The map's library comes when a load is looked at, not before.
const WayPanel = defineAsyncComponent(() => import('@/areas/roads/WayPanel.vue'))

const { id, close } = defineProps<{ id: number; close: RouteLocationRaw }>()
const router = useRouter()
const session = useSession()
const dispatches = session.has('dispatcher')
const files = session.has('dispatcher', 'settlement_clerk')
const load = useLoad(id)
const { data, acts, busy, trouble, crewing, asking, notUsed } = load

useTitle(() => data.value?.number)
watch(
  () => data.value?.status,
  (now, before) => {
    if (now && before) announce(`${data.value!.number} is ${STATUSES[now].label.toLowerCase()} now.`)
  },
)
const trips = computed(() => inOrder(data.value?.trips ?? []))
const relayed = computed(() => isRelayed(trips.value.live))
const lanes = computed(() => (data.value ? ribbonOf(data.value) : []))
const zone = computed(() => data.value?.stops[0]?.zone ?? session.zone)
/** Trips whose plan is of interest: of a relay each part that is not done. */
const planned = computed(() => {
  // A partner's hours are its own.
  if (data.value?.partner) return []
  const ahead = trips.value.live.filter(({ status }) => status !== 'delivered')
  if (relayed.value) return ahead.map(trip => trip.id)
  return !crewing.value && (ahead.length || data.value?.status === 'open') ? [undefined] : []
})
/** While there is a driver to ask. */
const asked = computed(
  () => data.value?.status === 'delivered' || trips.value.live.some(({ status }) => status !== 'delivered'),
)
const questions = computed(() => ({
  cancel: `Cancel ${data.value?.number}`,
  past: `Give ${data.value?.number} all the same`,
  papers: `Send ${data.value?.number} without its permits`,
  undo_relay: `Undo the relay of ${data.value?.number}`,
  uncrew: `Take ${trips.value.live[0]?.drivers.map(driver => driver.name).join(' and ') || 'the partner'} off ${data.value?.number}`,
}))
const question = computed(() =>
  asking.value && asking.value !== 'swap' && asking.value !== 'relay' ? asking.value : undefined,
)

useKeys([
  {
    key: 'c',
    label: 'Pick a crew',
    run: () => {
      if (acts.value.may('crew')) crewing.value = true
    },
  },
  {
    key: 's',
    label: 'Send to the driver',
    asks: 'Text the trip to the driver now?',
    run: () => {
      if (acts.value.may('send')) void load.send()
    },
  },
  {
    key: 'e',
    label: 'Change the load',
    run: () => {
      if (acts.value.may('change')) void router.push(`/freight/${id}/edit`)
    },
  },
  { key: 'y', label: 'Copy the load', run: () => void router.push(`/freight/new?copy=${id}`) },
])
</script>

<template>
  <article class="stack">
    <waiting v-slot="{ data: found }" :data="data" :problem="load.problem.value" @again="load.again">
      <load-head
        :load="found"
        :close="close"
        :crewing="crewing"
        :busy="busy"
        @crew="crewing = !crewing"
        @send="load.send()"
        @ask="asking = $event"
      >
        <v-alert v-if="trouble" type="error" closable class="my-2" @click:close="trouble = undefined">{{
          trouble.message
        }}</v-alert>
      </load-head>

      <crew-panel
        v-if="crewing && acts.may('crew', 'recrew')"
        :load-id="id"
        :team="found.team_needed"
        :busy="busy"
        @crew="load.crew"
      />

      <load-partners v-if="files" :load-id="id" />

      <section v-if="lanes.length" class="panel pad">
        <ribbon
          :lanes="lanes"
          :zone="zone"
          :now="session.now()"
          label="Promised, planned and happened on one ruler"
        />
      </section>

      <plan-panel
        v-for="tripId in planned"
        :key="tripId ?? 0"
        :load-id="id"
        v-bind="tripId ? { tripId } : {}"
        :crewed="trips.live.length > 0"
        :stops="found.stops"
        :version="found.version"
      />

      <share-panel v-if="acts.may('share')" :load="found" :trip-id="trips.live[0]?.id" @changed="load.put" />

      <load-stops :stops="found.stops" :legs="found.totals.legs" />

      <way-panel :load="found" :can-bend="mayBend(found)" @changed="load.put" />

      <trip-panel
        v-for="trip in [...trips.live, ...trips.over]"
        :key="trip.id"
        :trip="trip"
        :zone="zone"
        :load-id="id"
        @changed="load.again"
      />

      <asking-panel v-if="asked" :load-id="id" :trip-id="trips.live[0]?.id" :may-set="dispatches" />

      <deck-panel :load="found" />

      <div class="columns">
        <load-freight :load="found" />
        <load-price :load="found" @changed="load.put" />
      </div>

      <load-papers :load="found" :files="files" @changed="load.put" />

      <invoice-panel
        :key="found.status"
        :load="found"
        :busy="load.billing.busy.value"
        :problem="load.billing.trouble.value"
        @bill="load.bill"
      />

      <section class="panel pad">
        <h2>Trail</h2>
        <audit-trail :id="id" kind="load" />
      </section>
      <reason-dialog
        :model-value="!!question"
        :title="questions[question ?? 'cancel']"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @reason="load.withReason"
        ><amount-field
          v-if="question === 'cancel'"
          v-model="notUsed"
          label="Charged for the truck, if anything"
          :error-messages="trouble?.path === '/not_used' ? trouble.message : undefined"
      /></reason-dialog>
      <relay-dialog
        v-if="asking === 'relay'"
        :model-value="true"
        :load="found"
        :stops="trips.live.at(-1)?.stops ?? []"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @relay="load.relay"
      />
      <swap-dialog
        :model-value="asking === 'swap'"
        :load-id="id"
        :number="found.number"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @swap="load.swap"
      />
    </waiting>
  </article>
</template>

<style scoped>
article {
  min-width: 0;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.75rem;
}
@media (max-width: 800px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
