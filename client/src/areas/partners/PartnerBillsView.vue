<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { api, ask, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { showDollars, sumDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { dayAt, showDay } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import BillForm, { type Bill } from './BillForm.vue'
import { BILLED } from './words'

/** Partners' bills: what differs from what was agreed, what is owed and when, and what nobody has billed. */
type Bills = Schemas['PartnerBills']
type Row = Bills['bills'][number]
const session = useSession()
const paid = ref(false)
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/partner-bills')),
  change => change.kind === 'partner' || change.kind === 'load',
)
const today = computed(() => dayAt(session.now(), session.zone))
const rows = computed(() =>
  (data.value?.bills ?? []).filter(({ status }) => paid.value || !['paid', 'refused'].includes(status)),
)
const chosen = ref<number[]>([])
const picked = computed(() => rows.value.filter(({ id }) => chosen.value.includes(id)))
const sum = computed(() => sumDollars(picked.value.flatMap(({ total, discount }) => [total, `-${discount}`])))
const answering = ref<{ row: Row; pay: boolean }>()
const keying = ref<number>()
const form = reactive({ how: 'ach' as 'ach' | 'check', reference: '', paid_on: today.value })
const { busy, trouble, act } = useAct<Bills>(
  found => {
    put(found)
    answering.value = undefined
    keying.value = undefined
  },
  () => [answering.value?.row.id, answering.value?.pay, keying.value, [...chosen.value], { ...form }],
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const answer = (why: string) => {
  const { row, pay } = answering.value!
  void act(key =>
    api.POST('/api/partner-bills/{id}/answer', {
      params: { path: { id: row.id } },
      body: { key, version: row.version, pay, why },
    }),
  )
}
const key = (tripId: number, bill: Bill) =>
  void act(one =>
    api.POST('/api/partner-trips/{id}/bill', {
      params: { path: { id: tripId } },
      body: { key: one, ...bill },
    }),
  )
async function pay() {
  const done = await act(one =>
    api.POST('/api/partner-payments', {
      body: {
        key: one,
        bill_ids: chosen.value,
        how: form.how,
        paid_on: form.paid_on,
        ...(form.reference.trim() ? { reference: form.reference.trim() } : {}),
      },
    }),
  )
  if (!done) return
  announce('Paid. They are mailed.')
  chosen.value = []
  form.reference = ''
}
const WAYS = [
  { value: 'ach', title: 'Direct deposit' },
  { value: 'check', title: 'Check' },
]
const year = computed(() => today.value.slice(0, 4))
const FIELDS = ['/reference', '/paid_on', '/how', '/why', '/number', '/billed_on', '/total']
</script>

<template>
  <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
    <div class="stack">
      <section v-if="found.unbilled.length" class="panel" aria-label="Hauled and not billed">
        <h2 class="pad">Hauled and not billed</h2>
        <ul class="plain">
          <li v-for="row in found.unbilled" :key="row.trip_id" class="pad">
            <div class="spread wrap">
              <span
                ><strong>{{ row.partner }}</strong
                >, <router-link :to="`/freight/${row.load_id}`">{{ row.load }}</router-link></span
              ><span class="row"
                ><span class="figure">{{ showDollars(row.agreed) }}</span
                ><v-btn
                  size="small"
                  variant="tonal"
                  :aria-label="`Type the bill of ${row.load}`"
                  @click="keying = keying === row.trip_id ? undefined : row.trip_id"
                  >{{ keying === row.trip_id ? 'Not now' : 'Type the bill' }}</v-btn
                ></span
              >
            </div>
            <bill-form
              v-if="keying === row.trip_id"
              :agreed="row.agreed"
              :busy="busy"
              :trouble="trouble"
              @sent="bill => key(row.trip_id, bill)"
            />
          </li>
        </ul>
      </section>

      <section class="panel" aria-label="Partners’ bills">
        <header class="spread pad wrap">
          <h2>
            Partners’ bills <span class="quiet small">{{ showDollars(found.owed) }} to be paid</span>
          </h2>
          <span class="row"
            ><v-checkbox v-model="paid" label="Paid and refused ones too" hide-details density="compact" /><a
              :href="`/api/partner-payments.csv?year=${year}`"
              download
              class="small"
              >Paid in {{ year }} (CSV, for Form 1099)</a
            ></span
          >
        </header>
        <p v-if="!rows.length" class="pad quiet">No bill waits.</p>
        <table v-else class="ledger">
          <thead>
            <tr>
              <td></td>
              <th>Bill</th>
              <th>Load</th>
              <th>Stands</th>
              <th>Due</th>
              <th class="figure">Agreed</th>
              <th class="figure">Billed</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.id">
              <td>
                <input
                  v-if="row.may.includes('pay')"
                  v-model="chosen"
                  type="checkbox"
                  class="tick"
                  :value="row.id"
                  :aria-label="`Pay ${row.number} of ${row.partner}`"
                />
              </td>
              <td data-of="Bill">
                <strong>{{ row.partner }}</strong>
                <div class="small quiet">
                  {{ row.number }}, {{ showDay(row.billed_on)
                  }}<template v-if="row.file"
                    >,
                    <a :href="`/api/partner-bills/${row.id}/file`" target="_blank" rel="noopener">open it</a>
                  </template>
                </div>
              </td>
              <td data-of="Load">
                <router-link :to="`/freight/${row.load_id}`">{{ row.load }}</router-link>
                <div class="small quiet">{{ showDollars(row.load_total) }} for us</div>
              </td>
              <td data-of="Stands">
                {{ BILLED[row.status] }}
                <div v-if="row.why" class="small quiet">“{{ row.why }}”</div>
                <div v-if="row.quick_pay" class="small quiet">
                  quick pay, less {{ showDollars(row.discount) }}
                </div>
              </td>
              <td data-of="Due">{{ row.due_on ? showDay(row.due_on) : '' }}</td>
              <td data-of="Agreed" class="figure">{{ showDollars(row.agreed) }}</td>
              <td data-of="Billed" class="figure">
                <strong>{{ showDollars(row.total) }}</strong>
                <div v-if="row.status === 'differs'" class="small">
                  {{ showDollars(row.difference) }} more
                </div>
              </td>
              <td class="figure">
                <template v-if="row.may.includes('answer')"
                  ><v-btn
                    size="small"
                    variant="tonal"
                    :aria-label="`Pay ${row.number} as billed`"
                    @click="answering = { row, pay: true }"
                    >Pay as billed</v-btn
                  ><v-btn
                    size="small"
                    variant="text"
                    :aria-label="`Refuse ${row.number}`"
                    @click="answering = { row, pay: false }"
                    >Refuse</v-btn
                  ></template
                >
              </td>
            </tr>
          </tbody>
        </table>
        <form v-if="chosen.length" class="grid pad" aria-label="Pay" @submit.prevent="pay">
          <v-select v-model="form.how" label="How" :items="WAYS" :error-messages="at('/how')" />
          <v-text-field
            v-model="form.reference"
            :label="form.how === 'check' ? 'Check number' : 'Reference'"
            :error-messages="at('/reference')"
          />
          <day-field v-model="form.paid_on" label="Paid on" :error-messages="at('/paid_on')" />
          <v-btn type="submit" color="primary" :loading="busy">Pay {{ showDollars(sum) }}</v-btn>
        </form>
        <v-alert v-if="trouble && !FIELDS.includes(trouble.path)" type="error" class="ma-2">{{
          trouble.message
        }}</v-alert>
      </section>
    </div>
    <reason-dialog
      v-if="answering"
      :model-value="true"
      :title="
        answering.pay
          ? `Pay ${answering.row.number}: ${showDollars(answering.row.difference)} more than agreed`
          : `Refuse ${answering.row.number} of ${answering.row.partner}`
      "
      :busy="busy"
      :problem="trouble"
      @close="answering = undefined"
      @reason="answer"
    />
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
.wrap {
  flex-wrap: wrap;
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  border-top: 1px solid rgb(var(--v-theme-line));
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
.tick {
  width: 1.5rem;
  height: 1.5rem;
}
</style>
