<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import FleetKinds from './FleetKinds.vue'

/** Tractor and trailer as they are hooked, with the feet between all their axles: kept once, taken by every permit file. */
const mayChange = useSession().has('dispatcher', 'permit_clerk', 'administrator')
const {
  data: kept,
  problem,
  load,
} = useFetched(
  () => 0,
  () => ask<Schemas['Combination'][]>(api.GET('/api/combinations')),
  change => change.kind === 'unit',
)
const { data: units } = useFetched(
  () => 0,
  () => ask<{ rows: Schemas['Unit'][] }>(api.GET('/api/units', { params: { query: {} } })),
)
const of = (kind: string) =>
  (units.value?.rows ?? [])
    .filter(unit => unit.kind === kind)
    .map(({ id, number }) => ({ value: id, title: number }))
const tractor = ref<number | null>(null)
const trailer = ref<number | null>(null)
const name = ref('')
const gaps = ref('')
const busy = ref(false)
const trouble = ref<Problem>()

const spacings = computed(() => {
  const read = gaps.value
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  return read.length && read.every(feet => feet > 0) ? [0, ...read] : undefined
})
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
function edit(one: Schemas['Combination']) {
  tractor.value = one.tractor_id ?? null
  trailer.value = one.trailer_id ?? null
  name.value = one.name
  gaps.value = one.spacings_ft.slice(1).join(', ')
}
async function act(call: Promise<{ data?: Schemas['Combination']; error?: unknown }>) {
  busy.value = true
  const answer = await ask(call)
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    tractor.value = trailer.value = null
    name.value = gaps.value = ''
    void load()
  }
}
const keep = () =>
  tractor.value &&
  spacings.value &&
  act(
    api.POST('/api/combinations', {
      body: {
        key: newKey(),
        tractor_id: tractor.value,
        trailer_id: trailer.value,
        name: name.value.trim(),
        spacings_ft: spacings.value,
      },
    }),
  )
const end = (id: number) =>
  act(api.POST('/api/combinations/{id}/end', { params: { path: { id } }, body: { key: newKey() } }))
</script>

<template>
  <section class="panel over" aria-label="Combinations">
    <div class="head">
      <h1 class="sr-only">Fleet: combinations</h1>
      <fleet-kinds />
    </div>
    <form v-if="mayChange" class="form" @submit.prevent="keep">
      <v-autocomplete
        v-model="tractor"
        label="Tractor"
        :items="of('tractor')"
        :error-messages="at('tractor_id')"
      /><v-autocomplete
        v-model="trailer"
        label="Trailer"
        clearable
        :items="of('trailer')"
        :error-messages="at('trailer_id')"
      /><v-text-field v-model="name" label="Name" />
      <v-text-field
        v-model="gaps"
        class="gaps"
        label="Feet between the axles, from the front: 14, 4.5, 31, 4.5"
        :error-messages="gaps.trim() && !spacings ? 'Feet, like 14, 4.5, 31, 4.5' : at('spacings_ft')"
      />
      <v-btn type="submit" color="primary" :disabled="!tractor || !spacings" :loading="busy">Keep it</v-btn>
    </form>
    <v-alert v-if="trouble && !trouble.path" type="error" class="ma-3">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data }" :data="kept" :problem="problem" :empty="kept?.length === 0" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>Tractor</th>
            <th>Trailer</th>
            <th>Name</th>
            <th class="figure">Axles</th>
            <th>Feet between them</th>
            <th class="figure">First to last</th>
            <th><span class="sr-only">Act</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in data" :key="one.id">
            <td>{{ one.tractor }}</td>
            <td>{{ one.trailer ?? 'none' }}</td>
            <td>{{ one.name }}</td>
            <td class="figure">{{ one.spacings_ft.length }}</td>
            <td>{{ one.spacings_ft.slice(1).join(', ') }}</td>
            <td class="figure">
              {{ Number(one.spacings_ft.reduce((sum, feet) => sum + feet, 0).toFixed(2)) }} ft
            </td>
            <td class="figure">
              <template v-if="mayChange"
                ><v-btn size="small" variant="text" @click="edit(one)">Correct</v-btn
                ><v-btn size="small" variant="text" @click="end(one.id)">Take out</v-btn></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
    <p v-if="kept?.length === 0" class="pa-4 quiet">No combination is kept yet.</p>
  </section>
</template>

<style scoped>
.over {
  overflow-x: auto;
}
.head {
  padding: 0.6rem;
}
.form {
  display: grid;
  grid-template-columns: 8rem 8rem 12rem minmax(16rem, 1fr) auto;
  gap: 0.5rem;
  align-items: start;
  padding: 0 0.9rem 0.7rem;
}
@media (max-width: 900px) {
  .form {
    grid-template-columns: 1fr 1fr;
  }
  .gaps {
    grid-column: 1 / -1;
  }
}
</style>
