<script setup lang="ts">
import { computed } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { useSession } from '@/shared/session'

/** The invoice of a load: made here or under Billing, and where it stands. */
const {
  load,
  busy,
  problem = undefined,
} = defineProps<{ load: Schemas['Load']; busy: boolean; problem?: Problem }>()
const emit = defineEmits<{ bill: [] }>()
const session = useSession()
const bills = session.has('settlement_clerk')
const acts = computed(() => actsOf(load.allowed_acts))
</script>

<template>
  <section v-if="load.invoice || acts.may('bill')" class="panel pad" aria-label="Invoice">
    <h2>Invoice</h2>
    <p v-if="load.invoice">
      <router-link v-if="bills" :to="{ path: '/billing', query: { view: 'invoices' } }"
        ><strong>{{ load.invoice.number }}</strong></router-link
      ><strong v-else>{{ load.invoice.number }}</strong> of {{ load.invoice.invoiced_on
      }}<template v-if="load.invoice.paid_on">, paid {{ load.invoice.paid_on }}</template
      ><span v-else class="quiet">, not paid yet</span>
    </p>
    <p v-else class="row">
      <v-btn color="primary" :loading="busy" @click="emit('bill')">Bill it</v-btn>
      <span v-if="problem && problem.path === '/load_ids'" role="alert">{{ problem.message }}</span>
    </p>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
</style>
