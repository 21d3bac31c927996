<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import CustomerField from '@/shared/typed/CustomerField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import BankFileDialog from './BankFileDialog.vue'

/** What came in by the bank's file and nobody has said whose it is; and the taking in of such a file. */
const emit = defineEmits<{ changed: [] }>()
type Line = Schemas['BankLine']
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Line[]>(api.GET('/api/bank-lines')),
  change => change.kind === 'bank_file',
)
const taking = ref(false)
const aside = ref<Line>()
const whose = ref<Record<number, number | null>>({})
const doing = ref<number>()
const { busy, trouble, act } = useAct<Line[]>(
  lines => {
    aside.value = undefined
    put(lines)
    emit('changed')
  },
  () => [doing.value, { ...whose.value }],
)
const settle = (line: Line, how: { customer_id: number } | { aside_why: string }) => {
  doing.value = line.id
  void act(key =>
    api.POST('/api/bank-lines/{id}/settle', { params: { path: { id: line.id } }, body: { key, ...how } }),
  )
}
const taken = () => {
  void load()
  emit('changed')
}
</script>

<template>
  <section class="panel" aria-label="The bank">
    <header class="spread pad">
      <h2>Came in, and whose?</h2>
      <v-btn variant="tonal" @click="taking = true">Take in the bank’s file</v-btn>
    </header>
    <waiting v-slot="{ data: lines }" :data="data" :problem="problem" @again="load">
      <p v-if="!lines.length" class="pad quiet">Nothing that nobody knows whose it is.</p>
      <table v-else class="ledger">
        <tbody>
          <tr v-for="line in lines" :key="line.id">
            <td data-of="On">{{ showDay(line.line_on) }}</td>
            <td data-of="The bank says">{{ line.words }}</td>
            <td data-of="Dollars" class="figure">
              <strong>{{ showDollars(line.amount) }}</strong>
            </td>
            <td class="whose">
              <customer-field
                :model-value="whose[line.id] ?? null"
                :label="`Whose: ${showDollars(line.amount)}`"
                @update:model-value="whose[line.id] = $event"
              />
            </td>
            <td class="figure">
              <v-btn
                size="small"
                variant="tonal"
                :disabled="busy || !whose[line.id]"
                :aria-label="`Put it down: ${line.words}`"
                @click="settle(line, { customer_id: whose[line.id]! })"
                >Put it down</v-btn
              ><v-btn
                size="small"
                variant="text"
                :disabled="busy"
                :aria-label="`No customer’s: ${line.words}`"
                @click="aside = line"
                >No customer’s</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
    <v-alert v-if="trouble && trouble.path !== '/aside_why'" type="error" class="ma-2">{{
      trouble.message
    }}</v-alert>
    <bank-file-dialog v-model="taking" @done="taken" />
    <reason-dialog
      v-if="aside"
      :model-value="true"
      title="It is no customer’s payment"
      does="Set it aside"
      :busy="busy"
      :problem="trouble && { ...trouble, path: trouble.path.replace('/aside_why', '/why') }"
      @close="aside = undefined"
      @reason="why => settle(aside!, { aside_why: why })"
    />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.whose {
  width: 16rem;
}
</style>
