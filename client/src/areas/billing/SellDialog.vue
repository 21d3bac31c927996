<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { parseDollars, showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import type { InvoiceRow } from './words'

/** Which invoices are sold, to whom and how. */
const open = defineModel<boolean>({ required: true })
const { last } = defineProps<{ last: Schemas['Factoring']['last'] }>()
const emit = defineEmits<{ done: [factoring: Schemas['Factoring']] }>()
const { data, problem, load } = useFetched(open, async shown =>
  shown ? ask<InvoiceRow[]>(api.GET('/api/invoices', { params: { query: { open: true, q: '' } } })) : NOTHING,
)
const fresh = () => ({
  factor: last?.factor ?? '',
  advance: last?.advance_percent ?? '90',
  fee: last?.fee_percent ?? '3',
  ids: [] as number[],
})
const typed = ref(fresh())
watch(open, shown => {
  if (!shown) return
  typed.value = fresh()
  trouble.value = undefined
})
const { busy, trouble, act } = useAct<Schemas['Factoring']>(
  answer => {
    open.value = false
    emit('done', answer)
  },
  () => ({ ...typed.value, ids: [...typed.value.ids] }),
)
const send = () =>
  act(key =>
    api.POST('/api/factoring', {
      body: {
        key,
        factor: typed.value.factor.trim(),
        advance_percent: parseDollars(typed.value.advance) ?? typed.value.advance,
        fee_percent: parseDollars(typed.value.fee) ?? typed.value.fee,
        invoice_ids: typed.value.ids,
      },
    }),
  )
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const elsewhere = () =>
  trouble.value && !['factor', 'advance_percent', 'fee_percent'].some(field => at(field))
</script>

<template>
  <v-dialog v-model="open" max-width="620" aria-label="Sell invoices" scrollable>
    <v-card>
      <v-card-title>Sell invoices</v-card-title>
      <v-card-text>
        <form id="sell" class="three" @submit.prevent="send">
          <v-text-field v-model="typed.factor" label="To" autofocus :error-messages="at('factor')" />
          <amount-field
            v-model="typed.advance"
            label="Paid at once, percent"
            :error-messages="at('advance_percent')"
          />
          <amount-field v-model="typed.fee" label="His fee, percent" :error-messages="at('fee_percent')" />
        </form>
        <waiting v-slot="{ data: rows }" :data="data" :problem="problem" @again="load">
          <p v-if="!rows.length" class="quiet">Nothing is owed that could be sold.</p>
          <table v-else class="ledger">
            <tbody>
              <tr v-for="row in rows" :key="row.id">
                <td>
                  <v-checkbox
                    v-model="typed.ids"
                    :value="row.id"
                    :label="`${row.number}, ${row.customer}`"
                    hide-details
                  />
                </td>
                <td class="small quiet">due {{ showDay(row.due_on) }}</td>
                <td class="figure">{{ showDollars(row.owed) }}</td>
              </tr>
            </tbody>
          </table>
        </waiting>
        <v-alert v-if="elsewhere()" type="error" class="mt-3">{{ trouble!.message }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Cancel</v-btn>
        <v-btn
          type="submit"
          form="sell"
          color="primary"
          :disabled="!typed.ids.length || !typed.factor.trim()"
          :loading="busy"
          >Sell {{ typed.ids.length || '' }}</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
td {
  vertical-align: middle;
}
.three {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.6rem;
  margin: 0.4rem 0 0.6rem;
}
</style>
