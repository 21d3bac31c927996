<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import SheetImport from '@/shared/SheetImport.vue'

type Kind = 'customers' | 'places' | 'drivers' | 'units'
defineProps<{ mayImport: boolean }>()
const KINDS: { value: Kind; title: string }[] = [
  { value: 'customers', title: 'Customers' },
  { value: 'places', title: 'Places' },
  { value: 'drivers', title: 'Drivers' },
  { value: 'units', title: 'Tractors and trailers' },
]
const route = useRoute()
const kind = ref<Kind>('customers')
watch(
  () => route.query.sheet,
  sheet => (kind.value = KINDS.find(({ value }) => value === sheet)?.value ?? kind.value),
  { immediate: true },
)
const template = shallowRef<Schemas['ImportTemplate']>()
watch(
  kind,
  async () => {
    const { data } = await ask(api.GET('/api/imports/{kind}', { params: { path: { kind: kind.value } } }))
    template.value = data
  },
  { immediate: true },
)
const send = (csv: string, preview: boolean) =>
  ask<Schemas['ImportResult']>(
    api.POST('/api/imports/{kind}', { params: { path: { kind: kind.value } }, body: { csv, preview } }),
  )
</script>

<template>
  <section class="panel pad stack">
    <h2>{{ mayImport ? 'Import and export' : 'Export' }}</h2>
    <div class="row wrap">
      <v-select v-model="kind" class="kind" label="What" :items="KINDS" /><v-btn
        variant="tonal"
        :href="`/api/exports/${kind}`"
        >Export as CSV</v-btn
      >
    </div>
    <sheet-import v-if="mayImport && template" :template="template" :name="kind" :send="send" />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.kind {
  max-width: 15rem;
}
</style>
