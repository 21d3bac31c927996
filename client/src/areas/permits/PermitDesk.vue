<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { showDay, showMonth } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import PermitMark from './PermitMark.vue'

/** The clerk's desk: all files by what they wait for, the soonest start first; what a reference has; fees by month. */
const {
  data: desk,
  problem,
  load,
} = useFetched(
  () => 0,
  () => ask(api.GET('/api/permits')),
  change => change.kind === 'load',
)
const query = ref('')
const asked = ref('')
const look = useDebounceFn((text: string) => {
  asked.value = text.trim()
}, 200)
const { data: found } = useFetched(asked, async q =>
  q.length > 1 ? ask(api.GET('/api/permits/reference', { params: { query: { q } } })) : NOTHING,
)
const hits = computed(() => (asked.value.length > 1 ? found.value : undefined))
</script>

<template>
  <div class="stack">
    <div class="spread wrap">
      <v-text-field
        v-model="query"
        class="find"
        label="All permits of a reference or load"
        clearable
        @update:model-value="look($event ?? '')"
      />
    </div>
    <section v-if="hits" class="panel pad" aria-label="Permits found">
      <p v-if="!hits.length" class="quiet">No permit has that reference or load.</p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Load</th>
            <th>Reference</th>
            <th>State</th>
            <th>Status</th>
            <th>Number</th>
            <th class="figure">Fee</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="permit in hits" :key="permit.id">
            <td>
              <router-link :to="`/permits/${permit.load_id}`">{{ permit.load }}</router-link>
            </td>
            <td>{{ permit.reference }}</td>
            <td>{{ permit.name }}</td>
            <td><permit-mark :status="permit.status" /></td>
            <td>
              <a
                v-if="permit.paper_id"
                :href="`/api/papers/${permit.paper_id}`"
                target="_blank"
                rel="noopener"
                >{{ permit.number }}</a
              >
            </td>
            <td class="figure">{{ showDollars(permit.fee) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <waiting
      v-slot="{ data }"
      :data="desk"
      :problem="problem"
      :empty="!desk?.groups.length && !desk?.months.length"
      @again="load"
    >
      <section v-for="group in data.groups" :key="group.wait" class="panel over" :aria-label="group.wait">
        <h2 class="title">
          {{ group.wait }} <span class="quiet">{{ group.files.length }}</span>
        </h2>
        <table class="ledger files">
          <thead>
            <tr>
              <th>Starts</th>
              <th>Load</th>
              <th>Route</th>
              <th>Customer</th>
              <th>Reference</th>
              <th>States</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="file in group.files" :key="file.load_id">
              <td class="date">{{ showDay(file.starts_on) }}</td>
              <td>
                <router-link :to="`/permits/${file.load_id}`">{{ file.load }}</router-link>
              </td>
              <td>{{ file.way }}</td>
              <td>{{ file.customer }}</td>
              <td>{{ file.reference }}</td>
              <td>
                <ul class="states">
                  <li v-for="one in file.states" :key="one.state">
                    <strong>{{ one.state }}</strong> <permit-mark :status="one.is as 'draft'" />
                  </li>
                </ul>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="data.months.length" class="panel over" aria-label="Fees of issued permits">
        <h2 class="title">Fees of issued permits</h2>
        <table class="ledger">
          <thead>
            <tr>
              <th>Month</th>
              <th>State</th>
              <th>Customer</th>
              <th class="figure">Permits</th>
              <th class="figure">Fees</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in data.months" :key="`${row.month} ${row.state} ${row.customer}`">
              <td>{{ showMonth(`${row.month}-01`) }}</td>
              <td>{{ row.state }}</td>
              <td>{{ row.customer }}</td>
              <td class="figure">{{ row.count }}</td>
              <td class="figure">{{ showDollars(row.fee) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </waiting>
    <p v-if="desk && !desk.groups.length" class="panel pad quiet">
      No load has a permit file. It is made on the load's own page, with Permit file.
    </p>
  </div>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.over {
  overflow-x: auto;
}
.wrap {
  flex-wrap: wrap;
}
.find {
  max-width: 22rem;
}
.title {
  padding: 0.6rem 0.9rem 0.2rem;
}
.date {
  white-space: nowrap;
}
.files {
  table-layout: fixed;
  min-width: 60rem;
}
.files th:nth-child(1) {
  width: 8.5rem;
}
.files th:nth-child(2) {
  width: 5.5rem;
}
.files th:nth-child(3),
.files th:nth-child(4) {
  width: 20%;
}
.files th:nth-child(5) {
  width: 8rem;
}
.states li {
  display: flex;
  gap: 0.3rem;
  align-items: center;
}
.states {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 1rem;
  padding: 0;
}
</style>
