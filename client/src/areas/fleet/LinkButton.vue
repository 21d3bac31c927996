<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey } from '@/shared/api'
import { useSession } from '@/shared/session'

/** Ends the links on a driver's lost phone, or texts him a new one in their place; a forgotten PIN goes with the old ones. */
const { driverId } = defineProps<{ driverId: number }>()
const allowed = useSession().has('dispatcher', 'administrator')
const said = ref('')
const asking = ref(false)
async function revoke() {
  const { problem } = await ask(
    api.POST('/api/drivers/{id}/revoke-links', {
      params: { path: { id: driverId } },
      body: { key: newKey(), why: 'phone lost' },
    }),
  )
  asking.value = false
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
    ><v-btn variant="text" @click="asking = true">Phone lost: end its links</v-btn
    ><v-dialog v-model="asking" max-width="26rem" aria-label="End the links on this phone"
      ><v-card class="pa-2"
        ><v-card-title>End the links on this phone?</v-card-title
        ><v-card-text
          >Whoever holds it can no longer open the driver’s trips, hours and pay. He needs a new link by text
          to go on.</v-card-text
        ><v-card-actions
          ><v-btn variant="flat" color="primary" @click="revoke">End its links</v-btn
          ><v-btn variant="text" @click="asking = false">Keep them</v-btn></v-card-actions
        ></v-card
      ></v-dialog
    ></template
  ><span v-else class="small" role="status">{{ said }}</span>
</template>
