<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import TimeField from '@/shared/typed/TimeField.vue'
import { STATUS, type Status } from './words'

/** Puts a stretch of a driver's record right: what was said before stays to be seen. */
const { driverId, zone } = defineProps<{ driverId: number; zone: string }>()
const emit = defineEmits<{ written: [hours: Schemas['DriverHours']] }>()
const open = ref(false)
const status = ref<Status>('off_duty')
const from = ref('')
const to = ref('')
const why = ref('')
const busy = ref(false)
const trouble = ref<Problem>()
let key = newKey()

const fromAt = ref<number>()
const toRead = ref<number>()
const toAt = computed(() => (to.value.trim() ? toRead.value : null))
const at = (path: string) => (trouble.value?.path === path ? [trouble.value.message] : [])
const statuses = Object.entries(STATUS).map(([value, title]) => ({ value, title }))

async function write() {
  if (!fromAt.value || toAt.value === undefined) return
  busy.value = true
  const answer = await ask(
    api.POST('/api/drivers/{id}/duty', {
      params: { path: { id: driverId } },
      body: {
        key,
        status: status.value,
        from: new Date(fromAt.value).toISOString(),
        to: toAt.value ? new Date(toAt.value).toISOString() : null,
        why: why.value,
      },
    }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (!answer.data) return
  key = newKey()
  open.value = false
  from.value = to.value = why.value = ''
  emit('written', answer.data)
}
</script>

<template>
  <v-btn v-if="!open" variant="tonal" size="small" class="mt-2" @click="open = true"
    >Write into the record</v-btn
  >
  <form v-else class="duty" @submit.prevent="write">
    <v-select v-model="status" :items="statuses" label="Status" />
    <time-field
      v-model="from"
      v-model:at="fromAt"
      purpose="told"
      :zone="zone"
      label="From (5:30)"
      autofocus
      :error="at('/from')[0]"
    />
    <time-field
      v-model="to"
      v-model:at="toRead"
      purpose="told"
      :zone="zone"
      :from="fromAt"
      label="To, or until now"
      :error="at('/to')[0]"
    />
    <v-text-field v-model="why" label="Why" class="why" :error-messages="at('/why')" />
    <p v-if="trouble && !['/from', '/to', '/why'].includes(trouble.path)" class="why trouble" role="alert">
      {{ trouble.message }}
    </p>
    <div class="row why">
      <v-btn
        type="submit"
        color="primary"
        :loading="busy"
        :disabled="!fromAt || toAt === undefined || why.trim().length < 3"
        >Write</v-btn
      ><v-btn variant="text" @click="open = false">Not now</v-btn>
    </div>
  </form>
</template>

<style scoped>
.duty {
  display: grid;
  grid-template-columns: 1.2fr 1fr 1fr;
  gap: 0.5rem;
  align-items: start;
  margin-top: 0.6rem;
}
.why {
  grid-column: 1 / -1;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
