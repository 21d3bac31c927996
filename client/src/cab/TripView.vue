<script setup lang="ts">
import { computed, onScopeDispose, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import ActivityList from './ActivityList.vue'
import NoteForm from './NoteForm.vue'
import OdometerLater from './OdometerLater.vue'
import PaperPanel from './PaperPanel.vue'
import PermitsCard from './PermitsCard.vue'
import StepForm from './StepForm.vue'
import StopList from './StopList.vue'
import TripReport from './TripReport.vue'
import type { CheckInKind } from './queue'
import { newKey } from '@/shared/key'
import { doubtOf, stopOfPaper, wordsOf, type Doubt } from './steps'
import type { Cab } from './useCab'
import { useFindings } from './useFindings'

/** One trip: the next step as one button, what it wants to know, papers, and the road ahead. */
const { trip, cab, underWay } = defineProps<{ trip: Schemas['CabTrip']; cab: Cab; underWay: boolean }>()
const { t } = useI18n()
const sayFinding = useFindings()
const panel = ref<'decline' | 'note' | 'report'>()
const step = computed(() => trip.next)
const stop = computed(
  () =>
    trip.stops.find(({ id }) => id === step.value?.stop_id) ??
    (step.value?.kind === 'on_my_way' ? trip.stops[0] : undefined),
)
const label = computed(() => (step.value ? t(...wordsOf(step.value, stop.value)) : ''))
const delivered = computed(
  () =>
    trip.steps.some(
      one => one.kind === 'delivered' && one.stop_id === trip.stops.at(-1)?.id && one.done_at,
    ) || trip.status === 'delivered',
)
const barred = computed(
  () => underWay && trip.status !== 'rolling' && ['pre_trip', 'on_my_way'].includes(step.value?.kind ?? ''),
)
const mayPaper = computed(() => trip.steps.some(one => one.kind === 'on_my_way' && one.done_at))

/** A second tap of a hand in a glove lands where the next step stands by then. */
const REST_MS = 1500
/** What was told longer ago is put right with its reason, not with a stray tap. */
const UNDO_MS = 30_000
const resting = ref(false)
/** What was told last, while it can still be taken back with one tap. */
const told = ref<{ key: string; label: string }>()
const timers: ReturnType<typeof setTimeout>[] = []
onScopeDispose(() => timers.forEach(clearTimeout))
/** What cannot be as it was tapped: asked about, with the button that says so all the same. */
const asked = ref<{ doubt: NonNullable<Doubt>; more: Partial<Schemas['CheckInInput']> }>()
watch(step, () => (asked.value = undefined))
const said = (doubt: NonNullable<Doubt>) => t(`doubt.${doubt.code}`, { ...doubt })
function take(more: Partial<Schemas['CheckInInput']>) {
  if (!step.value || resting.value) return
  const doubt = more.sure ? undefined : doubtOf(step.value, trip, cab.now(), cab.spot())
  asked.value = doubt && { doubt, more }
  if (doubt) return
  const key = newKey()
  told.value = { key, label: label.value }
  resting.value = true
  timers.splice(0).forEach(clearTimeout)
  timers.push(
    setTimeout(() => (resting.value = false), REST_MS),
    setTimeout(() => (told.value = undefined), UNDO_MS),
  )
  const kind = step.value.kind as CheckInKind
  void cab.checkIn(trip.id, kind, label.value, { stop_id: step.value.stop_id, ...more }, key)
}
function undo() {
  if (told.value) cab.takeBack(trip.id, told.value.key, t('trip.mistake'))
  told.value = undefined
}
function note(kind: 'declined' | 'note' | 'customer_note', text: string) {
  const at = stop.value?.id ?? trip.stops.at(-1)?.id ?? null
  void cab.checkIn(trip.id, kind, text, { note: text, ...(kind === 'customer_note' ? { stop_id: at } : {}) })
  panel.value = undefined
}
</script>

<template>
  <article class="stack" :aria-label="`${t('tabs.trip')} ${trip.number}`">
    <section class="card">
      <div class="spread">
        <h1>{{ trip.stops[0]?.town }} → {{ trip.stops.at(-1)?.town }}</h1>
        <span class="quiet little"
          >{{ trip.number }} • {{ t('trip.miles', { n: Math.round(Number(trip.miles)) }) }}</span
        >
      </div>
      <p class="little">
        {{ [trip.tractor, trip.trailer].filter(Boolean).join(' + ')
        }}<template v-if="trip.freight"> • {{ trip.freight }}</template>
      </p>
      <p v-if="trip.references?.length" class="little quiet">{{ trip.references.join(' • ') }}</p>
      <p v-if="trip.notes" class="note little">{{ trip.notes }}</p>

      <p v-if="trip.ended" class="trouble" role="alert">{{ t(`trip.${trip.ended}`) }}</p>
      <template v-else>
        <div v-if="trip.changes?.length" class="note stack" role="alert">
          <p>
            <strong>{{ t('trip.changed') }}</strong> {{ trip.changes.map(({ what }) => what).join('; ') }}
          </p>
          <button
            type="button"
            class="press wide"
            @click="cab.checkIn(trip.id, 'seen', t('trip.seen'), { change_id: trip.changes.at(-1)!.id })"
          >
            {{ t('trip.seen') }}
          </button>
        </div>
        <p v-if="delivered" class="said">
          <strong>{{ t('trip.delivered') }}</strong>
          {{
            trip.papers_missing
              ? t('trip.papersMissing', { loads: trip.papers_wanted?.join(', ') })
              : t('trip.papersIn')
          }}
        </p>
        <p v-if="barred" class="note">{{ t('trip.other') }}</p>
        <step-form
          v-else-if="step"
          :key="`${step.kind} ${step.stop_id}`"
          :step="step"
          :label="label"
          :trip="trip"
          :trailers="cab.cab.value?.trailers ?? []"
          :resting="resting"
          @take="take"
        />
        <p v-else class="said">{{ t('trip.allDone') }}</p>
        <div v-if="asked" class="note stack" role="alert">
          <p>{{ said(asked.doubt) }}</p>
          <div class="two">
            <button type="button" class="press" @click="asked = undefined">{{ t('doubt.no') }}</button>
            <button type="button" class="press main" @click="take({ ...asked!.more, sure: true })">
              {{ t('doubt.yes') }}
            </button>
          </div>
        </div>
        <!-- Below the button, which stays where it was, and at rest with it: a second tap undoes nothing either. -->
        <p v-if="told && trip.status !== 'delivered'" class="told spread" role="status">
          <span>{{ t('trip.told', { what: told.label }) }}</span><button
            type="button"
            class="press small"
            :disabled="resting"
            @click="undo"
          >
            {{ t('trip.undo') }}
          </button>
        </p>
      </template>
    </section>

    <permits-card v-if="!trip.ended" :trip="trip" :cab="cab" />
    <paper-panel
      v-if="mayPaper && !trip.ended"
      :trip="trip"
      :cab="cab"
      :wanted="delivered && !!trip.papers_missing"
      :at="stopOfPaper(trip)?.id"
    />
    <odometer-later v-if="mayPaper && !trip.ended" :trip="trip" :cab="cab" />
    <p v-for="finding in trip.findings" :key="finding.text" class="note little">
      {{ t('trip.findings') }} {{ sayFinding(finding) }}
    </p>
    <section class="card"><stop-list :trip="trip" :next-stop="step?.stop_id ?? null" :cab="cab" /></section>
    <activity-list v-if="mayPaper && !trip.ended && !cab.cab.value?.partner" :trip="trip" :cab="cab" />

    <trip-report v-if="panel === 'report'" :trip="trip" :cab="cab" @close="panel = undefined" />
    <note-form v-else-if="panel" :declining="panel === 'decline'" @back="panel = undefined" @say="note" />
    <div v-else-if="!trip.ended" class="two">
      <button v-if="trip.can_decline" type="button" class="press" @click="panel = 'decline'">
        {{ t('trip.decline') }}
      </button>
      <button type="button" class="press" @click="panel = 'note'">{{ t('trip.note') }}</button>
      <button v-if="mayPaper" type="button" class="press" @click="panel = 'report'">
        {{ t('trip.report') }}
      </button>
    </div>
  </article>
</template>

<style scoped>
.told {
  margin: 0.3rem 0;
}
.said {
  font-size: 1.05rem;
}
</style>
