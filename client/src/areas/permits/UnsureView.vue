<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import Waiting from '@/shared/Waiting.vue'
import ValuesDialog from './ValuesDialog.vue'
import { called, KNOWN, PART, show } from './values'

/** What nobody has checked with its office, by state: those first that loads are about to go through. */
const { data, problem, load } = useFetched(
  () => 0,
  () => ask<Schemas['UnsureValues']>(api.GET('/api/permits/unsure')),
)
const asked = ref<string>()
</script>

<template>
  <waiting v-slot="{ data: states }" :data="data" :problem="problem" @again="load">
    <p class="quiet">
      What rests on memory, on practice or on the demo until somebody has looked it up. Put it right, or say
      that it is right, with where it says so: every file is judged by it from then on.
    </p>
    <section v-for="state in states" :key="state.jurisdiction" class="panel pad" :aria-label="state.name">
      <div class="spread wrap">
        <h2>
          {{ state.name }}{{ ' ' }}
          <span class="quiet small">{{
            state.unsure.length
              ? `${state.unsure.length} of ${state.of} to look up`
              : `all ${state.of} looked up`
          }}</span>
        </h2>
        <v-btn
          size="small"
          :variant="state.loads.length ? 'tonal' : 'text'"
          @click="asked = state.jurisdiction"
          >Look at {{ state.name }}</v-btn
        >
      </div>
      <p v-if="state.loads.length" class="small">
        <strong>Wanted now</strong> by
        <template v-for="(one, i) in state.loads" :key="one.id"
          ><template v-if="i">, </template
          ><router-link :to="`/permits/${one.id}`">{{ one.number }}</router-link></template
        >
      </p>
      <details v-if="state.unsure.length" class="small" :open="state.loads.length > 0">
        <summary>What</summary>
        <ul>
          <li v-for="one in state.unsure" :key="`${one.part} ${one.name}`">
            {{ PART[one.part] }}, {{ called(one)
            }}<template v-if="show(one)"
              >: <strong>{{ show(one) }}</strong></template
            >{{ ' ' }}
            <span class="quiet">{{ KNOWN[one.known_by] }}</span>
          </li>
        </ul>
      </details>
    </section>
    <values-dialog v-if="asked" :jurisdiction="asked" @close="asked = undefined" @changed="load" />
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
  margin-top: 0.6rem;
}
.wrap {
  flex-wrap: wrap;
}
ul {
  columns: 22rem;
  column-gap: 1.6rem;
  padding-left: 1.1rem;
}
summary {
  cursor: pointer;
  padding: 0.25rem 0;
}
</style>
