<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { asking } from '@/shared/keys'

/** What one key asked for and may not do by itself: said in words, done by a second press. */
const yes = useTemplateRef<{ $el: HTMLElement }>('yes')
function run() {
  const act = asking.value?.act
  asking.value = undefined
  act?.run()
}
</script>

<template>
  <v-dialog
    :model-value="!!asking"
    max-width="420"
    :aria-label="asking?.act.label"
    @after-enter="yes?.$el.focus()"
    @update:model-value="asking = undefined"
  >
    <v-card class="pa-4">
      <h2 class="mb-3">{{ asking?.words }}</h2>
      <div class="row justify-end">
        <v-btn variant="text" @click="asking = undefined">Leave it</v-btn
        ><v-btn ref="yes" color="primary" @click="run">{{ asking?.act.label }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>
