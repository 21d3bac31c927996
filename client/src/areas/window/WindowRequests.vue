<script setup lang="ts">
import { computed } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { useAct } from '@/shared/useAct'
import { useEvery } from './useEvery'
import { asked, HEARD_OF } from './words'

/** What was asked for and is not settled, and what this person wants to hear of by mail. */
const { me } = defineProps<{ me: Schemas['WindowMe'] }>()
const emit = defineEmits<{ told: [me: Schemas['WindowMe']] }>()
const EVERY_S = 30
const mayAsk = useSession().has('customer_request')
const { data, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/window/requests')),
)
useEvery(EVERY_S, () => void load())
/** Those that wait, and what became of the latest. */
const LATEST = 5
const shown = computed(() => {
  const rows = data.value ?? []
  return [
    ...rows.filter(({ status }) => status === 'asked'),
    ...rows.filter(({ status }) => status === 'refused').slice(0, LATEST),
  ]
})
const { trouble, act } = useAct<Schemas['LoadRequest'][]>(put)
const takeBack = async ({ id, version }: Schemas['LoadRequest']) => {
  const done = await act(key =>
    api.POST('/api/window/requests/{id}/take-back', { params: { path: { id } }, body: { key, version } }),
  )
  if (!done) await load()
}
const telling = useAct<Schemas['WindowMe']>(answer => emit('told', answer))
const hear = (told: Schemas['HeardOf'][]) =>
  telling.act(() => api.PUT('/api/window/told', { body: { told } }))
const heard = Object.entries(HEARD_OF).map(([value, title]) => ({ value, title }))
</script>

<template>
  <section class="panel asked stack" aria-label="Asked for">
    <div class="spread wrap">
      <v-btn v-if="mayAsk" color="primary" to="/window/ask">Ask for a load</v-btn>
      <v-select
        class="told"
        :model-value="me.told"
        multiple
        label="Mail me when freight is"
        :items="heard"
        @update:model-value="hear($event)"
      />
    </div>
    <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
    <ul v-if="shown.length" class="plain">
      <li v-for="row in shown" :key="row.id" class="row wrap">
        <strong>{{ asked(row) }}</strong>
        <span class="small quiet"
          >{{ row.freight.map(({ what }) => what).join(', ') }}, by {{ row.asked_by }}</span
        >
        <span v-if="row.status === 'refused'" class="small">We cannot haul it: {{ row.why }}</span>
        <span v-else class="small">waits for our answer</span>
        <template v-if="mayAsk && row.status === 'asked'"
          ><v-btn size="small" variant="text" :to="{ path: '/window/ask', query: { change: row.id } }"
            >Change it</v-btn
          ><v-btn size="small" variant="text" @click="takeBack(row)">Take it back</v-btn></template
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.asked {
  padding: 0.7rem 0.85rem;
  margin-bottom: 0.8rem;
}
.wrap {
  flex-wrap: wrap;
}
.told {
  max-width: 24rem;
  min-width: 14rem;
}
.plain {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.35rem;
}
</style>
