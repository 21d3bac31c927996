<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'

/** What drivers ask about lines of their statements, and what was answered. */
const { questions, settles, busy } = defineProps<{
  questions: Schemas['PayQuestion'][]
  settles: boolean
  busy: boolean
}>()
const emit = defineEmits<{ answer: [id: number, text: string] }>()
const typed = ref<Record<number, string>>({})
const open = computed(() => questions.filter(({ answer }) => !answer))
</script>

<template>
  <section class="panel pad" aria-label="Questions">
    <h2>
      Drivers ask <span class="quiet">{{ open.length || '' }}</span>
    </h2>
    <ul>
      <li v-for="one in questions" :key="one.id">
        <p>
          <router-link :to="`/pay/statements/${one.statement_id}`">{{
            one.driver ?? 'The driver'
          }}</router-link>
          about “{{ one.line }}”: {{ one.body }}
        </p>
        <p v-if="one.answer" class="quiet">{{ one.answered_by }}: {{ one.answer }}</p>
        <form
          v-else-if="settles"
          class="row"
          @submit.prevent="emit('answer', one.id, (typed[one.id] ?? '').trim())"
        >
          <v-text-field v-model="typed[one.id]" :label="`Answer ${one.driver ?? ''}`" /><v-btn
            type="submit"
            size="small"
            color="primary"
            :disabled="(typed[one.id] ?? '').trim().length < 2"
            :loading="busy"
            >Answer</v-btn
          >
        </form>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.6rem;
  margin-top: 0.3rem;
}
form {
  max-width: 40rem;
}
</style>
