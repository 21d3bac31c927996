<script setup lang="ts">
import SignInForm from '@/areas/account/SignInForm.vue'
import { signedOut } from '@/shared/api'
import { useSession } from '@/shared/session'

/** Over the page that was open when the session ended: what is typed there stays. */
const session = useSession()
</script>

<template>
  <v-dialog
    :model-value="signedOut && !!session.me"
    max-width="400"
    persistent
    aria-label="Your session is over"
  >
    <v-card class="pa-4 stack">
      <h2>Your session is over</h2>
      <p class="small">Sign in again: what you typed is still here.</p>
      <sign-in-form />
    </v-card>
  </v-dialog>
</template>
