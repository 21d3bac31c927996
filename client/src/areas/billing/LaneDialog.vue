<script setup lang="ts">
import { ref, watch } from 'vue'
import { api } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import CustomerField from '@/shared/typed/CustomerField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import AgreeDialog from './AgreeDialog.vue'
import type { Agreed } from './agreed'

/** A price that stands for a customer's lane: a booking on it is filled with it. */
const open = defineModel<boolean>({ required: true })
const { today } = defineProps<{ today: string }>()
const emit = defineEmits<{ done: [agreed: Agreed] }>()
const fresh = () => ({
  customer_id: null as number | null,
  origin: '',
  destination: '',
  price_kind: 'flat' as Agreed['lanes'][number]['price_kind'],
  rate: '',
  from_on: today,
  until_on: '',
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
const send = () =>
  act(() =>
    api.PUT('/api/lane-prices', {
      body: {
        ...typed.value,
        customer_id: typed.value.customer_id ?? 0,
        rate: parseDollars(typed.value.rate) ?? typed.value.rate,
        until_on: typed.value.until_on || null,
      },
    }),
  )
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const elsewhere = () => trouble.value && !Object.keys(typed.value).some(field => at(field))
</script>

<template>
  <agree-dialog
    v-model="open"
    title="A price for a lane"
    :ready="!!typed.customer_id && !!typed.origin.trim() && !!typed.destination.trim() && !!typed.rate"
    :busy="busy"
    :trouble="elsewhere() ? trouble : undefined"
    @agree="send"
  >
    <customer-field v-model="typed.customer_id" class="whole" label="Customer" :error="at('customer_id')" />
    <v-text-field
      v-model="typed.origin"
      label="From, a town or a state"
      placeholder="Boise, ID"
      :error-messages="at('origin')"
    />
    <v-text-field
      v-model="typed.destination"
      label="To, a town or a state"
      placeholder="OR"
      :error-messages="at('destination')"
    />
    <v-select
      v-model="typed.price_kind"
      label="Priced"
      :items="[
        { value: 'flat', title: 'Flat' },
        { value: 'per_mile', title: 'Per mile' },
        { value: 'per_hundredweight', title: 'Per hundredweight' },
        { value: 'per_ton', title: 'Per ton' },
      ]"
    />
    <amount-field v-model="typed.rate" label="Dollars" :error-messages="at('rate')" />
    <day-field v-model="typed.from_on" label="Holds from" :error-messages="at('from_on')" />
    <day-field v-model="typed.until_on" label="Last day, if any" :error-messages="at('until_on')" />
  </agree-dialog>
</template>
