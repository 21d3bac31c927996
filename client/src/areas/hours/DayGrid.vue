<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { scaleBetween } from '@/shared/ribbon/scale'
import { showClockMinutes, type Status } from './words'

/** The record of a day as a graph grid: four lines of status over the day's own hours, 23 to 25 of them. */
const { day, zone } = defineProps<{ day: Schemas['DriverHours']['days'][number]; zone: string }>()
const LINES: { name: string; of: Status[] }[] = [
  { name: 'Off duty', of: ['off_duty', 'personal_use'] },
  { name: 'Sleeper', of: ['sleeper'] },
  { name: 'Driving', of: ['driving'] },
  { name: 'On duty', of: ['on_duty', 'yard_move'] },
]
const ROW = 24
const LEFT = 62
const RIGHT = 44

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const scale = computed(() =>
  scaleBetween(Date.parse(day.from), Date.parse(day.to), Math.max(width.value - LEFT - RIGHT, 100), zone),
)
const line = (status: Status) => LINES.findIndex(({ of }) => of.includes(status))
const x = (iso: string) => LEFT + scale.value.x(Date.parse(iso))
const path = computed(() =>
  day.stretches
    .map(
      (stretch, i) =>
        `${i ? 'L' : 'M'}${x(stretch.from)} ${20 + (line(stretch.status) + 0.5) * ROW}H${x(stretch.to)}`,
    )
    .join(''),
)
const minutes = (i: number) =>
  day.stretches
    .filter(({ status }) => line(status) === i)
    .reduce((sum, { from, to }) => sum + (Date.parse(to) - Date.parse(from)) / 60000, 0)
const said = computed(() => LINES.map(({ name }, i) => `${name} ${showClockMinutes(minutes(i))}`).join(', '))
</script>

<template>
  <figure ref="box" class="grid">
    <svg
      v-if="width"
      :width="width"
      :height="26 + 4 * ROW"
      role="img"
      :aria-label="`Record of ${day.date}: ${said}`"
    >
      <g v-for="tick in scale.ticks" :key="tick.at">
        <line
          :x1="LEFT + scale.x(tick.at)"
          :x2="LEFT + scale.x(tick.at)"
          y1="20"
          :y2="20 + 4 * ROW"
          class="tick"
        />
        <text :x="LEFT + scale.x(tick.at)" y="13" class="hour">{{ tick.label.replace(':00', '') }}</text>
      </g>
      <g v-for="(one, i) in LINES" :key="one.name">
        <line :x1="LEFT" :x2="width - RIGHT" :y1="20 + (i + 1) * ROW" :y2="20 + (i + 1) * ROW" class="tick" />
        <text x="0" :y="20 + i * ROW + 16">{{ one.name }}</text>
        <text :x="width" :y="20 + i * ROW + 16" class="sum">{{ showClockMinutes(minutes(i)) }}</text>
      </g>
      <path :d="path" class="drawn" />
    </svg>
  </figure>
</template>

<style scoped>
.grid {
  width: 100%;
  overflow: hidden;
}
text {
  font-size: 12px;
  fill: rgb(var(--v-theme-on-surface));
}
.hour {
  fill: rgb(var(--v-theme-quiet));
  text-anchor: middle;
  font-size: 11px;
}
.sum {
  text-anchor: end;
  font-weight: 700;
}
.tick {
  stroke: rgb(var(--v-theme-line));
}
.drawn {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3;
  stroke-linejoin: round;
}
</style>
