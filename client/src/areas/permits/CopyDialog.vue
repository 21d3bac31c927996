<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { KIND } from './words'
import PermitMark from './PermitMark.vue'

/** An earlier permit to take the vehicle over from: found by its load or reference. */
const {
  loadId,
  busy,
  problem = undefined,
} = defineProps<{ loadId: number; busy: boolean; problem?: Problem | undefined }>()
const emit = defineEmits<{ close: []; copy: [permit: Schemas['Permit']] }>()
const asked = ref('')
const look = useDebounceFn((text: string) => {
  asked.value = text.trim()
}, 200)
const { data: found } = useFetched(asked, async q =>
  q.length > 1
    ? ask<Schemas['Permit'][]>(api.GET('/api/permits/reference', { params: { query: { q } } }))
    : NOTHING,
)
const rows = computed(() =>
  asked.value.length > 1 ? found.value?.filter(permit => permit.load_id !== loadId) : undefined,
)
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="640"
    aria-label="Copy an earlier permit"
    @update:model-value="emit('close')"
    ><v-card class="pa-4 stack">
      <h2>Copy an earlier permit</h2>
      <p class="small quiet">
        What this load does not say itself of its sizes comes over, with contact, route wished and the kind of
        permit. Where it differs from the earlier one, the file says so; units, days, serial number and route
        are its own.
      </p>
      <v-text-field
        autofocus
        label="Load number or reference of the earlier one"
        @update:model-value="look($event ?? '')"
      />
      <v-alert v-if="problem" type="error">{{ problem.message }}</v-alert>
      <p v-if="rows && !rows.length" class="quiet">No earlier permit has that load or reference.</p>
      <ul v-else-if="rows" class="rows">
        <li v-for="permit in rows" :key="permit.id" class="spread">
          <span
            ><strong>{{ permit.load }}</strong> {{ permit.name }},
            {{ KIND[permit.kind]?.toLowerCase() ?? permit.kind }}
            <span class="quiet">{{ permit.number ?? '' }} {{ permit.reference }}</span
            >{{ ' ' }} <permit-mark :status="permit.status" /></span
          ><v-btn size="small" variant="tonal" :loading="busy" @click="emit('copy', permit)">Copy</v-btn>
        </li>
      </ul>
      <div class="row justify-end"><v-btn variant="text" @click="emit('close')">Leave it</v-btn></div>
    </v-card></v-dialog
  >
</template>

<style scoped>
.rows {
  list-style: none;
  padding: 0;
  max-height: 50vh;
  overflow-y: auto;
  display: grid;
  gap: 0.3rem;
}
</style>
