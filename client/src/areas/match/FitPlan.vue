<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import UnknownHours from '@/shared/UnknownHours.vue'
import PlanRibbon from './PlanRibbon.vue'

/** Why a fit is as it is judged, and its plan on the crew's ribbon. */
const {
  fit,
  span,
  besides = [],
} = defineProps<{
  fit: Schemas['ComparedFit']
  span: readonly number[]
  /** What else is to be said before it, of others than the crew. */
  besides?: readonly Schemas['FitRow']['reasons'][number][]
}>()
const now = computed(() => Date.parse(fit.recorded.at(-1)?.to ?? fit.begins_at))
const reasons = computed(() => [...besides, ...fit.reasons])
</script>

<template>
  <ul v-if="reasons.length" class="reasons">
    <li
      v-for="reason in reasons"
      :key="reason.code + reason.text"
      :class="reason.effect"
      :title="reason.source"
    >
      {{ reason.text }} <span v-if="reason.effect === 'block'" class="small quiet">Blocks.</span
      ><unknown-hours v-if="reason.code === 'hours_unknown'" :drivers="fit.crew.driver_ids" />
    </li>
  </ul>
  <ul class="reasons">
    <li v-for="said in fit.sentences" :key="said">{{ said }}</li>
  </ul>
  <plan-ribbon :plan="fit" :span="span" :now="now" :zone="fit.crew.zone" />
</template>

<style scoped>
.reasons {
  margin: 0.2rem 0;
  padding-left: 1.1rem;
}
.reasons .block {
  font-weight: 600;
}
</style>
