<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'

/** A check-in asked for in own words, as each driver will read it. */
const { tripId } = defineProps<{ tripId: number; busy: boolean }>()
const emit = defineEmits<{ ask: [body: string]; close: [] }>()
const MOST = 300
const body = ref('')
const shown = ref<Schemas['AskPreview']>([])
let turn = 0
async function look() {
  const mine = ++turn
  const { data } = await ask<Schemas['AskPreview']>(
    api.GET('/api/trips/{id}/ask', {
      params: { path: { id: tripId }, query: body.value.trim() ? { body: body.value.trim() } : {} },
    }),
  )
  if (mine === turn && data) shown.value = data
}
const soon = useDebounceFn(look, 200)
watch(body, () => void soon())
void look()
</script>

<template>
  <form class="asking" aria-label="Ask for a check-in" @submit.prevent="emit('ask', body.trim())">
    <v-textarea
      v-model="body"
      label="In your own words; none for the usual ones"
      rows="2"
      :counter="MOST"
      :maxlength="MOST"
      autofocus
    />
    <ul class="texts" aria-label="How it reads">
      <li v-for="one in shown" :key="one.driver">
        <span class="small quiet">{{ one.driver }} reads</span>
        <blockquote>{{ one.text.replace('{link}', '(his link)') }}</blockquote>
      </li>
    </ul>
    <div class="row justify-end">
      <v-btn size="small" variant="text" @click="emit('close')">Not now</v-btn
      ><v-btn size="small" type="submit" color="primary" :loading="busy">Text it</v-btn>
    </div>
  </form>
</template>

<style scoped>
.asking {
  margin-top: 0.6rem;
  display: grid;
  gap: 0.5rem;
}
.texts {
  list-style: none;
  padding: 0;
  margin: 0;
}
blockquote {
  margin: 0.1rem 0 0.3rem;
  padding: 0.3rem 0.6rem;
  border-left: 4px solid rgb(var(--v-theme-line));
}
</style>
