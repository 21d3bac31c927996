<script setup lang="ts">
import { ref } from 'vue'
import { announce } from '@/shared/announce'
import { api, type Schemas } from '@/shared/api'
import { newKey } from '@/shared/key'
import { useAct } from '@/shared/useAct'
import ToldAddress from './ToldAddress.vue'

/** Addresses of a customer's programs that are told of their loads. */
type Programs = Schemas['Programs']
defineProps<{ hooks: Programs['hooks'] }>()
const emit = defineEmits<{ put: [programs: Programs]; copy: [text: string] }>()
const url = ref('')
const { busy, trouble, act } = useAct<Programs>(programs => emit('put', programs), url)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)

async function make() {
  if (await act(key => api.POST('/api/window/hooks', { body: { key, url: url.value.trim() } })))
    url.value = ''
}
async function deal(id: number, what: 'start' | 'try' | 'end') {
  const params = { path: { id } }
  const body = { key: newKey() }
  if (what === 'end') await act(() => api.DELETE('/api/window/hooks/{id}', { params }))
  else if (what === 'start') await act(() => api.POST('/api/window/hooks/{id}/start', { params, body }))
  else if (await act(() => api.POST('/api/window/hooks/{id}/try', { params, body })))
    announce('A test is on its way.')
}
</script>

<template>
  <div class="pad stack">
    <h2>Addresses that are told</h2>
    <p class="small quiet">
      Each time a load is booked, has a truck, is on the way, delivered or cancelled, a signed message is sent
      there, again and again until it is taken.
    </p>
    <form class="form" aria-label="A new address" @submit.prevent="make">
      <v-text-field
        v-model="url"
        label="Address"
        placeholder="https://example.com/loads"
        :error-messages="at('/url')"
      />
      <v-btn type="submit" color="primary" :loading="busy">Tell this address</v-btn>
    </form>
    <v-alert v-if="trouble && trouble.path !== '/url'" type="error">{{ trouble.message }}</v-alert>
    <p v-if="!hooks.length" class="small quiet">None yet.</p>
    <told-address
      v-for="one in hooks"
      :key="one.id"
      :hook="one"
      @act="deal(one.id, $event)"
      @copy="$emit('copy', $event)"
    />
  </div>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: minmax(12rem, 1fr) auto;
  gap: 0.6rem;
  align-items: start;
}
@media (max-width: 600px) {
  .form {
    grid-template-columns: 1fr;
  }
  .form .v-btn {
    justify-self: start;
  }
}
</style>
