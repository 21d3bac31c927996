<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { LANGUAGES } from './i18n'
import type { Cab } from './useCab'

const { cab } = defineProps<{ cab: Cab }>()
const look = defineModel<string>('look', { required: true })
const { t } = useI18n()
const settings = computed(() => cab.cab.value!.settings)
const LOOKS = [
  ['', 'auto'],
  ['light', 'light'],
  ['dark', 'dark'],
] as const
const pin = ref('')
async function setPin() {
  const chosen = pin.value
  pin.value = ''
  await cab.setting({ pin: chosen })
  // The phone that sets it need not ask for it at once.
  if (chosen) await cab.unlock(chosen)
}
</script>

<template>
  <section class="card">
    <h2>{{ t('settings.language') }}</h2>
    <div class="two">
      <button
        v-for="[code, name] in LANGUAGES"
        :key="code"
        type="button"
        class="press"
        :class="{ main: settings.language === code }"
        :aria-pressed="settings.language === code"
        @click="cab.setting({ language: code })"
      >
        {{ name }}
      </button>
    </div>
  </section>
  <section class="card">
    <h2>{{ t('settings.look') }}</h2>
    <div class="three">
      <button
        v-for="[value, word] in LOOKS"
        :key="word"
        type="button"
        class="press small"
        :class="{ main: look === value }"
        :aria-pressed="look === value"
        @click="look = value"
      >
        {{ t(`settings.${word}`) }}
      </button>
    </div>
  </section>
  <section class="card">
    <label class="consent"
      ><input
        type="checkbox"
        :checked="settings.consent"
        @change="cab.setting({ consent: ($event.target as HTMLInputElement).checked })"
      /><strong>{{ t('settings.position') }}</strong></label
    >
    <p class="little quiet">{{ t('settings.positionHelp') }}</p>
  </section>
  <form class="card" @submit.prevent="setPin">
    <h2>PIN</h2>
    <p v-if="settings.pin">
      {{ t('pin.on') }}
      <button type="button" class="press small" @click="cab.setting({ pin: '' })">{{ t('pin.off') }}</button>
    </p>
    <label class="field"
      >{{ t('pin.new')
      }}<input
        v-model="pin"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        pattern="\d{4,8}" /></label
    ><button class="press" :disabled="!/^\d{4,8}$/.test(pin)">{{ t('pin.set') }}</button>
  </form>
  <p class="little quiet">{{ t('settings.install') }}</p>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0.5rem;
}
.consent {
  display: flex;
  gap: 0.7rem;
  align-items: center;
  min-height: 48px;
}
.consent input {
  width: 26px;
  height: 26px;
  accent-color: var(--accent);
  flex: none;
}
</style>
