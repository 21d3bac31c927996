<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars } from '@/shared/measure'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useSettings } from '@/shared/merge/useSettings'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import OwnCompanies from './OwnCompanies.vue'
import TwoPeoplePanel from './TwoPeoplePanel.vue'

/** The rules of pay, the company's bank, and whether the books stand. */
const mayChange = useSession().has('administrator', 'settlement_clerk')
const { data: books, load: prove } = useFetched(
  () => 0,
  () => ask(api.GET('/api/pay-books')),
  change => ['pay_run', 'company'].includes(change.kind),
)
const FREQUENCIES = [
  { value: 'weekly', title: 'A week' },
  { value: 'biweekly', title: 'Two weeks' },
  { value: 'semimonthly', title: 'Half a month' },
  { value: 'monthly', title: 'A month' },
]
const LABELS: Record<string, string> = {
  frequency: 'A pay period is',
  advance_limit: 'Open advances at most, $',
  approve_by_rule: 'Items with papers in and nothing unusual need no clerk',
  bank_name: 'Our bank',
  bank_routing: 'Its routing number',
  bank_company_id: 'Our number there',
}
const labelOf = ([name]: readonly (string | number)[]) => LABELS[String(name)] ?? ''
function shownOf(value: unknown): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return FREQUENCIES.find(one => one.value === value)?.title ?? String(value ?? '')
}

type Rules = Omit<Schemas['PaySettings'], 'version' | 'next'>
const { data, problem, load, typed, refused, saved, busy, save, found, differs, at, saveChosen, takeTheirs } =
  useSettings<Schemas['PaySettings'], Rules>({
    get: () => api.GET('/api/pay-settings'),
    put: (rules, version) =>
      api.PUT('/api/pay-settings', {
        body: {
          version,
          approve_by_rule: rules.approve_by_rule,
          bank_name: rules.bank_name,
          bank_routing: rules.bank_routing,
          bank_company_id: rules.bank_company_id,
          frequency: rules.frequency as 'weekly',
          advance_limit: parseDollars(rules.advance_limit) ?? '',
        },
      }),
    typedOf: settings =>
      Object.fromEntries(Object.keys(LABELS).map(name => [name, settings[name as keyof Rules]])) as Rules,
  })
</script>

<template>
  <div class="two">
    <section class="panel pad">
      <h1>Rules of pay</h1>
      <waiting :data="data" :problem="problem" @again="load"
        ><form v-if="typed" class="form" @submit.prevent="save">
          <v-select v-model="typed.frequency" label="A pay period is" :items="FREQUENCIES" /><v-text-field
            v-model="typed.advance_limit"
            label="Open advances at most, $"
            :error-messages="at('/advance_limit')"
          />
          <v-checkbox
            v-model="typed.approve_by_rule"
            class="all"
            label="Items with papers in and nothing unusual need no clerk"
          />
          <v-text-field v-model="typed.bank_name" label="Our bank" /><v-text-field
            v-model="typed.bank_routing"
            label="Its routing number"
            :error-messages="at('/bank_routing')"
          /><v-text-field
            v-model="typed.bank_company_id"
            label="Our number there"
            :error-messages="at('/bank_company_id')"
          />
          <merge-panel
            v-if="differs && refused"
            class="all"
            :found="found"
            :message="refused.message"
            :label="labelOf"
            :shown="shownOf"
            :busy="busy"
            @save="saveChosen"
            @theirs="takeTheirs"
          />
          <v-alert v-else-if="refused && !refused.path" type="error" class="all">{{
            refused.message
          }}</v-alert>
          <div v-if="mayChange" class="row justify-end all">
            <span v-if="saved" class="small" role="status">Kept.</span
            ><v-btn type="submit" color="primary" :loading="busy">Keep</v-btn>
          </div>
        </form></waiting
      >
    </section>
    <div class="stack">
      <two-people-panel />
      <section class="panel pad" aria-label="Books">
        <div class="spread">
          <h2>The books</h2>
          <v-btn size="small" variant="tonal" @click="prove()">Check again</v-btn>
        </div>
        <template v-if="books"
          ><p v-if="!books.wrong.length">
            <strong>The books balance</strong>: {{ books.transactions.toLocaleString('en-US') }} transactions,
            each adds up to nothing; every locked statement is posted once and as it reads.
          </p>
          <ul v-else class="wrong">
            <li v-for="one in books.wrong" :key="one">{{ one }}</li>
          </ul>
          <p v-for="one in books.switched" :key="one" class="small mt-1">{{ one }}</p></template
        >
      </section>
      <own-companies />
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  margin-top: 0.5rem;
}
.all {
  grid-column: 1 / -1;
}
.wrong {
  color: rgb(var(--v-theme-late));
  padding-left: 1.1rem;
}
@media (max-width: 900px) {
  .two,
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
