import type { Schemas } from '@/shared/api'
import { parseDollars, parseInches, parsePounds, showInches } from '@/shared/measure'
import { parseTime, typedTime } from '@/shared/time'

/** What a booking form holds: everything as typed, so that nothing is lost while it is wrong. */
export interface PlaceChoice {
  key: string
  title: string
  subtitle: string
  zone: string
  place_id?: number
  where?: string
}
export interface StopDraft {
  kind: 'pickup' | 'delivery'
  place: PlaceChoice | null
  typed: string
  name: string
  from: string
  to: string
  notes: string
  save: boolean
  dropHook: boolean
}
export interface FreightDraft {
  what: string
  pieces: string
  unit: string
  weight: string
  volume: string
  length: string
  width: string
  height: string
  hazmat: string
  serial: string
}
export interface LoadDraft {
  customer: number | null
  references: { kind: Schemas['Reference']['kind']; value: string }[]
  stops: StopDraft[]
  freight: FreightDraft[]
  size: 'full' | 'partial'
  tarps: boolean
  team: boolean
  trailer: Schemas['Load']['trailer_kind']
  low: string
  high: string
  notes: string
  kind: Schemas['Price']['kind']
  rate: string
  fuelKind: NonNullable<Schemas['Price']['fuel_kind']>
  fuelRate: string
  accessorials: { label: string; amount: string }[]
}
export type Problems = Record<string, string>

export const emptyStop = (kind: StopDraft['kind']): StopDraft => ({
  kind,
  place: null,
  typed: '',
  name: '',
  from: '',
  to: '',
  notes: '',
  save: false,
  dropHook: false,
})
export const emptyFreight = (): FreightDraft => ({
  what: '',
  pieces: '',
  unit: '',
  weight: '',
  volume: '',
  length: '',
  width: '',
  height: '',
  hazmat: '',
  serial: '',
})
export function emptyDraft(): LoadDraft {
  return {
    customer: null,
    references: [{ kind: 'po', value: '' }],
    stops: [emptyStop('pickup'), emptyStop('delivery')],
    freight: [emptyFreight()],
    size: 'full',
    tarps: false,
    team: false,
    trailer: null,
    low: '',
    high: '',
    notes: '',
    kind: 'flat',
    rate: '',
    fuelKind: 'none',
    fuelRate: '',
    accessorials: [],
  }
}

/** A load as a draft: to change it, or to copy it, when times and references are left for the new one. */
export function draftOf(load: Schemas['Load'], copy: boolean): LoadDraft {
  return {
    customer: load.customer.id,
    references:
      copy || !load.references.length
        ? [{ kind: 'po', value: '' }]
        : load.references.map(reference => ({ ...reference })),
    stops: load.stops.map(stop => ({
      kind: stop.kind,
      dropHook: stop.handling === 'drop_hook',
      typed: stop.place_id ? '' : `${stop.zip}`,
      name: stop.place_id || stop.name === `${stop.town}, ${stop.state}` ? '' : stop.name,
      notes: stop.notes ?? '',
      save: false,
      place: {
        key: stop.place_id ? `place ${stop.place_id}` : `zip ${stop.zip}`,
        title: stop.place_id ? stop.name : `${stop.town}, ${stop.state}`,
        subtitle: stop.place_id ? `${stop.town}, ${stop.state}` : stop.zip,
        zone: stop.zone,
        ...(stop.place_id ? { place_id: stop.place_id } : { where: stop.zip }),
      },
      from: !copy && stop.from ? typedTime(stop.from, stop.zone) : '',
      to: !copy && stop.to ? typedTime(stop.to, stop.zone) : '',
    })),
    freight: load.freight.length
      ? load.freight.map(line => ({
          what: line.what,
          pieces: String(line.pieces ?? ''),
          unit: line.unit ?? '',
          weight: String(line.weight_lb ?? ''),
          volume: String(line.volume_cuft ?? ''),
          length: showInches(line.length_in),
          width: showInches(line.width_in),
          height: showInches(line.height_in),
          hazmat: line.hazmat_class ?? '',
          serial: copy ? '' : (line.serial_number ?? ''),
        }))
      : [emptyFreight()],
    size: load.size === 'partial' ? 'partial' : 'full',
    tarps: load.tarps,
    team: load.team_needed,
    trailer: load.trailer_kind ?? null,
    low: String(load.temperature_low_f ?? ''),
    high: String(load.temperature_high_f ?? ''),
    notes: load.notes ?? '',
    kind: load.price.kind,
    rate: load.price.rate,
    fuelKind: load.price.fuel_kind ?? 'none',
    fuelRate: load.price.fuel_rate ?? '',
    accessorials: (load.price.accessorials ?? []).map(line => ({ ...line })),
  }
}

/** What the server wants, and what cannot be read yet, by the path that the server would name. */
export function read(draft: LoadDraft, now: number): { input: Schemas['LoadFields']; problems: Problems } {
  const problems: Problems = {}
  const parsed = <T>(
    text: string,
    path: string,
    parse: (text: string) => T | undefined,
    sentence: string,
  ): T | null => {
    if (!text.trim()) return null
    const value = parse(text)
    if (value === undefined) problems[path] = sentence
    return value ?? null
  }
  const whole = (text: string, path: string) =>
    parsed(text, path, t => (/^-?\d+$/.test(t.trim()) ? Number(t) : undefined), 'A whole number.')
  const dollars = (text: string, path: string) =>
    parsed(text, path, parseDollars, 'Dollars, like 1850 or 2.85.') ?? undefined

  if (!draft.customer) problems['/customer_id'] = 'Who pays for it?'
  const rate = dollars(draft.rate, '/price/rate')
  if (rate === undefined && !problems['/price/rate']) problems['/price/rate'] = 'What is the price?'
  const stops = draft.stops.map((stop, i): Schemas['StopInput'] => {
    const path = `/stops/${i}`
    if (!stop.place && !stop.typed.trim())
      problems[`${path}/where`] = 'Where? A place, a ZIP, or a town and state.'
    const time = (text: string, field: string) =>
      parsed(
        text,
        `${path}/${field}`,
        t => (stop.place ? parseTime(t, stop.place.zone, now) : undefined),
        stop.place
          ? 'A time like 7a, tmrw 14 or 11/27 0800.'
          : 'Pick the place first: the time is in its zone.',
      )
    const from = time(stop.from, 'from')
    const to = time(stop.to, 'to')
    const where = stop.place?.place_id
      ? { place_id: stop.place.place_id }
      : { where: stop.place?.where ?? stop.typed.trim(), name: stop.name.trim(), save_place: stop.save }
    return {
      kind: stop.kind,
      handling: stop.dropHook ? 'drop_hook' : 'live',
      ...where,
      from: from === null ? null : new Date(from).toISOString(),
      to: to === null ? null : new Date(to).toISOString(),
      notes: stop.notes,
    }
  })
  const freight = draft.freight.flatMap((line, i): Schemas['FreightLine'][] => {
    const path = `/freight/${i}`
    if (!Object.values(line).some(text => text.trim())) return []
    if (!line.what.trim()) problems[`${path}/what`] = 'What is it?'
    return [
      {
        what: line.what.trim(),
        unit: line.unit.trim(),
        pieces: whole(line.pieces, `${path}/pieces`),
        weight_lb: parsed(line.weight, `${path}/weight_lb`, parsePounds, 'Pounds, like 44000 or 48k.'),
        volume_cuft: whole(line.volume, `${path}/volume_cuft`),
        length_in: parsed(line.length, `${path}/length_in`, parseInches, 'Like 20\' or 240".'),
        width_in: parsed(line.width, `${path}/width_in`, parseInches, 'Like 8\'6" or 102".'),
        height_in: parsed(line.height, `${path}/height_in`, parseInches, "Like 9'."),
        hazmat_class: line.hazmat.trim(),
        serial_number: line.serial.trim(),
      },
    ]
  })
  const accessorials = draft.accessorials.flatMap((line, i) => {
    if (!line.label.trim() && !line.amount.trim()) return []
    if (!line.label.trim()) problems[`/price/accessorials/${i}/label`] = 'What for?'
    const amount = dollars(line.amount, `/price/accessorials/${i}/amount`)
    if (amount === undefined && !problems[`/price/accessorials/${i}/amount`])
      problems[`/price/accessorials/${i}/amount`] = 'How much?'
    return [{ label: line.label.trim(), amount: amount ?? '0' }]
  })
  return {
    problems,
    input: {
      customer_id: draft.customer ?? 0,
      size: draft.size,
      tarps: draft.tarps,
      team_needed: draft.team,
      trailer_kind: draft.trailer,
      temperature_low_f: whole(draft.low, '/temperature_low_f'),
      temperature_high_f: whole(draft.high, '/temperature_high_f'),
      notes: draft.notes,
      references: draft.references
        .filter(({ value }) => value.trim())
        .map(({ kind, value }) => ({ kind, value: value.trim() })),
      stops,
      freight,
      price: {
        kind: draft.kind,
        rate: rate ?? '0',
        fuel_kind: draft.fuelKind,
        fuel_rate: draft.fuelKind === 'none' ? '0' : (dollars(draft.fuelRate, '/price/fuel_rate') ?? '0'),
        accessorials,
      },
    },
  }
}
