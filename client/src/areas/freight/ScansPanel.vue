<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { PAPERS } from '@/shared/statuses'
import { useAct } from '@/shared/useAct'

/** Mailed papers that name no load of ours: a person says which it is, or that it is none. */
type Scan = Schemas['Scans'][number]
type Kind = Schemas['PaperKind']
const { data, put } = useFetched(
  () => 0,
  () => ask<Scan[]>(api.GET('/api/scans')),
  change => change.kind === 'scan',
)
const { busy, trouble, act } = useAct<Scan[]>(rows => {
  put(rows)
  chosen.value = undefined
})
const chosen = ref<number>()
const load = ref<number | null>(null)
const kind = ref<Kind>('pod')
const why = ref('')
const found = ref<{ value: number; title: string }[]>([])
function open(scan: Scan) {
  chosen.value = chosen.value === scan.id ? undefined : scan.id
  kind.value = (scan.kind as Kind | null) ?? 'pod'
  load.value = null
  why.value = ''
}
async function find(text: string) {
  if (text.trim().length < 2) return
  const { data: page } = await ask<Schemas['LoadPage']>(
    api.GET('/api/loads', { params: { query: { status: 'all', q: text.trim() } } }),
  )
  found.value = (page?.rows ?? []).map(row => ({
    value: row.id,
    title: `${row.number} ${row.origin} → ${row.destination}, ${row.customer}`,
  }))
}
const settle = (scan: Scan, how: { load_id: number; kind: Kind } | { drop: true; why: string }) =>
  act(key => api.POST('/api/scans/{id}/settle', { params: { path: { id: scan.id } }, body: { key, ...how } }))
</script>

<template>
  <section v-if="data?.length" class="panel pad" aria-label="Mailed papers">
    <h2>{{ data.length === 1 ? 'A mailed paper waits' : `${data.length} mailed papers wait` }} for a load</h2>
    <ul class="scans">
      <li v-for="scan in data" :key="scan.id">
        <div class="spread wrap">
          <span
            ><a :href="`/api/scans/${scan.id}/file`" target="_blank" rel="noopener">{{
              scan.subject || scan.name
            }}</a
            >{{ ' ' }} <span class="small quiet">from {{ scan.from }}. {{ scan.trouble }}</span></span
          ><v-btn size="small" variant="tonal" :aria-expanded="chosen === scan.id" @click="open(scan)"
            >Place it</v-btn
          >
        </div>
        <form
          v-if="chosen === scan.id"
          class="row wrap place"
          @submit.prevent="load && settle(scan, { load_id: load, kind })"
        >
          <v-autocomplete
            v-model="load"
            class="load"
            label="Load"
            autofocus
            no-filter
            :items="found"
            @update:search="find"
          /><v-select
            v-model="kind"
            class="kind"
            label="Paper"
            :items="
              Object.entries(PAPERS)
                .filter(([value]) => value !== 'signature')
                .map(([value, title]) => ({ value, title }))
            "
          /><v-btn type="submit" color="primary" :disabled="!load" :loading="busy">File it</v-btn
          ><v-text-field
            v-model="why"
            class="kind"
            label="Or it is none: why?"
            :error-messages="trouble?.path === '/why' ? [trouble.message] : []"
          /><v-btn
            variant="text"
            :disabled="why.trim().length < 3 || busy"
            @click="settle(scan, { drop: true, why: why.trim() })"
            >Drop it</v-btn
          >
        </form>
      </li>
    </ul>
    <p v-if="trouble && trouble.path !== '/why'" class="trouble" role="alert">{{ trouble.message }}</p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.scans {
  list-style: none;
  padding: 0;
  margin: 0.3rem 0 0;
  display: grid;
  gap: 0.4rem;
}
.place {
  gap: 0.6rem;
  margin: 0.4rem 0;
  align-items: center;
}
.load {
  flex: 1 1 18rem;
}
.kind {
  flex: 0 1 13rem;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
