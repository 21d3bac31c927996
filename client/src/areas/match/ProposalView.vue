<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import FitMark from '@/shared/FitMark.vue'
import { useKeys } from '@/shared/keys'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** The best plan for the days to come, line by line. Nothing changes until a line is accepted. */
const { mayGive } = defineProps<{ mayGive: boolean }>()
type Line = Schemas['Proposal']['lines'][number]
const locked = ref<Record<string, string>>({})
const said = ref<Record<number, string>>({})
const busy = ref(false)
const asked = ref(0)
const { data, problem, load } = useFetched(asked, () =>
  ask(
    api.GET('/api/match/proposal', {
      params: {
        query: Object.keys(locked.value).length ? { locked: Object.values(locked.value).join(',') } : {},
      },
    }),
  ),
)
const lines = computed(() => data.value?.lines ?? [])
const gain = computed(() =>
  data.value ? (Number(data.value.value) - Number(data.value.greedy)).toFixed(2) : '0',
)

const lockOf = (line: Line) =>
  line.fits.map(fit => `${fit.load.id}:${fit.crew.driver_ids.join('+')}`).join(',')
function lock(line: Line) {
  if (locked.value[line.id]) delete locked.value[line.id]
  else locked.value[line.id] = lockOf(line)
}

async function accept(chosen: readonly Line[]) {
  busy.value = true
  const fits = chosen.flatMap(line => line.fits).filter(fit => fit.tractor)
  const { data: answers, problem: refused } = await ask(
    api.POST('/api/match/accept', {
      body: {
        key: newKey(),
        lines: fits.map(fit => ({
          load_id: fit.load.id,
          version: fit.load.version,
          driver_ids: fit.crew.driver_ids,
          tractor_id: fit.tractor!.id,
          trailer_id: fit.trailer?.id ?? null,
        })),
      },
    }),
  )
  busy.value = false
  for (const fit of fits) said.value[fit.load.id] = refused?.message ?? ''
  for (const answer of answers ?? []) said.value[answer.load_id] = answer.problem ?? 'done'
}
const done = (line: Line) => line.fits.every(fit => said.value[fit.load.id] === 'done')
const left = computed(() => lines.value.filter(line => !done(line)))
function again() {
  said.value = {}
  asked.value++
}
useKeys([
  {
    key: 'a',
    label: 'Accept the whole proposal',
    asks: 'Give all these loads to their crews?',
    run: () => {
      if (mayGive && left.value.length) void accept(left.value)
    },
  },
  { key: 'r', label: 'Propose again', run: again },
])
</script>

<template>
  <section class="panel" aria-label="Proposal">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <header class="spread pad head">
        <p>
          <strong
            >{{ found.lines.length }} {{ found.lines.length === 1 ? 'crew' : 'crews' }},
            {{ found.lines.reduce((sum, line) => sum + line.fits.length, 0) }} loads,
            {{ showDollars(found.profit) }} profit.</strong
          >{{ ' ' }}
          <span class="quiet small"
            >Worth {{ showDollars(gain) }} more than taking the best pair each time. Counted: profit,
            covering, lateness, home time.</span
          >
        </p>
        <span class="row"
          ><v-btn variant="tonal" size="small" @click="again">Propose again</v-btn
          ><v-btn
            v-if="mayGive"
            color="primary"
            :loading="busy"
            :disabled="!left.length"
            @click="accept(left)"
            >Accept all {{ left.length }}</v-btn
          ></span
        >
      </header>
      <p v-if="!found.lines.length" class="pad quiet">
        Nothing to propose: every load that is due has a crew, or no crew can take what is left.
      </p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Crew</th>
            <th>Takes</th>
            <th>Pickup</th>
            <th class="figure">Empty</th>
            <th class="figure">Profit</th>
            <th>Why</th>
            <th><span class="sr-only">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in found.lines" :key="line.id" :class="{ done: done(line) }">
            <td>
              <strong>{{ line.fits[0]!.crew.name }}</strong><br /><span class="small quiet">{{
                line.fits[0]!.crew.place
              }}</span>
            </td>
            <td>
              <div v-for="fit in line.fits" :key="fit.load.id" class="take">
                <fit-mark :verdict="fit.verdict" class="bare" /><span
                  ><router-link :to="`/match?load=${fit.load.id}`">{{ fit.load.number }}</router-link>
                  {{ fit.load.origin }} → {{ fit.load.destination
                  }}<span
                    v-if="said[fit.load.id] && said[fit.load.id] !== 'done'"
                    class="refused small"
                    role="alert"
                    ><br />{{ said[fit.load.id] }}</span
                  ></span
                >
              </div>
            </td>
            <td>
              <div v-for="fit in line.fits" :key="fit.load.id" class="when">
                {{ showTime(fit.load.pickup_at, fit.load.pickup_zone ?? 'UTC') }}
              </div>
            </td>
            <td class="figure">
              <div v-for="fit in line.fits" :key="fit.load.id">
                {{ Math.round(Number(fit.deadhead_miles)) }} mi
              </div>
            </td>
            <td class="figure">
              <strong>{{ showDollars(line.profit) }}</strong>
            </td>
            <td class="small quiet">
              {{ line.fits.flatMap(fit => fit.reasons.map(({ text }) => text)).join(' ') }} {{ line.why }}
            </td>
            <td class="acts">
              <span v-if="done(line)" class="small">Given</span
              ><template v-else-if="mayGive"
                ><v-btn size="small" variant="tonal" :disabled="busy" @click="accept([line])">Accept</v-btn
                ><v-btn size="small" variant="text" :aria-pressed="!!locked[line.id]" @click="lock(line)">{{
                  locked[line.id] ? 'Locked' : 'Lock'
                }}</v-btn></template
              >
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="found.uncovered.length" class="pad">
        <h2>Left out</h2>
        <ul class="out">
          <li v-for="row in found.uncovered" :key="row.load.id">
            <router-link :to="`/match?load=${row.load.id}`">{{ row.load.number }}</router-link>
            {{ row.load.origin }} → {{ row.load.destination }},
            {{ showTime(row.load.pickup_at, row.load.pickup_zone ?? 'UTC') }}.
            <span class="quiet">{{ row.why }}</span>
          </li>
        </ul>
      </div>
      <p v-if="found.idle.length" class="pad small quiet">
        Without a load in this plan: {{ found.idle.join(', ') }}.
      </p>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
@media (max-width: 700px) {
  .head {
    flex-wrap: wrap;
  }
}
.take {
  display: flex;
  gap: 0.4rem;
  align-items: baseline;
}
.take,
.when {
  white-space: nowrap;
}
.take > span {
  min-width: 0;
}
.refused {
  white-space: normal;
}
@media (max-width: 700px) {
  .take,
  .when {
    white-space: normal;
  }
}
.bare {
  font-size: 0;
  gap: 0;
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.refused {
  color: rgb(var(--v-theme-late));
}
.done {
  opacity: 0.62;
}
.out {
  margin: 0.2rem 0;
  padding-left: 1.1rem;
}
</style>
