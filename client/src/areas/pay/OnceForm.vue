<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import { dayAt } from '@/shared/time'
import { useSession } from '@/shared/session'
import { parseDayNear } from '@/shared/typed/days'
import { useAct } from '@/shared/useAct'

/** One thing that was given or taken once, put right: its name, its note, how much in all, from when. */
const { item, changes } = defineProps<{ item: Schemas['GivenOnce']; changes: boolean }>()
const emit = defineEmits<{ kept: [rows: Schemas['GivenOnce'][]]; close: [] }>()
const typed = ref({ label: item.label, note: item.note, amount: item.amount, due_on: item.due_on })
const { busy, trouble, act } = useAct<{ rows: Schemas['GivenOnce'][]; change_id: number | null }>(now =>
  emit('kept', now.rows),
)
const negative = computed(() => typed.value.amount.trim().startsWith('-'))
const amount = computed(() => {
  const read = parseDollars(typed.value.amount.replace(/^\s*-/, ''))
  return read && `${negative.value ? '-' : ''}${read}`
})
const session = useSession()
const day = computed(() => parseDayNear(typed.value.due_on, dayAt(session.now(), session.zone)))
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
const keep = () =>
  amount.value &&
  day.value &&
  act(key =>
    api.PUT('/api/one-time/{id}', {
      params: { path: { id: item.id } },
      body: {
        key,
        version: item.version,
        label: typed.value.label.trim(),
        note: typed.value.note.trim(),
        amount: amount.value!,
        due_on: day.value!,
      },
    }),
  )
</script>

<template>
  <form class="panel pad form" aria-label="Put it right" @submit.prevent="keep">
    <div class="spread all">
      <h2>{{ item.driver.name }}</h2>
      <v-btn variant="text" size="small" @click="emit('close')">Close</v-btn>
    </div>
    <v-text-field
      v-model="typed.label"
      class="all"
      label="Name on the statement"
      :readonly="!changes"
      :error-messages="at('label')"
    />
    <v-text-field
      v-model="typed.amount"
      label="Dollars, all parts together"
      inputmode="decimal"
      :readonly="!changes"
      :error-messages="at('amount') ?? (amount ? undefined : 'Write dollars: 41.50')"
      :hint="amount && amount !== item.amount ? `It was ${showDollars(item.amount)}` : undefined"
      persistent-hint
    />
    <v-text-field
      v-model="typed.due_on"
      label="From (11/22, 2026-11-22)"
      :readonly="!changes"
      :error-messages="at('due_on') ?? (day ? undefined : 'Write a day: 11/22')"
    />
    <v-text-field
      v-model="typed.note"
      class="all"
      label="Note for the accountant"
      :readonly="!changes"
      :error-messages="at('note')"
    />
    <p v-if="!changes" class="all quiet small">
      {{
        item.withdrawn_at
          ? 'It was taken back.'
          : 'A locked statement has it: put it right with another one on the next statement.'
      }}
    </p>
    <v-alert
      v-if="trouble && !['/label', '/amount', '/note', '/due_on'].includes(trouble.path)"
      type="error"
      class="all"
      >{{ trouble.message }}</v-alert
    >
    <div v-if="changes" class="row justify-end all">
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!typed.label.trim() || !amount || !day"
        >Keep it</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
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
</style>
