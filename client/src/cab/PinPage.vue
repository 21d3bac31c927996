<script setup lang="ts">
import { ref } from 'vue'
import { useProblem } from './useProblem'
import { useI18n } from 'vue-i18n'
import type { Problem } from '@/shared/api'

const { problem = undefined } = defineProps<{ problem?: Problem | undefined }>()
const emit = defineEmits<{ open: [pin: string] }>()
const { t } = useI18n()
const sayProblem = useProblem()
const pin = ref('')
</script>

<template>
  <form class="card" @submit.prevent="emit('open', pin)">
    <label class="field"
      >{{ t('pin.ask')
      }}<input v-model="pin" type="password" inputmode="numeric" autocomplete="off" autofocus
    /></label>
    <p v-if="problem" class="trouble" role="alert">{{ sayProblem(problem) }}</p>
    <button class="press main wide" :disabled="pin.length < 4">{{ t('pin.open') }}</button>
  </form>
</template>
