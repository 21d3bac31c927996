<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router'
import SignInForm from './SignInForm.vue'

const route = useRoute()
const router = useRouter()
function go() {
  const to = route.query.to
  void router.push(typeof to === 'string' && /^\/(?!\/)/.test(to) ? to : '/')
}
</script>

<template>
  <main class="door">
    <div class="panel card stack">
      <h1>Crew Ledger</h1>
      <sign-in-form @done="go" />
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
  width: min(24rem, 100%);
  padding: 1.75rem;
  gap: 1rem;
}
</style>
