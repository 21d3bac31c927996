<script setup lang="ts">
import { computed, ref } from 'vue'
import FuelSaid from '@/areas/freight/FuelSaid.vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { dayAt, showDay } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { agreedPrices, PRICED, scaleSaid, type Agreed, type Scale } from './agreed'
import ChargeDialog from './ChargeDialog.vue'
import DieselDialog from './DieselDialog.vue'
import LaneDialog from './LaneDialog.vue'
import ScaleDialog from './ScaleDialog.vue'

/** What is agreed on price: lanes, fuel scales and the week's diesel, charges. Who does not bill only looks. */
const session = useSession()
const bills = session.has('settlement_clerk')
const today = computed(() => dayAt(session.now(), session.zone))
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Agreed>(agreedPrices()),
  change => ['customer', 'company'].includes(change.kind),
)
const scaling = ref(false)
const from = ref<Scale>()
const laning = ref(false)
const charging = ref(false)
const fuelling = ref(false)
const { busy, trouble, act } = useAct<Agreed>(put)
const drop = (kind: 'fuel-scales' | 'charge-prices' | 'lane-prices', id: number) =>
  act(() => api.DELETE(`/api/${kind}/{id}`, { params: { path: { id } } }))
const scale = (one?: Scale) => {
  from.value = one
  scaling.value = true
}
</script>

<template>
  <waiting v-slot="{ data: agreed }" :data="data" :problem="problem" @again="load">
    <div class="stack">
      <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
      <section class="panel" aria-label="Fuel">
        <header class="spread pad">
          <h2>Fuel surcharge</h2>
          <div v-if="bills" class="row">
            <v-btn variant="tonal" @click="fuelling = true">Take in diesel prices</v-btn
            ><v-btn variant="tonal" @click="scale()">Add a scale</v-btn>
          </div>
        </header>
        <p class="pad weeks">
          <template v-if="agreed.diesel.length"
            ><span
              v-for="week in agreed.diesel.slice(0, 6)"
              :key="`${week.region} ${week.told_on}`"
              class="week"
              ><strong class="figure">${{ week.price }}</strong
              ><span class="small quiet">{{ week.region }}, {{ showDay(week.told_on) }}</span></span
            ></template
          ><span v-else class="quiet">No price of diesel is in yet.</span>
        </p>
        <p v-if="!agreed.scales.length" class="pad quiet">
          No customer has a scale of his own: surcharges are typed with each load.
        </p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Customer</th>
              <th>From</th>
              <th>Surcharge</th>
              <th>Today</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in agreed.scales" :key="one.id">
              <td data-of="Customer">
                <strong>{{ one.customer }}</strong>
              </td>
              <td data-of="From">{{ showDay(one.from_on) }}</td>
              <td data-of="Surcharge">
                {{ scaleSaid(one) }}
                <div class="small quiet">
                  diesel of {{ one.region
                  }}{{
                    one.lag_days
                      ? `, ${one.lag_days} ${one.lag_days === 1 ? 'day' : 'days'} after it is told`
                      : ''
                  }}
                </div>
              </td>
              <td data-of="Today">
                <fuel-said v-if="one.holds" :fuel="one.holds" /><span v-else class="quiet">not today</span>
              </td>
              <td class="figure">
                <template v-if="bills"
                  ><v-btn
                    size="small"
                    variant="text"
                    :aria-label="`Change the scale of ${one.customer}`"
                    @click="scale(one)"
                    >Change</v-btn
                  ><v-btn
                    size="small"
                    variant="text"
                    :disabled="busy"
                    :aria-label="`Take back the scale of ${one.customer}`"
                    @click="drop('fuel-scales', one.id)"
                    >Take back</v-btn
                  ></template
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="panel" aria-label="Lanes">
        <header class="spread pad">
          <h2>Lanes</h2>
          <v-btn v-if="bills" variant="tonal" @click="laning = true">Add a lane</v-btn>
        </header>
        <p v-if="!agreed.lanes.length" class="pad quiet">
          No price stands for a lane: each load is priced as it is booked.
        </p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Customer</th>
              <th>Lane</th>
              <th class="figure">Price</th>
              <th>Holds</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in agreed.lanes" :key="one.id">
              <td data-of="Customer">
                <strong>{{ one.customer }}</strong>
              </td>
              <td data-of="Lane">{{ one.origin }} → {{ one.destination }}</td>
              <td data-of="Price" class="figure">{{ showDollars(one.rate) }} {{ PRICED[one.price_kind] }}</td>
              <td data-of="Holds">
                from {{ showDay(one.from_on) }}{{ one.until_on ? ` through ${showDay(one.until_on)}` : '' }}
              </td>
              <td class="figure">
                <v-btn
                  v-if="bills"
                  size="small"
                  variant="text"
                  :disabled="busy"
                  :aria-label="`Take back ${one.origin} to ${one.destination} of ${one.customer}`"
                  @click="drop('lane-prices', one.id)"
                  >Take back</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="panel" aria-label="Charges">
        <header class="spread pad">
          <h2>Charges</h2>
          <v-btn v-if="bills" variant="tonal" @click="charging = true">Add a charge</v-btn>
        </header>
        <p v-if="!agreed.charges.length" class="pad quiet">
          Nothing is agreed: what a charge comes to is typed each time.
        </p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Charge</th>
              <th>For</th>
              <th class="figure">Dollars</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in agreed.charges" :key="one.id">
              <td data-of="Charge">{{ one.label }}</td>
              <td data-of="For">{{ one.customer ?? 'everybody' }}</td>
              <td data-of="Dollars" class="figure">{{ showDollars(one.amount) }}</td>
              <td class="figure">
                <v-btn
                  v-if="bills"
                  size="small"
                  variant="text"
                  :disabled="busy"
                  :aria-label="`Take back ${one.label} for ${one.customer ?? 'everybody'}`"
                  @click="drop('charge-prices', one.id)"
                  >Take back</v-btn
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <scale-dialog v-model="scaling" :from="from" :today="today" @done="put" />
    <lane-dialog v-model="laning" :today="today" @done="put" />
    <charge-dialog v-model="charging" @done="put" />
    <diesel-dialog v-model="fuelling" @done="load" />
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
header,
header .row {
  flex-wrap: wrap;
}
.weeks {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.4rem;
  padding-top: 0;
}
.week {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
}
</style>
