<script setup lang="ts">
import { nextTick, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { parsePounds, parseQuantity } from '@/shared/measure'
import { typedTime } from '@/shared/time'
import TimeField from '@/shared/typed/TimeField.vue'
import { useAct } from '@/shared/useAct'
import { TRAILERS } from './words'

/** A load asked for: where from and to, when, what; a copy of an earlier one begins with its facts. */
const route = useRoute()
const router = useRouter()
interface Stop {
  kind: 'pickup' | 'delivery'
  where: string
  name: string
  text: string
  at: number | undefined
  zone: string | undefined
}
const blank = (kind: Stop['kind']): Stop => ({
  kind,
  where: '',
  name: '',
  text: '',
  at: undefined,
  zone: undefined,
})
const stops = reactive([blank('pickup'), blank('delivery')])
const freight = reactive({ what: '', quantity: '', weight: '' })
const trailer = ref<Schemas['LoadAsk']['trailer_kind']>(null)
const po = ref('')
const notes = ref('')
const { busy, trouble, act } = useAct<unknown>(() => {
  announce(changed.value ? 'Changed.' : 'Asked for. You are mailed what becomes of it.')
  void router.push('/window')
})
const at = (path: string) => (trouble.value?.path.startsWith(path) ? trouble.value.message : undefined)
const FIELDS = ['/stops', '/freight', '/trailer_kind', '/references', '/notes']
const elsewhere = () => trouble.value && !FIELDS.some(path => trouble.value!.path.startsWith(path))
const unread = (text: string, value: unknown) => !!text.trim() && value === undefined

/** A time is one of the place's clock. */
async function place(stop: Stop) {
  const q = stop.where.trim()
  const { data } = q
    ? await ask(api.GET('/api/window/where', { params: { query: { q } } }))
    : { data: undefined }
  stop.zone = data?.length === 1 ? data[0]!.zone : undefined
}

async function copy(id: number) {
  const { data } = await ask(api.GET('/api/window/loads/{id}', { params: { path: { id } } }))
  if (!data) return
  stops.splice(
    0,
    stops.length,
    ...data.stops.map(stop => ({
      kind: stop.kind as Stop['kind'],
      where: stop.zip,
      name: stop.name,
      text: '',
      at: undefined,
      zone: stop.zone,
    })),
  )
  const line = data.freight[0]
  if (line) {
    freight.what = line.what
    freight.quantity = line.pieces ? `${line.pieces} ${line.unit}` : ''
    freight.weight = line.weight_lb ? String(line.weight_lb) : ''
  }
}
/** The one that is changed, at the version that was read. */
const changed = ref<Schemas['LoadRequest']>()
async function change(id: number) {
  const { data } = await ask(api.GET('/api/window/requests'))
  const row = data?.find(one => one.id === id)
  if (!row) return
  changed.value = row
  stops.splice(
    0,
    stops.length,
    ...row.stops.map(stop => ({
      kind: stop.kind as Stop['kind'],
      where: stop.where,
      name: stop.name,
      text: stop.from ? typedTime(stop.from, stop.zone) : '',
      at: undefined,
      zone: stop.zone,
    })),
  )
  const line = row.freight[0]!
  freight.what = line.what
  freight.quantity = line.pieces ? `${line.pieces} ${line.unit}` : ''
  freight.weight = line.weight_lb ? String(line.weight_lb) : ''
  trailer.value = row.trailer_kind as typeof trailer.value
  po.value = row.references[0]?.value ?? ''
  notes.value = row.notes
}
if (route.query.like) void copy(Number(route.query.like))
if (route.query.change) void change(Number(route.query.change))

async function send() {
  const quantity = parseQuantity(freight.quantity)
  const weight_lb = parsePounds(freight.weight)
  // A time that was typed before its town's clock was known is read by that clock.
  await Promise.all(stops.map(place))
  await nextTick()
  if (unread(freight.quantity, quantity) || unread(freight.weight, weight_lb)) return
  const body = {
    stops: stops.map(({ kind, where, name, at: instant }) => ({
      kind,
      where,
      ...(name.trim() ? { name } : {}),
      from: instant === undefined ? null : new Date(instant).toISOString(),
    })),
    freight: [
      {
        what: freight.what,
        pieces: quantity?.count ?? null,
        unit: quantity?.unit ?? '',
        weight_lb: weight_lb ?? null,
      },
      // What a form of one line does not show stays as it was asked.
      ...(changed.value?.freight.slice(1) ?? []),
    ],
    trailer_kind: trailer.value,
    references: po.value.trim() ? [{ kind: 'po' as const, value: po.value.trim() }] : [],
    notes: notes.value,
  }
  const row = changed.value
  await act(key =>
    row
      ? api.PUT('/api/window/requests/{id}', {
          params: { path: { id: row.id } },
          body: { key, version: row.version, ...body },
        })
      : api.POST('/api/window/requests', { body: { key, ...body } }),
  )
}
const LABELS = { pickup: 'Pickup', delivery: 'Delivery' }
</script>

<template>
  <p><router-link to="/window">All loads</router-link></p>
  <form class="panel pad stack" aria-label="Ask for a load" @submit.prevent="send()">
    <h1>{{ changed ? 'Change what you ask for' : 'Ask for a load' }}</h1>
    <p class="small quiet">It is yours once we have said yes; you are mailed what becomes of it.</p>
    <v-alert v-if="elsewhere()" type="error">{{ trouble?.message }}</v-alert>
    <fieldset v-for="(stop, i) in stops" :key="i">
      <legend>{{ LABELS[stop.kind] }}</legend>
      <div class="grid">
        <v-text-field
          v-model="stop.where"
          label="Town and state, or ZIP"
          :error-messages="at(`/stops/${i}/where`)"
          @blur="place(stop)"
        />
        <v-text-field
          v-model="stop.name"
          label="Name of the place"
          :error-messages="at(`/stops/${i}/name`)"
        />
        <time-field
          v-model="stop.text"
          v-model:at="stop.at"
          label="When"
          :zone="stop.zone"
          hint="As you would say it: tue 8:00"
          :error="at(`/stops/${i}/from`)"
        />
      </div>
    </fieldset>
    <div>
      <v-btn size="small" variant="text" @click="stops.push(blank('delivery'))">Another delivery</v-btn>
      <v-btn v-if="stops.length > 2" size="small" variant="text" @click="stops.pop()">One fewer</v-btn>
    </div>
    <fieldset>
      <legend>Freight</legend>
      <div class="grid">
        <v-text-field v-model="freight.what" label="What it is" :error-messages="at('/freight/0/what')" />
        <v-text-field
          v-model="freight.quantity"
          label="How many"
          placeholder="22 pallets"
          :error-messages="
            unread(freight.quantity, parseQuantity(freight.quantity))
              ? 'Like 22 pallets'
              : at('/freight/0/pieces')
          "
        />
        <v-text-field
          v-model="freight.weight"
          label="Weight"
          placeholder="40,000 lb"
          :error-messages="
            unread(freight.weight, parsePounds(freight.weight))
              ? 'Like 40,000 or 20 t'
              : at('/freight/0/weight_lb')
          "
        />
        <v-select v-model="trailer" label="Trailer" :items="TRAILERS" :error-messages="at('/trailer_kind')" />
        <v-text-field v-model="po" label="Your PO" :error-messages="at('/references')" />
      </div>
    </fieldset>
    <v-textarea v-model="notes" rows="2" label="What we should know" :error-messages="at('/notes')" />
    <div>
      <v-btn type="submit" color="primary" :loading="busy">{{ changed ? 'Change it' : 'Ask for it' }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.pad {
  padding: 0.9rem 1rem;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  font-weight: 600;
  padding: 0 0 0.4rem;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.6rem;
  align-items: start;
}
</style>
