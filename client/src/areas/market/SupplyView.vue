<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import SupplyMap from './SupplyMap.vue'
import { KINDS, SUPPLY, perTruck } from './supplyWords'

/** Where freight waits for trucks and trucks for freight, and own trucks that are posted. */
const { mayPost, kind } = defineProps<{
  mayPost: boolean
  /** What the truck that is being looked at has. */
  kind: string | null | undefined
}>()
const emit = defineEmits<{ look: [driverId: number, to: string] }>()
const session = useSession()
const known = (wanted: typeof kind) => KINDS.find(({ value }) => value === wanted)?.value
const chosen = ref<Schemas['PostedKind']>(known(kind) ?? 'dry_van')
watch(
  () => known(kind),
  value => {
    if (value) chosen.value = value
  },
)
const {
  data: rows,
  problem,
  load,
} = useFetched(
  chosen,
  of =>
    ask<Schemas['SupplyOfState'][]>(
      api.GET('/api/market/supply', { params: { query: { trailer_kind: of } } }),
    ),
  change => change.kind === 'market',
)
const {
  data: trucks,
  load: loadTrucks,
  put,
} = useFetched(
  () => 0,
  () => ask<Schemas['PostedTruck'][]>(api.GET('/api/market/trucks')),
  change => change.kind === 'truck',
)
const { busy, trouble, act } = useAct<Schemas['PostedTruck'][]>(put)
const down = async (truck: Schemas['PostedTruck']) => {
  const done = await act(() =>
    api.PUT('/api/market/trucks/{id}/down', {
      params: { path: { id: truck.id } },
      body: { version: truck.version },
    }),
  )
  if (!done) void loadTrucks()
}
</script>

<template>
  <div class="columns">
    <div class="stack">
      <supply-map :rows="rows ?? []" />
      <section class="panel" aria-label="Own trucks posted">
        <h2 class="pad">Own trucks posted</h2>
        <p v-if="trucks && !trucks.length" class="pad quiet">
          None. Pick a truck under Finds and press “Post this truck”.
        </p>
        <table v-else class="ledger">
          <tbody>
            <tr v-for="truck in trucks" :key="truck.id" :class="{ quiet: truck.down_at }">
              <td data-of="Truck">
                <strong>{{ truck.driver }}</strong><span class="small quiet"
                  ><br />by {{ truck.who }}, {{ showTime(truck.posted_at, session.zone) }}</span
                >
              </td>
              <td data-of="Empty">
                {{ truck.place }}, {{ showTime(truck.free_at, truck.zone)
                }}<span class="small quiet"
                  ><br />{{ truck.to.length ? `to ${truck.to.join(', ')}` : 'to anywhere' }}</span
                >
              </td>
              <td data-of="Stands" class="small">
                <template v-if="truck.down_at"
                  >{{ truck.down_why }}, {{ showTime(truck.down_at, session.zone) }}</template
                ><template v-else>{{ truck.heard ? 'posted' : 'on its way to the service' }}</template>
              </td>
              <td class="figure">
                <span v-if="!truck.down_at" class="row justify-end"
                  ><v-btn
                    size="small"
                    variant="tonal"
                    :aria-label="`Look for it: ${truck.driver}`"
                    @click="emit('look', truck.driver_id, truck.to.join(' '))"
                    >Look for it</v-btn
                  ><v-btn
                    v-if="mayPost"
                    size="small"
                    variant="text"
                    :disabled="busy"
                    :aria-label="`Take down ${truck.driver}`"
                    @click="down(truck)"
                    >Take down</v-btn
                  ></span
                >
              </td>
            </tr>
          </tbody>
        </table>
        <v-alert v-if="trouble" type="error" class="ma-2">{{ trouble.message }}</v-alert>
      </section>
    </div>
    <section class="panel" aria-label="By state">
      <header class="pad">
        <v-select v-model="chosen" label="Trailer" :items="KINDS as (typeof KINDS)[number][]" />
      </header>
      <waiting v-slot="{ data: states }" :data="rows" :problem="problem" @again="load">
        <table class="ledger states">
          <thead>
            <tr>
              <th>State</th>
              <th class="figure">Leave</th>
              <th class="figure">Come</th>
              <th class="figure">Trucks</th>
              <th class="figure">Per truck</th>
              <th class="figure">Out, a mile</th>
              <th class="figure">In, a mile</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in states" :key="row.state">
              <td data-of="State">
                <strong>{{ row.state }}</strong><span class="small quiet beside">{{
                  SUPPLY[row.supply].split(':')[0]
                }}</span>
              </td>
              <td data-of="Leave" class="figure">{{ row.leaving.toLocaleString('en-US') }}</td>
              <td data-of="Come" class="figure">{{ row.coming.toLocaleString('en-US') }}</td>
              <td data-of="Trucks" class="figure">
                {{ row.trucks === null ? '–' : row.trucks.toLocaleString('en-US') }}
              </td>
              <td data-of="Per truck" class="figure">{{ perTruck(row) }}</td>
              <td data-of="Out, a mile" class="figure">{{ row.pays ? showDollars(row.pays) : '–' }}</td>
              <td data-of="In, a mile" class="figure">{{ row.paid ? showDollars(row.paid) : '–' }}</td>
            </tr>
          </tbody>
        </table>
      </waiting>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.beside {
  margin-left: 0.4rem;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
