<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { parsePounds, showPounds } from '@/shared/measure'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import BridgeFigure from './BridgeFigure.vue'
import { RULE, sayAxles } from './words'

/** Weights and spacings of the axles, judged while they are typed; kept only when saved. */
const {
  file,
  mayChange,
  busy,
  problem = undefined,
} = defineProps<{
  file: Schemas['PermitFile']
  mayChange: boolean
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{
  save: [axles: Schemas['Axles'], version: number | undefined, grossLb?: number]
  kept: []
}>()
interface Row {
  weight: string
  spacing: string
}
const rows = ref<Row[]>([])
const typedOf = (axles: Schemas['Axles']): Row[] =>
  axles.map(({ weight_lb, spacing_ft }) => ({
    weight: weight_lb.toLocaleString('en-US'),
    spacing: String(spacing_ft),
  }))
const feet = (typed: string) => (/^\d+(\.\d+)?$/.test(typed.trim()) ? Number(typed) : undefined)
const axles = computed(() => {
  const read = rows.value.map(({ weight, spacing }, i) => ({
    weight_lb: parsePounds(weight),
    spacing_ft: i === 0 ? 0 : feet(spacing),
  }))
  return read.every(row => row.weight_lb !== undefined && row.spacing_ft !== undefined)
    ? (read as Schemas['Axles'])
    : undefined
})
/** An axle is one field. */
const merge = useMerge<{ axles: Row[] }>(value => 'weight' in value)
// What somebody else has saved shows only where nothing is being typed here; what was saved here has been seen.
watch(
  () => [file.version, JSON.stringify(file.axles)],
  ([, now]) => {
    const typing = merge.seen.value && merge.touched({ axles: rows.value })
    if (typing && JSON.stringify(axles.value) !== now) return
    rows.value = typedOf(file.axles)
    merge.see({ axles: rows.value }, file.version)
  },
  { immediate: true },
)
watch(
  () => [problem, file.version] as const,
  ([now]) => {
    if (now?.code === 'stale' && merge.touched({ axles: rows.value }))
      merge.compare({ axles: rows.value }, { axles: typedOf(file.axles) }, file.version)
  },
)
const labelOf = ([, i]: readonly (string | number)[]) => (i === undefined ? 'Axles' : `Axle ${Number(i) + 1}`)
function shownOf(value: unknown): string {
  if (Array.isArray(value)) return value.map(shownOf).join('; ')
  const { weight, spacing } = value as Row
  return Number(spacing) ? `${spacing} ft, ${weight} lb` : `${weight} lb`
}
function saveChosen(choices: ('mine' | 'theirs')[]) {
  rows.value = merge.choose(choices).axles
  send()
}
const takeTheirs = () => {
  rows.value = merge.giveUp().axles
}

const changed = computed(() => JSON.stringify(axles.value) !== JSON.stringify(file.axles))
const { data: check } = useFetched(axles, async now =>
  now?.length ? ask(api.POST('/api/permits/bridge', { body: { key: newKey(), axles: now } })) : NOTHING,
)
/** The gaps of these very units, kept in Fleet: taken from there, or kept there for the next file. */
const take = () => {
  rows.value = (file.spacings_ft ?? []).map(feet => ({ weight: '', spacing: String(feet) }))
}
const toKeep = computed(
  () =>
    file.tractor_id &&
    axles.value &&
    axles.value.length > 1 &&
    JSON.stringify(axles.value.map(({ spacing_ft }) => spacing_ft)) !== JSON.stringify(file.spacings_ft),
)
const keeping = ref(false)
const kept = ref(false)
async function keep() {
  if (!file.tractor_id || !axles.value) return
  keeping.value = true
  const answer = await ask<Schemas['Combination']>(
    api.POST('/api/combinations', {
      body: {
        key: newKey(),
        tractor_id: file.tractor_id,
        trailer_id: file.trailer_id ?? null,
        spacings_ft: axles.value.map(({ spacing_ft }) => spacing_ft),
      },
    }),
  )
  keeping.value = false
  if (answer.data) {
    kept.value = true
    emit('kept')
  }
}
/** Where nobody has weighed them: worked out from tare, freight and gaps. */
const gaps = computed(() => {
  const read = rows.value.map(({ spacing }, i) => (i === 0 ? 0 : feet(spacing)))
  return read.length > 2 && read.every(gap => gap !== undefined) ? (read as number[]) : undefined
})
const guessing = ref(false)
const guessed = ref(false)
const guess = ref<Problem>()
async function workOut() {
  if (!gaps.value) return
  guessing.value = true
  const answer = await ask<Schemas['Axles']>(
    api.POST('/api/loads/{id}/permits/axle-shares', {
      params: { path: { id: file.load_id } },
      body: { key: newKey(), spacings_ft: gaps.value },
    }),
  )
  guessing.value = false
  guess.value = answer.problem
  guessed.value = !answer.problem
  if (answer.data) rows.value = typedOf(answer.data)
}
const sum = computed(() => axles.value?.reduce((total, { weight_lb }) => total + weight_lb, 0))
/** Axles that were weighed say what the whole weighs. */
const newGross = computed(() => (sum.value && sum.value !== file.gross_lb ? sum.value : undefined))
function send() {
  if (!axles.value) return
  const version = merge.version.value
  if (newGross.value) emit('save', axles.value, version, newGross.value)
  else emit('save', axles.value, version)
}
</script>

<template>
  <section class="panel pad" aria-label="Axles">
    <div class="spread">
      <h2>Axles and bridges</h2>
      <span v-if="sum" class="small" :class="{ off: sum !== file.gross_lb }"
        >{{ showPounds(sum) }} on the axles, gross {{ showPounds(file.gross_lb) }}</span
      >
    </div>
    <p v-if="!rows.length" class="quiet">Nothing is told of the axles: only the gross weight is judged.</p>
    <template v-if="axles?.length && check"
      ><bridge-figure :axles="axles" :check="check" />
      <p v-if="check.legal" class="mt-1">
        Within the federal limits of single axle, tandem, bridge formula and gross.
      </p>
      <template v-else
        ><p class="mt-1">
          Over the federal limits: it moves only with overweight permits, if the offices grant them.
        </p>
        <ul class="fails many small">
          <li v-for="(failure, i) in check.failures" :key="i">
            {{ failure.axles[0] === failure.axles.at(-1) ? 'Axle' : 'Axles' }} {{ sayAxles(failure.axles) }},
            {{ RULE[failure.rule] ?? failure.rule
            }}<template v-if="failure.rule === 'bridge'"> at {{ failure.distance_ft }} ft</template>:
            <strong>{{ showPounds(failure.over_lb) }} over</strong>
          </li>
        </ul>
        <template v-if="check.helps.length"
          ><h3 class="mt-2">What helps</h3>
          <ul class="fails small">
            <li v-for="(help, i) in check.helps" :key="i">{{ help.text }}</li>
          </ul></template
        ></template
      ></template
    >
    <form v-if="mayChange" class="mt-2" @submit.prevent="send">
      <div class="axles">
        <div v-for="(row, i) in rows" :key="i" class="axle" role="group" :aria-label="`Axle ${i + 1}`">
          <span class="small quiet">{{ i + 1 }}</span><v-text-field
            v-model="row.weight"
            label="Weight, lb"
            inputmode="numeric"
          /><v-text-field v-if="i" v-model="row.spacing" label="Gap, ft" inputmode="decimal" /><span
            v-else
            class="small quiet"
            >steering</span
          ><v-btn
            :icon="mdiClose"
            size="x-small"
            variant="text"
            :aria-label="`Remove axle ${i + 1}`"
            @click="rows.splice(i, 1)"
          />
        </div>
      </div>
      <merge-panel
        v-if="merge.differs.value"
        :found="merge.found.value"
        :message="problem?.message ?? ''"
        :label="labelOf"
        :shown="shownOf"
        :busy="busy"
        @save="saveChosen"
        @theirs="takeTheirs"
      />
      <v-alert v-if="problem?.path === '/axles'" type="error" class="my-2">{{ problem.message }}</v-alert>
      <div class="row mt-2">
        <v-btn
          size="small"
          variant="text"
          :prepend-icon="mdiPlus"
          @click="rows.push({ weight: '', spacing: '' })"
          >Axle</v-btn
        ><v-btn v-if="file.spacings_ft && !rows.length" size="small" variant="tonal" @click="take"
          >Take the axles of {{ [file.tractor, file.trailer].filter(Boolean).join(' + ') }}</v-btn
        >
        <v-btn v-if="toKeep" size="small" variant="text" :loading="keeping" @click="keep"
          >Keep these gaps for {{ [file.tractor, file.trailer].filter(Boolean).join(' + ') }}</v-btn
        ><span v-if="kept" class="small" role="status">Kept in Fleet, Combinations.</span
        ><v-btn v-if="gaps" size="small" variant="text" :loading="guessing" @click="workOut"
          >Work the weights out</v-btn
        ><v-btn
          v-if="changed"
          type="submit"
          size="small"
          color="primary"
          :disabled="!axles"
          :loading="busy"
          >{{ newGross ? `Save, with ${showPounds(newGross)} as the gross` : 'Save the axles' }}</v-btn
        >
      </div>
      <p v-if="guess" class="small problem">{{ guess.message }}</p>
      <p v-else-if="guessed" class="small quiet" role="status">
        Worked out from what tractor, trailer and freight weigh and where the axles stand: a scale knows
        better.
      </p>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.fails {
  padding-left: 1.1rem;
}
.many {
  columns: 22rem;
}
.off {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.axles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
  gap: 0.5rem 0.9rem;
}
.axle {
  display: grid;
  grid-template-columns: 1rem 1fr 1fr 28px;
  gap: 0.35rem;
  align-items: center;
}
</style>
