<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { useTheme } from 'vuetify'
import WindowShell from './areas/window/WindowShell.vue'
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
const outside = session.has('customer')
const turn = () => {
  chosen.value = chosen.value === 'dark' ? 'light' : 'dark'
}
watchEffect(() => {
  theme.change(chosen.value)
})
watchEffect(() => {
  // The live stream is of the carrier's own people.
  if (session.me?.signed_in && !outside.value) connectLive()
  else disconnectLive()
})
</script>

<template>
  <v-app>
    <router-view v-if="route.meta.bare" />
    <window-shell v-else-if="session.me?.signed_in && outside" @theme="turn"><router-view /></window-shell>
    <shell v-else-if="session.me?.signed_in" @theme="turn">
      <router-view />
    </shell>
    <main v-else-if="!reachable" class="pa-8">
      <p role="alert">The server is out of reach. This page goes on by itself as soon as it is back.</p>
    </main>
  </v-app>
</template>
