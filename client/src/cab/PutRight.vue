<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import { instantOf, showTime, wallAt } from '@/shared/time'
import { outOfOrder } from './steps'

/** A step that was told at the wrong time, or that did not happen: both times are kept. */
const { step, steps, zone } = defineProps<{
  step: Schemas['Step']
  steps: readonly Schemas['Step'][]
  zone: string
}>()
const emit = defineEmits<{
  right: [at: string, why: string, sure: boolean]
  back: [why: string]
  close: []
}>()
const { t } = useI18n()
const told = wallAt(Date.parse(step.done_at!), zone)
const two = (n: number) => String(n).padStart(2, '0')
const day = ref(`${told.year}-${two(told.month)}-${two(told.day)}`)
const time = ref(`${two(told.hour)}:${two(told.minute)}`)
const why = ref('')
const at = computed(() => {
  const [year, month, date] = day.value.split('-').map(Number)
  const [hour, minute] = time.value.split(':').map(Number)
  return instantOf({ year: year!, month: month!, day: date!, hour: hour!, minute: minute! }, zone)
})
/** A time on the wrong side of another step is asked about, and kept where the driver says so. */
const against = ref<Schemas['Step']>()
watch([day, time], () => (against.value = undefined))
function right(sure: boolean) {
  against.value = sure ? undefined : outOfOrder(steps, step, at.value)
  if (!against.value) emit('right', new Date(at.value).toISOString(), why.value.trim(), sure)
}
</script>

<template>
  <form class="right stack" @submit.prevent="right(false)">
    <div class="two">
      <label class="field">{{ t('trip.wrongTime') }}<input v-model="time" type="time" required /></label
      ><label class="field"
        ><span class="sr-only">{{ t('trip.wrongTime') }}</span
        >&nbsp;<input v-model="day" type="date" required
      /></label>
    </div>
    <label class="field">{{ t('trip.why') }}<input v-model="why" autocomplete="off" /></label>
    <div class="two">
      <button type="button" class="press small" :disabled="!why.trim()" @click="emit('back', why.trim())">
        {{ t('trip.takeBack') }}</button><button class="press small main" :disabled="!why.trim()">
        {{ t('trip.keep') }}
      </button>
    </div>
    <div v-if="against" class="note stack" role="alert">
      <p>
        {{
          t('doubt.order', {
            step: t(`done.${against.kind}`),
            at: showTime(against.done_at, zone, { letters: false }),
          })
        }}
      </p>
      <button type="button" class="press small" @click="right(true)">{{ t('doubt.yes') }}</button>
    </div>
    <button type="button" class="press small" @click="emit('close')">{{ t('trip.back') }}</button>
  </form>
</template>

<style scoped>
.right {
  margin-top: 0.4rem;
  padding: 0.6rem;
  border: 2px solid var(--accent);
  border-radius: 8px;
}
</style>
