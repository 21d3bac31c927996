<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { Schemas } from '@/shared/api'
import { POSITIONS, SHOWN_PAPERS, STAGES, type Rules } from './words'

/** What customers see of their loads. */
const { rules } = defineProps<{ rules: Rules; mayChange: boolean }>()
const emit = defineEmits<{ save: [body: Schemas['WindowRulesChange']] }>()
const form = reactive({ ...rules })
watch(
  () => rules,
  value => Object.assign(form, value),
)
const pairs = <T extends string>(words: Record<T, string>) =>
  (Object.entries(words) as [T, string][]).map(([value, title]) => ({ value, title }))
const stages = (Object.keys(STAGES) as (keyof typeof STAGES)[]).map(value => ({
  value,
  title: STAGES[value].label,
}))
</script>

<template>
  <form class="grid" aria-label="What is shown" @submit.prevent="emit('save', { ...form })">
    <v-select v-model="form.stages" multiple label="Loads that are" :items="stages" :readonly="!mayChange" />
    <v-select
      v-model="form.papers"
      multiple
      label="Papers"
      :items="pairs(SHOWN_PAPERS)"
      :readonly="!mayChange"
    />
    <v-select
      v-model="form.position"
      label="Where the truck is"
      :items="pairs(POSITIONS)"
      :readonly="!mayChange"
    />
    <v-checkbox v-model="form.driver" label="The driver’s first name" :readonly="!mayChange" />
    <v-btn v-if="mayChange" type="submit" variant="tonal">Show this</v-btn>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.6rem;
  align-items: center;
}
</style>
