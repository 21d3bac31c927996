<script setup lang="ts">
import { computed, ref } from 'vue'
import PlanRibbon from '@/areas/match/PlanRibbon.vue'
import { spanOf } from '@/areas/match/words'
import type { Schemas } from '@/shared/api'
import { showDollars, showMiles } from '@/shared/measure'
import { showTime } from '@/shared/time'
import ChainMap from './ChainMap.vue'

/** One chain: what it leaves, its links, its ribbon, and on wish the map. */
const { chain, place, zone, found, gone } = defineProps<{
  chain: Schemas['Chain']
  /** Its place among those that were found, from one on. */
  place: number
  zone: string
  found: Schemas['Chains']
  /** Keys of links that are not to be had any more. */
  gone: readonly string[]
}>()
const wanted = defineModel<string[]>('wanted', { required: true })
const emit = defineEmits<{ look: [postingId: number]; without: [key: string]; replace: [] }>()
const onMap = ref(place === 1)
const now = computed(() => Date.parse(found.as_of))
const lost = computed(() => chain.links.filter(({ key }) => gone.includes(key)))
const keep = (key: string) => {
  wanted.value = wanted.value.includes(key) ? wanted.value.filter(one => one !== key) : [...wanted.value, key]
}
</script>

<template>
  <li class="chain">
    <header class="spread wrap">
      <h2>
        {{ showDollars(chain.profit) }}
        <span class="quiet small"
          >profit<template v-if="chain.profit_per_day"
            >, {{ showDollars(chain.profit_per_day) }} a day</template
          >, {{ place === 1 ? 'the most there is' : `number ${place}` }}</span
        >
      </h2>
      <span class="small"
        >there {{ showTime(chain.arrive_at, zone) }}; {{ showMiles(chain.loaded_miles) }} loaded,
        {{ showMiles(chain.deadhead_miles) }} empty</span
      >
    </header>
    <plan-ribbon :plan="chain" :span="spanOf([chain])" :now="now" :zone="found.crew.zone" />
    <p v-if="lost.length" class="lost" role="status">
      {{ lost.map(({ reference }) => reference).join(', ') }}
      {{ lost.length === 1 ? 'is' : 'are' }} gone.
      <v-btn size="small" color="primary" @click="emit('replace')">Find what replaces it</v-btn>
    </p>
    <table class="ledger">
      <tbody>
        <tr v-for="link in chain.links" :key="link.key" :class="{ lost: gone.includes(link.key) }">
          <td>
            <strong>{{ link.origin }} → {{ link.destination }}</strong
            ><span class="small quiet"
              ><br />{{ link.poster }}, {{ link.reference }}{{ link.load_id ? ', our own load' : '' }}</span
            >
          </td>
          <td class="small">
            <template v-if="link.opens_at && link.closes_at"
              >pickup {{ showTime(link.opens_at, link.zone) }} to
              {{ showTime(link.closes_at, link.zone) }}</template
            >
          </td>
          <td class="figure">
            {{ showMiles(link.miles)
            }}<span class="small quiet"><br />{{ showMiles(link.deadhead_miles) }} empty before</span>
          </td>
          <td class="figure">{{ showDollars(link.rate) }}</td>
          <td class="figure">
            <span class="row justify-end acts"
              ><v-btn
                v-if="link.posting_id"
                size="small"
                variant="tonal"
                :aria-label="`Look at ${link.reference}`"
                @click="emit('look', link.posting_id)"
                >Look at</v-btn
              ><v-btn
                v-else
                size="small"
                variant="tonal"
                :aria-label="`Match ${link.reference}`"
                :to="{ path: '/match', query: { view: 'loads', load: String(link.load_id) } }"
                >Match</v-btn
              ><v-btn
                size="small"
                variant="text"
                :aria-pressed="wanted.includes(link.key)"
                :aria-label="`${wanted.includes(link.key) ? 'Kept' : 'Keep'}: ${link.reference}`"
                @click="keep(link.key)"
                >{{ wanted.includes(link.key) ? 'Kept' : 'Keep' }}</v-btn
              ><v-btn
                size="small"
                variant="text"
                :aria-label="`Not this one: ${link.reference}`"
                @click="emit('without', link.key)"
                >Not this one</v-btn
              ></span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <div class="spread wrap sums">
      <span class="small quiet"
        >Revenue {{ showDollars(chain.revenue) }}; fuel, miles and driver’s pay −{{
          showDollars(chain.miles_and_pay)
        }}; tolls −{{ showDollars(chain.tolls) }}; days −{{ showDollars(chain.daily) }}</span
      ><v-btn size="small" variant="text" :aria-expanded="onMap" @click="onMap = !onMap">{{
        onMap ? 'Hide the map' : 'Show on the map'
      }}</v-btn>
    </div>
    <chain-map v-if="onMap" :start="found.start" :links="chain.links" />
  </li>
</template>

<style scoped>
.chain {
  padding: 0.4rem 0.85rem 0.5rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.sums {
  margin: 0.2rem 0;
}
.wrap {
  flex-wrap: wrap;
}
.acts {
  flex-wrap: nowrap;
}
p.lost {
  margin: 0.2rem 0;
}
tr.lost td {
  text-decoration: line-through;
}
</style>
