<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import FactsShown from './FactsShown.vue'
import DraftNotice from '@/shared/DraftNotice.vue'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import DayField from '@/shared/typed/DayField.vue'
import SizeField from '@/shared/typed/SizeField.vue'
import { useDraft } from '@/shared/useDraft'
import {
  ALSO,
  changeOf,
  DELIVER,
  factsOf,
  labelOf,
  plainly,
  shownOf,
  SIZES,
  unread,
  type Change,
  type Facts,
} from './facts'

/** What every application says, in one place: corrected here, and all states are judged anew. */
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
  save: [change: Change, version: number | undefined]
  share: [load: string]
  unshare: [id: number]
}>()
const shown = ref<InstanceType<typeof FactsShown>>()
const open = ref(false)
const { data: applicants } = useFetched(open, async now =>
  now ? ask<Schemas['Applicant'][]>(api.GET('/api/applicants')) : NOTHING,
)
const typed = ref<Facts>(factsOf(file))
const merge = useMerge<Facts>()
const kept = useDraft(() => `permit facts ${file.load_id}`, typed, {
  touched: () => open.value && merge.touched(typed.value),
  base: () => ({ value: merge.seen.value, version: merge.version.value }),
})
/** before - what was typed earlier and not saved */
function edit(before?: ReturnType<typeof kept.restore>) {
  typed.value = before?.value ?? factsOf(file)
  merge.see(before?.base ?? typed.value, before?.base ? before.version : file.version)
  open.value = true
}
function leave() {
  open.value = false
  kept.forget()
  kept.again()
}
const before = mayChange ? kept.restore() : undefined
if (before) edit(before)
function anew() {
  leave()
  edit()
}
// A refusal says that the file has moved on; the file as it is by then follows.
watch(
  () => [problem, file.version] as const,
  ([now]) => {
    if (open.value && now?.code === 'stale') merge.compare(plainly(typed.value), factsOf(file), file.version)
  },
)
const bad = computed(() => unread(typed.value))
const wrong = computed(() => {
  const field = problem?.path.slice(1)
  return field && problem ? { ...bad.value, [field]: problem.message } : bad.value
})
const stops = computed(() => Object.keys(bad.value).length > 0)
const save = () => emit('save', changeOf(typed.value, merge.seen.value!), merge.version.value)
function saveChosen(choices: ('mine' | 'theirs')[]) {
  typed.value = merge.choose(choices)
  if (!stops.value) save()
}
const takeTheirs = () => {
  typed.value = merge.giveUp()
  leave()
}
defineExpose({
  close: leave,
  shared: () => shown.value?.shared(),
})
</script>

<template>
  <section class="panel pad" aria-label="What moves">
    <div class="spread">
      <h2>What moves</h2>
      <v-btn v-if="mayChange && !open" size="small" variant="tonal" @click="edit()">Correct</v-btn>
    </div>
    <form v-if="open" class="form" @submit.prevent="save">
      <draft-notice class="wide" :at="kept.restored.value" @anew="anew" />
      <v-text-field v-model="typed.what" class="wide" label="Load" :error-messages="wrong.what" />
      <size-field
        v-for="{ name, label, upTo, least } in SIZES"
        :key="name"
        v-model="typed[name]"
        :label="label"
        :up-to="upTo"
        :least="least"
        :error-messages="wrong[name]"
      />
      <v-text-field v-model="typed.gross_lb" label="Gross, lb" :error-messages="wrong.gross_lb" /><day-field
        v-model="typed.starts_on"
        label="Starts on"
        :error-messages="wrong.starts_on"
      />
      <v-text-field
        v-model="typed.pieces"
        label="Pieces"
        inputmode="numeric"
        :error-messages="wrong.pieces"
      /><v-checkbox v-model="typed.stacked" label="May be stacked" />
      <v-text-field
        v-model="typed.serial_number"
        label="Serial number, or none"
        :error-messages="wrong.serial_number"
      /><v-text-field v-model="typed.reference" label="Our reference" />
      <v-text-field v-model="typed.contact" label="Contact" /><v-select
        v-model="typed.deliver_by"
        label="Permit comes by"
        :items="DELIVER"
      />
      <v-text-field
        v-if="typed.deliver_by !== 'download'"
        v-model="typed.deliver_to"
        class="wide"
        :label="typed.deliver_by === 'fax' ? 'Fax number' : 'Address'"
        :error-messages="wrong.deliver_to"
      />
      <v-select v-model="typed.also_by" label="And by" :items="ALSO" /><v-text-field
        v-if="typed.also_by"
        v-model="typed.also_to"
        :label="typed.also_by === 'fax' ? 'Fax number' : 'Address'"
        :error-messages="wrong.also_to"
      /><span v-else />
      <v-select
        v-if="applicants?.length"
        v-model="typed.applicant_id"
        class="wide"
        label="Applied for"
        :items="[
          { value: '', title: 'Our own company' },
          ...applicants
            .filter(one => !one.retired)
            .map(({ id, name }) => ({ value: String(id), title: name })),
        ]"
        :error-messages="wrong.applicant_id"
      />
      <v-textarea v-model="typed.wished_route" class="wide" label="Route wished, in words" /><v-checkbox
        v-model="typed.divisible"
        class="wide"
        label="The load can be divided"
      />
      <merge-panel
        v-if="merge.differs.value"
        class="wide"
        :found="merge.found.value"
        :message="problem?.message ?? ''"
        :label="labelOf"
        :shown="shownOf"
        :busy="busy"
        @save="saveChosen"
        @theirs="takeTheirs"
      />
      <div v-else class="row justify-end wide">
        <v-btn variant="text" @click="leave">Leave it</v-btn
        ><v-btn type="submit" color="primary" :disabled="stops" :loading="busy">Save</v-btn>
      </div>
    </form>
    <facts-shown
      v-else
      ref="shown"
      :file="file"
      :may-change="mayChange"
      :busy="busy"
      :problem="problem"
      @save="change => emit('save', change, file.version)"
      @share="load => emit('share', load)"
      @unshare="id => emit('unshare', id)"
    />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.form {
  align-items: start;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  margin-top: 0.5rem;
}
.wide {
  grid-column: 1 / -1;
}
</style>
