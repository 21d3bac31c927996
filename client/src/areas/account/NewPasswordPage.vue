<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Problem } from '@/shared/api'
import DoorPage from '@/shell/DoorPage.vue'
import { useSession } from '@/shared/session'

/** Whoever has the mailed link sets a password; the link's key stands behind the # and reaches no log. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const key = /^#key=(.+)$/.exec(route.hash)?.[1] ?? ''
const password = ref('')
const again = ref('')
const problem = ref<Problem>()
const busy = ref(false)
const differ = () => (again.value && again.value !== password.value ? 'The two differ.' : undefined)

async function set() {
  if (differ()) return
  busy.value = true
  problem.value = await session.setPassword(key, password.value)
  busy.value = false
  if (problem.value) return
  await session.load()
  await router.push('/sign-in')
}
</script>

<template>
  <door-page>
    <form class="stack" @submit.prevent="set">
      <h1>Your password</h1>
      <p v-if="!key" role="alert">This link is not whole: open it from the mail again.</p>
      <template v-else>
        <p class="small quiet">
          12 characters or more. A few words that do not belong together are better than signs.
        </p>
        <v-text-field
          v-model="password"
          label="New password"
          type="password"
          autocomplete="new-password"
          autofocus
          :error-messages="problem?.path === '/password' ? problem.message : undefined"
        />
        <v-text-field
          v-model="again"
          label="Once more"
          type="password"
          autocomplete="new-password"
          :error-messages="differ()"
        />
        <v-alert v-if="problem && problem.path !== '/password'" type="error">{{ problem.message }}</v-alert>
        <v-btn
          type="submit"
          color="primary"
          size="large"
          :loading="busy"
          :disabled="!password || password !== again"
          >Set it</v-btn
        >
      </template>
      <router-link to="/sign-in">To sign in</router-link>
    </form>
  </door-page>
</template>
