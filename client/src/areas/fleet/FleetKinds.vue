<script setup lang="ts">
import { useRoute } from 'vue-router'
import { KINDS } from './kinds'

/** What the fleet's records are of: one list at a time. */
const route = useRoute()
const LISTS = [
  ...Object.entries(KINDS).map(([name, { many }]) => [name, many] as const),
  ['partners', 'Partners'] as const,
  ['combinations', 'Combinations'] as const,
]
</script>

<template>
  <nav class="kinds" aria-label="Kinds of record">
    <router-link
      v-for="[name, many] in LISTS"
      :key="name"
      :to="`/fleet/${name}`"
      :aria-current="route.path.startsWith(`/fleet/${name}`) ? 'page' : undefined"
      >{{ many }}</router-link
    >
  </nav>
</template>

<style scoped>
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 0.15rem;
}
.kinds a:not(.v-btn):not(.v-list-item) {
  padding: 0.35rem 0.6rem;
  border-radius: 3px;
  color: inherit;
  text-decoration: none;
}
.kinds a[aria-current]:not(.v-btn):not(.v-list-item) {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 600;
}
</style>
