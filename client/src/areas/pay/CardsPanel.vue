<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import CardsHelp from './CardsHelp.vue'
import CardsMatched from './CardsMatched.vue'
import CardsUnmatched from './CardsUnmatched.vue'

/** Fuel-card and toll transactions: files taken in, each row with the driver and trip it was matched to, settled by who bears it; those of nobody first. */
const settles = useSession().has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['CardDesk']>(api.GET('/api/card-desk')),
  change => change.kind === 'company',
)
const { data: drivers } = useFetched(
  () => 0,
  () => ask<{ rows: Schemas['Driver'][] }>(api.GET('/api/drivers', { params: { query: {} } })),
)
const names = computed(() => (drivers.value?.rows ?? []).map(({ id, name }) => ({ value: id, title: name })))
const nobody = computed(() => (data.value?.rows ?? []).filter(({ driver }) => !driver))
const matched = computed(() => (data.value?.rows ?? []).filter(({ driver }) => driver))
const busy = ref('')
const trouble = ref<Problem>()
const file = ref<HTMLInputElement>()

async function act(name: string, call: Promise<{ data?: Schemas['CardDesk']; error?: unknown }>) {
  busy.value = name
  const answer = await ask<Schemas['CardDesk']>(call)
  busy.value = ''
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
  }
}
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const picked = input.files?.[0]
  if (!picked) return
  // The same file chosen again is sent again: a key of its own tells the server that it was meant so.
  await act(
    'take',
    api.POST('/api/card-files', {
      params: { query: { key: newKey(), name: picked.name } },
      ...bytes(picked),
    }),
  )
  input.value = ''
}
const match = (id: number, driverId: number, remember: boolean) =>
  act(
    `match ${id}`,
    api.POST('/api/card-transactions/{id}/match', {
      params: { path: { id } },
      body: { key: newKey(), driver_id: driverId, remember },
    }),
  )
const settle = (chargedTo: 'company' | 'driver' | null, ids: number[]) =>
  act(
    'settle',
    api.POST('/api/card-transactions/settle', { body: { key: newKey(), ids, charged_to: chargedTo } }),
  )
</script>

<template>
  <section class="panel scroll" aria-label="Cards">
    <div class="pad spread wrap">
      <h2>Fuel cards and tolls</h2>
      <span v-if="settles" class="row"
        ><input
          ref="file"
          type="file"
          accept=".csv,text/csv"
          class="sr-only"
          aria-label="File of transactions"
          @change="take"
        /><v-btn size="small" color="primary" :loading="busy === 'take'" @click="file?.click()"
          >Take a file in</v-btn
        ></span
      >
    </div>
    <v-alert v-if="trouble" type="error" class="mx-3 mb-2">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data: desk }" :data="data" :problem="problem" @again="load">
      <cards-unmatched
        v-if="nobody.length"
        :rows="nobody"
        :names="names"
        :settles="settles"
        :busy="busy"
        @match="match"
        @settle="settle"
      />
      <cards-matched v-if="matched.length" :rows="matched" :settles="settles" :busy="busy" @settle="settle" />
      <p v-if="!desk.rows.length" class="pad quiet">Every transaction is settled.</p>
      <cards-help :desk="desk" />
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.scroll {
  overflow-x: auto;
}
.wrap {
  flex-wrap: wrap;
}
</style>
