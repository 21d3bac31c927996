<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, newKey, type Problem } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars, showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

const { id } = defineProps<{ id: number }>()
const session = useSession()
const settles = session.has('settlement_clerk')
const { data, problem, load, put } = useFetched(() => id, (run) => ask(api.GET('/api/pay-runs/{id}', { params: { path: { id: run } } })), (change) => change.kind === 'pay_run' || change.kind === 'trip' || change.kind === 'load')
const sure = ref(false)
const busy = ref(false)
const trouble = ref<Problem>()
let key = newKey()
watch(() => data.value?.net, () => { key = newKey() })

async function approve() {
  if (!data.value) return
  busy.value = true
  const answer = await ask(api.POST('/api/pay-runs/{id}/approve', { params: { path: { id } }, body: { key, total_net: data.value.net } }))
  busy.value = false
  sure.value = false
  trouble.value = answer.problem
  if (answer.data) put(answer.data)
  else void load()
}
</script>

<template>
  <article class="stack">
    <waiting v-slot="{ data: run }" :data="data" :problem="problem" @again="load">
      <header class="panel pad">
        <div class="spread wrap"><h1>{{ showDay(run.from) }} – {{ showDay(run.to) }}</h1>
          <v-btn v-if="run.state === 'draft' && settles && run.rows.length" color="primary" @click="sure = true">Approve and lock</v-btn></div>
        <p class="row wrap"><span v-if="run.state === 'draft'"><strong>Draft</strong>: follows what is delivered and which papers come in</span><span v-else>Approved by {{ run.approved_by }}, {{ showTime(run.approved_at, session.zone) }}; locked</span></p>
        <v-alert v-if="trouble" type="error" class="mt-2">{{ trouble.message }}</v-alert>
      </header>
      <section class="panel scroll">
        <p v-if="!run.rows.length" class="pad">Nothing is earned in this period yet, or its papers are missing.</p>
        <table v-else class="ledger">
          <thead><tr><th>Driver</th><th class="figure">Trips</th><th class="figure">Miles</th><th class="figure">Gross</th><th class="figure">Deductions</th><th class="figure">Net</th></tr></thead>
          <tbody><tr v-for="row in run.rows" :key="row.id"><td><router-link :to="`/pay/statements/${row.id}`">{{ row.driver.name }}</router-link></td><td class="figure">{{ row.trips }}</td><td class="figure">{{ showMiles(row.miles) }}<span v-if="row.miles_estimated" class="quiet" title="Great circle × 1.2"> est.</span></td><td class="figure">{{ showDollars(row.gross) }}</td><td class="figure">{{ showDollars(row.deductions) }}</td><td class="figure"><strong>{{ showDollars(row.net) }}</strong></td></tr></tbody>
          <tfoot><tr><td><strong>{{ run.rows.length }} drivers</strong></td><td /><td /><td class="figure">{{ showDollars(run.gross) }}</td><td class="figure">{{ showDollars(run.deductions) }}</td><td class="figure"><strong>{{ showDollars(run.net) }}</strong></td></tr></tfoot>
        </table>
      </section>
      <section v-if="run.held.length" class="panel pad"><h2>Held, not paid in this run</h2>
        <ul class="held"><li v-for="item in run.held" :key="item.trip + item.driver">{{ item.driver }}, trip {{ item.trip }}: {{ item.reason === 'papers_missing' ? 'no bill of lading or proof of delivery is in' : item.reason }}
          <router-link v-if="item.load_id" :to="`/freight/${item.load_id}`">Open the load</router-link></li></ul></section>
      <section class="panel pad"><h2>Trail</h2><audit-trail :id="id" kind="pay_run" /></section>
      <v-dialog v-model="sure" max-width="440" aria-label="Approve and lock">
        <v-card class="pa-4"><h2>Approve and lock {{ showDay(run.from) }} – {{ showDay(run.to) }}?</h2>
          <p class="my-3">{{ run.rows.length }} statements, {{ showDollars(run.gross) }} gross, <strong>{{ showDollars(run.net) }} net</strong>. {{ run.held.length ? `${run.held.length} trips stay held.` : '' }} It cannot be undone: later corrections go into the next run.</p>
          <div class="row justify-end"><v-btn variant="text" @click="sure = false">Not yet</v-btn><v-btn color="primary" :loading="busy" @click="approve">Approve {{ showDollars(run.net) }}</v-btn></div></v-card>
      </v-dialog>
    </waiting>
  </article>
</template>

<style scoped>
.pad { padding: .8rem .9rem; } .wrap { flex-wrap: wrap; }
.scroll { overflow-x: auto; }
.held { margin: .4rem 0 0; padding-left: 1.2rem; }
tfoot td { border-bottom: 0; border-top: 2px solid rgb(var(--v-theme-line)); }
</style>
