<script setup lang="ts">
import type { Problem } from '@/shared/api'

/** What is agreed, asked for: its fields in the middle, what is wrong with none of them below. */
const open = defineModel<boolean>({ required: true })
const {
  title,
  ready,
  trouble = undefined,
} = defineProps<{
  title: string
  /** Whether all that is needed is there. */
  ready: boolean
  busy: boolean
  /** What was refused and belongs to no field. */
  trouble?: Problem | undefined
}>()
const emit = defineEmits<{ agree: [] }>()
</script>

<template>
  <v-dialog v-model="open" max-width="600" :aria-label="title" scrollable>
    <v-card>
      <v-card-title>{{ title }}</v-card-title>
      <v-card-text>
        <form id="agree" class="fields" @submit.prevent="emit('agree')"><slot /></form>
        <v-alert v-if="trouble" type="error" class="mt-3">{{ trouble.message }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Cancel</v-btn>
        <v-btn type="submit" form="agree" color="primary" :disabled="!ready" :loading="busy"
          >Agree on it</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
  gap: 0.6rem;
}
.fields :deep(.whole) {
  grid-column: 1 / -1;
}
</style>
