<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'

type StaffRole = Schemas['StaffRole']
const ROLES: StaffRole[] = ['dispatcher', 'permit_clerk', 'settlement_clerk', 'safety', 'administrator']
const roleItems = ROLES.map(value => ({ value, title: value.replaceAll('_', ' ') }))
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/people')),
  change => change.kind === 'person',
)
const form = reactive({ name: '', email: '', roles: [] as StaffRole[] })
const session = useSession()
const trouble = ref<Problem>()
const adding = ref(false)
let key = newKey()
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)

async function add() {
  const answer = await ask(api.POST('/api/people', { body: { key, ...form } }))
  trouble.value = answer.problem
  key = newKey()
  if (answer.data) {
    said.value = `${form.name} is mailed a link to set a password.`
    Object.assign(form, { name: '', email: '', roles: [] })
    adding.value = false
    await load()
  }
}
const said = ref('')
const HELPED = {
  link: 'is mailed a link to set a password.',
  'second-factor-off': 'is signed out everywhere, and sets up a second factor at the next sign-in.',
}
async function help(person: Schemas['Person'], what: 'link' | 'second-factor-off') {
  const params = { path: { id: person.id } }
  const answer = await ask(api.POST(`/api/people/{id}/${what}`, { params, body: { key: newKey() } }))
  trouble.value = answer.problem
  said.value = answer.problem ? '' : `${person.name} ${HELPED[what]}`
  await load()
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
      <v-select
        v-model="form.roles"
        label="Roles"
        multiple
        :items="roleItems"
        :error-messages="at('/roles')"
      />
      <v-btn type="submit" color="primary">Add</v-btn>
    </form>
    <v-alert
      v-if="trouble && !['/name', '/email', '/roles'].includes(trouble.path)"
      type="error"
      class="ma-2"
      >{{ trouble.message }}</v-alert
    >
    <p v-if="said" class="pad small" role="status">{{ said }}</p>
    <waiting v-slot="{ data: people }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>Name</th>
            <th>E-mail</th>
            <th>Roles</th>
            <th>Signs in with</th>
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
            <td class="small">
              {{ person.has_password ? 'password' : 'nothing yet: mailed a link'
              }}{{ person.second_factor ? ' and second factor' : '' }}
            </td>
            <td class="figure acts">
              <v-btn
                v-if="!person.disabled"
                size="small"
                variant="text"
                :aria-label="`Mail a link: a new password for ${person.name}`"
                @click="help(person, 'link')"
                >Mail a link</v-btn
              ><v-btn
                v-if="person.second_factor && person.id !== session.me?.id"
                size="small"
                variant="text"
                :aria-label="`Phone is lost: take the second factor of ${person.name}`"
                @click="help(person, 'second-factor-off')"
                >Phone is lost</v-btn
              >
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
  grid-template-columns: repeat(3, 1fr) auto;
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
