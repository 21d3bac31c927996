<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars, sumDollars } from '@/shared/measure'
import { CARDS_DRAWN as DRAWN, cardWhat as what, cardWhere as where } from './cards'

/** Transactions with the driver and trip that each was matched to, to be settled by who bears them. */
const { rows } = defineProps<{ rows: Schemas['CardRow'][]; settles: boolean; busy: string }>()
defineEmits<{ settle: [chargedTo: 'company' | 'driver' | null, ids: number[]] }>()
const all = computed(() => rows.map(({ id }) => id))
const chosen = ref<number[]>([])
watch(all, () => {
  chosen.value = []
})
const ids = computed(() => all.value.filter(id => chosen.value.includes(id)))
const every = computed(() => ids.value.length > 0 && ids.value.length === all.value.length)
const sum = (of: Schemas['CardRow'][], chargedTo: string) =>
  showDollars(sumDollars(of.filter(row => row.charged_to === chargedTo).map(({ amount }) => amount)))
function toggle(id: number) {
  chosen.value = chosen.value.includes(id)
    ? chosen.value.filter(other => other !== id)
    : [...chosen.value, id]
}
</script>

<template>
  <div class="pad spread wrap">
    <h3>
      Matched <span class="quiet">{{ rows.length }}</span>
    </h3>
    <span class="small quiet"
      >Drivers bear {{ sum(rows, 'driver') }}, the company {{ sum(rows, 'company') }}</span
    >
    <span v-if="settles" class="row"
      ><template v-if="ids.length"
        ><v-btn size="small" variant="text" @click="$emit('settle', 'company', ids)"
          >The company bears {{ ids.length }}</v-btn
        ><v-btn size="small" variant="text" @click="$emit('settle', 'driver', ids)"
          >Their drivers do</v-btn
        ></template
      ><v-btn size="small" color="primary" :loading="busy === 'settle'" @click="$emit('settle', null, all)"
        >Settle all as proposed</v-btn
      ></span
    >
  </div>
  <table class="ledger">
    <thead>
      <tr>
        <th v-if="settles">
          <input
            type="checkbox"
            :checked="every"
            aria-label="All of these"
            @change="chosen = every ? [] : all"
          />
        </th>
        <th>When</th>
        <th>What</th>
        <th>Where</th>
        <th class="figure">Amount</th>
        <th>Driver</th>
        <th>Trip</th>
        <th>Charged to</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows.slice(0, DRAWN)" :key="row.id">
        <td v-if="settles" class="tick">
          <input
            type="checkbox"
            :checked="chosen.includes(row.id)"
            :aria-label="row.reference"
            @change="toggle(row.id)"
          />
        </td>
        <td class="nowrap">{{ row.local_time }}</td>
        <td>{{ what(row) }}</td>
        <td>{{ where(row) }}</td>
        <td class="figure">{{ showDollars(row.amount) }}</td>
        <td :title="row.matched_by">{{ row.driver?.name }}</td>
        <td>{{ row.trip ?? '' }}</td>
        <td>{{ row.charged_to }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="rows.length > DRAWN" class="pad quiet" role="status">
    {{ DRAWN }} of {{ rows.length.toLocaleString('en-US') }} are shown; the tick above takes all of them.
  </p>
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
.tick input,
th input {
  width: 20px;
  height: 20px;
}
</style>
