<script setup lang="ts">
import { ref, watch } from 'vue'
import { CHARGES } from '@/areas/freight/charges'
import { api } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import CustomerField from '@/shared/typed/CustomerField.vue'
import { useAct } from '@/shared/useAct'
import AgreeDialog from './AgreeDialog.vue'
import type { Agreed } from './agreed'

/** What a charge is, for everybody or for one customer. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [agreed: Agreed] }>()
const KINDS = CHARGES.map(([code, title]) => ({ value: code ?? 'other', title }))
type Code = 'lumper' | 'other'
const fresh = () => ({ customer_id: null as number | null, code: 'lumper', label: 'Lumper', amount: '' })
const typed = ref(fresh())
watch(open, shown => {
  if (!shown) return
  typed.value = fresh()
  trouble.value = undefined
})
watch(
  () => typed.value.code,
  (now, before) => {
    const title = (code: string) => KINDS.find(({ value }) => value === code)?.title
    if (typed.value.label === title(before)) typed.value.label = title(now) ?? ''
  },
)
const { busy, trouble, act } = useAct<Agreed>(agreed => {
  open.value = false
  emit('done', agreed)
})
const send = () =>
  act(() =>
    api.PUT('/api/charge-prices', {
      body: {
        ...typed.value,
        code: typed.value.code as Code,
        amount: parseDollars(typed.value.amount) ?? typed.value.amount,
      },
    }),
  )
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const elsewhere = () => trouble.value && !Object.keys(typed.value).some(field => at(field))
</script>

<template>
  <agree-dialog
    v-model="open"
    title="What a charge is"
    :ready="!!typed.label.trim() && !!parseDollars(typed.amount)"
    :busy="busy"
    :trouble="elsewhere() ? trouble : undefined"
    @agree="send"
  >
    <v-select v-model="typed.code" label="For" :items="KINDS" />
    <v-text-field v-model="typed.label" label="As the bill says it" :error-messages="at('label')" />
    <amount-field v-model="typed.amount" label="Dollars" :error-messages="at('amount')" />
    <customer-field v-model="typed.customer_id" label="Customer, none for all" :error="at('customer_id')" />
  </agree-dialog>
</template>
