<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { api, ask, type Problem } from '@/shared/api'
import { useSession } from '@/shared/session'
import { keysWork, proveKey } from '@/shared/securityKey'

/** Address and password, then the code of the second factor where there is one. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const email = ref('')
const password = ref('')
const code = ref('')
const recovery = ref(false)
const byKey = computed(() => keysWork() && session.me?.second_factors.includes('key'))
const byApp = computed(() => session.me?.second_factors.includes('app'))
const problem = ref<Problem>()
const said = ref('')
const busy = ref(false)
const asked = computed(() => session.me?.second_factor === 'asked')
const second = useTemplateRef<HTMLElement>('second')

async function step(call: Promise<Problem | undefined>) {
  busy.value = true
  problem.value = await call
  busy.value = false
  if (problem.value) return
  if (!asked.value) return emit('done')
  await nextTick()
  second.value?.querySelector('input')?.focus()
}
const first = () => step(session.signIn(email.value.trim(), password.value))
const giveKey = () => step(session.giveKey(proveKey))
const give = () => step(session.giveCode(code.value.trim(), recovery.value))
async function forgotten() {
  if (!email.value.trim()) {
    problem.value = { code: 'email_missing', message: 'Write your address first.', path: '/email' }
    return
  }
  const answer = await ask(api.POST('/api/forgotten', { body: { email: email.value.trim() } }))
  problem.value = answer.problem
  said.value = answer.problem
    ? ''
    : `If somebody signs in as ${email.value.trim()}, a link to a new password is on its way.`
}
async function another() {
  await session.signOut()
  code.value = password.value = ''
  problem.value = undefined
}
const at = (path: string) => (problem.value?.path === path ? problem.value.message : undefined)
</script>

<template>
  <form v-if="!asked" class="stack" @submit.prevent="first">
    <v-text-field
      v-model="email"
      label="E-mail"
      type="email"
      autocomplete="username"
      autofocus
      :error-messages="at('/email')"
    />
    <v-text-field v-model="password" label="Password" type="password" autocomplete="current-password" />
    <v-alert v-if="problem && problem.path !== '/email'" type="error">{{ problem.message }}</v-alert>
    <p v-if="said" role="status">{{ said }}</p>
    <v-btn type="submit" color="primary" :loading="busy" size="large">Sign in</v-btn>
    <button type="button" class="link" @click="forgotten">I cannot sign in: mail me a link</button>
  </form>
  <form v-else ref="second" class="stack" @submit.prevent="give">
    <p>{{ session.me?.email }}</p>
    <v-btn v-if="byKey" color="primary" size="large" :loading="busy" @click="giveKey"
      >Use my security key</v-btn
    >
    <v-alert v-if="problem && !byApp && !recovery" type="error">{{ problem.message }}</v-alert>
    <v-text-field
      v-if="byApp || recovery"
      v-model="code"
      :label="recovery ? 'Recovery code' : 'Six digits of your app'"
      :inputmode="recovery ? 'text' : 'numeric'"
      autocomplete="one-time-code"
      :error-messages="problem?.message"
    />
    <v-btn
      v-if="byApp || recovery"
      type="submit"
      :color="byKey ? undefined : 'primary'"
      :loading="busy"
      :disabled="!code.trim()"
      size="large"
      >Go on</v-btn
    >
    <div class="spread">
      <button type="button" class="link" @click="recovery = !recovery">
        {{ recovery ? 'No recovery code' : 'Use a recovery code' }}
      </button>
      <button type="button" class="link" @click="another">Somebody else</button>
    </div>
  </form>
</template>

<style scoped>
form {
  gap: 1rem;
}
</style>
