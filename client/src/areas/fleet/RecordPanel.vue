<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Problem } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { same, type Difference } from '@/shared/merge/merge'
import MergePanel from '@/shared/merge/MergePanel.vue'
import DraftNotice from '@/shared/DraftNotice.vue'
import { useMerge } from '@/shared/merge/useMerge'
import { useDraft } from '@/shared/useDraft'
import { useTitle } from '@/shared/useTitle'
import { sayCode } from '@/shared/trail'
import LinkButton from './LinkButton.vue'
import PayOf from './PayOf.vue'
import CustomersWindow from '@/areas/window/CustomersWindow.vue'
import PapersPanel from './PapersPanel.vue'
import { KINDS, toInput, USUAL, type Kind, type Row } from './kinds'
import { isHolder, useHolders } from './useHolders'

const {
  kind,
  id = undefined,
  mayChange,
  copyOf = undefined,
} = defineProps<{ kind: Kind; id?: number; mayChange: boolean; copyOf?: number | undefined }>()
const emit = defineEmits<{ closed: [id?: number]; copy: [id: number] }>()
const of = computed(() => KINDS[kind])
const draft = ref<Record<string, unknown>>({})
const retired = ref(false)
const problem = ref<Problem>()
const saved = ref(false)
const busy = ref(false)
let key = newKey()
const { lists, nameOf } = useHolders(() => of.value.fields.map(({ type }) => type).filter(isHolder))

/** What has been typed since it was read is mine; whether it is to be retired is a field like any other. */
const merge = useMerge<Record<string, unknown>>()
const valuesOf = (row: Record<string, unknown>, gone: boolean) => ({
  ...(toInput(of.value.fields, row) as Record<string, unknown>),
  retired: gone,
})
let wanted = false
/** A form of a new record; what is typed over one that is there asks for its version. */
const kept = useDraft(() => (copyOf ? undefined : `${kind} ${id ?? 'new'}`), draft, {
  touched: () =>
    id ? merge.touched(valuesOf(draft.value, retired.value)) : !same(draft.value, { ...USUAL[kind] }),
  base: () => ({ value: merge.seen.value, version: merge.version.value }),
})
function restore() {
  const before = kept.restore()
  if (!before) return
  if (before.base) merge.see(before.base, before.version)
  draft.value = { ...draft.value, ...before.value }
}
const turn = ref(0)
function anew() {
  kept.forget()
  turn.value++
  kept.again()
}
function take(row: Row) {
  draft.value = { ...row }
  retired.value = row.retired
  merge.see(valuesOf(row, row.retired), row.version)
}

watch(
  () => [id, turn.value] as const,
  async ([now]) => {
    problem.value = undefined
    if (!now && copyOf) {
      const { data } = await ask<Row>(api.GET(`/api/${kind}/{id}`, { params: { path: { id: copyOf } } }))
      // What is its own is left for the new one.
      if (data) draft.value = { ...data, ...Object.fromEntries(OWN.map(name => [name, ''])) }
      return
    }
    if (!now) {
      draft.value = { ...USUAL[kind] }
      restore()
      return
    }
    const answer = await ask<Row>(api.GET(`/api/${kind}/{id}`, { params: { path: { id: now } } }))
    problem.value = answer.problem
    if (!answer.data) return
    take(answer.data)
    restore()
  },
  { immediate: true },
)

/** Since when the driver has a telephone number that nobody has confirmed. */
const newNumberAt = computed(() => draft.value.new_number_at as string | null | undefined)
const OWN = ['number', 'name', 'vin', 'plate', 'phone', 'email', 'logging_device']
const fields = computed(() => of.value.fields.filter(field => field.when?.(draft.value) ?? true))
const at = (name: string) => (problem.value?.path === `/${name}` ? problem.value.message : undefined)
const elsewhere = computed(
  () =>
    problem.value &&
    problem.value.code !== 'stale' &&
    !fields.value.some(field => problem.value?.path === `/${field.name}`),
)

async function save(change: Record<string, unknown> = {}) {
  busy.value = true
  saved.value = false
  wanted = 'retired' in change ? change.retired === true : retired.value
  // The form is made from the same list of fields as the contract; the server checks each of them.
  const input = { ...toInput(of.value.fields, draft.value), ...change } as never
  const answer = id
    ? await ask<Row>(
        api.PUT(`/api/${kind}/{id}`, {
          params: { path: { id } },
          body: { ...(input as object), version: merge.version.value } as never,
        }),
      )
    : await ask<Row>(api.POST(`/api/${kind}`, { body: { ...(input as object), key } as never }))
  busy.value = false
  problem.value = answer.problem
  if (answer.problem) {
    if (answer.problem.code !== 'unreachable') key = newKey()
    if (answer.problem.code === 'stale') await compare()
    return
  }
  take(answer.data)
  kept.forget()
  kept.again()
  saved.value = true
  if (!id) emit('closed', answer.data.id)
}

/** Theirs as it is now: what is saved next has been seen beside it. */
const theirs = ref<Row>()
async function compare() {
  const answer = await ask<Row>(api.GET(`/api/${kind}/{id}`, { params: { path: { id: id! } } }))
  if (answer.problem) problem.value = answer.problem
  if (!answer.data) return
  theirs.value = answer.data
  const now = valuesOf(answer.data, answer.data.retired)
  merge.compare(valuesOf(draft.value, wanted), now, answer.data.version)
}
function takeTheirs() {
  problem.value = undefined
  kept.forget()
  take(theirs.value!)
  kept.again()
}
async function saveChosen(choices: ('mine' | 'theirs')[]) {
  const { retired: chosen, ...values } = merge.choose(choices)
  draft.value = { ...draft.value, ...values }
  await save(chosen === theirs.value!.retired ? {} : { retired: chosen })
}
const fieldName = ([name]: Difference['path']) =>
  of.value.fields.find(field => field.name === name)?.label ?? 'Retired'
const fieldText = (value: unknown, [name]: Difference['path']) => {
  const type = of.value.fields.find(field => field.name === name)?.type
  if (isHolder(type)) return nameOf(type, value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return sayCode(String(value ?? ''))
}
useTitle(() => (id ? String(draft.value[of.value.title] ?? '') : `New ${of.value.one}`))
</script>

<template>
  <aside class="stack">
    <form class="panel pad stack" :aria-label="of.one" @submit.prevent="save()">
      <div class="spread">
        <h2>
          {{ id ? draft[of.title] : `New ${of.one}` }} <span v-if="retired" class="quiet">(retired)</span>
        </h2>
        <v-btn variant="text" size="small" @click="emit('closed')">Close</v-btn>
      </div>
      <draft-notice :at="kept.restored.value" @anew="anew" />
      <div class="fields">
        <template v-for="field in fields" :key="field.name">
          <v-checkbox
            v-if="field.type === 'yesno'"
            :model-value="!!draft[field.name]"
            :label="field.label"
            :readonly="!mayChange"
            @update:model-value="draft[field.name] = $event"
          />
          <v-select
            v-else-if="field.type === 'several'"
            :model-value="(draft[field.name] as string[] | undefined) ?? []"
            multiple
            :label="field.label"
            :items="(field.choices ?? []).map(value => ({ value, title: sayCode(value) }))"
            :readonly="!mayChange"
            :error-messages="at(field.name)"
            @update:model-value="draft[field.name] = $event"
          />
          <v-select
            v-else-if="field.type === 'choice'"
            v-model="draft[field.name]"
            :label="field.label"
            :items="(field.choices ?? []).map(value => ({ value, title: sayCode(value) }))"
            :readonly="!mayChange"
            :error-messages="at(field.name)"
          />
          <v-autocomplete
            v-else-if="isHolder(field.type)"
            v-model="draft[field.name]"
            :label="field.label"
            :items="lists[field.type]"
            item-title="name"
            item-value="id"
            :clearable="field.type !== 'terminal'"
            :readonly="!mayChange"
            :error-messages="at(field.name)"
          />
          <v-textarea
            v-else-if="field.type === 'long'"
            v-model="draft[field.name]"
            class="wide"
            :label="field.label"
            :readonly="!mayChange"
            :error-messages="at(field.name)"
          />
          <v-text-field
            v-else
            v-model="draft[field.name]"
            :label="field.label"
            :placeholder="field.type === 'day' ? '11/30/2027' : undefined"
            :readonly="!mayChange"
            :error-messages="at(field.name)"
          />
        </template>
      </div>
      <merge-panel
        v-if="problem?.code === 'stale'"
        :found="merge.found.value"
        :message="problem.message"
        :label="fieldName"
        :shown="fieldText"
        :busy="busy"
        @save="saveChosen"
        @theirs="takeTheirs"
      />
      <v-alert v-else-if="elsewhere" type="error">{{ problem?.message }}</v-alert>
      <div v-if="mayChange" class="row acts">
        <v-btn type="submit" color="primary" :loading="busy">{{
          id ? 'Save' : `Add the ${of.one}`
        }}</v-btn><v-btn v-if="id" variant="text" @click="save({ retired: !retired })">{{
          retired ? 'Take back into use' : 'Retire'
        }}</v-btn
        ><v-btn v-if="id && kind === 'units'" variant="text" @click="emit('copy', id)">Copy</v-btn
        ><link-button v-if="id && kind === 'drivers'" :driver-id="id" /><span
          v-if="saved"
          class="small"
          role="status"
          >Saved</span
        >
      </div>
    </form>
    <papers-panel
      v-if="id && (kind === 'drivers' || kind === 'units')"
      :id="id"
      :key="`${kind} ${id}`"
      :kind="kind"
      :may-change="mayChange"
    />
    <pay-of
      v-if="id && (kind === 'drivers' || kind === 'units')"
      :id="id"
      :key="`pay ${kind} ${id}`"
      :kind="kind"
      :new-number-at="newNumberAt"
      @changed="anew"
    />
    <customers-window v-if="id && kind === 'customers' && draft.payer" :id="id" :key="`window ${id}`" />
    <section v-if="id" class="panel pad">
      <h2>Trail</h2>
      <audit-trail :id="id" :kind="of.audit" />
    </section>
  </aside>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.acts {
  flex-wrap: wrap;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.75rem 0.55rem;
}
.wide {
  grid-column: 1 / -1;
}
</style>
