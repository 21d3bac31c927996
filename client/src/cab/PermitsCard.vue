<script setup lang="ts">
import { onScopeDispose, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { showDay } from '@/shared/time'
import { keepPermits } from './permits'
import type { Cab } from './useCab'

/** The permits of the trip, to be shown and opened also without a signal. */
const { trip, cab } = defineProps<{ trip: Schemas['CabTrip']; cab: Cab }>()
const { t } = useI18n()
const urls = ref<Record<number, string>>({})
const forget = () => {
  for (const url of Object.values(urls.value)) URL.revokeObjectURL(url)
  urls.value = {}
}

async function fetchAll() {
  const kept = await keepPermits(trip, cab.blob)
  forget()
  urls.value = Object.fromEntries(Object.entries(kept).map(([id, blob]) => [id, URL.createObjectURL(blob)]))
}
const ids = () => (trip.permits ?? []).flatMap(({ paper_id }) => paper_id ?? [])
watch(
  [ids, cab.offline],
  ([now], was) => {
    if (now.some(id => !urls.value[id]) || now.join() !== was[0]?.join()) void fetchAll()
  },
  { immediate: true },
)
onScopeDispose(forget)
</script>

<template>
  <section v-if="trip.permits?.length" class="card" :aria-label="t('permits.title')">
    <h2>{{ t('permits.title') }}</h2>
    <details v-for="permit in trip.permits" :key="permit.number">
      <summary>
        <strong>{{ permit.name ?? `${permit.state} ${permit.number}` }}</strong>
        <span class="quiet little">{{
          t('permits.valid', { from: showDay(permit.valid_from), to: showDay(permit.valid_to) })
        }}</span>
      </summary>
      <p v-if="permit.sizes" class="little">
        <strong>{{ permit.sizes }}</strong>
      </p>
      <ul v-if="permit.escorts?.length || permit.hours?.length" class="little plain">
        <li v-for="line in [...(permit.escorts ?? []), ...(permit.hours ?? [])]" :key="line">{{ line }}</li>
      </ul>
      <p v-if="permit.unsure" class="little quiet">{{ t('permits.unsure', { n: permit.unsure }) }}</p>
      <p class="little">{{ permit.conditions }}</p>
      <a
        v-if="permit.paper_id && urls[permit.paper_id]"
        class="press wide"
        :href="urls[permit.paper_id]"
        target="_blank"
        rel="noopener"
        >{{ t('permits.open') }}</a
      >
      <p v-else class="little quiet">{{ t('permits.coming') }}</p>
    </details>
  </section>
</template>

<style scoped>
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  gap: 0.4rem;
  flex-wrap: wrap;
  cursor: pointer;
}
summary::before {
  content: '▸';
}
details[open] summary::before {
  content: '▾';
}
a.press {
  display: block;
  text-align: center;
  text-decoration: none;
  margin-top: 0.3rem;
}
</style>
