<script setup lang="ts">
import type { Problem, Schemas } from '@/shared/api'
import { showDollars, showMinutes } from '@/shared/measure'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import BoardFilter from './BoardFilter.vue'
import type { Wish } from './boardView'
import { TRAILER } from './words'

/** The loads that nobody has, or the crews, of which one is looked at. */
defineProps<{
  side: 'load' | 'crew'
  loads: readonly Schemas['OpenLoad'][] | undefined
  crews: readonly Schemas['FreeCrew'][] | undefined
  loadsProblem: Problem | undefined
  crewsProblem: Problem | undefined
  shownLoads: Schemas['OpenLoad'][]
  shownCrews: Schemas['FreeCrew'][]
  picked: number | undefined
}>()
defineEmits<{ pick: [id: number]; again: [] }>()
const wish = defineModel<Wish>('wish', { required: true })
</script>

<template>
  <section class="panel side" :aria-label="side === 'load' ? 'Open loads' : 'Crews'">
    <board-filter v-model="wish" :side="side" :loads="loads ?? []" :crews="crews ?? []" />
    <waiting
      v-if="side === 'load'"
      :data="loads"
      :problem="loadsProblem"
      :empty="!shownLoads.length"
      @again="$emit('again')"
    >
      <template #empty>{{ loads?.length ? 'No open load meets this.' : 'There is no open load.' }}</template>
      <ul class="things">
        <li v-for="one in shownLoads" :key="one.id">
          <button type="button" :aria-current="one.id === picked" @click="$emit('pick', one.id)">
            <span class="spread"
              ><strong class="clip">{{ one.origin }} → {{ one.destination }}</strong
              ><span class="figure">{{ showDollars(one.total) }}</span></span
            >
            <span class="spread small"
              ><span>{{
                one.pickup_at ? showTime(one.pickup_at, one.pickup_zone ?? 'UTC') : 'no time yet'
              }}</span
              ><span class="quiet">{{
                one.trailer_kind ? TRAILER[one.trailer_kind] : 'any trailer'
              }}</span></span
            >
            <span class="small quiet clip"
              >{{ one.number }} • {{ one.customer
              }}<template v-if="one.what"> • {{ one.what }}</template></span
            >
          </button>
        </li>
      </ul>
    </waiting>
    <waiting v-else :data="crews" :problem="crewsProblem" :empty="!shownCrews.length" @again="$emit('again')">
      <template #empty>{{ crews?.length ? 'No crew meets this.' : 'There are no drivers yet.' }}</template>
      <ul class="things">
        <li v-for="one in shownCrews" :key="one.id">
          <button type="button" :aria-current="one.id === picked" @click="$emit('pick', one.id)">
            <span class="spread"
              ><strong class="clip">{{ one.name }}</strong
              ><span class="figure" title="Driving until the next long rest, when free">{{
                showMinutes(one.left_minutes)
              }}</span></span
            >
            <span class="spread small"
              ><span class="clip">{{ one.place }}</span
              ><span>{{ one.idle ? 'free now' : showTime(one.free_at, one.zone) }}</span></span
            >
            <span class="small quiet clip">{{
              one.trouble ??
              `${one.after_load ? `after ${one.after_load} • ` : ''}${one.tractor ?? 'no tractor'} ${one.trailer ?? ''} • ${one.terminal}`
            }}</span>
          </button>
        </li>
      </ul>
    </waiting>
  </section>
</template>

<style scoped>
.side {
  min-width: 0;
  display: flex;
  flex-direction: column;
  max-height: calc(100vh - 118px);
}
.things {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  min-height: 0;
}
.things button {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.05rem;
  width: 100%;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-line), 0.7);
  padding: 0.4rem 0.7rem;
  cursor: pointer;
}
.things button:hover {
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.things button[aria-current='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.things button:focus-visible {
  outline-offset: -2px;
}
@media (max-width: 700px) {
  .side {
    max-height: none;
  }
  .things {
    max-height: 38vh;
  }
}
</style>
