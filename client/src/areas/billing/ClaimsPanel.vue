<script setup lang="ts">
import { ref } from 'vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'

/** What customers paid short and why, until it is paid, let go or the invoice is taken back. */
const emit = defineEmits<{ look: [id: number]; changed: [] }>()
type Claim = Schemas['Claim']
const session = useSession()
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Claim[]>(api.GET('/api/claims')),
  change => change.kind === 'invoice',
)
const noting = ref<{ id: number; version: number; note: string; next_on: string }>()
const letting = ref<Claim>()
const { busy, trouble, act } = useAct<Claim[]>(
  claims => {
    noting.value = undefined
    letting.value = undefined
    put(claims)
    emit('changed')
  },
  () => [{ ...noting.value }, letting.value?.id],
)
const note = (one: Claim) => {
  trouble.value = undefined
  noting.value = { id: one.id, version: one.version, note: one.note, next_on: one.next_on ?? '' }
}
const keep = () => {
  const { id, version, note: text, next_on } = noting.value!
  void act(key =>
    api.POST('/api/claims/{id}/note', {
      params: { path: { id } },
      body: { key, version, note: text.trim(), next_on: next_on || null },
    }),
  )
}
const letGo = (why: string) => {
  const { id, version } = letting.value!
  void act(key =>
    api.POST('/api/claims/{id}/let-go', { params: { path: { id } }, body: { key, version, why } }),
  )
}
</script>

<template>
  <waiting v-slot="{ data: claims }" :data="data" :problem="problem" @again="load">
    <section v-if="claims.length" class="panel" aria-label="Paid short">
      <header class="pad"><h2>Paid short</h2></header>
      <table class="ledger">
        <thead>
          <tr>
            <th>Invoice</th>
            <th class="figure">Short by</th>
            <th>They say</th>
            <th>What we do</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in claims" :key="one.id">
            <td data-of="Invoice">
              <button type="button" class="link" @click="emit('look', one.invoice_id)">
                {{ one.number }}
              </button>
              <div class="small quiet">{{ one.customer }}</div>
            </td>
            <td data-of="Short by" class="figure">
              <strong>{{ showDollars(one.amount) }}</strong>
            </td>
            <td data-of="They say">
              {{ one.reason }}
              <div class="small quiet">{{ one.made_by }}, {{ showTime(one.made_at, session.zone) }}</div>
            </td>
            <td data-of="What we do">
              <form v-if="noting?.id === one.id" class="stack" @submit.prevent="keep">
                <v-text-field v-model="noting.note" label="What we do" autofocus />
                <day-field v-model="noting.next_on" label="Again on" />
                <div class="row">
                  <v-btn size="small" type="submit" color="primary" :loading="busy">Keep</v-btn
                  ><v-btn size="small" variant="text" @click="noting = undefined">Cancel</v-btn>
                </div>
              </form>
              <template v-else
                >{{ one.note || 'Nothing yet.' }}
                <div v-if="one.next_on" class="small quiet">
                  again on {{ showDay(one.next_on) }}
                </div></template
              >
            </td>
            <td class="figure">
              <v-btn
                v-if="noting?.id !== one.id"
                size="small"
                variant="tonal"
                :aria-label="`Follow up ${one.number}`"
                @click="note(one)"
                >Follow up</v-btn
              ><v-btn size="small" variant="text" :aria-label="`Let go ${one.number}`" @click="letting = one"
                >Let go</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <v-alert v-if="trouble && trouble.path !== '/why'" type="error" class="ma-2">{{
        trouble.message
      }}</v-alert>
    </section>
    <reason-dialog
      v-if="letting"
      :model-value="true"
      :title="`Let ${showDollars(letting.amount)} of ${letting.number} go`"
      does="Let it go"
      :busy="busy"
      :problem="trouble"
      @close="letting = undefined"
      @reason="letGo"
    />
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
</style>
