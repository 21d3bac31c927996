<script setup lang="ts">
import { computed, onMounted, onScopeDispose, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import type { Cab } from './useCab'
import { useFindings } from './useFindings'

/** The whole trip as it will stand in the report, before the driver says that it is right. */
const { trip, cab } = defineProps<{ trip: Schemas['CabTrip']; cab: Cab }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const steps = (stop: Schemas['CabStop']) => trip.steps.filter(step => step.stop_id === stop.id)
const stopName = (id: number | null | undefined) => trip.stops.find(stop => stop.id === id)?.name
const notes = computed(() =>
  (trip.said ?? []).filter(({ kind }) => kind === 'note' || kind === 'customer_note'),
)
const facts = computed(() =>
  (trip.said ?? []).filter(
    ({ kind, details, signer }) => kind !== 'confirmed' && (signer || Object.keys(details ?? {}).length),
  ),
)
const zone = computed(() => cab.cab.value?.zone ?? 'UTC')
/** When the driver last said that it is right; what he says now stands at once. */
const confirmed = computed(
  () =>
    (cab.queue.value.find(
      ({ tripId, body }) => tripId === trip.id && 'kind' in body && body.kind === 'confirmed',
    )?.body as { done_at: string } | undefined) ??
    (trip.said ?? []).findLast(({ kind }) => kind === 'confirmed'),
)
const sayFinding = useFindings()
const fact = (name: string, value: unknown): string => {
  if (name === 'quantity') {
    const { amount, unit } = value as { amount: string; unit: string }
    return `${t('ask.quantity')} ${amount} ${t(`unit.${unit}`)}`
  }
  return name === 'odometer_confirmed' || name === 'sure'
    ? ''
    : `${t(`ask.${name === 'temperature_f' ? 'temperature' : name}`)} ${String(value)}`
}
const pictures = ref<Record<number, string>>({})
onMounted(async () => {
  for (const paper of trip.stops.flatMap(stop => stop.papers ?? [])) {
    const url = await cab.file(`/api/cab/papers/${paper.id}`)
    if (url) pictures.value[paper.id] = url
  }
})
onScopeDispose(() => {
  for (const url of Object.values(pictures.value)) URL.revokeObjectURL(url)
})
async function pdf() {
  await cab.open(`/api/cab/trips/${trip.id}/report`, `${trip.number}.pdf`)
}
</script>

<template>
  <section class="card" :aria-label="t('trip.reportTitle', { n: trip.number })">
    <h2>{{ t('trip.reportTitle', { n: trip.number }) }}</h2>
    <div v-for="stop in trip.stops" :key="stop.id">
      <strong>{{ t(`stop.${stop.kind}`) }}: {{ stop.name }}</strong>
      <dl class="times little">
        <template v-for="step in steps(stop)" :key="step.kind"
          ><dt>{{ t(`done.${step.kind}`) }}</dt>
          <dd class="figure" :class="{ quiet: !step.done_at }">
            {{ step.done_at ? showTime(step.done_at, stop.zone) : '–' }}
          </dd></template
        >
      </dl>
      <ul v-if="stop.papers?.length" class="papers">
        <li v-for="paper in stop.papers" :key="paper.id">
          <img
            v-if="pictures[paper.id]"
            :src="pictures[paper.id]"
            :alt="t(`paper.${paper.kind}`)"
            @error="delete pictures[paper.id]"
          /><span class="little">{{ t(`paper.${paper.kind}`) }}</span>
        </li>
      </ul>
    </div>
    <p v-for="said in facts" :key="said.key" class="little">
      <strong
        >{{ t(`done.${said.kind}`)
        }}{{ stopName(said.stop_id) ? `, ${stopName(said.stop_id)}` : '' }}:</strong
      >
      {{
        Object.entries(said.details ?? {})
          .map(([name, value]) => fact(name, value))
          .filter(Boolean)
          .join(', ')
      }}<template v-if="said.signer"
        ><template v-if="Object.keys(said.details ?? {}).length">, </template
        >{{ t('trip.signedBy', { who: said.signer }) }}</template
      >
    </p>
    <div v-if="trip.activities?.length">
      <strong class="little">{{ t('activity.title') }}</strong>
      <p v-for="one in trip.activities" :key="one.id" class="little spread">
        <span>{{ t(`activity.${one.kind}`) }}{{ one.note ? `: ${one.note}` : '' }}</span
        ><span class="figure"
          >{{ showTime(one.from, zone, { letters: false }) }}–{{
            showTime(one.to, zone, { day: false, letters: false })
          }}</span
        >
      </p>
    </div>
    <p v-for="note in notes" :key="note.key" class="little">
      <strong>{{ t(note.kind === 'note' ? 'trip.noteDispatch' : 'trip.noteCustomer') }}:</strong>
      {{ note.note }}
    </p>
    <p v-for="finding in trip.findings" :key="finding.text" class="note little">{{ sayFinding(finding) }}</p>
    <p v-if="trip.papers_missing" class="note little">
      {{ t('trip.papersMissing', { loads: trip.papers_wanted?.join(', ') }) }}
    </p>
    <p v-if="confirmed" class="said" role="status">
      {{ t('trip.reportConfirmed', { at: showTime(confirmed.done_at, zone) }) }}
    </p>
    <button
      type="button"
      class="press main wide"
      @click="cab.checkIn(trip.id, 'confirmed', t('trip.reportRight'))"
    >
      {{ t('trip.reportRight') }}
    </button>
    <div class="two">
      <button type="button" class="press" @click="pdf">{{ t('trip.pdf') }}</button><button
        type="button"
        class="press"
        @click="emit('close')"
      >
        {{ t('trip.back') }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.times {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.05rem 0.6rem;
}
.papers {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  margin-top: 0.3rem;
}
.papers img {
  display: block;
  height: 6rem;
  border: 1px solid var(--line);
}
</style>
