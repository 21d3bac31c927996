<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { showTime } from '@/shared/time'
import type { Cab } from './useCab'

const { cab } = defineProps<{ cab: Cab }>()
const { t } = useI18n()
const hours = computed(() => cab.cab.value!.hours)
const zone = computed(() => cab.cab.value!.zone)
const CLOCKS = [
  ['drive', 660],
  ['window', 840],
  ['break', 480],
  ['cycle', 4200],
] as const
const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
</script>

<template>
  <section class="card">
    <h2>{{ t('hours.title') }}</h2>
    <p v-if="!hours.known" class="note">{{ t('hours.unknown') }}</p>
    <template v-else>
      <p class="spread">
        <span
          >{{ t(`hours.${hours.status}`) }}
          {{ hours.since ? t('hours.from', { at: showTime(hours.since, zone) }) : '' }}</span
        >
      </p>
      <p class="spread big">
        <span>{{ t('hours.canDrive') }}</span><strong class="figure">{{
          clock(hours.can_drive_minutes)
        }}</strong>
      </p>
      <dl class="clocks">
        <template v-for="[name, most] in CLOCKS" :key="name"
          ><template v-if="hours[name] !== null"
            ><dt>{{ t(`hours.${name}`) }}</dt>
            <dd class="bar" aria-hidden="true">
              <i :style="{ width: `${Math.min(100, (hours[name]! / most) * 100)}%` }" />
            </dd>
            <dd class="figure">{{ clock(hours[name]!) }}</dd></template
          ></template
        >
      </dl>
      <p v-if="hours.available_at && hours.can_drive_minutes === 0">
        {{ t('hours.available', { at: showTime(hours.available_at, zone) }) }}
      </p>
      <p v-if="hours.heard_at" class="little quiet">
        {{ t('hours.as_of', { at: showTime(hours.heard_at, zone) }) }}
      </p>
    </template>
  </section>
  <section v-if="cab.cab.value!.duty.length" class="card">
    <h2>{{ t('hours.right') }}</h2>
    <div v-for="one in cab.cab.value!.duty" :key="one.id" class="stack">
      <p>
        {{ t(`hours.${one.status}`) }} {{ t('hours.from', { at: showTime(one.from, one.zone) }) }}
        {{ one.to ? t('hours.to', { at: showTime(one.to, one.zone) }) : '' }}
      </p>
      <p v-if="one.who" class="little">{{ t('hours.asked', { who: one.who, why: one.why }) }}</p>
      <p class="two">
        <button type="button" class="press main" @click="cab.answerDuty(one.id, 'yes')">
          {{ t('hours.yes') }}</button><button
          type="button"
          class="press"
          @click="cab.answerDuty(one.id, 'no')"
        >
          {{ t('hours.no') }}
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.big {
  font-size: 1.5rem;
}
.clocks {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 0.5rem 0.7rem;
  align-items: center;
}
.bar {
  height: 14px;
  border: 1px solid var(--line);
  border-radius: 7px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--accent);
}
</style>
