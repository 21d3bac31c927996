<script setup lang="ts">
import type { Scale } from './scale'

/** The ruler above the duty of one or many drivers; it also holds the hatching of what is planned. */
const { scale, now } = defineProps<{ scale: Scale; now: number }>()
</script>

<template>
  <svg :width="scale.x(scale.to)" height="18" aria-hidden="true" class="ruler">
    <defs>
      <pattern
        id="duty-hatch"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="2.5" height="6" class="hatch" />
      </pattern>
    </defs>
    <!-- a tick's word gives way to "now", and to the edge -->
    <template v-for="tick in scale.ticks" :key="tick.at">
      <text
        v-if="
          (scale.x(tick.at) < scale.x(now) - 98 || scale.x(tick.at) > scale.x(now) - 7) &&
          scale.x(tick.at) < scale.x(scale.to) - (tick.day ? 62 : 34)
        "
        :x="scale.x(tick.at) + 3"
        y="12"
        :class="{ day: tick.day }"
      >
        {{ tick.label }}
      </text>
    </template>
    <text :x="scale.x(now) - 4" y="12" class="now">now</text>
  </svg>
</template>

<style scoped>
.ruler {
  display: block;
  overflow: visible;
}
text {
  font-size: 11.5px;
  fill: rgb(var(--v-theme-quiet));
}
.day {
  font-weight: 700;
}
.hatch {
  fill: rgb(var(--v-theme-primary), 0.5);
}
.now {
  fill: rgb(var(--v-theme-late));
  font-weight: 700;
  text-anchor: end;
}
</style>
