<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import TimeField from '@/shared/typed/TimeField.vue'
import FirstSteps from '@/areas/company/FirstSteps.vue'
import DesksPanel from './DesksPanel.vue'

/** What needs a decision, what is most at stake first, each with its reason and the act beside it. */
const KIND: Record<string, string> = {
  uncovered: 'Uncovered',
  late: 'Forecast late',
  unanswered: 'Not answered',
  detention: 'Detention',
  messages: 'Messages',
  papers: 'Papers expire',
  'papers missing': 'Papers missing',
  permits: 'Permits',
  partners: 'Partners',
}
type Row = Schemas['Today']['rows'][number]
const router = useRouter()
const session = useSession()
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/today')),
  () => true,
)
const only = ref<string>()
const rows = computed(() => (data.value?.rows ?? []).filter(row => !only.value || row.kind === only.value))
const at = ref(0)
// What comes up while the page is open is told, not only shown.
const known = new Set<string>()
watch(
  () => data.value?.rows,
  (list, before) => {
    const fresh = (list ?? []).filter(({ what }) => !known.has(what))
    for (const { what } of list ?? []) known.add(what)
    if (before) for (const row of fresh.slice(0, 3)) announce(`New: ${row.title}. ${row.reason}`)
  },
)
watch(rows, list => {
  at.value = Math.min(at.value, Math.max(list.length - 1, 0))
})
const chosen = computed(() => rows.value[at.value])

const snoozing = ref<Row>()
const until = ref('')
const why = ref('')
const refused = ref<Problem>()
const instant = ref<number>()
function snooze(row: Row | undefined) {
  snoozing.value = row
  until.value = ''
  why.value = ''
  refused.value = undefined
}
async function putOff() {
  if (!snoozing.value || !instant.value) return
  const answer = await ask(
    api.PUT('/api/today/snooze', {
      body: {
        what: snoozing.value.what,
        until: new Date(instant.value).toISOString(),
        why: why.value.trim(),
      },
    }),
  )
  refused.value = answer.problem
  if (!answer.data) return
  put(answer.data)
  snoozing.value = undefined
}
const mayPutOff = session.has('dispatcher', 'safety', 'settlement_clerk', 'permit_clerk')
useKeys([
  {
    key: 'j',
    label: 'Next',
    run: () => {
      at.value = Math.min(at.value + 1, rows.value.length - 1)
    },
  },
  {
    key: 'k',
    label: 'Before',
    run: () => {
      at.value = Math.max(at.value - 1, 0)
    },
  },
  {
    key: 'Enter',
    label: 'Do what it asks for',
    run: () => {
      if (chosen.value) void router.push(chosen.value.address)
    },
  },
  {
    key: 'z',
    label: 'Put off, with a reason',
    run: () => {
      if (mayPutOff.value) snooze(chosen.value)
    },
  },
])
</script>

<template>
  <div class="page">
    <h1 class="sr-only">Today</h1>
    <first-steps class="whole" />
    <section class="panel" aria-label="What needs a decision">
      <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
        <div class="kinds" role="group" aria-label="Kinds">
          <button type="button" :aria-pressed="!only" @click="only = undefined">
            All <strong>{{ found.rows.length }}</strong></button
          ><button
            v-for="(count, kind) in found.counts"
            :key="kind"
            type="button"
            :aria-pressed="only === kind"
            @click="only = String(kind)"
          >
            {{ KIND[kind] ?? kind }} <strong>{{ count }}</strong>
          </button>
        </div>
        <p v-if="!rows.length" class="pad quiet">Nothing needs a decision now.</p>
        <ol v-else class="list">
          <li v-for="(row, i) in rows" :key="row.what" :class="{ here: i === at }" @click="at = i">
            <span class="kind small">{{ KIND[row.kind] ?? row.kind }}</span>
            <span class="what"
              ><strong>{{ row.title }}</strong
              ><br /><span>{{ row.reason }}</span></span
            >
            <span class="small quiet when">{{
              row.at ? showTime(row.at, row.zone ?? session.zone) : ''
            }}</span>
            <span class="acts"
              ><v-btn
                size="small"
                :variant="i === at ? 'flat' : 'tonal'"
                :color="i === at ? 'primary' : undefined"
                :to="row.address"
                >{{ row.act }}</v-btn
              ><v-btn
                v-if="mayPutOff"
                size="small"
                variant="text"
                :aria-label="`Later: put off ${row.title}`"
                @click.stop="snooze(row)"
                >Later</v-btn
              ></span
            >
          </li>
        </ol>
        <p v-if="found.snoozed.length" class="pad small quiet">
          Put off:
          <span v-for="one in found.snoozed" :key="one.what"
            >{{ one.what }} until {{ showTime(one.until, session.zone) }} ({{ one.by }}: {{ one.why }}).
          </span>
        </p>
      </waiting>
    </section>
    <desks-panel />
    <v-dialog
      :model-value="!!snoozing"
      max-width="440"
      aria-label="Put off"
      @update:model-value="snoozing = undefined"
    >
      <v-card class="pa-4"
        ><form class="stack" @submit.prevent="putOff">
          <h2>Put off: {{ snoozing?.title }}</h2>
          <time-field
            v-model="until"
            v-model:at="instant"
            label="Until (2p, tmrw 6a)"
            autofocus
            :error="refused?.path === '/until' ? refused.message : ''"
          />
          <v-text-field
            v-model="why"
            label="Why"
            :error-messages="refused?.path === '/why' ? [refused.message] : []"
          />
          <div class="row justify-end">
            <v-btn variant="text" @click="snoozing = undefined">Leave it</v-btn
            ><v-btn type="submit" color="primary" :disabled="!instant || why.trim().length < 3"
              >Put off</v-btn
            >
          </div>
        </form></v-card
      >
    </v-dialog>
  </div>
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 21rem;
  gap: 0.75rem;
  align-items: start;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem;
  padding: 0.5rem 0.6rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.kinds button {
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 0.15rem 0.55rem;
  min-height: 30px;
  cursor: pointer;
}
.kinds button[aria-pressed='true'] {
  background: rgb(var(--v-theme-surface-variant));
  border-color: rgb(var(--v-theme-line));
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: grid;
  grid-template-columns: 6.8rem minmax(0, 1fr) 9.8rem 15.4rem;
  gap: 0.7rem;
  align-items: center;
  padding: 0.45rem 0.75rem;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.7);
}
.list li.here {
  background: rgb(var(--v-theme-surface-variant), 0.6);
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.kind {
  font-weight: 600;
  color: rgb(var(--v-theme-quiet));
}
.when {
  text-align: right;
  white-space: nowrap;
}
.acts {
  display: flex;
  gap: 0.2rem;
  justify-content: flex-end;
}
.pad {
  padding: 0.7rem 0.85rem;
}
@media (max-width: 1000px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .list li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .when {
    display: none;
  }
  .kind {
    grid-column: 1 / -1;
  }
}
</style>
