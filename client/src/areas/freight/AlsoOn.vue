<script setup lang="ts">
import { computed } from 'vue'
import { parseDayNear } from '@/shared/typed/days'
import { showDay } from '@/shared/time'

/** Other days on which the same load is booked again: `12/1, 12/3`. */
const text = defineModel<string>({ required: true })
const { today, error = undefined } = defineProps<{ today: string; error?: string | undefined }>()
const days = computed(() => readDays(text.value, today))
</script>

<script lang="ts">
/** Days as they are typed in a row, each on its own; undefined for what is none. */
export const readDays = (text: string, today: string): (string | undefined)[] =>
  text
    .split(/[,;]+|\s{2,}/)
    .map(part => part.trim())
    .filter(Boolean)
    .map(part => parseDayNear(part, today))
</script>

<template>
  <v-text-field
    v-model="text"
    label="The same also on (12/1, 12/3)"
    :hint="
      days.length && days.every(day => day)
        ? `${days.length + 1} loads: also picked up ${days.map(day => showDay(day!)).join(', ')}`
        : ''
    "
    persistent-hint
    :error-messages="error ?? (days.some(day => !day) ? 'Days like 12/1, 12/3' : undefined)"
  />
</template>
