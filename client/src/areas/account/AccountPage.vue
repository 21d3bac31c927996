<script setup lang="ts">
import { useSession } from '@/shared/session'
import SecondFactorPanel from './SecondFactorPanel.vue'
import SessionsPanel from './SessionsPanel.vue'

/** How one signs in, and where one is signed in. */
const session = useSession()
</script>

<template>
  <div class="stack sheet">
    <h1>Your sign-in</h1>
    <p class="quiet">{{ session.me?.name }}, {{ session.me?.email }}</p>
    <section class="panel pad stack" aria-label="Second factor">
      <h2>Second factor</h2>
      <second-factor-panel />
    </section>
    <section class="panel pad" aria-label="Where you are signed in"><sessions-panel /></section>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 56rem;
  margin: 0 auto;
}
.pad {
  padding: 0.8rem 1rem;
}
</style>
