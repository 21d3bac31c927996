<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { useAct } from '@/shared/useAct'

/** A customer added while a load is booked: what a bill needs, the rest later. */
const { name } = defineProps<{ name: string }>()
const emit = defineEmits<{ added: [customer: Schemas['Customer']]; close: [] }>()
const typed = ref({ name, address: '', town: '', state: '', zip: '', phone: '', email: '', terms_days: '30' })
const { busy, trouble, act } = useAct<Schemas['Customer']>(customer => emit('added', customer))
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const FIELDS = [
  ['name', 'Name'],
  ['address', 'Billing address'],
  ['town', 'Town'],
  ['state', 'State'],
  ['zip', 'ZIP'],
  ['phone', 'Telephone'],
  ['email', 'E-mail'],
  ['terms_days', 'Terms, days'],
] as const
const add = () =>
  act(key =>
    api.POST('/api/customers', {
      body: {
        key,
        ...typed.value,
        state: typed.value.state.trim().toUpperCase(),
        payer: true,
        terms_days: Number(typed.value.terms_days) || 30,
      },
    }),
  )
</script>

<template>
  <v-dialog model-value max-width="560" aria-label="New customer" @update:model-value="emit('close')">
    <v-card class="pa-4">
      <form class="fields" @submit.prevent.stop="add" @keydown.ctrl.enter.prevent.stop="add">
        <h2 class="all">New customer</h2>
        <v-text-field
          v-for="([field, label], i) in FIELDS"
          :key="field"
          v-model="typed[field]"
          :class="{ all: field === 'name' || field === 'address' }"
          :label="label"
          :autofocus="i === 0"
          :error-messages="at(field)"
        />
        <v-alert
          v-if="trouble && !FIELDS.some(([field]) => trouble?.path === `/${field}`)"
          type="error"
          class="all"
          >{{ trouble.message }}</v-alert
        >
        <div class="row justify-end all">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="!typed.name.trim()"
            >Add the customer</v-btn
          >
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
}
.all {
  grid-column: 1 / -1;
}
</style>
