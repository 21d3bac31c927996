<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useSettings } from '@/shared/merge/useSettings'
import { parseDollars } from '@/shared/measure'
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
const LABELS: Record<string, string> = Object.fromEntries(SETTINGS)
type Name = (typeof SETTINGS)[number][0]
type Rules = Schemas['FitRules']
const writes = useSession().has('administrator', 'safety')
const isCount = (name: string) => /_(minutes|days)$/.test(name)
const {
  data,
  problem,
  load,
  put,
  typed,
  refused,
  saved,
  busy,
  save,
  found,
  differs,
  at,
  saveChosen,
  takeTheirs,
} = useSettings<Rules, Record<Name, string>>({
  get: () => api.GET('/api/match/rules'),
  put: (typed, version) =>
    api.PUT('/api/match/rules', {
      body: {
        version,
        settings: Object.fromEntries(
          SETTINGS.map(([name]) => [
            name,
            isCount(name) ? Number(typed[name] || NaN) : (parseDollars(typed[name]) ?? typed[name]),
          ]),
        ) as unknown as Schemas['FitSettings'],
      },
    }),
  typedOf: ({ settings }) =>
    Object.fromEntries(SETTINGS.map(([name]) => [name, String(settings[name])])) as Record<Name, string>,
})

/** A rule alone; figures that are being typed are not sent with it. */
async function setEffect(code: string, effect: Effect) {
  saved.value = false
  const answer = await ask<Rules>(
    api.PUT('/api/match/rules', { body: { version: data.value!.version, effects: [{ code, effect }] } }),
  )
  refused.value = answer.problem
  if (answer.problem) await load()
  else put(answer.data)
}
</script>

<template>
  <section class="panel pad" aria-label="Rules of a fit">
    <h2>What a rule may do</h2>
    <p class="small quiet">A crew that is blocked can be given a load only with a reason, which is kept.</p>
    <waiting v-slot="{ data: rules }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead>
          <tr>
            <th>Rule</th>
            <th>Source</th>
            <th>Here it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rule in rules.rules" :key="rule.code">
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
      <form v-if="typed" class="fields" @submit.prevent="save">
        <v-text-field
          v-for="[name, label] in SETTINGS"
          :key="name"
          v-model="typed[name]"
          :label="label"
          :readonly="!writes"
          :error-messages="at(`/settings/${name}`)"
        />
        <div v-if="writes" class="row">
          <v-btn type="submit" color="primary" :loading="busy">Save the figures</v-btn
          ><span v-if="saved" class="small" role="status">Saved</span>
        </div>
      </form>
      <merge-panel
        v-if="differs && refused"
        class="mt-2"
        :found="found"
        :message="refused.message"
        :label="([name]) => LABELS[String(name)] ?? ''"
        :busy="busy"
        @save="saveChosen"
        @theirs="takeTheirs"
      />
      <v-alert v-else-if="refused && !refused.path.startsWith('/settings')" type="error" class="mt-2">{{
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
