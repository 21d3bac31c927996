<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayMinutes } from '@/areas/hours/words'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { parseTime, showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** Who could be at a place by a time, without a load. */
const session = useSession()
const place = ref('')
const typed = ref('')
const asked = ref<{ place: string; at: string }>()
const at = computed(() => (typed.value.trim() ? parseTime(typed.value, session.zone, session.now()) : undefined))
const { data, problem, load } = useFetched(asked, async (of) => (of ? ask<Schemas['CouldBe']>(api.GET('/api/match/where', { params: { query: of } })) : NOTHING))
const submit = () => { if (place.value.trim() && at.value) asked.value = { place: place.value.trim(), at: new Date(at.value).toISOString() } }
</script>

<template>
  <section class="panel" aria-label="Who could be where">
    <form class="ask" @submit.prevent="submit">
      <v-text-field v-model="place" label="Place (Fargo, ND or a ZIP)" autofocus :error-messages="problem?.path === '/place' ? [problem.message] : []" />
      <v-text-field v-model="typed" label="By when (thu 8a)" :error-messages="typed.trim() && !at ? ['Not a time'] : []" />
      <v-btn type="submit" color="primary" :disabled="!place.trim() || !at">Who could be there?</v-btn>
    </form>
    <p v-if="!asked" class="pad quiet">Asks by road and by legal hours, from where each crew will be free.</p>
    <waiting v-else-if="problem?.path !== '/place'" v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <table class="ledger">
        <thead><tr><th>Crew</th><th>Free</th><th class="figure">Miles</th><th>There</th><th class="figure">To spare</th><th class="figure">Driving left then</th></tr></thead>
        <tbody><tr v-for="row in found.rows" :key="row.crew.id" :class="{ quiet: !row.arrives_at }">
          <td><strong>{{ row.crew.name }}</strong></td><td>{{ row.crew.place }}<span class="small quiet"> {{ showTime(row.crew.free_at, row.crew.zone) }}<template v-if="row.crew.after_load">, after {{ row.crew.after_load }}</template></span></td>
          <td class="figure">{{ showMiles(row.miles) }}</td><td>{{ row.arrives_at ? showTime(row.arrives_at, found.zone) : row.crew.trouble ?? 'not in time' }}</td>
          <td class="figure">{{ row.spare_minutes === null ? '' : sayMinutes(row.spare_minutes) }}</td><td class="figure">{{ row.left_minutes === null ? '' : sayMinutes(row.left_minutes) }}</td>
        </tr></tbody>
      </table>
    </waiting>
  </section>
</template>

<style scoped>
.ask { display: grid; grid-template-columns: 1.3fr 1fr auto; gap: .6rem; padding: .7rem .85rem; align-items: center; }
.pad { padding: .2rem .85rem .8rem; }
@media (max-width: 700px) { .ask { grid-template-columns: 1fr; } }
</style>
