<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { STATUS } from './words'

/** A sheet that fills as the permit comes along; barred where somebody has to act. */
const { status } = defineProps<{ status: Schemas['Permit']['status'] }>()
const at = computed(() => STATUS[status])
</script>

<template>
  <span class="mark" :class="{ stuck: at.stuck, done: status === 'issued' }"
    ><svg width="14" height="16" aria-hidden="true">
      <rect x="1" :y="15 - at.quarters * 3.5" width="12" :height="at.quarters * 3.5" class="fill" />
      <path d="M1 1h8l4 4v10H1z" class="sheet" />
      <path v-if="at.stuck" d="M1 15L13 3" class="bar" /></svg
    >{{ at.label }}</span
  >
</template>

<style scoped>
.mark {
  display: inline-flex;
  vertical-align: middle;
  align-items: center;
  gap: 0.4rem;
  white-space: nowrap;
}
.stuck {
  font-weight: 700;
}
.sheet {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.4;
}
.fill {
  fill: rgb(var(--v-theme-primary), 0.55);
}
.done .fill {
  fill: rgb(var(--v-theme-primary));
}
.bar {
  stroke: rgb(var(--v-theme-late));
  stroke-width: 2.5;
}
</style>
