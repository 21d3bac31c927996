<script setup lang="ts">
import { computed } from 'vue'
import { STATUSES, type LoadStatus } from './statuses'

const { status } = defineProps<{ status: LoadStatus }>()
const STEPS = 6
const at = computed(() => STATUSES[status])
</script>

<template>
  <span class="mark" :class="status">
    <svg v-if="at.step >= 0" width="26" height="8" aria-hidden="true">
      <rect
        v-for="i in STEPS"
        :key="i"
        :x="(i - 1) * 4.4"
        y="1"
        width="3"
        height="6"
        :class="{ done: i <= at.step }"
      />
    </svg>
    <svg v-else width="26" height="8" aria-hidden="true"><path d="M0 4h26" class="struck" /></svg>
    {{ at.label }}
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  white-space: nowrap;
}
rect {
  fill: rgb(var(--v-theme-on-surface), 0.2);
}
rect.done {
  fill: rgb(var(--v-theme-primary));
}
.struck {
  stroke: rgb(var(--v-theme-quiet));
  stroke-width: 2;
}
.open {
  font-weight: 700;
}
.cancelled {
  color: rgb(var(--v-theme-quiet));
}
</style>
