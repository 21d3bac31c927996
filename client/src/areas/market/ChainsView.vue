<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars, showMiles } from '@/shared/measure'
import { showTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import Waiting from '@/shared/Waiting.vue'
import { states } from './useFinds'

/** Loads strung together that bring a truck to a place by a date, with the most profit. */
const { driver } = defineProps<{ driver: Schemas['FreeCrew'] }>()
const emit = defineEmits<{ look: [postingId: number] }>()
const to = ref('Boise, ID')
const typed = ref('')
const at = ref<number>()
const most = ref('4')
const avoid = ref('')
const without = ref<number[]>([])
const asked = ref<{ to: string; by: string; max_loads: number; avoid: string }>()
watch(
  () => driver.id,
  () => {
    asked.value = undefined
    without.value = []
  },
)
const { data, problem, load } = useFetched(
  () => ({ driver: driver.id, asked: asked.value, without: without.value.join(',') }),
  async of =>
    of.asked
      ? ask<Schemas['Chains']>(
          api.GET('/api/market/chains', {
            params: { query: { driver_id: of.driver, ...of.asked, without: of.without } },
          }),
        )
      : NOTHING,
)
const submit = () => {
  if (!to.value.trim() || !at.value) return
  asked.value = {
    to: to.value.trim(),
    by: new Date(at.value).toISOString(),
    max_loads: Number(most.value),
    avoid: states(avoid.value),
  }
}
const at_field = (path: string) => (problem.value?.path === path ? [problem.value.message] : [])
const shown = computed(() => (asked.value ? data.value : undefined))
</script>

<template>
  <section class="panel" aria-label="Chains">
    <form class="ask" @submit.prevent="submit">
      <v-text-field v-model="to" label="Back to (Boise, ID or a ZIP)" :error-messages="at_field('/to')" />
      <time-field
        v-model="typed"
        v-model:at="at"
        label="By when (sat 6p)"
        :error="problem?.path === '/by' ? problem.message : ''"
      />
      <v-select v-model="most" :items="['1', '2', '3', '4', '5', '6']" label="Most loads" />
      <v-text-field v-model="avoid" label="Avoid (CA)" />
      <v-btn type="submit" color="primary" :disabled="!to.trim() || !at">Find chains</v-btn>
    </form>
    <p v-if="!asked" class="pad quiet">
      From {{ driver.place }}, free {{ showTime(driver.free_at, driver.zone) }}: the most profitable loads one
      after another, by the driver’s legal hours.
    </p>
    <waiting
      v-else-if="!['/to', '/by'].includes(problem?.path ?? '')"
      v-slot="{ data: found }"
      :data="shown"
      :problem="problem"
      @again="load"
    >
      <p v-if="!found.chains.length" class="pad">
        No chain of posted loads brings {{ driver.name }} there by then. A later time, more empty miles or
        more loads may.
      </p>
      <ol class="chains">
        <li
          v-for="(chain, i) in found.chains"
          :key="chain.links.map(link => link.reference).join()"
          class="chain"
        >
          <header class="spread wrap">
            <h2>
              {{ showDollars(chain.profit) }}
              <span class="quiet small"
                >profit<template v-if="chain.profit_per_day"
                  >, {{ showDollars(chain.profit_per_day) }} a day</template
                >, {{ i === 0 ? 'the most there is' : `number ${i + 1}` }}</span
              >
            </h2>
            <span class="small"
              >there {{ showTime(chain.arrive_at, found.zone) }}; {{ showMiles(chain.loaded_miles) }} loaded,
              {{ showMiles(chain.deadhead_miles) }} empty</span
            >
          </header>
          <table class="ledger">
            <tbody>
              <tr v-for="link in chain.links" :key="link.reference">
                <td>
                  <strong>{{ link.origin }} → {{ link.destination }}</strong
                  ><span class="small quiet"><br />{{ link.poster }}, {{ link.reference }}</span>
                </td>
                <td class="small">
                  <template v-if="link.opens_at && link.closes_at"
                    >pickup {{ showTime(link.opens_at, link.zone) }} to
                    {{ showTime(link.closes_at, link.zone) }}</template
                  >
                </td>
                <td class="figure">{{ showMiles(link.miles) }}</td>
                <td class="figure">{{ showDollars(link.rate) }}</td>
                <td class="figure">
                  <span class="row justify-end"
                    ><v-btn
                      size="small"
                      variant="tonal"
                      :aria-label="`Look at ${link.reference}`"
                      @click="emit('look', link.posting_id)"
                      >Look at</v-btn
                    ><v-btn
                      size="small"
                      variant="text"
                      :aria-label="`Not this one: ${link.reference}`"
                      @click="without = [...without, link.posting_id]"
                      >Not this one</v-btn
                    ></span
                  >
                </td>
              </tr>
            </tbody>
          </table>
          <p class="small quiet sums">
            Revenue {{ showDollars(chain.revenue) }}; fuel, miles and driver’s pay −{{
              showDollars(chain.miles_and_pay)
            }}; tolls −{{ showDollars(chain.tolls) }}; days −{{ showDollars(chain.daily) }}
          </p>
        </li>
      </ol>
      <p class="pad small quiet">
        {{ found.considered.toLocaleString('en-US') }} postings with a price were tried, in
        {{ found.milliseconds }} ms.<template v-if="without.length">
          {{ without.length }} left out by you.
          <button type="button" class="link" @click="without = []">Take them back in</button></template
        >
      </p>
    </waiting>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 1.3fr 1fr 7rem 8rem auto;
  gap: 0.6rem;
  padding: 0.7rem 0.85rem;
  align-items: center;
}
.pad {
  padding: 0.2rem 0.85rem 0.8rem;
}
.chains {
  list-style: none;
  margin: 0;
  padding: 0;
}
.chain {
  padding: 0.4rem 0.85rem 0.2rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.sums {
  margin: 0.2rem 0 0.4rem;
}
.wrap {
  flex-wrap: wrap;
}
.link {
  font: inherit;
  color: rgb(var(--v-theme-primary));
  background: none;
  border: 0;
  padding: 0;
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 900px) {
  .ask {
    grid-template-columns: 1fr;
  }
}
</style>
