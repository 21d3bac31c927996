<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import { SOURCE } from './words'

/** All that was said and done on a trip, the latest first, each with where it came from. */
const { diary, mayRight } = defineProps<{ diary: Schemas['Diary']; mayRight: boolean }>()
const emit = defineEmits<{ right: [key: string, doneAt: string, note: string] }>()
const LATE_MS = 300000
const only = ref<'all' | 'steps'>('steps')
const STEPS = ['change', 'text']
const rows = computed(() =>
  [...diary.entries].reverse().filter(({ kind }) => only.value === 'all' || !STEPS.includes(kind ?? '')),
)
const zoneOf = (entry: Schemas['DiaryEntry']) =>
  diary.stops.find(({ stop_id }) => stop_id === entry.stop_id)?.zone ?? diary.trip.zone
const came = (entry: Schemas['DiaryEntry']) =>
  entry.heard_at && Math.abs(Date.parse(entry.heard_at) - Date.parse(entry.at)) > LATE_MS
    ? `came in ${showTime(entry.heard_at, zoneOf(entry))}`
    : ''

const righting = ref<string>()
const typed = ref('')
const why = ref('')
const at = ref<number>()
function start(key: string) {
  righting.value = righting.value === key ? undefined : key
  typed.value = ''
  why.value = ''
}
function right(entry: Schemas['DiaryEntry']) {
  if (!at.value || !entry.key) return
  emit('right', entry.key, new Date(at.value).toISOString(), why.value.trim())
  righting.value = undefined
}
</script>

<template>
  <section class="panel pad" aria-label="Diary">
    <div class="spread">
      <h2>Diary</h2>
      <div class="row small" role="group" aria-label="What the diary shows">
        <button type="button" class="pick" :aria-pressed="only === 'steps'" @click="only = 'steps'">
          Road</button
        ><button type="button" class="pick" :aria-pressed="only === 'all'" @click="only = 'all'">
          Everything
        </button>
      </div>
    </div>
    <ol class="entries small">
      <li v-for="(entry, i) in rows" :key="i" :class="{ off: entry.standing === false }">
        <span class="quiet at">{{ showTime(entry.at, zoneOf(entry)) }}</span>
        <span
          ><span class="text">{{ entry.text }}</span
          ><template v-if="entry.paper_id">
            <a :href="`/api/papers/${entry.paper_id}`" target="_blank" rel="noopener">look at it</a></template
          ><template v-if="entry.why"> “{{ entry.why }}”</template>
          <span class="quiet who">{{
            [
              entry.who,
              SOURCE[entry.source] ?? entry.source,
              came(entry),
              entry.standing === false ? 'another telling counts' : '',
            ]
              .filter(Boolean)
              .join(', ')
          }}</span>
          <button v-if="mayRight && entry.key" type="button" class="pick" @click="start(entry.key)">
            Put right
          </button>
          <form v-if="righting && righting === entry.key" class="right" @submit.prevent="right(entry)">
            <time-field
              v-model="typed"
              v-model:at="at"
              purpose="told"
              :zone="zoneOf(entry)"
              label="It was at"
              hint="7a, 0730, yest 14"
            /><v-text-field v-model="why" label="Why" /><v-btn
              type="submit"
              size="small"
              color="primary"
              :disabled="!at || !why.trim()"
              >Keep</v-btn
            >
          </form>
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
}
.entries {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
}
.entries li {
  display: grid;
  grid-template-columns: 9.6rem 1fr;
  gap: 0.5rem;
  padding: 0.22rem 0;
  border-top: 1px solid rgb(var(--v-theme-line), 0.6);
}
.who {
  margin-left: 0.4rem;
}
.off .text {
  text-decoration: line-through;
}
.right {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 0.5rem;
  align-items: start;
  margin: 0.4rem 0;
}
.pick {
  font: inherit;
  color: rgb(var(--v-theme-primary));
  background: none;
  border: 0;
  padding: 0.1rem 0.3rem;
  min-height: 24px;
  cursor: pointer;
  text-decoration: underline;
}
.pick[aria-pressed='true'] {
  font-weight: 700;
  text-decoration: none;
  color: inherit;
}
</style>
