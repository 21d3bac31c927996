<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showMiles } from '@/shared/measure'
import { PAPERS, STOPS } from '@/shared/states'
import { showTime, showWindow } from '@/shared/time'

/** The road ahead, upright: the next stop at the top, what is done below it. */
const { stops, nextStop } = defineProps<{ stops: Schemas['CabStop'][]; nextStop: number | null }>()
const DONE: Record<string, string> = { pickup: 'loaded', delivery: 'delivered', swap: 'handed over', drop: 'dropped', hook: 'hooked', yard: 'parked' }
const done = (stop: Schemas['CabStop']) => !!stop.left_at || (stop === stops[stops.length - 1] && !!stop.worked_at)
const said = (stop: Schemas['CabStop']) => [stop.arrived_at && `arrived ${showTime(stop.arrived_at, stop.zone)}`, stop.worked_at && `${DONE[stop.kind] ?? 'done'} ${showTime(stop.worked_at, stop.zone, { day: false })}`, stop.left_at && `left ${showTime(stop.left_at, stop.zone, { day: false })}`].filter(Boolean).join(', ')
const map = (stop: Schemas['CabStop']) => `geo:0,0?q=${encodeURIComponent([stop.address, stop.town, stop.state, stop.zip].filter(Boolean).join(', '))}`
</script>

<template>
  <ol class="road">
    <li v-for="stop in stops" :key="stop.id" :class="{ done: done(stop), next: stop.id === nextStop }">
      <svg class="mark" width="18" height="18" aria-hidden="true"><circle v-if="done(stop)" cx="9" cy="9" r="7" class="full" /><path v-else-if="stop.kind === 'pickup'" d="M9 2 16 15H2z" class="open" /><path v-else d="M2 3h14L9 16z" class="open" /></svg>
      <div>
        <strong>{{ STOPS[stop.kind] ?? stop.kind }}{{ stop.unit ? ` ${stop.unit}` : '' }}: {{ stop.name }}</strong>
        <a v-if="stop.address || stop.zip" :href="map(stop)" class="where">{{ [stop.address, `${stop.town}, ${stop.state} ${stop.zip}`].filter(Boolean).join(', ') }}</a>
        <p>{{ showWindow(stop.from, stop.to, stop.zone) }}<span v-if="stop.miles !== '0.0'" class="quiet"> • {{ showMiles(stop.miles) }} from the stop before</span></p>
        <p v-if="stop.driver_notes" class="rules">{{ stop.driver_notes }}</p><p v-if="stop.notes" class="rules">{{ stop.notes }}</p>
        <p v-if="stop.phone"><a :href="`tel:${stop.phone}`">{{ [stop.contact, stop.phone].filter(Boolean).join(' ') }}</a></p>
        <p v-if="said(stop)" class="quiet">{{ said(stop) }}</p>
        <p v-if="stop.papers?.length" class="quiet">Papers: {{ stop.papers.map((paper) => PAPERS[paper.kind ?? ''] ?? paper.kind).join(', ') }}</p>
      </div>
    </li>
  </ol>
</template>

<style scoped>
.road { list-style: none; margin: .3rem 0 0; padding: 0; }
li { display: grid; grid-template-columns: 24px 1fr; gap: .5rem; padding-bottom: 1rem; position: relative; }
li:not(:last-child)::before { content: ''; position: absolute; left: 8px; top: 22px; bottom: 0; border-left: 2px solid rgb(var(--v-theme-line)); }
p { margin: .1rem 0 0; } .where { display: inline-block; padding: .2rem 0; }
.full { fill: rgb(var(--v-theme-primary)); } .open { fill: none; stroke: rgb(var(--v-theme-on-surface)); stroke-width: 2; } .next .open { fill: rgb(var(--v-theme-primary), .35); }
.done { color: rgb(var(--v-theme-quiet)); } .rules { border-left: 4px solid rgb(var(--v-theme-tight)); padding-left: .5rem; }
</style>
