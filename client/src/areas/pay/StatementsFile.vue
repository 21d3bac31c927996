<script setup lang="ts">
import { onScopeDispose, ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { onChange } from '@/shared/live'

/** All statements of a run in one PDF: drawn in the background, with how far it is, and handed over when it is whole. */
const { id } = defineProps<{ id: number }>()
const file = ref<Schemas['PayFile']>()
const trouble = ref<Problem>()
const LOOK_MS = 2000
let timer: ReturnType<typeof setTimeout> | undefined

function hear(answer: { data: Schemas['PayFile'] | undefined; problem: Problem | undefined }) {
  trouble.value = answer.problem
  if (!answer.data) return
  const before = file.value
  file.value = answer.data
  clearTimeout(timer)
  if (!answer.data.ready) timer = setTimeout(look, LOOK_MS)
  else if (!before?.ready) window.location.assign(`/api/pay-files/${answer.data.id}/file`)
}
async function make() {
  file.value = undefined
  hear(
    await ask<Schemas['PayFile']>(
      api.POST('/api/pay-runs/{id}/statements-file', { params: { path: { id } }, body: { key: newKey() } }),
    ),
  )
}
async function look() {
  if (file.value)
    hear(
      await ask<Schemas['PayFile']>(
        api.GET('/api/pay-files/{id}', { params: { path: { id: file.value.id } } }),
      ),
    )
}
onChange(change => {
  if (change !== 'again' && change.kind === 'pay_file' && change.id === file.value?.id && !file.value.ready)
    void look()
})
onScopeDispose(() => clearTimeout(timer))
</script>

<template>
  <span class="row"
    ><button type="button" class="link" :disabled="file && !file.ready" @click="make">Statements, PDF</button
    ><span v-if="file && !file.ready" class="small quiet" role="status"
      >{{ file.made }} of {{ file.total }} drawn</span
    ><span v-if="trouble" class="small wrong">{{ trouble.message }}</span></span
  >
</template>

<style scoped>
.wrong {
  color: rgb(var(--v-theme-late));
}
</style>
