<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import AreaMenu from './AreaMenu.vue'
import MoreWishes from './MoreWishes.vue'
import TimeField from '@/shared/typed/TimeField.vue'
import { useAct } from '@/shared/useAct'
import { states, type Wish } from './useFinds'
import WatchDialog from './WatchDialog.vue'
import { SORTS, type Sort } from './words'

/** What is looked for, and what may be done with the search: let it run by itself, or post the truck itself. */
const {
  driver = undefined,
  mayAct,
  placeWrong = '',
  endsWrong = '',
} = defineProps<{
  driver?: Schemas['FreeCrew'] | undefined
  mayAct: boolean
  placeWrong?: string
  endsWrong?: string
}>()
const wish = defineModel<Wish>('wish', { required: true })
const sort = defineModel<Sort>('sort', { required: true })
const emit = defineEmits<{ begun: []; posted: [] }>()
const sorts = SORTS.map(([value, title]) => ({ value, title }))
const watching = ref(false)
const atTyped = ref('')
const { busy, trouble, act } = useAct<unknown>(
  () => emit('posted'),
  () => [driver?.id, wish.value.to],
)
const postTruck = () =>
  act(key =>
    api.POST('/api/market/trucks', {
      body: { key, driver_id: driver!.id, to: states(wish.value.to).split(',').filter(Boolean) },
    }),
  )
</script>

<template>
  <form class="wish" @submit.prevent>
    <v-select v-model="wish.radius" label="Empty miles" :items="[50, 100, 150, 250, 400, 1000]" />
    <v-text-field v-model.lazy="wish.to" label="To (UT CO)" />
    <v-text-field v-model.lazy="wish.avoid" label="Avoid" />
    <area-menu v-model="wish.to" :may-keep="mayAct" />
    <v-select v-model="sort" label="Best by" :items="sorts" class="two" />
    <v-text-field
      v-model.lazy="wish.place"
      label="As if at (Boise, ID or a ZIP)"
      :error-messages="placeWrong ? [placeWrong] : []"
      class="two"
    />
    <time-field
      v-if="wish.place"
      v-model="atTyped"
      v-model:at="wish.at"
      label="From (tue 12:00)"
      class="two"
    />
    <more-wishes v-model:wish="wish" :ends-wrong="endsWrong" for-truck />
    <span v-if="mayAct && driver" class="row acts"
      ><v-btn variant="tonal" @click="watching = true">Watch this</v-btn
      ><v-btn variant="text" :disabled="busy" @click="postTruck">Post this truck</v-btn></span
    >
  </form>
  <v-alert v-if="trouble" type="error" class="ma-2">{{ trouble.message }}</v-alert>
  <watch-dialog v-if="driver" v-model="watching" :driver="driver" :wish="wish" @begun="emit('begun')" />
</template>

<style scoped>
.wish {
  display: grid;
  grid-template-columns: 7.4rem 1fr 1fr 8rem;
  gap: 0.5rem;
  padding: 0.6rem 0.7rem 0;
  align-items: center;
}
.two {
  grid-column: span 2;
}
.acts {
  grid-column: span 3;
  justify-content: flex-end;
}
@media (max-width: 1000px) {
  .wish {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
