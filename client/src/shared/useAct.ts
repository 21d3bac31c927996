import { ref, watch, type WatchSource } from 'vue'
import { ask, newKey, type Problem } from './api'

interface Answer<T> {
  data?: T
  error?: unknown
}

/**
 * Sends what a person does with a record: busy until it is answered, what is wrong kept to be shown, the answer
 * put in place. One key goes with all attempts on one `state` of the record: a second click or a retry repeats
 * the same deed, and does not do it twice.
 */
export function useAct<T>(put: (answer: T) => void, state?: WatchSource<unknown>) {
  const busy = ref(false)
  const trouble = ref<Problem>()
  let key = newKey()
  /** What comes next is another deed than the one that was refused. */
  const anew = () => {
    key = newKey()
  }
  if (state) watch(state, anew)

  /** Whether it was done. */
  async function act(call: (key: string) => Promise<Answer<T>>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    const { data, problem } = await ask(call(key))
    busy.value = false
    trouble.value = problem
    if (problem) return false
    put(data)
    if (!state) anew()
    return true
  }
  return { busy, trouble, act, anew }
}
