<script setup lang="ts">
import { computed } from 'vue'
import CabTrip from './CabTrip.vue'
import { useCab } from './useCab'

const { cab, problem, queue, offline, checkIn, paper, hasLink } = useCab()
const current = computed(() => cab.value?.trips[0])
const others = computed(() => cab.value?.trips.slice(1) ?? [])
</script>

<template>
  <main class="cab">
    <header><strong>{{ cab?.company ?? 'Crew Ledger' }}</strong><span>{{ cab?.driver }}</span></header>
    <p v-if="queue.length" class="note" role="status">{{ offline ? 'No signal: ' : '' }}{{ queue.length }} not sent yet. It goes by itself.</p>
    <p v-else-if="offline" class="note" role="status">No signal. What you do is kept and sent later.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
    <p v-if="!hasLink" class="problem" role="alert">Open the link that dispatch texted you.</p>
    <cab-trip v-if="current" :key="current.id" :trip="current" :waiting="queue.length > 0" @check-in="(kind, label, more) => checkIn(current!.id, kind, label, more)" @paper="(stopId, kind, file) => paper(current!.id, stopId, kind, file)" />
    <p v-else-if="cab" class="empty">No trip for you at the moment. Dispatch texts you when there is one.</p>
    <section v-if="others.length" class="others"><h2>After that</h2>
      <cab-trip v-for="trip in others" :key="trip.id" :trip="trip" brief :waiting="queue.length > 0" @check-in="(kind, label, more) => checkIn(trip.id, kind, label, more)" @paper="(stopId, kind, file) => paper(trip.id, stopId, kind, file)" /></section>
  </main>
</template>

<style scoped>
.cab { max-width: 30rem; margin: 0 auto; min-height: 100vh; padding: 0 .9rem 2rem; font-size: 1.07rem; }
header { display: flex; justify-content: space-between; gap: 1rem; padding: .8rem 0; }
.note { background: rgb(var(--v-theme-tight), .18); border-left: 5px solid rgb(var(--v-theme-tight)); padding: .6rem .8rem; margin-bottom: .6rem; }
.problem { background: rgb(var(--v-theme-late), .14); border-left: 5px solid rgb(var(--v-theme-late)); padding: .6rem .8rem; margin-bottom: .6rem; }
.empty { padding: 3rem 1rem; text-align: center; }
.others { margin-top: 1.6rem; } .others h2 { margin-bottom: .5rem; }
</style>
