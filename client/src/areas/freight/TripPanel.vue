<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { showMiles } from '@/shared/measure'
import { CHECK_INS, STOPS } from '@/shared/statuses'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import EmptyFromDialog from './EmptyFromDialog.vue'
import MailSheet from './MailSheet.vue'
import OwnStopDialog from './OwnStopDialog.vue'
import ReasonDialog from './ReasonDialog.vue'

const { trip, zone, loadId } = defineProps<{
  trip: Schemas['Trip']
  zone: string
  loadId: number
}>()
const emit = defineEmits<{ changed: [] }>()
const acts = computed(() => actsOf(trip.allowed_acts))
/** Whose stop it is, where the trip makes those of several loads. */
const shared = computed(() => new Set(trip.stops.map(({ load }) => load).filter(Boolean)).size > 1)
const inPart = computed(
  () => shared.value || trip.stops.some(({ kind }) => kind !== 'pickup' && kind !== 'delivery'),
)
const adding = ref(false)
const moving = ref(false)
const removing = ref<Schemas['TripStop']>()
const {
  busy,
  trouble: problem,
  act,
} = useAct<Schemas['Trip']>(() => {
  removing.value = undefined
  emit('changed')
})
const remove = (why: string) =>
  removing.value &&
  act(key =>
    api.DELETE('/api/trips/{id}/stops/{stop_id}', {
      params: { path: { id: trip.id, stop_id: removing.value!.stop_id } },
      body: { key, why },
    }),
  )
const over = computed(() => trip.status === 'declined' || trip.status === 'cancelled')
const stopOf = (id: number | null | undefined) => trip.stops.find(stop => stop.stop_id === id)
const latest = computed(() => [...trip.check_ins].reverse())
const said = (checkIn: Schemas['CheckIn']) => {
  const stop = stopOf(checkIn.stop_id)
  return [
    CHECK_INS[checkIn.kind] ?? checkIn.kind,
    stop && checkIn.kind !== 'on_my_way' && `at ${stop.name}`,
    checkIn.signer && `, signed by ${checkIn.signer}`,
  ]
    .filter(Boolean)
    .join(' ')
    .replace(' ,', ',')
}
</script>

<template>
  <section class="panel pad" :class="{ over }" :aria-label="`Trip ${trip.number}`">
    <div class="spread wrap">
      <h2>
        {{ trip.drivers.map(driver => driver.name).join(' and ') }}
        <span class="plain"
          >• {{ [trip.tractor?.name, trip.trailer?.name].filter(Boolean).join(' + ') }}</span
        >
      </h2>
      <span class="small quiet"
        ><a :href="`/api/trips/${trip.id}/sheet`" target="_blank" rel="noopener">Trip sheet</a>{{ ' '
        }}<mail-sheet v-if="acts.may('add_stop')" :trip-id="trip.id" /> • {{ trip.number }},
        {{ trip.status }} • {{ showMiles(trip.loaded_miles) }} loaded,
        {{ showMiles(trip.empty_miles) }} empty{{ trip.empty_from ? ` from ${trip.empty_from}` : ''
        }}<template v-if="acts.may('put_right_empty')"
          >{{ ' ' }}<button type="button" class="link" @click="moving = true">Put right</button></template
        ><template v-if="trip.miles_estimated">, estimated</template></span
      >
    </div>
    <ol v-if="inPart && !over" class="way small" aria-label="Stops of the trip">
      <li v-for="stop in trip.stops" :key="stop.stop_id">
        <strong>{{ STOPS[stop.kind] }}{{ stop.unit ? ` ${stop.unit}` : '' }}</strong> {{ stop.town }},
        {{ stop.state }}{{ shared && stop.load ? ` of ${stop.load}` : ''
        }}{{ stop.at ? ` ${showTime(stop.at, stop.zone)}` : ''
        }}<v-btn
          v-if="acts.may('remove_stop') && ['drop', 'hook', 'yard'].includes(stop.kind) && !stop.arrived_at"
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :aria-label="`Take off: ${STOPS[stop.kind]} ${stop.town}`"
          @click="removing = stop"
        />
      </li>
    </ol>
    <p v-if="trip.status === 'declined'">Declined: “{{ trip.decline_reason }}”</p>
    <p v-if="trip.status === 'sent'" class="small quiet">
      {{
        trip.texted_at
          ? `Text sent ${showTime(trip.texted_at, zone)}`
          : 'The text is on its way to the gateway'
      }}
    </p>
    <ul v-if="trip.unseen?.length && !over" class="unseen small" aria-label="Not confirmed yet">
      <li v-for="(change, i) in trip.unseen" :key="i">
        <strong>{{ change.driver }}</strong> has not confirmed yet: {{ change.what }}
        <span class="quiet">({{ showTime(change.at, zone) }})</span>
      </li>
    </ul>
    <ol v-if="latest.length" class="events small" aria-label="Check-ins">
      <li v-for="checkIn in latest" :key="checkIn.id">
        <span class="quiet">{{ showTime(checkIn.done_at, stopOf(checkIn.stop_id)?.zone ?? zone) }}</span>
        <span
          ><strong>{{ checkIn.driver }}</strong> {{ said(checkIn)
          }}<template v-if="checkIn.note && checkIn.kind !== 'paper'">: “{{ checkIn.note }}”</template></span
        >
      </li>
    </ol>
    <v-btn v-if="acts.may('add_stop')" size="small" variant="text" @click="adding = true"
      >Drop, hook or yard on the way</v-btn
    >
    <empty-from-dialog v-if="moving" :trip="trip" @close="moving = false" @changed="emit('changed')" />
    <own-stop-dialog
      v-if="adding"
      :model-value="adding"
      :trip="trip"
      :load-id="loadId"
      @close="adding = false"
      @added="emit('changed')"
    />
    <reason-dialog
      :model-value="!!removing"
      :title="`Take off ${STOPS[removing?.kind ?? 'yard']?.toLowerCase()} at ${removing?.town}`"
      :busy="busy"
      :problem="problem"
      @close="removing = undefined"
      @reason="remove"
    />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.over {
  opacity: 0.8;
  border-style: dashed;
}
.plain {
  font-weight: 400;
}
.wrap {
  flex-wrap: wrap;
}
.way {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.4rem;
  padding: 0;
  margin: 0.4rem 0 0;
  align-items: center;
}
.way li:not(:last-child)::after {
  content: ' →';
  color: rgb(var(--v-theme-quiet));
}
.unseen {
  margin: 0.4rem 0 0;
  padding: 0.3rem 0.6rem;
  list-style: none;
  border-left: 4px solid rgb(var(--v-theme-tight));
  background: rgb(var(--v-theme-tight), 0.12);
}
.events {
  list-style: none;
  padding: 0;
  margin: 0.5rem 0 0;
}
.events li {
  display: grid;
  grid-template-columns: 9.5rem 1fr;
  gap: 0.5rem;
  padding: 0.15rem 0;
}
</style>
