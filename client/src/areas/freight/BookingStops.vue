<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose, mdiPlus } from '@mdi/js'
import { ref } from 'vue'
import { showTime } from '@/shared/time'
import { emptyStop, timesOf, type Problems, type StopDraft } from './draft'
import PlaceField from './PlaceField.vue'

const stops = defineModel<StopDraft[]>({ required: true })
const { problems, now, here } = defineProps<{ problems: Problems; now: number; here: string }>()

/** What was understood of the typed times, in the place's own zone. */
function understood(stop: StopDraft, field: 'from' | 'to'): string {
  const reading = timesOf(stop, now, here)[field]
  if (!reading || 'wrong' in reading || !stop.place) return ''
  return showTime(reading.at, stop.place.zone)
}
/** What cannot be read is said as soon as the field is left. */
const left = ref(new Set<string>())
function wrong(stop: StopDraft, i: number, field: 'from' | 'to'): string | undefined {
  const reading = stop[field].trim() ? timesOf(stop, now, here)[field] : undefined
  const said = reading && 'wrong' in reading && left.value.has(`${i} ${field}`) ? reading.wrong : undefined
  return problems[`/stops/${i}/${field}`] ?? said
}
/** Stops whose fields for the driver were opened. */
const noted = ref(new Set<number>())
function swap(i: number, j: number) {
  const [a, b] = [stops.value[i], stops.value[j]]
  if (a && b) stops.value.splice(Math.min(i, j), 2, ...(i < j ? [b, a] : [a, b]))
}
</script>

<template>
  <section class="panel pad" aria-label="Stops">
    <div v-for="(stop, i) in stops" :key="i" class="stop" role="group" :aria-label="`Stop ${i + 1}`">
      <v-select
        v-model="stop.kind"
        :items="[
          { value: 'pickup', title: 'Pickup' },
          { value: 'delivery', title: 'Delivery' },
        ]"
        :aria-label="`Kind of stop ${i + 1}`"
        :error-messages="problems[`/stops/${i}/kind`]"
        tabindex="-1"
      />
      <place-field
        v-model:place="stop.place"
        v-model:typed="stop.typed"
        :label="stop.kind === 'pickup' ? 'From' : 'To'"
        :error="problems[`/stops/${i}/where`] ?? problems[`/stops/${i}/place_id`]"
      />
      <v-text-field
        v-model="stop.from"
        label="Appointment, or from"
        :hint="understood(stop, 'from')"
        persistent-hint
        :error-messages="wrong(stop, i, 'from')"
        @blur="left.add(`${i} from`)"
        @focus="left.delete(`${i} from`)"
      />
      <v-text-field
        v-model="stop.to"
        label="Until"
        :hint="understood(stop, 'to')"
        persistent-hint
        :error-messages="wrong(stop, i, 'to')"
        @blur="left.add(`${i} to`)"
        @focus="left.delete(`${i} to`)"
      />
      <div class="tools">
        <label class="swap small" :title="'Trailers change here; nobody waits for loading'"
          ><input v-model="stop.dropHook" type="checkbox" tabindex="-1" /> Drop and hook</label
        >
        <v-btn
          :icon="mdiArrowUp"
          size="x-small"
          variant="text"
          :disabled="i === 0"
          :aria-label="`Stop ${i + 1} earlier`"
          tabindex="-1"
          @click="swap(i, i - 1)"
        />
        <v-btn
          :icon="mdiArrowDown"
          size="x-small"
          variant="text"
          :disabled="i === stops.length - 1"
          :aria-label="`Stop ${i + 1} later`"
          tabindex="-1"
          @click="swap(i, i + 1)"
        />
        <v-btn
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :disabled="stops.length <= 2"
          :aria-label="`Remove stop ${i + 1}`"
          tabindex="-1"
          @click="stops.splice(i, 1)"
        />
      </div>
      <div v-if="stop.place && !stop.place.place_id" class="more">
        <v-text-field v-model="stop.name" label="Name of the place" placeholder="if it has one" />
        <v-text-field v-model="stop.address" label="Street" />
        <v-checkbox v-model="stop.save" label="Keep it in the directory" />
        <template v-if="stop.save">
          <v-text-field v-model="stop.contact" label="Whom to ask for" />
          <v-text-field
            v-model="stop.phone"
            label="Telephone"
            :error-messages="problems[`/stops/${i}/phone`]"
          />
        </template>
      </div>
      <div v-if="noted.has(i) || stop.notes || stop.reference" class="more">
        <v-text-field
          v-model="stop.reference"
          label="Number or code there"
          :error-messages="problems[`/stops/${i}/reference`]"
        />
        <v-text-field
          v-model="stop.notes"
          class="notes"
          label="For the driver at this stop"
          :error-messages="problems[`/stops/${i}/notes`]"
        />
      </div>
      <button v-else type="button" class="link small note" tabindex="-1" @click="noted.add(i)">
        Number, notes for the driver
      </button>
    </div>
    <p v-if="problems['/stops']" class="error small" role="alert">{{ problems['/stops'] }}</p>
    <div class="row">
      <v-btn variant="text" size="small" :prepend-icon="mdiPlus" @click="stops.push(emptyStop('pickup'))"
        >Pickup</v-btn
      ><v-btn variant="text" size="small" :prepend-icon="mdiPlus" @click="stops.push(emptyStop('delivery'))"
        >Delivery</v-btn
      >
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem 0.4rem;
}
.stop {
  display: grid;
  grid-template-columns: 8.6rem minmax(11rem, 1.4fr) minmax(9.5rem, 1fr) minmax(9.5rem, 1fr) 92px;
  gap: 0.4rem 0.5rem;
  margin-bottom: 0.5rem;
  align-items: start;
}
.tools {
  grid-row: 1 / span 2;
  grid-column: 5;
  display: flex;
  flex-wrap: wrap;
}
.swap {
  display: flex;
  gap: 0.25rem;
  align-items: center;
  white-space: nowrap;
  min-height: 22px;
  font-size: 0.75rem;
}
.more {
  grid-column: 2 / 5;
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.4rem 0.5rem;
}
.notes {
  grid-column: 2 / -1;
}
.note {
  grid-column: 2 / 5;
  margin-top: -0.4rem;
  text-align: left;
}
.error {
  color: rgb(var(--v-theme-error));
  margin: 0 0 0.4rem;
}
@media (max-width: 700px) {
  .stop {
    grid-template-columns: 1fr 1fr;
  }
  .tools {
    grid-row: auto;
    grid-column: auto;
  }
  .more,
  .note {
    grid-column: 1 / -1;
  }
}
</style>
