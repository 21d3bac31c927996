<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey } from '@/shared/api'
import { useSession } from '@/shared/session'

/** Ends the links on a driver's lost phone, or texts him a new one in their place; a forgotten PIN goes with the old ones. */
const { driverId } = defineProps<{ driverId: number }>()
const allowed = useSession().has('dispatcher', 'administrator')
const said = ref('')
async function revoke() {
  const { problem } = await ask(
    api.POST('/api/drivers/{id}/revoke-links', {
      params: { path: { id: driverId } },
      body: { key: newKey(), why: 'phone lost' },
    }),
  )
  said.value = problem?.message ?? 'The old links no longer open.'
}
async function renew() {
  const { problem } = await ask(
    api.POST('/api/drivers/{id}/renew-link', { params: { path: { id: driverId } }, body: { key: newKey() } }),
  )
  said.value = problem?.message ?? 'A new link is on its way by text; the old ones no longer open.'
}
</script>

<template>
  <template v-if="allowed && !said"
    ><v-btn variant="text" @click="renew">Text a new link</v-btn
    ><v-btn variant="text" @click="revoke">Phone lost: end its links</v-btn></template
  ><span v-else class="small" role="status">{{ said }}</span>
</template>
