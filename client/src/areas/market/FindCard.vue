<script setup lang="ts">
import { computed } from 'vue'
import FitPlan from '@/areas/match/FitPlan.vue'
import { moneyLines, spanOf } from '@/areas/match/words'
import { showDollars, showMiles, showMinutes } from '@/shared/measure'
import type { Problem, Schemas } from '@/shared/api'
import FitMark from '@/shared/FitMark.vue'
import { showTime } from '@/shared/time'
import OfferForm, { type Letter } from './OfferForm.vue'
import PostedFacts from './PostedFacts.vue'
import { isBlocked, onwardWords } from './words'

/** One find in full: the truck's ribbon with it in the gap, who posts it, what our price comes to, and the offer. */
const {
  full,
  busy = false,
  problem = undefined,
  mayOffer,
  beside = false,
} = defineProps<{
  full: Schemas['FindInFull']
  busy?: boolean
  problem?: Problem | undefined
  mayOffer: boolean
  /** Stands beside others already. */
  beside?: boolean
}>()
const amount = defineModel<string>('amount', { required: true })
const note = defineModel<string>('note', { required: true })
const emit = defineEmits<{ offer: [letter: Letter | undefined]; aside: [aside: boolean]; beside: [] }>()

const find = computed(() => full.find)
const fit = computed(() => full.plan)
const zone = computed(() => fit.value.load.pickup_zone ?? fit.value.crew.zone)
</script>

<template>
  <article class="panel pad card" :aria-label="`${find.reference} for ${fit.crew.name}`">
    <header class="spread">
      <h2>{{ fit.load.origin }} → {{ fit.load.destination }}</h2>
      <span class="row"
        ><v-btn size="small" variant="text" :aria-pressed="beside" @click="emit('beside')">{{
          beside ? 'Take away' : 'Compare'
        }}</v-btn
        ><fit-mark :verdict="isBlocked(find) ? 'blocked' : fit.verdict"
      /></span>
    </header>
    <fit-plan :fit="fit" :span="spanOf([fit])" :besides="find.reasons" />
    <dl class="known small wide">
      <posted-facts
        :posted="find"
        :zone="zone"
        :delivery-zone="fit.zone"
        :done="`done ${showTime(fit.ends_at, fit.zone)}`"
      />
      <div>
        <dt>Freight</dt>
        <dd>
          {{ find.weight_lb ? `${find.weight_lb.toLocaleString('en-US')} lb` : 'weight not said'
          }}{{ find.size === 'partial' ? ', partial' : '' }}, {{ showMiles(fit.loaded_miles) }}
        </dd>
      </div>
      <div>
        <dt>Empty</dt>
        <dd>
          {{ showMiles(fit.deadhead_miles) }}, {{ showMinutes(fit.deadhead_minutes) }}, from
          {{ fit.crew.place }}
        </dd>
      </div>
      <div>
        <dt>After it</dt>
        <dd>
          {{ onwardWords(find.onward) }}
        </dd>
      </div>
    </dl>
    <dl class="money">
      <div v-for="line in moneyLines(fit)" :key="line.name" :class="{ total: line.name === 'profit' }">
        <dt>{{ line.label }}</dt>
        <dd class="figure">{{ line.amount }}</dd>
      </div>
    </dl>
    <p v-if="find.offer" class="mine" role="status">
      {{ find.offer.made_by }} offered {{ showDollars(find.offer.amount) }},
      {{ showTime(find.offer.made_at, fit.crew.zone) }}: one company, one offer.
      <router-link :to="{ path: '/market', query: { view: 'offers' } }">See the offers</router-link>
    </p>
    <offer-form
      v-else-if="mayOffer"
      v-model:amount="amount"
      v-model:note="note"
      :full="full"
      :busy="busy"
      :problem="problem"
      @offer="letter => emit('offer', letter)"
      @aside="value => emit('aside', value)"
    />
    <v-alert v-if="problem && problem.path !== '/amount'" type="error" class="mt-2">{{
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
.money {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.1rem 1.4rem;
  margin: 0.4rem 0;
  padding-top: 0.3rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.money div {
  display: flex;
  justify-content: space-between;
}
.money dd {
  margin: 0;
}
.money .total {
  font-weight: 700;
}
.mine {
  margin: 0.6rem 0 0;
}
</style>
