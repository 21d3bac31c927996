<script setup lang="ts">
import { computed } from 'vue'
import { showTime } from '@/shared/time'
import CabTrip from './CabTrip.vue'
import { useCab } from './useCab'

const { cab, problem, queue, offline, checkIn, paper, answerDuty, hasLink } = useCab()
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
    <section v-if="cab?.duty.length" class="duty" aria-label="Your hours"><h2>Your hours: is this right?</h2>
      <div v-for="one in cab.duty" :key="one.id" class="line"><span>{{ one.status === 'driving' ? 'Driving' : 'On duty' }} from {{ showTime(one.from, one.zone) }}</span>
        <span class="row"><v-btn size="large" color="primary" @click="answerDuty(one.id, 'yes')">Yes</v-btn><v-btn size="large" variant="tonal" @click="answerDuty(one.id, 'no')">No</v-btn></span></div></section>
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
.duty { margin-top: 1.2rem; } .duty h2 { margin-bottom: .4rem; } .line { display: flex; justify-content: space-between; align-items: center; gap: .6rem; padding: .4rem 0; border-top: 1px solid rgb(var(--v-theme-line)); }
.others { margin-top: 1.6rem; } .others h2 { margin-bottom: .5rem; }
</style>
