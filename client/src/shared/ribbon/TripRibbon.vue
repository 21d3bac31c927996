<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { computed } from 'vue'
import type { Schemas } from '../api'
import { showTime } from '../time'
import type { Scale } from './scale'

/**
 * A trip on a shared ruler: a bracket is what was promised at a stop, a filled bar the time at it, a disc an arrival, a diamond the
 * arrival that is foreseen; it stands outside its bracket, and is open, where the stop will be reached too late.
 */
const {
  stops,
  scale,
  now,
  height = 30,
} = defineProps<{ stops: readonly Schemas['RoadStop'][]; scale: Scale; now: number; height?: number }>()
const clamp = (at: string | null | undefined) =>
  at ? scale.x(Math.min(Math.max(Date.parse(at), scale.from), scale.to)) : undefined
const LETTERS: Record<string, string> = { pickup: 'P', delivery: 'D' }
const marks = computed(() =>
  stops.map(stop => {
    const [from, to] = [clamp(stop.from ?? stop.to), clamp(stop.to ?? stop.from)]
    const [arrived, left] = [
      clamp(stop.arrived_at),
      clamp(stop.left_at ?? stop.worked_at ?? (stop.arrived_at ? new Date(now).toISOString() : null)),
    ]
    const forecast = stop.arrived_at ? undefined : clamp(stop.forecast_at)
    const said = [
      `${stop.kind} ${stop.town}`,
      (stop.from ?? stop.to) && `promised ${showTime((stop.from ?? stop.to)!, stop.zone)}`,
      stop.arrived_at && `arrived ${showTime(stop.arrived_at, stop.zone)}`,
      forecast !== undefined &&
        `foreseen ${showTime(stop.forecast_at!, stop.zone)}${stop.late_minutes ? `, ${showMinutes(stop.late_minutes)} late` : ''}`,
    ]
      .filter(Boolean)
      .join(', ')
    return {
      stop,
      from,
      to: to !== undefined && from !== undefined ? Math.max(to, from + 5) : to,
      arrived,
      left,
      forecast,
      said,
      letter: LETTERS[stop.kind] ?? '',
    }
  }),
)
const way = computed(() => {
  const at = marks.value
    .flatMap(({ arrived, forecast }) => [arrived, forecast])
    .filter((x): x is number => x !== undefined)
  return at.length > 1 ? [Math.min(...at), Math.max(...at)] : undefined
})
const middle = computed(() => height / 2 + 3)
</script>

<template>
  <svg
    :width="scale.x(scale.to)"
    :height="height"
    class="trip"
    role="img"
    :aria-label="marks.map(({ said }) => said).join('; ')"
  >
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
    <line v-if="way" :x1="way[0]" :x2="way[1]" :y1="middle" :y2="middle" class="way" />
    <g v-for="mark in marks" :key="mark.stop.stop_id">
      <title>{{ mark.said }}</title>
      <path
        v-if="mark.from !== undefined && mark.to !== undefined"
        class="promise"
        :d="`M${mark.from + 4} 3h-4v${height - 6}h4M${mark.to - 4} 3h4v${height - 6}h-4`"
      />
      <text v-if="mark.from !== undefined && mark.letter" :x="mark.from + 2" y="9" class="letter">
        {{ mark.letter }}
      </text>
      <rect
        v-if="mark.arrived !== undefined && mark.left !== undefined"
        class="done"
        :x="mark.arrived"
        :y="middle - 4"
        :width="Math.max(mark.left - mark.arrived, 2)"
        height="8"
      />
      <circle v-if="mark.arrived !== undefined" class="done" :cx="mark.arrived" :cy="middle" r="4.5" />
      <path
        v-if="mark.forecast !== undefined"
        class="forecast"
        :class="{ late: mark.stop.late_minutes }"
        :d="`M${mark.forecast} ${middle - 7}l7 7-7 7-7-7z`"
      />
    </g>
    <line :x1="scale.x(now)" :x2="scale.x(now)" y1="0" :y2="height" class="now" />
  </svg>
</template>

<style scoped>
.trip {
  display: block;
}
.tick {
  stroke: rgb(var(--v-theme-line));
  stroke-dasharray: 2 3;
}
.tick.day {
  stroke-dasharray: none;
  stroke-width: 1.5;
}
.way {
  stroke: rgb(var(--v-theme-quiet));
  stroke-width: 1.5;
  stroke-dasharray: 5 3;
}
.promise {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.8;
}
.letter {
  font-size: 9.5px;
  font-weight: 700;
  fill: rgb(var(--v-theme-on-surface));
}
.done {
  fill: rgb(var(--v-theme-primary));
}
.forecast {
  fill: rgb(var(--v-theme-primary), 0.45);
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}
.forecast.late {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-late));
  stroke-width: 2.5;
}
.now {
  stroke: rgb(var(--v-theme-late));
  stroke-width: 1.5;
}
</style>
