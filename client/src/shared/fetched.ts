import { onScopeDispose, readonly, ref, shallowRef, watch, type WatchSource } from 'vue'
import type { Problem } from './api'
import { onChange, type Change } from './live'

/** Where there is nothing to ask. */
export const NOTHING = { data: undefined, problem: undefined } as const
/** What passes: the server cannot be reached, or it made a mistake, as a read may that met a change. */
const PASSING = ['unreachable', 'database_away', 'our_mistake']
const RETRY_MS = 2000
const LONGEST_RETRY_MS = 64_000
/** Who is away is asked as often as ever: the page is old until it is back. */
const waitAfter = (failed: number, code?: string) =>
  code === 'our_mistake' ? Math.min(RETRY_MS * 2 ** (failed - 1), LONGEST_RETRY_MS) : RETRY_MS
type Answer<T> = { data: T; problem: undefined } | { data: undefined; problem: Problem } | typeof NOTHING

/**
 * What the server says for a source; asked anew when the source changes, when `concerns` a live change, and ever more
 * rarely while what is wrong may pass. An answer for an earlier source never lands on a later one.
 */
export function useFetched<S, T>(
  source: WatchSource<S>,
  get: (source: S) => Promise<Answer<T>>,
  concerns: (change: Change) => boolean = () => false,
) {
  const data = shallowRef<T>()
  const problem = shallowRef<Problem>()
  const loading = ref(false)
  let turn = 0
  let failed = 0
  let retry: ReturnType<typeof setTimeout> | undefined
  let current: S | undefined

  async function load() {
    const mine = ++turn
    clearTimeout(retry)
    loading.value = true
    const answer = await get(current as S)
    if (mine !== turn) return
    loading.value = false
    problem.value = answer.problem
    if (answer.data !== undefined) data.value = answer.data
    failed = PASSING.includes(answer.problem?.code ?? '') ? failed + 1 : 0
    if (failed) retry = setTimeout(load, waitAfter(failed, answer.problem?.code))
  }

  watch(
    source,
    value => {
      current = value
      void load()
    },
    { immediate: true },
  )
  onChange(change => {
    if (change === 'again' || concerns(change)) void load()
  })
  onScopeDispose(() => {
    turn++
    clearTimeout(retry)
  })

  /** Takes an act's answer as the newest. A read under way may be older or newer than it, so it is read once more. */
  function put(value: T) {
    const reading = loading.value
    turn++
    loading.value = false
    problem.value = undefined
    data.value = value
    if (reading) void load()
  }
  return {
    data: data as Readonly<typeof data>,
    problem: readonly(problem),
    loading: readonly(loading),
    load,
    put,
  }
}
