<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { browserOf } from './browserOf'

/** Where one is signed in, and the ending of it. */
type Row = Schemas['Session']
const session = useSession()
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Row[]>(api.GET('/api/sessions')),
)
const others = computed(() => (data.value ?? []).filter(row => !row.this).map(({ id }) => id))
const { busy, trouble, act } = useAct<Row[]>(put)
const end = (ids: number[]) => act(key => api.POST('/api/sessions/end', { body: { key, ids } }))
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h2>Where you are signed in</h2>
      <v-btn v-if="others.length" size="small" color="primary" :loading="busy" @click="end(others)"
        >Sign out everywhere else</v-btn
      >
    </div>
    <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data: rows }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>With</th>
            <th>From</th>
            <th>Since</th>
            <th>Last used</th>
            <th><span class="sr-only">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id">
            <td :title="row.device">{{ browserOf(row.device) }}</td>
            <td>{{ row.address }}</td>
            <td>{{ showTime(row.since, session.zone) }}</td>
            <td>{{ showTime(row.last_use, session.zone) }}</td>
            <td class="figure">
              <strong v-if="row.this">here</strong
              ><v-btn
                v-else
                size="small"
                variant="text"
                :disabled="busy"
                :aria-label="`Sign out: ${browserOf(row.device)}, ${row.address}`"
                @click="end([row.id])"
                >Sign out</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
  </div>
</template>
