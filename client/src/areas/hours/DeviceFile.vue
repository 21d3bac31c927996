<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'

/** The logging device's output file of a driver: to keep, and to take into the record. */
const { driverId, writes } = defineProps<{ driverId: number; writes: boolean }>()
const emit = defineEmits<{ written: [hours: Schemas['DriverHours']] }>()
const picker = ref<HTMLInputElement>()
const busy = ref(false)
const trouble = ref<Problem>()

async function take() {
  const file = picker.value?.files?.[0]
  if (!picker.value || !file) return
  picker.value.value = '' // the same file can be taken again
  busy.value = true
  const answer = await ask(
    api.POST('/api/drivers/{id}/duty-file', {
      params: { path: { id: driverId }, query: { key: newKey() } },
      ...bytes(file),
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) emit('written', answer.data)
}
</script>

<template>
  <div class="row wrap small files">
    <a :href="`/api/drivers/${driverId}/duty-file`" download>Device file of eight days</a>
    <v-btn v-if="writes" size="small" variant="text" :loading="busy" @click="picker?.click()"
      >Take in a device file</v-btn
    >
    <input
      ref="picker"
      type="file"
      accept=".csv,text/csv"
      class="sr-only"
      tabindex="-1"
      aria-label="Device file"
      @change="take"
    />
  </div>
  <v-alert v-if="trouble" type="error" closable class="mt-1" @click:close="trouble = undefined"
    >{{ trouble.message }} Nothing was taken in.</v-alert
  >
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
}
.files {
  margin-top: 0.4rem;
  gap: 1rem;
}
</style>
