<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { parseDollars, showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import DriverForm from './DriverForm.vue'
import { BILLED, COSTS, items, type OfLoad } from './words'

/** The partner that hauls a load: what is agreed, who drives, the confirmation and the bill. */
const { hauled } = defineProps<{ hauled: NonNullable<OfLoad['hauled']>; loadId: number }>()
const emit = defineEmits<{ changed: [found: OfLoad] }>()
const session = useSession()
const agrees = session.has('dispatcher', 'settlement_clerk')
const dispatches = session.has('dispatcher')
const naming = ref(false)
const lines = ref<{ code: Schemas['PartnerCostCode']; label: string; amount: string }[]>()
const { busy, trouble, act } = useAct<OfLoad>(
  found => {
    emit('changed', found)
    naming.value = false
    lines.value = undefined
  },
  () => [JSON.stringify(lines.value), naming.value],
)
const params = computed(() => ({ path: { id: hauled.trip_id } }))
const has = (what: (typeof hauled.may)[number]) => hauled.may.includes(what)
function change() {
  lines.value = hauled.costs.map(cost => ({ ...cost }))
  if (!lines.value.length) lines.value.push({ code: 'not_used', label: '', amount: '' })
}
const agree = () =>
  void act(key =>
    api.PUT('/api/partner-trips/{id}/costs', {
      params: params.value,
      body: {
        key,
        version: hauled.version,
        lines: lines.value!.map(line => ({ ...line, amount: parseDollars(line.amount) ?? line.amount })),
      },
    }),
  )
async function name(driver: { name: string; phone: string; language: 'en' | 'es' }) {
  const done = await act(key =>
    api.POST('/api/partner-trips/{id}/driver', { params: params.value, body: { key, ...driver } }),
  )
  if (done) announce(`${driver.name} is texted a link.`)
}
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const elsewhere = computed(
  () => trouble.value && !/^\/(lines|name|phone)/.test(trouble.value.path) && trouble.value.message,
)
</script>

<template>
  <div class="pad stack">
    <p>
      <router-link :to="`/fleet/partners/${hauled.partner_id}`"
        ><strong>{{ hauled.partner }}</strong></router-link
      >{{ ' ' }}
      <template v-if="hauled.past"> hauled it no longer: it was called off.</template>
      <template v-else>
        {{ hauled.status === 'delivered' ? 'has hauled it' : 'hauls it' }}: {{ hauled.accepted_by }} said so
        on {{ showTime(hauled.accepted_at, session.zone) }} ({{ hauled.accepted_from }}), by the terms of
        version {{ hauled.terms_version }}.</template
      >
    </p>
    <table v-if="hauled.costs.length && !lines" class="ledger">
      <thead>
        <tr>
          <th>They are paid</th>
          <th class="figure">Dollars</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(cost, i) in hauled.costs" :key="i">
          <td data-of="They are paid">{{ cost.label }}</td>
          <td data-of="Dollars" class="figure">{{ showDollars(cost.amount) }}</td>
        </tr>
        <tr>
          <td data-of="They are paid">
            <strong>Agreed</strong>{{ ' ' }}
            <span class="quiet small">{{ showDollars(hauled.margin) }} left for us</span>
          </td>
          <td data-of="Dollars" class="figure">
            <strong>{{ showDollars(hauled.agreed) }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
    <form v-if="lines" class="stack" aria-label="What they are paid" @submit.prevent="agree">
      <div v-for="(line, i) in lines" :key="i" class="line">
        <v-select v-model="line.code" label="For" :items="items(COSTS)" />
        <v-text-field v-model="line.label" label="Said on the confirmation as" />
        <amount-field v-model="line.amount" label="Dollars" :error-messages="at(`/lines/${i}/amount`)" />
        <v-btn
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Without line ${i + 1}`"
          @click="lines.splice(i, 1)"
        />
      </div>
      <div class="row wrap">
        <v-btn size="small" variant="text" @click="lines.push({ code: 'detention', label: '', amount: '' })"
          >Add a line</v-btn
        ><v-btn size="small" type="submit" color="primary" :loading="busy">Agree on it</v-btn
        ><v-btn size="small" variant="text" @click="lines = undefined">Leave it</v-btn>
      </div>
    </form>
    <p v-if="!hauled.past">
      <template v-if="hauled.driver"
        >{{ hauled.driver.name }} drives,
        <a :href="`tel:${hauled.driver.phone}`">{{ hauled.driver.phone }}</a>.</template
      ><template v-else>Nobody is named yet who drives: they can say so by their link.</template>
    </p>
    <p v-if="hauled.bill">
      Bill {{ hauled.bill.number }} over {{ showDollars(hauled.bill.total) }}:
      {{ BILLED[hauled.bill.status].toLowerCase() }}.
    </p>
    <ul v-if="hauled.confirmations.length" class="plain small" aria-label="Confirmations">
      <li v-for="one in hauled.confirmations" :key="one.number">
        <a
          :href="`/api/partner-trips/${hauled.trip_id}/confirmation?number=${one.number}`"
          target="_blank"
          rel="noopener"
          >Confirmation, version {{ one.number }}</a
        >{{ ' ' }}
        <span class="quiet">
          {{ showTime(one.made_at, session.zone) }}, to {{ one.mailed_to || 'nobody' }}</span
        >
      </li>
    </ul>
    <p v-else-if="!hauled.past" class="small quiet">The confirmation is being written.</p>
    <v-alert v-if="elsewhere" type="error">{{ elsewhere }}</v-alert>
    <div class="row wrap">
      <v-btn v-if="agrees && has('agree') && !lines" size="small" variant="tonal" @click="change">{{
        hauled.costs.length ? 'Change what they are paid' : 'Owe them something'
      }}</v-btn>
      <v-btn
        v-if="dispatches && has('name_driver')"
        size="small"
        variant="tonal"
        :aria-expanded="naming"
        @click="naming = !naming"
        >{{ naming ? 'Not now' : 'Name the driver' }}</v-btn
      >
    </div>
    <driver-form v-if="naming" :busy="busy" :trouble="trouble" @named="name" />
  </div>
</template>

<style scoped>
.pad {
  padding: 0.5rem 0.9rem 0.8rem;
}
.wrap {
  flex-wrap: wrap;
}
.plain {
  list-style: none;
  padding: 0;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr) minmax(0, 1fr) auto;
  gap: 0.4rem;
}
@container (max-width: 32rem) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
