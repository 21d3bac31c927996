<script setup lang="ts">
import { computed, ref } from 'vue'
import { newKey, type Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import TimeField from '@/shared/typed/TimeField.vue'

/** A driver has rung: dispatch tells the step for him. */
const { diary, busy } = defineProps<{ diary: Schemas['Diary']; busy: boolean }>()
const emit = defineEmits<{ tell: [body: Schemas['CheckInInput']] }>()
const session = useSession()
const steps = computed(() => diary.steps.filter(step => !step.done_at))
const chosen = ref(0)
const typed = ref('')
const signer = ref('')
const step = computed(() => steps.value[chosen.value])
const zone = computed(
  () => diary.stops.find(({ stop_id }) => stop_id === step.value?.stop_id)?.zone ?? diary.trip.zone,
)
const at = ref<number>()
const instant = computed(() => (typed.value.trim() ? at.value : session.now()))
function tell() {
  if (step.value && instant.value !== undefined)
    emit('tell', {
      key: newKey(),
      kind: step.value.kind as Schemas['CheckInInput']['kind'],
      stop_id: step.value.stop_id,
      done_at: new Date(instant.value).toISOString(),
      ...(signer.value.trim() ? { signer: signer.value.trim() } : {}),
    })
}
</script>

<template>
  <form class="tell" @submit.prevent="tell">
    <v-select
      v-model="chosen"
      label="Step"
      :items="steps.map((one, i) => ({ value: i, title: one.label }))"
    />
    <time-field
      v-model="typed"
      v-model:at="at"
      purpose="told"
      :zone="zone"
      label="When"
      hint="Now; or 7a, 0730, yest 14"
    />
    <v-text-field v-if="step?.asks.includes('signer')" v-model="signer" label="Who signed" />
    <v-btn type="submit" color="primary" :disabled="!step || instant === undefined" :loading="busy"
      >Tell it</v-btn
    >
  </form>
</template>

<style scoped>
.tell {
  display: grid;
  grid-template-columns: 1.4fr 1fr auto;
  gap: 0.5rem;
  align-items: start;
  margin-top: 0.6rem;
}
</style>
