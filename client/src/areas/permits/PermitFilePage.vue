<script setup lang="ts">
import { useTitle } from '@/shared/useTitle'
import { announce } from '@/shared/announce'
import { STATUS } from './words'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/shared/api'
import { showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import AnswerDialog from './AnswerDialog.vue'
import AxlesPanel from './AxlesPanel.vue'
import CopyDialog from './CopyDialog.vue'
import FactsPanel from './FactsPanel.vue'
import type { Change } from './facts'
import PermitFileHead from './PermitFileHead.vue'
import PermitRow from './PermitRow.vue'
import PermitWay from './PermitWay.vue'
import PricePanel from './PricePanel.vue'
import TravelPanel from './TravelPanel.vue'
import ValuesDialog from './ValuesDialog.vue'
import { usePermitFile, type Prices } from './usePermitFile'

/** A load's permit file: what moves, what every state on the way wants of it, how far each permit has come. */
const route = useRoute()
const session = useSession()
const clerk = session.has('permit_clerk')
const mayChange = session.has('dispatcher', 'permit_clerk')
const id = computed(() => Number(route.params.id))
const kept = usePermitFile(id)
const { data, problem, load, busy, trouble, givingUp, keying } = kept
useTitle(() => data.value?.load)
/** What an office has answered meanwhile. */
watch(
  () => new Map(data.value?.permits.map(({ id, name, status }) => [id, { name, status }])),
  (now, before) => {
    for (const [id, { name, status }] of now)
      if (before.has(id) && before.get(id)!.status !== status)
        announce(`${name}: ${STATUS[status].label.toLowerCase()}.`)
  },
)
const asked = ref<string>()
const copying = ref(false)
const priced = ref<InstanceType<typeof PricePanel>>()
const facts = ref<InstanceType<typeof FactsPanel>>()
/** Which part of the file was saved last: what is wrong is shown there. */
const saving = ref<'facts' | 'axles'>()
async function change(of: 'facts' | 'axles', input: Change, version: number | undefined) {
  saving.value = of
  if ((await kept.change(input, version)) && of === 'facts') facts.value?.close()
}
async function copy(permit: Schemas['Permit']) {
  if (await kept.copy(permit)) copying.value = false
}
async function share(number: string) {
  if (await kept.share(number)) facts.value?.shared()
}
async function price(prices: Prices) {
  if (await kept.price(prices)) priced.value?.put()
}
/** What is issued and cannot be amended is lost by it: that is asked first. */
const renewing = ref<{ permit?: Schemas['Permit']; lost: string }>()
function askAnew(permit?: Schemas['Permit']) {
  const lost = (permit ? [permit] : (data.value?.permits ?? [])).filter(one => one.asked_less && one.gives_up)
  if (!lost.length) return kept.askAnew(permit)
  renewing.value = { ...(permit ? { permit } : {}), lost: lost.map(({ number }) => number).join(', ') }
}
async function renew(why: string) {
  if (await kept.askAnew(renewing.value?.permit, why)) renewing.value = undefined
}
const lettingGo = ref(false)
async function letGo(why: string) {
  if (await kept.letGo(why)) lettingGo.value = false
}
const none = computed(() => problem.value?.code === 'not_found')
const free = computed(() =>
  (data.value?.states ?? []).filter(
    ({ needs_permit, kind }) => needs_permit === false || kind === 'cannot_say',
  ),
)
</script>

<template>
  <div class="stack">
    <section v-if="none" class="panel pad">
      <h1>No permit file yet</h1>
      <p class="mt-1">
        It is made from the load: size and weight from the freight, the units of its crew, the route for that
        size, and what every state on it wants.
      </p>
      <v-alert v-if="trouble" type="error" class="my-2">{{ trouble.message }}</v-alert>
      <div class="row mt-3">
        <v-btn v-if="mayChange" color="primary" :loading="busy" @click="kept.make">Make the permit file</v-btn
        ><v-btn v-if="mayChange" variant="tonal" @click="copying = true">Copy an earlier one</v-btn
        ><v-btn variant="text" :to="`/freight/${id}`">Back to the load</v-btn>
      </div>
    </section>
    <waiting v-else v-slot="{ data: file }" :data="data" :problem="problem" @again="load">
      <permit-file-head
        :file="file"
        :clerk="clerk"
        :may-change="mayChange"
        :busy="busy"
        @copy="copying = true"
        @remake="change('facts', {}, file.version)"
        @attest="kept.attest"
        @apply="kept.apply()"
        @ask-anew="askAnew()"
        @let-go="lettingGo = true"
      >
        <v-alert
          v-if="trouble && trouble.code !== 'stale' && !['/axles', '/load', '/why'].includes(trouble.path)"
          type="error"
          closable
          class="my-2"
          @click:close="trouble = undefined"
          >{{ trouble.message }}</v-alert
        >
      </permit-file-head>
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
                  @apply="answer => kept.apply(permit, answer)"
                  @give-up="givingUp = permit"
                  @amend="kept.amend(permit)"
                  @refund="(amount, on) => kept.refund(permit, amount, on)"
                  @ask-anew="askAnew(permit)"
                  @key-in="keying = permit"
                  @values="asked = permit.jurisdiction"
                />
                <tr v-for="one in free" :key="one.state">
                  <td class="pl-6">{{ one.state }}</td>
                  <td v-if="one.kind === 'cannot_say'" class="off">
                    Cannot say without {{ one.untold?.join(', ') }}
                  </td>
                  <td v-else class="quiet">No permit needed</td>
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
          :problem="saving === 'axles' ? undefined : trouble"
          @save="(input, version) => change('facts', input, version)"
          @share="share"
          @unshare="kept.unshare"
        />
      </div>
      <permit-way :file="file" @changed="load" />
      <axles-panel
        :file="file"
        :may-change="mayChange"
        :busy="busy"
        :problem="saving === 'axles' ? trouble : undefined"
        @save="
          (axles, version, grossLb) =>
            change('axles', grossLb ? { axles, gross_lb: grossLb } : { axles }, version)
        "
        @kept="load"
      />
      <answer-dialog
        v-if="keying"
        :permit="keying"
        :starts-on="file.starts_on"
        :version="file.version"
        :busy="busy"
        :problem="trouble"
        @close="keying = undefined"
        @save="kept.keyIn"
      />
      <values-dialog v-if="asked" :jurisdiction="asked" @close="asked = undefined" @changed="load" />
      <reason-dialog
        v-if="renewing"
        :model-value="true"
        :title="`Give up ${renewing.lost} and ask anew`"
        does="Ask anew"
        :busy="busy"
        :problem="trouble"
        @close="renewing = undefined"
        @reason="renew"
      />
      <reason-dialog
        v-if="lettingGo"
        :model-value="true"
        :title="`Let ${file.load} go with what is missing`"
        does="Let it go"
        :busy="busy"
        :problem="trouble"
        @close="lettingGo = false"
        @reason="letGo"
      />
      <reason-dialog
        :model-value="!!givingUp"
        :title="`Give up ${givingUp?.name}`"
        :busy="busy"
        :problem="trouble"
        @close="givingUp = undefined"
        @reason="kept.giveUp"
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
.over {
  overflow: hidden;
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
