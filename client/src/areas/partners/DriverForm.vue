<script setup lang="ts">
import { reactive } from 'vue'
import type { Problem } from '@/shared/api'

/** Who drives for a partner: gets a link by text. */
const { trouble = undefined } = defineProps<{ busy: boolean; trouble?: Problem | undefined }>()
const emit = defineEmits<{ named: [driver: { name: string; phone: string; language: 'en' | 'es' }] }>()
const form = reactive({ name: '', phone: '', language: 'en' as 'en' | 'es' })
const at = (path: string) => (trouble?.path === path ? trouble.message : undefined)
const LANGUAGES = [
  { value: 'en', title: 'English' },
  { value: 'es', title: 'Español' },
]
</script>

<template>
  <form class="grid" aria-label="Driver" @submit.prevent="emit('named', { ...form })">
    <v-text-field v-model="form.name" label="Driver’s name" :error-messages="at('/name')" />
    <v-text-field
      v-model="form.phone"
      label="Driver’s mobile number"
      inputmode="tel"
      :error-messages="at('/phone')"
    />
    <v-select v-model="form.language" label="Texts in" :items="LANGUAGES" />
    <v-btn
      type="submit"
      color="primary"
      :loading="busy"
      :disabled="!form.name.trim() || form.phone.trim().length < 7"
      >Text the driver</v-btn
    >
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
</style>
