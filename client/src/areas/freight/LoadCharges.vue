<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { useFetched } from '@/shared/fetched'
import { parseDollars, showDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import ChargeMenu from './ChargeMenu.vue'
import type { Charge } from './charges'

/** What is charged beside the haul, put on and taken off until the load is billed. */
const { load } = defineProps<{ load: Schemas['Load'] }>()
const emit = defineEmits<{ changed: [load: Schemas['Load']] }>()
const draft = ref<Charge>()
const may = () => actsOf(load.allowed_acts).may('charge')
const { data: agreed } = useFetched(
  () => (may() ? load.customer.id : undefined),
  async id =>
    id
      ? ask<Schemas['CustomerLanes']>(api.GET('/api/customers/{id}/lanes', { params: { path: { id } } }))
      : { data: undefined, problem: undefined },
)
const { busy, trouble, act } = useAct<Schemas['Load']>(
  changed => {
    draft.value = undefined
    agreeing.value = undefined
    emit('changed', changed)
  },
  () => [load.version, draft.value?.kind, draft.value?.label, draft.value?.amount, agreeing.value?.word],
)
const agreeing = ref<{ id: number; word: string }>()
const agree = () => {
  const { id: charge_id, word } = agreeing.value!
  void act(key =>
    api.POST('/api/loads/{id}/charges/{charge_id}/authorise', {
      params: { path: { id: load.id, charge_id } },
      body: { key, version: load.version, authorised_as: word.trim() },
    }),
  )
}
const amount = () => parseDollars(draft.value?.amount ?? '')
const put = () => {
  const { kind, label } = draft.value!
  void act(key =>
    api.POST('/api/loads/{id}/charges', {
      params: { path: { id: load.id } },
      body: { key, version: load.version, kind, label: label.trim(), amount: amount() ?? '' },
    }),
  )
}
const off = (chargeId: number) =>
  act(key =>
    api.POST('/api/loads/{id}/charges/{charge_id}/off', {
      params: { path: { id: load.id, charge_id: chargeId } },
      body: { key, version: load.version },
    }),
  )
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
</script>

<template>
  <tr v-for="line in load.price.accessorials ?? []" :key="line.id">
    <td>
      <div class="line">
        <span
          >{{ line.label
          }}<span v-if="line.authorised_as" class="small quiet">, agreed: {{ line.authorised_as }}</span
          ><button
            v-else-if="may() && line.id && line.kind === 'detention'"
            type="button"
            class="link small agreed"
            :aria-label="`Who agreed to ${line.label}?`"
            @click="agreeing = { id: line.id, word: '' }"
          >
            Who agreed?
          </button></span
        >
        <v-btn
          v-if="may() && line.id && !line.kind?.startsWith('permit_')"
          class="off"
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :disabled="busy"
          :aria-label="`Take off ${line.label}`"
          @click="off(line.id)"
        />
      </div>
    </td>
    <td class="figure">{{ showDollars(line.amount) }}</td>
  </tr>
  <tr v-if="agreeing">
    <td colspan="2">
      <form class="row" aria-label="Who agreed" @submit.prevent="agree">
        <v-text-field
          v-model="agreeing.word"
          label="Their number, or who agreed"
          autofocus
          @keydown.esc="agreeing = undefined"
        /><v-btn size="small" type="submit" color="primary" :disabled="!agreeing.word.trim()" :loading="busy"
          >Note it</v-btn
        >
      </form>
    </td>
  </tr>
  <tr v-if="may()">
    <td colspan="2">
      <form v-if="draft" class="stack" aria-label="A charge" @submit.prevent="put">
        <div class="row">
          <v-text-field
            v-model="draft.label"
            label="What for"
            :autofocus="!draft.label"
            :error-messages="at('/label')"
            @keydown.esc="draft = undefined"
          />
          <amount-field
            v-model="draft.amount"
            class="amount"
            label="Amount"
            :autofocus="!!draft.label"
            :error-messages="at('/amount')"
            @keydown.esc="draft = undefined"
          />
        </div>
        <div class="row">
          <v-btn
            size="small"
            type="submit"
            color="primary"
            :disabled="!draft.label.trim() || !amount()"
            :loading="busy"
            >Charge it</v-btn
          ><v-btn size="small" variant="text" @click="draft = undefined">Cancel</v-btn>
        </div>
      </form>
      <charge-menu v-else :agreed="agreed?.charges" @pick="draft = { ...$event }" />
      <p v-if="trouble && !at('/label') && !at('/amount')" class="late small" role="alert">
        {{ trouble.message }}
      </p>
    </td>
  </tr>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.off {
  flex: none;
  margin: -0.4rem 0;
}
.agreed {
  margin-left: 0.4rem;
}
.amount {
  max-width: 8rem;
}
.late {
  color: rgb(var(--v-theme-late));
}
</style>
