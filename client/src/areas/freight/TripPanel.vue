<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showMiles } from '@/shared/measure'
import { CHECK_INS } from '@/shared/states'
import { showTime } from '@/shared/time'

const { trip, zone } = defineProps<{ trip: Schemas['Trip']; zone: string }>()
const over = computed(() => trip.state === 'declined' || trip.state === 'cancelled')
const stopOf = (id: number | null | undefined) => trip.stops.find((stop) => stop.stop_id === id)
const latest = computed(() => [...trip.check_ins].reverse())
const said = (checkIn: Schemas['CheckIn']) => {
  const stop = stopOf(checkIn.stop_id)
  return [CHECK_INS[checkIn.kind] ?? checkIn.kind, stop && checkIn.kind !== 'on_my_way' && `at ${stop.name}`, checkIn.signer && `, signed by ${checkIn.signer}`].filter(Boolean).join(' ').replace(' ,', ',')
}
</script>

<template>
  <section class="panel pad" :class="{ over }" :aria-label="`Trip ${trip.number}`">
    <div class="spread wrap">
      <h2>{{ trip.drivers.map((driver) => driver.name).join(' and ') }}<span class="plain"> • {{ [trip.tractor?.name, trip.trailer?.name].filter(Boolean).join(' + ') }}</span></h2>
      <span class="small quiet"><a :href="`/api/trips/${trip.id}/sheet`" target="_blank" rel="noopener">Trip sheet</a> • {{ trip.number }}, {{ trip.state }} • {{ showMiles(trip.loaded_miles) }} loaded, {{ showMiles(trip.empty_miles) }} empty<template v-if="trip.miles_estimated">, estimated</template></span>
    </div>
    <p v-if="trip.state === 'declined'">Declined: “{{ trip.decline_reason }}”</p>
    <p v-if="trip.state === 'sent'" class="small quiet">{{ trip.texted_at ? `Text sent ${showTime(trip.texted_at, zone)}` : 'The text is on its way to the gateway' }}</p>
    <ol v-if="latest.length" class="events small" aria-label="Check-ins">
      <li v-for="checkIn in latest" :key="checkIn.id"><span class="quiet">{{ showTime(checkIn.done_at, stopOf(checkIn.stop_id)?.zone ?? zone) }}</span>
        <span><strong>{{ checkIn.driver }}</strong> {{ said(checkIn) }}<template v-if="checkIn.note && checkIn.kind !== 'paper'">: “{{ checkIn.note }}”</template></span></li>
    </ol>
  </section>
</template>

<style scoped>
.pad { padding: .7rem .9rem; }
.over { opacity: .8; border-style: dashed; }
.plain { font-weight: 400; }
.wrap { flex-wrap: wrap; }
.events { list-style: none; padding: 0; margin: .5rem 0 0; }
.events li { display: grid; grid-template-columns: 9.5rem 1fr; gap: .5rem; padding: .15rem 0; }
</style>
