<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { showTime } from '../time'
import { scaleFor } from './scale'
import type { Lane, Mark } from './marks'

/**
 * A strip of time on a shared ruler. Marks are told apart by shape first: a bracket is what was promised, a hatched bar what
 * is planned, a filled bar what has happened, a disc an event.
 */
const { lanes, zone, now } = defineProps<{ lanes: Lane[]; zone: string; now: number; label: string }>()
const LANE = 26
const HEAD = 18
const NAME = 76
// A bracket narrower than this has no room for its letter; its title still says it.
const LETTER = 20

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const marks = computed(() => lanes.flatMap(lane => lane.marks))
const scale = computed(() =>
  scaleFor(
    [...marks.value.flatMap(mark => [mark.from, mark.to ?? mark.from])],
    Math.max(width.value - NAME - 8, 120),
    zone,
  ),
)
const height = computed(() => HEAD + lanes.length * LANE + 4)
const x = (instant: number) => NAME + scale.value.x(instant)
const nowShown = computed(() => now >= scale.value.from && now <= scale.value.to)
const said = (mark: Mark) =>
  `${mark.label}: ${showTime(mark.from, mark.zone ?? zone)}${mark.to ? ` to ${showTime(mark.to, mark.zone ?? zone)}` : ''}`
</script>

<template>
  <figure ref="box" class="ribbon" :aria-label="label">
    <svg
      v-if="width && marks.length"
      :width="width"
      :height="height"
      role="img"
      :aria-label="marks.map(said).join('; ')"
    >
      <defs>
        <pattern
          id="planned"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="2.5" height="6" class="hatch" />
        </pattern>
      </defs>
      <g v-for="tick in scale.ticks" :key="tick.at">
        <line
          :x1="x(tick.at)"
          :x2="x(tick.at)"
          :y1="HEAD - 3"
          :y2="height"
          class="tick"
          :class="{ day: tick.day }"
        />
        <text :x="x(tick.at) + 3" y="11" class="label" :class="{ day: tick.day }">{{ tick.label }}</text>
      </g>
      <g v-for="(lane, i) in lanes" :key="lane.name" :transform="`translate(0 ${HEAD + i * LANE})`">
        <text x="0" y="17" class="name">{{ lane.name }}</text>
        <g v-for="(mark, j) in lane.marks" :key="j">
          <title>{{ said(mark) }}</title>
          <path
            v-if="mark.shape === 'promise'"
            class="promise"
            :d="`M${x(mark.from) + 4} 4h-4v16h4M${Math.max(x(mark.to ?? mark.from), x(mark.from) + 5) - 4} 4h4v16h-4`"
          />
          <rect
            v-else-if="mark.shape === 'plan'"
            class="plan"
            fill="url(#planned)"
            :x="x(mark.from)"
            y="7"
            :width="Math.max(x(mark.to ?? mark.from) - x(mark.from), 2)"
            height="10"
          />
          <rect
            v-else-if="mark.shape === 'done'"
            class="done"
            :x="x(mark.from)"
            y="7"
            :width="Math.max(x(mark.to ?? mark.from) - x(mark.from), 2)"
            height="10"
          />
          <circle v-else class="event" :cx="x(mark.from)" cy="12" r="5" />
          <text
            v-if="
              mark.letter && (mark.shape !== 'promise' || x(mark.to ?? mark.from) - x(mark.from) > LETTER)
            "
            :x="x(mark.from) + (mark.shape === 'promise' ? 7 : 8)"
            y="16"
            class="letter"
          >
            {{ mark.letter }}
          </text>
        </g>
      </g>
      <g v-if="nowShown">
        <line :x1="x(now)" :x2="x(now)" :y1="HEAD - 4" :y2="height" class="now" />
        <text :x="x(now) - 3" :y="height - 2" class="nowlabel">now</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.ribbon {
  margin: 0;
  width: 100%;
  overflow: hidden;
}
text {
  font-size: 11.5px;
  fill: rgb(var(--v-theme-on-surface));
}
.label {
  fill: rgb(var(--v-theme-quiet));
}
.label.day {
  font-weight: 700;
}
.name {
  fill: rgb(var(--v-theme-quiet));
}
.tick {
  stroke: rgb(var(--v-theme-line));
  stroke-dasharray: 2 3;
}
.tick.day {
  stroke-dasharray: none;
}
.promise {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2;
}
.plan {
  stroke: rgb(var(--v-theme-primary));
}
.hatch {
  fill: rgb(var(--v-theme-primary), 0.45);
}
.done,
.event {
  fill: rgb(var(--v-theme-primary));
}
.letter {
  font-weight: 700;
}
.now {
  stroke: rgb(var(--v-theme-late));
  stroke-width: 2;
}
.nowlabel {
  fill: rgb(var(--v-theme-late));
  font-weight: 700;
  text-anchor: end;
}
</style>
