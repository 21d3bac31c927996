<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import SheetImport from '@/shared/SheetImport.vue'
import Waiting from '@/shared/Waiting.vue'

/** The bank's file of what came in: what tells whose it is becomes a payment, the rest waits here. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const { data, problem, load } = useFetched(open, async shown =>
  shown ? ask<Schemas['ImportTemplate']>(api.GET('/api/bank-imports')) : NOTHING,
)
const last = ref<Schemas['BankFileTaken']>()
watch(open, () => (last.value = undefined))
async function send(csv: string, preview: boolean) {
  const answer = await ask<Schemas['BankFileTaken']>(
    api.POST('/api/bank-imports', { body: { csv, preview } }),
  )
  last.value = answer.data
  if (!answer.data) return answer
  const { taken, known, unknown, errors, done } = answer.data
  return {
    data: { added: taken, changed: 0, unchanged: known, unknown, errors, done },
    problem: undefined,
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="720" aria-label="The bank’s file" scrollable>
    <v-card>
      <v-card-title>The bank’s file</v-card-title>
      <v-card-text>
        <p class="said">
          What came in, a line each: a sheet, or the bank’s statement by BAI2 or camt.053. A line pays the
          invoices whose numbers it names, or its customer’s, or the one invoice of just that amount. What was
          taken in before is left as it is.
        </p>
        <waiting v-slot="{ data: template }" :data="data" :problem="problem" @again="load">
          <sheet-import
            :template="template"
            name="bank"
            says="Take in a file"
            also=".bai,.bai2,.xml,application/xml,text/xml"
            :send="send"
            @done="emit('done')"
          />
        </waiting>
        <p v-if="last && !last.errors.length" class="said" role="status">
          {{ last.matched }} of them {{ last.matched === 1 ? 'tells' : 'tell' }} whose they are,
          {{ last.waiting }} {{ last.waiting === 1 ? 'waits' : 'wait' }} for you{{
            last.out ? `; ${last.out} went out and ${last.out === 1 ? 'is' : 'are'} left alone` : ''
          }}.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.said {
  margin: 0.6rem 0;
}
</style>
