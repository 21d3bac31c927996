<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'

/** What an office said on paper or by telephone, keyed in. */
const {
  permit,
  startsOn,
  version,
  busy,
  problem = undefined,
} = defineProps<{
  permit: Schemas['Permit']
  startsOn: string
  /** Of the file as it is now; the application on paper names the one that the office saw. */
  version: number
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{ close: []; save: [answer: Omit<Schemas['KeyedAnswer'], 'key'>] }>()
const ANSWERS: { value: Schemas['KeyedAnswer']['status']; title: string }[] = [
  { value: 'issued', title: 'It is issued' },
  { value: 'review', title: 'They look at it' },
  { value: 'asked', title: 'They ask something' },
  { value: 'refused', title: 'It is refused' },
]
const status = ref<Schemas['KeyedAnswer']['status']>('issued')
const said = ref('')
const number = ref('')
const fee = ref(permit.fee ?? '')
const seen = ref(String(permit.asked_version ?? version))
const from = ref(startsOn)
const to = ref('')
const at = (field: string) => (problem?.path === `/${field}` ? problem.message : undefined)
const ready = computed(() => {
  if (!/^\d{1,6}$/.test(seen.value.trim())) return false
  if (status.value !== 'issued') return said.value.trim().length > 1
  return Boolean(number.value.trim() && parseDollars(fee.value) && from.value && to.value)
})
const save = () =>
  emit('save', {
    file_version: Number(seen.value),
    status: status.value,
    said: said.value.trim(),
    ...(status.value === 'issued'
      ? {
          number: number.value.trim(),
          fee: parseDollars(fee.value) ?? '',
          valid_from: from.value,
          valid_to: to.value,
        }
      : {}),
  })
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="480"
    aria-label="Key in the answer"
    @update:model-value="emit('close')"
    ><v-card class="pa-4"
      ><form class="stack" @submit.prevent="save">
        <h2>What {{ permit.name }} answered</h2>
        <v-select v-model="status" label="Answer" :items="ANSWERS" />
        <template v-if="status === 'issued'"
          ><v-text-field
            v-model="number"
            autofocus
            label="Permit number"
            :error-messages="at('number')" /><amount-field
            v-model="fee"
            label="Fee, $"
            :error-messages="at('fee')" />
          <div class="days">
            <day-field v-model="from" label="Good from" :error-messages="at('valid_from')" /><day-field
              v-model="to"
              label="to"
              :error-messages="at('valid_to')"
            /></div
        ></template>
        <v-text-field
          v-model="seen"
          inputmode="numeric"
          label="Version of our file on the application"
          :hint="seen === String(version) ? 'as the file is now' : `the file is at ${version} now`"
          persistent-hint
          :error-messages="at('file_version')"
        />
        <v-textarea v-model="said" :label="status === 'issued' ? 'Conditions' : 'In their words'" />
        <v-alert v-if="problem && !problem.path" type="error">{{ problem.message }}</v-alert>
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :disabled="!ready" :loading="busy">Keep it</v-btn>
        </div>
      </form></v-card
    ></v-dialog
  >
</template>

<style scoped>
.days {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
}
</style>
