<script setup lang="ts">
import { reactive, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { newKey } from '@/shared/key'
import { RIGHTS, type Right } from './words'

/** Who of a customer may look, and what more each may: shown to them and to the carrier alike. */
const { people, invite, change } = defineProps<{
  people: readonly Schemas['CustomersPerson'][]
  invite: (body: Schemas['Invitation']) => Promise<Problem | undefined>
  change: (id: number, body: Schemas['CustomersPersonChange']) => Promise<Problem | undefined>
}>()
const form = reactive({ name: '', email: '', may: [] as Right[] })
const adding = ref(false)
const trouble = ref<Problem>()
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const items = Object.entries(RIGHTS).map(([value, title]) => ({ value: value as Right, title }))
let key = newKey()

async function add() {
  trouble.value = await invite({ key, ...form, may: [...form.may] })
  key = newKey()
  if (trouble.value) return
  announce(`${form.name} is mailed a link to set a password.`)
  Object.assign(form, { name: '', email: '', may: [] })
  adding.value = false
}
async function say(
  person: Schemas['CustomersPerson'],
  body: Omit<Schemas['CustomersPersonChange'], 'version'>,
) {
  trouble.value = await change(person.id, { version: person.version, ...body })
}
</script>

<template>
  <div class="spread pad">
    <h2>People who look</h2>
    <v-btn size="small" variant="tonal" @click="adding = !adding">{{
      adding ? 'Not now' : 'Invite somebody'
    }}</v-btn>
  </div>
  <form v-if="adding" class="form pad" aria-label="Invite somebody" @submit.prevent="add">
    <v-text-field v-model="form.name" label="Name" :error-messages="at('/name')" />
    <v-text-field v-model="form.email" label="Mail address" type="email" :error-messages="at('/email')" />
    <v-select v-model="form.may" multiple label="May also" :items="items" :error-messages="at('/may')" />
    <v-btn type="submit" color="primary">Mail the invitation</v-btn>
  </form>
  <v-alert v-if="trouble && !['/name', '/email'].includes(trouble.path)" type="error">{{
    trouble.message
  }}</v-alert>
  <p v-if="!people.length" class="pad quiet small">
    Nobody yet. Who is invited sees the customer’s own loads.
  </p>
  <ul v-else class="plain">
    <li v-for="person in people" :key="person.id" class="person pad">
      <div>
        <strong>{{ person.name }}</strong>
        <div class="small quiet">{{ person.email }}{{ person.disabled ? ', shut out' : '' }}</div>
      </div>
      <v-select
        :model-value="person.may"
        multiple
        :label="`May also: ${person.name}`"
        :items="items"
        @update:model-value="say(person, { may: $event })"
      />
      <v-btn size="small" variant="text" @click="say(person, { disabled: !person.disabled })">{{
        person.disabled ? 'Let in again' : 'Shut out'
      }}</v-btn>
    </li>
  </ul>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.form,
.person {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.6rem;
  align-items: center;
}
.plain {
  list-style: none;
  padding: 0;
}
.person .v-btn {
  justify-self: start;
}
.person {
  border-top: 1px solid rgb(var(--v-theme-line));
}
</style>
