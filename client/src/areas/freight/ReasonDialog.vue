<script setup lang="ts">
import { ref } from 'vue'
import type { Problem } from '@/shared/api'

const {
  title,
  does = undefined,
  problem = undefined,
} = defineProps<{
  modelValue: boolean
  title: string
  /** What the button says, where it is not the title's first word. */
  does?: string | undefined
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{ close: []; reason: [why: string] }>()
const why = ref('')
</script>

<template>
  <v-dialog :model-value="modelValue" max-width="440" :aria-label="title" @update:model-value="emit('close')">
    <v-card class="pa-4">
      <form class="stack" @submit.prevent="emit('reason', why)">
        <h2>{{ title }}</h2>
        <v-text-field
          v-model="why"
          label="Why? It is kept in the trail"
          autofocus
          :error-messages="problem?.path === '/why' ? problem.message : undefined"
        />
        <slot />
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="why.trim().length < 3">{{
            does ?? title.split(' ')[0]
          }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
