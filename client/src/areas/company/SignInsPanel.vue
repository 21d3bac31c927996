<script setup lang="ts">
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'

const session = useSession()
const { data } = useFetched(
  () => 0,
  () => ask(api.GET('/api/sign-ins')),
)
</script>

<template>
  <section class="panel pad">
    <h2>Latest sign-ins</h2>
    <ol class="small list">
      <li v-for="(entry, i) in (data ?? []).slice(0, 20)" :key="i">
        <span class="quiet">{{ showTime(entry.at, session.zone) }}</span><span
          >{{ entry.who }}: {{ entry.what.replaceAll('_', ' ') }}</span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0.3rem 0 0;
  columns: 2;
}
li {
  display: grid;
  grid-template-columns: 10rem 1fr;
  gap: 0.5rem;
  break-inside: avoid;
}
@media (max-width: 800px) {
  .list {
    columns: 1;
  }
}
</style>
