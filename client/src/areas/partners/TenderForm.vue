<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api } from '@/shared/api'
import { announce } from '@/shared/announce'
import FitMark from '@/shared/FitMark.vue'
import { parseDollars, showDollars, sumDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import { FOUND, scored, standing, type OfLoad } from './words'

/** Chooses partners, in the order in which they are asked, each with a price. */
const { found } = defineProps<{ found: OfLoad }>()
const emit = defineEmits<{ offered: [found: OfLoad] }>()
const form = reactive({
  way: 'in_order' as 'in_order' | 'at_once',
  minutes: String(found.answer_minutes),
  value: found.freight_value ?? '',
  why: '',
})
/** In the order in which they were chosen: id of the partner to the price as it is typed. */
const chosen = reactive(new Map<number, string>())
const { busy, trouble, act } = useAct<OfLoad>(
  answer => {
    announce('Offered. Whoever is asked is mailed a link.')
    emit('offered', answer)
  },
  () => [{ ...form }, [...chosen]],
)
function toggle(id: number, price: string | null) {
  if (chosen.has(id)) chosen.delete(id)
  else chosen.set(id, price ?? '')
}
const places = computed(() => [...chosen.keys()])
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const priceTrouble = (id: number) => at(`/offers/${places.value.indexOf(id)}/price`)
const blocked = computed(() => trouble.value?.code === 'partner_blocked')
const elsewhere = computed(
  () =>
    trouble.value &&
    !['/answer_minutes', '/freight_value'].includes(trouble.value.path) &&
    !/price$/.test(trouble.value.path),
)
function margin(id: number): string {
  const price = parseDollars(chosen.get(id) ?? '')
  return price === undefined ? '' : showDollars(sumDollars([found.total, `-${price}`]))
}
const dollars = (text: string) => parseDollars(text) ?? text
const offer = () =>
  void act(key =>
    api.POST('/api/loads/{id}/tenders', {
      params: { path: { id: found.load_id } },
      body: {
        key,
        way: form.way,
        answer_minutes: Number(form.minutes),
        freight_value: form.value.trim() ? dollars(form.value) : null,
        offers: places.value.map(id => ({ partner_id: id, price: dollars(chosen.get(id)!) })),
        ...(form.why.trim() ? { why: form.why.trim() } : {}),
      },
    }),
  )
const WAYS = [
  { value: 'in_order', title: 'One after the other' },
  { value: 'at_once', title: 'All at once: the first has it' },
]
</script>

<template>
  <form aria-label="Offer to partners" @submit.prevent="offer">
    <p v-if="!found.choices.length" class="pad">
      There is no partner yet. <router-link to="/fleet/partners/new">Take one on.</router-link>
    </p>
    <ul v-else class="plain">
      <li v-for="one in found.choices" :key="one.id">
        <v-checkbox
          :model-value="chosen.has(one.id)"
          :aria-label="`Ask ${one.name}`"
          hide-details
          density="compact"
          @update:model-value="toggle(one.id, one.price)"
        />
        <fit-mark :verdict="standing(one.findings)" :word="FOUND[standing(one.findings)]" />
        <div class="who">
          <strong>{{ one.name }}</strong><span
            v-if="chosen.has(one.id) && chosen.size > 1 && form.way === 'in_order'"
            class="small"
          >
            asked {{ places.indexOf(one.id) + 1 }}.</span
          >
          <div class="small quiet">{{ scored(one.score) }}</div>
          <div v-for="finding in one.findings" :key="finding.code" class="small">{{ finding.text }}</div>
        </div>
        <amount-field
          v-if="chosen.has(one.id)"
          :model-value="chosen.get(one.id)!"
          :label="`Price for ${one.name}`"
          :hint="margin(one.id) ? `${margin(one.id)} is left for us` : ''"
          persistent-hint
          :error-messages="priceTrouble(one.id)"
          @update:model-value="chosen.set(one.id, $event)"
        />
        <div v-else class="figure">
          <template v-if="one.price"
            >{{ showDollars(one.price) }}
            <div class="small quiet">{{ showDollars(one.margin) }} left</div></template
          ><span v-else class="small quiet">no lane price</span>
        </div>
      </li>
    </ul>
    <div class="grid pad">
      <v-select v-model="form.way" label="How they are asked" :items="WAYS" />
      <v-text-field
        v-model="form.minutes"
        label="Minutes to answer"
        inputmode="numeric"
        :error-messages="at('/answer_minutes')"
      />
      <amount-field
        v-model="form.value"
        label="What the freight is worth"
        :error-messages="at('/freight_value')"
      />
      <v-text-field
        v-if="blocked || form.why"
        v-model="form.why"
        label="Why all the same? It is kept"
        class="wide"
        autofocus
      />
      <v-alert v-if="elsewhere" type="error" class="wide">{{ trouble?.message }}</v-alert>
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!chosen.size">{{
        chosen.size > 1 ? `Offer it to ${chosen.size} partners` : 'Offer it'
      }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  display: grid;
  grid-template-columns: auto 6.5rem minmax(0, 1fr) 11rem;
  gap: 0.5rem 0.7rem;
  align-items: start;
  padding: 0.5rem 0.9rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: start;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.wide {
  grid-column: 1 / -1;
}
@container (max-width: 32rem) {
  .plain li {
    grid-template-columns: auto auto minmax(0, 1fr);
  }
  .plain li > :last-child {
    grid-column: 3;
    text-align: left;
  }
}
</style>
