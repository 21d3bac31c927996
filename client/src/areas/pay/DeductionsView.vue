<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import DeductionForm from './DeductionForm.vue'
import GiveForm from './GiveForm.vue'
import { BASIS, TAG } from './words'

/** Deductions of every period, and what many are given once. A change is seen on every driver's net before it is kept; one that touches many waits for a second person. */
const settles = useSession().has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['Deductions']>(api.GET('/api/deductions')),
  change => change.kind === 'company',
)
const editing = ref<Schemas['Deduction'] | 'new' | 'once'>()
const said = ref('')
const kept = (now: Schemas['Deductions']) => {
  put(now)
  editing.value = undefined
}
function amount(one: Schemas['Deduction']) {
  if (one.amount === null) return 'each unit’s own fee'
  switch (one.basis) {
    case 'percent_of_gross':
      return `${one.amount} %`
    case 'per_mile':
      return `$${one.amount} a mile`
    case 'per_unit':
      return `${showDollars(one.amount)} a ${TAG[one.tag ?? ''] ?? 'unit'}${one.prorated ? ', by days' : ''}`
    case 'flat':
      return `${showDollars(one.amount)} a ${one.per === 'month' ? 'month' : 'period'}`
    default:
      return showDollars(one.amount)
  }
}
const whose = (one: Schemas['Deduction']) => {
  const own = one.drivers.filter(({ left_out }) => !left_out).length
  const out = one.drivers.length - own
  return one.everyone
    ? `all drivers${out ? ` but ${out}` : ''}${own ? `, ${own} with an own amount` : ''}`
    : `${own} ${own === 1 ? 'driver' : 'drivers'}`
}
</script>

<template>
  <div class="stack">
    <p v-if="said" class="panel pad" role="status">{{ said }}</p>
    <give-form
      v-if="editing === 'once'"
      @close="editing = undefined"
      @given="
        text => {
          said = text
          editing = undefined
          load()
        }
      "
    />
    <deduction-form
      v-else-if="editing"
      :key="editing === 'new' ? 0 : editing.id"
      :deduction="editing === 'new' ? undefined : editing"
      @close="editing = undefined"
      @kept="kept"
    />
    <section v-else class="panel scroll" aria-label="Deductions">
      <div class="spread pad">
        <h1>Deductions of every period</h1>
        <span v-if="settles" class="row"
          ><v-btn variant="tonal" @click="editing = 'once'">Give or take once</v-btn
          ><v-btn color="primary" @click="editing = 'new'">New deduction</v-btn></span
        >
      </div>
      <waiting
        v-slot="{ data: found }"
        :data="data"
        :problem="problem"
        :empty="data?.rows.length === 0"
        @again="load"
      >
        <table class="ledger">
          <thead>
            <tr>
              <th class="figure">Order</th>
              <th>Name</th>
              <th>How</th>
              <th>How much</th>
              <th>Whose</th>
              <th>If short</th>
              <th>Days</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="one in found.rows"
              :key="one.id"
              :class="{ off: one.paused || (one.to_on && one.to_on < one.from_on) }"
            >
              <td class="figure">{{ one.priority }}</td>
              <td>
                <button v-if="settles" type="button" class="link" @click="editing = one">
                  {{ one.label }}</button><template v-else>{{ one.label }}</template
                ><span v-if="one.escrow" class="quiet small"> escrow</span>
              </td>
              <td>{{ BASIS[one.basis] }}</td>
              <td>
                {{ amount(one) }}
                <span v-if="one.goal" class="quiet small">until {{ showDollars(one.goal) }}</span>
              </td>
              <td>{{ whose(one) }}</td>
              <td>{{ one.if_short === 'carry' ? 'carried' : 'dropped' }}</td>
              <td>
                {{ one.paused ? 'paused' : `from ${showDay(one.from_on)}`
                }}<template v-if="one.to_on"> to {{ showDay(one.to_on) }}</template>
              </td>
            </tr>
          </tbody>
        </table>
      </waiting>
      <p v-if="data?.rows.length === 0" class="pad quiet">No deduction yet.</p>
    </section>
  </div>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.scroll {
  overflow-x: auto;
}
.wrap {
  flex-wrap: wrap;
}
.waits {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.4rem;
}
.off {
  opacity: 0.7;
}
</style>
