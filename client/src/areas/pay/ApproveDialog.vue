<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'

/** Before a run is locked: what it comes to, and what speaks against locking it now. */
const { run } = defineProps<{ run: Schemas['PayRun']; busy: boolean }>()
const emit = defineEmits<{ close: []; approve: [] }>()
const STATUS: Record<string, string> = { sent: 'not answered', accepted: 'not begun', rolling: 'on the way' }
const underWay = computed(() => run.not_over?.under_way ?? [])
const untaxed = computed(() => run.rows.filter(row => row.no_tax).length)
</script>

<template>
  <v-card class="pa-4 stack"
    ><h2>Approve and lock {{ showDay(run.from) }} – {{ showDay(run.to) }}?</h2>
    <div v-if="run.not_over" class="early" role="alert">
      <p>
        <strong>This period runs to {{ showDay(run.to) }}.</strong>
        {{
          underWay.length
            ? `What is still under way in it would be paid in the next run:`
            : 'Nothing of it is under way; what is given to drivers until then is paid in the next run.'
        }}
      </p>
      <ul v-if="underWay.length">
        <li v-for="one in underWay.slice(0, 6)" :key="`${one.trip} ${one.driver}`">
          {{ one.trip }}, {{ one.driver }}: {{ STATUS[one.status] ?? one.status }}
        </li>
        <li v-if="underWay.length > 6">and {{ underWay.length - 6 }} more</li>
      </ul>
    </div>
    <p>
      {{ run.rows.length }} statements, {{ showDollars(run.gross) }} gross,
      <strong>{{ showDollars(run.net) }} net</strong>.
      {{
        run.held.length
          ? `${run.held.length} ${run.held.length === 1 ? 'item stays' : 'items stay'} held.`
          : ''
      }}
      {{ untaxed ? `No tax is withheld on ${untaxed} of them.` : '' }} It is posted to the books. Until it is
      paid it can be opened again, with a reason.
    </p>
    <div class="row justify-end">
      <v-btn variant="text" @click="emit('close')">Not yet</v-btn
      ><v-btn color="primary" :loading="busy" @click="emit('approve')">{{
        run.not_over ? 'Lock it before it ends' : `Approve ${showDollars(run.net)}`
      }}</v-btn>
    </div></v-card
  >
</template>

<style scoped>
.early {
  border-left: 4px solid rgb(var(--v-theme-tight));
  padding-left: 0.6rem;
}
.early ul {
  margin: 0.2rem 0 0;
  padding-left: 1.1rem;
}
</style>
