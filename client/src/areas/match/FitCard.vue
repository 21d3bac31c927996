<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import FitMark from '@/shared/FitMark.vue'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import FitPlan from './FitPlan.vue'
import { emptyWay, moneyLines, sentence, TRAILER } from './words'

/** One judgement in full: its reasons, its plan on the ribbon, its money line by line, and the act. */
const {
  fit,
  span,
  problem = undefined,
  busy = false,
  mayGive,
} = defineProps<{
  fit: Schemas['ComparedFit']
  span: readonly number[]
  problem?: Problem | undefined
  busy?: boolean
  mayGive: boolean
}>()
const emit = defineEmits<{ give: [why: string] }>()
const why = ref('')
const blocked = computed(() => fit.verdict === 'blocked')
const taken = computed(() =>
  fit.reasons.some(({ code }) => code === 'crew_taken' || code === 'no_trailer' || code === 'no_tractor'),
)
</script>

<template>
  <article class="panel pad card" :aria-label="`${fit.crew.name} for ${fit.load.number}`">
    <header class="spread">
      <h2>
        {{ fit.crew.name }}
        <span class="quiet">for {{ fit.load.number }}{{ fit.joins ? `, on ${fit.joins.trip}` : '' }}</span>
      </h2>
      <fit-mark :verdict="fit.verdict" />
    </header>
    <fit-plan :fit="fit" :span="span" />
    <dl class="known small">
      <div>
        <dt>Free</dt>
        <dd>
          {{ showTime(fit.begins_at, fit.crew.zone) }}, {{ fit.crew.place
          }}<template v-if="fit.crew.after_load">, after {{ fit.crew.after_load }}</template>
        </dd>
      </div>
      <div>
        <dt>Empty</dt>
        <dd>{{ emptyWay(fit) }}</dd>
      </div>
      <div v-if="fit.gross">
        <dt>Weighs</dt>
        <dd>{{ sentence(fit.gross) }}</dd>
      </div>
      <div v-if="fit.crew.preferences">
        <dt>Likes</dt>
        <dd>{{ fit.crew.preferences }}</dd>
      </div>
      <div>
        <dt>Done</dt>
        <dd>{{ showTime(fit.ends_at, fit.zone) }}</dd>
      </div>
      <div>
        <dt>With</dt>
        <dd>
          {{ fit.tractor?.number ?? 'no tractor' }},
          {{
            fit.trailer
              ? `${fit.trailer.number} (${TRAILER[fit.trailer.kind ?? ''] ?? 'trailer'})`
              : 'no trailer'
          }}
        </dd>
      </div>
    </dl>
    <table class="ledger money">
      <tbody>
        <tr v-for="line in moneyLines(fit)" :key="line.name" :class="{ total: line.name === 'profit' }">
          <td>{{ line.label }}</td>
          <td class="figure">{{ line.amount }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">
      {{ fit.money.per_mile ? `${showDollars(fit.money.per_mile)} a mile` : ''
      }}{{ fit.money.per_day ? `, ${showDollars(fit.money.per_day)} a day` : '' }} of profit, empty miles
      counted.<template v-if="fit.joins"> All figures are what the load adds to the trip.</template>
    </p>
    <form v-if="mayGive" class="give" @submit.prevent="emit('give', why)">
      <v-text-field
        v-if="blocked && !taken"
        v-model="why"
        label="Why all the same"
        :error-messages="problem?.path === '/why' ? [problem.message] : []"
      />
      <v-btn
        type="submit"
        color="primary"
        :loading="busy"
        :disabled="taken || (blocked && why.trim().length < 3)"
        >{{
          fit.joins
            ? `Put ${fit.load.number} on ${fit.joins.trip}`
            : `Give ${fit.load.number} to ${fit.crew.name}`
        }}</v-btn
      >
    </form>
    <v-alert v-if="problem && problem.path !== '/why'" type="error" class="mt-2">{{
      problem.message
    }}</v-alert>
  </article>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.85rem;
}
.card {
  min-width: 0;
}
.money td {
  padding: 0.12rem 0;
  border: 0;
}
.money .total td {
  border-top: 1px solid rgb(var(--v-theme-line));
  font-weight: 700;
  padding-top: 0.25rem;
}
.give {
  display: grid;
  gap: 0.5rem;
  margin-top: 0.6rem;
}
</style>
