<script setup lang="ts">
import { mdiMagnify, mdiPlus } from '@mdi/js'
import { useDebounceFn, useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import { STATUSES, type LoadStatus } from '@/shared/statuses'
import Waiting from '@/shared/Waiting.vue'
import LoadDetail from './LoadDetail.vue'
import RequestsDesk from '@/areas/window/RequestsDesk.vue'
import ScansPanel from './ScansPanel.vue'
import LoadList from './LoadList.vue'

type Filter = Schemas['LoadFilter']
const PER_PAGE = 50
const FILTERS: Filter[] = [
  'live',
  'open',
  'planned',
  'sent',
  'accepted',
  'rolling',
  'delivered',
  'papers_in',
  'billed',
  'closed',
  'cancelled',
  'all',
]

const route = useRoute()
const router = useRouter()
const session = useSession()
const mayBook = session.has('dispatcher')
const files = session.has('dispatcher', 'settlement_clerk')
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const field = ref<{ focus: () => void }>()

const status = computed(() => FILTERS.find(filter => filter === route.query.status) ?? 'live')
const q = computed(() => String(route.query.q ?? ''))
const page = computed(() => Math.max(1, Number(route.query.page) || 1))
const selected = computed(() => (route.params.id ? Number(route.params.id) : undefined))
const narrow = computed(() => width.value > 0 && width.value < 900)

const { data, problem, load } = useFetched(
  () => [status.value, q.value, page.value],
  () =>
    ask(
      api.GET('/api/loads', {
        params: { query: { status: status.value, page: page.value, ...(q.value ? { q: q.value } : {}) } },
      }),
    ),
  change => change.kind === 'load',
)
const pages = computed(() => Math.max(1, Math.ceil((data.value?.total ?? 0) / PER_PAGE)))
/** What is done with is not counted: it grows without end. */
const count = (filter: Filter) => {
  const counts = data.value?.counts ?? {}
  if (filter === 'live') return Object.values(counts).reduce((sum, n) => sum + n, 0)
  return ['papers_in', 'billed', 'closed', 'cancelled', 'all'].includes(filter)
    ? undefined
    : (counts[filter] ?? 0)
}
function label(filter: Filter) {
  if (filter === 'live') return 'Live'
  return filter === 'all' ? 'All' : STATUSES[filter as LoadStatus].label
}

/** The address says what is shown; a new filter starts at its first page and keeps the load that is open. */
function show(change: Record<string, string | undefined>, replace = false) {
  const query = {
    status: status.value === 'live' ? undefined : status.value,
    q: q.value || undefined,
    page: undefined as string | undefined,
    ...change,
  }
  void router[replace ? 'replace' : 'push']({ path: route.path, query })
}
const search = useDebounceFn((text: string) => show({ q: text || undefined }, true), 200)
const at = (id?: number) => ({ path: id ? `/freight/${id}` : '/freight', query: route.query })

/** The load that is open is in sight in the list, also when its address was opened directly. */
async function reveal() {
  await nextTick()
  document.querySelector('.list [aria-current="true"]')?.scrollIntoView({ block: 'nearest' })
}
watch([() => data.value !== undefined, selected], reveal)

async function move(step: number) {
  const rows = data.value?.rows ?? []
  const index = rows.findIndex(row => row.id === selected.value)
  const row = rows[index < 0 ? 0 : Math.min(Math.max(index + step, 0), rows.length - 1)]
  if (!row) return
  await router[selected.value ? 'replace' : 'push'](at(row.id)) // Back leads from any load to the list
}

useKeys([
  { key: 'j', label: 'Next load', run: () => void move(1) },
  { key: 'k', label: 'Load before', run: () => void move(-1) },
  { key: 'f', label: 'Find in this list', run: () => field.value?.focus() },
  { key: 'Escape', label: 'Close the load', run: () => void router.push(at()) },
  ...(mayBook.value ? [{ key: 'n', label: 'Book a load', run: () => void router.push('/freight/new') }] : []),
])
</script>

<template>
  <requests-desk v-if="!selected && mayBook" class="mb-3" />
  <scans-panel v-if="!selected && files" class="mb-3" />
  <div ref="box" class="freight" :class="{ split: selected && !narrow }">
    <section v-show="!(selected && narrow)" class="panel list" aria-label="Loads">
      <div class="head">
        <h1 class="sr-only">Freight</h1>
        <v-text-field
          ref="field"
          :model-value="q"
          :prepend-inner-icon="mdiMagnify"
          placeholder="Find in loads"
          aria-label="Find in loads"
          hide-details
          class="find"
          @update:model-value="search(String($event ?? ''))"
        />
        <v-btn v-if="mayBook" color="primary" :prepend-icon="mdiPlus" to="/freight/new">Book a load</v-btn>
        <v-btn v-if="mayBook && !selected" variant="text" to="/freight/together">Partials together</v-btn>
      </div>
      <div class="filters" role="group" aria-label="Status">
        <button
          v-for="filter in FILTERS"
          :key="filter"
          type="button"
          :aria-pressed="filter === status"
          @click="show({ status: filter === 'live' ? undefined : filter })"
        >
          {{ label(filter) }} <span class="n">{{ count(filter) }}</span>
        </button>
      </div>
      <waiting
        v-slot="{ data: found }"
        :data="data"
        :problem="problem"
        :empty="data?.rows.length === 0"
        @again="load"
      >
        <load-list :rows="found.rows" :selected="selected" :compact="!!selected || narrow" :to="at" />
        <nav v-if="pages > 1" class="pages" aria-label="Pages">
          <v-btn variant="text" size="small" :disabled="page <= 1" @click="show({ page: String(page - 1) })"
            >Before</v-btn
          >
          <span class="small"
            >Page {{ page }} of {{ pages }}, {{ found.total.toLocaleString('en-US') }} loads</span
          >
          <v-btn
            variant="text"
            size="small"
            :disabled="page >= pages"
            @click="show({ page: String(page + 1) })"
            >Next</v-btn
          >
        </nav>
      </waiting>
      <p v-if="data?.rows.length === 0" class="pa-6 pt-0">
        {{
          q
            ? `No ${status === 'all' ? '' : label(status).toLowerCase() + ' '}load has “${q}” in it.`
            : 'No load is here.'
        }}
        <v-btn v-if="status !== 'all'" variant="text" size="small" @click="show({ status: 'all' })"
          >Look in all loads</v-btn
        >
      </p>
    </section>
    <load-detail v-if="selected" :id="selected" :key="selected" :close="at()" />
  </div>
</template>

<style scoped>
.freight {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.9rem;
  align-items: start;
}
.freight.split {
  grid-template-columns: minmax(22rem, 25rem) minmax(0, 1fr);
}
.split .list {
  position: sticky;
  top: 0.9rem;
  max-height: calc(100vh - 66px - 0.9rem);
  overflow-y: auto;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  padding: 0.6rem;
  align-items: center;
}
.find {
  flex: 1 1 13rem;
  max-width: 24rem;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 0.15rem;
  padding: 0 0.6rem 0.5rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.filters button {
  font: inherit;
  font-size: 0.9rem;
  color: inherit;
  background: none;
  border: 0;
  padding: 0.25rem 0.5rem;
  border-radius: 3px;
  cursor: pointer;
  min-height: 28px;
}
.filters button:hover {
  background: rgb(var(--v-theme-surface-variant));
}
.filters button[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 600;
}
.n {
  opacity: 0.85;
  font-size: 0.83rem;
}
.pages {
  display: flex;
  justify-content: center;
  align-items: center;
  gap: 0.5rem;
  padding: 0.5rem;
}
</style>
