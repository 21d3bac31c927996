<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import { leftWords, LIMIT, RULES, showClockMinutes, STATUS } from './words'

/** What a driver does now, what is left of each limit, and when more of it is there. */
const { hours } = defineProps<{ hours: Schemas['DriverHours'] }>()
const row = computed(() => hours.row)
const limits = computed(() =>
  hours.limits.map(limit => ({ ...limit, left: hours.row.remaining[limit.name] ?? null })),
)
</script>

<template>
  <header class="panel pad">
    <div class="spread">
      <h1>{{ row.name }}</h1>
      <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" to="/hours" />
    </div>
    <p class="small">
      <strong>{{ row.known_since ? STATUS[row.status] : 'Nothing recorded' }}</strong><template
        v-if="row.since"
      >
        since {{ showTime(row.since, row.zone) }}</template
      ><template v-if="row.place"> • {{ row.place }}</template> • {{ row.terminal }} •
      {{ RULES[hours.rules] ?? hours.rules }}
    </p>
    <p v-if="row.trouble" class="trouble">{{ row.trouble }}</p>
    <p v-if="!row.known_since" class="small">
      Type what the driver did on the last days below, or take in a file of the logging device.
    </p>
    <ul v-if="row.known_since" class="limits" aria-label="What is left">
      <li v-for="limit in limits" :key="limit.name" :title="limit.source">
        <span class="small quiet">{{ LIMIT[limit.name] }}</span>
        <strong class="big">{{ limit.left === null ? 'lifted' : showClockMinutes(limit.left) }}</strong>
        <span class="track"
          ><span
            class="fill"
            :style="{
              width: `${Math.min(100, ((limit.left ?? limit.minutes) / limit.minutes) * 100)}%`,
            }"
        /></span>
        <span class="small quiet"
          >of {{ showMinutes(limit.minutes) }}, {{ limit.source.replace('49 CFR ', '') }}</span
        >
      </li>
    </ul>
    <p v-if="row.known_since" class="small mt-2">
      {{ leftWords(row, hours.available_by) }}
      <template v-if="hours.if_paired">
        {{ showMinutes(hours.if_paired.rest_minutes) }} more of rest complete a split: then
        {{
          showMinutes(
            Math.min(
              ...Object.entries(hours.if_paired.remaining).flatMap(([name, minutes]) =>
                name === 'break' || minutes === null ? [] : [minutes],
              ),
            ),
          )
        }}
        of driving.</template
      ><template v-if="hours.comes_back.some(({ minutes }) => minutes)">
        Of the cycle
        {{
          hours.comes_back
            .filter(({ minutes }) => minutes)
            .map(({ at, minutes }) => `${showMinutes(minutes)} come back ${showTime(at, row.zone)}`)
            .join(', ')
        }}.</template
      ><template v-else> Nothing of the cycle comes back tonight or tomorrow night.</template>
    </p>
  </header>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.trouble {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.limits {
  list-style: none;
  padding: 0;
  margin: 0.5rem 0 0;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 0.8rem;
}
.limits li {
  display: flex;
  flex-direction: column;
}
.big {
  font-size: 1.25rem;
  line-height: 1.3;
}
.track {
  height: 6px;
  background: rgb(var(--v-theme-surface-variant));
  border-radius: 3px;
  overflow: hidden;
  margin: 2px 0;
}
.fill {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-primary));
}
@media (max-width: 700px) {
  .limits {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
