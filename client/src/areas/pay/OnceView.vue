<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useQuery } from '@/shared/useQuery'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import OnceForm from './OnceForm.vue'

/** All that was given or taken once: found again, put right until a locked statement has it, with its history. */
type Row = Schemas['GivenOnce']
const session = useSession()
const settles = session.has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Row[]>(api.GET('/api/one-time')),
  change => ['pay_run', 'company', 'driver', 'item'].includes(change.kind),
)
const WHAT = { earning: 'Pay', reimbursement: 'Money back', deduction: 'Taken' } as const
const find = useQuery('find', '')
const which = useQuery<'open' | 'all'>('which', 'open')
const chosen = ref<number>()
const open = (row: Row) => !row.withdrawn_at && row.locked_parts < row.parts
const rows = computed(() => {
  const text = (find.value ?? '').trim().toLowerCase()
  return (data.value ?? []).filter(
    row =>
      (which.value === 'all' || open(row)) &&
      (!text || `${row.driver.name} ${row.label} ${row.note}`.toLowerCase().includes(text)),
  )
})
const row = computed(() => data.value?.find(({ id }) => id === chosen.value))
const standing = (one: Row) => {
  if (one.withdrawn_at) return 'taken back'
  if (one.locked_parts) return one.parts > 1 ? `${one.locked_parts} of ${one.parts} settled` : 'settled'
  return `from ${showDay(one.due_on)}${one.parts > 1 ? `, in ${one.parts} parts` : ''}`
}
</script>

<template>
  <div class="two">
    <section class="panel scroll" aria-label="Once">
      <div class="head row wrap">
        <h1>Given and taken once</h1>
        <v-text-field v-model="find" class="find" label="Driver or name" clearable /><v-select
          v-model="which"
          class="which"
          label="Show"
          :items="[
            { value: 'open', title: 'Not settled yet' },
            { value: 'all', title: 'All' },
          ]"
        />
      </div>
      <waiting :data="data" :problem="problem" @again="load">
        <p v-if="!rows.length" class="pad quiet">
          Nothing is like that. It is given from a driver’s statement, or to many from Deductions.
        </p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <th>Driver</th>
              <th>What</th>
              <th>Name</th>
              <th class="figure">Dollars</th>
              <th>Stands</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in rows" :key="one.id" :aria-selected="one.id === chosen">
              <td>
                <button type="button" class="link" @click="chosen = one.id">{{ one.driver.name }}</button>
              </td>
              <td>{{ WHAT[one.kind] }}</td>
              <td>
                {{ one.label }} <span v-if="one.note" class="quiet small">{{ one.note }}</span>
              </td>
              <td class="figure">{{ showDollars(one.amount) }}</td>
              <td :class="{ quiet: !open(one) }">{{ standing(one) }}</td>
            </tr>
          </tbody>
        </table>
      </waiting>
    </section>
    <section v-if="row" :key="row.id" class="stack" aria-label="One of them">
      <once-form
        :item="row"
        :changes="settles && !row.locked_parts && !row.withdrawn_at"
        @kept="put"
        @close="chosen = undefined"
      />
      <section class="panel pad">
        <h2>Trail</h2>
        <p class="small">
          Given by {{ row.made_by }}, {{ showTime(row.made_at, session.zone)
          }}<template v-if="row.statement_id"
            >; <router-link :to="`/pay/statements/${row.statement_id}`">its statement</router-link></template
          >.
        </p>
        <audit-trail :id="row.id" kind="item" />
      </section>
    </section>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.head {
  padding: 0.6rem 0.9rem;
  gap: 0.6rem;
  align-items: center;
}
.wrap {
  flex-wrap: wrap;
}
.find {
  flex: 0 1 14rem;
}
.which {
  flex: 0 0 13rem;
}
.scroll {
  overflow-x: auto;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
