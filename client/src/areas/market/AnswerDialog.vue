<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, type Schemas } from '@/shared/api'
import AmountField from '@/shared/typed/AmountField.vue'
import { parseDollars } from '@/shared/measure'
import { useAct } from '@/shared/useAct'

/** What a poster said to an offer that no service hears of. */
type Offer = Schemas['Offer']
const { offer } = defineProps<{ offer: Offer }>()
const emit = defineEmits<{ close: []; noted: [] }>()
const ANSWERS = [
  { value: 'accepted', title: 'They take it' },
  { value: 'countered', title: 'They ask for another price' },
  { value: 'lost', title: 'Somebody else has it' },
] as const
const answer = ref<(typeof ANSWERS)[number]['value']>('accepted')
const amount = ref('')
const { busy, trouble, act } = useAct<Offer>(
  () => emit('noted'),
  () => [answer.value, amount.value],
)
watch([answer, amount], () => (trouble.value = undefined))
const note = () => {
  const asked = answer.value === 'countered' ? parseDollars(amount.value) : undefined
  return act(() =>
    api.PUT('/api/market/offers/{id}/answer', {
      params: { path: { id: offer.id } },
      body: { version: offer.version, answer: answer.value, ...(asked ? { amount: asked } : {}) },
    }),
  )
}
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="420"
    aria-label="What did they say?"
    @update:model-value="emit('close')"
  >
    <v-card>
      <v-card-title>What did they say to {{ offer.reference }}?</v-card-title>
      <v-card-text>
        <form id="answer" class="stack" @submit.prevent="note">
          <v-select
            v-model="answer"
            label="Answer"
            :items="ANSWERS as unknown as (typeof ANSWERS)[number][]"
          />
          <amount-field
            v-if="answer === 'countered'"
            v-model="amount"
            label="Their price, dollars"
            :error-messages="trouble?.path === '/amount' ? [trouble.message] : []"
          />
        </form>
        <v-alert v-if="trouble && trouble.path !== '/amount'" type="error" class="mt-3">{{
          trouble.message
        }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="emit('close')">Cancel</v-btn>
        <v-btn type="submit" form="answer" color="primary" :loading="busy">Write it down</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
