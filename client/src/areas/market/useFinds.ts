import { computed, ref, watch, type Ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { readPrice, type Find } from './words'

export interface Wish {
  radius: number
  to: string
  avoid: string
  /** Minutes since it was posted at most; 0 for any. */
  age: number
  partials: boolean
  hidden: boolean
  /** Only what asks for the very trailer, not what it would do for as well. */
  exactly: boolean
  /** Can be picked up between: as typed, and as understood. */
  from: { text: string; at: number | undefined }
  upto: { text: string; at: number | undefined }
  /** Ends around there; empty for anywhere. */
  endsAt: string
  endsMiles: number
  /** As if the truck were there; empty for where it will be. */
  place: string
  at: number | undefined
}

/** Where a wish looks from, where that is not the truck's own place. */
const elsewhere = ({ place, at }: Pick<Wish, 'place' | 'at'>) =>
  place.trim() ? { place: place.trim(), ...(at ? { at: new Date(at).toISOString() } : {}) } : {}

/** `ut co` or `UT, CO` as the server takes states. */
export const states = (text: string) =>
  text
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(one => one.length === 2)
    .join(',')

/** A search that asks for nothing in particular. */
export const NO_WISH: Wish = {
  radius: 150,
  to: '',
  avoid: '',
  age: 0,
  partials: false,
  hidden: false,
  exactly: false,
  from: { text: '', at: undefined },
  upto: { text: '', at: undefined },
  endsAt: '',
  endsMiles: 100,
  place: '',
  at: undefined,
}

/** Days of pickup and the end, as the server takes them: in a look as in a watch. */
export const pickupAndEnd = ({ from, upto, endsAt, endsMiles }: Wish) => ({
  ...(from.at ? { pickup_from: new Date(from.at).toISOString() } : {}),
  ...(upto.at ? { pickup_to: new Date(upto.at).toISOString() } : {}),
  ...(endsAt.trim() ? { ends_at: endsAt.trim(), ends_miles: endsMiles } : {}),
})

/** What is asked of a look, from a truck or around a place. */
export const queryOf = (of: Wish) => ({
  radius_miles: of.radius,
  to: states(of.to),
  avoid: states(of.avoid),
  ...(of.age ? { max_age_minutes: of.age } : {}),
  partials: of.partials,
  hidden: of.hidden,
  ...pickupAndEnd(of),
})

const concerns = (change: { kind: string }) => ['market', 'offer'].includes(change.kind)

/** What is posted for a driver's truck, and one of it in full at the price that is being thought of. */
export function useFinds(
  driver: Ref<number | undefined>,
  wish: Ref<Wish>,
  order: (finds: readonly Find[]) => readonly Find[] = finds => finds,
) {
  /** What is asked of the server; nothing before a truck is picked. */
  const query = computed(() =>
    driver.value
      ? {
          driver_id: driver.value,
          ...queryOf(wish.value),
          ...(wish.value.exactly ? { exactly: true } : {}),
          ...elsewhere(wish.value),
        }
      : undefined,
  )
  const {
    data: finds,
    problem,
    load,
  } = useFetched(
    query,
    async of =>
      of ? ask<Schemas['Finds']>(api.GET('/api/market/finds', { params: { query: of } })) : NOTHING,
    concerns,
  )
  const rows = computed(() =>
    finds.value && finds.value.crew.id === driver.value ? order(finds.value.rows) : [],
  )
  const chosenId = ref<number>()
  const chosen = computed(
    () => rows.value.find(({ posting_id }) => posting_id === chosenId.value) ?? rows.value[0],
  )
  /** One that was asked for by a chain or a watch: it is looked at whether or not it is among the most promising. */
  const pinned = ref<number>()
  const lookedId = computed(() => pinned.value ?? chosen.value?.posting_id)
  watch([chosenId, driver], () => {
    pinned.value = undefined
  })
  const amount = ref('')
  watch(lookedId, id => {
    amount.value = rows.value.find(({ posting_id }) => posting_id === id)?.rate ?? ''
  })
  const asked = computed(() => readPrice(amount.value))
  const { data: full, problem: fullProblem } = useFetched(
    () => ({
      id: lookedId.value,
      driver: driver.value,
      amount: asked.value,
      ...elsewhere(wish.value),
    }),
    async ({ id, driver: by, ...of }) => {
      if (!id || !by) return NOTHING
      return ask<Schemas['FindInFull']>(
        api.GET('/api/market/postings/{id}', {
          params: {
            path: { id },
            query: { driver_id: by, ...of },
          },
        }),
      )
    },
    change => change.kind === 'offer',
  )
  const inFull = computed(() => (full.value?.find.posting_id === lookedId.value ? full.value : undefined))
  watch(inFull, (found, before) => {
    if (found && !before && pinned.value && !amount.value) amount.value = found.find.rate ?? ''
  })
  return {
    finds,
    query,
    problem,
    load,
    rows,
    chosen,
    chosenId,
    pinned,
    lookedId,
    amount,
    asked,
    inFull,
    fullProblem,
  }
}
