<script setup lang="ts">
import { asking } from '@/shared/keys'

/** What one key asked for and may not do by itself: said in words, done by a second press. */
function run() {
  const act = asking.value
  asking.value = undefined
  act?.run()
}
</script>

<template>
  <v-dialog
    :model-value="!!asking"
    max-width="420"
    :aria-label="asking?.label"
    @update:model-value="asking = undefined"
  >
    <v-card class="pa-4">
      <h2 class="mb-3">{{ asking?.asks }}</h2>
      <div class="row justify-end">
        <v-btn variant="text" @click="asking = undefined">Leave it</v-btn
        ><v-btn color="primary" autofocus @click="run">{{ asking?.label }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>
