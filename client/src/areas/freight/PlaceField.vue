<script setup lang="ts">
import { api, ask } from '@/shared/api'
import LookupField from '@/shared/typed/LookupField.vue'
import type { PlaceChoice } from './draft'

/** Finds a place of the directory or a town by any part of its name or its ZIP. */
const place = defineModel<PlaceChoice | null>('place', { required: true })
const typed = defineModel<string>('typed', { required: true })
defineProps<{ label: string; error?: string }>()

async function look(q: string): Promise<PlaceChoice[]> {
  const [places, towns] = await Promise.all([
    ask(api.GET('/api/places', { params: { query: { q } } })),
    ask(api.GET('/api/towns', { params: { query: { q } } })),
  ])
  return [
    ...(places.data?.rows ?? [])
      .filter(row => !row.retired)
      .slice(0, 6)
      .map(row => ({
        key: `place ${row.id}`,
        title: row.name,
        subtitle: `${row.town}, ${row.state} • directory`,
        zone: row.zone ?? 'UTC',
        town: `${row.town}, ${row.state}`,
        place_id: row.id,
      })),
    ...(towns.data ?? []).slice(0, 8).map(town => ({
      key: `zip ${town.zip}`,
      title: `${town.town}, ${town.state}`,
      subtitle: `${town.zip} • not in the directory`,
      zone: town.zone,
      where: town.zip,
    })),
  ]
}
</script>

<template>
  <lookup-field
    v-model="place"
    v-model:typed="typed"
    :label="label"
    :look="look"
    ask="A name, a town or a ZIP"
    hint="try the ZIP"
    :error="error"
  />
</template>
