/**
 * Two people at one record: what each has changed since both saw the same. Where only one of them has, that
 * change is kept; every field in which the two differ is shown, and the choice is the saver's.
 */

export interface Difference {
  /** Where in the record: names and places in lists. */
  path: readonly (string | number)[]
  mine: unknown
  theirs: unknown
  /** Who has changed it since: if both, or only the other, or only the saver. */
  changedBy: 'both' | 'them' | 'me'
}

type Group = Record<string, unknown>
const group = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
/** A decimal without the zeros that say nothing behind it; `007` is no number. */
const plain = (text: string) =>
  /^-?(0|[1-9]\d*)\.\d+$/.test(text.trim()) ? text.trim().replace(/\.?0+$/, '') : text.trim()

/** Equal whatever the order of their names, and however a decimal is written: `0.5` is `0.5000`. */
export function same(one: unknown, other: unknown): boolean {
  const [a, b] = [one ?? '', other ?? '']
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((value, i) => same(value, b[i]))
  if (group(a) && group(b))
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].every(name => same(a[name], b[name]))
  const [x, y] = [a, b].map(value => plain(String(value)))
  return x === y
}

/**
 * Every field in which mine and theirs differ; base is what both saw. Lists of one length are compared line by
 * line, others as a whole. `whole` says of a group that it is one field.
 */
export function differences(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  whole: (value: Group) => boolean = () => false,
  path: readonly (string | number)[] = [],
): Difference[] {
  if (same(mine, theirs)) return []
  const into = (name: string | number) =>
    differences((base as Group)?.[name], (mine as Group)[name], (theirs as Group)[name], whole, [
      ...path,
      name,
    ])
  if (group(mine) && group(theirs) && group(base) && ![mine, theirs, base].some(whole))
    return [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].flatMap(into)
  if ([mine, theirs, base].every(Array.isArray)) {
    const lengths = [mine, theirs, base].map(list => (list as unknown[]).length)
    if (lengths.every(length => length === lengths[0])) return (mine as unknown[]).flatMap((_, i) => into(i))
  }
  const [byMe, byThem] = [!same(mine, base), !same(theirs, base)]
  const changedBy = (byMe && byThem && 'both') || (byThem ? 'them' : 'me')
  return [{ path, mine, theirs, changedBy }]
}

/** What stays where nobody chooses: what I changed is mine, all else theirs. */
export const usual = ({ changedBy }: Difference): 'mine' | 'theirs' =>
  changedBy === 'them' ? 'theirs' : 'mine'

/** Their record, with mine where that was chosen. */
export function merged<T>(theirs: T, found: Difference[], choices: readonly ('mine' | 'theirs')[]): T {
  const made = structuredClone(theirs) as unknown
  found.forEach(({ path, mine }, i) => {
    if (choices[i] !== 'mine' || !path.length) return
    const holder = path.slice(0, -1).reduce((at, name) => (at as Group)[name] as Group, made as Group)
    holder[path.at(-1)!] = mine
  })
  return made as T
}
