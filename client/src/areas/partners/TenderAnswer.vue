<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { parseDollars, showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'

/** A partner's answer: yes by our terms, another price, or no. */
type Page = Schemas['TenderPage']
const { page, headers } = defineProps<{ page: Page; headers: { Authorization: string } }>()
const emit = defineEmits<{ answered: [page: Page] }>()
const form = reactive({ name: '', agrees: false, counter: '', note: '' })
const { busy, trouble, act } = useAct<Page>(
  answer => emit('answered', answer),
  () => [{ ...form }, page.seen, page.terms_version],
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const who = computed(() => form.name.trim())
async function accept() {
  const body = { name: who.value, seen: page.seen, terms_version: page.terms_version }
  const done = await act(key => api.POST('/api/tender/accept', { headers, body: { key, ...body } }))
  if (done) return announce('It is yours. The confirmation comes by mail.')
  // Changed under them: what it is now is shown beside what was wrong.
  if (['/seen', '/terms_version'].includes(trouble.value?.path ?? '')) {
    const { data } = await api.GET('/api/tender', { headers })
    if (data) emit('answered', data)
  }
}
const said = computed(() => ({ name: who.value, ...(form.note.trim() ? { note: form.note.trim() } : {}) }))
const counter = () =>
  void act(key =>
    api.POST('/api/tender/counter', {
      headers,
      body: { key, ...said.value, counter: parseDollars(form.counter) ?? form.counter },
    }),
  )
const refuse = () =>
  void act(key => api.POST('/api/tender/refuse', { headers, body: { key, ...said.value } }))
const elsewhere = computed(
  () => trouble.value && !['/name', '/counter', '/note'].includes(trouble.value.path),
)
</script>

<template>
  <section class="panel pad stack" aria-label="Your answer">
    <h2>Your answer</h2>
    <p v-if="page.answer_by">
      By {{ showTime(page.answer_by, page.stops[0]?.zone ?? 'UTC') }}; after that somebody else is asked.
    </p>
    <details>
      <summary>The terms, version {{ page.terms_version }}</summary>
      <p class="terms small">{{ page.terms }}</p>
    </details>
    <form class="stack" aria-label="Yes" @submit.prevent="accept">
      <v-text-field v-model="form.name" label="Your name" autocomplete="name" :error-messages="at('/name')" />
      <v-checkbox
        v-model="form.agrees"
        :label="`I may say so for ${page.partner}, and we accept the terms`"
        hide-details
      />
      <div>
        <v-btn type="submit" color="primary" :loading="busy" :disabled="!who || !form.agrees"
          >We haul it for {{ showDollars(page.price) }}</v-btn
        >
      </div>
    </form>
    <v-alert v-if="elsewhere" type="error">{{ trouble?.message }}</v-alert>
    <form class="grid" aria-label="Another price, or no" @submit.prevent="counter">
      <amount-field v-model="form.counter" label="Another price" :error-messages="at('/counter')" />
      <v-text-field v-model="form.note" label="Note" :error-messages="at('/note')" />
      <v-btn type="submit" variant="tonal" :loading="busy" :disabled="!who || !form.counter.trim()"
        >Ask for this price</v-btn
      >
      <v-btn variant="tonal" :loading="busy" :disabled="!who" @click="refuse">We cannot haul it</v-btn>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.terms {
  white-space: pre-line;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0.5rem;
  align-items: start;
  border-top: 1px solid rgb(var(--v-theme-line));
  padding-top: 0.7rem;
}
</style>
