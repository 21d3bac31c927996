<script setup lang="ts">
import { reactive, ref } from 'vue'
import { announce } from '@/shared/announce'
import { api, type Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import { RIGHTS } from './words'

/** Programs of a customer's that read their loads, each with a token of its own. */
type Programs = Schemas['Programs']
defineProps<{ tokens: Programs['tokens'] }>()
const emit = defineEmits<{ put: [programs: Programs]; copy: [text: string] }>()
const session = useSession()
const items = (['request', 'pay'] as const)
  .filter(right => session.has(`customer_${right}`).value)
  .map(value => ({ value, title: RIGHTS[value] }))
const form = reactive({ name: '', may: [] as Schemas['ProgramRight'][] })
const made = ref<{ name: string; token: string }>()
const { busy, trouble, act } = useAct<Programs>(
  programs => emit('put', programs),
  () => JSON.stringify(form),
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)

async function make() {
  let token: string | null | undefined
  const { name, may } = form
  const done = await act(async key => {
    const answer = await api.POST('/api/window/programs', { body: { key, name, may: [...may] } })
    token = answer.data?.token
    return answer
  })
  if (!done || !token) return
  made.value = { name, token }
  Object.assign(form, { name: '', may: [] })
}
async function takeBack(id: number) {
  if (await act(() => api.DELETE('/api/window/programs/{id}', { params: { path: { id } } })))
    announce('It reads nothing any more.')
}
const may = (rights: readonly Schemas['ProgramRight'][]) =>
  ['see loads', ...rights.map(right => RIGHTS[right])].join(', ')
</script>

<template>
  <div class="pad stack">
    <h2>Programs that read</h2>
    <p class="small quiet">
      A program of yours reads what you read here, with a token of its own.
      <a href="/api/window/openapi.json" target="_blank" rel="noopener">What it may ask (OpenAPI)</a>
    </p>
    <form class="form" aria-label="A new token" @submit.prevent="make">
      <v-text-field v-model="form.name" label="Which program" :error-messages="at('/name')" />
      <v-select v-if="items.length" v-model="form.may" multiple label="It may also" :items="items" />
      <v-btn type="submit" color="primary" :loading="busy">Make a token</v-btn>
    </form>
    <div v-if="made" class="once" role="status">
      <p>
        <strong>The token of {{ made.name }}</strong
        >: it is shown this once, so keep it where the program finds it.
      </p>
      <p class="row">
        <code>{{ made.token }}</code><v-btn size="small" variant="tonal" @click="$emit('copy', made.token)"
          >Copy the token</v-btn
        ><v-btn size="small" variant="text" @click="made = undefined">I have it</v-btn>
      </p>
    </div>
    <v-alert v-if="trouble && trouble.path !== '/name'" type="error">{{ trouble.message }}</v-alert>
    <p v-if="!tokens.length" class="small quiet">None yet.</p>
    <table v-else class="ledger">
      <thead>
        <tr>
          <th>Program</th>
          <th>May</th>
          <th>Made</th>
          <th>Last seen</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in tokens" :key="one.id">
          <td data-of="Program">
            <strong>{{ one.name }}</strong>
          </td>
          <td data-of="May">{{ may(one.may) }}</td>
          <td data-of="Made">{{ showTime(one.made_at, session.zone) }}, {{ one.made_by }}</td>
          <td data-of="Last seen">
            {{ one.last_used_at ? showTime(one.last_used_at, session.zone) : 'never' }}
          </td>
          <td>
            <v-btn
              size="small"
              variant="text"
              :aria-label="`Take back: ${one.name}`"
              @click="takeBack(one.id)"
              >Take back</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0.6rem;
  align-items: start;
}
.form .v-btn {
  justify-self: start;
}
.once {
  padding: 0.6rem 0.8rem;
  border: 2px solid rgb(var(--v-theme-primary));
  border-radius: 4px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
}
code {
  overflow-wrap: anywhere;
}
</style>
