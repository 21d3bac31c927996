<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import SellDialog from './SellDialog.vue'

/** Invoices sold to a factor, schedule by schedule: what he paid, what he holds back, what came of it. */
defineProps<{ today: string }>()
const emit = defineEmits<{ look: [id: number]; changed: [] }>()
type Factoring = Schemas['Factoring']
const session = useSession()
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Factoring>(api.GET('/api/factoring')),
  change => change.kind === 'factoring',
)
const selling = ref(false)
const doing = ref<string>()
const done = (answer: Factoring) => {
  put(answer)
  emit('changed')
}
const { busy, trouble, act } = useAct<Factoring>(done, doing)
function end(id: number, how: 'release' | 'take-back') {
  doing.value = `${how} ${id}`
  void act(key => api.POST(`/api/factored/{id}/${how}`, { params: { path: { id } }, body: { key } }))
}
const ENDED = { released: 'The rest is paid', returned: 'Came back unpaid' } as const
</script>

<template>
  <section class="panel" aria-label="The factor">
    <header class="spread pad">
      <h2>Sold to a factor</h2>
      <v-btn variant="tonal" @click="selling = true">Sell invoices</v-btn>
    </header>
    <v-alert v-if="trouble" type="error" class="ma-2">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data: factoring }" :data="data" :problem="problem" @again="load">
      <p v-if="!factoring.schedules.length" class="pad quiet">Nothing is sold.</p>
      <div v-for="one in factoring.schedules" :key="one.id" class="schedule">
        <p class="spread pad">
          <span
            ><strong>{{ one.number }}</strong> {{ one.factor }},
            <span class="quiet small"
              >{{ one.made_by }}, {{ showTime(one.made_at, session.zone) }}</span
            ></span
          ><span class="row small"
            ><a :href="`/api/factoring/${one.id}/schedule.pdf`" target="_blank">On paper</a
            ><a :href="`/api/factoring/${one.id}/schedule.csv`" :download="`${one.number}.csv`">CSV</a></span
          >
        </p>
        <table class="ledger">
          <thead>
            <tr>
              <th>Invoice</th>
              <th class="figure">Amount</th>
              <th class="figure">Paid at once</th>
              <th class="figure">Fee</th>
              <th class="figure">Held back</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in one.sold" :key="row.id">
              <td data-of="Invoice">
                <button type="button" class="link" @click="emit('look', row.invoice_id)">
                  {{ row.number }}
                </button>
                {{ row.customer }}
              </td>
              <td data-of="Amount" class="figure">{{ showDollars(row.amount) }}</td>
              <td data-of="Paid at once" class="figure">{{ showDollars(row.advance) }}</td>
              <td data-of="Fee" class="figure">{{ showDollars(row.fee) }}</td>
              <td data-of="Held back" class="figure">{{ showDollars(row.reserve) }}</td>
              <td class="figure">
                <span v-if="row.ended" class="quiet small"
                  >{{ ENDED[row.ended] }}, says {{ row.ended_by }}</span
                >
                <template v-else
                  ><v-btn
                    size="small"
                    variant="tonal"
                    :disabled="busy"
                    :aria-label="`He paid the rest of ${row.number}`"
                    @click="end(row.id, 'release')"
                    >He paid the rest</v-btn
                  ><v-btn
                    size="small"
                    variant="text"
                    :disabled="busy"
                    :aria-label="`It came back: ${row.number}`"
                    @click="end(row.id, 'take-back')"
                    >It came back</v-btn
                  ></template
                >
              </td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th>All</th>
              <th class="figure">{{ showDollars(one.amount) }}</th>
              <th class="figure">{{ showDollars(one.advance) }}</th>
              <th class="figure">{{ showDollars(one.fee) }}</th>
              <th class="figure">{{ showDollars(one.held) }} still</th>
              <td></td>
            </tr>
          </tfoot>
        </table>
      </div>
      <sell-dialog v-model="selling" :last="factoring.last" @done="done" />
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.schedule + .schedule {
  margin-top: 0.6rem;
}
</style>
