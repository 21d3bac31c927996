<script setup lang="ts">
import { useSession } from './session'
import { showTime } from './time'

/** Says that what is in the form was typed before, and lets it go. */
defineProps<{ at: number | undefined }>()
const emit = defineEmits<{ anew: [] }>()
const session = useSession()
/** By the company's clock, which in a demo is another than this computer's. */
const ours = (at: number) => at + session.now() - Date.now()
</script>

<template>
  <p v-if="at" class="notice small" role="status">
    <span>What you typed on {{ showTime(ours(at), session.zone) }} is back.</span
    ><v-btn size="small" variant="tonal" @click="emit('anew')">Start anew</v-btn>
  </p>
</template>

<style scoped>
.notice {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  align-items: center;
}
</style>
