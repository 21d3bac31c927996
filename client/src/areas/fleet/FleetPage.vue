<script setup lang="ts">
import { mdiMagnify, mdiPlus } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import FleetKinds from './FleetKinds.vue'
import { KINDS, type Kind, type Row } from './kinds'
import RecordPanel from './RecordPanel.vue'
import { useTerminals } from './useTerminals'

const route = useRoute()
const router = useRouter()
const session = useSession()
const kind = computed(() => route.params.kind as Kind)
const of = computed(() => KINDS[kind.value])
const q = computed(() => String(route.query.q ?? ''))
const page = computed(() => Math.max(1, Number(route.query.page) || 1))
const opened = computed(() => (route.params.id ? String(route.params.id) : undefined))
const dispatches = session.has('dispatcher', 'administrator')
const safety = session.has('safety')
const mayChange = computed(
  () => dispatches.value || (safety.value && ['drivers', 'units'].includes(kind.value)),
)
const field = ref<{ focus: () => void }>()
const { nameOf } = useTerminals()

const { data, problem, load } = useFetched(
  () => [kind.value, q.value, page.value],
  async () => {
    const params = { query: { page: page.value, ...(q.value ? { q: q.value } : {}) } }
    const answer = await ask<{ rows: Row[]; total: number }>(api.GET(`/api/${kind.value}`, { params }))
    return answer.data ? { ...answer, data: { ...answer.data, kind: kind.value } } : answer
  },
  change => change.kind === of.value.audit,
)

const rows = computed(() => (data.value?.kind === kind.value ? data.value : undefined))
const search = useDebounceFn(
  (text: string) => void router.replace({ path: route.path, query: text ? { q: text } : {} }),
  200,
)
const at = (id?: number | string) => ({
  path: `/fleet/${kind.value}${id ? `/${id}` : ''}`,
  query: Object.fromEntries(Object.entries(route.query).filter(([name]) => name !== 'copy')),
})
const cell = (row: Row, name: string) => {
  const value = (row as unknown as Record<string, unknown>)[name]
  if (value === true) return 'yes'
  if (value === false) return 'no'
  if (name === 'terminal_id') return nameOf(value as number | null)
  return String(value ?? '').replaceAll('_', ' ')
}

useKeys([
  { key: 'f', label: 'Find in this list', run: () => field.value?.focus() },
  {
    key: 'n',
    label: 'New record',
    run: () => {
      if (mayChange.value) void router.push(at('new'))
    },
  },
  { key: 'Escape', label: 'Close the record', run: () => void router.push(at()) },
])
</script>

<template>
  <div class="fleet" :class="{ split: opened }">
    <h1 class="sr-only">Fleet: {{ of.many }}</h1>
    <section class="panel" :aria-label="of.many">
      <div class="head">
        <fleet-kinds />
        <v-text-field
          ref="field"
          :model-value="q"
          :prepend-inner-icon="mdiMagnify"
          :placeholder="`Find ${of.many.toLowerCase()}`"
          :aria-label="`Find ${of.many.toLowerCase()}`"
          hide-details
          class="find"
          @update:model-value="search(String($event ?? ''))"
        />
        <v-btn v-if="mayChange" color="primary" :prepend-icon="mdiPlus" :to="at('new')"
          >New {{ of.one }}</v-btn
        >
      </div>
      <waiting
        v-slot="{ data: found }"
        :data="rows"
        :problem="problem"
        :empty="rows?.rows.length === 0"
        @again="load"
      >
        <div class="scroll">
          <table class="ledger">
            <thead>
              <tr>
                <th
                  v-for="column in of.columns.slice(0, opened ? 4 : 9)"
                  :key="column.name"
                  :class="{ figure: column.figure }"
                >
                  {{ column.label }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="row in found.rows"
                :key="row.id"
                :class="{ retired: row.retired, here: String(row.id) === opened }"
              >
                <td
                  v-for="(column, i) in of.columns.slice(0, opened ? 4 : 9)"
                  :key="column.name"
                  :class="{ figure: column.figure }"
                >
                  <router-link v-if="column.name === of.title" :to="at(row.id)">{{
                    cell(row, column.name)
                  }}</router-link><template v-else>{{ cell(row, column.name) }}</template
                  ><span v-if="i === 0 && row.retired" class="small quiet"> retired</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="found.total > found.rows.length" class="pa-3 small quiet">
          {{ found.rows.length }} of {{ found.total }} shown: type to find the others.
        </p>
      </waiting>
      <p v-if="rows?.rows.length === 0" class="pa-6 pt-0">
        {{
          q
            ? `Nothing has “${q}” in it.`
            : `No ${of.one} is here yet. Add one, or import a file under Company.`
        }}
      </p>
    </section>
    <record-panel
      v-if="opened"
      :id="opened === 'new' ? undefined : Number(opened)"
      :key="`${kind} ${opened} ${route.query.copy ?? ''}`"
      :kind="kind"
      :may-change="mayChange"
      :copy-of="route.query.copy ? Number(route.query.copy) : undefined"
      @closed="router.push(at($event))"
      @copy="router.push({ path: `/fleet/${kind}/new`, query: { copy: String($event) } })"
    />
  </div>
</template>

<style scoped>
.fleet {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.9rem;
  align-items: start;
}
.fleet.split {
  grid-template-columns: minmax(0, 1fr) minmax(22rem, 30rem);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  padding: 0.6rem;
  align-items: center;
}
.find {
  max-width: 18rem;
  min-width: 10rem;
  margin-left: auto;
}
.scroll {
  overflow-x: auto;
}
.retired {
  opacity: 0.75;
}
.here {
  background: rgb(var(--v-theme-surface-variant), 0.8);
}
@media (max-width: 900px) {
  .fleet.split {
    grid-template-columns: minmax(0, 1fr);
  }
  .split > section:first-of-type {
    display: none;
  }
}
</style>
