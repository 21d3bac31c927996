<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { useAct } from '@/shared/useAct'
import HauledByPartner from './HauledByPartner.vue'
import TenderForm from './TenderForm.vue'
import TenderOffers from './TenderOffers.vue'
import type { OfLoad } from './words'

/** Partners for one load: who could haul it, whom it is offered to, and who hauls it. */
const { loadId } = defineProps<{ loadId: number }>()
const dispatches = useSession().has('dispatcher')
const choosing = ref(false)
const { data, problem, put } = useFetched(
  () => loadId,
  id => ask(api.GET('/api/loads/{id}/partners', { params: { path: { id } } })),
  change => (change.kind === 'load' && change.id === loadId) || change.kind === 'partner',
)
watch(
  () => loadId,
  () => (choosing.value = false),
)
function offered(found: OfLoad) {
  put(found)
  choosing.value = false
}
const { busy, trouble, act } = useAct<OfLoad>(offered)
const takeBack = () =>
  void act(key =>
    api.POST('/api/loads/{id}/tenders/take-back', { params: { path: { id: loadId } }, body: { key } }),
  )
</script>

<template>
  <section
    v-if="data && (data.hauled || data.tender || (data.may.includes('offer') && dispatches))"
    class="panel"
    aria-label="Partner carriers"
  >
    <header class="spread pad">
      <h2>Partner carriers</h2>
      <v-btn
        v-if="data.may.includes('take_back') && dispatches"
        size="small"
        variant="text"
        :loading="busy"
        @click="takeBack"
        >Take the offer back</v-btn
      >
      <v-btn
        v-else-if="data.may.includes('offer') && dispatches"
        size="small"
        variant="tonal"
        :aria-expanded="choosing"
        @click="choosing = !choosing"
        >{{ choosing ? 'Not now' : 'Offer it to partners' }}</v-btn
      >
    </header>
    <v-alert v-if="problem ?? trouble" type="error" class="ma-2">{{ (problem ?? trouble)!.message }}</v-alert>
    <tender-form v-if="choosing && data.may.includes('offer')" :found="data" @offered="offered" />
    <tender-offers
      v-if="data.tender && data.may.length"
      :tender="data.tender"
      :may="dispatches"
      @changed="put"
    />
    <hauled-by-partner v-if="data.hauled" :hauled="data.hauled" :load-id="loadId" @changed="put" />
  </section>
</template>

<style scoped>
/* Beside crews in Match it is as narrow as a phone. */
.panel {
  container-type: inline-size;
}
.pad {
  padding: 0.6rem 0.9rem;
}
</style>
