<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'

const router = useRouter()
const field = ref<{ focus: () => void }>()
const query = ref('')
const hits = ref<Schemas['Hit'][]>([])
const chosen = ref<Schemas['Hit'] | null>(null)

const look = useDebounceFn(async (q: string) => {
  if (q.trim().length < 2) {
    hits.value = []
    return
  }
  const { data } = await ask(api.GET('/api/search', { params: { query: { q } } }))
  if (q === query.value) hits.value = data ?? []
}, 150)

function typed(q: string) {
  query.value = q
  void look(q)
}

function go(hit: Schemas['Hit'] | null) {
  if (!hit) return
  chosen.value = null
  query.value = ''
  hits.value = []
  void router.push(hit.address)
}

defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <v-autocomplete
    ref="field"
    v-model="chosen"
    class="search"
    :items="hits"
    :prepend-inner-icon="mdiMagnify"
    item-title="title"
    return-object
    no-filter
    hide-details
    placeholder="Search loads, references, people, units"
    aria-label="Search everything"
    menu-icon=""
    :no-data-text="query.trim().length < 2 ? 'Type a number, a reference or a name' : 'Nothing found'"
    @update:search="typed"
    @update:model-value="go"
  >
    <template #item="{ item, props }">
      <v-list-item
        v-bind="props"
        :key="`${item.kind} ${item.id}`"
        :subtitle="`${item.kind} • ${item.detail}`"
      />
    </template>
  </v-autocomplete>
</template>

<style scoped>
.search {
  flex: 1;
  max-width: 26rem;
  margin-left: auto;
}
/* The areas need the first row for themselves. */
@media (max-width: 1150px) {
  .search {
    order: 6;
    flex-basis: 100%;
    max-width: none;
  }
}
</style>
