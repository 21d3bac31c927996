<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey } from '@/shared/api'
import { useSession } from '@/shared/session'

/** Ends the links on a driver's lost phone. A sent trip brings a new link by itself. */
const { driverId } = defineProps<{ driverId: number }>()
const allowed = useSession().has('dispatcher', 'administrator')
const said = ref('')
async function revoke() {
  const { problem } = await ask(api.POST('/api/drivers/{id}/revoke-links', { params: { path: { id: driverId } }, body: { key: newKey(), why: 'phone lost' } }))
  said.value = problem?.message ?? 'The old links no longer open.'
}
</script>

<template>
  <v-btn v-if="allowed && !said" variant="text" @click="revoke">Phone lost: end its links</v-btn><span v-else class="small" role="status">{{ said }}</span>
</template>
