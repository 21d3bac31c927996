<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { draw } from './bridgeDrawing'
import { RULE, sayAxles } from './words'

/** The axles to scale, what each weighs, and a bracket over every group that weighs more than it may. */
const { axles, check } = defineProps<{ axles: Schemas['Axles']; check: Schemas['BridgeCheck'] }>()
const MOST = 6
const LEVEL_PX = 24
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
// The worst first; what is beside the figure names them all.
const worst = computed(() => [...check.failures].sort((a, b) => b.over_lb - a.over_lb).slice(0, MOST))
const drawn = computed(() =>
  draw(
    axles.map(({ spacing_ft }) => spacing_ft),
    worst.value,
    Math.max(width.value, 300),
  ),
)
const top = computed(() => (Math.max(-1, ...drawn.value.levels) + 1) * LEVEL_PX + 6)
const at = (axle: number) => drawn.value.x[axle - 1] ?? 0
const brackets = computed(() =>
  worst.value.map((failure, i) => {
    const [from, to] = [at(failure.axles[0] ?? 1) - 9, at(failure.axles[failure.axles.length - 1] ?? 1) + 9]
    return {
      failure,
      from,
      to,
      y: top.value - drawn.value.levels[i]! * LEVEL_PX - 8,
      middle: Math.min(Math.max((from + to) / 2, 62), Math.max(width.value, 300) - 62),
    }
  }),
)
const pounds = (lb: number) => lb.toLocaleString('en-US')
</script>

<template>
  <figure
    ref="box"
    :aria-label="`${axles.length} axles, ${pounds(check.gross_lb)} lb, ${check.legal ? 'within the limits' : `${check.failures.length} groups over their limit`}`"
  >
    <svg :width="Math.max(width, 300)" :height="top + (drawn.low.some(Boolean) ? 66 : 50)" aria-hidden="true">
      <g v-for="({ failure, from, to, y, middle }, i) in brackets" :key="i">
        <path class="over" :d="`M${from} ${y + 6}v-6H${to}v6`" />
        <text :x="middle" :y="y - 4" class="too">
          {{ pounds(failure.weight_lb) }} of {{ pounds(failure.allowed_lb) }}
        </text>
        <title>axles {{ sayAxles(failure.axles) }}, {{ RULE[failure.rule] ?? failure.rule }}</title>
      </g>
      <line :x1="at(1) - 20" :x2="at(axles.length) + 20" :y1="top + 3" :y2="top + 3" class="frame" />
      <line :x1="at(1) - 28" :x2="at(axles.length) + 28" :y1="top + 26" :y2="top + 26" class="ground" />
      <g v-for="(axle, i) in axles" :key="i">
        <circle :cx="drawn.x[i]" :cy="top + 15" r="9" class="wheel" />
        <text :x="drawn.x[i]" :y="top + 19" class="number">{{ i + 1 }}</text>
        <text :x="drawn.x[i]" :y="top + (drawn.low[i] ? 58 : 42)" class="weight">
          {{ pounds(axle.weight_lb) }}
        </text>
        <text v-if="i > 0 && at(i + 1) - at(i) > 34" :x="(at(i) + at(i + 1)) / 2" :y="top + 19" class="feet">
          {{ axle.spacing_ft }} ft
        </text>
      </g>
    </svg>
    <figcaption class="small quiet">
      Spacing in feet, weight under each axle in pounds<template v-if="!check.legal"
        >; over each bracket: what the group weighs, and what it may</template
      >.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  overflow: hidden;
}
svg {
  display: block;
}
text {
  font-size: 12px;
  text-anchor: middle;
  fill: rgb(var(--v-theme-on-surface));
}
.feet {
  fill: rgb(var(--v-theme-quiet));
  font-size: 11.5px;
}
.number {
  fill: rgb(var(--v-theme-surface));
  font-weight: 700;
  font-size: 11px;
}
.wheel {
  fill: rgb(var(--v-theme-secondary));
}
.frame {
  stroke: rgb(var(--v-theme-secondary));
  stroke-width: 4;
}
.ground {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 2;
}
.over {
  fill: none;
  stroke: rgb(var(--v-theme-late));
  stroke-width: 2;
}
.too {
  fill: rgb(var(--v-theme-late));
  font-weight: 600;
}
</style>
