<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api, newKey, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import { parseDollars, showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import { INSURANCES, items, type Partner } from './words'

/** The certificates of a partner, beside what its insurers filed. */
const { partner } = defineProps<{ partner: Partner; mayChange: boolean }>()
const emit = defineEmits<{ changed: [partner: Partner] }>()
const adding = ref(false)
const form = reactive({
  kind: 'cargo' as Schemas['InsuranceKind'],
  limit: '',
  insurer: '',
  policy: '',
  from_on: '',
  expires_on: '',
})
const { busy, trouble, act } = useAct<Partner>(
  kept => {
    emit('changed', kept)
    adding.value = false
    Object.assign(form, { limit: '', policy: '', from_on: '', expires_on: '' })
  },
  () => [{ ...form }, adding.value],
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const add = () =>
  void act(key =>
    api.POST('/api/partners/{id}/insurances', {
      params: { path: { id: partner.id } },
      body: { key, ...form, limit: parseDollars(form.limit) ?? form.limit },
    }),
  )
const drop = (id: number) =>
  void act(() => api.DELETE('/api/partner-insurances/{id}', { params: { path: { id } } }))
function attach(id: number, event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  void act(() =>
    api.POST('/api/partner-insurances/{id}/file', {
      params: { path: { id }, query: { key: newKey() } },
      ...bytes(file),
    }),
  )
}
const FIELDS = ['/limit', '/insurer', '/from_on', '/expires_on']
</script>

<template>
  <section class="panel" aria-label="Insurance">
    <header class="spread pad">
      <h2>Insurance</h2>
      <v-btn v-if="mayChange" size="small" variant="tonal" @click="adding = !adding">{{
        adding ? 'Not now' : 'Add a certificate'
      }}</v-btn>
    </header>
    <form v-if="adding" class="grid pad" aria-label="Certificate" @submit.prevent="add">
      <v-select v-model="form.kind" label="Kind" :items="items(INSURANCES)" />
      <amount-field v-model="form.limit" label="Limit" :error-messages="at('/limit')" />
      <v-text-field v-model="form.insurer" label="Insurer" :error-messages="at('/insurer')" />
      <v-text-field v-model="form.policy" label="Policy" />
      <day-field v-model="form.from_on" label="In force from" :error-messages="at('/from_on')" />
      <day-field
        v-model="form.expires_on"
        label="Expires (no longer covered)"
        :error-messages="at('/expires_on')"
      />
      <v-btn type="submit" color="primary" :loading="busy">Add</v-btn>
    </form>
    <v-alert v-if="trouble && !FIELDS.includes(trouble.path)" type="error" class="ma-2">{{
      trouble.message
    }}</v-alert>
    <table class="ledger">
      <thead>
        <tr>
          <th>Kind</th>
          <th class="figure">Limit</th>
          <th>Expires</th>
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in partner.insurances" :key="row.id">
          <td data-of="Kind">
            {{ INSURANCES[row.kind] }}
            <div class="small quiet">Certificate, {{ row.insurer }} {{ row.policy }}</div>
          </td>
          <td data-of="Limit" class="figure">{{ showDollars(row.limit) }}</td>
          <td data-of="Expires">{{ showDay(row.expires_on) }}</td>
          <td class="figure">
            <a v-if="row.file" :href="`/api/partner-insurances/${row.id}/file`" target="_blank" rel="noopener"
              >Open it</a
            >
            <label v-else-if="mayChange" class="file small"
              >File it<input
                type="file"
                accept="image/*,application/pdf"
                :aria-label="`File the certificate: ${INSURANCES[row.kind]}`"
                @change="attach(row.id, $event)"
            /></label>
            <v-btn
              v-if="mayChange"
              size="small"
              variant="text"
              :aria-label="`Drop ${INSURANCES[row.kind]}`"
              @click="drop(row.id)"
              >Drop</v-btn
            >
          </td>
        </tr>
        <tr v-for="(row, i) in partner.register?.insurances ?? []" :key="`filed ${i}`" class="quiet">
          <td data-of="Kind">
            {{ INSURANCES[row.kind] }}
            <div class="small">In the register, {{ row.insurer }} {{ row.policy }}</div>
          </td>
          <td data-of="Limit" class="figure">{{ showDollars(row.limit) }}</td>
          <td data-of="Expires">{{ showDay(row.expires_on) }}</td>
          <td></td>
        </tr>
      </tbody>
    </table>
    <p v-if="!partner.insurances.length" class="pad">No certificate is on file: nothing can be given.</p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
.file {
  position: relative;
  cursor: pointer;
  text-decoration: underline;
  padding: 0.3rem 0.5rem;
}
.file:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
  width: 100%;
}
</style>
