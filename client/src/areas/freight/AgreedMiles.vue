<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'

/** The loaded miles that are agreed with the customer: drivers who are paid as agreed are paid by them. */
const { load, mayChange } = defineProps<{ load: Schemas['Load']; mayChange: boolean }>()
const emit = defineEmits<{ changed: [load: Schemas['Load']] }>()
const clerk = useSession().has('settlement_clerk')
const open = ref(false)
const typed = ref('')
const wrong = ref('')
function change() {
  typed.value = load.agreed_miles ?? ''
  open.value = true
}
async function keep() {
  const miles = typed.value.trim().replaceAll(',', '') || null
  const answer = await ask<Schemas['Load']>(
    api.PUT('/api/loads/{id}/agreed-miles', {
      params: { path: { id: load.id } },
      body: { key: newKey(), miles },
    }),
  )
  wrong.value = answer.problem?.message ?? ''
  if (answer.data) {
    emit('changed', answer.data)
    open.value = false
  }
}
</script>

<template>
  <p v-if="!open" class="small mt-1">
    {{
      load.agreed_miles
        ? `${showMiles(load.agreed_miles)} are agreed with the customer.`
        : 'No other miles are agreed with the customer.'
    }}
    <template v-if="load.proposed_miles">
      {{ load.proposed_miles.by }} proposes
      {{ load.proposed_miles.miles ? showMiles(load.proposed_miles.miles) : 'the route’s' }}: a settlement
      clerk agrees under Pay.</template
    >
    <button v-if="mayChange" type="button" class="link" @click="change">Change</button>
  </p>
  <form v-else class="row mt-1" @submit.prevent="keep">
    <v-text-field
      v-model="typed"
      autofocus
      label="Agreed miles, none for the route’s"
      inputmode="decimal"
      :error-messages="wrong"
      @keydown.esc="open = false"
    /><v-btn size="small" type="submit" color="primary">{{ clerk ? 'Keep' : 'Propose' }}</v-btn>
  </form>
</template>
