<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Problem, Schemas } from '@/shared/api'
import { newKey } from '@/shared/key'
import { showTime } from '@/shared/time'
import { speak } from './i18n'

/** What opens when dispatch asks where a driver is: one tap answers, the position is told once. */
const { t } = useI18n()
const token = location.hash.slice(1)
const LATE = [15, 30, 60, 120, 180, 360] as const
const question = shallowRef<Schemas['Ask']>()
const problem = ref<Problem>()
const place = shallowRef<GeolocationPosition>()
const refusedPlace = ref(false)
const howLate = ref(false)
const note = ref('')
const busy = ref(false)
let key = newKey()

async function call(body?: Record<string, unknown>) {
  try {
    const response = await fetch(
      `/api/asks/${token}`,
      body
        ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
        : {},
    )
    const answer: unknown = await response.json()
    if (response.ok) {
      question.value = answer as Schemas['Ask']
      problem.value = undefined
      key = newKey()
    } else problem.value = (answer as Schemas['Problem']).error
  } catch {
    problem.value = { code: 'unreachable', message: t('queue.none'), path: '' }
  }
}
onMounted(async () => {
  await call()
  if (question.value) speak(question.value.language === 'es' ? 'es' : 'en')
  navigator.geolocation?.getCurrentPosition(
    found => {
      place.value = found
    },
    () => {
      refusedPlace.value = true
    },
    { maximumAge: 60000, timeout: 15000 },
  )
})
async function answer(what: string, lateMinutes?: number) {
  busy.value = true
  const coords = place.value?.coords
  await call({
    key,
    answer: what,
    ...(lateMinutes ? { late_minutes: lateMinutes } : {}),
    ...(note.value.trim() ? { note: note.value.trim() } : {}),
    ...(coords
      ? {
          latitude: coords.latitude,
          longitude: coords.longitude,
          accuracy_m: Math.min(Math.round(coords.accuracy), 100000),
        }
      : {}),
  })
  busy.value = false
  howLate.value = false
}
</script>

<template>
  <main class="page stack">
    <p v-if="problem" class="trouble" role="alert">
      {{ problem.code === 'not_found' ? t('where.over') : problem.message }}
    </p>
    <template v-if="question">
      <header>
        <strong>{{ question.company }}</strong>
      </header>
      <h1>{{ t('where.hello', { driver: question.driver, trip: question.trip }) }}</h1>
      <p>{{ question.way }}</p>
      <p v-if="question.next">
        {{
          t('where.toward', {
            place: question.next,
            by: question.by ? showTime(question.by, question.zone ?? 'UTC') : '–',
          })
        }}
      </p>
      <p v-if="question.answered" class="card" role="status">
        {{ t(`where.${question.answer}`) }}. {{ t('where.thanks') }}
      </p>
      <template v-else-if="howLate"
        ><h2>{{ t('where.howLate') }}</h2>
        <div class="two">
          <button
            v-for="minutes in LATE"
            :key="minutes"
            type="button"
            class="press"
            :disabled="busy"
            @click="answer('late', minutes)"
          >
            {{ minutes < 60 ? t('where.minutes', { n: minutes }) : t('where.hours', { n: minutes / 60 }) }}
          </button>
        </div></template
      >
      <template v-else>
        <label class="field">{{ t('where.note') }}<input v-model="note" autocomplete="off" /></label>
        <button type="button" class="press main big" :disabled="busy" @click="answer('on_time')">
          {{ t('where.on_time') }}
        </button>
        <button type="button" class="press big" @click="howLate = true">{{ t('where.late') }}</button>
        <div class="two">
          <button type="button" class="press big" :disabled="busy" @click="answer('stopped')">
            {{ t('where.stopped') }}</button><button
            type="button"
            class="press big"
            :disabled="busy"
            @click="answer('call_me')"
          >
            {{ t('where.call_me') }}
          </button>
        </div>
        <p class="little quiet">{{ t(refusedPlace ? 'where.noPosition' : 'where.position') }}</p>
      </template>
    </template>
  </main>
</template>

<style scoped>
.page {
  max-width: 34rem;
  margin: 0 auto;
  padding: 1rem 0.9rem 2rem;
}
.big {
  min-height: 72px;
  font-size: 1.2rem;
}
</style>
