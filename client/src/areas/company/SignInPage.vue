<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Problem } from '@/shared/api'
import { useSession } from '@/shared/session'

const route = useRoute()
const router = useRouter()
const session = useSession()
const email = ref('')
const password = ref('')
const problem = ref<Problem>()
const busy = ref(false)

async function signIn() {
  busy.value = true
  problem.value = await session.signIn(email.value, password.value)
  busy.value = false
  const to = route.query.to
  if (!problem.value) await router.push(typeof to === 'string' && /^\/(?!\/)/.test(to) ? to : '/')
}
</script>

<template>
  <main class="door">
    <form class="panel stack" @submit.prevent="signIn">
      <h1>Crew Ledger</h1>
      <v-text-field v-model="email" label="E-mail" type="email" autocomplete="username" autofocus />
      <v-text-field v-model="password" label="Password" type="password" autocomplete="current-password" />
      <v-alert v-if="problem" type="error">{{ problem.message }}</v-alert>
      <v-btn type="submit" color="primary" :loading="busy" size="large">Sign in</v-btn>
    </form>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 1rem;
}
form {
  width: min(24rem, 100%);
  padding: 1.75rem;
  gap: 1rem;
}
</style>
