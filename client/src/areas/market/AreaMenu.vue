<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useAct } from '@/shared/useAct'
import { states } from './useFinds'

/** States that are often asked for together: picked into the field, kept from it, let go. */
const typed = defineModel<string>({ required: true })
const { mayKeep } = defineProps<{ mayKeep: boolean }>()
type Area = Schemas['MarketArea']
const open = ref(false)
const name = ref('')
const { data: areas, load } = useFetched(
  () => 0,
  () => ask<Area[]>(api.GET('/api/market/areas')),
  change => change.kind === 'market_area',
)
const { busy, trouble, act } = useAct<unknown>(
  () => {
    name.value = ''
    void load()
  },
  () => [name.value, typed.value],
)
const typedStates = computed(() => states(typed.value).split(',').filter(Boolean))
const pick = (area: Area) => {
  typed.value = [...new Set([...typedStates.value, ...area.states])].join(' ')
  open.value = false
}
const keep = () => {
  const body = { name: name.value.trim(), states: typedStates.value }
  if (body.name && body.states.length)
    void act(key => api.POST('/api/market/areas', { body: { key, ...body } }))
}
const drop = (area: Area) =>
  act(() => api.DELETE('/api/market/areas/{id}', { params: { path: { id: area.id } } }))
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: opens }"
      ><v-btn v-bind="opens" size="small" variant="text" class="opens">Areas</v-btn></template
    >
    <div class="panel pad stack areas">
      <p v-if="areas && !areas.length" class="small quiet">
        No areas yet: type states under “To”, and keep them here under a name.
      </p>
      <ul v-else class="list">
        <li v-for="area in areas" :key="area.id" class="spread">
          <button type="button" class="link" @click="pick(area)">
            {{ area.name }} <span class="quiet small">{{ area.states.join(' ') }}</span>
          </button>
          <v-btn
            v-if="mayKeep"
            size="small"
            variant="text"
            :disabled="busy"
            :aria-label="`Let go ${area.name}`"
            @click="drop(area)"
            >Let go</v-btn
          >
        </li>
      </ul>
      <form v-if="mayKeep && typedStates.length" class="row" @submit.prevent="keep">
        <v-text-field
          v-model="name"
          :label="`Keep ${typedStates.join(' ')} as`"
          :error-messages="trouble ? [trouble.message] : []"
        />
        <v-btn type="submit" variant="tonal" :disabled="!name.trim()" :loading="busy">Keep</v-btn>
      </form>
    </div>
  </v-menu>
</template>

<style scoped>
.areas {
  width: 21rem;
  max-width: 92vw;
}
.pad {
  padding: 0.7rem 0.8rem;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.opens {
  justify-self: start;
}
</style>
