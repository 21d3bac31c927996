<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { showMinutes } from '@/shared/measure'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleFor } from '@/shared/ribbon/scale'
import { showTime } from '@/shared/time'

/** When the load may move, over when its driver may: both on one ruler. */
const { file } = defineProps<{ file: Schemas['PermitFile'] }>()
const DAYS = 4
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const now = computed(() => Date.parse(file.as_of ?? ''))
const zone = computed(() => file.zone ?? 'UTC')
const end = computed(() =>
  Math.max(
    Date.parse(file.plan?.finish_at ?? '') || 0,
    (Date.parse(file.windows[0]?.from ?? '') || now.value) + DAYS * 86_400_000,
  ),
)
const scale = computed(() =>
  scaleFor([now.value - 6 * 3_600_000, end.value], Math.max(width.value, 100), zone.value),
)
type Span = Schemas['Spans'][number]
const shown = (spans: Span[]) =>
  spans
    .map(({ from, to }) => ({
      from: Date.parse(from),
      to: Date.parse(to),
      text: `${showTime(from, zone.value, { letters: false })} to ${showTime(to, zone.value)}`,
    }))
    .filter(({ from }) => from < scale.value.to)
const lines = computed(() =>
  (file.by_state ?? []).map(({ state, zone: there, windows, checks }) => ({
    state,
    checks: checks ?? [],
    spans: shown(windows),
    next: windows
      .slice(0, 2)
      .map(
        ({ from, to }) =>
          `${showTime(from, there, { letters: false })} to ${showTime(to, there, { day: false })}`,
      )
      .join(' • '),
  })),
)
</script>

<template>
  <section class="panel pad" aria-label="When it may move">
    <div class="spread">
      <h2>When it may move</h2>
      <span v-if="file.plan?.finish_at" class="small"
        >delivered {{ showTime(file.plan.finish_at, zone) }}</span
      >
    </div>
    <p v-if="file.leave_by?.leave_at" class="mb-1">
      To be in time it leaves by <strong>{{ showTime(file.leave_by.leave_at, zone) }}</strong> with a rested
      driver<template v-if="file.leave_by.arrive_at"
        >, and is there {{ showTime(file.leave_by.arrive_at, zone) }}</template
      >.
    </p>
    <p v-else-if="file.leave_by?.late_minutes" class="late mb-1">
      Even leaving at once it is {{ showMinutes(file.leave_by.late_minutes) }} late.
    </p>
    <p v-if="!lines.length" class="quiet">No state on the way says when it may move.</p>
    <template v-else>
      <div ref="strip" class="strip">
        <duty-ruler :scale="scale" :now="now" />
        <div v-for="line in lines" :key="line.state">
          <p class="small whose">
            <strong>{{ line.state }}</strong>{{ ' ' }}
            <span class="quiet">{{ line.next || 'not in the coming days' }}</span>
          </p>
          <svg :width="scale.x(scale.to)" height="14" aria-hidden="true" class="may">
            <rect
              v-for="one in line.spans"
              :key="one.from"
              :x="scale.x(one.from)"
              y="1"
              :width="Math.max(scale.x(Math.min(one.to, scale.to)) - scale.x(one.from), 1)"
              height="12"
            >
              <title>may move {{ one.text }}</title>
            </rect>
          </svg>
          <p v-if="line.checks.length" class="small check">
            <strong>Check</strong>, not counted above: {{ line.checks.join(' ') }}
          </p>
        </div>
        <template v-if="file.plan"
          ><p class="small quiet whose">The driver, by the hours of the state that he is in</p>
          <duty-ribbon
            :recorded="[]"
            :planned="file.plan.pieces"
            :left="0"
            :now="now"
            :scale="scale"
            :zone="zone"
            :height="28"
        /></template>
      </div>
      <p v-if="file.plan" class="small mt-1">{{ file.plan.text }}</p>
      <p v-else class="small quiet mt-1">With a crew on the load, its hours of service show below.</p>
    </template>
  </section>
</template>

<style scoped>
.check {
  margin: 0 0 0.3rem;
  color: rgb(var(--v-theme-quiet));
}
.pad {
  padding: 0.7rem 0.9rem;
}
.strip {
  overflow: hidden;
}
.whose {
  line-height: 1.3;
  margin: 0.15rem 0 0;
}
svg {
  display: block;
}
.late {
  color: rgb(var(--v-theme-late));
  font-weight: 600;
}
.may rect {
  fill: rgb(var(--v-theme-fits), 0.45);
  stroke: rgb(var(--v-theme-fits));
}
</style>
