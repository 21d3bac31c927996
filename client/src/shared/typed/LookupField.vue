<script setup lang="ts" generic="T extends Found">
import { useLookup, type Found } from './useLookup'

/** Finds one thing by any part of what it is called (`useLookup`). */
const chosen = defineModel<T | null>({ required: true })
const typed = defineModel<string>('typed', { default: '' })
const props = defineProps<{
  label: string
  look: (text: string) => Promise<T[]>
  /** From how many letters on; 0 finds something for none. */
  least?: number
  /** What to type, where nothing is typed yet; what to try, where nothing is found. */
  ask?: string
  hint?: string
  error?: string
}>()
defineSlots<{ none?: () => unknown }>()
const { found, shown, open, missing, settled, search, leave, enter, picked, settle } = useLookup<T>(
  text => props.look(text),
  { chosen, typed, least: props.least },
)
if (props.least === 0) void settle()
</script>

<template>
  <v-autocomplete
    v-model:search="shown"
    v-model:menu="open"
    :model-value="chosen"
    :class="{ unfound: missing }"
    :label="label"
    :items="found"
    return-object
    item-title="title"
    item-value="key"
    :item-props="(item: Found) => ({ title: item.title, subtitle: item.subtitle })"
    no-filter
    :auto-select-first="settled"
    menu-icon=""
    :error-messages="error || missing"
    :no-data-text="settled && typed.trim() ? `Nothing found${hint ? `: ${hint}` : ''}` : ask"
    @update:model-value="picked"
    @update:search="search"
    @update:focused="leave"
    @keydown.enter="enter"
  >
    <template v-if="$slots.none" #no-data><slot name="none" /></template>
  </v-autocomplete>
</template>

<style scoped>
/* A field that is left shows what is chosen, and hides what is typed: here nothing is chosen. */
.unfound :deep(input) {
  opacity: 1 !important;
}
</style>
