<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp, mdiDrag } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showInches, showMiles, showPounds } from '@/shared/measure'
import { showWindow } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** Several partials on one trip: joining one, the order of the stops, and what is aboard leg by leg. */
const { load, tripId } = defineProps<{ load: Schemas['Load']; tripId: number | undefined }>()
const emit = defineEmits<{ changed: [load: Schemas['Load']] }>()
const joining = computed(() => load.status === 'open')
const {
  data: trips,
  problem: tripsProblem,
  load: again,
} = useFetched(
  () => [load.id, load.version, joining.value] as const,
  async ([id, , open]) =>
    open ? ask(api.GET('/api/loads/{id}/joinable', { params: { path: { id } } })) : NOTHING,
)
const chosen = ref<number | null>(null)
const trip = computed(() => (joining.value ? chosen.value : (tripId ?? null)))
const order = ref<number[]>()
watch(trip, () => {
  order.value = undefined
})
const { data: shown, problem } = useFetched(
  () => ({ trip: trip.value, order: order.value, version: load.version }),
  async of => {
    if (!of.trip) return NOTHING
    return ask<Schemas['TripOrder']>(
      api.GET('/api/trips/{id}/order', {
        params: {
          path: { id: of.trip },
          query: {
            ...(joining.value ? { load_id: load.id } : {}),
            ...(of.order ? { order: of.order.join(',') } : {}),
          },
        },
      }),
    )
  },
)
const ids = computed(() => shown.value?.stops.map(({ id }) => id) ?? [])
const several = computed(() => new Set(shown.value?.stops.map(stop => stop.load)).size > 1)
function move(from: number, to: number) {
  if (to < 0 || to >= ids.value.length) return
  const next = [...ids.value]
  next.splice(to, 0, ...next.splice(from, 1))
  order.value = next
}
const dragged = ref<number>()
const refused = ref<Problem>()
const busy = ref(false)
const why = ref('')
const over = computed(() => shown.value?.legs.some(leg => leg.over) ?? false)
const reason = computed(() => (over.value && why.value.trim() ? { why: why.value.trim() } : {}))
async function take() {
  if (!trip.value) return
  busy.value = true
  const answer = joining.value
    ? await ask(
        api.POST('/api/loads/{id}/join', {
          params: { path: { id: load.id } },
          body: { key: newKey(), trip_id: trip.value, order: ids.value, ...reason.value },
        }),
      )
    : await ask(
        api.POST('/api/trips/{id}/order', {
          params: { path: { id: trip.value } },
          body: { key: newKey(), order: ids.value, ...reason.value },
        }),
      )
  busy.value = false
  refused.value = answer.problem
  if (answer.problem) return
  order.value = undefined
  why.value = ''
  const { data } = await ask(api.GET('/api/loads/{id}', { params: { path: { id: load.id } } }))
  if (data) emit('changed', data)
}
</script>

<template>
  <section v-if="joining || several" class="panel pad" aria-label="Shared trip">
    <h2>{{ joining ? 'Put it beside other partials' : 'Stops of the shared trip' }}</h2>
    <waiting v-if="joining" :data="trips" :problem="tripsProblem" :empty="!trips?.length" @again="again">
      <template #empty>No trip of partials is planned that it could join.</template>
      <v-select
        v-model="chosen"
        label="Trip"
        :items="
          (trips ?? []).map(one => ({
            value: one.trip_id,
            title: `${one.trip} ${one.crew ?? ''}: ${one.way}`,
            props: { subtitle: one.loads.join(', ') },
          }))
        "
      />
    </waiting>
    <template v-if="shown && trip">
      <ol class="stops">
        <li
          v-for="(stop, i) in shown.stops"
          :key="stop.id"
          draggable="true"
          @dragstart="dragged = i"
          @dragover.prevent
          @drop="dragged !== undefined && move(dragged, i)"
        >
          <v-icon :icon="mdiDrag" size="18" class="quiet" /><span
            ><strong>{{ stop.kind }}</strong> {{ stop.name }}
            <span class="quiet small"
              >{{ stop.load }}, {{ showWindow(stop.from, stop.to, stop.zone) }}</span
            ></span
          >
          <span
            ><v-btn
              :icon="mdiChevronUp"
              size="x-small"
              variant="text"
              :disabled="i === 0"
              :aria-label="`${stop.kind} ${stop.name} earlier`"
              @click="move(i, i - 1)" /><v-btn
              :icon="mdiChevronDown"
              size="x-small"
              variant="text"
              :disabled="i === shown.stops.length - 1"
              :aria-label="`${stop.kind} ${stop.name} later`"
              @click="move(i, i + 1)"
          /></span>
          <div v-if="shown.legs[i]" class="leg small" :class="{ over: shown.legs[i]!.over }">
            <span class="track"
              ><span
                class="fill"
                :style="{
                  width: `${Math.min(100, ((shown.legs[i]!.weight_lb ?? 0) / (shown.takes_lb || 45000)) * 100)}%`,
                }" /></span
            >{{ showPounds(shown.legs[i]!.weight_lb) }} aboard<template v-if="shown.takes_lb">
              of {{ showPounds(shown.takes_lb) }}</template
            >{{ shown.legs[i]!.length_in ? `, ${showInches(shown.legs[i]!.length_in)} of deck` : '' }},
            {{ showMiles(shown.legs[i]!.miles) }}
            <strong v-if="shown.legs[i]!.over">Too much: {{ shown.legs[i]!.over }}</strong>
          </div>
        </li>
      </ol>
      <v-text-field
        v-if="over && (joining || order)"
        v-model="why"
        class="mb-2"
        label="Why all the same? It is kept in the trail"
      />
      <v-btn
        color="primary"
        :loading="busy"
        :disabled="(!joining && !order) || (over && why.trim().length < 3)"
        @click="take"
        >{{ joining ? `Put ${load.number} on this trip` : 'Keep this order' }}</v-btn
      >
    </template>
    <v-alert v-if="refused ?? problem" type="error" class="mt-2"
      >{{ (refused ?? problem)?.message }}
      <v-btn v-if="order" size="small" variant="text" @click="order = undefined"
        >Back to the order before</v-btn
      ></v-alert
    >
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.stops {
  list-style: none;
  margin: 0.5rem 0;
  padding: 0;
}
.stops li {
  display: grid;
  grid-template-columns: 1.4rem minmax(0, 1fr) auto;
  gap: 0.3rem;
  align-items: center;
  padding: 0.15rem 0;
}
.leg {
  grid-column: 2 / -1;
  display: flex;
  gap: 0.5rem;
  align-items: center;
  color: rgb(var(--v-theme-quiet));
}
.leg.over {
  color: rgb(var(--v-theme-late));
}
.track {
  width: 7rem;
  height: 6px;
  border-radius: 3px;
  background: rgb(var(--v-theme-surface-variant));
  overflow: hidden;
  flex: none;
}
.fill {
  display: block;
  height: 100%;
  background: currentColor;
}
</style>
