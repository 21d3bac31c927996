<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'

/** What a driver or a unit is for pay: only who pays reads it, and only the settlement clerk writes it. */
const {
  id,
  kind,
  newNumberAt = undefined,
} = defineProps<{ id: number; kind: 'drivers' | 'units'; newNumberAt?: string | null | undefined }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const reads = session.has('settlement_clerk', 'administrator')
const writes = session.has('settlement_clerk')
const { data, put } = useFetched(
  () => [id, reads.value && kind === 'units'] as const,
  async ([unit, wanted]) =>
    wanted
      ? ask<Schemas['UnitPay']>(api.GET('/api/units/{id}/pay', { params: { path: { id: unit } } }))
      : NOTHING,
  change => change.kind === 'unit' && change.id === id,
)
const fee = ref('')
const rent = ref('')
watch(
  data,
  now => {
    fee.value = now?.fee ?? ''
    rent.value = now?.rent_daily ?? ''
  },
  { immediate: true },
)
/** Whose phone it is: somebody else than who changed the number has spoken with the driver. */
async function confirm() {
  busy.value = true
  const answer = await ask(
    api.POST('/api/drivers/{id}/confirm-number', { params: { path: { id } }, body: { key: newKey() } }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (!answer.problem) emit('changed')
}
const busy = ref(false)
const saved = ref(false)
const trouble = ref<Problem>()
async function save() {
  if (!data.value) return
  busy.value = true
  saved.value = false
  const answer = await ask<Schemas['UnitPay']>(
    api.PUT('/api/units/{id}/pay', {
      params: { path: { id } },
      body: { version: data.value.version, fee: fee.value || null, rent_daily: rent.value || null },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (!answer.data) return
  put(answer.data)
  saved.value = true
}
</script>

<template>
  <section v-if="reads" class="panel pad" aria-label="Pay">
    <h2>Pay</h2>
    <template v-if="kind === 'drivers'"
      ><p>
        <router-link :to="`/pay/drivers/${id}`">Rates, deductions and accounts</router-link> are kept in Pay.
      </p>
      <p v-if="newNumberAt" class="mt-2">
        The telephone number is new since {{ showTime(newNumberAt, session.zone) }}: pay is not shown on that
        phone until the driver types the PIN that he had, or somebody else than who changed it has spoken with
        him.<v-btn class="ml-2" size="small" variant="tonal" :loading="busy" @click="confirm"
          >I have spoken with him</v-btn
        >
      </p></template
    >
    <form v-else-if="data" class="fields" @submit.prevent="save">
      <amount-field v-model="fee" label="Fee a period, $" :readonly="!writes" />
      <amount-field v-model="rent" label="Rent to its operator a day, $" :readonly="!writes" />
      <div v-if="writes" class="row">
        <v-btn type="submit" size="small" variant="tonal" :loading="busy">Save</v-btn
        ><span v-if="saved" class="small" role="status">Saved</span>
      </div>
    </form>
    <v-alert v-if="trouble" type="error" class="mt-2">{{ trouble.message }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
  align-items: start;
  margin-top: 0.4rem;
}
</style>
