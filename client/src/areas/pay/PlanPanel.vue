<script setup lang="ts">
import { ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { showDay } from '@/shared/time'
import PlanForm from './PlanForm.vue'
import { planWords } from './words'

/** A driver's rates, each from its day on. */
const {
  plans,
  settles,
  today,
  busy,
  problem = undefined,
} = defineProps<{
  plans: Schemas['PayPlan'][]
  settles: boolean
  today: string
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{ keep: [input: Omit<Schemas['PayPlanInput'], 'key'>, kept: () => void] }>()
const open = ref(false)
// Before there is a second plan the first has held for ever.
const since = (plan: Schemas['PayPlan']) =>
  plan.in_force_from <= '2000-01-01' ? 'always' : `from ${showDay(plan.in_force_from)}`
</script>

<template>
  <section class="panel pad" aria-label="Rates">
    <div class="spread">
      <h2>Rates</h2>
      <v-btn v-if="settles && !open" size="small" variant="tonal" @click="open = true"
        >Other rates from a day on</v-btn
      >
    </div>
    <ul class="rows">
      <li v-for="(plan, i) in plans" :key="plan.in_force_from" :class="{ quiet: i }">
        <strong class="since">{{ since(plan) }}</strong> {{ planWords(plan) }}
      </li>
    </ul>
    <plan-form
      v-if="open"
      :plan="plans[0]"
      :plans="plans"
      :today="today"
      :busy="busy"
      :problem="problem"
      @close="open = false"
      @keep="
        input =>
          emit('keep', input, () => {
            open = false
          })
      "
    />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
.rows {
  list-style: none;
  padding: 0;
  margin-top: 0.3rem;
}
.since {
  display: inline-block;
  min-width: 8.5rem;
}
</style>
