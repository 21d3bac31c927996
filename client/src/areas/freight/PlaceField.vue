<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { ref } from 'vue'
import { api, ask } from '@/shared/api'
import type { PlaceChoice } from './draft'

/** Finds a place of the directory or a town by any part of its name or its ZIP. */
const place = defineModel<PlaceChoice | null>('place', { required: true })
const typed = defineModel<string>('typed', { required: true })
defineProps<{ label: string; error?: string }>()
const found = ref<PlaceChoice[]>([])

const look = useDebounceFn(async (q: string) => {
  if (q.trim().length < 2) {
    found.value = []
    return
  }
  const [places, towns] = await Promise.all([
    ask(api.GET('/api/places', { params: { query: { q } } })),
    ask(api.GET('/api/towns', { params: { query: { q } } })),
  ])
  if (q !== typed.value) return
  found.value = [
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
}, 120)

function search(text: string) {
  if (place.value && text === place.value.title) return
  typed.value = text
  void look(text)
}

/** Leaving the field with something typed takes the first place found, as Enter and Tab do. */
async function leave(focused: boolean) {
  if (focused || place.value || typed.value.trim().length < 2) return
  if (!found.value.length) await look(typed.value)
  if (!place.value && found.value[0]) place.value = found.value[0]
}
</script>

<template>
  <v-autocomplete
    v-model="place"
    :label="label"
    :items="found"
    return-object
    item-title="title"
    item-value="key"
    :item-props="(item: PlaceChoice) => ({ title: item.title, subtitle: item.subtitle })"
    no-filter
    menu-icon=""
    :error-messages="error"
    :no-data-text="typed.trim().length < 2 ? 'A name, a town or a ZIP' : 'Nothing found: try the ZIP'"
    @update:search="search"
    @update:focused="leave"
  />
</template>
