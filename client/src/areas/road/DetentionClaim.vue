<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars, showMinutes } from '@/shared/measure'

/** Time at one dock beyond the customer's free time: to charge or not. */
defineProps<{ claim: Schemas['Diary']['detention'][number]; maySettle: boolean; busy: boolean }>()
defineEmits<{ settle: [drop: boolean] }>()
</script>

<template>
  <div class="claim small">
    <span
      ><strong>Detention at {{ claim.stop }}</strong
      >: {{ showMinutes(claim.minutes) }} beyond {{ showMinutes(claim.free_minutes) }} free for
      {{ claim.customer }}.
      {{
        claim.status === 'proposed'
          ? `${showDollars(claim.charge)} to charge`
          : `${claim.status} ${showDollars(claim.charge)}, ${claim.by}`
      }}{{ claim.pay && Number(claim.pay) ? `; the driver earns ${showDollars(claim.pay)}` : '' }}</span
    >
    <span v-if="claim.status === 'proposed' && maySettle" class="row"
      ><v-btn size="small" variant="tonal" :disabled="busy" @click="$emit('settle', false)">Charge</v-btn
      ><v-btn size="small" variant="text" :disabled="busy" @click="$emit('settle', true)">Do not</v-btn></span
    >
  </div>
</template>

<style scoped>
.claim {
  display: flex;
  justify-content: space-between;
  gap: 0.6rem;
  align-items: center;
  margin-top: 0.4rem;
}
</style>
