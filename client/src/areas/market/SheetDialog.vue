<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import SheetImport from '@/shared/SheetImport.vue'
import Waiting from '@/shared/Waiting.vue'

/** Postings that came as a sheet, by mail or from a service without an interface. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const { data, problem, load } = useFetched(open, async shown =>
  shown ? ask<Schemas['ImportTemplate']>(api.GET('/api/market/imports')) : NOTHING,
)
const send = (csv: string, preview: boolean) =>
  ask<Schemas['ImportResult']>(api.POST('/api/market/imports', { body: { csv, preview } }))
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-label="Postings from a sheet" scrollable>
    <v-card>
      <v-card-title>Postings from a sheet</v-card-title>
      <v-card-text>
        <p class="said">
          Each row a posting. What is taken in is found, watched for and offered for like what the service
          posts; times are those on the clock at each place.
        </p>
        <waiting v-slot="{ data: template }" :data="data" :problem="problem" @again="load">
          <sheet-import :template="template" name="postings" :send="send" @done="emit('done')" />
        </waiting>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.said {
  margin-bottom: 0.6rem;
}
</style>
