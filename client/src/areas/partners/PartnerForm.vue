<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, reactive } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { parseDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import { TRAILERS, type Partner } from './words'

/** A partner's record, new or as it is. */
const { partner = undefined } = defineProps<{ partner?: Partner | undefined }>()
const emit = defineEmits<{ kept: [partner: Partner]; leave: [] }>()
type Input = Schemas['PartnerInput']
const FIELDS = [
  ['name', 'Name'],
  ['authority_number', 'Authority number'],
  ['usdot_number', 'USDOT number'],
  ['contact', 'Whom to ask for'],
  ['phone', 'Telephone'],
  ['email', 'Mail address for offers'],
  ['address', 'Street'],
  ['town', 'Town'],
  ['state', 'State'],
  ['zip', 'ZIP'],
] as const
const form = reactive({
  name: partner?.name ?? '',
  authority_number: partner?.authority_number ?? '',
  usdot_number: partner?.usdot_number ?? '',
  contact: partner?.contact ?? '',
  phone: partner?.phone ?? '',
  email: partner?.email ?? '',
  address: partner?.address ?? '',
  town: partner?.town ?? '',
  state: partner?.state ?? '',
  zip: partner?.zip ?? '',
  notes: partner?.notes ?? '',
  trailer_kinds: [...(partner?.trailer_kinds ?? [])] as NonNullable<Input['trailer_kinds']>,
  lanes: (partner?.lanes ?? []).map(lane => ({ ...lane })),
  agreement_on: partner?.agreement_on ?? '',
  w9_on: partner?.w9_on ?? '',
  tax_number: '',
  terms_days: String(partner?.terms_days ?? 30),
  quick_pay_days: partner?.quick_pay_days?.toString() ?? '',
  quick_pay_percent: partner?.quick_pay_percent ?? '',
  stopped_why: partner?.stopped_why ?? '',
})
const { busy, trouble, act } = useAct<Partner>(
  kept => emit('kept', kept),
  () => JSON.stringify(form),
)
const at = (path: string) => (trouble.value?.path.startsWith(path) ? trouble.value.message : undefined)
const SHOWN = [
  '/lanes',
  '/agreement_on',
  '/w9_on',
  '/tax_number',
  '/terms_days',
  '/quick_pay',
  '/stopped_why',
]
const elsewhere = computed(
  () =>
    trouble.value &&
    ![...FIELDS.map(([name]) => `/${name}`), ...SHOWN].some(path => trouble.value!.path.startsWith(path)),
)
const KINDS = [
  { value: 'per_mile', title: 'a mile' },
  { value: 'flat', title: 'for the load' },
]
const rateOf = (text: string) => parseDollars(text) ?? text
const whole = (text: string) => (text.trim() ? Number(text) : null)
function keep() {
  const { tax_number, ...rest } = form
  const body = {
    ...rest,
    authority_number: form.authority_number.trim().toUpperCase(),
    state: form.state.trim().toUpperCase(),
    lanes: form.lanes.map(lane => ({ ...lane, rate: rateOf(lane.rate) })),
    agreement_on: form.agreement_on || null,
    w9_on: form.w9_on || null,
    terms_days: Number(form.terms_days),
    quick_pay_days: whole(form.quick_pay_days),
    quick_pay_percent: form.quick_pay_percent.trim() || null,
    stopped_why: form.stopped_why.trim() || null,
    ...(tax_number.trim() ? { tax_number: tax_number.trim() } : {}),
  }
  void act(key =>
    partner
      ? api.PUT('/api/partners/{id}', {
          params: { path: { id: partner.id } },
          body: { ...body, version: partner.version },
        })
      : api.POST('/api/partners', { body: { key, ...body } }),
  )
}
</script>

<template>
  <form class="stack" aria-label="Record" @submit.prevent="keep">
    <div class="grid">
      <v-text-field
        v-for="[name, label] in FIELDS"
        :key="name"
        v-model="form[name]"
        :label="label"
        :error-messages="at(`/${name}`)"
      />
      <v-select v-model="form.trailer_kinds" multiple label="Trailers" :items="TRAILERS" />
      <day-field
        v-model="form.agreement_on"
        label="Agreement signed on"
        :error-messages="at('/agreement_on')"
      />
      <day-field v-model="form.w9_on" label="W-9 on file since" :error-messages="at('/w9_on')" />
      <v-text-field
        v-model="form.tax_number"
        :label="partner?.tax_number_known ? 'Taxpayer number (is on file)' : 'Taxpayer number'"
        autocomplete="off"
        :error-messages="at('/tax_number')"
      />
      <v-text-field
        v-model="form.terms_days"
        label="Paid after, days"
        inputmode="numeric"
        :error-messages="at('/terms_days')"
      />
      <v-text-field
        v-model="form.quick_pay_days"
        label="Quick pay after, days"
        inputmode="numeric"
        :error-messages="at('/quick_pay_days')"
      />
      <v-text-field
        v-model="form.quick_pay_percent"
        label="Quick pay costs, percent"
        inputmode="decimal"
        :error-messages="at('/quick_pay_percent')"
      />
    </div>
    <fieldset class="lanes">
      <legend>What their lanes cost (a state, or a town like “Boise, ID”)</legend>
      <div v-for="(lane, i) in form.lanes" :key="i" class="lane">
        <v-text-field v-model="lane.from" label="From" :error-messages="at(`/lanes/${i}/from`)" />
        <v-text-field v-model="lane.to" label="To" :error-messages="at(`/lanes/${i}/to`)" />
        <amount-field v-model="lane.rate" label="Dollars" :error-messages="at(`/lanes/${i}/rate`)" />
        <v-select v-model="lane.kind" label="For" :items="KINDS" />
        <v-btn
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Without lane ${i + 1}`"
          @click="form.lanes.splice(i, 1)"
        />
      </div>
      <v-btn
        size="small"
        variant="text"
        @click="form.lanes.push({ from: '', to: '', kind: 'per_mile', rate: '' })"
        >Add a lane</v-btn
      >
    </fieldset>
    <v-textarea v-model="form.notes" label="Notes" rows="2" auto-grow />
    <v-text-field
      v-if="partner"
      v-model="form.stopped_why"
      label="Gets nothing from us any more, because"
      :error-messages="at('/stopped_why')"
    />
    <v-alert v-if="elsewhere" type="error">{{ trouble?.message }}</v-alert>
    <div class="row">
      <v-btn type="submit" color="primary" :loading="busy">{{ partner ? 'Keep' : 'Take on' }}</v-btn>
      <v-btn variant="text" @click="emit('leave')">Leave it</v-btn>
    </div>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
  gap: 0.5rem;
}
.lanes {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
  padding: 0.4rem 0.6rem 0.5rem;
  min-width: 0;
}
.lane {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1.3fr) minmax(0, 1fr) minmax(0, 1fr) auto;
  gap: 0.4rem;
  margin-bottom: 0.4rem;
}
@media (max-width: 600px) {
  .lane {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
