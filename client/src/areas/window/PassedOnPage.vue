<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import LoadSheet from './LoadSheet.vue'

/** One load for whoever was passed its link. */
const token = ref(location.hash.slice(1))
const { data, problem } = useFetched(
  () => token.value,
  value => ask(api.GET('/api/passed-on', { headers: { Authorization: `Bearer ${value}` } })),
)
</script>

<template>
  <main id="main" class="sheet stack">
    <p v-if="data">
      <strong>{{ data.carrier }}</strong>, for {{ data.customer }}
    </p>
    <template v-if="data">
      <load-sheet :found="data" />
      <p v-if="data.phone" class="small quiet">
        Questions? {{ data.carrier }}, <a :href="`tel:${data.phone}`">{{ data.phone }}</a>
      </p>
    </template>
    <template v-else-if="problem">
      <h1>This link leads nowhere any more</h1>
      <p>It has ended, or somebody has taken it back. Ask whoever sent it for another one.</p>
    </template>
    <p v-else class="quiet" role="status">Looking …</p>
  </main>
</template>

<style scoped>
.sheet {
  max-width: 56rem;
  margin: 0 auto;
  padding: 1rem;
}
</style>
