<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'

/** What waits for a second person: let be made by somebody else than who asked, or dropped. */
const { driver = undefined } = defineProps<{ driver?: number | undefined }>()
type Change = Schemas['PayChange']
const session = useSession()
const { data, put } = useFetched(
  () => 0,
  () => ask<Change[]>(api.GET('/api/pay-changes')),
  change => ['company', 'driver', 'item'].includes(change.kind),
)
const shown = computed(() =>
  (data.value ?? []).filter(({ driver_id }) => driver === undefined || driver_id === driver),
)
const { busy, trouble, act } = useAct<Change[]>(put)
const answer = (id: number, status: 'made' | 'dropped') =>
  act(key => api.POST('/api/pay-changes/{id}/answer', { params: { path: { id } }, body: { key, status } }))
</script>

<template>
  <section v-if="shown.length" class="panel pad" aria-label="Waits for a second person">
    <h2>Waits for a second person</h2>
    <ul class="waits">
      <li v-for="one in shown" :key="one.id" class="spread wrap">
        <span
          ><strong>{{ one.title }}</strong
          >: {{ one.what }}
          <span class="small quiet"
            >asked by {{ one.asked_by }}, {{ showTime(one.asked_at, session.zone) }}</span
          ><span v-if="one.note" class="note">{{ one.note }}</span></span
        ><span class="row"
          ><span v-if="one.why_not" class="small quiet">{{ one.why_not }}</span
          ><v-btn
            v-if="one.may_make"
            size="small"
            color="primary"
            :disabled="busy"
            :aria-label="`Approve: ${one.title}`"
            @click="answer(one.id, 'made')"
            >Approve</v-btn
          ><v-btn
            size="small"
            variant="text"
            :disabled="busy"
            :aria-label="`Decline: ${one.title}`"
            @click="answer(one.id, 'dropped')"
            >Decline</v-btn
          ></span
        >
      </li>
    </ul>
    <v-alert v-if="trouble" type="error" class="mt-2">{{ trouble.message }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.waits {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
}
.waits li {
  padding: 0.35rem 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.wrap {
  flex-wrap: wrap;
}
.note {
  display: block;
  font-weight: 600;
}
</style>
