<script setup lang="ts">
import { ref, watch } from 'vue'
import { api } from '@/shared/api'
import AmountField from '@/shared/typed/AmountField.vue'
import CustomerField from '@/shared/typed/CustomerField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { parseDollars } from '@/shared/measure'
import { useAct } from '@/shared/useAct'
import AgreeDialog from './AgreeDialog.vue'
import { COUNTING, scaleSaid, type Agreed, type Scale } from './agreed'

/** A customer's own fuel scale from a day on; from the same day it takes the place of what was there. */
const open = defineModel<boolean>({ required: true })
const { from = undefined, today } = defineProps<{ from?: Scale | undefined; today: string }>()
const emit = defineEmits<{ done: [agreed: Agreed] }>()
const fresh = () => ({
  customer_id: from?.customer_id ?? null,
  from_on: from?.from_on ?? today,
  region: from?.region ?? 'US',
  kind: from?.kind ?? ('per_mile' as Scale['kind']),
  base: from?.base ?? '',
  step: from?.step ?? '',
  each: from?.each ?? '',
  counting: from?.counting ?? ('begun' as Scale['counting']),
  places: from?.places ?? 2,
  lag_days: from?.lag_days ?? 0,
})
const typed = ref(fresh())
watch(open, shown => {
  if (!shown) return
  typed.value = fresh()
  trouble.value = undefined
})
const { busy, trouble, act } = useAct<Agreed>(agreed => {
  open.value = false
  emit('done', agreed)
})
const dollars = (text: string) => parseDollars(text) ?? text
const said = () => {
  const { base, step, each } = typed.value
  return [base, step, each].every(text => parseDollars(text))
    ? scaleSaid({ ...typed.value, base: dollars(base), step: dollars(step), each: dollars(each) })
    : ''
}
const send = () =>
  act(() => {
    const { customer_id, base, step, each, places, lag_days, ...rest } = typed.value
    return api.PUT('/api/fuel-scales', {
      body: {
        ...rest,
        customer_id: customer_id ?? 0,
        base: dollars(base),
        step: dollars(step),
        each: dollars(each),
        places: Number(places),
        lag_days: Number(lag_days),
      },
    })
  })
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const FIELDS = ['customer_id', 'from_on', 'region', 'base', 'step', 'each', 'lag_days']
const elsewhere = () => trouble.value && !FIELDS.some(field => at(field))
</script>

<template>
  <agree-dialog
    v-model="open"
    title="A fuel scale"
    :ready="!!typed.customer_id && !!said()"
    :busy="busy"
    :trouble="elsewhere() ? trouble : undefined"
    @agree="send"
  >
    <p v-if="from">{{ from.customer }}</p>
    <customer-field
      v-else
      v-model="typed.customer_id"
      label="Customer"
      autofocus
      :error="at('customer_id')"
    />
    <day-field v-model="typed.from_on" label="Holds from" :error-messages="at('from_on')" />
    <v-select
      v-model="typed.kind"
      label="Surcharge"
      :items="[
        { value: 'per_mile', title: 'Dollars a mile' },
        { value: 'percent', title: 'Percent of line haul' },
      ]"
    />
    <amount-field
      v-model="typed.each"
      :label="typed.kind === 'percent' ? 'Percent for each step' : 'Dollars a mile for each step'"
      :error-messages="at('each')"
    />
    <amount-field v-model="typed.base" label="Above, dollars a gallon" :error-messages="at('base')" />
    <amount-field v-model="typed.step" label="Step, dollars a gallon" :error-messages="at('step')" />
    <v-select v-model="typed.counting" label="Steps count" :items="COUNTING" />
    <v-select v-model="typed.places" label="Rounded to decimals" :items="[0, 1, 2, 3, 4]" />
    <v-text-field v-model="typed.region" label="Diesel of region" :error-messages="at('region')" />
    <v-text-field
      v-model="typed.lag_days"
      label="A price holds after, days"
      inputmode="numeric"
      :error-messages="at('lag_days')"
    />

    <p v-if="said()" class="small whole">{{ said() }}.</p>
  </agree-dialog>
</template>
