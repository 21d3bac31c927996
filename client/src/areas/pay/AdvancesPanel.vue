<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'

type Advance = Omit<Schemas['AdvanceInput'], 'key' | 'driver_id' | 'from_on'>
/** What a driver has been given in advance, and the giving of more. */
const { problem, give } = defineProps<{
  advances: Schemas['DriverPay']['advances']
  settles: boolean
  busy: boolean
  problem: Problem | undefined
  give: (advance: Advance) => Promise<boolean>
}>()
const EMPTY = { label: '', principal: '', fee: '', installments: '1' }
const typed = ref({ ...EMPTY })
const at = (path: string) => (problem?.path === path ? problem.message : undefined)
const whole = computed(
  () =>
    !!typed.value.label.trim() &&
    !!parseDollars(typed.value.principal) &&
    /^\d{1,3}$/.test(typed.value.installments),
)
async function submit() {
  const { label, principal, fee, installments } = typed.value
  const given = await give({
    label: label.trim(),
    principal: parseDollars(principal) ?? '',
    ...(fee.trim() ? { fee_percent: parseDollars(fee) ?? '' } : {}),
    installments: Number(installments),
  })
  if (given) typed.value = { ...EMPTY }
}
</script>

<template>
  <section class="panel pad" aria-label="Advances">
    <h2>Advances</h2>
    <ul class="rows">
      <li v-for="one in advances" :key="one.id">
        {{ one.label }}, {{ showDollars(one.principal) }}:
        <span class="quiet">{{ one.taken }} of {{ one.installments }} parts taken</span>
      </li>
    </ul>
    <form v-if="settles" class="short-form" @submit.prevent="submit">
      <v-text-field v-model="typed.label" label="What for" /><amount-field
        v-model="typed.principal"
        label="Dollars"
        :error-messages="at('/principal')"
      /><amount-field v-model="typed.fee" label="Fee, %" /><v-text-field
        v-model="typed.installments"
        label="Parts"
        inputmode="numeric"
      /><v-btn type="submit" variant="tonal" :disabled="!whole" :loading="busy">Give it</v-btn>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
.rows {
  list-style: none;
  padding: 0;
}
</style>
