<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { heard, ASKING } from './words'

/** Whether the driver of a load is asked for check-ins, how often, and when and where he was last heard of. */
const { loadId, tripId, maySet } = defineProps<{
  loadId: number
  tripId: number | undefined
  maySet: boolean
}>()
const session = useSession()
const { data, put } = useFetched(
  () => loadId,
  id => ask(api.GET('/api/loads/{id}/asking', { params: { path: { id } } })),
  change => (change.kind === 'load' && change.id === loadId) || change.kind === 'position',
)
const hours = ref('6')
watch(data, found => {
  if (found) hours.value = String(found.every_hours)
})
const refused = ref<Problem>()
const every = computed(() => Number(hours.value))
async function set(running: boolean) {
  const answer = await ask<Schemas['Asking']>(
    api.PUT('/api/loads/{id}/asking', {
      params: { path: { id: loadId } },
      body: { key: newKey(), running, every_hours: every.value },
    }),
  )
  refused.value = answer.problem
  if (answer.data) put(answer.data)
}
</script>

<template>
  <section v-if="data" class="panel pad" aria-label="Check-ins">
    <div class="spread wrap">
      <h2>Check-ins</h2>
      <span class="small">{{ heard(data, session.now()) }}</span>
      <router-link v-if="tripId" class="small" :to="`/road?trip=${tripId}`">Diary</router-link>
      <span class="small grow"
        >{{ ASKING[data.status]
        }}<template v-if="data.status === 'on'"
          >: every {{ data.every_hours }} h{{
            data.next_at ? `, next ${showTime(data.next_at, session.zone)}` : ''
          }}</template
        ></span
      >
      <form v-if="maySet && data.status !== 'over'" class="row" @submit.prevent="set(true)">
        <label class="small"
          >every
          <input v-model="hours" class="hours" inputmode="numeric" aria-label="Hours between check-ins" />
          h</label
        ><v-btn type="submit" size="small" variant="tonal" :disabled="!(every >= 1 && every <= 48)">{{
          data.status === 'on' ? 'Change' : 'Ask on a schedule'
        }}</v-btn
        ><v-btn v-if="data.status === 'on'" size="small" variant="text" @click="set(false)">Off</v-btn>
      </form>
    </div>
    <v-alert v-if="refused" type="error" class="mt-2">{{ refused.message }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.55rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
  justify-content: flex-start;
}
.grow {
  flex: 1;
}
.hours {
  width: 2.6rem;
  font: inherit;
  color: inherit;
  text-align: right;
  padding: 0.2rem 0.35rem;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
  min-height: 30px;
}
</style>
