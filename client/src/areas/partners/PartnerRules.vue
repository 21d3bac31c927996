<script setup lang="ts">
import { reactive, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { parseDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'

/** What is asked of partners, and the terms that they accept. */
const may = useSession().has('administrator')
type Rules = Schemas['PartnerRules']
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/partner-rules')),
)
const form = reactive({
  auto_least: '',
  cargo_least: '',
  general_least: '',
  authority_days: '',
  changed_days: '',
  answer_minutes: '',
  broker_number: '',
  terms: '',
})
watch(data, rules => {
  if (!rules) return
  Object.assign(form, {
    ...rules,
    general_least: rules.general_least ?? '',
    authority_days: String(rules.authority_days),
    changed_days: String(rules.changed_days),
    answer_minutes: String(rules.answer_minutes),
  })
})
const { busy, trouble, act } = useAct<Rules>(
  kept => {
    put(kept)
    announce('Kept.')
  },
  () => JSON.stringify(form),
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const amount = (text: string) => parseDollars(text) ?? text
const keep = () =>
  void act(() =>
    api.PUT('/api/partner-rules', {
      body: {
        version: data.value!.version,
        auto_least: amount(form.auto_least),
        cargo_least: amount(form.cargo_least),
        general_least: form.general_least.trim() ? amount(form.general_least) : null,
        authority_days: Number(form.authority_days),
        changed_days: Number(form.changed_days),
        answer_minutes: Number(form.answer_minutes),
        broker_number: form.broker_number,
        terms: form.terms,
      },
    }),
  )
const AMOUNTS = [
  ['auto_least', 'Auto liability at least'],
  ['cargo_least', 'Cargo at least'],
  ['general_least', 'General liability at least, if any'],
] as const
const COUNTS = [
  ['authority_days', 'Authority is young for, days'],
  ['changed_days', 'A change is recent for, days'],
  ['answer_minutes', 'Time to answer an offer, minutes'],
] as const
</script>

<template>
  <waiting v-slot="{ data: rules }" :data="data" :problem="problem" @again="load">
    <form class="pad stack" aria-label="Rules" @submit.prevent="keep">
      <div class="grid">
        <amount-field
          v-for="[name, label] in AMOUNTS"
          :key="name"
          v-model="form[name]"
          :label="label"
          :readonly="!may"
          :error-messages="at(`/${name}`)"
        />
        <v-text-field
          v-for="[name, label] in COUNTS"
          :key="name"
          v-model="form[name]"
          :label="label"
          inputmode="numeric"
          :readonly="!may"
          :error-messages="at(`/${name}`)"
        />
        <v-text-field
          v-model="form.broker_number"
          label="Our own broker authority"
          :readonly="!may"
          :error-messages="at('/broker_number')"
        />
      </div>
      <v-textarea
        v-model="form.terms"
        :label="`Terms that partners accept, version ${rules.terms_version}`"
        rows="5"
        auto-grow
        :readonly="!may"
        :error-messages="at('/terms')"
      />

      <v-alert v-if="trouble?.path === ''" type="error">{{ trouble.message }}</v-alert>
      <div v-if="may"><v-btn type="submit" color="primary" :loading="busy">Keep the rules</v-btn></div>
    </form>
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(14rem, 1fr));
  gap: 0.5rem;
}
</style>
