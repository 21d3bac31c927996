<script setup lang="ts">
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useDraft } from '@/shared/useDraft'
import Waiting from '@/shared/Waiting.vue'

/** The thread with a driver, and the answer. */
const {
  driverId,
  tripId = undefined,
  name,
} = defineProps<{ driverId: number; tripId?: number | undefined; name: string }>()
const session = useSession()
const mayWrite = session.has('dispatcher', 'settlement_clerk', 'permit_clerk', 'safety')
const QUICK = ['Call me when you can', 'Running late? Tell me by how much', 'Thank you']
const { data, problem, load, put } = useFetched(
  () => driverId,
  id => ask(api.GET('/api/messages/{id}', { params: { path: { id } } })),
  change => change.kind === 'message' && change.id === driverId,
)
const text = ref('')
const kept = useDraft(() => `message ${driverId}`, text, {
  touched: () => text.value.trim() !== '',
  base: () => ({ value: undefined, version: undefined }),
})
text.value = kept.restore()?.value ?? ''
const busy = ref(false)
const refused = ref<Problem>()
const list = useTemplateRef<HTMLElement>('list')
let key = newKey()
async function send(body: string) {
  if (!body.trim() || busy.value) return
  busy.value = true
  const answer = await ask<Schemas['Thread']>(
    api.POST('/api/messages/{id}', {
      params: { path: { id: driverId } },
      body: { key, body: body.trim(), ...(tripId ? { trip_id: tripId } : {}) },
    }),
  )
  busy.value = false
  refused.value = answer.problem
  if (!answer.data) return
  key = newKey()
  text.value = ''
  kept.forget()
  kept.again()
  put(answer.data)
}
// What is shown is read.
watch(data, async thread => {
  await nextTick()
  if (list.value) list.value.scrollTop = list.value.scrollHeight
  const last = thread?.messages.findLast(row => row.from_driver && !row.read_at)
  if (last && mayWrite.value)
    await ask(
      api.PUT('/api/messages/{id}/read', { params: { path: { id: driverId } }, body: { upto: last.id } }),
    )
})
</script>

<template>
  <section class="panel pad" :aria-label="`Messages with ${name}`">
    <h2>{{ name }}</h2>
    <waiting v-slot="{ data: thread }" :data="data" :problem="problem" @again="load">
      <ol ref="list" class="thread" aria-live="polite" tabindex="0">
        <li v-for="row in thread.messages" :key="row.id" :class="{ mine: !row.from_driver }">
          <p>{{ row.body }}</p>
          <p class="small quiet">
            {{ row.by }}, {{ showTime(row.at, session.zone)
            }}<template v-if="row.trip"> • {{ row.trip }}</template
            ><template v-if="!row.from_driver">
              •
              {{
                row.read_at
                  ? 'read'
                  : row.text === 'failed'
                    ? 'the text failed'
                    : `text ${row.text ?? 'written'}`
              }}</template
            ><template v-if="row.not_understood"> • not understood as a check-in</template>
          </p>
        </li>
      </ol>
      <p v-if="!thread.messages.length" class="quiet">No messages yet.</p>
    </waiting>
    <form v-if="mayWrite" class="write" @submit.prevent="send(text)">
      <v-textarea v-model="text" label="Message" rows="2" @keydown.enter.exact.prevent="send(text)" /><v-btn
        type="submit"
        color="primary"
        :loading="busy"
        :disabled="!text.trim()"
        >Send</v-btn
      >
    </form>
    <div v-if="mayWrite" class="row wrap">
      <v-btn v-for="one in QUICK" :key="one" size="small" variant="text" @click="send(one)">{{ one }}</v-btn>
    </div>
    <v-alert v-if="refused" type="error" class="mt-2">{{ refused.message }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
.thread {
  list-style: none;
  margin: 0.4rem 0;
  padding: 0;
  max-height: 22rem;
  overflow-y: auto;
  display: grid;
  gap: 0.4rem;
}
.thread li {
  max-width: 85%;
  padding: 0.35rem 0.6rem;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}
.thread .mine {
  justify-self: end;
  background: rgb(var(--v-theme-surface-variant));
}
.write {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.5rem;
  align-items: end;
}
.wrap {
  flex-wrap: wrap;
}
</style>
