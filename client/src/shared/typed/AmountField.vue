<script setup lang="ts">
import { computed } from 'vue'
import { parseDollars } from '@/shared/measure'

/** Dollars, a rate or a percentage as people type them; what cannot be read is said at the field. */
const text = defineModel<string>({ required: true })
const { errorMessages = '' } = defineProps<{ errorMessages?: string | string[] | undefined }>()
const unread = computed(() => !!text.value?.trim() && parseDollars(text.value) === undefined)
const wrong = computed(() => (unread.value ? 'Like 1,250 or 0.585' : errorMessages))
</script>

<template>
  <v-text-field v-model="text" inputmode="decimal" :error-messages="wrong" />
</template>
