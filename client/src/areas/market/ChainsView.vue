<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import Waiting from '@/shared/Waiting.vue'
import ChainCard from './ChainCard.vue'
import { states } from './useFinds'
import { readPrice } from './words'

/** Loads strung together that bring a truck to a place by a date, with the most profit. */
const { driver } = defineProps<{ driver: Schemas['FreeCrew'] }>()
const emit = defineEmits<{ look: [postingId: number] }>()
/** Home, and the evening of the day that was promised, until somebody says otherwise. */
const promised = () => driver.home_by?.replace(/^\d+-0?(\d+)-0?(\d+)$/, '$1/$2 1800') ?? ''
const to = ref(driver.home)
const typed = ref(promised())
const at = ref<number>()
const most = ref('4')
const avoid = ref('')
const perDay = ref('')
const without = ref<string[]>([])
const wanted = ref<string[]>([])
interface Asked {
  to: string
  by: string
  max_loads: number
  avoid: string
  least_per_day?: string
}
const asked = ref<Asked>()
const { data, problem, load } = useFetched(
  () => ({
    driver: driver.id,
    asked: asked.value,
    without: without.value.join(','),
    wanted: wanted.value.join(','),
  }),
  async of =>
    of.asked
      ? ask<Schemas['Chains']>(
          api.GET('/api/market/chains', {
            params: {
              query: { driver_id: of.driver, ...of.asked, without: of.without, wanted: of.wanted },
            },
          }),
        )
      : NOTHING,
)
watch(
  () => driver.id,
  () => {
    asked.value = undefined
    to.value = driver.home
    typed.value = promised()
    without.value = []
    wanted.value = []
  },
)
const shown = computed(() => (asked.value ? data.value : undefined))
// What is on the page and not to be had any more, asked anew as the market moves.
const { data: links } = useFetched(
  () => [...new Set(shown.value?.chains.flatMap(chain => chain.links.map(({ key }) => key)))].join(','),
  async keys => (keys ? ask(api.GET('/api/market/links', { params: { query: { keys } } })) : NOTHING),
  change => ['market', 'offer', 'load'].includes(change.kind),
)
const gone = computed(() => links.value?.gone ?? [])
/** Keeps what is left of a chain and leaves out what has gone. */
function replace(chain: Schemas['Chain']) {
  without.value = [...new Set([...without.value, ...gone.value])]
  wanted.value = chain.links.map(({ key }) => key).filter(key => !gone.value.includes(key))
}
const perDayWrong = computed(() =>
  perDay.value.trim() && !readPrice(perDay.value) ? ['Dollars, as 300.'] : [],
)
const submit = () => {
  if (!to.value.trim() || !at.value || perDayWrong.value.length) return
  const least = readPrice(perDay.value)
  asked.value = {
    to: to.value.trim(),
    by: new Date(at.value).toISOString(),
    max_loads: Number(most.value),
    avoid: states(avoid.value),
    ...(least ? { least_per_day: least } : {}),
  }
}
const at_field = (path: string) => (problem.value?.path === path ? [problem.value.message] : [])
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
      <v-text-field v-model="avoid" label="Avoid" />
      <v-text-field
        v-model="perDay"
        label="Least a day, $"
        inputmode="decimal"
        :error-messages="perDayWrong"
      />
      <v-btn type="submit" color="primary" :disabled="!to.trim() || !at">Find chains</v-btn>
    </form>
    <p v-if="!asked" class="pad quiet">
      From {{ driver.place }}, free {{ showTime(driver.free_at, driver.zone) }}: the most profitable loads one
      after another, by the driver’s legal hours{{ driver.home_by ? ', home as promised' : '' }}.
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
        <chain-card
          v-for="(chain, i) in found.chains"
          :key="chain.links.map(link => link.key).join()"
          v-model:wanted="wanted"
          :chain="chain"
          :place="i + 1"
          :zone="found.zone"
          :found="found"
          :gone="gone"
          @look="id => emit('look', id)"
          @without="key => (without = [...without, key])"
          @replace="replace(chain)"
        />
      </ol>
      <p class="pad small quiet">
        {{ found.considered.toLocaleString('en-US') }} postings with a price and own open loads were tried, in
        {{ found.milliseconds }} ms.<template v-if="without.length">
          {{ without.length }} left out by you.
          <button type="button" class="link" @click="without = []">Take them back in</button></template
        ><template v-if="wanted.length">
          {{ wanted.length }} in every chain.
          <button type="button" class="link" @click="wanted = []">Let them go</button></template
        >
      </p>
    </waiting>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 1.2fr 1fr 6.6rem 6rem 9.4rem auto;
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
@media (max-width: 900px) {
  .ask {
    grid-template-columns: 1fr;
  }
}
</style>
