<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import type { Role } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'

const ROLES: Role[] = ['dispatcher', 'permit_clerk', 'settlement_clerk', 'safety', 'administrator']
const roleItems = ROLES.map(value => ({ value, title: value.replaceAll('_', ' ') }))
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/people')),
  change => change.kind === 'person',
)
const form = reactive({ name: '', email: '', password: '', roles: [] as Role[] })
const trouble = ref<Problem>()
const adding = ref(false)
let key = newKey()
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)

async function add() {
  const answer = await ask(api.POST('/api/people', { body: { key, ...form } }))
  trouble.value = answer.problem
  key = newKey()
  if (answer.data) {
    Object.assign(form, { name: '', email: '', password: '', roles: [] })
    adding.value = false
    await load()
  }
}
async function change(person: Schemas['Person'], body: Schemas['PersonChange']) {
  const answer = await ask(api.PATCH('/api/people/{id}', { params: { path: { id: person.id } }, body }))
  trouble.value = answer.problem
  await load()
}
</script>

<template>
  <section class="panel">
    <div class="spread pad">
      <h2>People who sign in</h2>
      <v-btn size="small" variant="tonal" @click="adding = !adding">{{
        adding ? 'Not now' : 'Add a person'
      }}</v-btn>
    </div>
    <form v-if="adding" class="form pad" @submit.prevent="add">
      <v-text-field v-model="form.name" label="Name" :error-messages="at('/name')" /><v-text-field
        v-model="form.email"
        label="E-mail"
        type="email"
        :error-messages="at('/email')"
      />
      <v-text-field
        v-model="form.password"
        label="First password"
        type="password"
        autocomplete="new-password"
        :error-messages="at('/password')"
      /><v-select
        v-model="form.roles"
        label="Roles"
        multiple
        :items="roleItems"
        :error-messages="at('/roles')"
      />
      <v-btn type="submit" color="primary">Add</v-btn>
    </form>
    <v-alert
      v-if="trouble && !['/name', '/email', '/password', '/roles'].includes(trouble.path)"
      type="error"
      class="ma-2"
      >{{ trouble.message }}</v-alert
    >
    <waiting v-slot="{ data: people }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>Name</th>
            <th>E-mail</th>
            <th>Roles</th>
            <th><span class="sr-only">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="person in people" :key="person.id">
            <td>{{ person.name }} <span v-if="person.disabled" class="quiet">(disabled)</span></td>
            <td>{{ person.email }}</td>
            <td class="roles">
              <v-select
                :model-value="person.roles"
                multiple
                variant="plain"
                :items="roleItems"
                :aria-label="`Roles of ${person.name}`"
                @update:model-value="change(person, { roles: $event })"
              />
            </td>
            <td class="figure">
              <v-btn size="small" variant="text" @click="change(person, { disabled: !person.disabled })">{{
                person.disabled ? 'Enable' : 'Disable and sign out'
              }}</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: repeat(4, 1fr) auto;
  gap: 0.5rem;
  align-items: start;
}
.roles {
  min-width: 16rem;
  padding-top: 0;
  padding-bottom: 0;
}
@media (max-width: 800px) {
  .form {
    grid-template-columns: 1fr;
  }
  .panel {
    overflow-x: auto;
  }
}
</style>
