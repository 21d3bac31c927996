<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import SheetImport from '@/shared/SheetImport.vue'
import Waiting from '@/shared/Waiting.vue'

/** What diesel costs week by week, from a sheet; loads that are not billed follow. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ done: [] }>()
const { data, problem, load } = useFetched(open, async shown =>
  shown ? ask<Schemas['ImportTemplate']>(api.GET('/api/diesel-imports')) : NOTHING,
)
const last = ref<Schemas['DieselTaken']>()
watch(open, () => (last.value = undefined))
async function send(csv: string, preview: boolean) {
  const answer = await ask<Schemas['DieselTaken']>(
    api.POST('/api/diesel-imports', { body: { csv, preview } }),
  )
  last.value = answer.data
  return answer
}
</script>

<template>
  <v-dialog v-model="open" max-width="720" aria-label="What diesel costs" scrollable>
    <v-card>
      <v-card-title>What diesel costs</v-card-title>
      <v-card-text>
        <p class="said">
          A price a week, as it is told. One that was taken in before and is another now is put right; loads
          that are not billed follow, what is billed stays.
        </p>
        <waiting v-slot="{ data: template }" :data="data" :problem="problem" @again="load">
          <sheet-import :template="template" name="diesel" :send="send" @done="emit('done')" />
        </waiting>
        <p v-if="last?.done" class="said" role="status">
          {{
            last.moved
              ? `${last.moved} ${last.moved === 1 ? 'load has' : 'loads have'} another surcharge now.`
              : 'No load’s surcharge is another for it.'
          }}
        </p>
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
  margin: 0.6rem 0;
}
</style>
