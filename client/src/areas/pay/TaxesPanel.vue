<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import { parseDollars, showDollars } from '@/shared/measure'
import { useAct } from '@/shared/useAct'
import AmountField from '@/shared/typed/AmountField.vue'

/** What payroll withholds on a run that is being made: asked for where an order is in force, else only said. */
const { run } = defineProps<{ run: Schemas['PayRun'] }>()
const emit = defineEmits<{ done: [run: Schemas['PayRun']] }>()
type Row = Schemas['PayRun']['rows'][number]
const open = ref(false)
const typed = ref<Record<number, string>>({})
const { busy, trouble, act } = useAct<Schemas['PayRun']>(answer => {
  typed.value = {}
  emit('done', answer)
})
const params = computed(() => ({ path: { id: run.id } }))
const wanted = computed(() => run.rows.filter(row => row.taxes_wanted))
const without = computed(() => run.rows.filter(row => row.no_tax))
const shown = computed(() => (open.value ? run.rows : wanted.value))
const given = computed(() =>
  Object.entries(typed.value)
    .filter(([, text]) => text.trim())
    .map(([driver, text]) => ({ driver_id: Number(driver), amount: parseDollars(text) })),
)
const read = computed(() => given.value.every(({ amount }) => amount !== undefined))
/** What is wrong stands at the row that it is about. */
const at = (row: Row) => {
  const index = given.value.findIndex(({ driver_id }) => driver_id === row.driver.id)
  if (index >= 0 && given.value[index]?.amount === undefined) return 'Write dollars: 41.50'
  return index >= 0 && trouble.value?.path.startsWith(`/rows/${index}`) ? trouble.value.message : undefined
}
const keep = () =>
  act(key =>
    api.PUT('/api/pay-runs/{id}/taxes', {
      params: params.value,
      body: { key, rows: given.value.map(row => ({ ...row, amount: row.amount ?? null })) },
    }),
  )
async function file(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  if (!chosen) return
  await act(key =>
    api.POST('/api/pay-runs/{id}/taxes-file', {
      params: { ...params.value, query: { key } },
      ...bytes(chosen),
    }),
  )
  input.value = ''
}
</script>

<template>
  <section class="panel pad stack" aria-label="Taxes">
    <div class="spread wrap">
      <h2>Taxes</h2>
      <div class="row wrap">
        <label class="file"
          >Read payroll’s file (number, taxes)<input type="file" accept=".csv,text/csv" @change="file"
        /></label>
        <v-btn size="small" variant="text" @click="open = !open">{{
          open ? 'Only what is asked for' : 'Type them'
        }}</v-btn>
      </div>
    </div>
    <p v-if="wanted.length" class="asks">
      {{ wanted.length === 1 ? 'One driver has' : `${wanted.length} drivers have` }} an order in force: what
      it takes is worked out from what is left after taxes, so their taxes are needed before the run is
      approved.
    </p>
    <p v-if="without.length" class="quiet">
      No tax is withheld on {{ without.length }} of {{ run.rows.length }}
      {{ run.rows.length === 1 ? 'statement' : 'statements' }}, and each says so.
    </p>
    <form v-if="shown.length" class="stack" @submit.prevent="keep">
      <ul class="rows">
        <li v-for="row in shown" :key="row.driver.id" class="spread wrap">
          <span
            ><router-link :to="`/pay/statements/${row.id}`">{{ row.driver.name }}</router-link>
            <span class="quiet small"
              >{{ showDollars(row.gross) }} gross<template v-if="row.taxes_wanted && row.taxes !== null"
                >; {{ showDollars(row.taxes) }} was given for {{ showDollars(row.taxes_of) }}</template
              ></span
            ></span
          ><amount-field
            :model-value="typed[row.driver.id] ?? (row.taxes_wanted ? '' : (row.taxes ?? ''))"
            class="amount"
            :label="`Taxes of ${row.driver.name}, $`"
            :error-messages="at(row)"
            @update:model-value="typed[row.driver.id] = $event"
          />
        </li>
      </ul>
      <div class="row justify-end">
        <v-btn
          type="submit"
          color="primary"
          variant="tonal"
          :loading="busy"
          :disabled="!given.length || !read"
          >Withhold them</v-btn
        >
      </div>
    </form>
    <v-alert v-if="trouble && !trouble.path.startsWith('/rows')" type="error">{{ trouble.message }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.rows {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.5rem;
}
.amount {
  flex: 0 0 16rem;
}
.asks {
  border-left: 4px solid rgb(var(--v-theme-tight));
  padding-left: 0.6rem;
}
.file {
  font-size: 0.85rem;
}
.file input {
  margin-left: 0.5rem;
  max-width: 14rem;
}
</style>
