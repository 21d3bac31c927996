<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'

/** What each rule of a fit may do here, and what matching reckons with. */
const EFFECTS = [
  { value: 'block', title: 'Blocks' },
  { value: 'warn', title: 'Warns' },
  { value: 'off', title: 'Off' },
] as const
type Effect = (typeof EFFECTS)[number]['value']
const SETTINGS = [
  ['fuel_price', 'Fuel, $ a gallon'],
  ['cost_per_mile', 'Other cost, $ a mile'],
  ['cost_per_day', 'Other cost, $ a day'],
  ['margin_minutes', 'Slack under which a fit is tight, min'],
  ['late_hourly', 'An hour late costs, $'],
  ['home_missed', 'Home time missed costs, $'],
  ['uncovered', 'A load covered is worth, $'],
  ['licence_days', 'Licence: warn days before'],
  ['medical_card_days', 'Medical card: warn days before'],
  ['registration_days', 'Registration: warn days before'],
  ['annual_inspection_days', 'Annual inspection: warn days before'],
  ['other_paper_days', 'Other papers: warn days before'],
] as const
const session = useSession()
const writes = session.has('administrator', 'safety')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/match/rules')),
  change => change.kind === 'company',
)
const draft = ref<Record<string, string>>({})
watch(data, found => {
  if (found) draft.value = Object.fromEntries(SETTINGS.map(([name]) => [name, String(found.settings[name])]))
})
const refused = ref<Problem>()
const saved = ref(false)

async function send(body: Schemas['FitRulesInput']) {
  saved.value = false
  const answer = await ask(api.PUT('/api/match/rules', { body }))
  refused.value = answer.problem
  if (answer.data) {
    put(answer.data)
    saved.value = true
  }
}
const setEffect = (code: string, effect: Effect) => send({ effects: [{ code, effect }] })
const save = () =>
  send({
    settings: Object.fromEntries(
      Object.entries(draft.value).map(([name, text]) => [
        name,
        name.endsWith('_minutes') || name.endsWith('_days') ? Number(text) : text,
      ]),
    ) as Schemas['FitSettings'],
  })
const at = (name: string) => (refused.value?.path === `/settings/${name}` ? [refused.value.message] : [])
</script>

<template>
  <section class="panel pad" aria-label="Rules of a fit">
    <h2>What a rule may do</h2>
    <p class="small quiet">A crew that is blocked can be given a load only with a reason, which is kept.</p>
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>Rule</th>
            <th>Source</th>
            <th>Here it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rule in found.rules" :key="rule.code">
            <td>{{ rule.title }}</td>
            <td class="small quiet">{{ rule.source }}</td>
            <td>
              <select
                :value="rule.effect"
                :aria-label="`What “${rule.title}” does`"
                :disabled="!writes"
                @change="setEffect(rule.code, ($event.target as HTMLSelectElement).value as Effect)"
              >
                <option v-for="effect in EFFECTS" :key="effect.value" :value="effect.value">
                  {{ effect.title.toLowerCase() }}{{ effect.value === rule.usual ? ' (usual)' : '' }}
                </option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <form class="fields" @submit.prevent="save">
        <v-text-field
          v-for="[name, label] in SETTINGS"
          :key="name"
          v-model="draft[name]"
          :label="label"
          :readonly="!writes"
          :error-messages="at(name)"
        />
        <div v-if="writes" class="row">
          <v-btn type="submit" color="primary">Save the figures</v-btn
          ><span v-if="saved" class="small" role="status">Saved</span>
        </div>
      </form>
      <v-alert v-if="refused && !refused.path.startsWith('/settings')" type="error" class="mt-2">{{
        refused.message
      }}</v-alert>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.7rem;
  margin-top: 0.9rem;
  align-items: center;
}
select {
  font: inherit;
  color: inherit;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
  padding: 0.25rem 0.4rem;
  min-height: 30px;
}
</style>
