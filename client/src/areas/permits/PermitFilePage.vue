<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import AnswerDialog from './AnswerDialog.vue'
import AxlesPanel from './AxlesPanel.vue'
import CopyDialog from './CopyDialog.vue'
import FactsPanel from './FactsPanel.vue'
import PermitRow from './PermitRow.vue'
import PricePanel from './PricePanel.vue'
import TravelPanel from './TravelPanel.vue'
import ValuesDialog from './ValuesDialog.vue'

/** A load's permit file: what moves, what every state on the way wants of it, how far each permit has come. */
const route = useRoute()
const session = useSession()
const clerk = session.has('permit_clerk')
const mayChange = session.has('dispatcher', 'permit_clerk')
const id = computed(() => Number(route.params.id))
const path = computed(() => ({ path: { id: id.value } }))
const { data, problem, load, put } = useFetched(
  id,
  loadId => ask(api.GET('/api/loads/{id}/permits', { params: { path: { id: loadId } } })),
  change => change.kind === 'load' && change.id === id.value,
)

const busy = ref(false)
const trouble = ref<Problem>()
const asked = ref<string>()
const keying = ref<Schemas['Permit']>()
const givingUp = ref<Schemas['Permit']>()
const copying = ref(false)
const priced = ref<InstanceType<typeof PricePanel>>()
const facts = ref<InstanceType<typeof FactsPanel>>()
async function act(call: Promise<{ data?: Schemas['PermitFile']; error?: unknown }>) {
  busy.value = true
  const answer = await ask(call)
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    givingUp.value = undefined
  }
  return !answer.problem
}
const make = () => act(api.POST('/api/loads/{id}/permits', { params: path.value, body: { key: newKey() } }))
const attest = () =>
  act(api.POST('/api/loads/{id}/permits/attest', { params: path.value, body: { key: newKey() } }))
const apply = (permit?: Schemas['Permit'], answer = '') =>
  act(
    api.POST('/api/loads/{id}/permits/apply', {
      params: path.value,
      body: { key: newKey(), ...(permit ? { permit_id: permit.id } : {}), ...(answer ? { answer } : {}) },
    }),
  )
const giveUp = (why: string) =>
  givingUp.value &&
  act(
    api.POST('/api/permits/{id}/cancel', {
      params: { path: { id: givingUp.value.id } },
      body: { key: newKey(), why },
    }),
  )
async function change(input: Omit<Schemas['PermitFileInput'], 'version'>) {
  if (
    data.value &&
    (await act(
      api.PUT('/api/loads/{id}/permits', {
        params: path.value,
        body: { version: data.value.version, ...input },
      }),
    ))
  )
    facts.value?.close()
}
const amend = (permit: Schemas['Permit']) =>
  act(api.POST('/api/permits/{id}/amend', { params: { path: { id: permit.id } }, body: { key: newKey() } }))
async function copy(permit: Schemas['Permit']) {
  if (
    await act(
      api.POST('/api/loads/{id}/permits/copy', {
        params: path.value,
        body: { key: newKey(), permit_id: permit.id },
      }),
    )
  )
    copying.value = false
}
async function share(number: string) {
  if (
    await act(
      api.POST('/api/loads/{id}/permits/loads', {
        params: path.value,
        body: { key: newKey(), load: number },
      }),
    )
  )
    facts.value?.shared()
}
const unshare = (other: number) =>
  act(
    api.POST('/api/loads/{id}/permits/loads/{other}/remove', {
      params: { path: { id: id.value, other } },
      body: { key: newKey() },
    }),
  )
async function price(input: { escort_mile_rate?: string; escort_day_rate?: string; service_fee?: string }) {
  if (
    await act(
      api.POST('/api/loads/{id}/permits/price', { params: path.value, body: { key: newKey(), ...input } }),
    )
  )
    priced.value?.put()
}
async function keyIn(answer: Omit<Schemas['KeyedAnswer'], 'key'>) {
  if (
    keying.value &&
    (await act(
      api.POST('/api/permits/{id}/answer', {
        params: { path: { id: keying.value.id } },
        body: { key: newKey(), ...answer },
      }),
    ))
  )
    keying.value = undefined
}
const none = computed(() => problem.value?.code === 'not_found')
const toSend = computed(() =>
  (data.value?.permits ?? []).filter(
    ({ state, kind, apply_from }) =>
      ['draft', 'refused'].includes(state) && !['not_covered', 'divisible'].includes(kind) && !apply_from,
  ),
)
const free = computed(() => (data.value?.states ?? []).filter(({ needs_permit }) => needs_permit === false))
</script>

<template>
  <div class="stack">
    <section v-if="none" class="panel pad">
      <h1>No permit file yet</h1>
      <p class="mt-1">
        It is made from the load: size and weight from the freight, the units of its crew, the way for that
        size, and what every state on it wants.
      </p>
      <v-alert v-if="trouble" type="error" class="my-2">{{ trouble.message }}</v-alert>
      <div class="row mt-3">
        <v-btn v-if="mayChange" color="primary" :loading="busy" @click="make">Make the permit file</v-btn
        ><v-btn v-if="mayChange" variant="tonal" @click="copying = true">Copy an earlier one</v-btn
        ><v-btn variant="text" :to="`/freight/${id}`">Back to the load</v-btn>
      </div>
    </section>
    <waiting v-else v-slot="{ data: file }" :data="data" :problem="problem" @again="load">
      <header class="panel pad">
        <div class="spread wrap">
          <h1>
            Permits for <router-link :to="`/freight/${id}`">{{ file.load }}</router-link>{{ ' ' }}
            <span class="route">{{ file.way }}</span>
          </h1>
          <span class="row"
            ><v-btn v-if="mayChange" size="small" variant="text" @click="copying = true"
              >Copy an earlier one</v-btn
            ><strong class="total">{{ showDollars(file.total_fee) }} in fees</strong></span
          >
        </div>
        <ul v-if="file.missing.length" class="missing" aria-label="Missing">
          <li v-for="one in file.missing" :key="one">{{ one }}</li>
        </ul>
        <p v-if="file.attested_by && file.attested_at" class="small quiet">
          Attested by {{ file.attested_by }}, {{ showTime(file.attested_at, file.zone ?? 'UTC') }}: size,
          weight and facts are right, and no piece makes it larger than the largest does.
        </p>
        <v-alert
          v-if="trouble && !['/axles', '/load'].includes(trouble.path)"
          type="error"
          closable
          class="my-2"
          @click:close="trouble = undefined"
          >{{ trouble.message }}</v-alert
        >
        <v-btn
          v-if="mayChange && file.outdated"
          class="mt-2"
          color="primary"
          :loading="busy"
          @click="change({})"
          >Make the way anew</v-btn
        >
        <div v-if="clerk && (toSend.length || !file.attested_at)" class="row mt-2">
          <v-btn v-if="!file.attested_at" color="primary" :loading="busy" @click="attest"
            >Attest that all is right</v-btn
          >
          <v-btn
            v-if="toSend.length"
            :color="file.attested_at ? 'primary' : undefined"
            :variant="file.attested_at ? 'flat' : 'tonal'"
            :disabled="!file.attested_at"
            :loading="busy"
            @click="apply()"
            >Send
            {{ toSend.length === 1 ? 'it to its office' : `all ${toSend.length} to their offices` }}</v-btn
          >
        </div>
      </header>
      <div class="columns">
        <div class="stack">
          <section class="panel over" aria-label="States on the way">
            <table class="ledger">
              <thead>
                <tr>
                  <th>State</th>
                  <th>Kind</th>
                  <th class="figure">Miles</th>
                  <th class="figure">Fee</th>
                  <th>Status</th>
                  <th>Number, valid</th>
                </tr>
              </thead>
              <tbody>
                <permit-row
                  v-for="permit in file.permits"
                  :key="permit.id"
                  :permit="permit"
                  :may-apply="clerk && !!file.attested_at"
                  :busy="busy"
                  @apply="answer => apply(permit, answer)"
                  @give-up="givingUp = permit"
                  @amend="amend(permit)"
                  @key-in="keying = permit"
                  @values="asked = permit.jurisdiction"
                />
                <tr v-for="one in free" :key="one.state">
                  <td class="pl-6">{{ one.state }}</td>
                  <td class="quiet">No permit needed</td>
                  <td class="figure">{{ showMiles(one.miles) }}</td>
                  <td />
                  <td />
                  <td />
                </tr>
              </tbody>
            </table>
            <price-panel v-if="mayChange" ref="priced" :busy="busy" @price="price" />
          </section>
          <travel-panel :file="file" />
        </div>
        <facts-panel
          ref="facts"
          :file="file"
          :may-change="mayChange"
          :busy="busy"
          :problem="trouble"
          @save="change"
          @share="share"
          @unshare="unshare"
        />
      </div>
      <axles-panel
        :file="file"
        :may-change="mayChange"
        :busy="busy"
        :problem="trouble"
        @save="axles => change({ axles })"
        @kept="load"
      />
      <answer-dialog
        v-if="keying"
        :permit="keying"
        :starts-on="file.starts_on"
        :busy="busy"
        :problem="trouble"
        @close="keying = undefined"
        @save="keyIn"
      />
      <values-dialog v-if="asked" :jurisdiction="asked" @close="asked = undefined" @changed="load" />
      <reason-dialog
        :model-value="!!givingUp"
        :title="`Give up ${givingUp?.name}`"
        :busy="busy"
        :problem="trouble"
        @close="givingUp = undefined"
        @reason="giveUp"
      />
    </waiting>
    <copy-dialog
      v-if="copying"
      :load-id="id"
      :busy="busy"
      :problem="trouble"
      @close="copying = false"
      @copy="copy"
    />
  </div>
</template>

<style scoped>
.over :deep(td) {
  vertical-align: middle;
}
.over :deep(.more td) {
  vertical-align: top;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.over {
  overflow: hidden;
}
.route {
  font-weight: 400;
  font-size: 1.1rem;
  margin-left: 0.4rem;
}
.total {
  font-size: 1.1rem;
}
.missing {
  margin: 0.5rem 0 0;
  padding: 0.4rem 0.7rem 0.4rem 1.6rem;
  background: rgb(var(--v-theme-tight), 0.14);
  border-left: 4px solid rgb(var(--v-theme-tight));
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 2.2fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
