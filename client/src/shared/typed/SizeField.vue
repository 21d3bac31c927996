<script setup lang="ts">
import { computed } from 'vue'
import { asksUnit, EITHER, parseInches, showInches } from '@/shared/measure'

/**
 * A size as people type it, shown back at once in feet and inches. A bare number that may be either is asked about,
 * and what is less than it can hardly be is pointed out.
 */
defineOptions({ inheritAttrs: false })
const text = defineModel<string>({ required: true })
const {
  errorMessages = '',
  upTo = EITHER.across,
  least = 0,
} = defineProps<{
  errorMessages?: string | string[] | undefined
  /** Up to which a bare number is asked about. */
  upTo?: number
  /** In inches; what is under it is asked about, and kept if it is so. */
  least?: number
}>()
const bare = computed(() => asksUnit(text.value ?? '', upTo))
const inches = computed(() => parseInches(text.value ?? ''))
const wrong = computed(() => {
  if (bare.value) return `${text.value.trim()} feet, or inches?`
  if (text.value?.trim() && text.value.trim() !== '0' && inches.value === undefined)
    return 'Like 14\'2" or 170'
  return errorMessages
})
const hint = computed(() => {
  if (!inches.value || bare.value) return ''
  const shown = showInches(inches.value)
  if (inches.value < least) return `Only ${shown}?`
  return shown === text.value.trim() ? '' : shown
})
const say = (unit: string) => {
  text.value = `${text.value.trim()}${unit}`
}
</script>

<template>
  <div>
    <v-text-field v-model="text" v-bind="$attrs" :hint="hint" persistent-hint :error-messages="wrong" />
    <div v-if="bare" class="row which">
      <v-btn size="x-small" variant="tonal" @click="say('\'')">{{ text.trim() }} feet</v-btn
      ><v-btn size="x-small" variant="tonal" @click="say('&quot;')">{{ text.trim() }} inches</v-btn>
    </div>
  </div>
</template>

<style scoped>
.which {
  gap: 0.4rem;
  margin-top: 0.2rem;
}
</style>
