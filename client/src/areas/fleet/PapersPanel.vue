<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { CREDENTIALS } from '@/shared/statuses'
import { dayAt, showDay, showTime } from '@/shared/time'
import { parseDay, parseDayNear } from '@/shared/typed/days'
import DropFiles from '@/shared/DropFiles.vue'
import Waiting from '@/shared/Waiting.vue'

/** Papers that expire, time off, and who had what when. */
const { kind, id, mayChange } = defineProps<{ kind: 'drivers' | 'units'; id: number; mayChange: boolean }>()
type PaperKind = Schemas['FleetPaperInput']['kind']
const words = CREDENTIALS[kind]
const word = (paper: string) => words[paper] ?? paper.replaceAll('_', ' ')
const session = useSession()
const path = { params: { path: { id } } }
const { data, problem, load, put } = useFetched(
  () => id,
  () =>
    ask<Schemas['FleetPapers']>(
      kind === 'units' ? api.GET('/api/units/{id}/papers', path) : api.GET('/api/drivers/{id}/papers', path),
    ),
  change => change.id === id && (change.kind === 'driver' || change.kind === 'unit'),
)
const current = computed(() => (data.value?.papers ?? []).filter(paper => paper.current))
const earlier = computed(() => (data.value?.papers ?? []).length - current.value.length)
const refused = ref<Problem>()
const at = (name: string) => (refused.value?.path === `/${name}` ? [refused.value.message] : [])

const blank = () => ({ kind: Object.keys(words)[0] as PaperKind, number: '', issued: '', expires: '' })
const draft = ref(blank())
/** The photo or PDF that is kept with the paper below. */
const dropped = ref<File>()
/** A day as people type it; what cannot be read is sent as it is, for the server to say so. */
const day = (text: string) => (text.trim() ? (parseDay(text) ?? text.trim()) : null)
async function keep() {
  const body = {
    key: newKey(),
    kind: draft.value.kind,
    number: draft.value.number,
    issued_on: day(draft.value.issued),
    expires_on: day(draft.value.expires),
  }
  const answer = await ask<Schemas['FleetPapers']>(
    kind === 'units'
      ? api.POST('/api/units/{id}/papers', { ...path, body })
      : api.POST('/api/drivers/{id}/papers', { ...path, body }),
  )
  refused.value = answer.problem
  if (!answer.data) return
  put(answer.data)
  const made = answer.data.papers.find(paper => paper.current && paper.kind === body.kind)
  const file = dropped.value
  draft.value = blank()
  dropped.value = undefined
  if (made) await attach(made.id, file)
}
async function attach(paper: number, file: File | undefined) {
  if (!file) return
  const answer = await ask(
    api.POST('/api/credentials/{id}/file', {
      params: { path: { id: paper }, query: { key: newKey() } },
      ...bytes(file),
    }),
  )
  refused.value = answer.problem
  void load()
}
async function verify(paper: number) {
  refused.value = (
    await ask(
      api.POST('/api/credentials/{id}/verify', { params: { path: { id: paper } }, body: { key: newKey() } }),
    )
  ).problem
  void load()
}
const near = (text: string) => parseDayNear(text, dayAt(session.now(), session.zone)) ?? text.trim()
const off = ref({ from: '', to: '', why: '' })
async function take() {
  const answer = await ask(
    api.POST('/api/drivers/{id}/days-off', {
      ...path,
      body: {
        key: newKey(),
        from_on: near(off.value.from),
        to_on: near(off.value.to || off.value.from),
        why: off.value.why,
      },
    }),
  )
  refused.value = answer.problem
  if (answer.data) {
    put(answer.data)
    off.value = { from: '', to: '', why: '' }
  }
}
async function drop(which: number) {
  const answer = await ask(api.DELETE('/api/days-off/{id}', { params: { path: { id: which } } }))
  if (answer.data) put(answer.data)
}
</script>

<template>
  <section class="panel pad" aria-label="Papers">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <h2>Papers</h2>
      <p v-if="!current.length" class="quiet small">
        None kept yet{{ kind === 'drivers' ? ' beside the licence and medical card above' : '' }}.
      </p>
      <ul class="plain">
        <li v-for="paper in current" :key="paper.id" class="spread">
          <span
            ><strong>{{ word(paper.kind) }}</strong> {{ paper.number }}<br /><span class="small quiet"
              >{{ paper.expires_on ? `until ${showDay(paper.expires_on)}` : 'no last day' }} •
              {{ paper.verified_by ? `looked at by ${paper.verified_by}` : 'nobody has looked at it' }}</span
            ></span
          >
          <span class="row"
            ><a
              v-if="paper.content_type"
              :href="`/api/credentials/${paper.id}/file`"
              target="_blank"
              rel="noopener"
              >Open</a
            >
            <label v-if="mayChange" class="file small"
              >{{ paper.content_type ? 'Replace' : 'Add photo or PDF'
              }}<input
                type="file"
                accept="image/jpeg,image/png,application/pdf"
                :aria-label="`File of ${word(paper.kind)}`"
                @change="attach(paper.id, ($event.target as HTMLInputElement).files?.[0])"
            /></label>
            <v-btn
              v-if="mayChange && !paper.verified_by"
              size="small"
              variant="text"
              @click="verify(paper.id)"
              >Looked at</v-btn
            ></span
          >
        </li>
      </ul>
      <p v-if="earlier" class="small quiet">
        {{ earlier }} earlier {{ earlier === 1 ? 'one' : 'ones' }} kept.
      </p>
      <form v-if="mayChange" class="fields" @submit.prevent="keep">
        <v-select
          v-model="draft.kind"
          label="Kind"
          :items="Object.entries(words).map(([value, title]) => ({ value, title }))"
        /><v-text-field v-model="draft.number" label="Number" />
        <v-text-field
          v-model="draft.issued"
          label="Issued"
          placeholder="11/30/2027"
          :error-messages="at('issued_on')"
        /><v-text-field
          v-model="draft.expires"
          label="Expires"
          placeholder="11/30/2027"
          :error-messages="at('expires_on')"
        />
        <drop-files
          class="wide"
          :label="dropped ? `With it: ${dropped.name}` : 'Drop, paste or choose its photo or PDF'"
          @files="dropped = $event[0]"
        />
        <v-btn type="submit" variant="tonal">Keep the paper</v-btn>
      </form>
      <template v-if="kind === 'drivers'">
        <h2 class="next">Time off</h2>
        <ul class="plain">
          <li v-for="one in found.days_off" :key="one.id" class="spread">
            <span
              >{{ showDay(one.from_on)
              }}<template v-if="one.to_on !== one.from_on"> to {{ showDay(one.to_on) }}</template
              >{{ ' ' }} <span class="small quiet">{{ one.why }}</span></span
            ><v-btn
              v-if="mayChange"
              :icon="mdiClose"
              size="x-small"
              variant="text"
              :aria-label="`Drop the time off from ${one.from_on}`"
              @click="drop(one.id)"
            />
          </li>
        </ul>
        <form v-if="mayChange" class="fields" @submit.prevent="take">
          <v-text-field
            v-model="off.from"
            label="First day"
            placeholder="11/30/2027"
            :error-messages="at('from_on')"
          /><v-text-field
            v-model="off.to"
            label="Last day"
            placeholder="11/30/2027"
            :error-messages="at('to_on')"
          /><v-text-field v-model="off.why" label="Why" /><v-btn
            type="submit"
            variant="tonal"
            :disabled="!off.from"
            >Add time off</v-btn
          >
        </form>
      </template>
      <v-alert
        v-if="refused && !['/issued_on', '/expires_on', '/from_on', '/to_on'].includes(refused.path)"
        type="error"
        class="mt-2"
        >{{ refused.message }}</v-alert
      >
      <template v-if="found.had.length"
        ><h2 class="next">{{ kind === 'units' ? 'Who had it' : 'Trips and equipment' }}</h2>
        <ul class="plain small">
          <li v-for="trip in found.had" :key="trip.from">
            <router-link v-if="trip.load_id" :to="`/freight/${trip.load_id}`">{{ trip.load }}</router-link>
            {{ showTime(trip.from, session.zone, { letters: false }) }}: {{ trip.with.join(', ') }}
            <span class="quiet">{{ trip.way }}</span>
          </li>
        </ul></template
      >
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.next {
  margin-top: 1.1rem;
}
.plain {
  list-style: none;
  margin: 0.3rem 0;
  padding: 0;
}
.plain li {
  padding: 0.25rem 0;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.6);
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.55rem;
  margin-top: 0.6rem;
  align-items: center;
}
.file {
  position: relative;
  cursor: pointer;
  text-decoration: underline;
  padding: 0.3rem 0;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--ring);
}
.wide {
  grid-column: 1 / -1;
}
</style>
