<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { bytes } from '@/shared/bytes'
import { useFetched } from '@/shared/fetched'
import { showDollars, showMiles, showPounds } from '@/shared/measure'
import { showDay, showTime, showWindow } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import { useEvery } from '@/areas/window/useEvery'
import { useTitle } from '@/shared/useTitle'
import BillForm, { type Bill } from './BillForm.vue'
import DriverForm from './DriverForm.vue'
import TenderAnswer from './TenderAnswer.vue'
import { BILLED } from './words'

/** The load that a partner was offered, for whoever has the link; and all of it, once they have said yes. */
type Page = Schemas['TenderPage']
const headers = { Authorization: `Bearer ${location.hash.slice(1)}` }
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/tender', { headers })),
)
useTitle(() => (data.value?.number ? `Load ${data.value.number}` : 'A load for you'))
const { busy, trouble, act } = useAct<Page>(put)
// The confirmation is written a moment after a yes, and dispatch may answer.
useEvery(15, () => {
  if (!busy.value) void load()
})
const STANDS: Record<Page['standing'], string> = {
  sent: '',
  countered: 'You asked for another price: they answer by mail or telephone.',
  accepted: 'It is yours.',
  refused: 'You said no.',
  expired: 'The time to answer is over. Ring them if you still want it.',
  withdrawn: 'This load is no longer to be had.',
  lost: 'This load is gone: somebody else was first.',
  called_off: 'This load was called off: please do not haul it. What you were sent no longer holds.',
}
const has = (what: Page['may'][number]) => !!data.value?.may.includes(what)
const another = ref(false)
async function name(driver: { name: string; phone: string; language: 'en' | 'es' }) {
  const done = await act(key => api.POST('/api/tender/driver', { headers, body: { key, ...driver } }))
  if (!done) return
  another.value = false
  announce(`${driver.name} is texted a link.`)
}
const sending = ref<Bill>()
async function bill(figures: Bill, file: File | undefined) {
  sending.value = figures
  const done = await act(key => api.POST('/api/tender/bill', { headers, body: { key, ...figures } }))
  if (!done) return
  announce('The bill is here.')
  if (file) {
    const { headers: type, ...body } = bytes(file)
    await act(() =>
      api.POST('/api/tender/bill/file', {
        params: { query: { key: newKey() } },
        ...body,
        headers: { ...type, ...headers },
      }),
    )
  }
}
/** The paper is fetched with the link's token, which no plain address carries. */
async function confirmation() {
  const answer = await api.GET('/api/tender/confirmation', { headers, parseAs: 'blob' })
  if (answer.data) window.open(URL.createObjectURL(answer.data as unknown as Blob), '_blank', 'noopener')
}
const facts = computed(() => {
  const page = data.value
  if (!page) return []
  return [
    ...page.equipment,
    page.weight_lb ? showPounds(page.weight_lb) : '',
    page.miles ? `${showMiles(page.miles)}` : '',
    page.hazmat ? 'hazardous' : '',
  ].filter(Boolean)
})
const owed = computed(() => data.value?.agreed ?? data.value?.price)
</script>

<template>
  <main id="main" class="sheet stack">
    <template v-if="data">
      <p class="quiet">{{ data.carrier }}, for {{ data.partner }}</p>
      <h1>
        {{ data.origin }} → {{ data.destination }}
        <span v-if="data.number" class="number">{{ data.number }}</span>
      </h1>
      <p class="price">
        <strong>{{ showDollars(owed) }}</strong> <span class="quiet">{{ facts.join(' • ') }}</span>
      </p>
      <p v-if="STANDS[data.standing]" class="standing" role="status">{{ STANDS[data.standing] }}</p>

      <section class="panel pad" aria-label="Stops">
        <ol class="plain">
          <li v-for="(stop, i) in data.stops" :key="i">
            <strong>{{ stop.kind === 'pickup' ? 'Pickup' : 'Delivery' }}</strong>
            {{ stop.town }}, {{ stop.state }} {{ stop.zip ?? '' }}
            <div v-if="stop.name || stop.address">
              {{ [stop.name, stop.address].filter(Boolean).join(', ') }}
            </div>
            <div class="small">
              {{ stop.from ? showWindow(stop.from, stop.to, stop.zone) : 'By agreement' }}
            </div>
            <div v-if="stop.reference || stop.notes" class="small quiet">
              {{ [stop.reference, stop.notes].filter(Boolean).join(' • ') }}
            </div>
          </li>
        </ol>
        <p v-if="!data.theirs && data.standing === 'sent'" class="small quiet">
          Who ships, the streets and what to know follow as soon as you say yes.
        </p>
      </section>

      <section v-if="data.theirs" class="panel pad stack" aria-label="Freight">
        <h2>Freight</h2>
        <ul class="plain">
          <li v-for="(line, i) in data.freight" :key="i">
            {{
              [
                line.what,
                line.pieces ? `${line.pieces} ${line.unit ?? ''}` : '',
                line.weight_lb ? showPounds(line.weight_lb) : '',
              ]
                .filter(Boolean)
                .join(', ')
            }}
          </li>
        </ul>
        <p v-if="data.references.length" class="small">
          References: {{ data.references.map(({ value }) => value).join(', ') }}
        </p>
        <p v-if="data.notes">{{ data.notes }}</p>
        <div>
          <v-btn v-if="data.confirmation" variant="tonal" size="small" @click="confirmation"
            >Confirmation, version {{ data.confirmation }}</v-btn
          ><span v-else class="small quiet">The confirmation comes by mail in a moment.</span>
        </div>
      </section>

      <tender-answer v-if="has('answer')" :page="data" :headers="headers" @answered="put" />

      <section
        v-if="data.theirs && (has('name_driver') || data.driver)"
        class="panel pad stack"
        aria-label="Driver"
      >
        <h2>Who drives</h2>
        <p v-if="data.driver">{{ data.driver.name }}, {{ data.driver.phone }}, has the link.</p>
        <p v-else>Your driver gets a link by text to this load, and tells us of the way with it.</p>
        <v-btn
          v-if="data.driver && has('name_driver') && !another"
          size="small"
          variant="tonal"
          @click="another = true"
          >Another driver</v-btn
        >
        <driver-form
          v-if="has('name_driver') && (!data.driver || another)"
          :busy="busy"
          :trouble="trouble"
          @named="name"
        />
      </section>

      <section v-if="data.costs.length || data.bill" class="panel pad stack" aria-label="What you are paid">
        <h2>What you are paid</h2>
        <table v-if="data.costs.length" class="ledger">
          <thead>
            <tr>
              <th>For</th>
              <th class="figure">Dollars</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(cost, i) in data.costs" :key="i">
              <td data-of="For">{{ cost.label }}</td>
              <td data-of="Dollars" class="figure">{{ showDollars(cost.amount) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="data.bill">
          Your bill {{ data.bill.number }} over {{ showDollars(data.bill.total) }}:
          {{ BILLED[data.bill.status].toLowerCase()
          }}<template v-if="data.bill.status === 'approved' && data.bill.due_on"
            >, due {{ showDay(data.bill.due_on) }}</template
          ><template v-if="data.bill.why">: “{{ data.bill.why }}”</template>.
        </p>
        <p v-else class="small quiet">Paid {{ data.terms_days }} days after your bill is here.</p>
        <bill-form
          v-if="has('bill')"
          :agreed="owed ?? ''"
          :quick-pay="data.quick_pay"
          :busy="busy"
          :trouble="trouble"
          @sent="bill"
        />
      </section>

      <v-alert v-if="trouble && trouble.path === ''" type="error">{{ trouble.message }}</v-alert>
      <details v-if="data.theirs" class="panel pad">
        <summary>Terms, version {{ data.terms_version }}, accepted by {{ data.accepted_by }}</summary>
        <p class="terms small">{{ data.terms }}</p>
      </details>
      <p v-if="data.phone" class="small quiet">
        Questions? {{ data.carrier }}, <a :href="`tel:${data.phone}`">{{ data.phone }}</a>
      </p>
      <p v-if="data.accepted_at && data.theirs" class="small quiet">
        Yours since {{ showTime(data.accepted_at, data.stops[0]?.zone ?? 'UTC') }}.
      </p>
    </template>
    <template v-else-if="problem">
      <h1>This link leads nowhere</h1>
      <p>It is not whole, or there is nothing behind it any more. Ask whoever mailed it.</p>
    </template>
    <p v-else class="quiet" role="status">Looking …</p>
  </main>
</template>

<style scoped>
.sheet {
  width: 100%;
  max-width: 46rem;
  margin: 0 auto;
  padding: 1rem;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.number {
  font-weight: 400;
  font-size: 1.1rem;
}
.price {
  font-size: 1.15rem;
}
.standing {
  padding: 0.5rem 0.8rem;
  background: rgb(var(--v-theme-surface-variant));
  border-left: 4px solid rgb(var(--v-theme-primary));
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li + li {
  margin-top: 0.6rem;
}
.terms {
  white-space: pre-line;
}
</style>
