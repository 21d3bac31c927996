<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask } from '@/shared/api'
import LookupField from './LookupField.vue'
import type { Found } from './useLookup'

/** A customer, found by any part of his name; the model is his id. */
const id = defineModel<number | null>({ required: true })
const {
  label,
  named = '',
  error = '',
} = defineProps<{
  label: string
  /** What the one is called who is chosen already. */
  named?: string
  error?: string | undefined
}>()
type Payer = Found & { id: number }
const chosen = ref<Payer | null>(
  id.value ? { key: `${id.value}`, id: id.value, title: named, subtitle: '' } : null,
)
watch(chosen, now => (id.value = now?.id ?? null))
watch(id, now => {
  if (!now) chosen.value = null
})
async function look(q: string): Promise<Payer[]> {
  const { data } = await ask(api.GET('/api/customers', { params: { query: { q } } }))
  return (data?.rows ?? [])
    .filter(row => row.payer && !row.retired)
    .map(row => ({ key: `${row.id}`, id: row.id, title: row.name, subtitle: row.town ?? '' }))
}
</script>

<template>
  <lookup-field
    v-model="chosen"
    :label="label"
    :look="look"
    ask="A part of the customer’s name"
    :error="error"
  />
</template>
