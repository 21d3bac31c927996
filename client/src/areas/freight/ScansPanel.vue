<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { CREDENTIALS, PAPERS } from '@/shared/statuses'
import DayField from '@/shared/typed/DayField.vue'
import LookupField from '@/shared/typed/LookupField.vue'
import type { Found } from '@/shared/typed/useLookup'
import { useAct } from '@/shared/useAct'

/** Mailed papers that name no load of ours: a person says of which load, unit or driver each is, or that it is of none. */
type Scan = Schemas['Scans'][number]
type Kind = Schemas['PaperKind']
type Of = 'load' | 'unit' | 'driver'
type Credential = Schemas['FleetPaperInput']['kind']
const OF = [
  { value: 'load', title: 'A load' },
  { value: 'unit', title: 'A unit' },
  { value: 'driver', title: 'A driver' },
]
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
const of = ref<Of>('load')
const id = ref<number | null>(null)
const kind = ref<Kind>('pod')
const credential = ref<Credential>('registration')
const expires = ref('')
const why = ref('')
type OfLoad = Found & { id: number }
const load = ref<OfLoad | null>(null)
watch(load, now => (id.value = now?.id ?? null))
const { data: units } = useFetched(of, async now =>
  now === 'unit' ? ask(api.GET('/api/units', { params: { query: {} } })) : NOTHING,
)
const { data: drivers } = useFetched(of, async now =>
  now === 'driver' ? ask(api.GET('/api/driver-names')) : NOTHING,
)
const items = computed(() => {
  if (of.value === 'driver') return (drivers.value ?? []).map(one => ({ value: one.id, title: one.name }))
  return (units.value?.rows ?? []).map(one => ({ value: one.id, title: one.number }))
})
const kinds = (words: Record<string, string>) =>
  Object.entries(words).map(([value, title]) => ({ value, title }))
const papers = kinds(PAPERS).filter(({ value }) => value !== 'signature')
const credentials = computed(() => kinds(CREDENTIALS[of.value === 'driver' ? 'drivers' : 'units']))

function open(scan: Scan) {
  chosen.value = chosen.value === scan.id ? undefined : scan.id
  of.value = scan.of?.kind ?? 'load'
  load.value = null
  id.value = scan.of?.id ?? null
  kind.value = (scan.kind as Kind | null) ?? 'pod'
  credential.value = of.value === 'driver' ? 'licence' : 'registration'
  expires.value = ''
  why.value = ''
}
function turn(now: Of) {
  of.value = now
  load.value = null
  id.value = null
  credential.value = now === 'driver' ? 'licence' : 'registration'
}
async function find(text: string): Promise<OfLoad[]> {
  const { data: page } = await ask<Schemas['LoadPage']>(
    api.GET('/api/loads', { params: { query: { status: 'all', q: text.trim() } } }),
  )
  return (page?.rows ?? []).map(row => ({
    key: `${row.id}`,
    id: row.id,
    title: `${row.number} ${row.origin} → ${row.destination}, ${row.customer}`,
  }))
}
function file(scan: Scan) {
  const params = { path: { id: scan.id } }
  const holder = id.value
  if (!holder) return
  if (of.value === 'load')
    return act(key =>
      api.POST('/api/scans/{id}/settle', { params, body: { key, load_id: holder, kind: kind.value } }),
    )
  const whose = of.value === 'unit' ? { unit_id: holder } : { driver_id: holder }
  return act(key =>
    api.POST('/api/scans/{id}/keep', {
      params,
      body: { key, kind: credential.value, expires_on: expires.value || null, ...whose },
    }),
  )
}
const drop = (scan: Scan) =>
  act(key =>
    api.POST('/api/scans/{id}/settle', {
      params: { path: { id: scan.id } },
      body: { key, drop: true, why: why.value.trim() },
    }),
  )
const at = (path: string) => (trouble.value?.path === path ? [trouble.value.message] : [])
</script>

<template>
  <section v-if="data?.length" class="panel pad" aria-label="Mailed papers">
    <h2>
      {{ data.length === 1 ? 'A mailed paper waits' : `${data.length} mailed papers wait` }} to be filed
    </h2>
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
        <form v-if="chosen === scan.id" class="place" @submit.prevent="file(scan)">
          <v-select :model-value="of" label="It is of" :items="OF" @update:model-value="turn" />
          <lookup-field
            v-if="of === 'load'"
            v-model="load"
            class="wide"
            label="Load"
            :look="find"
            autofocus
            ask="A number, a customer or a town"
          /><v-autocomplete
            v-else
            v-model="id"
            class="wide"
            :label="of === 'unit' ? 'Unit' : 'Driver'"
            autofocus
            :items="items"
            :error-messages="at('/unit_id')"
          />
          <v-select v-if="of === 'load'" v-model="kind" label="Paper" :items="papers" /><template v-else
            ><v-select v-model="credential" label="Paper" :items="credentials" /><day-field
              v-model="expires"
              label="Good until"
              :error-messages="at('/expires_on')"
          /></template>
          <v-btn type="submit" color="primary" :disabled="!id" :loading="busy">File it</v-btn>
          <span class="row wide none"
            ><v-text-field v-model="why" label="Or it is none: why?" :error-messages="at('/why')" /><v-btn
              variant="text"
              :disabled="why.trim().length < 3 || busy"
              @click="drop(scan)"
              >Drop it</v-btn
            ></span
          >
        </form>
      </li>
    </ul>
    <p
      v-if="trouble && !['/why', '/unit_id', '/expires_on'].includes(trouble.path)"
      class="trouble"
      role="alert"
    >
      {{ trouble.message }}
    </p>
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
  display: grid;
  grid-template-columns: 8rem minmax(12rem, 1fr) 12rem 11rem auto;
  gap: 0.6rem;
  margin: 0.4rem 0;
  align-items: start;
}
.none {
  grid-column: 2 / -1;
  gap: 0.6rem;
}
@media (max-width: 900px) {
  .place {
    grid-template-columns: minmax(0, 1fr);
  }
  .none {
    grid-column: 1;
  }
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
