<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleFor } from '@/shared/ribbon/scale'
import UnknownHours from '@/shared/UnknownHours.vue'

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
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const now = computed(() => Date.parse(fit.recorded.at(-1)?.to ?? fit.begins_at))
// Of a crew without a record there may be nothing to draw but the present.
const HOUR_MS = 3_600_000
const drawn = computed(() => (span.length ? [...span] : [now.value, now.value + HOUR_MS]))
const scale = computed(() => scaleFor(drawn.value, Math.max(width.value, 100), fit.crew.zone))
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
  <div ref="strip" class="strip">
    <duty-ruler :scale="scale" :now="now" /><duty-ribbon
      :recorded="fit.recorded"
      :planned="fit.planned"
      :left="0"
      :now="now"
      :scale="scale"
      :zone="fit.crew.zone"
      :height="24"
    />
  </div>
</template>

<style scoped>
.reasons {
  margin: 0.2rem 0;
  padding-left: 1.1rem;
}
.reasons .block {
  font-weight: 600;
}
.strip {
  overflow: hidden;
  margin: 0.35rem 0;
}
</style>
