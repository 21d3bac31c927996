<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { CHARGES, type Charge } from './charges'

/** What may be charged beside the haul: first what is agreed on with its price, then everything else by name. */
const { agreed = [] } = defineProps<{ agreed?: Schemas['CustomerLanes']['charges'] | undefined }>()
const emit = defineEmits<{ pick: [charge: Charge] }>()
const items = computed(() => {
  const known = agreed.map(({ code, label, amount }) => ({
    key: `${code} ${label}`,
    title: label,
    subtitle: showDollars(amount),
    charge: { kind: code === 'other' ? null : (code as Charge['kind']), label, amount },
  }))
  const codes = new Set(agreed.map(({ code }) => code))
  const others = CHARGES.filter(([code]) => !codes.has(code ?? 'other')).map(([code, label]) => ({
    key: code ?? 'other',
    title: code ? label : 'Something else',
    subtitle: undefined,
    charge: { kind: code, label: code ? label : '', amount: '' },
  }))
  return [...known, ...others]
})
</script>

<template>
  <v-menu>
    <template #activator="{ props }">
      <v-btn variant="text" size="small" :prepend-icon="mdiPlus" v-bind="props">Charge</v-btn>
    </template>
    <v-list density="compact" aria-label="What is charged">
      <v-list-item
        v-for="item in items"
        :key="item.key"
        :title="item.title"
        :subtitle="item.subtitle"
        @click="emit('pick', item.charge)"
      />
    </v-list>
  </v-menu>
</template>
