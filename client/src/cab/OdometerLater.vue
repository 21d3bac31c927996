<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { odometerTrouble } from './steps'
import { readOdometer } from './told'
import type { Cab } from './useCab'

/** The last odometer, where it was not told with the post-trip inspection. */
const { trip, cab } = defineProps<{ trip: Schemas['CabTrip']; cab: Cab }>()
const { t } = useI18n()
const parked = computed(() => trip.steps.find(({ kind, done_at }) => kind === 'post_trip' && done_at))
const told = computed(
  () =>
    (trip.said ?? []).some(({ kind, details }) => kind === 'post_trip' && details && 'odometer' in details) ||
    cab.queue.value.some(
      ({ tripId, body }) =>
        tripId === trip.id && 'kind' in body && body.kind === 'post_trip' && body.odometer,
    ),
)
const typed = ref('')
const sure = ref(false)
const trouble = computed(() =>
  typed.value.trim()
    ? odometerTrouble(
        typed.value,
        { before: trip.odometer_from ?? trip.odometer_before ?? null, routed: trip.routed_miles ?? 0 },
        true,
      )
    : undefined,
)
const wrong = computed(() => {
  const found = trouble.value
  if (!found || (found.code === 'far' && sure.value)) return ''
  if (found.code === 'far') return t('ask.far', found)
  return found.code === 'backwards' ? t('ask.backwards', { n: found.n }) : t('ask.number')
})
function tell() {
  void cab.checkIn(trip.id, 'post_trip', t('ask.odometer'), {
    done_at: parked.value!.done_at!,
    odometer: readOdometer(typed.value)!,
    ...(sure.value ? { odometer_confirmed: true } : {}),
  })
}
</script>

<template>
  <section v-if="parked && !told" class="card" :aria-label="t('trip.odometerLater')">
    <form class="stack" @submit.prevent="tell">
      <label class="field"
        >{{ t('trip.odometerLater')
        }}<input
          v-model="typed"
          inputmode="decimal"
          autocomplete="off"
          :aria-invalid="!!wrong"
          aria-describedby="odometer-later"
      /></label>
      <span id="odometer-later" class="wrong" role="alert"
        >{{ wrong }}
        <button
          v-if="trouble?.code === 'far' && !sure"
          type="button"
          class="press small"
          @click="sure = true"
        >
          {{ t('ask.right') }}
        </button></span
      >
      <button class="press" :disabled="!typed.trim() || !!wrong">{{ t('trip.keep') }}</button>
    </form>
  </section>
</template>
