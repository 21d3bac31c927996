import { computed, shallowRef } from 'vue'
import { differences, merged, same, type Difference } from './merge'

/** Without what is reactive about it: a draft is plain values. */
const plain = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T

/**
 * A record that somebody types into while others may too: what he has seen of it, at which version, and, when it
 * has moved on, every field in which his differs from what is there now. `whole` says of a group that it is one field.
 */
export function useMerge<T>(whole?: (value: Record<string, unknown>) => boolean) {
  const seen = shallowRef<{ value: T; version: number | undefined }>()
  const theirs = shallowRef<{ value: T; version: number | undefined }>()
  const found = shallowRef<Difference[]>([])

  /** What is shown from now on: what is typed after is his. */
  function see(value: T, version?: number) {
    seen.value = { value: plain(value), version }
    theirs.value = undefined
    found.value = []
  }
  /** It is not what he saw any more. */
  function compare(mine: T, now: T, version?: number) {
    theirs.value = { value: plain(now), version }
    found.value = differences(seen.value?.value, plain(mine), theirs.value.value, whole)
  }
  /** What is to be saved, by what was chosen of each difference; it has been seen beside theirs. */
  function choose(choices: readonly ('mine' | 'theirs')[]): T {
    const now = theirs.value!
    const value = merged(now.value, found.value, choices)
    see(now.value, now.version)
    return value
  }
  /** Theirs as it is, mine given up. */
  function giveUp(): T {
    const now = theirs.value!
    see(now.value, now.version)
    return plain(now.value)
  }
  return {
    /** What an edit says that it was made on. */
    version: computed(() => seen.value?.version),
    seen: computed(() => seen.value?.value),
    found,
    /** It has moved on, and nobody has chosen yet. */
    differs: computed(() => theirs.value !== undefined),
    see,
    compare,
    choose,
    giveUp,
    touched: (mine: T) => !same(seen.value?.value, mine),
  }
}
