import { ref, watch } from 'vue'
import { ask, type Problem } from '../api'
import { useFetched } from '../fetched'
import type { Change } from '../live'
import { same } from './merge'
import { useMerge } from './useMerge'

/**
 * What the company sets, as a form: what is being typed stays while others save, what they saved meanwhile is stood beside it.
 * `typedOf` makes the form of what the server says; `put` saves it, made on the version that was seen.
 */
export function useSettings<Found extends { version: number }, Typed>(of: {
  get: () => Parameters<typeof ask<Found>>[0]
  put: (typed: Typed, version: number) => Parameters<typeof ask<Found>>[0]
  typedOf: (found: Found) => Typed
}) {
  const get = () => ask<Found>(of.get())
  const fetched = useFetched(
    () => 0,
    get,
    ({ kind }: Change) => kind === 'company',
  )
  const { data } = fetched
  const typed = ref<Typed>()
  const merge = useMerge<Typed>()
  function see(found: Found) {
    typed.value = of.typedOf(found)
    merge.see(typed.value!, found.version)
  }
  watch(
    data,
    now => {
      if (!now) return
      if (!typed.value || !merge.touched(typed.value)) return see(now)
      // Counted on by what stands outside the form: what is typed is still made on what is there.
      if (same(of.typedOf(now), merge.seen.value)) merge.see(merge.seen.value!, now.version)
    },
    { immediate: true },
  )
  const refused = ref<Problem>()
  const saved = ref(false)
  const busy = ref(false)

  async function save() {
    if (typed.value === undefined) return
    busy.value = true
    const answer = await ask<Found>(of.put(typed.value, merge.version.value!))
    busy.value = false
    refused.value = answer.problem
    saved.value = !answer.problem
    if (answer.problem?.code === 'stale') return compare()
    if (!answer.data) return
    see(answer.data)
    fetched.put(answer.data)
  }
  async function compare() {
    const now = await get()
    if (now.problem) refused.value = now.problem
    if (now.data && typed.value !== undefined) {
      merge.compare(typed.value, of.typedOf(now.data), now.data.version)
      fetched.put(now.data)
    }
  }
  return {
    ...fetched,
    typed,
    refused,
    saved,
    busy,
    save,
    found: merge.found,
    differs: merge.differs,
    /** Of a field, at it. */
    at: (path: string) => (refused.value?.path === path ? refused.value.message : undefined),
    saveChosen(choices: ('mine' | 'theirs')[]) {
      typed.value = merge.choose(choices)
      return save()
    },
    takeTheirs() {
      typed.value = merge.giveUp()
      refused.value = undefined
    },
  }
}
