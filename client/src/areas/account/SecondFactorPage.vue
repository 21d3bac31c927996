<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useSession } from '@/shared/session'
import SecondFactorPanel from './SecondFactorPanel.vue'

/** Before anything else, for who must have one. */
const router = useRouter()
const session = useSession()
async function out() {
  await session.signOut()
  await router.push('/sign-in')
}
</script>

<template>
  <main class="door">
    <div class="panel card stack">
      <h1>A second factor</h1>
      <second-factor-panel must @done="router.push('/')" />
      <button type="button" class="link" @click="out">Sign out</button>
    </div>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 1rem;
}
.card {
  width: min(28rem, 100%);
  padding: 1.5rem;
}
</style>
