<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Problem } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showTime } from '@/shared/time'

/** Two loads that have not begun change crews. */
const {
  modelValue,
  loadId,
  number,
  problem = undefined,
  busy,
} = defineProps<{
  modelValue: boolean
  loadId: number
  number: string
  problem?: Problem | undefined
  busy: boolean
}>()
const emit = defineEmits<{ close: []; swap: [other: number, why: string] }>()
const other = ref<number | null>(null)
const why = ref('')
const { data } = useFetched(
  () => modelValue,
  async open => (open ? ask(api.GET('/api/loads', { params: { query: { status: 'live' } } })) : NOTHING),
)
const choices = computed(() =>
  (data.value?.rows ?? [])
    .filter(row => row.id !== loadId && ['planned', 'sent', 'accepted'].includes(row.status))
    .map(row => ({
      value: row.id,
      title: `${row.number} ${row.origin} → ${row.destination}`,
      props: { subtitle: `${row.crew}, pickup ${showTime(row.pickup_at, row.pickup_zone ?? 'UTC')}` },
    })),
)
</script>

<template>
  <v-dialog
    :model-value="modelValue"
    max-width="520"
    aria-label="Swap crews"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-4"
      ><form class="stack" @submit.prevent="other && emit('swap', other, why.trim())">
        <h2>Swap the crew of {{ number }}</h2>
        <p class="small quiet">
          Drivers and tractors change places, trailers stay. Both are planned anew: whoever was told is told
          that it is off, and both wait to be sent.
        </p>
        <v-autocomplete
          v-model="other"
          label="With the crew of"
          :items="choices"
          autofocus
          :error-messages="problem?.path === '/load_id' ? [problem.message] : []"
        />
        <v-text-field v-model="why" label="Why? It is kept in the trail" />
        <v-alert v-if="problem && problem.path !== '/load_id'" type="error">{{ problem.message }}</v-alert>
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="!other || why.trim().length < 3"
            >Swap</v-btn
          >
        </div>
      </form></v-card
    >
  </v-dialog>
</template>
