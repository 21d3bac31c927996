import { describe, expect, it } from 'vitest'
import { draftOf, emptyDraft, read, type LoadDraft } from './draft'
import type { Schemas } from '@/shared/api'

const now = Date.parse('2026-11-23T07:30:00-07:00')
const boise = {
  key: 'zip 83702',
  title: 'Boise, ID',
  subtitle: '83702',
  zone: 'America/Boise',
  where: '83702',
}
const shed = {
  key: 'place 3',
  title: 'Shed',
  subtitle: 'Payette, ID',
  zone: 'America/Los_Angeles',
  place_id: 3,
}

function draft(change: (draft: LoadDraft) => void = () => {}): LoadDraft {
  const made = emptyDraft()
  Object.assign(made, { customer: 7, rate: '1850' })
  Object.assign(made.stops[0]!, { place: boise, from: '7a' })
  Object.assign(made.stops[1]!, { place: shed, from: 'tmrw 1400', to: 'tmrw 4p' })
  change(made)
  return made
}

describe('a booking as typed', () => {
  it('reads times in the zone of each place', () => {
    const { input, problems } = read(draft(), now)
    expect(problems).toEqual({})
    expect(input.stops.map(({ from, to }) => [from, to])).toEqual([
      ['2026-11-24T14:00:00.000Z', null],
      ['2026-11-24T22:00:00.000Z', '2026-11-25T00:00:00.000Z'],
    ])
  })

  it('sends a place of the directory by its id, and a typed one by its ZIP', () => {
    expect(read(draft(), now).input.stops.map(({ place_id, where }) => [place_id, where])).toEqual([
      [undefined, '83702'],
      [3, undefined],
    ])
  })

  it('reads weights and sizes, and leaves empty freight lines and references out', () => {
    const { input } = read(
      draft(d => {
        Object.assign(d.freight[0]!, { what: 'Pump house', weight: '48k', width: "14'" })
        d.freight.push({ ...d.freight[0]!, what: '', weight: '', width: '' })
      }),
      now,
    )
    expect(input.freight).toEqual([
      expect.objectContaining({ what: 'Pump house', weight_lb: 48000, width_in: 168, pieces: null }),
    ])
    expect(input.references).toEqual([])
  })

  it.each<[string, (d: LoadDraft) => void, string]>([
    [
      'no customer',
      d => {
        d.customer = null
      },
      '/customer_id',
    ],
    [
      'no price',
      d => {
        d.rate = ''
      },
      '/price/rate',
    ],
    [
      'a price that is none',
      d => {
        d.rate = 'lots'
      },
      '/price/rate',
    ],
    [
      'no place',
      d => {
        Object.assign(d.stops[1]!, { place: null, from: '', to: '' })
      },
      '/stops/1/where',
    ],
    [
      'a time that is none',
      d => {
        d.stops[0]!.from = 'soonish'
      },
      '/stops/0/from',
    ],
    [
      'a weight that is none',
      d => {
        Object.assign(d.freight[0]!, { what: 'x', weight: 'heavy' })
      },
      '/freight/0/weight_lb',
    ],
    [
      'a weight of nothing named',
      d => {
        d.freight[0]!.weight = '4k'
      },
      '/freight/0/what',
    ],
    [
      'an accessorial without its amount',
      d => {
        d.accessorials.push({ label: 'Lumper', amount: '' })
      },
      '/price/accessorials/0/amount',
    ],
  ])('says %s at the field', (_, change, path) =>
    expect(Object.keys(read(draft(change), now).problems)).toEqual([path]),
  )

  it('comes back from a load as it was, and as a copy without times, references and serial numbers', () => {
    const load = {
      customer: { id: 7, name: 'C' },
      references: [{ kind: 'po', value: 'PO-1' }],
      size: 'full',
      tarps: true,
      team_needed: false,
      notes: 'n',
      price: { kind: 'flat', rate: '1850.00', fuel_kind: 'none', fuel_rate: '0.00', accessorials: [] },
      freight: [{ what: 'Vault', serial_number: 'S1', length_in: 240 }],
      temperature_low_f: null,
      temperature_high_f: null,
      stops: [
        {
          id: 1,
          kind: 'pickup',
          place_id: null,
          name: 'Boise, ID',
          town: 'Boise',
          state: 'ID',
          zip: '83702',
          zone: 'America/Boise',
          from: '2026-11-24T14:00:00Z',
          to: null,
          notes: '',
        },
        {
          id: 2,
          kind: 'delivery',
          place_id: 3,
          name: 'Shed',
          town: 'Payette',
          state: 'ID',
          zip: '83661',
          zone: 'America/Boise',
          from: '2026-11-25T00:00:00Z',
          to: null,
          notes: '',
        },
      ],
    } as unknown as Schemas['Load']
    expect(read(draftOf(load, false), now).input.stops.map(({ from }) => from)).toEqual([
      '2026-11-24T14:00:00.000Z',
      '2026-11-25T00:00:00.000Z',
    ])
    expect(read(draftOf(load, false), now).input.references).toEqual([{ kind: 'po', value: 'PO-1' }])
    const copy = read(draftOf(load, true), now)
    expect([
      copy.problems,
      copy.input.references,
      copy.input.stops.map(({ from }) => from),
      copy.input.freight![0]!.serial_number,
      copy.input.freight![0]!.length_in,
    ]).toEqual([{}, [], [null, null], '', 240])
  })
})
