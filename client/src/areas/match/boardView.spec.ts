import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { choicesOf, EVERYTHING, NOBODY, sayView, seesCrew, seesLoad } from './boardView'

const crew = {
  name: 'Wade Ferris',
  place: 'Pendleton, OR',
  terminal: 'Boise',
  dispatcher: 'Maren Holt',
  tractor: 'T-101',
  trailer: 'F-301',
  trailer_kind: 'flatbed',
  free_at: '2026-11-24T04:30:00Z',
  zone: 'America/Boise',
} as Schemas['FreeCrew']
const load = {
  number: 'L1',
  origin: 'Boise, ID',
  destination: 'Fargo, ND',
  customer: 'Onions',
  trailer_kind: null,
  pickup_at: '2026-11-24T15:00:00Z',
  pickup_zone: 'America/Boise',
} as Schemas['OpenLoad']

describe('a view of the board', () => {
  it.each([
    [{}, true],
    [{ words: 'pendl t-101' }, true],
    [{ dispatcher: 'Maren Holt', terminal: 'Boise', trailer: 'flatbed' }, true],
    [{ dispatcher: NOBODY }, false],
    [{ terminal: 'Ogden' }, false],
    [{ trailer: 'none' }, false],
    [{ day: '2026-11-23' }, true],
    [{ day: '2026-11-24' }, true],
    [{ day: '2026-11-22' }, false],
  ])('shows a crew that meets %j: %s', (wish, seen) => {
    expect(seesCrew({ ...EVERYTHING, ...wish }, crew)).toBe(seen)
  })
  it.each([
    [{ trailer: 'none' }, true],
    [{ trailer: 'reefer' }, false],
    [{ day: '2026-11-24' }, true],
    [{ day: '2026-11-25' }, false],
    [{ words: 'fargo' }, true],
  ])('shows a load that meets %j: %s', (wish, seen) => {
    expect(seesLoad({ ...EVERYTHING, ...wish }, load)).toBe(seen)
  })
  it('offers what there is, and says a view in a few words', () => {
    expect(
      choicesOf('crew', [load], [crew, { ...crew, dispatcher: null }]).dispatcher.map(({ title }) => title),
    ).toEqual(['Maren Holt', 'Nobody'])
    expect(choicesOf('load', [load], [crew]).trailer).toEqual([{ value: 'none', title: 'any trailer' }])
    expect(sayView({ ...EVERYTHING, words: 'onion', dispatcher: 'Maren Holt', day: '2026-11-24' })).toBe(
      'onion, Maren, Tue, Nov 24',
    )
  })
})
