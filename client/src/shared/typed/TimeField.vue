<script setup lang="ts">
import { computed, watch } from 'vue'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { readTime, type Purpose } from './times'

/** A time as people type it: shown back as it is understood, or with what is wrong, at the field. */
const text = defineModel<string>({ required: true })
/** The instant that was understood; nothing while there is none. */
const at = defineModel<number | undefined>('at')
const {
  zone = undefined,
  purpose = 'plan',
  from = undefined,
  error = '',
  hint = '',
} = defineProps<{
  /** The company's, where none is said. */
  zone?: string | undefined
  purpose?: Purpose
  from?: number | undefined
  error?: string | undefined
  /** What is said while nothing is typed. */
  hint?: string
}>()
const session = useSession()
const place = computed(() => zone ?? session.zone)
const reading = computed(() =>
  text.value?.trim()
    ? readTime(text.value, { zone: place.value, now: session.now(), here: session.zone, purpose, from })
    : undefined,
)
const instant = computed(() => (reading.value && 'at' in reading.value ? reading.value.at : undefined))
watch(instant, value => (at.value = value), { immediate: true })
const wrong = computed(() => (reading.value && 'wrong' in reading.value ? reading.value.wrong : error))
</script>

<template>
  <v-text-field
    v-model="text"
    :hint="instant === undefined ? hint : showTime(instant, place)"
    persistent-hint
    :error-messages="wrong ? [wrong] : []"
    @click:clear="text = ''"
  />
</template>
