<script setup lang="ts">
import { computed, ref } from 'vue'
import TimeField from '@/shared/typed/TimeField.vue'
import type { Wish } from './useFinds'

/** What is asked for less often: age, days of pickup, an end around a place, what was hidden. */
const wish = defineModel<Wish>('wish', { required: true })
const { endsWrong = '', forTruck = false } = defineProps<{ endsWrong?: string; forTruck?: boolean }>()
const AGES = [
  { title: 'any age', value: 0 },
  { title: 'under 1 h', value: 60 },
  { title: 'under 6 h', value: 360 },
  { title: 'under a day', value: 1440 },
]
const shown = ref(false)
const asked = computed(
  () =>
    [
      wish.value.age,
      wish.value.from.at,
      wish.value.upto.at,
      wish.value.endsAt.trim(),
      wish.value.partials,
      wish.value.hidden,
      wish.value.exactly,
    ].filter(Boolean).length,
)
</script>

<template>
  <v-btn
    size="small"
    variant="text"
    class="opens"
    :aria-expanded="shown || Boolean(endsWrong)"
    @click="shown = !shown"
    >{{ shown ? 'Fewer wishes' : 'More wishes' }}{{ asked ? ` (${asked})` : '' }}</v-btn
  >
  <div v-if="shown || endsWrong" class="more" role="group" aria-label="More wishes">
    <v-select v-model="wish.age" label="Posted" :items="AGES" />
    <time-field v-model="wish.from.text" v-model:at="wish.from.at" label="Pickup after" hint="as tue 6a" />
    <time-field
      v-model="wish.upto.text"
      v-model:at="wish.upto.at"
      label="Pickup before"
      hint="as wed 18:00"
    />
    <v-text-field
      v-model.lazy="wish.endsAt"
      label="Ends near (town or ZIP)"
      :error-messages="endsWrong ? [endsWrong] : []"
    />
    <v-select v-model="wish.endsMiles" label="Miles around it" :items="[25, 50, 100, 150, 250]" />
    <v-checkbox v-model="wish.partials" label="Partials too" />
    <v-checkbox v-if="forTruck" v-model="wish.exactly" label="Its own kind only" />
    <v-checkbox v-model="wish.hidden" label="Hidden too" />
  </div>
</template>

<style scoped>
.opens {
  justify-self: start;
}
.more {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
</style>
