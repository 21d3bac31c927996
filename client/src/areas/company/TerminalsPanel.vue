<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api, ask, newKey, type Problem } from '@/shared/api'
import { useTerminals } from '@/areas/fleet/useTerminals'

defineProps<{ mayAdd: boolean }>()
const { terminals, load } = useTerminals()
const form = reactive({ name: '', zip: '' })
const trouble = ref<Problem>()
let key = newKey()
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)

async function add() {
  const answer = await ask(api.POST('/api/terminals', { body: { key, ...form } }))
  trouble.value = answer.problem
  key = newKey()
  if (answer.data) {
    Object.assign(form, { name: '', zip: '' })
    await load()
  }
}
</script>

<template>
  <section class="panel pad stack">
    <h2>Terminals</h2>
    <table class="ledger">
      <tbody>
        <tr v-for="terminal in terminals" :key="terminal.id">
          <td>
            <strong>{{ terminal.name }}</strong>
            <div class="small quiet">{{ terminal.town }}, {{ terminal.state }} {{ terminal.zip }}</div>
          </td>
          <td class="figure small">{{ terminal.zone }}</td>
        </tr>
      </tbody>
    </table>
    <form v-if="mayAdd" class="form" @submit.prevent="add">
      <v-text-field v-model="form.name" label="New terminal" :error-messages="at('/name')" /><v-text-field
        v-model="form.zip"
        label="ZIP"
        :error-messages="at('/zip')"
      /><v-btn type="submit" variant="tonal">Add</v-btn>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 6rem auto;
  gap: 0.5rem;
  align-items: start;
}
</style>
