<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { useSession } from '@/shared/session'
import { dayAt } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'

/** The invoice of a load whose papers are in: written down by the settlement clerk, then the day it was paid. */
const {
  load,
  busy,
  problem = undefined,
} = defineProps<{ load: Schemas['Load']; busy: boolean; problem?: Problem }>()
const emit = defineEmits<{
  billed: [invoice: { invoice_number: string; invoiced_on: string }]
  paid: [paidOn: string]
}>()
const session = useSession()
const acts = computed(() => actsOf(load.allowed_acts))
const today = computed(() => dayAt(session.now(), session.zone))
const number = ref('')
const day = ref(today.value)
const at = (path: string) => (problem?.path === path ? problem.message : undefined)
const submit = () =>
  acts.value.may('bill')
    ? emit('billed', { invoice_number: number.value, invoiced_on: day.value })
    : emit('paid', day.value)
</script>

<template>
  <section v-if="load.invoice || acts.may('bill')" class="panel pad" aria-label="Invoice">
    <h2>Invoice</h2>
    <p v-if="load.invoice">
      <strong>{{ load.invoice.number }}</strong> of {{ load.invoice.invoiced_on
      }}<template v-if="load.invoice.paid_on">, paid {{ load.invoice.paid_on }}</template
      ><span v-else class="quiet">, not paid yet</span>
    </p>
    <form v-if="acts.may('bill', 'note_payment')" class="row wrap" @submit.prevent="submit">
      <v-text-field
        v-if="acts.may('bill')"
        v-model="number"
        label="Invoice number"
        :error-messages="at('/invoice_number')"
      />
      <day-field
        v-model="day"
        :label="acts.may('bill') ? 'Invoiced on' : 'Paid on'"
        :max="today"
        :error-messages="at('/invoiced_on') ?? at('/paid_on')"
      />
      <v-btn
        type="submit"
        color="primary"
        :loading="busy"
        :disabled="!day || (acts.may('bill') && !number.trim())"
        >{{ acts.may('bill') ? 'Mark as billed' : 'Mark as paid' }}</v-btn
      >
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
  gap: 0.7rem;
  align-items: start;
  margin-top: 0.5rem;
}
.wrap > .v-input {
  flex: 1 1 10rem;
}
</style>
