<script setup lang="ts">
import { keys, keysOn } from '@/shared/keys'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <v-dialog v-model="open" max-width="420" aria-label="Keys">
    <v-card class="pa-4">
      <h2 class="mb-2">Keys on this page</h2>
      <dl class="keys">
        <template v-for="act in keys" :key="act.key"
          ><dt>
            <kbd v-for="part in act.key.split(' ')" :key="part">{{ part }}</kbd>
          </dt>
          <dd>{{ act.label }}</dd></template
        >
      </dl>
      <v-checkbox v-model="keysOn" class="mt-2" label="Single keys do these things" />
      <div class="text-right mt-3"><v-btn autofocus variant="tonal" @click="open = false">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 5rem 1fr;
  row-gap: 0.4rem;
  margin: 0;
}
dd {
  margin: 0;
}
kbd + kbd {
  margin-left: 0.25rem;
}
</style>
