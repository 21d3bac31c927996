<script setup lang="ts">
import { ref } from 'vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { api, ask, type Schemas } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { STANDING, worked } from './words'

/** One invoice or credit note: what stands on it, what became of it, and what may be done with it. */
const { id } = defineProps<{ id: number }>()
const emit = defineEmits<{ look: [id: number] }>()
const session = useSession()
const mayAct = session.has('settlement_clerk')
type Full = Schemas['InvoiceInFull']
const { data, problem, load, put } = useFetched(
  () => id,
  of => ask<Full>(api.GET('/api/invoices/{id}', { params: { path: { id: of } } })),
  change => change.kind === 'invoice' && change.id === id,
)
const crediting = ref(false)
const to = ref<string>()
const params = { path: { id } }
const { busy, trouble, act } = useAct<Full>(
  answer => {
    crediting.value = false
    put(answer)
  },
  () => [to.value, crediting.value],
)
const mail = () =>
  act(key =>
    api.POST('/api/invoices/{id}/mail', {
      params,
      body: { key, ...(to.value?.trim() ? { to: to.value.trim() } : {}) },
    }),
  )
const credit = (why: string) =>
  act(key => api.POST('/api/invoices/{id}/credit', { params, body: { key, why } }))
const links = (full: Full) =>
  (
    [
      ['Takes back', full.credits],
      ['In the place of', full.rebills],
      ['Taken back by', full.credited_by],
      ['Billed anew by', full.rebilled_by],
    ] as const
  ).flatMap(([said, other]) => (other ? [{ said, other }] : []))
const MONEY = ['cheque', 'ach', 'card']
/** What settled a part of it. */
function settled({ kind, received_on, reference, undone }: Full['received'][number]): string {
  const on = showDay(received_on)
  if (MONEY.includes(kind)) {
    const back = undone ? ', given back as unapplied' : ''
    return `Received ${on}, ${kind === 'ach' ? 'ACH' : kind} ${reference}${back}`
  }
  const words = { discount: 'Discount for paying soon', let_go: 'Let go', factored: 'Sold to the factor' }
  return `${words[kind as 'discount']}, ${on}${undone ? ', taken back' : ''}`
}
</script>

<template>
  <waiting v-slot="{ data: full }" :data="data" :problem="problem" @again="load">
    <div class="columns">
      <article class="panel pad" :aria-label="full.number">
        <header class="spread">
          <h2>{{ full.kind === 'credit_note' ? 'Credit note' : 'Invoice' }} {{ full.number }}</h2>
          <strong :class="{ late: full.standing === 'overdue' }">{{ STANDING[full.standing] }}</strong>
        </header>
        <p>
          {{ full.customer }}, of {{ showDay(full.invoiced_on)
          }}{{ full.kind === 'invoice' ? `, due ${showDay(full.due_on)}` : '' }}
          <span class="quiet small">by {{ full.made_by }}</span>
        </p>
        <p v-if="full.why">{{ full.why }}</p>
        <p v-for="link in links(full)" :key="link.said" class="small">
          {{ link.said }}
          <button type="button" class="link" @click="emit('look', link.other.id)">
            {{ link.other.number }}
          </button>
        </p>
        <table class="ledger">
          <tbody>
            <template v-for="one in full.loads" :key="one.id">
              <tr>
                <th colspan="3">
                  <router-link :to="`/freight/${one.id}`">{{ one.number }}</router-link> {{ one.origin }} →
                  {{ one.destination }}
                </th>
              </tr>
              <tr v-for="(line, i) in full.lines.filter(row => row.load_id === one.id)" :key="i">
                <td>{{ line.label }}</td>
                <td class="small quiet">{{ worked(line) }}</td>
                <td class="figure">{{ showDollars(line.amount) }}</td>
              </tr>
            </template>
          </tbody>
          <tfoot>
            <tr>
              <th colspan="2">Total</th>
              <th class="figure">{{ showDollars(full.total) }}</th>
            </tr>
            <tr v-for="(part, i) in full.received" :key="i" :class="{ quiet: part.undone }">
              <td>
                {{ settled(part) }}
              </td>
              <td></td>
              <td class="figure">{{ showDollars(`-${part.amount}`) }}</td>
            </tr>
            <tr v-if="full.kind === 'invoice'">
              <th colspan="2">Owed</th>
              <th class="figure">{{ showDollars(full.owed) }}</th>
            </tr>
          </tfoot>
        </table>
        <p v-for="(claim, i) in full.claims" :key="i" class="small">
          Short by {{ showDollars(claim.amount) }}: {{ claim.reason }}
          <span class="quiet">({{ claim.made_by }})</span>
        </p>
      </article>
      <section class="panel pad stack" aria-label="What to do">
        <a :href="`/api/invoices/${full.id}/pdf`" target="_blank">On paper, with its papers behind it</a>
        <form v-if="mayAct" class="stack" @submit.prevent="mail">
          <v-text-field
            :model-value="to ?? full.mail_to"
            label="Mail it to"
            type="email"
            :error-messages="trouble?.path === '/to' ? [trouble.message] : []"
            @update:model-value="to = $event"
          />
          <v-btn type="submit" color="primary" :loading="busy && !crediting">Mail it</v-btn>
        </form>
        <p v-for="one in full.mails" :key="one.at" class="small quiet">
          Mailed to {{ one.to }}, {{ showTime(one.at, session.zone) }}, by {{ one.by }}
        </p>
        <v-btn
          v-if="mayAct && full.kind === 'invoice' && !full.credited"
          variant="text"
          @click="crediting = true"
          >Take it back</v-btn
        >
        <v-alert v-if="trouble && trouble.path !== '/to'" type="error">{{ trouble.message }}</v-alert>
        <details>
          <summary class="small">What was done with it</summary>
          <audit-trail :id="full.id" kind="invoice" />
        </details>
      </section>
    </div>
    <reason-dialog
      :model-value="crediting"
      title="Take the whole invoice back"
      does="Take it back"
      :busy="busy"
      :problem="trouble"
      @close="crediting = false"
      @reason="credit"
    />
  </waiting>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(16rem, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.late {
  color: rgb(var(--v-theme-late));
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
