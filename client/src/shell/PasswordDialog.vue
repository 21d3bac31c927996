<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Problem } from '@/shared/api'
import { useSession } from '@/shared/session'

const open = defineModel<boolean>({ required: true })
const session = useSession()
const password = ref('')
const next = ref('')
const problem = ref<Problem>()
const done = ref(false)
watch(open, () => {
  password.value = next.value = ''
  problem.value = undefined
  done.value = false
})

async function change() {
  problem.value = await session.changePassword(password.value, next.value)
  done.value = !problem.value
}
</script>

<template>
  <v-dialog v-model="open" max-width="400" aria-label="Change password">
    <v-card class="pa-4">
      <h2 class="mb-3">Change password</h2>
      <form class="stack" @submit.prevent="change">
        <v-text-field
          v-model="password"
          label="Password now"
          type="password"
          autocomplete="current-password"
        />
        <v-text-field
          v-model="next"
          label="New password, 12 characters or more"
          type="password"
          autocomplete="new-password"
        />
        <v-alert v-if="problem" type="error">{{ problem.message }}</v-alert>
        <v-alert v-if="done" type="success">Changed. Every other session of yours has ended.</v-alert>
        <div class="row justify-end">
          <v-btn variant="text" @click="open = false">Close</v-btn
          ><v-btn type="submit" color="primary">Change</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
