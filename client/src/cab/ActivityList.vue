<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import { clockOf, lastSpan, minutesOf } from './span'
import type { Cab } from './useCab'

/** What a driver did between two times, for hourly pay and detention: in the company's steps, past midnight without pain. */
const { trip, cab } = defineProps<{ trip: Schemas['CabTrip']; cab: Cab }>()
const { t } = useI18n()
const KINDS = [
  'waiting_to_load',
  'loading',
  'driving',
  'waiting_to_unload',
  'unloading',
  'chaining_up',
  'off_duty',
] as const
const zone = computed(() => cab.cab.value?.zone ?? 'UTC')
const step = computed(() => cab.cab.value?.settings.step_minutes ?? 15)
/** What was told without a signal stands in the list at once, and what it replaces is gone. */
const waiting = computed(() =>
  cab.queue.value.filter(({ path }) => path === `/api/cab/trips/${trip.id}/activities`),
)
const rows = computed(() => {
  const told = waiting.value.map(({ key, body }) => ({
    key,
    ...(body as Partial<Schemas['Activity']> & { replaces?: number }),
  }))
  const gone = told.map(({ replaces }) => replaces)
  return [
    ...(trip.activities ?? [])
      .filter(({ id }) => !gone.includes(id))
      .map(one => ({ ...one, key: String(one.id) })),
    ...told.filter(({ kind }) => kind),
  ]
})
const open = ref(false)
const kind = ref<(typeof KINDS)[number]>('waiting_to_load')
const [from, to, note] = [ref(''), ref(''), ref('')]
/** Begins where the last one ended. */
function begin() {
  const grain = step.value * 60000
  const now = Math.floor(cab.now() / grain) * grain
  const last = rows.value.at(-1)
  from.value = clockOf(last?.to ? Date.parse(last.to) : now - 4 * grain, zone.value)
  to.value = clockOf(now, zone.value)
  open.value = true
}
const nextDay = computed(() => !!from.value && !!to.value && minutesOf(to.value) < minutesOf(from.value))
const same = computed(() => from.value === to.value)
function keep() {
  const [starts, ends] = lastSpan(from.value, to.value, cab.now(), zone.value).map(at =>
    new Date(at).toISOString(),
  )
  void cab.activity(
    trip.id,
    { kind: kind.value, from: starts, to: ends, note: note.value.trim() },
    t(`activity.${kind.value}`),
  )
  open.value = false
  note.value = ''
}
</script>

<template>
  <section class="card" :aria-label="t('activity.title')">
    <div class="spread">
      <h2>{{ t('activity.title') }}</h2>
      <button v-if="!open" type="button" class="press small" @click="begin">{{ t('activity.add') }}</button>
    </div>
    <p v-if="!rows.length && !open" class="little quiet">{{ t('activity.none') }}</p>
    <ul class="rows little">
      <li v-for="one in rows" :key="one.key" class="spread">
        <span
          >{{ t(`activity.${one.kind}`) }}<span v-if="one.note" class="quiet">: {{ one.note }}</span
          ><span v-if="!one.id" class="quiet"> • {{ t('messages.notSent') }}</span></span
        ><span class="figure"
          >{{ showTime(one.from, zone, { letters: false }) }}–{{
            showTime(one.to, zone, { day: false, letters: false })
          }}
          <button
            type="button"
            class="drop"
            :aria-label="`${t('activity.drop')}: ${t(`activity.${one.kind}`)}`"
            @click="
              one.id ? cab.activity(trip.id, { replaces: one.id }, t('activity.drop')) : cab.unsay(one.key)
            "
          >
            ✕
          </button></span
        >
      </li>
    </ul>
    <form v-if="open" class="stack" @submit.prevent="keep">
      <label class="field"
        >{{ t('activity.what')
        }}<select v-model="kind">
          <option v-for="one in KINDS" :key="one" :value="one">{{ t(`activity.${one}`) }}</option>
        </select></label
      >
      <div class="two">
        <label class="field"
          >{{ t('activity.from') }}<input v-model="from" type="time" :step="step * 60" required /></label
        ><label class="field"
          >{{ t('activity.to') }}<input v-model="to" type="time" :step="step * 60" required
        /></label>
      </div>
      <p v-if="nextDay" class="little">{{ t('activity.nextDay') }}</p>
      <p v-if="same" class="wrong little" role="alert">{{ t('activity.reversed') }}</p>
      <label class="field">{{ t('activity.note') }}<input v-model="note" autocomplete="off" /></label>
      <div class="two">
        <button type="button" class="press" @click="open = false">{{ t('trip.back') }}</button><button
          class="press main"
          :disabled="same"
        >
          {{ t('activity.save') }}
        </button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.rows {
  display: grid;
  gap: 0.2rem;
}
.drop {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  cursor: pointer;
}
.wrong {
  color: var(--bad);
}
</style>
