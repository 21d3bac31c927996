import { watchDebounced } from '@vueuse/core'
import { readonly, ref, shallowRef, type Ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { read, type LoadDraft } from './draft'

/** The totals of a draft as far as it goes, from the server, while it is typed. */
export function useQuote(
  draft: Ref<LoadDraft>,
  loadId: Readonly<Ref<number | undefined>>,
  now: () => number,
  here: () => string,
) {
  const totals = shallowRef<Schemas['Totals']>()
  const quoting = ref(false)
  let turn = 0

  watchDebounced(
    () => {
      const { input, problems } = read(draft.value, now(), here())
      const stops = input.stops
        .filter(stop => stop.place_id || stop.where?.match(/^\d{5}$/))
        .map(({ kind, place_id, where, from, to }) => ({ kind, place_id, where, from, to }))
      const freight = input.freight?.filter(
        (_, i) => !Object.keys(problems).some(path => path.startsWith(`/freight/${i}/`)),
      )
      return JSON.stringify({
        customer_id: draft.value.customer,
        load_id: loadId.value ?? null,
        price: { ...input.price, accessorials: input.price.accessorials?.filter(({ label }) => label) },
        stops,
        freight,
      })
    },
    async body => {
      const mine = ++turn
      quoting.value = true
      const { data } = await ask(
        api.POST('/api/loads/quote', { body: JSON.parse(body) as Schemas['QuoteInput'] }),
      )
      if (mine !== turn) return
      quoting.value = false
      if (data) totals.value = data
    },
    { debounce: 150, immediate: true },
  )

  return { totals: totals as Readonly<typeof totals>, quoting: readonly(quoting) }
}
