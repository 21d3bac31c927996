<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { showDollars, showMiles, showPounds } from '@/shared/measure'
import Ribbon from '@/shared/ribbon/Ribbon.vue'
import { useSession } from '@/shared/session'
import StateMark from '@/shared/StateMark.vue'
import { PAPERS } from '@/shared/states'
import Waiting from '@/shared/Waiting.vue'
import CrewPanel from './CrewPanel.vue'
import AskingPanel from '@/areas/road/AskingPanel.vue'
import AgreedMiles from './AgreedMiles.vue'
import InvoicePanel from './InvoicePanel.vue'
import LoadStops from './LoadStops.vue'
import ReasonDialog from './ReasonDialog.vue'
import RelayDialog, { type Relay } from './RelayDialog.vue'
import SharePanel from './SharePanel.vue'
import SwapDialog from './SwapDialog.vue'
import TripPanel from './TripPanel.vue'
import PlanPanel from '@/areas/hours/PlanPanel.vue'
import { ribbonOf } from './ribbonOf'

// The map's library comes when a load is looked at, not before.
const WayPanel = defineAsyncComponent(() => import('@/areas/roads/WayPanel.vue'))

const { id, close } = defineProps<{ id: number; close: RouteLocationRaw }>()
const router = useRouter()
const session = useSession()
const [dispatches, settles] = [session.has('dispatcher'), session.has('settlement_clerk')]
const { data, problem, load, put } = useFetched(
  () => id,
  loadId => ask(api.GET('/api/loads/{id}', { params: { path: { id: loadId } } })),
  change => change.kind === 'load' && change.id === id,
)

const crewing = ref(false)
const asking = ref<'cancel' | 'uncrew' | 'past' | 'papers' | 'swap' | 'relay' | 'unrelay'>()
const trouble = ref<Problem>()
const busy = ref(false)
// One key for each deed on this state of the load: a second click or a retry repeats the same deed.
let key = newKey()
watch(
  () => data.value?.version,
  () => {
    key = newKey()
  },
)

type Answer = { data?: Schemas['Load']; error?: unknown }
async function act(call: Promise<Answer>) {
  busy.value = true
  const answer = await ask(call)
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    crewing.value = false
    asking.value = undefined
  }
}
const path = { path: { id } }
async function send(why?: string) {
  await act(api.POST('/api/loads/{id}/send', { params: path, body: { key, ...(why ? { why } : {}) } }))
  if (trouble.value?.code === 'permits_missing') {
    key = newKey()
    asking.value = 'papers'
  }
}
const chosenCrew = ref<Omit<Schemas['CrewInput'], 'key'>>()
async function crew(chosen: Omit<Schemas['CrewInput'], 'key'>) {
  chosenCrew.value = chosen
  const body = { key, ...chosen }
  await act(
    is('open')
      ? api.PUT('/api/loads/{id}/crew', { params: path, body })
      : api.POST('/api/loads/{id}/recrew', { params: path, body }),
  )
  // What the company blocks can be gone past with a reason: it is another deed than the one refused.
  if (trouble.value?.code === 'blocked') {
    key = newKey()
    asking.value = 'past'
  }
}
const swap = (other: number, why: string) =>
  act(api.POST('/api/loads/{id}/swap', { params: path, body: { key, load_id: other, why } }))
const relay = (chosen: Relay) =>
  act(api.POST('/api/loads/{id}/relay', { params: path, body: { key, ...chosen } }))
const live = computed(() =>
  (data.value?.trips ?? [])
    .filter(({ state }) => state !== 'declined' && state !== 'cancelled')
    .sort((a, b) => (a.begins_at ?? '').localeCompare(b.begins_at ?? '')),
)
const relayed = computed(() => live.value.some(({ stops }) => stops.some(({ kind }) => kind === 'swap')))
/** The swap after which nobody drives: whoever was to take over declined. */
const gap = computed(() => {
  const ends = live.value.map(({ stops }) => stops[stops.length - 1])
  return relayed.value && ends.every(stop => stop?.kind === 'swap') ? ends[0] : undefined
})
const bill = (invoice: { invoice_number: string; invoiced_on: string }) =>
  act(api.POST('/api/loads/{id}/invoice', { params: path, body: { key, ...invoice } }))
const payment = (paidOn: string) =>
  act(api.POST('/api/loads/{id}/payment', { params: path, body: { key, paid_on: paidOn } }))
function withReason(why: string) {
  const said = { params: path, body: { key, why } }
  switch (asking.value) {
    case 'papers':
      return send(why)
    case 'past':
      return crew({ ...chosenCrew.value!, why })
    case 'cancel':
      return act(api.POST('/api/loads/{id}/cancel', said))
    case 'unrelay':
      return act(api.DELETE('/api/loads/{id}/relay', said))
    default:
      return act(api.DELETE('/api/loads/{id}/crew', said))
  }
}
const questions = computed(() => ({
  cancel: `Cancel ${data.value?.number}`,
  past: `Give ${data.value?.number} all the same`,
  papers: `Send ${data.value?.number} without its permits`,
  swap: '',
  relay: '',
  unrelay: `Undo the relay of ${data.value?.number}`,
  uncrew: `Take ${data.value?.trips[0]?.drivers.map(driver => driver.name).join(' and ')} off ${data.value?.number}`,
}))

const is = (...states: Schemas['LoadState'][]) =>
  data.value !== undefined && states.includes(data.value.state)
const changeable = computed(() => dispatches.value && is('open', 'planned', 'sent', 'accepted'))
const lanes = computed(() => (data.value ? ribbonOf(data.value) : []))
const zone = computed(() => data.value?.stops[0]?.zone ?? session.zone)

useKeys([
  {
    key: 'c',
    label: 'Pick a crew',
    run: () => {
      if (is('open')) crewing.value = true
    },
  },
  {
    key: 's',
    label: 'Send to the driver',
    run: () => {
      if (is('planned')) void send()
    },
  },
  {
    key: 'e',
    label: 'Change the load',
    run: () => {
      if (changeable.value) void router.push(`/freight/${id}/edit`)
    },
  },
  { key: 'y', label: 'Copy the load', run: () => void router.push(`/freight/new?copy=${id}`) },
])
</script>

<template>
  <article class="stack">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <header class="panel head">
        <div class="spread">
          <h1>
            {{ found.number }}
            <span class="route"
              >{{ found.stops[0]?.town }}, {{ found.stops[0]?.state }} →
              {{ found.stops[found.stops.length - 1]?.town }},
              {{ found.stops[found.stops.length - 1]?.state }}</span
            >
          </h1>
          <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" :to="close" />
        </div>
        <div class="row wrap">
          <state-mark :state="found.state" /><span>{{ found.customer.name }}</span
          ><strong>{{ showDollars(found.totals.total) }}</strong>
          <span class="quiet small">booked by {{ found.booked_by }}</span>
        </div>
        <ul v-if="found.missing.length" class="missing">
          <li v-for="item in found.missing" :key="item.text">{{ item.text }}</li>
        </ul>
        <p v-if="found.cancel_reason" class="missing">Cancelled: {{ found.cancel_reason }}</p>
        <p v-if="gap" class="missing">
          Nobody takes it over at {{ gap.town }}, {{ gap.state }}: choose another crew with Relay, or undo the
          relay.
        </p>
        <v-alert v-if="trouble" type="error" closable class="my-2" @click:close="trouble = undefined">{{
          trouble.message
        }}</v-alert>
        <div v-if="dispatches" class="row wrap acts">
          <v-btn
            v-if="is('open')"
            color="primary"
            :variant="crewing ? 'tonal' : 'flat'"
            @click="crewing = !crewing"
            >{{ crewing ? 'Not now' : 'Pick a crew' }}</v-btn
          >
          <v-btn v-if="is('open')" variant="tonal" :to="`/match?load=${id}`">Rank all crews</v-btn>
          <v-btn v-if="is('planned')" color="primary" :loading="busy" @click="send()"
            >Send to the driver</v-btn
          >
          <v-btn v-if="changeable" variant="tonal" :to="`/freight/${id}/edit`">Change</v-btn>
          <v-btn v-if="found.permits" variant="tonal" :to="`/permits/${id}`">Permit file</v-btn>
          <v-btn variant="tonal" :to="`/freight/new?copy=${id}`">Copy</v-btn>
          <v-btn v-if="is('planned', 'sent', 'accepted')" variant="text" @click="crewing = !crewing">{{
            crewing ? 'Not now' : 'Another crew'
          }}</v-btn>
          <v-btn v-if="is('planned', 'sent', 'accepted')" variant="text" @click="asking = 'uncrew'"
            >Take the crew off</v-btn
          >
          <v-btn v-if="is('planned', 'sent', 'accepted') && !relayed" variant="text" @click="asking = 'swap'"
            >Swap crews</v-btn
          >
          <v-btn v-if="is('planned', 'sent', 'accepted', 'rolling')" variant="text" @click="asking = 'relay'"
            >Relay</v-btn
          >
          <v-btn
            v-if="relayed && is('planned', 'sent', 'accepted', 'rolling')"
            variant="text"
            @click="asking = 'unrelay'"
            >Undo the relay</v-btn
          >
          <v-btn
            v-if="is('open', 'planned', 'sent', 'accepted', 'rolling')"
            variant="text"
            @click="asking = 'cancel'"
            >Cancel the load</v-btn
          >
        </div>
      </header>

      <crew-panel
        v-if="crewing && is('open', 'planned', 'sent', 'accepted')"
        :load-id="id"
        :team="found.team_needed"
        :busy="busy"
        @crew="crew"
      />

      <section v-if="lanes.length" class="panel pad">
        <ribbon
          :lanes="lanes"
          :zone="zone"
          :now="session.now()"
          label="Promised, planned and happened on one ruler"
        />
      </section>

      <template v-if="relayed"
        ><plan-panel
          v-for="trip in live.filter(({ state }) => state !== 'delivered')"
          :key="trip.id"
          :load-id="id"
          :trip-id="trip.id"
          crewed
          :stops="found.stops"
          :version="found.version"
      /></template>
      <plan-panel
        v-else-if="!crewing && is('open', 'planned', 'sent', 'accepted', 'rolling')"
        :load-id="id"
        :crewed="!is('open')"
        :stops="found.stops"
        :version="found.version"
      />

      <share-panel
        v-if="dispatches && found.size === 'partial' && is('open', 'planned', 'sent', 'accepted')"
        :load="found"
        :trip-id="found.trips.find(({ state }) => !['declined', 'cancelled'].includes(state))?.id"
        @changed="put"
      />

      <load-stops :stops="found.stops" :legs="found.totals.legs" />

      <way-panel :load="found" :can-bend="dispatches" @changed="put" />

      <trip-panel
        v-for="trip in [...live, ...found.trips.filter(one => !live.includes(one))]"
        :key="trip.id"
        :trip="trip"
        :zone="zone"
        :load-id="id"
        :may-change="dispatches"
        @changed="load"
      />

      <asking-panel
        v-if="is('planned', 'sent', 'accepted', 'rolling', 'delivered')"
        :load-id="id"
        :trip-id="live[0]?.id"
        :may-set="dispatches"
      />

      <div class="columns">
        <section class="panel pad">
          <h2>Freight</h2>
          <p v-if="!found.freight.length" class="quiet">Nothing is said about the freight yet.</p>
          <table v-else class="ledger">
            <tbody>
              <tr v-for="(line, i) in found.freight" :key="i">
                <td>
                  {{ line.what }} <span v-if="line.hazmat_class">• hazmat {{ line.hazmat_class }}</span
                  ><span v-if="line.serial_number" class="quiet"> • {{ line.serial_number }}</span>
                </td>
                <td class="figure">{{ line.pieces }} {{ line.unit }}</td>
                <td class="figure">{{ showPounds(line.weight_lb) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="small mt-2">
            {{ found.size === 'partial' ? 'Partial load' : 'Full load'
            }}<template v-if="found.tarps"> • tarps</template
            ><template v-if="found.team_needed"> • team needed</template
            ><template v-if="found.trailer_kind"> • {{ found.trailer_kind.replace('_', ' ') }}</template
            ><template v-if="found.temperature_low_f !== null || found.temperature_high_f !== null">
              • {{ found.temperature_low_f }} to {{ found.temperature_high_f }} °F</template
            >
          </p>
          <p v-if="found.notes" class="mt-2">{{ found.notes }}</p>
          <dl v-if="found.references.length" class="refs small">
            <template v-for="(reference, i) in found.references" :key="i"
              ><dt class="quiet">{{ reference.kind.replaceAll('_', ' ') }}</dt>
              <dd>{{ reference.value }}</dd></template
            >
          </dl>
        </section>
        <section class="panel pad">
          <h2>Price</h2>
          <table class="ledger">
            <tbody>
              <tr>
                <td>
                  Line haul
                  <span class="quiet small"
                    >{{ found.price.kind.replaceAll('_', ' ') }}
                    {{ found.price.kind === 'flat' ? '' : found.price.rate }}</span
                  >
                </td>
                <td class="figure">{{ showDollars(found.totals.line_haul) }}</td>
              </tr>
              <tr v-if="found.price.fuel_kind !== 'none'">
                <td>
                  Fuel surcharge
                  <span class="quiet small"
                    >{{ found.price.fuel_rate }}
                    {{ found.price.fuel_kind === 'percent' ? '%' : 'a mile' }}</span
                  >
                </td>
                <td class="figure">{{ showDollars(found.totals.fuel_surcharge) }}</td>
              </tr>
              <tr v-for="(line, i) in found.price.accessorials" :key="i">
                <td>{{ line.label }}</td>
                <td class="figure">{{ showDollars(line.amount) }}</td>
              </tr>
              <tr>
                <td><strong>Total</strong></td>
                <td class="figure">
                  <strong>{{ showDollars(found.totals.total) }}</strong>
                </td>
              </tr>
            </tbody>
          </table>
          <p class="small quiet mt-2">
            {{ showMiles(found.totals.miles) }}
            {{
              found.totals.miles_estimated
                ? 'estimated where no road of ours goes: great circle × 1.2'
                : 'by road'
            }}
          </p>
          <agreed-miles :load="found" :may-change="dispatches || settles" @changed="put" />
        </section>
      </div>

      <section v-if="found.papers.length" class="panel pad">
        <h2>Papers</h2>
        <ul class="papers">
          <li v-for="paper in found.papers" :key="paper.id">
            <a :href="`/api/papers/${paper.id}`" target="_blank" rel="noopener">
              <img
                v-if="paper.content_type.startsWith('image/')"
                :src="`/api/papers/${paper.id}`"
                :alt="PAPERS[paper.kind] ?? paper.kind"
                loading="lazy"
              />
              {{ PAPERS[paper.kind] ?? paper.kind }}</a
            ><span class="small quiet by">{{ paper.by }}, {{ Math.ceil(paper.bytes / 1024) }} kB</span>
          </li>
        </ul>
      </section>

      <invoice-panel
        :key="found.state"
        :load="found"
        :busy="busy"
        :problem="trouble"
        @billed="bill"
        @paid="payment"
      />

      <section class="panel pad">
        <h2>Trail</h2>
        <audit-trail :id="id" kind="load" />
      </section>
      <reason-dialog
        :model-value="!!asking && asking !== 'swap' && asking !== 'relay'"
        :title="questions[asking ?? 'cancel']"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @reason="withReason"
      />
      <relay-dialog
        v-if="asking === 'relay'"
        :model-value="true"
        :load="found"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @relay="relay"
      />
      <swap-dialog
        :model-value="asking === 'swap'"
        :load-id="id"
        :number="found.number"
        :busy="busy"
        :problem="trouble"
        @close="asking = undefined"
        @swap="swap"
      />
    </waiting>
  </article>
</template>

<style scoped>
article {
  min-width: 0;
}
.head {
  padding: 0.7rem 0.9rem 0.8rem;
}
.route {
  font-weight: 400;
  font-size: 1.1rem;
  margin-left: 0.4rem;
}
.wrap {
  flex-wrap: wrap;
  column-gap: 0.9rem;
}
.acts {
  margin-top: 0.6rem;
  column-gap: 0.5rem;
}
.missing {
  margin: 0.5rem 0 0;
  padding: 0.4rem 0.7rem 0.4rem 1.6rem;
  background: rgb(var(--v-theme-tight), 0.14);
  border-left: 4px solid rgb(var(--v-theme-tight));
}
p.missing {
  padding-left: 0.7rem;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.columns {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.75rem;
}
.refs {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.15rem 0.7rem;
  margin: 0.5rem 0 0;
}
dd {
  margin: 0;
}
.papers {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
}
.papers .by {
  margin-left: 0.5rem;
}
.papers img {
  display: block;
  height: 7rem;
  border: 1px solid rgb(var(--v-theme-line));
}
@media (max-width: 800px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
