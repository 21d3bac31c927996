<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api } from '@/shared/api'
import { parseDollars, showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'
import { OFFERED, type Offer, type OfLoad } from './words'

/** Whom a load is offered to, and what they say: by their link, or on the telephone. */
const { tender } = defineProps<{ tender: NonNullable<OfLoad['tender']>; may: boolean }>()
const emit = defineEmits<{ changed: [found: OfLoad] }>()
const zone = useSession().zone
const noting = ref<number>()
const form = reactive({ name: '', counter: '', note: '' })
const { busy, trouble, act } = useAct<OfLoad>(
  found => {
    emit('changed', found)
    noting.value = undefined
  },
  () => [{ ...form }, noting.value],
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
function note(one: Offer) {
  noting.value = noting.value === one.id ? undefined : one.id
  trouble.value = undefined
  Object.assign(form, { name: '', counter: '', note: '' })
}
const params = (one: Offer) => ({ path: { id: one.id } })
const say = (one: Offer, said: 'yes' | 'no' | 'other_price') =>
  void act(key =>
    api.POST('/api/tender-offers/{id}/said', {
      params: params(one),
      body: {
        key,
        said,
        name: form.name.trim(),
        ...(form.note.trim() ? { note: form.note.trim() } : {}),
        ...(said === 'other_price' && form.counter.trim()
          ? { counter: parseDollars(form.counter) ?? form.counter }
          : {}),
      },
    }),
  )
const settle = (one: Offer, take: boolean) =>
  void act(key => api.POST('/api/tender-offers/{id}/settle', { params: params(one), body: { key, take } }))
const STANDS = { open: '', taken: '', over: 'Nobody took it.', withdrawn: 'It was taken back.' }
</script>

<template>
  <div>
    <p class="pad small quiet">
      Offered by {{ tender.made_by }} on {{ showTime(tender.made_at, zone) }},
      {{ tender.way === 'in_order' ? 'one after the other' : 'to all at once' }}. {{ STANDS[tender.status] }}
    </p>
    <ol class="plain">
      <li v-for="one in tender.offers" :key="one.id" class="pad">
        <div class="spread wrap">
          <div>
            <strong>{{ one.partner }}</strong>: {{ OFFERED[one.status].toLowerCase()
            }}<template v-if="one.status === 'sent' && one.answer_by"
              >, until {{ showTime(one.answer_by, zone) }}</template
            ><template v-if="one.answered_by"> ({{ one.answered_by }})</template>
            <div v-if="one.note" class="small quiet">“{{ one.note }}”</div>
          </div>
          <span class="figure"
            >{{ showDollars(one.counter ?? one.price)
            }}<span class="small quiet">, {{ showDollars(one.margin) }} left</span></span
          >
        </div>
        <div v-if="may && one.may.length" class="row wrap">
          <template v-if="one.may.includes('settle')">
            <v-btn size="small" color="primary" :loading="busy" @click="settle(one, true)"
              >Give it to them for {{ showDollars(one.counter) }}</v-btn
            ><v-btn size="small" variant="tonal" :loading="busy" @click="settle(one, false)">Say no</v-btn>
          </template>
          <v-btn v-else size="small" variant="text" :aria-expanded="noting === one.id" @click="note(one)">{{
            noting === one.id ? 'Not now' : `They answered on the telephone`
          }}</v-btn>
          <a v-if="one.phone && one.status === 'sent'" :href="`tel:${one.phone}`" class="small">{{
            one.phone
          }}</a>
        </div>
        <form v-if="noting === one.id" class="grid" :aria-label="`What ${one.partner} said`" @submit.prevent>
          <v-text-field v-model="form.name" label="Who said so?" :error-messages="at('/name')" autofocus />
          <amount-field v-model="form.counter" label="Another price" :error-messages="at('/counter')" />
          <v-text-field v-model="form.note" label="Note" />
          <div class="row wrap">
            <v-btn
              size="small"
              color="primary"
              :disabled="!form.name.trim()"
              :loading="busy"
              @click="say(one, 'yes')"
              >They haul it</v-btn
            ><v-btn
              size="small"
              variant="tonal"
              :disabled="!form.name.trim()"
              :loading="busy"
              @click="say(one, 'other_price')"
              >They want another price</v-btn
            ><v-btn
              size="small"
              variant="tonal"
              :disabled="!form.name.trim()"
              :loading="busy"
              @click="say(one, 'no')"
              >They do not</v-btn
            >
          </div>
        </form>
      </li>
    </ol>
    <v-alert v-if="trouble && !at('/name') && !at('/counter')" type="error" class="ma-2">{{
      trouble.message
    }}</v-alert>
  </div>
</template>

<style scoped>
.pad {
  padding: 0.5rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.plain {
  list-style: none;
  padding: 0;
}
.plain li {
  border-top: 1px solid rgb(var(--v-theme-line));
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: center;
  margin-top: 0.5rem;
}
</style>
