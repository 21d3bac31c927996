<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router'
import DoorPage from '@/shell/DoorPage.vue'
import SignInForm from './SignInForm.vue'

const route = useRoute()
const router = useRouter()
function go() {
  const to = route.query.to
  void router.push(typeof to === 'string' && /^\/(?!\/)/.test(to) ? to : '/')
}
</script>

<template>
  <door-page>
    <h1>Crew Ledger</h1>
    <sign-in-form @done="go" />
  </door-page>
</template>
