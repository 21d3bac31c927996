<script setup lang="ts">
import { announce } from '@/shared/announce'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import Waiting from '@/shared/Waiting.vue'
import ProgramTokens from './ProgramTokens.vue'
import ToldAddresses from './ToldAddresses.vue'
import { useEvery } from './useEvery'

/** The customer's own programs: those that read their loads, and addresses that are told of them. */
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/programs')),
)
useEvery(10, () => void load())
async function copy(text: string) {
  await navigator.clipboard.writeText(text)
  announce('Copied.')
}
</script>

<template>
  <h1 class="sr-only">Programs</h1>
  <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
    <section class="panel" aria-label="Programs that read">
      <program-tokens :tokens="found.tokens" @put="put" @copy="copy" />
    </section>
    <section class="panel" aria-label="Addresses that are told">
      <told-addresses :hooks="found.hooks" @put="put" @copy="copy" />
    </section>
  </waiting>
</template>

<style scoped>
.panel + .panel {
  margin-top: 0.8rem;
}
</style>
