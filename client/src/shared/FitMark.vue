<script setup lang="ts">
/** A judgement by shape first: a filled disc fits, one with a notch is tight, an open triangle is late, a bar is blocked, a ring is not known. */
const { verdict, word = '' } = defineProps<{
  verdict: 'fits' | 'tight' | 'late' | 'blocked' | 'impossible' | 'unknown' | 'done'
  word?: string
}>()
const WORDS = {
  fits: 'Fits',
  tight: 'Tight',
  late: 'Late',
  blocked: 'Blocked',
  impossible: 'Blocked',
  unknown: 'Not known',
  done: 'Done',
} as const
</script>

<template>
  <span class="fit" :class="verdict">
    <svg width="16" height="16" aria-hidden="true">
      <circle v-if="verdict === 'fits' || verdict === 'done'" cx="8" cy="8" r="6.5" class="full" />
      <path v-else-if="verdict === 'tight'" d="M8 8.5L5.2 2.13A6.5 6.5 0 1 0 10.8 2.13Z" class="full" />
      <path v-else-if="verdict === 'late'" d="M8 2L14.5 14H1.5Z" class="open" />
      <rect
        v-else-if="verdict === 'impossible' || verdict === 'blocked'"
        x="1"
        y="5.5"
        width="14"
        height="5"
        class="full"
      />
      <circle v-else cx="8" cy="8" r="5.5" class="open dashed" /></svg
    >{{ word || WORDS[verdict] }}
  </span>
</template>

<style scoped>
.fit {
  display: inline-flex;
  align-items: center;
  gap: 0.35rem;
  font-weight: 700;
}
.fits,
.done {
  color: rgb(var(--v-theme-fits));
}
.late {
  color: rgb(var(--v-theme-late));
}
.tight {
  color: rgb(var(--v-theme-tight));
}
.impossible,
.blocked {
  color: rgb(var(--v-theme-blocked));
}
.unknown {
  color: rgb(var(--v-theme-quiet));
}
.full {
  fill: currentColor;
}
.open {
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
  stroke-linejoin: round;
}
.dashed {
  stroke-dasharray: 3 2.5;
}
</style>
