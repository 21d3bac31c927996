import { describe, expect, it } from 'vitest'
import { usual } from './merge'
import { useMerge } from './useMerge'

const FIELDS = ['rate', 'notes', 'until', 'kind', 'place'] as const
type Record5 = Record<(typeof FIELDS)[number], string>
/** Repeatable: the same seed gives the same record. */
function random(seed: number) {
  let state = seed
  return (below: number) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return state % below
  }
}

describe('a record that others may change while it is open', () => {
  it('is saved on the version that was seen, not on the one that came in since', () => {
    const merge = useMerge<{ rate: string }>()
    merge.see({ rate: '1' }, 3)
    expect([merge.version.value, merge.touched({ rate: '1.00' }), merge.touched({ rate: '2' })]).toEqual([
      3,
      false,
      true,
    ])
    merge.compare({ rate: '2' }, { rate: '5' }, 4)
    // Until somebody has chosen, what he saves is still made on what he saw.
    expect(merge.version.value).toBe(3)
    expect([merge.choose(['mine']), merge.version.value]).toEqual([{ rate: '2' }, 4])
  })

  it('gives mine up whole', () => {
    const merge = useMerge<{ rate: string }>()
    merge.see({ rate: '1' }, 3)
    merge.compare({ rate: '2' }, { rate: '5' }, 4)
    expect([merge.giveUp(), merge.version.value, merge.found.value]).toEqual([{ rate: '5' }, 4, []])
  })

  it('never loses a change that the saver has not seen beside his own, whoever changes what', () => {
    for (let seed = 1; seed <= 500; seed++) {
      const pick = random(seed)
      const make = (base?: Record5) =>
        Object.fromEntries(
          FIELDS.map(name => [name, base && pick(2) ? base[name] : `${name} ${pick(4)}`]),
        ) as Record5
      const base = make()
      const [mine, theirs] = [make(base), make(base)]
      const merge = useMerge<Record5>()
      merge.see(base, 1)
      merge.compare(mine, theirs, 2)
      const shown = new Set(merge.found.value.map(({ path }) => path[0]))
      const choices = merge.found.value.map(one => (pick(2) ? usual(one) : 'theirs'))
      const saved = merge.choose(choices)
      for (const name of FIELDS) {
        const chosen = choices[merge.found.value.findIndex(({ path }) => path[0] === name)]
        if (mine[name] !== theirs[name]) expect(shown.has(name), `seed ${seed}`).toBe(true)
        else expect(saved[name]).toBe(theirs[name])
        if (chosen) expect(saved[name], `seed ${seed}`).toBe(chosen === 'mine' ? mine[name] : theirs[name])
        if (mine[name] === base[name] && chosen === 'mine') expect(shown.has(name)).toBe(true)
      }
    }
  })
})
