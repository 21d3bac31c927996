<script setup lang="ts" generic="T">
import type { Problem } from './api'

/** What a list or a page shows while it has nothing: loading, what went wrong, or that there is nothing. */
defineProps<{ data: T | undefined; problem: Readonly<Problem> | undefined; empty?: boolean }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <div v-if="data === undefined && problem" class="pa-6" role="alert">
    <p>{{ problem.message }}</p>
    <p v-if="problem.request_id" class="quiet small">Request {{ problem.request_id }}</p>
    <v-btn class="mt-2" variant="tonal" @click="$emit('again')">Try again</v-btn>
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
