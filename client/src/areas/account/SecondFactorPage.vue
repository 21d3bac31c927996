<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useSession } from '@/shared/session'
import DoorPage from '@/shell/DoorPage.vue'
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
  <door-page wide>
    <h1>A second factor</h1>
    <second-factor-panel must @done="router.push('/')" />
    <button type="button" class="link" @click="out">Sign out</button>
  </door-page>
</template>
