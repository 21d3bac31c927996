<script setup lang="ts">
import { reactive, ref } from 'vue'
import type { Problem } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'

/** A partner's bill: its figures, and the file itself. */
const {
  agreed,
  quickPay = undefined,
  trouble = undefined,
} = defineProps<{
  agreed: string
  quickPay?: { days: number; percent: string } | null | undefined
  busy: boolean
  trouble?: Problem | undefined
}>()
export interface Bill {
  number: string
  billed_on: string
  total: string
  quick_pay: boolean
}
const emit = defineEmits<{ sent: [bill: Bill, file: File | undefined] }>()
const form = reactive({ number: '', billed_on: '', total: agreed, quick_pay: false })
const file = ref<File>()
const at = (path: string) => (trouble?.path === path ? trouble.message : undefined)
const send = () =>
  emit('sent', { ...form, total: parseDollars(form.total) ?? form.total }, file.value ?? undefined)
</script>

<template>
  <form class="grid" aria-label="Bill" @submit.prevent="send">
    <v-text-field v-model="form.number" label="Bill number" :error-messages="at('/number')" />
    <day-field v-model="form.billed_on" label="Of" :error-messages="at('/billed_on')" />
    <amount-field
      v-model="form.total"
      label="Total"
      :hint="`${showDollars(agreed)} is agreed`"
      persistent-hint
      :error-messages="at('/total')"
    />
    <v-file-input
      v-model="file"
      label="The bill, photo or PDF"
      accept="image/*,application/pdf"
      prepend-icon=""
      :error-messages="at('/file')"
    />
    <v-checkbox
      v-if="quickPay"
      v-model="form.quick_pay"
      :label="`Quick pay: after ${quickPay.days} days, less ${quickPay.percent} percent`"
    />
    <v-btn type="submit" color="primary" :loading="busy" :disabled="!form.number.trim() || !form.billed_on"
      >Send the bill</v-btn
    >
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
</style>
