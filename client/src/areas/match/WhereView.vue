<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showMiles, showMinutes } from '@/shared/measure'
import { showTime } from '@/shared/time'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import Waiting from '@/shared/Waiting.vue'
import TimeField from '@/shared/typed/TimeField.vue'

/** Who could be at a place by a time, without a load; sending one there empty, and calling that off. */
const { mayGive } = defineProps<{ mayGive: boolean }>()
const place = ref('')
const typed = ref('')
const asked = ref<{ place: string; at: string }>()
const at = ref<number>()
const { data, problem, load } = useFetched(asked, async of =>
  of ? ask<Schemas['CouldBe']>(api.GET('/api/match/where', { params: { query: of } })) : NOTHING,
)
const submit = () => {
  if (place.value.trim() && at.value)
    asked.value = { place: place.value.trim(), at: new Date(at.value).toISOString() }
}

const { data: empty, load: loadEmpty } = useFetched(
  () => 0,
  () => ask<Schemas['Trip'][]>(api.GET('/api/trips/empty')),
  change => change.kind === 'trip',
)
const there = (trip: Schemas['Trip']) => trip.stops[trip.stops.length - 1]
const busy = ref(false)
const trouble = ref<Problem>()
const off = ref<Schemas['Trip']>()
let key = newKey()
async function send(crew: Schemas['FreeCrew']) {
  if (!asked.value || !crew.tractor_id || busy.value) return
  busy.value = true
  const answer = await ask(
    api.POST('/api/trips/empty', {
      body: {
        key,
        driver_ids: crew.driver_ids,
        tractor_id: crew.tractor_id,
        where: asked.value.place,
        at: asked.value.at,
      },
    }),
  )
  done(answer.problem)
}
async function callOff(why: string) {
  if (!off.value) return
  busy.value = true
  const answer = await ask(
    api.POST('/api/trips/{id}/call-off', { params: { path: { id: off.value.id } }, body: { key, why } }),
  )
  done(answer.problem)
  if (!answer.problem) off.value = undefined
}
function done(found: Problem | undefined) {
  busy.value = false
  trouble.value = found
  if (found?.code !== 'unreachable') key = newKey()
  if (!found) {
    void loadEmpty()
    if (asked.value) void load()
  }
}
</script>

<template>
  <section v-if="empty?.length" class="panel" aria-label="Empty trips">
    <h2 class="head">On the way empty</h2>
    <table class="ledger">
      <tbody>
        <tr v-for="trip in empty" :key="trip.id">
          <td>
            <strong>{{ trip.drivers.map(({ name }) => name).join(' and ') }}</strong>{{ ' ' }}
            <span class="quiet">{{ trip.tractor?.name }}</span>
          </td>
          <td>{{ trip.empty_from }} → {{ there(trip)?.town }}, {{ there(trip)?.state }}</td>
          <td class="figure">{{ showMiles(trip.empty_miles) }}</td>
          <td>
            {{ trip.status }}, there by
            {{ showTime(there(trip)?.at ?? trip.ends_at, there(trip)?.zone ?? 'UTC') }}
          </td>
          <td v-if="mayGive" class="figure">
            <v-btn size="small" variant="text" @click="off = trip">Call off</v-btn>
          </td>
        </tr>
      </tbody>
    </table>
    <reason-dialog
      :model-value="!!off"
      :title="`Call ${off?.number} off`"
      :busy="busy"
      :problem="trouble"
      @close="off = undefined"
      @reason="callOff"
    />
  </section>
  <section class="panel" aria-label="Who could be where">
    <form class="ask" @submit.prevent="submit">
      <v-text-field
        v-model="place"
        label="Place (Fargo, ND or a ZIP)"
        autofocus
        :error-messages="problem?.path === '/place' ? [problem.message] : []"
      />
      <time-field v-model="typed" v-model:at="at" label="By when (thu 8a)" />
      <v-btn type="submit" color="primary" :disabled="!place.trim() || !at">Who could be there?</v-btn>
    </form>
    <p v-if="!asked" class="pad quiet">Asks by road and by legal hours, from where each crew will be free.</p>
    <waiting
      v-else-if="problem?.path !== '/place'"
      v-slot="{ data: found }"
      :data="data"
      :problem="problem"
      @again="load"
    >
      <table class="ledger">
        <thead>
          <tr>
            <th>Crew</th>
            <th>Free</th>
            <th class="figure">Miles</th>
            <th>There</th>
            <th class="figure">To spare</th>
            <th class="figure">Driving left then</th>
            <th v-if="mayGive" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in found.rows" :key="row.crew.id" :class="{ quiet: !row.arrives_at }">
            <td>
              <strong>{{ row.crew.name }}</strong>
            </td>
            <td>
              {{ row.crew.place
              }}<span class="small quiet">{{
                ` ${showTime(row.crew.free_at, row.crew.zone)}${row.crew.after_load ? `, after ${row.crew.after_load}` : ''}`
              }}</span>
            </td>
            <td class="figure">{{ showMiles(row.miles) }}</td>
            <td>
              {{
                row.arrives_at ? showTime(row.arrives_at, found.zone) : (row.crew.trouble ?? 'not in time')
              }}
            </td>
            <td class="figure">{{ row.spare_minutes === null ? '' : showMinutes(row.spare_minutes) }}</td>
            <td class="figure">{{ row.left_minutes === null ? '' : showMinutes(row.left_minutes) }}</td>
            <td v-if="mayGive" class="figure">
              <v-btn
                v-if="row.arrives_at && row.crew.tractor_id && Number(row.miles)"
                size="small"
                variant="text"
                :disabled="busy"
                :aria-label="`Send ${row.crew.name} there empty`"
                @click="send(row.crew)"
                >Send empty</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
    <v-alert v-if="trouble && !off" type="error" class="ma-2">{{ trouble.message }}</v-alert>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 1.3fr 1fr auto;
  gap: 0.6rem;
  padding: 0.7rem 0.85rem;
  align-items: center;
}
.head {
  padding: 0.6rem 0.85rem 0.2rem;
}
.ledger td {
  vertical-align: middle;
}
.pad {
  padding: 0.2rem 0.85rem 0.8rem;
}
@media (max-width: 700px) {
  .ask {
    grid-template-columns: 1fr;
  }
}
</style>
