<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { showDay } from '@/shared/time'

type Account = Omit<Schemas['BankAccountInput'], 'key'>
/** Where a driver's net goes. */
const { problem, keep } = defineProps<{
  bank: Schemas['DriverPay']['bank']
  settles: boolean
  busy: boolean
  problem: Problem | undefined
  keep: (account: Account) => Promise<boolean>
}>()
const EMPTY: Account = { routing: '', account: '', kind: 'checking' }
const KINDS = [
  { value: 'checking', title: 'Checking' },
  { value: 'savings', title: 'Savings' },
]
const typed = ref({ ...EMPTY })
const at = (path: string) => (problem?.path === path ? problem.message : undefined)
const whole = computed(
  () => /^\d{9}$/.test(typed.value.routing.trim()) && typed.value.account.trim().length >= 4,
)
async function submit() {
  const { routing, account, kind } = typed.value
  if (await keep({ routing: routing.trim(), account: account.trim(), kind })) typed.value = { ...EMPTY }
}
</script>

<template>
  <section class="panel pad" aria-label="Bank">
    <h2>Bank account</h2>
    <p v-if="bank">
      {{ bank.kind === 'savings' ? 'Savings' : 'Checking' }} account that {{ bank.account }}, routing
      {{ bank.routing
      }}<span class="quiet"
        >, {{ bank.prenote_on ? `prenote sent ${showDay(bank.prenote_on)}` : 'not proven yet' }}</span
      >
    </p>
    <p v-else class="quiet">None: this driver is paid by cheque.</p>
    <p v-if="settles" class="small quiet">
      Another account waits for a second person; the driver is texted, and it is proven before money goes
      there.
    </p>
    <form v-if="settles" class="short-form" @submit.prevent="submit">
      <v-text-field
        v-model="typed.routing"
        label="Routing number"
        inputmode="numeric"
        :error-messages="at('/routing')"
      /><v-text-field
        v-model="typed.account"
        label="Account number"
        :error-messages="at('/account')"
      /><v-select v-model="typed.kind" label="Kind" :items="KINDS" /><v-btn
        type="submit"
        variant="tonal"
        :disabled="!whole"
        :loading="busy"
        >Keep it</v-btn
      >
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
</style>
