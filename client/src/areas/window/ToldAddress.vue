<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'

/** One address that is told of loads, and how that goes. */
const { hook } = defineProps<{ hook: Schemas['Programs']['hooks'][number] }>()
const session = useSession()
defineEmits<{ act: [what: 'start' | 'try' | 'end']; copy: [text: string] }>()
const shown = ref(false)
const again = computed(() => (hook.standing === 'stopped' ? 'Start again' : 'Try now'))
const messages = (count: number) => `${count} ${count === 1 ? 'message' : 'messages'}`
const standing = computed(() => {
  const waits = hook.waiting ? `, ${messages(hook.waiting)} waiting` : ''
  switch (hook.standing) {
    case 'failing': {
      const again = hook.tries_at ? showTime(hook.tries_at, session.zone) : 'soon'
      return `It does not answer (${hook.problem})${waits}. Tried again ${again}.`
    }
    case 'stopped':
      return `Stopped: it took nothing for a day (${hook.problem})${waits}.`
    default:
      return hook.taken_at
        ? `${messages(hook.sent)} taken, the last ${showTime(hook.taken_at, session.zone)}${waits}.`
        : `Nothing was sent yet${waits}.`
  }
})
</script>

<template>
  <article class="told">
    <p>
      <strong class="url">{{ hook.url }}</strong>
    </p>
    <p :class="['small', hook.standing === 'good' ? 'quiet' : 'wrong']">{{ standing }}</p>
    <p v-if="shown && hook.secret" class="row small">
      Messages are signed with <code>{{ hook.secret }}</code>
      <v-btn size="small" variant="tonal" @click="$emit('copy', hook.secret)">Copy the secret</v-btn>
    </p>
    <p class="row">
      <v-btn
        v-if="hook.standing !== 'good'"
        size="small"
        color="primary"
        :aria-label="`${again}: ${hook.url}`"
        @click="$emit('act', 'start')"
        >{{ again }}</v-btn
      >
      <v-btn
        size="small"
        variant="tonal"
        :aria-label="`Send a test: ${hook.url}`"
        @click="$emit('act', 'try')"
        >Send a test</v-btn
      >
      <v-btn size="small" variant="text" @click="shown = !shown">{{
        shown ? 'Hide the secret' : 'Show the secret'
      }}</v-btn>
      <v-btn
        size="small"
        variant="text"
        :aria-label="`Tell no more: ${hook.url}`"
        @click="$emit('act', 'end')"
        >Tell no more</v-btn
      >
    </p>
  </article>
</template>

<style scoped>
.told {
  padding: 0.6rem 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.url,
code {
  overflow-wrap: anywhere;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  margin-top: 0.3rem;
}
.wrong {
  color: rgb(var(--v-theme-late));
}
</style>
