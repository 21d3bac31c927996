<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useLookup, type Found } from '@/shared/typed/useLookup'

const router = useRouter()
const field = ref<{ focus: () => void }>()
type Hit = Schemas['Hit'] & Found
const query = ref('')
const chosen = ref<Hit | null>(null)
const { found, shown, open, settled, search, leave, enter, picked } = useLookup<Hit>(
  async q => {
    const { data } = await ask(api.GET('/api/search', { params: { query: { q } } }))
    return (data ?? []).map(hit => ({ ...hit, key: `${hit.kind} ${hit.id}` }))
  },
  // Leaving goes nowhere: only Enter and a click do.
  { chosen, typed: query, takesOnLeaving: false },
)
watch(chosen, hit => {
  if (!hit) return
  chosen.value = null
  shown.value = ''
  query.value = ''
  void router.push(hit.address)
})

defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <v-autocomplete
    ref="field"
    v-model:search="shown"
    v-model:menu="open"
    :model-value="chosen"
    class="search"
    :items="found"
    :auto-select-first="settled"
    :prepend-inner-icon="mdiMagnify"
    item-title="title"
    return-object
    no-filter
    hide-details
    placeholder="Search"
    aria-label="Search everything"
    menu-icon=""
    :no-data-text="query.trim().length < 2 ? 'Type a number, a reference or a name' : 'Nothing found'"
    @update:search="search"
    @update:focused="leave"
    @update:model-value="picked"
    @keydown.enter="enter"
  >
    <template #item="{ item, props }">
      <v-list-item v-bind="props" :key="item.key" :subtitle="`${item.kind} • ${item.detail}`" />
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
