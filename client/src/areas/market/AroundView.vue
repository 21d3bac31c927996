<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import Waiting from '@/shared/Waiting.vue'
import AreaMenu from './AreaMenu.vue'
import AroundCard from './AroundCard.vue'
import AroundList from './AroundList.vue'
import MoreWishes from './MoreWishes.vue'
import SheetDialog from './SheetDialog.vue'
import { KINDS } from './supplyWords'
import { queryOf, type Wish } from './useFinds'

/** What is posted around a place, for no truck in particular; and which of ours could take one of it. */
const wish = defineModel<Wish>('wish', { required: true })
const { mayAct } = defineProps<{ mayAct: boolean }>()
const emit = defineEmits<{ look: [postingId: number, driverId: number] }>()
const session = useSession()
type Kind = Schemas['PostedKind']
const kind = ref<Kind | ''>('')
const atTyped = ref('')
const importing = ref(false)
const kinds = [{ title: 'any trailer', value: '' as const }, ...KINDS]
const { data, problem, load } = useFetched(
  computed(() =>
    wish.value.place.trim().length > 1
      ? {
          place: wish.value.place.trim(),
          ...(wish.value.at ? { at: new Date(wish.value.at).toISOString() } : {}),
          ...(kind.value ? { trailer_kind: kind.value } : {}),
          ...queryOf(wish.value),
        }
      : undefined,
  ),
  async of =>
    of ? ask<Schemas['FoundAround']>(api.GET('/api/market/around', { params: { query: of } })) : NOTHING,
  change => ['market', 'offer'].includes(change.kind),
)
const chosenId = ref<number>()
const rows = computed(() => data.value?.rows ?? [])
const chosen = computed(
  () => rows.value.find(({ posting_id }) => posting_id === chosenId.value) ?? rows.value[0],
)
const at = (path: string) => (problem.value?.path === path ? problem.value.message : '')
const elsewhere = computed(() => (at('/place') || at('/ends_at') ? undefined : problem.value))
const move = (by: number) => {
  const index = rows.value.findIndex(row => row === chosen.value)
  chosenId.value = rows.value[Math.min(Math.max(index + by, 0), rows.value.length - 1)]?.posting_id
}
useKeys([
  { key: 'j', label: 'Next posting', run: () => move(1) },
  { key: 'k', label: 'Posting before', run: () => move(-1) },
])
</script>

<template>
  <div class="columns">
    <section class="panel" aria-label="Around a place">
      <form class="wish" @submit.prevent>
        <v-text-field
          v-model.lazy="wish.place"
          label="Around (Boise, ID or a ZIP)"
          :error-messages="at('/place') ? [at('/place')] : []"
          autofocus
        />
        <time-field
          v-model="atTyped"
          v-model:at="wish.at"
          label="From when"
          hint="now; or as tomorrow 12:00"
        />
        <v-select v-model="kind" label="Trailer" :items="kinds" />
        <v-select v-model="wish.radius" label="Miles around" :items="[50, 100, 150, 250, 400, 1000]" />
        <v-text-field v-model.lazy="wish.to" label="To (UT CO)" />
        <v-text-field v-model.lazy="wish.avoid" label="Avoid" />
        <area-menu v-model="wish.to" :may-keep="mayAct" />
        <more-wishes v-model:wish="wish" :ends-wrong="at('/ends_at')" />
        <v-btn v-if="mayAct" size="small" variant="text" @click="importing = true">Take in a sheet</v-btn>
      </form>
      <p v-if="wish.place.trim().length < 2" class="pad quiet">
        Say a place: what is posted around it stands here, that which pays most after its miles first.
      </p>
      <waiting v-else v-slot="{ data: found }" :data="data" :problem="elsewhere" @again="load">
        <p class="pad small quiet">
          {{ found.seen.toLocaleString('en-US') }} posted around {{ found.place
          }}{{ found.seen > rows.length ? `, the best ${rows.length} shown` : ''
          }}{{ found.unpriced ? `, ${found.unpriced} without a price` : ''
          }}<template v-if="found.heard_at">; heard {{ showTime(found.heard_at, session.zone) }}</template>
        </p>
        <p v-if="!rows.length" class="pad">Nothing posted there. More miles, or other states, may help.</p>
        <around-list
          :rows="rows"
          :chosen="chosen?.posting_id"
          :now="Date.parse(found.as_of)"
          @choose="id => (chosenId = id)"
        />
      </waiting>
    </section>
    <around-card
      v-if="chosen"
      :posting="chosen"
      @look="driverId => emit('look', chosen!.posting_id, driverId)"
    />
    <sheet-dialog v-if="mayAct" v-model="importing" @done="load" />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 0.75rem;
  align-items: start;
}
.wish {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.5rem;
  padding: 0.6rem 0.7rem 0;
  align-items: start;
}
.pad {
  padding: 0.3rem 0.7rem;
  margin: 0;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .wish {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
