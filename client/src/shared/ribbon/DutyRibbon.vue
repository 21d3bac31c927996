<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { computed } from 'vue'
import type { Schemas } from '../api'
import { showTime } from '../time'
import type { Scale } from './scale'

/**
 * A driver's duty on a shared ruler. Height tells the status: a full bar is driving, a low bar other work, a line in the middle
 * the sleeper, a line at the foot off duty. Filled is recorded, hatched is planned; the wedge is the driving that is
 * legally left, running out.
 */
const {
  recorded,
  planned,
  left,
  now,
  scale,
  zone,
  height = 24,
} = defineProps<{
  recorded: readonly Schemas['DutyStretch'][]
  planned: readonly Schemas['DutyStretch'][]
  left: number
  now: number
  scale: Scale
  zone: string
  height?: number
}>()

const SHAPE = {
  driving: [0.08, 0.84],
  on_duty: [0.55, 0.45],
  yard_move: [0.55, 0.45],
  sleeper: [0.5, 0.14],
  off_duty: [0.86, 0.08],
  personal_use: [0.86, 0.08],
} as const
const WORD = {
  driving: 'driving',
  on_duty: 'on duty',
  yard_move: 'yard move',
  sleeper: 'sleeper',
  off_duty: 'off duty',
  personal_use: 'personal use',
} as const

function bar(stretch: Schemas['DutyStretch']) {
  const [from, to] = [Date.parse(stretch.from), Date.parse(stretch.to)].map(at =>
    scale.x(Math.min(Math.max(at, scale.from), scale.to)),
  ) as [number, number]
  const [top, tall] = SHAPE[stretch.status]
  const minutes = Math.round((Date.parse(stretch.to) - Date.parse(stretch.from)) / 60000)
  return {
    x: from,
    width: Math.max(to - from, 0),
    y: top * height,
    height: tall * height,
    text: `${WORD[stretch.status]} ${showTime(stretch.from, zone, { letters: false })} to ${showTime(stretch.to, zone)}, ${showMinutes(minutes)}`,
  }
}
const done = computed(() => recorded.map(bar).filter(({ width }) => width > 0))
const coming = computed(() => planned.map(bar).filter(({ width }) => width > 0))
const wedge = computed(() => {
  const [from, to] = [scale.x(now), scale.x(Math.min(now + left * 60000, scale.to))]
  return `M${from} ${height * 0.04}L${to} ${height * 0.5}L${from} ${height * 0.96}Z`
})
</script>

<template>
  <svg :width="scale.x(scale.to)" :height="height" aria-hidden="true" class="duty">
    <line
      v-for="tick in scale.ticks"
      :key="tick.at"
      :x1="scale.x(tick.at)"
      :x2="scale.x(tick.at)"
      y1="0"
      :y2="height"
      class="tick"
      :class="{ day: tick.day }"
    />
    <path v-if="left > 0" :d="wedge" class="left">
      <title>driving left: {{ showMinutes(left) }}</title>
    </path>
    <rect
      v-for="(one, i) in done"
      :key="`d${i}`"
      :x="one.x"
      :y="one.y"
      :width="one.width"
      :height="one.height"
      class="done"
    >
      <title>{{ one.text }}</title>
    </rect>
    <rect
      v-for="(one, i) in coming"
      :key="`p${i}`"
      :x="one.x"
      :y="one.y"
      :width="one.width"
      :height="one.height"
      class="coming"
      fill="url(#duty-hatch)"
    >
      <title>planned: {{ one.text }}</title>
    </rect>
    <line :x1="scale.x(now)" :x2="scale.x(now)" y1="0" :y2="height" class="now" />
  </svg>
</template>

<style scoped>
.duty {
  display: block;
}
.done {
  fill: rgb(var(--v-theme-primary));
}
.coming {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1;
}
.left {
  fill: rgb(var(--v-theme-tight), 0.32);
  stroke: rgb(var(--v-theme-tight));
  stroke-width: 1;
}
.tick {
  stroke: rgb(var(--v-theme-line));
  stroke-dasharray: 2 3;
}
.tick.day {
  stroke-dasharray: none;
  stroke-width: 1.5;
}
.now {
  stroke: rgb(var(--v-theme-late));
  stroke-width: 2;
}
</style>
