<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars, showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { dayAt, showDay } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'
import Waiting from '@/shared/Waiting.vue'

/** What loads that were delivered in a time brought, what they cost us, and what is left. */
type Margins = Schemas['Margins']
type By = 'customer' | 'lane' | 'week' | 'load'
const BY = [
  { value: 'customer', title: 'Customer' },
  { value: 'lane', title: 'Lane' },
  { value: 'week', title: 'Week' },
  { value: 'load', title: 'Load' },
]
const WEEKS_MS = 28 * 86_400_000
const session = useSession()
const from = ref(dayAt(session.now() - WEEKS_MS, session.zone))
const to = ref(dayAt(session.now(), session.zone))
const by = ref<By>('customer')
const DAY = /^\d{4}-\d\d-\d\d$/
const { data, problem, load } = useFetched(
  () => ({ from: from.value, to: to.value, by: by.value }),
  async query =>
    DAY.test(query.from) && DAY.test(query.to)
      ? ask<Margins>(api.GET('/api/margins', { params: { query } }))
      : NOTHING,
)
const wrong = computed(() => (problem.value?.path === '/to' ? problem.value.message : ''))
const COLUMNS = [
  ['revenue', 'Brought'],
  ['pay', 'Drivers'],
  ['partner', 'Partners'],
  ['fuel', 'Fuel'],
  ['tolls', 'Tolls'],
  ['permits', 'Permits'],
  ['laid_out', 'Laid out'],
  ['other', 'Own cost'],
] as const
const share = ({ percent }: Schemas['Margin']) => (percent === null ? '' : `${percent.replace('-', '−')} %`)
const mile = ({ per_mile }: Schemas['Margin']) => (per_mile === null ? '' : showDollars(per_mile))
const called = (row: Margins['rows'][number]) =>
  by.value === 'week' ? `Week of ${showDay(row.label)}` : row.label
</script>

<template>
  <section class="panel" aria-label="Margin">
    <form class="pad row wrap" aria-label="Of what" @submit.prevent>
      <day-field v-model="from" class="day" label="Delivered from" />
      <day-field v-model="to" class="day" label="through" :error-messages="wrong" />
      <v-select v-model="by" class="day" label="By" :items="BY" />
    </form>
    <waiting v-slot="{ data: found }" :data="data" :problem="wrong ? undefined : problem" @again="load">
      <p v-if="found.unknown.length" class="pad late small">
        The drivers’ pay is not worked out yet for {{ found.unknown.slice(0, 8).join(', ')
        }}{{ found.unknown.length > 8 ? ` and ${found.unknown.length - 8} more` : '' }}: what is left there is
        too much.
      </p>
      <p v-if="!found.rows.length" class="pad quiet">Nothing was delivered in that time.</p>
      <div v-else class="scroll">
        <table class="ledger">
          <thead>
            <tr>
              <th>{{ BY.find(({ value }) => value === by)!.title }}</th>
              <th class="figure">Loads</th>
              <th v-for="[name, label] in COLUMNS" :key="name" class="figure">{{ label }}</th>
              <th class="figure">Left</th>
              <th class="figure">Of it</th>
              <th class="figure">A mile</th>
              <th class="figure">Empty</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in found.rows" :key="row.id">
              <td :data-of="BY.find(({ value }) => value === by)!.title">
                <router-link v-if="by === 'load'" :to="`/freight/${row.id}`">{{
                  row.label
                }}</router-link><template v-else>{{ called(row) }}</template>
                <div v-if="row.detail" class="small quiet">{{ row.detail }}</div>
              </td>
              <td data-of="Loads" class="figure">{{ row.loads }}</td>
              <td v-for="[name, label] in COLUMNS" :key="name" class="figure" :data-of="label">
                {{ Number(row[name]) ? showDollars(row[name]) : '–' }}
              </td>
              <td data-of="Left" class="figure" :class="{ late: row.margin.startsWith('-') }">
                <strong>{{ showDollars(row.margin) }}</strong>
              </td>
              <td data-of="Of it" class="figure">{{ share(row) }}</td>
              <td data-of="A mile" class="figure">{{ mile(row) }}</td>
              <td data-of="Empty" class="figure">{{ showMiles(row.empty_miles) }}</td>
            </tr>
          </tbody>
          <tfoot v-if="found.all">
            <tr>
              <th>All</th>
              <th class="figure">{{ found.all.loads }}</th>
              <th v-for="[name] in COLUMNS" :key="name" class="figure">{{ showDollars(found.all[name]) }}</th>
              <th class="figure">{{ showDollars(found.all.margin) }}</th>
              <th class="figure">{{ share(found.all) }}</th>
              <th class="figure">{{ mile(found.all) }}</th>
              <th class="figure">{{ showMiles(found.all.empty_miles) }}</th>
            </tr>
          </tfoot>
        </table>
      </div>
      <p class="pad small quiet">
        Drivers as they earned it, partners as agreed, fuel and own cost by the company’s figures (Company,
        matching), tolls of the way, fees of permits, and what drivers laid out. A trip with several loads is
        shared by their miles.
      </p>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.wrap {
  flex-wrap: wrap;
  align-items: flex-start;
}
.day {
  max-width: 12rem;
  min-width: 9rem;
}
.late {
  color: rgb(var(--v-theme-late));
}
.scroll {
  overflow-x: auto;
}
</style>
