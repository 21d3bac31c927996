<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useAct } from '@/shared/useAct'

/** A customer added while a load is booked: what a bill needs, the rest later. */
const { name } = defineProps<{ name: string }>()
const emit = defineEmits<{ added: [customer: Schemas['Customer']]; close: [] }>()
const typed = ref({ name, address: '', town: '', state: '', zip: '', phone: '', email: '', terms_days: '30' })
const { busy, trouble, act } = useAct<Schemas['Customer']>(customer => emit('added', customer))
// Who is in the register of brokers is known by a part of the name, or by the authority's number.
const LEAST = 3
const PAUSE_MS = 150
const MOST = 4
const asked = refDebounced(
  computed(() => typed.value.name.trim()),
  PAUSE_MS,
)
const { data: brokers } = useFetched(asked, async text =>
  text.length < LEAST
    ? NOTHING
    : ask<Schemas['Broker'][]>(api.GET('/api/market/brokers', { params: { query: { q: text } } })),
)
const taken = ref<Schemas['Broker']>()
const offered = computed(() =>
  asked.value.length < LEAST || taken.value?.name === asked.value ? [] : (brokers.value ?? []).slice(0, MOST),
)
function take(broker: Schemas['Broker']) {
  const { name: called, town, state, phone, email } = broker
  taken.value = broker
  typed.value = { ...typed.value, name: called, town, state, phone, email }
}
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const FIELDS = [
  ['name', 'Name, or a broker’s MC number'],
  ['address', 'Billing address'],
  ['town', 'Town'],
  ['state', 'State'],
  ['zip', 'ZIP'],
  ['phone', 'Telephone'],
  ['email', 'E-mail'],
  ['terms_days', 'Terms, days'],
] as const
const add = () =>
  act(key =>
    api.POST('/api/customers', {
      body: {
        key,
        ...typed.value,
        state: typed.value.state.trim().toUpperCase(),
        payer: true,
        terms_days: Number(typed.value.terms_days) || 30,
      },
    }),
  )
</script>

<template>
  <v-dialog model-value max-width="560" aria-label="New customer" @update:model-value="emit('close')">
    <v-card class="pa-4">
      <form class="fields" @submit.prevent.stop="add" @keydown.ctrl.enter.prevent.stop="add">
        <h2 class="all">New customer</h2>
        <template v-for="([field, label], i) in FIELDS" :key="field">
          <v-text-field
            v-model="typed[field]"
            :class="{ all: field === 'name' || field === 'address' }"
            :label="label"
            :autofocus="i === 0"
            :error-messages="at(field)"
          />
          <template v-if="field === 'name'">
            <ul v-if="offered.length" class="all brokers" aria-label="In the register of brokers">
              <li v-for="broker in offered" :key="broker.id">
                <v-btn size="small" variant="tonal" @click="take(broker)"
                  >{{ broker.name }}, MC {{ broker.authority_number }}</v-btn
                >
                <span class="small quiet">{{ broker.town }}, {{ broker.state }}</span>
              </li>
            </ul>
            <ul v-if="taken && taken.name === typed.name.trim() && taken.reasons.length" class="all brokers">
              <li v-for="reason in taken.reasons" :key="reason.code" :title="reason.source">
                {{ reason.text }}
              </li>
            </ul>
          </template></template
        >
        <v-alert
          v-if="trouble && !FIELDS.some(([field]) => trouble?.path === `/${field}`)"
          type="error"
          class="all"
          >{{ trouble.message }}</v-alert
        >
        <div class="row justify-end all">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="!typed.name.trim()"
            >Add the customer</v-btn
          >
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
}
.brokers {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 0.25rem;
}
.all {
  grid-column: 1 / -1;
}
</style>
