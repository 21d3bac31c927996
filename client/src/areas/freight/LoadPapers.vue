<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { PAPERS } from '@/shared/statuses'

/** The papers that have come in of a load, as pictures where they are any. */
defineProps<{ papers: Schemas['Load']['papers'] }>()
</script>

<template>
  <section class="panel pad">
    <h2>Papers</h2>
    <ul class="papers">
      <li v-for="paper in papers" :key="paper.id">
        <a :href="`/api/papers/${paper.id}`" target="_blank" rel="noopener">
          <img
            v-if="paper.content_type.startsWith('image/')"
            :src="`/api/papers/${paper.id}`"
            :alt="PAPERS[paper.kind] ?? paper.kind"
            loading="lazy"
          />
          {{ PAPERS[paper.kind] ?? paper.kind }}</a
        ><span class="small quiet by">{{ paper.by }}, {{ Math.ceil(paper.bytes / 1024) }} kB</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.papers {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
}
.papers .by {
  margin-left: 0.5rem;
}
.papers img {
  display: block;
  height: 7rem;
  border: 1px solid rgb(var(--v-theme-line));
}
</style>
