import { computed, ref, watch, type Ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { draftOf, type LoadDraft } from './draft'

/** What the customer of a draft moved lately, lane by lane, and what is taken over from it. */
export function useLanes(draft: Ref<LoadDraft>) {
  const found = ref<Schemas['CustomerLanes']>()
  watch(
    () => draft.value.customer,
    async (id, before, onCleanup) => {
      let stale = false
      onCleanup(() => {
        stale = true
      })
      found.value = undefined
      if (before && draft.value.fuelKind === 'scale') draft.value.fuelKind = 'none'
      if (!id) return
      const { data } = await ask<Schemas['CustomerLanes']>(
        api.GET('/api/customers/{id}/lanes', { params: { path: { id } } }),
      )
      if (!stale) found.value = data
    },
    { immediate: true },
  )

  /** The last load of the lane that the draft's stops are on, whoever typed them. */
  const price = computed(() => {
    const [first, last] = [draft.value.stops[0], draft.value.stops.at(-1)]
    const town = (stop: typeof first) => stop?.place?.town ?? stop?.place?.title
    return found.value?.lanes.find(
      lane => town(first) && lane.origin === town(first) && lane.destination === town(last),
    )
  })
  const fuel = computed(() => found.value?.fuel ?? undefined)
  const scale = computed(() => found.value?.scale ?? undefined)
  // Who has a scale of his own is surcharged by it unless something else is chosen; it is nobody else's.
  watch(scale, now => {
    if (now && draft.value.fuelKind === 'none') draft.value.fuelKind = 'scale'
  })

  /** Stops, freight and price as the last time on that lane; times and references are the new one's own. */
  async function take(loadId: number) {
    const { data } = await ask(api.GET('/api/loads/{id}', { params: { path: { id: loadId } } }))
    if (!data) return
    const { stops, freight, size, tarps, team, trailer, low, high, kind, rate, fuelKind, fuelRate } = draftOf(
      data,
      true,
    )
    const typed = draft.value.stops
    Object.assign(draft.value, {
      stops: stops.map((stop, i) => ({ ...stop, from: typed[i]?.from ?? '', to: typed[i]?.to ?? '' })),
      ...{ freight, size, tarps, team, trailer, low, high, kind, rate, fuelKind, fuelRate },
    })
  }
  function takePrice(lane: Schemas['LanePrice']) {
    draft.value.kind = lane.kind as LoadDraft['kind']
    draft.value.rate = lane.rate
    takeFuel(lane)
  }
  function takeFuel(lane: Schemas['LanePrice']) {
    draft.value.fuelKind = lane.fuel_kind as LoadDraft['fuelKind']
    draft.value.fuelRate = lane.fuel_kind === 'none' ? '' : lane.fuel_rate
  }
  /** What stands for the lane. */
  function takeAgreed(agreed: Pick<Schemas['LanePrice'], 'kind' | 'rate'>) {
    draft.value.kind = agreed.kind as LoadDraft['kind']
    draft.value.rate = agreed.rate
  }
  const charges = computed(() => found.value?.charges ?? [])
  return {
    scale,
    charges,
    takeAgreed,
    lanes: computed(() => found.value?.lanes ?? []),
    price,
    fuel,
    take,
    takePrice,
    takeFuel,
  }
}
