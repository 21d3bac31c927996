<script setup lang="ts">
import { ref, watch } from 'vue'
import { api } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useAct } from '@/shared/useAct'
import type { Find } from './words'

/** Mails what was found, as it stands, to a driver who is to choose or a colleague who is out. */
const open = defineModel<boolean>({ required: true })
const {
  rows,
  driverId,
  address = '',
} = defineProps<{
  rows: readonly Find[]
  driverId: number
  address?: string
}>()
const MOST = 60
const to = ref('')
const note = ref('')
const { busy, trouble, act } = useAct<unknown>(
  () => {
    open.value = false
    announce(`Mailed to ${to.value}.`)
  },
  () => [to.value, note.value, rows.map(({ posting_id }) => posting_id)],
)
watch(open, () => {
  trouble.value = undefined
  to.value ||= address
})
const send = () =>
  act(key =>
    api.POST('/api/market/finds/mail', {
      body: {
        key,
        to: to.value.trim(),
        driver_id: driverId,
        note: note.value,
        posting_ids: rows.slice(0, MOST).map(({ posting_id }) => posting_id),
      },
    }),
  )
</script>

<template>
  <v-dialog v-model="open" max-width="460" aria-label="Mail these finds">
    <v-card>
      <v-card-title>Mail {{ rows.length === 1 ? 'this find' : `these ${rows.length} finds` }}</v-card-title>
      <v-card-text>
        <form id="mail-finds" class="stack" @submit.prevent="send">
          <v-text-field
            v-model="to"
            label="To"
            type="email"
            autofocus
            :error-messages="trouble?.path === '/to' ? [trouble.message] : []"
          />
          <v-textarea v-model="note" label="Note above them (may be empty)" rows="2" auto-grow />
        </form>
        <v-alert v-if="trouble && trouble.path !== '/to'" type="error" class="mt-3">{{
          trouble.message
        }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Cancel</v-btn>
        <v-btn type="submit" form="mail-finds" color="primary" :disabled="!to.trim()" :loading="busy"
          >Send it</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
