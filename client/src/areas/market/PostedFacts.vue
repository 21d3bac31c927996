<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import { laneWords, recordWords, type Posted } from './words'

/** What is known of a posting whoever looks at it: who posts it, how he pays, when, and what the lane pays. */
const {
  posted,
  zone,
  deliveryZone,
  done = '',
} = defineProps<{
  posted: Posted
  zone: string
  deliveryZone: string
  /** What is said after the delivery. */
  done?: string
}>()
const times = computed(() => {
  const { opens_at, closes_at, deliver_by } = posted
  return [
    opens_at && `${showTime(opens_at, zone)}${closes_at ? ` to ${showTime(closes_at, zone)}` : ''}`,
    deliver_by && `by ${showTime(deliver_by, deliveryZone)}`,
  ]
})
const pays = ({ credit_score, days_to_pay, factoring }: Schemas['PostedBy']) =>
  [
    credit_score === null ? 'no credit score yet' : `credit score ${credit_score} of 100`,
    days_to_pay === null ? '' : `after ${days_to_pay} days`,
    factoring ? 'factoring accepted' : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <div>
    <dt>Posted by</dt>
    <dd>
      {{ posted.poster.name
      }}<template v-if="posted.poster.authority_number">, MC {{ posted.poster.authority_number }}</template
      ><template v-if="posted.poster.phone">, {{ posted.poster.phone }}</template>
    </dd>
  </div>
  <div>
    <dt>Pays</dt>
    <dd>{{ pays(posted.poster) }}</dd>
  </div>
  <div>
    <dt>With us</dt>
    <dd>{{ recordWords(posted.record) }}</dd>
  </div>
  <div>
    <dt>Pickup</dt>
    <dd>{{ times[0] || 'no time said' }}</dd>
  </div>
  <div>
    <dt>Delivery</dt>
    <dd>{{ times[1] || 'no time said' }}{{ done ? `; ${done}` : '' }}</dd>
  </div>
  <div>
    <dt>Lane</dt>
    <dd>
      <template v-if="!posted.lanes.length">No prices on this lane yet</template>
      <div v-for="lane in posted.lanes" :key="lane.days">{{ laneWords(lane) }}</div>
    </dd>
  </div>
  <div v-if="posted.others.length">
    <dt>Also by</dt>
    <dd>
      <span v-for="(other, i) in posted.others" :key="other.posting_id"
        >{{ i ? '; ' : '' }}{{ other.poster }}, {{ other.rate ? showDollars(other.rate) : 'call' }}</span
      >
    </dd>
  </div>
</template>
