<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'

type Order = Omit<Schemas['GarnishmentInput'], 'key' | 'driver_id' | 'from_on'>
/** Orders of a court that are taken from a driver's pay. */
const { problem, keep } = defineProps<{
  orders: Schemas['DriverPay']['garnishments']
  settles: boolean
  busy: boolean
  problem: Problem | undefined
  keep: (order: Order) => Promise<boolean>
}>()
defineEmits<{ end: [id: number] }>()
interface Typed {
  kind: Order['kind']
  label: string
  amount: string
  limit: string
}
const EMPTY: Typed = { kind: 'ordinary', label: '', amount: '', limit: '' }
const KINDS = [
  { value: 'ordinary', title: 'Ordinary' },
  { value: 'support', title: 'Support' },
]
const typed = ref<Typed>({ ...EMPTY })
const at = (path: string) => (problem?.path === path ? problem.message : undefined)
const whole = computed(
  () =>
    !!typed.value.label.trim() &&
    !!parseDollars(typed.value.amount) &&
    (!typed.value.limit.trim() || !!parseDollars(typed.value.limit)),
)
async function submit() {
  const { kind, label, amount, limit } = typed.value
  const kept = await keep({
    kind,
    label: label.trim(),
    amount: parseDollars(amount) ?? '',
    limit_percent: limit.trim() ? (parseDollars(limit) ?? null) : null,
  })
  if (kept) typed.value = { ...EMPTY }
}
</script>

<template>
  <section class="panel pad" aria-label="Orders of a court">
    <h2>Orders of a court</h2>
    <ul class="rows">
      <li v-for="one in orders" :key="one.id" class="spread">
        <span
          >{{ one.label }}, {{ showDollars(one.amount) }} a period<span class="quiet"
            >, {{ one.kind === 'support' ? `support, up to ${one.limit_percent ?? 50} %` : 'ordinary'
            }}<template v-if="one.to_on">, ended {{ showDay(one.to_on) }}</template></span
          ></span
        ><v-btn
          v-if="settles && !one.to_on && one.id"
          size="small"
          variant="text"
          @click="$emit('end', one.id)"
          >End it today</v-btn
        >
      </li>
    </ul>
    <form v-if="settles" class="short-form" @submit.prevent="submit">
      <v-select v-model="typed.kind" label="Kind" :items="KINDS" /><v-text-field
        v-model="typed.label"
        label="Name"
      /><amount-field
        v-model="typed.amount"
        label="Dollars a period"
        :error-messages="at('/amount')"
      /><amount-field
        v-if="typed.kind === 'support'"
        v-model="typed.limit"
        label="Limit, %, else 50"
        :error-messages="at('/limit_percent')"
      /><v-btn type="submit" variant="tonal" :disabled="!whole" :loading="busy">Keep it</v-btn>
    </form>
    <p class="small quiet mt-1">
      Held to the federal limits of 15 U.S.C. 1673, support first. Tax levies, bankruptcy orders and lower
      state limits are not covered.
    </p>
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
