<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { useTheme } from 'vuetify'
import Shell from './shell/Shell.vue'
import { reachable } from './shared/api'
import { useSession } from './shared/session'
import { connectLive, disconnectLive } from './shared/live'

const route = useRoute()
const session = useSession()
const theme = useTheme()
const chosen = useStorage(
  'crew-ledger-theme',
  matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
)
watchEffect(() => {
  theme.change(chosen.value)
})
watchEffect(() => {
  if (session.me?.signed_in) connectLive()
  else disconnectLive()
})
</script>

<template>
  <v-app>
    <router-view v-if="route.meta.bare" />
    <shell v-else-if="session.me?.signed_in" @theme="chosen = chosen === 'dark' ? 'light' : 'dark'">
      <router-view />
    </shell>
    <main v-else-if="!reachable" class="pa-8">
      <p role="alert">The server is out of reach. This page goes on by itself as soon as it is back.</p>
    </main>
  </v-app>
</template>
