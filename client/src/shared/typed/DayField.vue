<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useSession } from '@/shared/session'
import { dayAt, showDay } from '@/shared/time'
import { parseDayNear } from './days'

/**
 * A day as people type it: `12/1`, `12/01/2026`, `Dec 1, 2026`; shown back as it is understood. The model is
 * YYYY-MM-DD or nothing; what cannot be read is handed on as it stands, so that nobody takes it for nothing.
 */
const day = defineModel<string>({ required: true })
const { errorMessages = '' } = defineProps<{ errorMessages?: string | string[] | undefined }>()
const session = useSession()
const today = computed(() => dayAt(session.now(), session.zone))
const typed = (iso: string) => iso.replace(/^(\d{4})-(\d\d)-(\d\d)$/, '$2/$3/$1')
const text = ref(typed(day.value))
const understood = computed(() => parseDayNear(text.value, today.value))
watch(text, now => {
  day.value = understood.value ?? now.trim()
})
watch(day, now => {
  if (now !== (understood.value ?? text.value.trim())) text.value = typed(now)
})
const unread = computed(() => !!text.value.trim() && !understood.value)
const wrong = computed(() => (unread.value ? 'Like 12/1 or 12/01/2026' : errorMessages))
</script>

<template>
  <v-text-field
    v-model="text"
    :hint="understood && typed(understood) !== text.trim() ? showDay(understood) : ''"
    persistent-hint
    :error-messages="wrong"
  />
</template>
