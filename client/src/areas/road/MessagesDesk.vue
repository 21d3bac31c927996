<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import ThreadPanel from './ThreadPanel.vue'

/** All threads with drivers, the unread first. */
const { driverId = undefined } = defineProps<{ driverId?: number | undefined }>()
const session = useSession()
const { data, problem, load } = useFetched(
  () => 0,
  () => ask(api.GET('/api/messages')),
  change => change.kind === 'message',
)
const { data: drivers } = useFetched(
  () => 0,
  () => ask(api.GET('/api/drivers')),
)
const picked = ref<number>()
const starting = ref<number | null>(null)
const chosen = computed(() => picked.value ?? driverId)
// The first unread is opened once; what comes later waits until somebody opens it.
watch(data, rows => {
  picked.value ??= rows?.find(({ unread }) => unread)?.driver_id ?? rows?.[0]?.driver_id
})
const nameOf = (id: number) =>
  data.value?.find(row => row.driver_id === id)?.driver ??
  drivers.value?.rows.find(row => row.id === id)?.name ??
  ''
/** A sound for what comes in: on or off for this browser. */
const sound = useStorage('crew-ledger-message-sound', true)
</script>

<template>
  <div class="desk">
    <section class="panel side" aria-label="Threads">
      <div class="top">
        <v-autocomplete
          v-model="starting"
          label="Write to"
          :items="
            (drivers?.rows ?? []).filter(row => !row.retired).map(row => ({ value: row.id, title: row.name }))
          "
          clearable
          @update:model-value="
            (id: number | null) => {
              if (id) {
                picked = id
                starting = null
              }
            }
          "
        /><v-checkbox v-model="sound" label="Sound" />
      </div>
      <waiting v-slot="{ data: rows }" :data="data" :problem="problem" :empty="!data?.length" @again="load">
        <ul class="rows">
          <li v-for="row in rows" :key="row.driver_id">
            <button type="button" :aria-current="row.driver_id === chosen" @click="picked = row.driver_id">
              <span class="spread"
                ><strong class="clip">{{ row.driver }}</strong
                ><strong v-if="row.unread" class="unread">{{ row.unread }}</strong
                ><span v-else class="small quiet">{{ showTime(row.last_at, session.zone) }}</span></span
              ><span class="small clip" :class="{ quiet: !row.unread }"
                >{{ row.from_driver ? '' : 'You: ' }}{{ row.last }}</span
              ><span class="small quiet clip">{{
                [row.trip, row.dispatcher, row.not_understood ? 'not understood as a check-in' : '']
                  .filter(Boolean)
                  .join(' • ')
              }}</span>
            </button>
          </li>
        </ul>
      </waiting>
      <p v-if="data && !data.length" class="pa-4 quiet">No messages yet. Choose a driver to write to.</p>
    </section>
    <thread-panel v-if="chosen" :key="chosen" :driver-id="chosen" :name="nameOf(chosen)" />
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 22rem minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.top {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.4rem;
  align-items: center;
  padding: 0.5rem 0.6rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: calc(100vh - 200px);
  overflow-y: auto;
}
.rows button {
  display: grid;
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
.rows button[aria-current='true'] {
  background: rgb(var(--v-theme-surface-variant));
  box-shadow: inset 3px 0 rgb(var(--v-theme-primary));
}
.rows button:focus-visible {
  outline-offset: -2px;
}
.unread {
  padding: 0 0.4rem;
  border-radius: 1rem;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: 0.8rem;
}
@media (max-width: 800px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
