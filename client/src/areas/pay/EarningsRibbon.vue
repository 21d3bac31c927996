<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'

/** The period on its ruler: what each day's deliveries earned. Trips of earlier days stand before the first. */
const { statement } = defineProps<{ statement: Schemas['Statement'] }>()
const DAY_MS = 86_400_000

const days = computed(() => {
  const sums = new Map<string, number>()
  for (const line of statement.lines) {
    if (line.section !== 'earnings') continue
    const day = line.day && line.day >= statement.from ? line.day : 'before'
    sums.set(day, (sums.get(day) ?? 0) + Math.round(Number(line.amount) * 100))
  }
  const found: { key: string; label: string; cents: number }[] = sums.has('before')
    ? [{ key: 'before', label: 'Other', cents: sums.get('before') ?? 0 }]
    : []
  for (let at = Date.parse(statement.from); at <= Date.parse(statement.to); at += DAY_MS) {
    const key = new Date(at).toISOString().slice(0, 10)
    found.push({
      key,
      label: new Date(at).toLocaleDateString('en-US', {
        weekday: 'short',
        month: 'numeric',
        day: 'numeric',
        timeZone: 'UTC',
      }),
      cents: sums.get(key) ?? 0,
    })
  }
  return found
})
const most = computed(() => Math.max(1, ...days.value.map(day => day.cents)))
</script>

<template>
  <ol class="week" aria-label="What each day earned">
    <li v-for="day in days" :key="day.key">
      <span
        class="bar"
        :style="{ height: `${Math.max((day.cents / most) * 44, day.cents ? 3 : 0)}px` }"
      /><span class="small quiet">{{ day.label }}</span
      ><span class="small">{{ day.cents ? showDollars((day.cents / 100).toFixed(2)) : '–' }}</span>
    </li>
  </ol>
</template>

<style scoped>
.week {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: flex-end;
  border-left: 1px solid rgb(var(--v-theme-line));
}
li:first-child {
  border-left: 0;
}
.bar {
  width: 60%;
  background: rgb(var(--v-theme-primary));
  border-radius: 2px 2px 0 0;
  margin-bottom: 0.25rem;
}
</style>
