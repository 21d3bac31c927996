<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { BUCKETS, sumOf } from './words'

/** What is owed, by how long it is overdue: each a bar as long as its dollars. */
const { sums } = defineProps<{ sums: Schemas['Ageing'] }>()
const most = computed(() => Math.max(1, ...Object.values(sums).map(Number)))
const total = computed(() => sumOf(Object.values(sums)))
</script>

<template>
  <section class="panel pad" aria-label="Owed, by days overdue">
    <header class="spread">
      <h2>Owed, by days overdue</h2>
      <strong class="figure">{{ showDollars(total) }}</strong>
    </header>
    <dl class="bars">
      <template v-for="[name, label] in BUCKETS" :key="name">
        <dt>{{ label }}</dt>
        <dd class="track" aria-hidden="true">
          <span class="bar" :class="name" :style="{ width: `${(Number(sums[name]) / most) * 100}%` }" />
        </dd>
        <dd class="figure">{{ showDollars(sums[name]) }}</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.bars {
  display: grid;
  grid-template-columns: 5rem minmax(0, 1fr) 7rem;
  gap: 0.25rem 0.8rem;
  align-items: center;
  margin: 0.4rem 0 0;
}
dd {
  margin: 0;
}
.track {
  height: 0.8rem;
}
.bar {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-primary));
}
.bar.to_60,
.bar.to_90,
.bar.over_90 {
  background: rgb(var(--v-theme-late));
}
</style>
