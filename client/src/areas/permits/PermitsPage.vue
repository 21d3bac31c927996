<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ViewTabs from '@/shared/ViewTabs.vue'
import HeldView from './HeldView.vue'
import KindDialog from './KindDialog.vue'
import MoneyView from './MoneyView.vue'
import PermitDesk from './PermitDesk.vue'
import UnsureView from './UnsureView.vue'

/** The permit clerk's area: files by what they wait for, what is to be paid, what the company holds. */
const VIEWS = [
  ['files', 'Files'],
  ['money', 'To pay'],
  ['held', 'Held by us'],
  ['unsure', 'To look up'],
] as const
const route = useRoute()
const router = useRouter()
const view = computed(() => VIEWS.map(([name]) => name).find(name => name === route.query.view) ?? 'files')
const asking = ref(false)
</script>

<template>
  <div class="stack">
    <div class="spread wrap">
      <h1>Permits</h1>
      <v-btn variant="tonal" size="small" @click="asking = true">Which kind is needed?</v-btn>
    </div>
    <view-tabs :views="VIEWS" :view="view" @choose="name => router.replace({ query: { view: name } })" />
    <money-view v-if="view === 'money'" :receipt="Number(route.query.receipt) || undefined" />
    <held-view v-else-if="view === 'held'" />
    <unsure-view v-else-if="view === 'unsure'" />
    <permit-desk v-else />
    <kind-dialog v-if="asking" @close="asking = false" />
  </div>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
}
</style>
