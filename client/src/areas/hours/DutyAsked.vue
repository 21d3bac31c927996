<script setup lang="ts">
import { api, type Schemas } from '@/shared/api'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import { STATUS } from './words'

/** What the office asked to change in a device's record: the driver's yes makes it so. */
const { hours, writes } = defineProps<{ hours: Schemas['DriverHours']; writes: boolean }>()
const emit = defineEmits<{ written: [hours: Schemas['DriverHours']] }>()
const { busy, trouble, act } = useAct<Schemas['DriverHours']>(answer => emit('written', answer))
const say = (id: number, answer: 'yes' | 'no' | 'withdrawn') =>
  act(key => api.POST('/api/duty-proposals/{id}/answer', { params: { path: { id } }, body: { key, answer } }))
const at = (instant: string) => showTime(instant, hours.row.zone)
</script>

<template>
  <section v-if="hours.asked.length" class="panel pad" aria-label="Waits for the driver">
    <h2>Waits for {{ hours.row.name }}’s yes</h2>
    <ul class="asked">
      <li v-for="one in hours.asked" :key="one.id">
        <span
          >{{ STATUS[one.status] }} from {{ at(one.from) }} {{ one.to ? `to ${at(one.to)}` : 'on' }}
          <span class="quiet small">{{ one.who }}: {{ one.why }}</span></span
        >
        <span v-if="writes" class="row">
          <template v-if="!one.answered_by_phone">
            <v-btn size="small" variant="tonal" :disabled="busy" @click="say(one.id, 'yes')"
              >Read to him: yes</v-btn
            >
            <v-btn size="small" variant="text" :disabled="busy" @click="say(one.id, 'no')">No</v-btn>
          </template>
          <v-btn size="small" variant="text" :disabled="busy" @click="say(one.id, 'withdrawn')"
            >Withdraw</v-btn
          >
        </span>
      </li>
    </ul>
    <p class="small quiet">
      The record stays as the device has it until then (49 CFR 395.30).
      {{ hours.asked.some(one => one.answered_by_phone) ? 'It is asked on the phone’s page of hours.' : '' }}
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble.message }}</p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.asked {
  list-style: none;
  margin: 0.3rem 0;
  padding: 0;
}
.asked li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.75rem;
  flex-wrap: wrap;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
