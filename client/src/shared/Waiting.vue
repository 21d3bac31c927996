<script setup lang="ts" generic="T">
import type { Problem } from './api'

/** What a list or a page shows while it has nothing: loading, what went wrong, or that there is nothing. */
defineProps<{ data: T | undefined; problem: Readonly<Problem> | undefined; empty?: boolean }>()
defineEmits<{ again: [] }>()
/** What may be otherwise a moment later; a no of the matter stays one until somebody puts it right. */
const PASSES = ['unreachable', 'database_away', 'our_mistake', 'unknown', 'too_many']
</script>

<template>
  <div v-if="data === undefined && problem" class="pa-6" role="alert">
    <p>{{ problem.message }}</p>
    <template v-if="PASSES.includes(problem.code)">
      <p v-if="problem.request_id" class="quiet small">Request {{ problem.request_id }}</p>
      <v-btn class="mt-2" variant="tonal" @click="$emit('again')">Try again</v-btn></template
    >
    <slot v-else name="refused" :problem="problem" />
  </div>
  <div v-else-if="data === undefined" class="pa-4" role="status" aria-busy="true" aria-label="Loading">
    <div v-for="i in 5" :key="i" class="bone" />
  </div>
  <div v-else-if="empty" class="pa-6 quiet"><slot name="empty" /></div>
  <slot v-else :data="data" />
</template>

<style scoped>
.bone {
  height: 1rem;
  margin: 0.9rem 0;
  border-radius: 3px;
  background: rgb(var(--v-theme-surface-variant));
  opacity: 0.7;
}
</style>
