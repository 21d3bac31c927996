<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleFor } from '@/shared/ribbon/scale'

/** What is recorded of a crew and planned for it, on a ribbon with its hours. */
const { plan, span, now, zone } = defineProps<{
  plan: Pick<Schemas['ComparedFit'], 'recorded' | 'planned'>
  /** The instants that the ribbon reaches over; those around the present where there are none. */
  span: readonly number[]
  now: number
  zone: string
}>()
const HOUR_MS = 3_600_000
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
// Of a crew without a record there may be nothing to draw but the present.
const drawn = computed(() => (span.length ? [...span] : [now, now + HOUR_MS]))
const scale = computed(() => scaleFor(drawn.value, Math.max(width.value, 100), zone))
</script>

<template>
  <div ref="strip" class="strip">
    <duty-ruler :scale="scale" :now="now" /><duty-ribbon
      :recorded="plan.recorded"
      :planned="plan.planned"
      :left="0"
      :now="now"
      :scale="scale"
      :zone="zone"
      :height="24"
    />
  </div>
</template>

<style scoped>
.strip {
  overflow: hidden;
  margin: 0.35rem 0;
}
</style>
