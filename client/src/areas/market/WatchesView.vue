<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import FitMark from '@/shared/FitMark.vue'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import { useAct } from '@/shared/useAct'
import Waiting from '@/shared/Waiting.vue'
import { ageWords } from './words'
import RunningWatches from './RunningWatches.vue'

/** Searches that run by themselves for trucks, and what they found. */
const { mayWatch } = defineProps<{ mayWatch: boolean }>()
const emit = defineEmits<{ look: [postingId: number, driverId: number] }>()
const session = useSession()
const all = ref(false)
const { data, problem, load } = useFetched(
  () => all.value,
  everybody =>
    ask<Schemas['WatchBoard']>(
      api.GET('/api/market/watches', { params: { query: everybody ? { all: true } : {} } }),
    ),
  change => ['watch', 'offer', 'market'].includes(change.kind),
)
const { busy, trouble, act } = useAct<unknown>(() => void load())

type Find = Schemas['WatchedFind']
type Truck = Schemas['WatchedTruck']
type Watch = Schemas['Watch']
const idsOf = (find: Find) => find.trucks.map(({ find_id }) => find_id)
const settle = (find: Find, state: 'seen' | 'passed' | 'later', laterAt?: number) =>
  act(() =>
    api.PUT('/api/market/watch-finds', {
      body: {
        ids: idsOf(find),
        state,
        ...(laterAt ? { later_at: new Date(laterAt).toISOString() } : {}),
      },
    }),
  )
async function look(find: Find, truck: Truck) {
  if (mayWatch) await settle(find, 'seen')
  emit('look', find.posting_id, truck.driver_id)
}
const change = (watch: Watch, what: 'end' | 'take') =>
  act(() =>
    api.PUT(`/api/market/watches/{id}/${what}`, {
      params: { path: { id: watch.id } },
      body: { version: watch.version },
    }),
  )

/** The find that is being set aside, and until when. */
const putting = ref<number>()
const typed = ref('')
const until = ref<number>()
const putAside = (find: Find) => {
  putting.value = find.posting_id
  typed.value = ''
}
async function later(find: Find) {
  if (until.value && (await settle(find, 'later', until.value))) putting.value = undefined
}
const seen = (find: Find) => find.trucks.find(({ seen_by }) => seen_by)
const now = computed(() => Date.parse(data.value?.as_of ?? '') || session.now())
</script>

<template>
  <div class="columns">
    <section class="panel" aria-label="Found">
      <waiting v-slot="{ data: board }" :data="data" :problem="problem" @again="load">
        <p v-if="!board.finds.length" class="pad quiet">
          {{
            board.watches.length
              ? 'Nothing found yet that waits for anybody. What comes rings and counts here.'
              : 'No watch is running. Pick a truck under Finds, say what you want, and press “Watch this”.'
          }}
        </p>
        <ul class="found" aria-label="Found by watches, the latest first">
          <li v-for="find in board.finds" :key="find.posting_id" :class="{ fresh: find.new }">
            <header class="spread wrap">
              <h2><span v-if="find.new" class="new">New</span> {{ find.origin }} → {{ find.destination }}</h2>
              <span class="figure"
                ><strong>{{ find.rate ? showDollars(find.rate) : 'no price' }}</strong></span
              >
            </header>
            <p class="small quiet line">
              {{ find.poster }}, {{ find.reference }}, {{ ageWords(find.posted_at, now)
              }}<template v-if="find.opens_at && find.closes_at"
                >; pickup {{ showTime(find.opens_at, find.zone ?? session.zone) }} to
                {{ showTime(find.closes_at, find.zone ?? session.zone) }}</template
              ><template v-if="seen(find)"
                >; seen by {{ seen(find)!.seen_by }},
                {{ showTime(seen(find)!.seen_at!, session.zone) }}</template
              >
            </p>
            <p v-if="find.offer" class="small line">
              {{ find.offer.made_by }} offered {{ showDollars(find.offer.amount) }},
              {{ showTime(find.offer.made_at, session.zone) }}.
            </p>
            <ul class="trucks">
              <li v-for="truck in find.trucks" :key="truck.find_id" class="truck">
                <fit-mark :verdict="truck.verdict" />
                <span class="clip"
                  ><strong>{{ truck.driver }}</strong
                  ><span class="small quiet beside">
                    <template v-if="truck.free_at"
                      >free {{ showTime(truck.free_at, truck.zone ?? session.zone) }}, {{ truck.place
                      }}<template v-if="truck.after_load"> after {{ truck.after_load }}</template></template
                    ><template v-if="all">; {{ truck.who }}’s</template></span
                  ></span
                >
                <span class="figure"
                  ><template v-if="truck.profit"
                    ><span class="small quiet">leaves</span> {{ showDollars(truck.profit) }}</template
                  ></span
                >
                <v-btn
                  size="small"
                  variant="tonal"
                  :disabled="busy"
                  :aria-label="`Look at ${find.reference} for ${truck.driver}`"
                  @click="look(find, truck)"
                  >Look at</v-btn
                >
              </li>
            </ul>
            <form v-if="putting === find.posting_id" class="row put" @submit.prevent="later(find)">
              <time-field
                v-model="typed"
                v-model:at="until"
                label="Show it again (10:30)"
                :error="trouble?.path === '/later_at' ? trouble.message : ''"
              />
              <v-btn type="submit" color="primary" size="small" :disabled="busy || !until">Set aside</v-btn>
              <v-btn variant="text" size="small" @click="putting = undefined">Cancel</v-btn>
            </form>
            <div v-else-if="mayWatch" class="row justify-end">
              <v-btn
                size="small"
                variant="text"
                :disabled="busy"
                :aria-label="`Later: ${find.reference}`"
                @click="putAside(find)"
                >Later</v-btn
              ><v-btn
                size="small"
                variant="text"
                :disabled="busy"
                :aria-label="`Pass: ${find.reference}`"
                @click="settle(find, 'passed')"
                >Pass</v-btn
              >
            </div>
          </li>
        </ul>
      </waiting>
      <v-alert v-if="trouble && trouble.path !== '/later_at'" type="error" class="ma-2">{{
        trouble.message
      }}</v-alert>
    </section>
    <running-watches
      v-model:all="all"
      :watches="data?.watches"
      :busy="busy"
      :may-watch="mayWatch"
      @end="watch => change(watch, 'end')"
      @take="watch => change(watch, 'take')"
    />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.found,
.trucks {
  list-style: none;
  margin: 0;
  padding: 0;
}
.found > li {
  padding: 0.5rem 0.85rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.found > .fresh {
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.new {
  font-size: 0.75rem;
  color: rgb(var(--v-theme-primary));
}
.line {
  margin: 0.1rem 0;
}
.truck {
  display: grid;
  grid-template-columns: 5.4rem minmax(0, 1fr) auto auto;
  gap: 0.6rem;
  align-items: center;
  min-height: 32px;
}
.beside {
  margin-left: 0.4rem;
}
.put {
  align-items: start;
  margin-top: 0.4rem;
}
.wrap {
  flex-wrap: wrap;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .truck {
    grid-template-columns: 5.4rem minmax(0, 1fr) auto;
  }
  .truck .v-btn {
    grid-column: 2 / -1;
    justify-self: start;
  }
}
</style>
