import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { actsOf } from '@/shared/acts'
import { useFetched } from '@/shared/fetched'
import { parseDollars } from '@/shared/measure'
import { useAct } from '@/shared/useAct'
import type { Relay } from './RelayDialog.vue'

type Crew = Omit<Schemas['CrewInput'], 'key'>
/** What is asked before a deed is done: a reason, or with whom. */
export type Asking = 'cancel' | 'uncrew' | 'past' | 'papers' | 'swap' | 'relay' | 'undo_relay'

/** One load, what may be done with it, and the doing. */
export function useLoad(id: number) {
  const {
    data,
    problem,
    load: again,
    put,
  } = useFetched(
    () => id,
    loadId => ask(api.GET('/api/loads/{id}', { params: { path: { id: loadId } } })),
    change => change.kind === 'load' && change.id === id,
  )
  const crewing = ref(false)
  const asking = ref<Asking>()
  const { busy, trouble, act, anew } = useAct<Schemas['Load']>(
    load => {
      put(load)
      crewing.value = false
      asking.value = undefined
    },
    () => data.value?.version,
  )
  const acts = computed(() => actsOf(data.value?.allowed_acts))
  const params = { path: { id } }

  /** What the company blocks can be gone past with a reason: that is another deed than the one refused. */
  function past(code: string, question: Asking) {
    if (trouble.value?.code !== code) return
    anew()
    asking.value = question
  }
  async function send(why?: string) {
    await act(key => api.POST('/api/loads/{id}/send', { params, body: { key, ...(why ? { why } : {}) } }))
    // Only whom the server asks for a reason can give one: it is the permit clerk's.
    if (trouble.value?.path === '/why') past('permits_missing', 'papers')
  }
  let chosen: Crew | undefined
  async function crew(crew: Crew) {
    chosen = crew
    await act(key =>
      acts.value.may('crew')
        ? api.PUT('/api/loads/{id}/crew', { params, body: { key, ...crew } })
        : api.POST('/api/loads/{id}/recrew', { params, body: { key, ...crew } }),
    )
    past('blocked', 'past')
  }
  const swap = (loadId: number, why: string) =>
    act(key => api.POST('/api/loads/{id}/swap', { params, body: { key, load_id: loadId, why } }))
  const relay = (how: Relay) =>
    act(key => api.POST('/api/loads/{id}/relay', { params, body: { key, ...how } }))
  const billing = useAct<unknown>(
    () => void again(),
    () => data.value?.version,
  )
  const bill = () => billing.act(key => api.POST('/api/invoices', { body: { key, load_ids: [id] } }))
  /** What the customer pays for the truck that he ordered and did not use. */
  const notUsed = ref('')
  function withReason(why: string) {
    switch (asking.value) {
      case 'papers':
        return send(why)
      case 'past':
        return chosen && crew({ ...chosen, why })
      case 'cancel':
        return act(key =>
          api.POST('/api/loads/{id}/cancel', {
            params,
            body: {
              key,
              why,
              ...(parseDollars(notUsed.value) ? { not_used: parseDollars(notUsed.value) } : {}),
            },
          }),
        )
      case 'undo_relay':
        return act(key => api.DELETE('/api/loads/{id}/relay', { params, body: { key, why } }))
      default:
        return act(key => api.DELETE('/api/loads/{id}/crew', { params, body: { key, why } }))
    }
  }

  return {
    data,
    problem,
    again,
    put,
    acts,
    busy,
    trouble,
    crewing,
    asking,
    send,
    crew,
    swap,
    relay,
    bill,
    billing,
    notUsed,
    withReason,
  }
}
