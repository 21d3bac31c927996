<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { parseDollars, showDollars, showMiles, showPounds } from '@/shared/measure'
import { showDay } from '@/shared/time'
import ChargeMenu from './ChargeMenu.vue'
import type { LoadDraft, Problems } from './draft'
import FuelSaid from './FuelSaid.vue'

const draft = defineModel<LoadDraft>({ required: true })
const emit = defineEmits<{ price: []; fuel: []; agreed: [] }>()
const said = (lane: Schemas['LanePrice']) =>
  lane.fuel_kind === 'percent'
    ? `${Number(lane.fuel_rate)} % of line haul`
    : `${showDollars(lane.fuel_rate)} a mile`
const props = defineProps<{
  /** What the customer's own fuel scale comes to, where there is one. */
  byScale?: Schemas['FuelByScale'] | undefined
  /** What charges are, for this customer. */
  charges?: Schemas['CustomerLanes']['charges'] | undefined
  /** The last price on this lane, and the surcharge that stood last. */
  last?: Schemas['LanePrice'] | undefined
  fuel?: Schemas['LanePrice'] | undefined
  problems: Problems
  kinds: Schemas['Price']['kind'][]
  totals?: Schemas['Totals']
  quoting: boolean
}>()
const NAMES: Record<Schemas['Price']['kind'], string> = {
  flat: 'Flat',
  per_mile: 'Per mile',
  per_hundredweight: 'Per hundredweight',
  per_ton: 'Per ton',
}
const FUEL = computed(() => [
  { value: 'none', title: 'None' },
  ...(props.byScale || draft.value.fuelKind === 'scale' ? [{ value: 'scale', title: 'Their scale' }] : []),
  { value: 'percent', title: 'Percent of line haul' },
  { value: 'per_mile', title: 'Per mile' },
])
/** Where what is typed comes to something else than their confirmation. */
const differs = computed(() => {
  const said = parseDollars(draft.value.confirmed)
  const total = props.totals?.total
  return said && total && Number(said) !== Number(total) ? `This comes to ${showDollars(total)}.` : ''
})
/** What stands for the lane, where something else is typed. */
const agreed = computed(() => {
  const stands = props.totals?.agreed
  return stands && (stands.kind !== draft.value.kind || Number(stands.rate) !== Number(draft.value.rate))
    ? stands
    : undefined
})
</script>

<template>
  <section class="panel pad stack" aria-label="Price">
    <h2>Price</h2>
    <div class="two">
      <v-select
        v-model="draft.kind"
        label="Priced"
        :items="kinds.map(value => ({ value, title: NAMES[value] }))"
      />
      <v-text-field v-model="draft.rate" label="Rate" prefix="$" :error-messages="problems['/price/rate']" />
      <v-select
        v-model="draft.fuelKind"
        label="Fuel surcharge"
        :items="FUEL"
        :error-messages="problems['/price/fuel_kind']"
      />
      <v-text-field
        v-if="draft.fuelKind !== 'none' && draft.fuelKind !== 'scale'"
        v-model="draft.fuelRate"
        label="Surcharge"
        :prefix="draft.fuelKind === 'per_mile' ? '$' : ''"
        :suffix="draft.fuelKind === 'percent' ? '%' : ''"
        :error-messages="problems['/price/fuel_rate']"
      />
    </div>
    <p v-if="draft.fuelKind === 'scale' && (totals?.fuel ?? byScale)" class="small quiet">
      <fuel-said :fuel="(totals?.fuel ?? byScale)!" />.
    </p>
    <p v-if="agreed" class="small">
      Agreed: {{ showDollars(agreed.rate) }} {{ NAMES[agreed.kind as 'flat']?.toLowerCase() }},
      {{ agreed.origin }} → {{ agreed.destination }}, since {{ showDay(agreed.from_on) }}.
      <button type="button" class="link" @click="emit('agreed')">Take it</button>
    </p>
    <p v-if="last" class="small quiet">
      Last here: {{ showDollars(last.rate) }} {{ NAMES[last.kind as 'flat']?.toLowerCase() }},
      {{ showDay(last.picked_up_on) }} ({{ last.number }}).
      <button type="button" class="link" tabindex="-1" @click="emit('price')">Take it</button>
    </p>
    <p v-if="fuel && draft.fuelKind === 'none'" class="small quiet">
      Surcharge lately: {{ said(fuel) }}, {{ showDay(fuel.picked_up_on) }} ({{ fuel.number }}).
      <button type="button" class="link" tabindex="-1" @click="emit('fuel')">Take it</button>
    </p>
    <div v-for="(line, i) in draft.accessorials" :key="i" class="two">
      <v-text-field
        v-model="line.label"
        label="Charge"
        :error-messages="problems[`/price/accessorials/${i}/label`]"
      />
      <v-text-field
        v-model="line.amount"
        label="Amount"
        prefix="$"
        :error-messages="problems[`/price/accessorials/${i}/amount`]"
      />
    </div>
    <div>
      <charge-menu :agreed="charges" @pick="draft.accessorials.push({ ...$event })" />
    </div>
    <v-text-field
      v-model="draft.confirmed"
      label="Their confirmation says, in all"
      prefix="$"
      :error-messages="problems['/price/confirmed_total']"
      :hint="differs"
      persistent-hint
    />
    <dl class="totals" aria-live="polite" :aria-busy="quoting">
      <dt>Line haul</dt>
      <dd>{{ showDollars(totals?.line_haul ?? '0.00') }}</dd>
      <dt>Fuel surcharge</dt>
      <dd>{{ showDollars(totals?.fuel_surcharge ?? '0.00') }}</dd>
      <dt>Charges</dt>
      <dd>{{ showDollars(totals?.accessorials ?? '0.00') }}</dd>
      <dt class="sum">Total</dt>
      <dd class="sum">{{ showDollars(totals?.total ?? '0.00') }}</dd>
    </dl>
    <p v-if="totals?.credit" class="small credit" :class="{ stops: totals.credit.stops }" role="status">
      {{ totals.credit.text
      }}{{ totals.credit.stops ? ' It cannot be booked so: billing can raise the limit.' : '' }}
    </p>
    <div class="small quiet legs">
      <p v-for="(leg, i) in totals?.legs ?? []" :key="i" class="spread">
        <span>{{ leg.from }} → {{ leg.to }}</span
        ><span class="figure">{{ showMiles(leg.miles) }}</span>
      </p>
      <p v-if="totals?.miles" class="spread">
        <span>{{
          totals.miles_estimated ? 'Miles, partly estimated (great circle × 1.2)' : 'Miles by road'
        }}</span><span class="figure">{{ showMiles(totals.miles) }}</span>
      </p>
      <p v-if="totals?.weight_lb" class="spread">
        <span>Weight</span><span class="figure">{{ showPounds(totals.weight_lb) }}</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.two {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 0.75rem 0.5rem;
}
.totals {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.2rem 0.5rem;
  margin: 0;
  font-variant-numeric: tabular-nums;
}
dd {
  margin: 0;
  text-align: right;
}
.sum {
  font-weight: 700;
  font-size: 1.15rem;
  border-top: 1px solid rgb(var(--v-theme-line));
  padding-top: 0.3rem;
}
.credit {
  color: rgb(var(--v-theme-tight));
  font-weight: 600;
}
.credit.stops {
  color: rgb(var(--v-theme-late));
}
.legs p {
  margin: 0;
}
</style>
