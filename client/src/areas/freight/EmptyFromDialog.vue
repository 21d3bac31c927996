<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { useAct } from '@/shared/useAct'
import type { PlaceChoice } from './draft'
import PlaceField from './PlaceField.vue'

/** Where the driver really became empty: his empty miles and what he can do next are reckoned from there. */
const { trip } = defineProps<{ trip: Schemas['Trip'] }>()
const emit = defineEmits<{ close: []; changed: [] }>()
const place = ref<PlaceChoice | null>(null)
const typed = ref('')
const { busy, trouble, act } = useAct<Schemas['Trip']>(() => {
  emit('changed')
  emit('close')
})
const keep = () =>
  act(key =>
    api.POST('/api/trips/{id}/empty-from', {
      params: { path: { id: trip.id } },
      body: {
        key,
        ...(place.value?.place_id ? { place_id: place.value.place_id } : {}),
        ...(place.value?.place_id ? {} : { where: place.value?.where ?? typed.value.trim() }),
      },
    }),
  )
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="460"
    aria-label="Where the driver became empty"
    @update:model-value="emit('close')"
  >
    <v-card class="pa-4">
      <form class="stack" @submit.prevent="keep">
        <h2>Where {{ trip.drivers[0]?.name }} became empty before {{ trip.number }}</h2>
        <p class="small quiet">
          Now {{ trip.empty_from ?? 'not known' }}. The empty miles of the trip, of Match and of pay follow.
        </p>
        <place-field
          v-model:place="place"
          v-model:typed="typed"
          label="Name, town or ZIP"
          :error="trouble?.path === '/where' ? trouble.message : undefined"
        />
        <v-alert v-if="trouble && trouble.path !== '/where'" type="error">{{ trouble.message }}</v-alert>
        <div class="row justify-end">
          <v-btn variant="text" @click="emit('close')">Leave it</v-btn
          ><v-btn type="submit" color="primary" :loading="busy" :disabled="!place && typed.trim().length < 2"
            >Put it right</v-btn
          >
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
