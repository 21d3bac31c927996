<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import PeopleOf from './PeopleOf.vue'
import ProgramsOf from './ProgramsOf.vue'
import ShownForm from './ShownForm.vue'

/** A customer's record: who of them looks, and what is shown to them. */
const { id } = defineProps<{ id: number }>()
const session = useSession()
const mayInvite = session.has('dispatcher', 'settlement_clerk', 'administrator')
const maySay = session.has('dispatcher', 'administrator')
const mayShutOut = session.has('administrator')
const path = () => ({ id })
const trouble = ref<Problem>()
const { data, problem, load, put } = useFetched(
  () => id,
  id => ask(api.GET('/api/customers/{id}/people', { params: { path: { id } } })),
  change => change.kind === 'customer' && change.id === id,
)
type Answer = Awaited<ReturnType<typeof ask<Schemas['CustomersWindow']>>>
async function take(answer: Answer) {
  if (answer.data) put(answer.data)
  else await load()
  return answer.problem
}
const invite = async (body: Schemas['Invitation']) =>
  take(await ask(api.POST('/api/customers/{id}/people', { params: { path: path() }, body })))
const change = async (account_id: number, body: Schemas['CustomersPersonChange']) =>
  take(
    await ask(
      api.PATCH('/api/customers/{id}/people/{account_id}', { params: { path: { id, account_id } }, body }),
    ),
  )
async function save(body: Schemas['WindowRulesChange']) {
  trouble.value = await take(
    await ask(api.PUT('/api/customers/{id}/window', { params: { path: path() }, body })),
  )
}
async function usual() {
  trouble.value = await take(
    await ask(api.DELETE('/api/customers/{id}/window', { params: { path: path() } })),
  )
}
async function shut(kind: 'token' | 'hook', which: number) {
  const call =
    kind === 'token'
      ? api.DELETE('/api/customers/{id}/programs/{program_id}', {
          params: { path: { id, program_id: which } },
        })
      : api.DELETE('/api/customers/{id}/hooks/{hook_id}', { params: { path: { id, hook_id: which } } })
  trouble.value = await take(await ask(call))
}
</script>

<template>
  <section v-if="mayInvite" class="panel" aria-label="What the customer sees">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <people-of :people="found.people" :invite="invite" :change="change" />
      <programs-of :programs="found.programs" :may-shut-out="mayShutOut" @shut="shut" />
      <div class="pad stack">
        <h2>What they see</h2>
        <p class="small quiet">
          {{ found.own ? 'Only this customer is shown this.' : 'What all customers are shown (Company).' }}
        </p>
        <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
        <shown-form :rules="found.rules" :may-change="maySay" @save="save" />
        <v-btn v-if="found.own && maySay" size="small" variant="text" @click="usual()"
          >Show them what all are shown</v-btn
        >
      </div>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem 0.9rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
</style>
