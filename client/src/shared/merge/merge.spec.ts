import { describe, expect, it } from 'vitest'
import { differences, merged, same, usual } from './merge'

const load = {
  notes: 'Call first',
  rate: '1850.00',
  stops: [
    { from: '11/27 8:00', place: { key: 'zip 83702', title: 'Boise, ID' } },
    { from: '11/28 9:00', place: { key: 'zip 97801', title: 'Pendleton, OR' } },
  ],
  references: [{ kind: 'po', value: 'PO-1' }],
}
type Load = typeof load
const changed = (change: (one: Load) => void) => {
  const one = structuredClone(load)
  change(one)
  return one
}
const place = (value: Record<string, unknown>) => 'title' in value

describe('two people at one record', () => {
  it('keeps what each has changed where the other has not, and shows all of it', () => {
    const mine = changed(one => {
      one.notes = 'Call twice'
    })
    const theirs = changed(one => {
      one.stops[1]!.from = '11/28 10:00'
    })
    const found = differences(load, mine, theirs, place)
    expect(found.map(({ path, changedBy }) => [path.join('/'), changedBy])).toEqual([
      ['notes', 'me'],
      ['stops/1/from', 'them'],
    ])
    expect(merged(theirs, found, found.map(usual))).toEqual(
      changed(one => {
        one.notes = 'Call twice'
        one.stops[1]!.from = '11/28 10:00'
      }),
    )
  })

  it('has mine first where both have changed a field, and theirs when that is chosen', () => {
    const [mine, theirs] = ['Mine', 'Theirs'].map(notes => changed(one => Object.assign(one, { notes })))
    const found = differences(load, mine, theirs, place)
    expect(found).toEqual([{ path: ['notes'], mine: 'Mine', theirs: 'Theirs', changedBy: 'both' }])
    expect(merged(theirs!, found, found.map(usual)).notes).toBe('Mine')
    expect(merged(theirs!, found, ['theirs']).notes).toBe('Theirs')
  })

  it('takes a place as one field, and a list that has grown as a whole', () => {
    const mine = changed(one => {
      one.stops[0]!.place = { key: 'place 3', title: 'Shed' }
    })
    const theirs = changed(one => {
      one.references.push({ kind: 'bol', value: '77' })
    })
    expect(differences(load, mine, theirs, place).map(({ path }) => path.join('/'))).toEqual([
      'stops/0/place',
      'references',
    ])
  })

  it.each([
    ['0.5', '0.5000', true],
    ['', null, true],
    [undefined, '', true],
    ['0', '', false],
    ['1850', '1850.00', true],
    ['100', '1', false],
    ['0.50', '0.5', true],
    ['12', '0012', false],
    ['PO-1.0', 'PO-1', false],
    ['T-1', 'T-01', false],
    [true, false, false],
  ])('%s and %s: the same is %s', (one, other, is) => expect(same(one, other)).toBe(is))
})

/** A sequence that is the same in every run. */
function random(seed: number) {
  let state = seed
  return (below: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    return Math.floor((state / 2_147_483_648) * below)
  }
}

describe('any number of people, in any order', () => {
  it('never lose a change that the saver has not seen', () => {
    const pick = random(20_261_130)
    for (let round = 0; round < 300; round++) {
      // The server: a version, and for each field who wrote it last.
      let stored = {
        version: 0,
        fields: Object.fromEntries(['a', 'b', 'c', 'd'].map(name => [name, 'start'])),
      }
      const people = Array.from({ length: 3 }, () => ({
        base: structuredClone(stored),
        mine: { ...stored.fields },
      }))
      for (let step = 0; step < 20; step++) {
        const who = pick(3)
        const person = people[who]!
        const name = 'abcd'[pick(4)]!
        if (pick(3)) {
          person.mine[name] = `${who} in ${step}`
          continue
        }
        const before = structuredClone(stored)
        const seen: string[] = []
        if (person.base.version !== stored.version) {
          const found = differences(person.base.fields, person.mine, stored.fields)
          seen.push(...found.map(({ path }) => String(path[0])))
          person.mine = merged(
            stored.fields,
            found,
            found.map(one => (pick(2) ? 'mine' : usual(one))),
          )
        } else {
          seen.push(...Object.keys(stored.fields))
        }
        stored = { version: stored.version + 1, fields: { ...person.mine } }
        person.base = structuredClone(stored)
        for (const field of Object.keys(stored.fields))
          if (stored.fields[field] !== before.fields[field]) expect(seen).toContain(field)
      }
    }
  })
})
