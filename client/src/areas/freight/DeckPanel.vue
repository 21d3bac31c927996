<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showInches } from '@/shared/measure'
import { deckDrawing } from './deckDrawing'

/** How the freight lies on the deck, from above, front at the left: leg by leg with what is beside it. */
const { load } = defineProps<{ load: Schemas['Load'] }>()
const { data } = useFetched(
  () => [load.id, load.version, load.status] as const,
  ([id]) => ask<Schemas['DeckPlan']>(api.GET('/api/loads/{id}/deck', { params: { path: { id } } })),
  change => change.kind === 'load' || change.kind === 'unit' || change.kind === 'trip',
)
const leg = ref(0)
const shown = computed(() => data.value?.legs[Math.min(leg.value, data.value.legs.length - 1)])
const drawing = computed(() => data.value && shown.value && deckDrawing(data.value, shown.value, load.number))
/** Where nobody told a size there is nothing to see. */
const any = computed(() => data.value?.legs.some(({ placed, trouble }) => placed.length || trouble))
</script>

<template>
  <section v-if="data && shown && drawing && any" class="panel pad" aria-label="Deck">
    <div class="spread wrap">
      <h2>
        On the deck
        <span class="quiet small"
          >{{ data.trailer ?? `a usual ${data.kind.replace('_', ' ')}` }}, {{ showInches(data.length_in) }} by
          {{ showInches(data.width_in) }}</span
        >
      </h2>
      <div v-if="data.legs.length > 1" class="row wrap" role="tablist" aria-label="Legs">
        <v-btn
          v-for="(one, i) in data.legs"
          :key="`${one.from} ${one.to}`"
          size="small"
          role="tab"
          :variant="i === leg ? 'tonal' : 'text'"
          :aria-selected="i === leg"
          @click="leg = i"
          >{{ one.from }} → {{ one.to }}</v-btn
        >
      </div>
    </div>
    <p>
      <strong v-if="shown.trouble" class="trouble">{{ shown.trouble }}</strong><template v-else
        >{{ showInches(shown.used_in) }} of {{ showInches(data.length_in) }} are taken<template
          v-if="shown.loads.length > 1"
        >
          by {{ shown.loads.join(', ') }}</template
        >.</template
      >
      <span v-if="shown.unmeasured.length" class="quiet"
        >Not drawn, since nobody told a length: {{ shown.unmeasured.join(', ') }}.</span
      >
    </p>
    <svg :viewBox="drawing.box" class="deck" role="img" :aria-label="drawing.said" preserveAspectRatio="none">
      <rect class="floor" x="0" y="0" :width="data.length_in" :height="data.width_in" />
      <line
        v-for="tick in drawing.ticks"
        :key="tick"
        class="tick"
        :x1="tick"
        :x2="tick"
        y1="0"
        :y2="data.width_in"
      />
      <g v-for="(one, i) in drawing.stacks" :key="i">
        <title>{{ one.title }}</title>
        <rect
          :class="['stack', { other: one.other, over: one.over }]"
          :x="one.x"
          :y="one.y"
          :width="one.width"
          :height="one.height"
        />
        <text v-if="one.label" class="label" :x="one.x + one.width / 2" :y="one.y + one.height / 2 + 5">
          {{ one.label }}
        </text>
      </g>
      <line class="end" :x1="data.length_in" :x2="data.length_in" y1="-4" :y2="data.width_in + 4" />
    </svg>
    <p class="small quiet spread">
      <span>front</span><span>{{ drawing.legend }}</span
      ><span>doors</span>
    </p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.deck {
  display: block;
  width: 100%;
  height: auto;
  max-height: 9rem;
}
.floor {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-line));
}
.tick {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 1;
}
.stack {
  fill: rgb(var(--v-theme-primary));
  fill-opacity: 0.22;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 1.5;
}
.stack.other {
  fill: rgb(var(--v-theme-quiet));
  fill-opacity: 0.16;
  stroke: rgb(var(--v-theme-quiet));
  stroke-dasharray: 6 3;
}
.stack.over {
  fill: rgb(var(--v-theme-late));
  stroke: rgb(var(--v-theme-late));
}
.label {
  font-size: 15px;
  text-anchor: middle;
  fill: rgb(var(--v-theme-on-surface));
}
.end {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 2.5;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
