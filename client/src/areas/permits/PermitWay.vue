<script setup lang="ts">
import { mayBend } from '@/areas/freight/trips'
import WayPanel from '@/areas/roads/WayPanel.vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'

/** The way that the file is of, on the map: what bends it here bends it for its crew, and asks its states anew. */
const { file } = defineProps<{ file: Schemas['PermitFile'] }>()
const emit = defineEmits<{ changed: [] }>()
const { data, put } = useFetched(
  () => [file.load_id, file.version] as const,
  ([id]) => ask(api.GET('/api/loads/{id}', { params: { path: { id } } })),
  change => change.kind === 'load' && change.id === file.load_id,
)
function bent(load: Schemas['Load']) {
  put(load)
  emit('changed')
}
</script>

<template>
  <way-panel v-if="data" :load="data" :can-bend="mayBend(data)" @changed="bent" />
</template>
