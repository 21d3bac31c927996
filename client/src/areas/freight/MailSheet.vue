<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/shared/api'
import { useAct } from '@/shared/useAct'

/** The trip sheet by mail: to the drivers' addresses, or to one that is typed. */
const { tripId } = defineProps<{ tripId: number }>()
const open = ref(false)
const to = ref('')
const sent = ref<string[]>([])
const { busy, trouble, act } = useAct<{ to: string[] }>(answer => {
  sent.value = answer.to
  open.value = false
})
const mail = () =>
  act(key =>
    api.POST('/api/trips/{id}/sheet-mail', {
      params: { path: { id: tripId } },
      body: { key, ...(to.value.trim() ? { to: to.value.trim() } : {}) },
    }),
  )
async function first() {
  sent.value = []
  if (!(await mail()) && trouble.value?.path === '/to') open.value = true
}
</script>

<template>
  <span
    ><button type="button" class="link" :disabled="busy" @click="first">Mail it</button
    ><span v-if="sent.length" role="status"> Mailed to {{ sent.join(', ') }}.</span
    ><span v-else-if="trouble && trouble.path !== '/to'" role="alert"> {{ trouble.message }}</span>
    <v-dialog v-model="open" max-width="440" aria-label="Mail the trip sheet">
      <v-card class="pa-4">
        <form class="stack" @submit.prevent="mail">
          <h2>Mail the trip sheet</h2>
          <v-text-field
            v-model="to"
            label="To"
            type="email"
            autofocus
            :error-messages="trouble?.path === '/to' ? trouble.message : undefined"
          />
          <div class="row justify-end">
            <v-btn variant="text" @click="open = false">Leave it</v-btn
            ><v-btn type="submit" color="primary" :loading="busy" :disabled="!to.trim()">Mail it</v-btn>
          </div>
        </form>
      </v-card>
    </v-dialog></span
  >
</template>
