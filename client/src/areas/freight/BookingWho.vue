<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
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
function added(customer: Schemas['Customer']) {
  customers.value = [customer, ...customers.value]
  draft.value.customer = customer.id
  adding.value = false
}
function search(text: string) {
  typed.value = text
  void look(text)
}
const lane = ref<number | null>(null)
watch(
  () => draft.value.customer,
  () => {
    lane.value = null
  },
)
const customers = ref<Schemas['Customer'][]>([])
const KINDS = [
  { value: 'po', title: 'PO' },
  { value: 'bol', title: 'BOL' },
  { value: 'pickup_number', title: 'Pickup number' },
  { value: 'customer_reference', title: "Customer's reference" },
  { value: 'other', title: 'Other' },
]

const look = useDebounceFn(async (q: string) => {
  const { data } = await ask(api.GET('/api/customers', { params: { query: { q } } }))
  if (data) customers.value = data.rows.filter(row => row.payer && !row.retired)
}, 120)
void look('')

// A copied load brings a customer that the list may not hold yet.
watch(
  () => draft.value.customer,
  async id => {
    if (!id || customers.value.some(customer => customer.id === id)) return
    const { data } = await ask(api.GET('/api/customers/{id}', { params: { path: { id } } }))
    if (data) customers.value = [data, ...customers.value]
  },
  { immediate: true },
)
</script>

<template>
  <section class="panel pad" aria-label="Bill to">
    <new-customer v-if="adding" :name="typed" @added="added" @close="adding = false" />
    <div class="who">
      <v-autocomplete
        v-model="draft.customer"
        label="Bill to"
        :items="customers"
        item-title="name"
        item-value="id"
        :item-props="
          (item: Schemas['Customer']) => ({
            title: item.name,
            subtitle: [item.town, item.state].filter(Boolean).join(', '),
          })
        "
        no-filter
        autofocus
        menu-icon=""
        :error-messages="problems['/customer_id']"
        @update:search="search"
      >
        <template #no-data>
          <v-list-item title="No such customer">
            <template #append>
              <v-btn size="small" variant="tonal" @click="adding = true">Add {{ typed || 'one' }}</v-btn>
            </template>
          </v-list-item>
        </template>
      </v-autocomplete>
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
