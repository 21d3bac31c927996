<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import { parseTime } from '@/shared/time'
import { STATUS, type Status } from './words'

/** Puts a stretch of a driver's record right: what was said before stays to be seen. */
const { driverId, zone } = defineProps<{ driverId: number; zone: string }>()
const emit = defineEmits<{ written: [hours: Schemas['DriverHours']] }>()
const session = useSession()
const open = ref(false)
const status = ref<Status>('off_duty')
const from = ref('')
const to = ref('')
const why = ref('')
const busy = ref(false)
const trouble = ref<Problem>()
let key = newKey()

// A record is of what has been: a clock alone is the last time that it was shown.
function past(text: string): number | undefined {
  const found = parseTime(text, zone, session.now())
  return found !== undefined && found > session.now() && !/tmrw|tomorrow/.test(text)
    ? found - 86_400_000
    : found
}
const fromAt = computed(() => past(from.value))
const toAt = computed(() => (to.value.trim() ? past(to.value) : null))
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
    <v-text-field
      v-model="from"
      label="From (5:30)"
      autofocus
      :error-messages="from.trim() && !fromAt ? ['Not a time'] : at('/from')"
    />
    <v-text-field
      v-model="to"
      label="To, or until now"
      :error-messages="to.trim() && !toAt ? ['Not a time'] : at('/to')"
    />
    <v-text-field v-model="why" label="Why" class="why" :error-messages="at('/why')" />
    <p v-if="trouble && !['/from', '/to', '/why'].includes(trouble.path)" class="why trouble" role="alert">
      {{ trouble.message }}
    </p>
    <div class="row why">
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!fromAt || why.trim().length < 3"
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
  margin-top: 0.6rem;
}
.why {
  grid-column: 1 / -1;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
