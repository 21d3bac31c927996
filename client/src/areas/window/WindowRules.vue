<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import ShownForm from './ShownForm.vue'

/** What all customers see who have no rules of their own. */
const mayChange = useSession().has('administrator')
const trouble = ref<Problem>()
const saved = ref(false)
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window-rules')),
  change => change.kind === 'company',
)
async function save(body: Schemas['WindowRulesChange']) {
  const answer = await ask(api.PUT('/api/window-rules', { body }))
  trouble.value = answer.problem
  saved.value = !answer.problem
  if (answer.data) put(answer.data)
  else await load()
}
</script>

<template>
  <section class="panel pad stack" aria-label="What customers see">
    <h2>What customers see</h2>
    <p class="small quiet">
      Of their own loads, on pages of their own. Whom you let in stands on each customer’s record.
    </p>
    <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data: rules }" :data="data" :problem="problem" @again="load">
      <shown-form :rules="rules" :may-change="mayChange" @save="save" />
    </waiting>
    <p v-if="saved" class="small" role="status">Saved</p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
</style>
