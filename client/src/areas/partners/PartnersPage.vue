<script setup lang="ts">
import { mdiMagnify, mdiPlus } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import FleetKinds from '@/areas/fleet/FleetKinds.vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import FitMark from '@/shared/FitMark.vue'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'
import PartnerPanel from './PartnerPanel.vue'
import PartnerRules from './PartnerRules.vue'
import { FOUND, scored, standing } from './words'

/** Partner carriers: whose papers hold today, and how each has hauled for us. */
const route = useRoute()
const router = useRouter()
const mayChange = useSession().has('dispatcher', 'administrator')
const q = computed(() => String(route.query.q ?? ''))
const opened = computed(() => (route.params.id ? String(route.params.id) : undefined))
const rules = ref(false)
const { data, problem, load } = useFetched(
  () => q.value,
  text => ask(api.GET('/api/partners', { params: { query: text ? { q: text } : {} } })),
  change => change.kind === 'partner',
)
const at = (id?: number | string) => ({
  path: `/fleet/partners${id ? `/${id}` : ''}`,
  query: route.query,
})
const search = useDebounceFn(
  (text: string) => void router.replace({ path: route.path, query: text ? { q: text } : {} }),
  200,
)
useKeys([
  {
    key: 'n',
    label: 'New partner',
    run: () => {
      if (mayChange.value) void router.push(at('new'))
    },
  },
  { key: 'Escape', label: 'Close the record', run: () => void router.push(at()) },
])
</script>

<template>
  <div class="fleet" :class="{ split: opened }">
    <h1 class="sr-only">Fleet: Partners</h1>
    <section class="panel" aria-label="Partners">
      <div class="head">
        <fleet-kinds />
        <v-text-field
          :model-value="q"
          :prepend-inner-icon="mdiMagnify"
          placeholder="Find partners"
          aria-label="Find partners"
          hide-details
          class="find"
          @update:model-value="search(String($event ?? ''))"
        />
        <v-btn variant="tonal" :aria-expanded="rules" @click="rules = !rules">{{
          rules ? 'Close the rules' : 'Rules'
        }}</v-btn>
        <v-btn v-if="mayChange" color="primary" :prepend-icon="mdiPlus" :to="at('new')">New partner</v-btn>
      </div>
      <partner-rules v-if="rules" />
      <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
        <p v-if="!found.length" class="pad">
          {{
            q
              ? `No partner has “${q}” in it.`
              : 'No partner hauls for us yet. Take one on with its authority number.'
          }}
        </p>
        <ul v-else class="plain">
          <li v-for="one in found" :key="one.id" :class="{ here: String(one.id) === opened }">
            <fit-mark :verdict="standing(one.findings)" :word="FOUND[standing(one.findings)]" class="mark" />
            <div>
              <router-link :to="at(one.id)"
                ><strong>{{ one.name }}</strong></router-link
              >{{ ' ' }}
              <span class="quiet small">
                {{ one.authority_number
                }}<template v-if="one.town"> • {{ one.town }}, {{ one.state }}</template>
              </span>
              <div class="small quiet">{{ scored(one.score) }}</div>
              <div v-if="one.findings.length" class="small">{{ one.findings[0]!.text }}</div>
            </div>
            <span class="small quiet trailers">{{
              one.trailer_kinds.map(kind => kind.replaceAll('_', ' ')).join(', ')
            }}</span>
          </li>
        </ul>
      </waiting>
    </section>
    <partner-panel
      v-if="opened"
      :id="opened === 'new' ? undefined : Number(opened)"
      :key="opened"
      :may-change="mayChange"
      @kept="router.push(at($event))"
      @close="router.push(at())"
    />
  </div>
</template>

<style scoped>
.fleet {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.9rem;
  align-items: start;
}
.fleet.split {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  padding: 0.6rem;
  align-items: center;
}
.find {
  max-width: 18rem;
  min-width: 10rem;
  margin-left: auto;
}
.pad {
  padding: 0.9rem;
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  display: grid;
  grid-template-columns: 7.5rem minmax(0, 1fr) auto;
  gap: 0.7rem;
  padding: 0.55rem 0.9rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.split .trailers {
  display: none;
}
.here {
  background: rgb(var(--v-theme-surface-variant), 0.8);
}
@media (max-width: 900px) {
  .fleet.split {
    grid-template-columns: minmax(0, 1fr);
  }
  .split > section:first-of-type,
  .trailers {
    display: none;
  }
}
</style>
