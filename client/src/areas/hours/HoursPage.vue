<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleBetween } from '@/shared/ribbon/scale'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import TimeField from '@/shared/typed/TimeField.vue'
import DriverHours from './DriverHours.vue'
import SafetyView from './SafetyView.vue'
import { ORDERS, useFleetHours } from './useFleetHours'
import { leftInShort, sayNames, showClockMinutes, STATUS } from './words'

const HOUR = 3_600_000
const route = useRoute()
const router = useRouter()
const session = useSession()
const chosen = computed(() => (route.params.id ? Number(route.params.id) : undefined))

const view = ref<'ribbons' | 'safety'>(
  session.has('safety').value && !session.has('dispatcher').value ? 'safety' : 'ribbons',
)
const typedAt = ref('')
const at = ref<number>()
const { data, problem, load } = useFetched(
  at,
  instant =>
    ask(api.GET('/api/hours', { params: { query: instant ? { at: new Date(instant).toISOString() } : {} } })),
  change => change.kind === 'hours' || change.kind === 'driver',
)
const rows = computed(() => data.value?.rows ?? [])
const { order, terminal, onlyTrouble, atLeastHours, shown, troubles } = useFleetHours(rows)
const unknown = computed(() => rows.value.filter(row => row.known_since === null))
const terminals = computed(() =>
  [...new Map(rows.value.map(row => [row.terminal_id, row.terminal])).entries()].map(([value, title]) => ({
    value,
    title,
  })),
)
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const now = computed(() => (data.value ? Date.parse(data.value.as_of) : session.now()))
const scale = computed(() =>
  scaleBetween(now.value - 12 * HOUR, now.value + 24 * HOUR, Math.max(width.value, 100), session.zone),
)

const heard = ref<Schemas['HoursRow']>()
const said = computed(() => {
  const row = heard.value
  if (!row)
    return 'Full bar: driving. Low bar: other work. Middle line: sleeper. Foot line: off duty. Hatched: planned. Wedge: driving left.'
  return `${row.name}: ${row.trouble ? `${row.trouble}. ` : ''}${leftInShort(row)}`
})
const open = (id: number) => router.push(chosen.value === id ? '/hours' : `/hours/${id}`)
function step(by: number) {
  const at = shown.value.findIndex(row => row.id === chosen.value)
  const next = shown.value[Math.min(Math.max(at + by, 0), shown.value.length - 1)]
  if (next) void router.push(`/hours/${next.id}`)
}
useKeys([
  { key: 'j', label: 'Next driver', run: () => step(1) },
  { key: 'k', label: 'Driver before', run: () => step(-1) },
])
</script>

<template>
  <div class="page" :class="{ split: chosen }">
    <h1 v-if="!chosen" class="sr-only">Hours</h1>
    <section class="panel list" aria-label="Hours of all drivers">
      <waiting :data="data" :problem="problem" @again="load">
        <div class="views" role="tablist" aria-label="Views">
          <button type="button" role="tab" :aria-selected="view === 'ribbons'" @click="view = 'ribbons'">
            Ribbons
          </button>
          <button type="button" role="tab" :aria-selected="view === 'safety'" @click="view = 'safety'">
            Safety ({{ troubles }})
          </button>
        </div>
        <safety-view v-if="view === 'safety'" :rows="rows" />
        <template v-else>
          <form class="filters" @submit.prevent>
            <v-select v-model="order" :items="ORDERS" label="Order" />
            <v-select v-model="terminal" :items="terminals" label="Terminal" clearable />
            <v-text-field
              v-model.number="atLeastHours"
              label="Hours at least"
              type="number"
              min="0"
              max="11"
              clearable
              @click:clear="atLeastHours = null"
            />
            <time-field v-model="typedAt" v-model:at="at" label="From (tmrw 7a)" />
            <v-checkbox v-model="onlyTrouble" label="Trouble only" />
          </form>
          <p v-if="unknown.length" class="pad small unknown">
            <strong>Nobody knows the hours of {{ sayNames(unknown.map(({ name }) => name)) }}.</strong>
            Open a driver to type the last days, or to take in a file of the logging device.
          </p>
          <div class="line head small quiet">
            <span>Driver</span><span>Status</span
            ><span class="strip"
              ><span ref="strip" class="measure" /><duty-ruler :scale="scale" :now="now"
            /></span>
            <span class="figure" title="Driving until the next long rest">{{
              at ? 'From then' : 'Left'
            }}</span><span class="figure wide" title="Driving there is after ten hours of rest">Rested</span
            ><span class="wide">Available</span><span class="wide">Trip</span>
          </div>
          <p v-if="!shown.length" class="pad quiet">
            {{ rows.length ? 'No driver meets this.' : 'There are no drivers yet: add them under Fleet.' }}
          </p>
          <v-virtual-scroll v-else :items="shown" :item-height="25" class="rows">
            <template #default="{ item: row }">
              <div
                class="line row27"
                :class="{ here: row.id === chosen }"
                @click="open(row.id)"
                @focusin="heard = row"
                @mouseenter="heard = row"
              >
                <span class="clip"
                  ><strong
                    v-if="row.trouble || row.verdict === 'late'"
                    class="flag"
                    :title="row.trouble ?? 'Late on the trip'"
                    >{{ row.verdict === 'late' ? '△' : '!' }}</strong
                  >
                  <button
                    type="button"
                    class="who"
                    :aria-pressed="row.id === chosen"
                    @click.stop="open(row.id)"
                  >
                    {{ row.name }}
                  </button></span
                >
                <span class="clip small">{{ row.known_since ? STATUS[row.status] : 'Unknown' }}</span>
                <span class="strip"
                  ><duty-ribbon
                    :height="22"
                    :recorded="row.recorded"
                    :planned="row.planned"
                    :left="row.known_since ? row.left_today_minutes : 0"
                    :now="now"
                    :scale="scale"
                    :zone="row.zone"
                /></span>
                <span class="figure"
                  ><strong>{{
                    row.known_since ? showClockMinutes(at ? row.can_drive_at : row.left_today_minutes) : '?'
                  }}</strong></span
                >
                <span class="figure wide">{{
                  row.known_since ? showClockMinutes(row.after_rest_minutes) : '?'
                }}</span>
                <span class="wide clip small">{{
                  !row.known_since
                    ? '?'
                    : row.can_drive_minutes
                      ? 'now'
                      : row.available_at
                        ? showTime(row.available_at, row.zone, { letters: false })
                        : 'not in sight'
                }}</span>
                <span class="wide clip small"
                  ><router-link v-if="row.trip" :to="`/freight/${row.trip.load_id}`" @click.stop>{{
                    row.trip.load
                  }}</router-link
                  >{{ ' ' }}
                  <span class="quiet">{{ row.trip ? row.trip.destination : row.place }}</span></span
                >
              </div>
            </template>
          </v-virtual-scroll>
          <p class="said small" role="status">{{ said }}</p>
        </template>
      </waiting>
    </section>
    <driver-hours v-if="chosen" :id="chosen" :key="chosen" />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 0.75rem;
  align-items: start;
}
.page.split {
  grid-template-columns: minmax(24rem, 1fr) minmax(30rem, 1.15fr);
}
.views {
  display: flex;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  padding: 0 0.4rem;
}
.views button {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 0.15rem 0.7rem;
  cursor: pointer;
  min-height: 30px;
}
.views button[aria-selected='true'] {
  font-weight: 700;
  border-bottom-color: rgb(var(--v-theme-primary));
}
.list {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.filters {
  display: grid;
  grid-template-columns: 13rem 9rem 9.5rem 11rem auto;
  gap: 0.5rem;
  align-items: start;
  padding: 0.45rem 0.6rem 0.2rem;
}
.split .filters {
  grid-template-columns: 1fr 1fr;
}
.line {
  display: grid;
  grid-template-columns: 9.2rem 5.2rem minmax(8rem, 1fr) 4.4rem 4rem 7.4rem 13rem;
  gap: 0.5rem;
  align-items: center;
  padding: 0 0.6rem;
}
.split .line {
  grid-template-columns: 8.6rem 4.8rem minmax(6rem, 1fr) 4rem;
}
.split .wide {
  display: none;
}
.head {
  border-bottom: 1px solid rgb(var(--v-theme-line));
  min-height: 24px;
  font-weight: 600;
}
.row27 {
  height: 25px;
  cursor: pointer;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.55);
}
.row27:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.row27.here {
  background: rgb(var(--v-theme-surface-variant));
}
.who {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  min-height: 24px;
  cursor: pointer;
  text-align: left;
}
.who:focus-visible {
  outline-offset: -2px;
}
.strip {
  position: relative;
  overflow: hidden;
  min-width: 0;
}
.measure {
  position: absolute;
  left: 0;
  right: 0;
  height: 1px;
}
.rows {
  max-height: calc(100vh - 196px);
  min-height: 120px;
}
.flag {
  color: rgb(var(--v-theme-late));
}
.said {
  padding: 0.3rem 0.6rem;
  border-top: 1px solid rgb(var(--v-theme-line));
  min-height: 1.9rem;
}
.pad {
  padding: 0.8rem 0.9rem;
}
@media (max-width: 900px) {
  .page.split {
    grid-template-columns: minmax(0, 1fr);
  }
  .page.split .list {
    display: none;
  }
  .filters {
    grid-template-columns: 1fr 1fr;
  }
  .line {
    grid-template-columns: minmax(6rem, 1fr) minmax(7rem, 1fr) 3.6rem;
  }
  .line > :nth-child(2),
  .wide {
    display: none;
  }
}
</style>
