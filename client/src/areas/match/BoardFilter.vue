<script setup lang="ts">
import { mdiBookmarkOutline, mdiClose, mdiTune } from '@mdi/js'
import { useStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { type BoardView, choicesOf, EVERYTHING, sayView, type Wish } from './boardView'

/** What is looked for on the board: words, fields, and the views that somebody keeps. */
const { side, loads, crews } = defineProps<{
  side: 'load' | 'crew'
  loads: readonly Schemas['OpenLoad'][]
  crews: readonly Schemas['FreeCrew'][]
}>()
const wish = defineModel<Wish>({ required: true })
const open = ref(false)
const choices = computed(() => choicesOf(side, loads, crews))
const FIELDS = computed(() =>
  (
    [
      ['dispatcher', 'Dispatcher'],
      ['terminal', 'Terminal'],
      ['trailer', 'Trailer'],
      ['day', side === 'load' ? 'Pickup on' : 'Free by'],
    ] as const
  ).filter(([name]) => side === 'crew' || name === 'trailer' || name === 'day'),
)
const set = computed(() => FIELDS.value.filter(([name]) => wish.value[name]).length)
const anything = computed(() => sayView(wish.value) !== '')

const kept = useStorage<BoardView[]>('crew-ledger-board-views', [])
const views = computed(() => kept.value.filter(one => one.side === side))
const same = (one: BoardView) => one.side === side && sayView(one) === sayView(wish.value)
function keep() {
  kept.value = [...kept.value.filter(one => !same(one)), { side, ...wish.value }]
}
function show({ words, dispatcher, terminal, trailer, day }: BoardView) {
  wish.value = { words, dispatcher, terminal, trailer, day }
}
const change = (name: keyof Wish, value: string | null) => {
  wish.value = { ...wish.value, [name]: value ?? '' }
}
</script>

<template>
  <div class="find">
    <v-text-field
      :model-value="wish.words"
      :label="side === 'load' ? 'Find in open loads' : 'Find in crews'"
      clearable
      @update:model-value="change('words', $event)"
    />
    <v-btn
      :icon="mdiTune"
      size="small"
      :variant="set ? 'tonal' : 'text'"
      :title="set ? `${set} set` : 'By field'"
      :aria-label="`By field${set ? `, ${set} set` : ''}`"
      :aria-expanded="open"
      @click="open = !open"
    />
    <v-btn
      :icon="mdiBookmarkOutline"
      size="small"
      variant="text"
      title="Keep this view"
      aria-label="Keep this view"
      :disabled="!anything"
      @click="keep"
    />
  </div>
  <div v-if="open || set" class="fields">
    <v-select
      v-for="[name, label] in FIELDS"
      :key="name"
      :model-value="wish[name] || null"
      :label="label"
      :items="choices[name]"
      clearable
      @update:model-value="change(name, $event)"
    />
  </div>
  <ul v-if="views.length || anything" class="kept" aria-label="Kept views">
    <li v-for="one in views" :key="sayView(one)">
      <button type="button" :aria-pressed="same(one)" @click="show(one)">{{ sayView(one) }}</button><v-btn
        :icon="mdiClose"
        size="x-small"
        variant="text"
        :aria-label="`Drop the view ${sayView(one)}`"
        @click="kept = kept.filter(other => other !== one)"
      />
    </li>
    <li v-if="anything"><button type="button" @click="wish = EVERYTHING">Show all</button></li>
  </ul>
</template>

<style scoped>
.find {
  display: flex;
  gap: 0.2rem;
  padding: 0.5rem 0.4rem 0.5rem 0.6rem;
  align-items: center;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.fields {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.45rem;
  padding: 0.5rem 0.6rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.fields :deep(.v-field) {
  font-size: 0.87rem;
  --v-field-padding-start: 9px;
  --v-field-padding-end: 2px;
}
.fields :deep(.v-label) {
  font-size: 0.87rem;
}
.kept {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.6rem;
  margin: 0;
  padding: 0.25rem 0.6rem;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.kept li {
  display: flex;
  align-items: center;
}
.kept button[type='button']:not(.v-btn) {
  font: inherit;
  font-size: 0.87rem;
  color: rgb(var(--v-theme-primary));
  background: none;
  border: 0;
  padding: 0.3rem 0.15rem;
  cursor: pointer;
  text-decoration: underline;
}
.kept button[aria-pressed='true'] {
  font-weight: 700;
}
</style>
