<script setup lang="ts">
import { mdiCameraOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { showMiles } from '@/shared/measure'
import { PAPERS } from '@/shared/states'
import CabStops from './CabStops.vue'

type Kind = Schemas['CheckInInput']['kind']
const { trip, brief = false, waiting } = defineProps<{ trip: Schemas['CabTrip']; brief?: boolean; waiting: boolean }>()
const emit = defineEmits<{ checkIn: [kind: Kind, label: string, more: Partial<Schemas['CheckInInput']>]; paper: [stopId: number, kind: string, file: Blob] }>()
const signer = ref('')
const note = ref('')
const asking = ref<'decline' | 'note'>()
const paperKind = ref('bol')

const step = computed(() => trip.next)
const paperStop = computed(() => [...trip.stops].reverse().find((stop) => stop.arrived_at) ?? trip.stops[0])
const mayPaper = computed(() => ['rolling', 'delivered', 'papers_in'].includes(trip.state))

function next() {
  if (!step.value) return
  emit('checkIn', step.value.kind as Kind, step.value.label, { stop_id: step.value.stop_id ?? null, ...(step.value.needs_signer ? { signer: signer.value.trim() } : {}) })
  signer.value = ''
}
function say() {
  emit('checkIn', asking.value === 'decline' ? 'declined' : 'note', 'Note', { note: note.value.trim() })
  asking.value = undefined
  note.value = ''
}
function photo(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file && paperStop.value) emit('paper', paperStop.value.id, paperKind.value, file)
  input.value = ''
}
</script>

<template>
  <article class="trip panel" :aria-label="`Trip ${trip.number}`">
    <p class="top"><strong>{{ trip.stops[0]?.town }} → {{ trip.stops[trip.stops.length - 1]?.town }}</strong><span class="quiet">{{ trip.number }} • {{ showMiles(trip.miles) }}</span></p>
    <p>{{ [trip.tractor, trip.trailer].filter(Boolean).join(' + ') }}<template v-if="trip.freight"> • {{ trip.freight }}</template></p>
    <p v-if="trip.references?.length" class="quiet">{{ trip.references.join(' • ') }}</p>

    <div v-if="trip.changes?.length" class="changed" role="alert"><p><strong>Changed:</strong> {{ trip.changes.map(({ what }) => what).join('; ') }}</p><v-btn size="large" color="primary" variant="outlined" @click="emit('checkIn', 'seen', 'I have seen it', { change_id: trip.changes[trip.changes.length - 1]!.id })">I have seen it</v-btn></div>

    <template v-if="step && !(brief && trip.state === 'accepted')">
      <v-text-field v-if="step.needs_signer" v-model="signer" class="signer" label="Who signed for it?" autocomplete="off" />
      <v-btn class="next" color="primary" block :disabled="waiting || (step.needs_signer && !signer.trim())" @click="next">{{ step.label }}</v-btn>
    </template>
    <p v-else-if="trip.state === 'delivered'" class="done">Delivered.{{ trip.papers_missing ? ' Send a photo of the signed bill of lading: your pay waits for it.' : ' Papers are in: thank you.' }}</p>

    <div v-if="mayPaper" class="paper" :class="{ wanted: trip.state === 'delivered' && trip.papers_missing }">
      <v-select v-model="paperKind" label="Paper" :items="Object.entries(PAPERS).map(([value, title]) => ({ value, title }))" />
      <label class="camera"><v-icon :icon="mdiCameraOutline" /> Photo<input type="file" accept="image/*,application/pdf" capture="environment" :aria-label="`Photo of the paper`" @change="photo"></label>
    </div>

    <cab-stops v-if="!brief" :stops="trip.stops" :next-stop="step?.stop_id ?? null" />

    <form v-if="asking" class="say" @submit.prevent="say">
      <v-textarea v-model="note" :label="asking === 'decline' ? 'Why not?' : 'Note for dispatch'" autofocus />
      <div class="two"><v-btn size="large" variant="text" @click="asking = undefined">Back</v-btn><v-btn size="large" type="submit" color="primary" :disabled="!note.trim()">{{ asking === 'decline' ? 'Decline the trip' : 'Send' }}</v-btn></div>
    </form>
    <div v-else class="two">
      <v-btn v-if="trip.can_decline" size="large" variant="tonal" :disabled="waiting" @click="asking = 'decline'">Decline</v-btn>
      <v-btn size="large" variant="tonal" @click="asking = 'note'">Note for dispatch</v-btn>
    </div>
  </article>
</template>

<style scoped>
.trip { padding: .9rem; display: flex; flex-direction: column; gap: .6rem; margin-bottom: .8rem; }
.trip p { margin: 0; } .top { display: flex; justify-content: space-between; gap: .6rem; flex-wrap: wrap; font-size: 1.15rem; } .top span { font-size: .95rem; }
.next { min-height: 76px !important; font-size: 1.3rem; font-weight: 700; white-space: normal; }
.next :deep(.v-btn__content) { white-space: normal; }
.signer :deep(input) { min-height: 52px; font-size: 1.15rem; }
.changed { display: grid; gap: .6rem; padding: .6rem .7rem; border: 2px solid rgb(var(--v-theme-tight)); border-radius: 4px; background: rgb(var(--v-theme-tight), .12); } .changed .v-btn { min-height: 52px; }
.done { font-weight: 600; padding: .6rem 0; }
.paper { display: grid; grid-template-columns: 1fr auto; gap: .6rem; align-items: center; } .paper.wanted { padding: .6rem; border: 2px solid rgb(var(--v-theme-tight)); border-radius: 4px; }
.camera { display: flex; align-items: center; gap: .5rem; min-height: 52px; padding: 0 1.1rem; border-radius: 4px; background: rgb(var(--v-theme-surface-variant)); font-weight: 600; cursor: pointer; }
.camera input { position: absolute; opacity: 0; width: 1px; height: 1px; } .camera:focus-within { outline: 3px solid var(--ring); }
.two { display: grid; grid-auto-flow: column; grid-auto-columns: 1fr; gap: .6rem; margin-top: .3rem; } .two .v-btn { min-height: 52px; }
</style>
