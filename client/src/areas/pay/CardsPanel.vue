<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars, sumDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import { CARD } from './words'

/** Fuel-card and toll transactions: files taken in, each row with the driver and trip it was matched to, settled by who bears it; those of nobody first. */
const settles = useSession().has('settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['CardDesk']>(api.GET('/api/card-desk')),
  change => change.kind === 'company',
)
const { data: drivers } = useFetched(
  () => 0,
  () => ask<{ rows: Schemas['Driver'][] }>(api.GET('/api/drivers', { params: { query: {} } })),
)
const names = computed(() => (drivers.value?.rows ?? []).map(({ id, name }) => ({ value: id, title: name })))
const nobody = computed(() => (data.value?.rows ?? []).filter(({ driver }) => !driver))
const matched = computed(() => (data.value?.rows ?? []).filter(({ driver }) => driver))
/** All that match are settled together; so many of them are drawn. */
const DRAWN = 300
const chosen = ref<number[]>([])
const ids = computed(() => matched.value.flatMap(({ id }) => (chosen.value.includes(id) ? id : [])))
const every = computed(() => ids.value.length > 0 && ids.value.length === matched.value.length)
const sum = (rows: Schemas['CardRow'][], bears: string) =>
  showDollars(sumDollars(rows.filter(row => row.bears === bears).map(({ amount }) => amount)))
const whose = ref<Record<number, number | null>>({})
const remember = ref(true)
const busy = ref('')
const trouble = ref<Problem>()
const file = ref<HTMLInputElement>()

async function act(name: string, call: Promise<{ data?: Schemas['CardDesk']; error?: unknown }>) {
  busy.value = name
  const answer = await ask<Schemas['CardDesk']>(call)
  busy.value = ''
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    chosen.value = []
  }
}
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const picked = input.files?.[0]
  if (!picked) return
  // The same file chosen again is sent again: a key of its own tells the server that it was meant so.
  await act(
    'take',
    api.POST('/api/card-files', {
      params: { query: { key: newKey(), name: picked.name } },
      body: picked as never,
      bodySerializer: body => body as unknown as string,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  )
  input.value = ''
}
const match = (id: number) =>
  whose.value[id] &&
  act(
    `match ${id}`,
    api.POST('/api/card-transactions/{id}/match', {
      params: { path: { id } },
      body: { key: newKey(), driver_id: whose.value[id] as number, remember: remember.value },
    }),
  )
const settle = (bears: 'company' | 'driver' | null, of: number[] = ids.value) =>
  act('settle', api.POST('/api/card-transactions/settle', { body: { key: newKey(), ids: of, bears } }))
function toggle(id: number) {
  chosen.value = chosen.value.includes(id)
    ? chosen.value.filter(other => other !== id)
    : [...chosen.value, id]
}
const what = (row: Schemas['CardRow']) =>
  [CARD[row.kind], row.gallons && `${row.gallons} gal`].filter(Boolean).join(', ')
const where = (row: Schemas['CardRow']) => [row.place, row.state].filter(Boolean).join(', ')
</script>

<template>
  <section class="panel scroll" aria-label="Cards">
    <div class="pad spread wrap">
      <h2>Fuel cards and tolls</h2>
      <span v-if="settles" class="row"
        ><input
          ref="file"
          type="file"
          accept=".csv,text/csv"
          class="sr-only"
          aria-label="File of transactions"
          @change="take"
        /><v-btn size="small" color="primary" :loading="busy === 'take'" @click="file?.click()"
          >Take a file in</v-btn
        ></span
      >
    </div>
    <v-alert v-if="trouble" type="error" class="mx-3 mb-2">{{ trouble.message }}</v-alert>
    <waiting v-slot="{ data: desk }" :data="data" :problem="problem" @again="load">
      <template v-if="nobody.length"
        ><div class="pad spread wrap">
          <h3>
            Nobody’s yet <span class="quiet">{{ nobody.length }}</span>
          </h3>
          <v-checkbox v-if="settles" v-model="remember" label="Remember whose card it is" />
        </div>
        <table class="ledger">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th>Where</th>
              <th class="figure">Amount</th>
              <th>Why not matched</th>
              <th v-if="settles">Whose it is</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in nobody.slice(0, DRAWN)" :key="row.id">
              <td class="nowrap">{{ row.local_time }}</td>
              <td>{{ what(row) }}</td>
              <td>{{ where(row) }}</td>
              <td class="figure">{{ showDollars(row.amount) }}</td>
              <td>{{ row.matched_by }}</td>
              <td v-if="settles" class="whose">
                <span class="row"
                  ><v-autocomplete
                    v-model="whose[row.id]"
                    :aria-label="`Driver of ${row.reference}`"
                    label="Driver"
                    :items="names"
                  /><v-btn
                    size="small"
                    variant="tonal"
                    :disabled="!whose[row.id]"
                    :loading="busy === `match ${row.id}`"
                    @click="match(row.id)"
                    >Match</v-btn
                  ><v-btn size="small" variant="text" @click="settle('company', [row.id])"
                    >Company’s</v-btn
                  ></span
                >
              </td>
            </tr>
          </tbody>
        </table></template
      >
      <template v-if="matched.length"
        ><div class="pad spread wrap">
          <h3>
            Matched <span class="quiet">{{ matched.length }}</span>
          </h3>
          <span class="small quiet"
            >Drivers bear {{ sum(matched, 'driver') }}, the company {{ sum(matched, 'company') }}</span
          >
          <span v-if="settles" class="row"
            ><template v-if="ids.length"
              ><v-btn size="small" variant="text" @click="settle('company')"
                >The company bears {{ ids.length }}</v-btn
              ><v-btn size="small" variant="text" @click="settle('driver')">Their drivers do</v-btn></template
            ><v-btn
              size="small"
              color="primary"
              :loading="busy === 'settle'"
              @click="
                settle(
                  null,
                  matched.map(({ id }) => id),
                )
              "
              >Settle all as proposed</v-btn
            ></span
          >
        </div>
        <table class="ledger">
          <thead>
            <tr>
              <th v-if="settles">
                <input
                  type="checkbox"
                  :checked="every"
                  aria-label="All of these"
                  @change="chosen = every ? [] : matched.map(({ id }) => id)"
                />
              </th>
              <th>When</th>
              <th>What</th>
              <th>Where</th>
              <th class="figure">Amount</th>
              <th>Driver</th>
              <th>Trip</th>
              <th>Bears it</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in matched.slice(0, DRAWN)" :key="row.id">
              <td v-if="settles" class="tick">
                <input
                  type="checkbox"
                  :checked="chosen.includes(row.id)"
                  :aria-label="row.reference"
                  @change="toggle(row.id)"
                />
              </td>
              <td class="nowrap">{{ row.local_time }}</td>
              <td>{{ what(row) }}</td>
              <td>{{ where(row) }}</td>
              <td class="figure">{{ showDollars(row.amount) }}</td>
              <td :title="row.matched_by">{{ row.driver?.name }}</td>
              <td>{{ row.trip ?? '' }}</td>
              <td>{{ row.bears }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="matched.length > DRAWN" class="pad quiet" role="status">
          {{ DRAWN }} of {{ matched.length.toLocaleString('en-US') }} are shown; the tick above takes all of
          them.
        </p></template
      >
      <p v-if="!desk.rows.length" class="pad quiet">Every transaction is settled.</p>
      <details class="pad">
        <summary>Files taken in, cards, and how a file is written</summary>
        <div class="three">
          <div>
            <h4>Files</h4>
            <p v-if="!desk.files.length" class="quiet">None yet.</p>
            <ul class="plain">
              <li v-for="one in desk.files" :key="one.id">
                {{ one.name }}, {{ one.rows }} rows, {{ one.by }}
              </li>
            </ul>
          </div>
          <div>
            <h4>Cards</h4>
            <p v-if="!desk.cards.length" class="quiet">None is known yet.</p>
            <ul class="plain">
              <li v-for="one in desk.cards" :key="one.id">{{ one.number }}: {{ one.whose }}</li>
            </ul>
          </div>
          <div>
            <h4>Columns of the CSV</h4>
            <dl class="columns">
              <template v-for="one in desk.columns" :key="one.name"
                ><dt>{{ one.name }}</dt>
                <dd class="quiet">{{ one.about }}{{ one.needed ? '' : ', may be empty' }}</dd></template
              >
            </dl>
          </div>
        </div>
      </details>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.scroll {
  overflow-x: auto;
}
.wrap {
  flex-wrap: wrap;
}
.nowrap {
  white-space: nowrap;
}
.whose {
  min-width: 22rem;
}
.whose .row {
  gap: 0.4rem;
}
.whose :deep(.v-input) {
  flex: 1;
}
.tick input,
th input {
  width: 20px;
  height: 20px;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 1rem;
  margin-top: 0.5rem;
}
.plain {
  list-style: none;
  padding: 0;
}
.columns {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.1rem 0.8rem;
}
.columns dd {
  margin: 0;
}
@media (max-width: 900px) {
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
