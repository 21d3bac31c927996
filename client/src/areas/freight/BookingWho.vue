<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import LookupField from '@/shared/typed/LookupField.vue'
import type { Found } from '@/shared/typed/useLookup'
import type { LoadDraft, Problems } from './draft'
import NewCustomer from './NewCustomer.vue'

const draft = defineModel<LoadDraft>({ required: true })
const { lanes = [] } = defineProps<{
  problems: Problems
  lanes?: Schemas['CustomerLanes']['lanes']
}>()
const emit = defineEmits<{ lane: [loadId: number] }>()
const typed = ref('')
const adding = ref(false)
type Payer = Found & { id: number }
const payer = ref<Payer | null>(null)
const payerOf = (row: Schemas['Customer']): Payer => ({
  key: `${row.id}`,
  id: row.id,
  title: row.name,
  subtitle: [row.town, row.state].filter(Boolean).join(', '),
})
async function look(q: string) {
  const { data } = await ask(api.GET('/api/customers', { params: { query: { q } } }))
  return (data?.rows ?? []).filter(row => row.payer && !row.retired).map(payerOf)
}
function added(customer: Schemas['Customer']) {
  payer.value = payerOf(customer)
  adding.value = false
}
watch(payer, now => {
  draft.value.customer = now?.id ?? null
})
const lane = ref<number | null>(null)
watch(
  () => draft.value.customer,
  () => {
    lane.value = null
  },
)
const KINDS = [
  { value: 'po', title: 'PO' },
  { value: 'bol', title: 'BOL' },
  { value: 'pickup_number', title: 'Pickup number' },
  { value: 'customer_reference', title: "Customer's reference" },
  { value: 'other', title: 'Other' },
]

// A copied load, or a draft that was kept, brings a customer by its id alone.
watch(
  () => draft.value.customer,
  async id => {
    if (id === (payer.value?.id ?? null)) return
    if (!id) return (payer.value = null)
    const { data } = await ask(api.GET('/api/customers/{id}', { params: { path: { id } } }))
    if (data && draft.value.customer === id) payer.value = payerOf(data)
  },
  { immediate: true },
)
</script>

<template>
  <section class="panel pad" aria-label="Bill to">
    <new-customer v-if="adding" :name="typed" @added="added" @close="adding = false" />
    <div class="who">
      <lookup-field
        v-model="payer"
        v-model:typed="typed"
        label="Bill to"
        :look="look"
        :least="0"
        autofocus
        :error="problems['/customer_id']"
      >
        <template #none>
          <v-list-item title="No such customer">
            <template #append>
              <v-btn size="small" variant="tonal" @click="adding = true">Add {{ typed || 'one' }}</v-btn>
            </template>
          </v-list-item>
        </template>
      </lookup-field>
      <v-autocomplete
        v-if="lanes.length"
        v-model="lane"
        label="As the last time on"
        :items="lanes"
        item-value="load_id"
        :item-title="one => `${one.origin} → ${one.destination}`"
        :item-props="
          one => ({
            title: `${one.origin} → ${one.destination}`,
            subtitle: `${showDollars(one.total)} on ${showDay(one.picked_up_on)} (${one.number})${one.loads > 1 ? `, ${one.loads} loads` : ''}`,
          })
        "
        @update:model-value="id => id && emit('lane', id)"
      />
      <div class="references">
        <div v-for="(reference, i) in draft.references" :key="i" class="reference">
          <v-select v-model="reference.kind" :items="KINDS" aria-label="Kind of reference" tabindex="-1" />
          <v-text-field
            v-model="reference.value"
            :label="`Reference ${i + 1}`"
            :error-messages="problems[`/references/${i}/value`]"
          />
          <v-btn
            v-if="i === draft.references.length - 1"
            :icon="mdiPlus"
            variant="text"
            size="small"
            aria-label="Another reference"
            @click="draft.references.push({ kind: 'pickup_number', value: '' })"
          />
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.who {
  display: grid;
  grid-template-columns: minmax(14rem, 1fr) minmax(20rem, 1.2fr);
  gap: 0.6rem;
  align-items: start;
}
.references {
  grid-column: 2 / 3;
  grid-row: 1 / 3;
  display: flex;
  flex-direction: column;
  gap: 0.4rem;
}
.reference {
  display: grid;
  grid-template-columns: 10.5rem 1fr 40px;
  gap: 0.4rem;
}
@media (max-width: 700px) {
  .who {
    grid-template-columns: 1fr;
  }
  .references {
    grid-column: auto;
    grid-row: auto;
  }
  .reference {
    grid-template-columns: 8rem minmax(0, 1fr) 40px;
  }
}
</style>
