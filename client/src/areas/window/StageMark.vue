<script setup lang="ts">
import { STAGES, type Stage } from './words'

/** How far a load is: a way that fills up, with its word. */
const { stage } = defineProps<{ stage: Stage }>()
const LAST = 4
</script>

<template>
  <span class="mark">
    <svg width="52" height="12" aria-hidden="true">
      <path d="M4 6h44" class="way" :class="{ struck: stage === 'cancelled' }" />
      <path
        v-if="STAGES[stage].step > 1"
        :d="`M4 6h${((STAGES[stage].step - 1) * 44) / (LAST - 1)}`"
        class="done"
      />
      <circle
        v-if="stage !== 'cancelled'"
        :cx="4 + ((STAGES[stage].step - 1) * 44) / (LAST - 1)"
        cy="6"
        r="4"
        class="here"
      />
    </svg>
    {{ STAGES[stage].label }}
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  gap: 0.4rem;
  align-items: center;
  white-space: nowrap;
}
.way {
  stroke: rgb(var(--v-theme-on-surface), 0.3);
  stroke-width: 2;
}
.struck {
  stroke-dasharray: 3 3;
}
.done {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 3;
}
.here {
  fill: rgb(var(--v-theme-primary));
}
</style>
