<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { CARDS_DRAWN as DRAWN, cardWhat as what, cardWhere as where } from './cards'

/** Transactions that were matched to nobody: a clerk says whose they are. */
defineProps<{
  rows: Schemas['CardRow'][]
  names: { value: number; title: string }[]
  settles: boolean
  busy: string
}>()
const emit = defineEmits<{
  match: [id: number, driverId: number, remember: boolean]
  settle: [chargedTo: 'company', ids: number[]]
}>()
const whose = ref<Record<number, number | null>>({})
const remember = ref(true)
function match(id: number) {
  const driverId = whose.value[id]
  if (driverId) emit('match', id, driverId, remember.value)
}
</script>

<template>
  <div class="pad spread wrap">
    <h3>
      Nobody’s yet <span class="quiet">{{ rows.length }}</span>
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
      <tr v-for="row in rows.slice(0, DRAWN)" :key="row.id">
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
            ><v-btn size="small" variant="text" @click="$emit('settle', 'company', [row.id])"
              >Company’s</v-btn
            ></span
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
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
</style>
