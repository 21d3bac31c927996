<script setup lang="ts">
import type { Schemas } from '@/shared/api'

/** A customer's programs, as the carrier sees them: which read, which are told, and how to shut one out. */
defineProps<{ programs: Schemas['Programs']; mayShutOut: boolean }>()
defineEmits<{ shut: [kind: 'token' | 'hook', id: number] }>()
</script>

<template>
  <div v-if="programs.tokens.length || programs.hooks.length" class="pad stack">
    <h2>Their programs</h2>
    <ul class="plain">
      <li v-for="one in programs.tokens" :key="`token-${one.id}`" class="spread">
        <span
          ><strong>{{ one.name }}</strong> reads, by {{ one.made_by }}</span
        >
        <v-btn
          v-if="mayShutOut"
          size="small"
          variant="text"
          :aria-label="`Shut out: ${one.name}`"
          @click="$emit('shut', 'token', one.id)"
          >Shut out</v-btn
        >
      </li>
      <li v-for="one in programs.hooks" :key="`hook-${one.id}`" class="spread">
        <span class="url"
          ><strong>{{ one.url }}</strong> is told{{
            one.standing === 'good' ? '' : ', and does not answer'
          }}</span
        >
        <v-btn
          v-if="mayShutOut"
          size="small"
          variant="text"
          :aria-label="`Tell no more: ${one.url}`"
          @click="$emit('shut', 'hook', one.id)"
          >Tell no more</v-btn
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem 0.9rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.plain {
  list-style: none;
  padding: 0;
}
.url {
  overflow-wrap: anywhere;
}
</style>
