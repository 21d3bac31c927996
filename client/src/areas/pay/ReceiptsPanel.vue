<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars, showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import AmountField from '@/shared/typed/AmountField.vue'
import { RECEIPT } from './words'

/** Receipts that drivers have handed in: looked at, paid back with the running statement, or refused with a reason that the driver reads. */
const settles = useSession().has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['Receipt'][]>(api.GET('/api/receipts')),
  change => change.kind === 'driver',
)
const chosen = ref<number>()
const typed = ref({ amount: '', why: '' })
const busy = ref('')
const trouble = ref<Problem>()
const open = computed(() => (data.value ?? []).filter(({ status }) => status === 'handed_in'))
const done = computed(() => (data.value ?? []).filter(({ status }) => status !== 'handed_in'))
const one = computed(() => open.value.find(({ id }) => id === chosen.value) ?? open.value[0])
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
function pick(receipt: Schemas['Receipt']) {
  chosen.value = receipt.id
  typed.value = { amount: '', why: '' }
  trouble.value = undefined
}
async function answer(status: 'paid_back' | 'refused') {
  if (!one.value) return
  const { id } = one.value
  const { amount, why } = typed.value
  busy.value = status
  const found = await ask<Schemas['Receipt'][]>(
    api.POST('/api/receipts/{id}/answer', {
      params: { path: { id } },
      body: {
        key: newKey(),
        status,
        ...(why.trim() ? { why: why.trim() } : {}),
        ...(amount.trim() ? { amount: parseDollars(amount) ?? '' } : {}),
      },
    }),
  )
  busy.value = ''
  trouble.value = found.problem
  if (found.data) {
    put(found.data)
    typed.value = { amount: '', why: '' }
    chosen.value = undefined
  }
}
</script>

<template>
  <section class="panel" aria-label="Receipts">
    <div class="pad">
      <h2>
        Receipts of drivers <span class="quiet">{{ open.length || '' }}</span>
      </h2>
    </div>
    <waiting :data="data" :problem="problem" @again="load">
      <p v-if="!open.length" class="pad quiet">No receipt waits.</p>
      <div v-else class="two">
        <ul class="list">
          <li v-for="row in open" :key="row.id">
            <button type="button" class="pick" :aria-pressed="row.id === one?.id" @click="pick(row)">
              <span class="spread"
                ><strong>{{ row.driver.name }}</strong
                ><span class="figure">{{ showDollars(row.amount) }}</span></span
              ><span class="small"
                >{{ RECEIPT[row.kind] }}, {{ showDay(row.spent_on)
                }}<template v-if="row.trip">, {{ row.trip }}</template></span
              >
            </button>
          </li>
        </ul>
        <div v-if="one" class="pad look">
          <a :href="`/api/receipts/${one.id}/file`" target="_blank" rel="noopener"
            ><img
              v-if="one.content_type.startsWith('image/')"
              :src="`/api/receipts/${one.id}/file`"
              :alt="`Receipt of ${one.driver.name}`"
              class="picture"
            /><template v-else>The receipt, PDF</template></a
          >
          <div>
            <h3>{{ one.driver.name }}: {{ RECEIPT[one.kind] }}, {{ showDollars(one.amount) }}</h3>
            <p class="quiet">
              {{ showDay(one.spent_on)
              }}<template v-if="one.trip"
                >, on {{ one.trip }}
                <router-link v-if="one.load_id" :to="`/freight/${one.load_id}`"
                  >its load</router-link
                ></template
              >
            </p>
            <p v-if="one.note">“{{ one.note }}”</p>
            <form v-if="settles" class="form" @submit.prevent="answer('paid_back')">
              <amount-field
                v-model="typed.amount"
                label="Other amount, $"
                :error-messages="at('amount')"
              /><v-text-field
                v-model="typed.why"
                label="Why, for the driver to read"
                :error-messages="at('why')"
              />
              <div class="row">
                <v-btn type="submit" color="primary" :loading="busy === 'paid_back'"
                  >Pay
                  {{ showDollars(typed.amount && parseDollars(typed.amount) ? typed.amount : one.amount) }}
                  back</v-btn
                ><v-btn variant="text" :loading="busy === 'refused'" @click="answer('refused')">Refuse</v-btn>
              </div>
            </form>
            <p v-if="trouble && !trouble.path" class="wrong small">{{ trouble.message }}</p>
          </div>
        </div>
      </div>
      <details v-if="done.length" class="pad">
        <summary>Answered, the latest {{ done.length }}</summary>
        <table class="ledger">
          <tbody>
            <tr v-for="row in done" :key="row.id">
              <td>{{ row.driver.name }}</td>
              <td>{{ RECEIPT[row.kind] }}, {{ showDay(row.spent_on) }}</td>
              <td class="figure">{{ showDollars(row.amount) }}</td>
              <td>
                {{ row.status === 'refused' ? 'refused' : 'paid back' }} by {{ row.answered_by
                }}<template v-if="row.why">: {{ row.why }}</template>
              </td>
            </tr>
          </tbody>
        </table>
      </details>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.two {
  display: grid;
  grid-template-columns: minmax(12rem, 18rem) minmax(0, 1fr);
  border-top: 1px solid rgb(var(--v-theme-line));
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
  border-right: 1px solid rgb(var(--v-theme-line));
  max-height: 26rem;
  overflow: auto;
}
.pick {
  display: block;
  width: 100%;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-left: 4px solid transparent;
  padding: 0.5rem 0.8rem;
  cursor: pointer;
}
.pick[aria-pressed='true'] {
  border-left-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface-variant), 0.8);
}
.picture {
  display: block;
  max-width: 100%;
  max-height: 18rem;
  border: 1px solid rgb(var(--v-theme-line));
}
.look {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(14rem, 1fr);
  gap: 1rem;
}
.form {
  display: grid;
  gap: 0.5rem;
  margin-top: 0.5rem;
  max-width: 26rem;
}
.wrong {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 700px) {
  .two,
  .look {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    border-right: 0;
  }
}
</style>
