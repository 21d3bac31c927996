<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import Waiting from '@/shared/Waiting.vue'
import PeopleOf from './PeopleOf.vue'

/** The customer's own say who of them may look. */
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/people')),
)
async function invite(body: Schemas['Invitation']) {
  const answer = await ask(api.POST('/api/window/people', { body }))
  if (answer.data) put(answer.data)
  return answer.problem
}
async function change(id: number, body: Schemas['CustomersPersonChange']) {
  const answer = await ask(api.PATCH('/api/window/people/{id}', { params: { path: { id } }, body }))
  if (answer.data) put(answer.data)
  else await load()
  return answer.problem
}
</script>

<template>
  <h1 class="sr-only">People</h1>
  <section class="panel" aria-label="People who look">
    <waiting v-slot="{ data: people }" :data="data" :problem="problem" @again="load">
      <people-of :people="people" :invite="invite" :change="change" />
    </waiting>
  </section>
</template>
