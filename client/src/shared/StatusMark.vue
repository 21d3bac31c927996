<script setup lang="ts">
import { computed } from 'vue'
import { STATUSES, type LoadStatus } from './statuses'

const { status } = defineProps<{
  status: LoadStatus
  /** The day on which its invoice was due is over. */
  overdue?: boolean
}>()
const STEPS = 5
const at = computed(() => STATUSES[status])
</script>

<template>
  <span class="mark" :class="status">
    <svg v-if="at.step >= 0" width="32" height="10" aria-hidden="true">
      <rect
        v-for="i in STEPS"
        :key="i"
        :x="(i - 1) * 4.4"
        y="2"
        width="3"
        height="6"
        :class="{ done: i <= at.step }"
      />
      <g v-if="at.paid" :class="{ late: overdue }">
        <circle cx="27" cy="5" r="4" class="ring" />
        <path v-if="at.paid === 'asked'" d="M27 1a4 4 0 0 1 0 8z" class="fill" />
        <circle v-if="at.paid === 'paid'" cx="27" cy="5" r="4" class="fill" />
      </g>
    </svg>
    <svg v-else width="32" height="10" aria-hidden="true"><path d="M0 5h32" class="struck" /></svg>
    {{ at.label }}<span v-if="overdue" class="late">overdue</span>
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
.ring {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}
.fill {
  fill: rgb(var(--v-theme-primary));
}
.late .ring {
  stroke: rgb(var(--v-theme-late));
}
.late .fill {
  fill: rgb(var(--v-theme-late));
}
span.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
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
