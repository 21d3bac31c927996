<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import WindowRequests from './WindowRequests.vue'
import StageMark from './StageMark.vue'
import { useEvery } from './useEvery'
import { expected, STAGES, type Stage } from './words'

/** A customer's own loads: what is under way by what is promised next, and what is over when it is looked for. */
const EVERY_S = 30
const PAGE = 100
const { data: me, put: takeMe } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/me')),
)
const stage = ref<Stage | 'live' | 'all'>('live')
const text = ref('')
const page = ref(1)
watch([stage, text], () => {
  page.value = 1
})
const choices = computed(() => [
  { value: 'live' as const, title: 'Under way' },
  ...(me.value?.stages ?? []).map(value => ({ value, title: STAGES[value].label })),
  { value: 'all' as const, title: 'All' },
])
const { data, problem, load } = useFetched(
  () => ({ stage: stage.value, q: text.value.trim(), page: page.value }),
  query => ask(api.GET('/api/window/loads', { params: { query } })),
)
useEvery(EVERY_S, () => void load())
const pages = computed(() => Math.ceil((data.value?.total ?? 0) / PAGE))
</script>

<template>
  <h1 class="sr-only">Loads</h1>
  <window-requests v-if="me" :me="me" @told="takeMe" />
  <section class="panel" aria-label="Loads">
    <form class="row pad wrap" aria-label="Which" @submit.prevent>
      <v-text-field v-model.lazy="text" label="Number, reference or town" />
      <v-select v-model="stage" label="Show" :items="choices" />
      <a class="small" href="/api/window/loads.csv" download>All as a sheet (CSV)</a>
    </form>
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <p v-if="!found.rows.length" class="pad quiet">
        {{
          text
            ? 'Nothing is found.'
            : stage === 'live'
              ? 'Nothing is under way. Choose “All” for what was.'
              : 'None.'
        }}
      </p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Load</th>
            <th>Way</th>
            <th>Stands</th>
            <th>Expected</th>
            <th>Delivery agreed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in found.rows" :key="row.id" class="pick">
            <td data-of="Load">
              <router-link class="whole-row" :to="`/window/${row.id}`">{{ row.number }}</router-link>
              <div v-if="row.reference" class="small quiet whole">{{ row.reference }}</div>
            </td>
            <td data-of="Way">{{ row.origin }} → {{ row.destination }}</td>
            <td data-of="Stands"><stage-mark :stage="row.stage" /></td>
            <td data-of="Expected">{{ expected(row) }}</td>
            <td data-of="Delivery agreed">
              {{ row.delivery_at && row.delivery_zone ? showTime(row.delivery_at, row.delivery_zone) : '–' }}
            </td>
          </tr>
        </tbody>
      </table>
      <nav v-if="pages > 1" class="row pad" aria-label="Pages of loads">
        <v-btn size="small" :disabled="page <= 1" @click="page--">Earlier ones</v-btn>
        <span class="small quiet">{{ page }} of {{ pages }}</span>
        <v-btn size="small" :disabled="page >= pages" @click="page++">More</v-btn>
      </nav>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.wrap {
  flex-wrap: wrap;
}
.wrap > :deep(.v-input) {
  min-width: 11rem;
  max-width: 20rem;
}
.whole {
  white-space: nowrap;
}
.pick {
  position: relative;
}
.pick:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
</style>
