<script setup lang="ts">
import { showMinutes } from '@/shared/measure'
import { useTitle } from '@/shared/useTitle'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/shared/api'
import AuditTrail from '@/shared/AuditTrail.vue'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import DayGrid from './DayGrid.vue'
import DeviceFile from './DeviceFile.vue'
import DutyAsked from './DutyAsked.vue'
import DutyForm from './DutyForm.vue'
import HoursHead from './HoursHead.vue'
import { showClockMinutes, STATUS } from './words'

const { id } = defineProps<{ id: number }>()
const session = useSession()
const writes = session.has('dispatcher', 'safety')
const { data, problem, load, put } = useFetched(
  () => id,
  driver => ask(api.GET('/api/drivers/{id}/hours', { params: { path: { id: driver } } })),
  change => (change.kind === 'hours' || change.kind === 'driver') && change.id === id,
)

useTitle(() => data.value?.row.name)
const day = ref<string>()
watch(data, found => {
  if (found && !found.days.some(({ date }) => date === day.value)) day.value = found.days[0]?.date
})
const shownDay = computed(() => data.value?.days.find(({ date }) => date === day.value))
const entries = computed(() =>
  (data.value?.entries ?? []).filter(
    ({ from }) => shownDay.value && from >= iso(shownDay.value.from) && from < iso(shownDay.value.to),
  ),
)
const iso = (instant: string) => new Date(instant).toISOString().replace('.000Z', 'Z')
const KIND: Record<string, string> = {
  drive_limit: 'Driving past 11 hours',
  window_limit: 'Driving after the 14th hour',
  break_due: 'Driving without a break',
  cycle_limit: 'Driving past the cycle',
  day_drive_limit: 'Driving past 13 hours of the day',
  day_duty_limit: 'Driving after 14 hours of duty of the day',
  duty_limit: 'Driving after 14 hours of duty',
  daily_rest: "Driving in the day's rest",
  day_off_due: 'Driving with a day off due',
  without_day_off: 'Driving past 70 hours without a day off',
}
const most = computed(() => Math.max(1, ...(data.value?.recap ?? []).map(row => row.on_duty_minutes)))
const weekday = (date: string) =>
  new Date(`${date}T12:00:00Z`).toLocaleDateString('en-US', {
    weekday: 'short',
    month: 'numeric',
    day: 'numeric',
    timeZone: 'UTC',
  })
</script>

<template>
  <article class="stack" aria-label="One driver's hours">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <hours-head :hours="found" />

      <duty-asked :hours="found" :writes="writes" @written="put" />

      <section v-if="found.violations.length" class="panel pad">
        <h2>Violations</h2>
        <table class="ledger">
          <tbody>
            <tr v-for="(violation, i) in found.violations" :key="i">
              <td>
                {{ KIND[violation.kind] ?? violation.kind }}
                <span class="quiet small">{{ violation.rule }}</span>
              </td>
              <td class="small">{{ showTime(violation.from, found.row.zone) }}</td>
              <td class="figure">{{ showMinutes(violation.minutes) }}</td>
            </tr>
          </tbody>
        </table>
      </section>

      <section class="panel pad">
        <div class="spread">
          <h2>Record of a day</h2>
          <a
            v-if="shownDay"
            :href="`/api/drivers/${id}/hours/pdf?day=${shownDay.date}`"
            target="_blank"
            rel="noopener"
            >Print as a graph grid</a
          >
        </div>
        <div class="days" role="tablist" aria-label="Days">
          <button
            v-for="one in [...found.recap].reverse()"
            :key="one.date"
            type="button"
            role="tab"
            :aria-selected="one.date === day"
            @click="day = one.date"
          >
            <span class="bar" :style="{ height: `${(one.on_duty_minutes / most) * 22 + 1}px` }" /><span
              class="small"
              >{{ weekday(one.date) }}</span
            ><span class="small quiet">{{ showClockMinutes(one.on_duty_minutes) }}</span>
          </button>
        </div>
        <day-grid v-if="shownDay" :day="shownDay" :zone="found.row.zone" />
        <details class="small">
          <summary>Entries of this day ({{ entries.length }})</summary>
          <ul class="entries">
            <li v-for="entry in entries" :key="entry.id" :class="{ undone: entry.undone_by }">
              {{ showTime(entry.from, found.row.zone, { letters: false }) }} {{ STATUS[entry.status] }}
              <span class="quiet"
                >{{ entry.source }}, {{ entry.who }}<template v-if="entry.why">: {{ entry.why }}</template
                ><template v-if="entry.undone_by">
                  • undone by {{ entry.undone_by
                  }}<template v-if="entry.undone_why">: {{ entry.undone_why }}</template></template
                ></span
              >
            </li>
          </ul>
        </details>
        <device-file :driver-id="id" :writes="writes" @written="put" />
        <duty-form v-if="writes" :driver-id="id" :zone="found.row.zone" @written="put" />
      </section>
      <section class="panel pad">
        <h2>Trail</h2>
        <audit-trail :id="id" kind="driver" />
      </section>
    </waiting>
  </article>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.days {
  display: grid;
  grid-template-columns: repeat(8, 1fr);
  gap: 2px;
  margin: 0.5rem 0;
}
.days button {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: flex-end;
  min-height: 64px;
  padding: 2px;
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  border-radius: 3px;
  cursor: pointer;
}
.days button[aria-selected='true'] {
  border-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface-variant), 0.6);
}
.bar {
  width: 60%;
  background: rgb(var(--v-theme-primary));
}
.entries {
  list-style: none;
  padding: 0;
  margin: 0.3rem 0;
}
.undone {
  text-decoration: line-through;
}
summary {
  cursor: pointer;
  padding: 0.3rem 0;
}
@media (max-width: 700px) {
  .days {
    grid-template-columns: repeat(4, 1fr);
  }
}
</style>
