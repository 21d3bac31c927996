<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import { dayAt } from '@/shared/time'
import { useSession } from '@/shared/session'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import { draftOf, IF_SHORT, inputOf, isLine, labelOf, shownOf, type DeductionDraft } from './deductionDraft'
import NetsMoved from './NetsMoved.vue'
import { useLook } from './useLook'
import { BASIS, TAG } from './words'

/** A deduction made or changed: what it does to every driver's net of the running period stands beside it before it is kept. */
const { deduction = undefined } = defineProps<{ deduction?: Schemas['Deduction'] | undefined }>()
const emit = defineEmits<{ close: []; kept: [now: Schemas['Deductions']] }>()
const pairs = (words: Record<string, string>) =>
  Object.entries(words).map(([value, title]) => ({ value, title }))
const was = deduction
const session = useSession()
const today = dayAt(session.now(), session.zone)
const typed = ref(draftOf(was, today))
const own = computed(() => typed.value.drivers)
const merge = useMerge<DeductionDraft>(isLine)
merge.see(typed.value, was?.version)
const { data: drivers } = useFetched(
  () => 0,
  () => ask(api.GET('/api/driver-names')),
)
const names = computed(() => (drivers.value ?? []).map(({ id, name }) => ({ value: id, title: name })))
const adding = ref<number | null>(null)
watch(adding, id => {
  if (id) {
    if (!own.value.some(({ driver_id }) => driver_id === id))
      own.value.push({ driver_id: id, own_amount: '', left_out: typed.value.everyone })
    adding.value = null
  }
})

const input = computed(() => inputOf(typed.value, merge.version.value))

const { look, fresh, trouble, busy, at, run, see } = useLook(input, body =>
  ask<Schemas['DeductionPreview']>(
    api.POST('/api/deductions/preview', { body: { key: newKey(), ...(was ? { id: was.id } : {}), ...body } }),
  ),
)
async function keep() {
  if (!input.value) return
  const body = { key: newKey(), ...input.value }
  const kept = await run(
    ask<Schemas['Deductions']>(
      was
        ? api.PUT('/api/deductions/{id}', { params: { path: { id: was.id } }, body })
        : api.POST('/api/deductions', { body }),
    ),
  )
  if (kept) emit('kept', kept)
  else if (trouble.value?.code === 'stale') await compare()
}
async function compare() {
  const answer = await ask<Schemas['Deductions']>(api.GET('/api/deductions'))
  if (answer.problem) trouble.value = answer.problem
  const now = answer.data?.rows.find(({ id }) => id === was?.id)
  if (now) merge.compare(typed.value, draftOf(now, today), now.version)
}
const nameOf = (id: number) => names.value.find(({ value }) => value === id)?.title ?? ''
/** What was chosen is another change than the one that was looked at: what it does is looked at again first. */
function takeChosen(choices: ('mine' | 'theirs')[]) {
  typed.value = merge.choose(choices)
  trouble.value = undefined
  return see()
}
function takeTheirs() {
  typed.value = merge.giveUp()
  trouble.value = undefined
}
</script>

<template>
  <section class="two">
    <form class="panel pad form" aria-label="Deduction" @submit.prevent="fresh ? keep() : see()">
      <h1 class="all">{{ was ? `Change ${was.label}` : 'New deduction' }}</h1>
      <v-text-field
        v-model="typed.label"
        class="all"
        autofocus
        label="Name on the statement"
        :error-messages="at('label')"
      />
      <v-select v-model="typed.basis" label="How" :items="pairs(BASIS)" /><amount-field
        v-model="typed.amount"
        :label="
          typed.basis === 'percent_of_gross'
            ? 'Percent'
            : typed.basis === 'per_mile'
              ? '$ a mile'
              : typed.basis === 'per_unit'
                ? '$ a unit, none for its own fee'
                : 'Dollars'
        "
        :error-messages="at('amount')"
      />
      <v-select
        v-if="typed.basis === 'flat'"
        v-model="typed.per"
        label="Per"
        :items="[
          { value: 'period', title: 'Period' },
          { value: 'month', title: 'Month, spread over its runs' },
        ]"
      /><template v-if="typed.basis === 'per_unit'"
        ><v-select v-model="typed.tag" label="Of units" :items="pairs(TAG)" /><v-checkbox
          v-model="typed.prorated"
          label="By the days it was active"
      /></template>
      <v-text-field v-model="typed.priority" label="Order, 1 first" inputmode="numeric" /><v-select
        v-model="typed.if_short"
        label="If there is not enough"
        :items="pairs(IF_SHORT)"
      />
      <day-field v-model="typed.from_on" label="From" /><day-field
        v-model="typed.to_on"
        label="To, none for ever"
        :error-messages="at('to_on')"
      />
      <amount-field v-model="typed.goal" label="Until, $, none for ever" /><v-checkbox
        v-model="typed.escrow"
        label="Kept for the driver (escrow)"
      />
      <v-checkbox v-model="typed.everyone" label="All drivers" /><v-checkbox
        v-model="typed.paused"
        label="Paused"
      />
      <v-autocomplete
        v-model="adding"
        class="all"
        :label="typed.everyone ? 'Leave out, or an own amount for' : 'Add a driver'"
        :items="names"
      />
      <ul class="all own">
        <li v-for="(one, i) in own" :key="one.driver_id" class="row">
          <span class="name">{{
            names.find(({ value }) => value === one.driver_id)?.title ?? one.driver_id
          }}</span><v-checkbox v-if="typed.everyone" v-model="one.left_out" label="Left out" /><amount-field
            v-if="!one.left_out"
            v-model="one.own_amount"
            label="Own amount"
          /><v-btn size="small" variant="text" @click="own.splice(i, 1)">Take out</v-btn>
        </li>
      </ul>
      <v-alert
        v-if="trouble && !['/label', '/amount', '/to_on'].includes(trouble.path)"
        type="error"
        class="all"
        >{{ trouble.message }}</v-alert
      >
      <merge-panel
        v-if="trouble?.code === 'stale'"
        class="all"
        :found="merge.found.value"
        :message="trouble.message"
        :label="labelOf"
        :shown="value => shownOf(value, nameOf)"
        :busy="busy"
        @save="takeChosen"
        @theirs="takeTheirs"
      />
      <div v-else class="row justify-end all">
        <v-btn variant="text" @click="emit('close')">Leave it</v-btn
        ><v-btn
          type="submit"
          :color="fresh ? undefined : 'primary'"
          variant="tonal"
          :disabled="!input"
          :loading="busy && !fresh"
          @click.prevent="see"
          >See what it does</v-btn
        ><v-btn color="primary" :disabled="!fresh" :loading="busy && fresh" @click="keep">{{
          look?.second_person && fresh ? 'Ask a second person' : 'Keep it'
        }}</v-btn>
      </div>
    </form>
    <nets-moved :look="look" :fresh="fresh" />
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.8rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  align-items: start;
}
.all {
  grid-column: 1 / -1;
}
.own {
  list-style: none;
  padding: 0;
}
.name {
  flex: 1;
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
