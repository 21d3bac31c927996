import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { lastSpan } from './span'
import {
  doubtOf,
  nextOf,
  odometerTrouble,
  outOfOrder,
  stopOfPaper,
  withTold,
  withWaiting,
  wordsOf,
} from './steps'

const step = (
  kind: string,
  stop_id: number | null = null,
  done_at: string | null = null,
  key: string | null = null,
) => ({ kind, stop_id, label: kind, asks: [], done_at, key })
const STEPS = [
  step('accepted', null, '2026-11-23T14:00:00Z', 'a'),
  step('on_my_way'),
  step('arrived', 1),
  step('loaded', 1),
  step('left', 1),
  step('arrived', 2),
]
const waits = (kind: string, stop_id: number | null, minute: number, corrects?: string) => ({
  key: `k${minute}`,
  path: '',
  body: {},
  label: '',
  event: { kind, stop_id, done_at: `2026-11-23T15:${minute}:00Z`, ...(corrects ? { corrects } : {}) },
})

describe('the steps of a trip on the phone', () => {
  it('go on without a signal', () => {
    expect(nextOf(STEPS)?.kind).toBe('on_my_way')
    const told = withWaiting(STEPS, [waits('on_my_way', null, 10), waits('arrived', 1, 20)])
    expect(nextOf(told)).toMatchObject({ kind: 'loaded', stop_id: 1 })
    expect(nextOf(withWaiting(told, [waits('withdrawn', null, 30, 'k20')]))).toMatchObject({
      kind: 'arrived',
      stop_id: 1,
    })
    expect(withWaiting(told, [waits('corrected', null, 15, 'k20')])[2]).toMatchObject({
      done_at: '2026-11-23T15:15:00Z',
    })
    expect(nextOf(withWaiting(STEPS, [waits('arrived', 2, 40)]))).toBeUndefined()
  })
  it('take over what the answer to a tap says, and keep the rest', () => {
    const trip = {
      id: 7,
      status: 'accepted',
      notes: 'Gate 4',
      stops: [
        { id: 1, name: 'Shed', arrived_at: null, worked_at: null },
        { id: 2, name: 'Dock 4', arrived_at: null, worked_at: null },
      ],
    } as unknown as Schemas['CabTrip']
    const told = {
      id: 7,
      status: 'rolling',
      steps: STEPS,
      stops: [{ id: 1, arrived_at: '2026-11-23T15:20:00Z', worked_at: null, left_at: null }],
    } as unknown as Schemas['CabTold']
    expect(withTold(trip, told)).toMatchObject({
      status: 'rolling',
      notes: 'Gate 4',
      stops: [
        { name: 'Shed', arrived_at: '2026-11-23T15:20:00Z' },
        { name: 'Dock 4', arrived_at: null },
      ],
    })
  })
  it('are named by what is done there', () => {
    const stop = {
      kind: 'delivery',
      name: 'Dock 4',
      handling: 'live',
      unit: null,
    } as unknown as Schemas['CabStop']
    expect(wordsOf(step('begun', 1), stop)[0]).toBe('step.begun_delivery')
    expect(wordsOf(step('delivered', 1), { ...stop, handling: 'drop_hook' })[0]).toBe('step.changed')
    expect(wordsOf(step('arrived', 1), stop)).toEqual(['step.arrived', { place: 'Dock 4', unit: '' }])
  })
})

describe('an odometer', () => {
  it.each([
    ['12a', { before: null, routed: 300 }, false, 'number'],
    ['119,990', { before: 120000, routed: 300 }, false, 'backwards'],
    ['120,310', { before: 120000, routed: 300 }, true, undefined],
    ['120400', { before: 120000, routed: 300 }, true, 'far'],
    ['120400', { before: 120000, routed: 300 }, false, undefined],
  ] as const)('%s after %j', (text, known, end, code) => {
    expect(odometerTrouble(text, known, end)?.code).toBe(code)
  })
})

describe('a span of time', () => {
  const now = Date.parse('2026-11-24T15:00:00Z') // 8:00 in Boise
  it.each([
    ['06:00', '07:30', '2026-11-24T13:00:00.000Z', '2026-11-24T14:30:00.000Z'],
    ['22:30', '01:30', '2026-11-24T05:30:00.000Z', '2026-11-24T08:30:00.000Z'],
    ['20:00', '22:00', '2026-11-24T03:00:00.000Z', '2026-11-24T05:00:00.000Z'],
  ])('%s to %s is the latest that is past', (from, to, starts, ends) => {
    expect(lastSpan(from, to, now, 'America/Boise').map(at => new Date(at).toISOString())).toEqual([
      starts,
      ends,
    ])
  })
})

describe('what cannot be', () => {
  const at = (minute: number) => new Date(Date.UTC(2026, 10, 23, 15, minute)).toISOString()
  const stops = [
    {
      id: 1,
      kind: 'pickup',
      name: 'Missoula',
      miles: '0.0',
      load: 'L1',
      latitude: 46.87,
      longitude: -113.99,
    },
    {
      id: 2,
      kind: 'delivery',
      name: 'Pendleton',
      miles: '433.0',
      load: 'L1',
      latitude: 45.67,
      longitude: -118.79,
    },
  ]
  const tripWith = (told: ReturnType<typeof step>[], more = {}) =>
    ({ stops, steps: [...told, step('arrived', 2)], ...more }) as unknown as Schemas['CabTrip']
  const told = [step('arrived', 1, at(0)), step('loaded', 1, at(30)), step('left', 1, at(31))]
  const arrived = step('arrived', 2)

  // 433 miles take 5 h 5 min 39 s at 85 mph.
  it.each([
    [31, 'fast'],
    [31 + 305, 'fast'],
    [31 + 306, undefined],
  ])('is 433 miles by minute %i: %s', (minute, code) =>
    expect(doubtOf(arrived, tripWith(told), Date.parse(at(minute)), undefined)?.code).toBe(code),
  )

  it('is a stop that the phone is far from, and not one beside it', () => {
    const trip = tripWith(told)
    const far = { latitude: 46.87, longitude: -113.99 }
    expect(doubtOf(arrived, trip, Date.parse(at(600)), far)).toMatchObject({
      code: 'away',
      place: 'Pendleton',
    })
    const near = { latitude: 45.9, longitude: -118.5 }
    expect(doubtOf(arrived, trip, Date.parse(at(600)), near)).toBeUndefined()
    expect(doubtOf(told[1]!, trip, Date.parse(at(30)), undefined)).toBeUndefined()
  })

  it('is a time on the wrong side of another step', () => {
    expect(outOfOrder(told, told[1]!, Date.parse(at(-1)))?.kind).toBe('arrived')
    expect(outOfOrder(told, told[1]!, Date.parse(at(40)))?.kind).toBe('left')
    expect(outOfOrder(told, told[1]!, Date.parse(at(20)))).toBeUndefined()
  })

  it('gives a paper to where the truck was last, and after the last stop to the delivery that wants one', () => {
    expect(stopOfPaper(tripWith([]))?.id).toBe(1)
    expect(stopOfPaper(tripWith(told))?.id).toBe(1)
    const delivered = tripWith([...told, step('arrived', 2, at(600)), step('delivered', 2, at(630))], {
      papers_missing: true,
      papers_wanted: ['L1'],
    })
    expect(stopOfPaper(delivered)?.id).toBe(2)
  })
})
