<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import StatusMark from '@/shared/StatusMark.vue'
import { gapOf, inOrder } from './trips'
import type { Asking } from './useLoad'

/** What a load is, what it lacks, and what may be done with it. */
const { load } = defineProps<{
  load: Schemas['Load']
  close: RouteLocationRaw
  crewing: boolean
  busy: boolean
}>()
defineEmits<{ crew: []; send: []; ask: [what: Asking] }>()
const acts = computed(() => actsOf(load.allowed_acts))
const first = computed(() => load.stops[0])
const last = computed(() => load.stops.at(-1))
const gap = computed(() =>
  gapOf(
    inOrder(load.trips).live,
    load.stops.map(({ id }) => id),
  ),
)
const dispatches = useSession().has('dispatcher')
</script>

<template>
  <header class="panel head">
    <div class="spread">
      <h1>
        {{ load.number }}
        <span class="route">{{ first?.town }}, {{ first?.state }} → {{ last?.town }}, {{ last?.state }}</span>
      </h1>
      <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" :to="close" />
    </div>
    <div class="row wrap">
      <status-mark :status="load.status" /><span>{{ load.customer.name }}</span
      ><strong>{{ showDollars(load.totals.total) }}</strong>
      <span class="quiet small">booked by {{ load.booked_by }}</span>
    </div>
    <ul v-if="load.missing.length" class="missing">
      <li v-for="item in load.missing" :key="item.text">{{ item.text }}</li>
    </ul>
    <p v-if="load.cancel_reason" class="missing">Cancelled: {{ load.cancel_reason }}</p>
    <p v-if="gap" class="missing">
      Nobody takes it over at {{ gap.town }}, {{ gap.state }}: choose another crew with Relay, or undo the
      relay.
    </p>
    <slot />
    <div v-if="dispatches" class="row wrap acts">
      <v-btn
        v-if="acts.may('crew')"
        color="primary"
        :variant="crewing ? 'tonal' : 'flat'"
        @click="$emit('crew')"
        >{{ crewing ? 'Not now' : 'Pick a crew' }}</v-btn
      >
      <v-btn v-if="acts.may('crew')" variant="tonal" :to="`/match?load=${load.id}`">Rank all crews</v-btn>
      <v-btn v-if="acts.may('send')" color="primary" :loading="busy" @click="$emit('send')"
        >Send to the driver</v-btn
      >
      <v-btn v-if="acts.may('change')" variant="tonal" :to="`/freight/${load.id}/edit`">Change</v-btn>
      <v-btn v-if="load.permits" variant="tonal" :to="`/permits/${load.id}`">Permit file</v-btn>
      <v-btn variant="tonal" :to="`/freight/new?copy=${load.id}`">Copy</v-btn>
      <v-btn v-if="acts.may('recrew')" variant="text" @click="$emit('crew')">{{
        crewing ? 'Not now' : 'Another crew'
      }}</v-btn>
      <v-btn v-if="acts.may('uncrew')" variant="text" @click="$emit('ask', 'uncrew')"
        >Take the crew off</v-btn
      >
      <v-btn v-if="acts.may('swap_crews')" variant="text" @click="$emit('ask', 'swap')">Swap crews</v-btn>
      <v-btn v-if="acts.may('relay')" variant="text" @click="$emit('ask', 'relay')">Relay</v-btn>
      <v-btn v-if="acts.may('undo_relay')" variant="text" @click="$emit('ask', 'undo_relay')"
        >Undo the relay</v-btn
      >
      <v-btn v-if="acts.may('cancel')" variant="text" @click="$emit('ask', 'cancel')">Cancel the load</v-btn>
    </div>
  </header>
</template>

<style scoped>
.head {
  padding: 0.7rem 0.9rem 0.8rem;
}
.route {
  font-weight: 400;
  font-size: 1.1rem;
  margin-left: 0.4rem;
}
.wrap {
  flex-wrap: wrap;
  column-gap: 0.9rem;
}
.acts {
  margin-top: 0.6rem;
  column-gap: 0.5rem;
}
.missing {
  margin: 0.5rem 0 0;
  padding: 0.4rem 0.7rem 0.4rem 1.6rem;
  background: rgb(var(--v-theme-tight), 0.14);
  border-left: 4px solid rgb(var(--v-theme-tight));
}
p.missing {
  padding-left: 0.7rem;
}
</style>
