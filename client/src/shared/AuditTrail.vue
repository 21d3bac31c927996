<script setup lang="ts">
import { api, ask } from './api'
import { useFetched } from './fetched'
import { useSession } from './session'
import { showTime } from './time'
import { sayAct, sayField } from './trail'

/** Who changed what on a record, when and why; newest first. */
const { kind, id } = defineProps<{ kind: string; id: number }>()
const session = useSession()
const {
  data: entries,
  problem,
  load,
} = useFetched(
  () => id,
  record => ask(api.GET('/api/audit', { params: { query: { kind, id: record } } })),
  change => change.kind === kind && change.id === id,
)

const changes = (entry: { changes: Record<string, unknown> }) =>
  Object.entries(entry.changes)
    .map(([field, pair]) => sayField(field, pair as [unknown, unknown], session.zone))
    .filter(Boolean)

defineExpose({ load })
</script>

<template>
  <p v-if="problem" class="quiet">{{ problem.message }}</p>
  <ol v-else class="trail small">
    <li v-for="entry in entries" :key="entry.id">
      <span class="when quiet">{{ showTime(entry.at, session.zone, { letters: false }) }}</span>
      <span
        ><strong>{{ entry.who }}</strong> {{ sayAct(entry.act)
        }}<template v-if="entry.why">: “{{ entry.why }}”</template>
        <span v-if="changes(entry).length" class="quiet">{{
          `: ${changes(entry).slice(0, 6).join(' • ')}`
        }}</span></span
      >
    </li>
  </ol>
</template>

<style scoped>
.trail {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: 8.2rem 1fr;
  gap: 0.5rem;
  padding: 0.25rem 0;
}
.when {
  white-space: nowrap;
}
</style>
