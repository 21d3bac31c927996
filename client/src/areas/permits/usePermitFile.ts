import { computed, ref, type Ref } from 'vue'
import { api, ask, newKey, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useAct } from '@/shared/useAct'

type Permit = Schemas['Permit']
export interface Prices {
  escort_mile_rate?: string
  escort_day_rate?: string
  service_fee?: string
}

/** A load's permit file, and all that is done with it. Each deed says whether it was done. */
export function usePermitFile(id: Ref<number>) {
  const { data, problem, load, put } = useFetched(
    id,
    loadId => ask(api.GET('/api/loads/{id}/permits', { params: { path: { id: loadId } } })),
    change => change.kind === 'load' && change.id === id.value,
  )
  /** What a clerk is giving up, or keying in the answer of. */
  const givingUp = ref<Permit>()
  const keying = ref<Permit>()
  const { busy, trouble, act } = useAct<Schemas['PermitFile']>(file => {
    put(file)
    givingUp.value = undefined
  })
  const params = computed(() => ({ path: { id: id.value } }))
  const one = (permit: Permit) => ({ path: { id: permit.id } })

  const make = () => act(key => api.POST('/api/loads/{id}/permits', { params: params.value, body: { key } }))
  const attest = () =>
    act(key => api.POST('/api/loads/{id}/permits/attest', { params: params.value, body: { key } }))
  const apply = (permit?: Permit, answer = '') =>
    act(key =>
      api.POST('/api/loads/{id}/permits/apply', {
        params: params.value,
        body: { key, ...(permit ? { permit_id: permit.id } : {}), ...(answer ? { answer } : {}) },
      }),
    )
  /** version - of the file that the one who changes it saw; what it is by now is read where it is another. */
  async function change(input: Omit<Schemas['PermitFileInput'], 'version'>, version: number | undefined) {
    if (version === undefined) return false
    const done = await act(() =>
      api.PUT('/api/loads/{id}/permits', { params: params.value, body: { version, ...input } }),
    )
    if (trouble.value?.code === 'stale') await load()
    return done
  }
  /** What offices have for an earlier version is taken back, and asked with what the file says now. */
  const askAnew = (permit?: Permit, why = '') =>
    act(key =>
      api.POST('/api/loads/{id}/permits/ask-anew', {
        params: params.value,
        body: { key, ...(permit ? { permit_id: permit.id } : {}), ...(why ? { why } : {}) },
      }),
    )
  const letGo = (why: string) =>
    act(key => api.POST('/api/loads/{id}/permits/let-go', { params: params.value, body: { key, why } }))
  const amend = (permit: Permit) =>
    act(key => api.POST('/api/permits/{id}/amend', { params: one(permit), body: { key } }))
  /** What an office gave back of a fee; it answers with what is to be paid, so the file is read again. */
  async function refund(permit: Permit, amount: string, on: string) {
    const answer = await ask(
      api.POST('/api/permits/{id}/refund', { params: one(permit), body: { key: newKey(), amount, on } }),
    )
    trouble.value = answer.problem
    if (!answer.problem) await load()
    return !answer.problem
  }
  const copy = (permit: Permit) =>
    act(key =>
      api.POST('/api/loads/{id}/permits/copy', {
        params: params.value,
        body: { key, permit_id: permit.id },
      }),
    )
  const share = (number: string) =>
    act(key =>
      api.POST('/api/loads/{id}/permits/loads', { params: params.value, body: { key, load: number } }),
    )
  const unshare = (other: number) =>
    act(key =>
      api.POST('/api/loads/{id}/permits/loads/{other}/remove', {
        params: { path: { id: id.value, other } },
        body: { key },
      }),
    )
  const price = (prices: Prices) =>
    act(key => api.POST('/api/loads/{id}/permits/price', { params: params.value, body: { key, ...prices } }))
  const giveUp = (why: string) => {
    const permit = givingUp.value
    return permit
      ? act(key => api.POST('/api/permits/{id}/cancel', { params: one(permit), body: { key, why } }))
      : Promise.resolve(false)
  }
  async function keyIn(answer: Omit<Schemas['KeyedAnswer'], 'key'>) {
    const permit = keying.value
    if (!permit) return
    const kept = await act(key =>
      api.POST('/api/permits/{id}/answer', { params: one(permit), body: { key, ...answer } }),
    )
    if (kept) keying.value = undefined
  }
  return {
    data,
    problem,
    load,
    busy,
    trouble,
    givingUp,
    keying,
    make,
    attest,
    apply,
    askAnew,
    letGo,
    change,
    amend,
    refund,
    copy,
    share,
    unshare,
    price,
    giveUp,
    keyIn,
  }
}
