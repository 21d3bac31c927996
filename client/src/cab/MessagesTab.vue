<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { showTime } from '@/shared/time'
import type { Cab } from './useCab'

/** The thread with dispatch: free text, and a few quick replies. */
const { cab } = defineProps<{ cab: Cab }>()
const { t, tm, rt } = useI18n()
const text = ref('')
const rows = computed(() => cab.cab.value?.messages.messages ?? [])
const waiting = computed(() => cab.queue.value.filter(({ path }) => path === '/api/cab/messages'))
const zone = computed(() => cab.cab.value?.zone ?? 'UTC')
const quick = computed(() => (tm('messages.quick') as string[]).map(one => rt(one)))
function send(body: string) {
  if (body.trim()) void cab.write(body.trim())
  text.value = ''
}
watch(
  () => rows.value.findLast(row => !row.from_driver && !row.read_at)?.id,
  id => {
    if (id) void cab.readUpTo(id)
  },
  { immediate: true },
)
</script>

<template>
  <p v-if="!rows.length && !waiting.length" class="quiet">{{ t('messages.none') }}</p>
  <ol class="thread" aria-live="polite">
    <li v-for="row in rows" :key="row.id" :class="{ mine: row.from_driver }">
      <p>{{ row.body }}</p>
      <p class="little quiet">
        {{ row.from_driver ? '' : `${row.by}, ` }}{{ showTime(row.at, zone)
        }}<template v-if="row.from_driver && row.read_at"> • {{ t('messages.read') }}</template>
      </p>
    </li>
    <li v-for="one in waiting" :key="one.key" class="mine">
      <p>{{ one.label }}</p>
      <p class="little quiet">{{ t('messages.notSent') }}</p>
    </li>
  </ol>
  <div class="quick">
    <button v-for="one in quick" :key="one" type="button" class="press small" @click="send(one)">
      {{ one }}
    </button>
  </div>
  <form class="write" @submit.prevent="send(text)">
    <label class="field"
      ><span class="sr-only">{{ t('messages.write') }}</span
      ><textarea v-model="text" rows="2" :placeholder="t('messages.write')" /></label
    ><button class="press main" :disabled="!text.trim()">{{ t('messages.send') }}</button>
  </form>
</template>

<style scoped>
.thread {
  display: grid;
  gap: 0.5rem;
}
.thread li {
  max-width: 88%;
  padding: 0.55rem 0.8rem;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: var(--surface);
}
.thread .mine {
  justify-self: end;
  background: var(--raised);
}
.quick {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.write {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.5rem;
  align-items: end;
}
</style>
