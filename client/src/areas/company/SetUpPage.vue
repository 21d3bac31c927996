<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Problem } from '@/shared/api'
import DoorPage from '@/shell/DoorPage.vue'
import { useSession } from '@/shared/session'

const router = useRouter()
const session = useSession()
const form = reactive({
  code: '',
  company: '',
  name: '',
  email: '',
  password: '',
  terminal: { name: '', zip: '' },
})
const problem = ref<Problem>()
const at = (path: string) => (problem.value?.path === path ? problem.value.message : undefined)

async function setUp() {
  const answer = await ask(api.POST('/api/setup', { body: form }))
  problem.value = answer.problem
  if (answer.problem) return
  await session.load()
  await session.signIn(form.email, form.password)
  await router.push('/company')
}
</script>

<template>
  <door-page wide>
    <form class="stack" @submit.prevent="setUp">
      <h1>Set up your company</h1>
      <p class="quiet">The code stands in the window where Crew Ledger was started.</p>
      <v-text-field v-model="form.code" label="Set-up code" autofocus :error-messages="at('/code')" />
      <v-text-field v-model="form.company" label="Company" :error-messages="at('/company')" />
      <div class="two">
        <v-text-field
          v-model="form.terminal.name"
          label="First terminal"
          :error-messages="at('/terminal/name')"
        /><v-text-field v-model="form.terminal.zip" label="Its ZIP" :error-messages="at('/terminal/zip')" />
      </div>
      <v-text-field v-model="form.name" label="Your name" autocomplete="name" :error-messages="at('/name')" />
      <v-text-field
        v-model="form.email"
        label="Your e-mail"
        type="email"
        autocomplete="username"
        :error-messages="at('/email')"
      />
      <v-text-field
        v-model="form.password"
        label="Password, 12 characters or more"
        type="password"
        autocomplete="new-password"
        :error-messages="at('/password')"
      />
      <v-alert v-if="problem && !problem.path" type="error">{{ problem.message }}</v-alert>
      <v-btn type="submit" color="primary" size="large">Set up</v-btn>
    </form>
  </door-page>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 8rem;
  gap: 0.5rem;
}
</style>
