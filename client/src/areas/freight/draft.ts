import type { Schemas } from '@/shared/api'
import {
  asksUnit,
  parseCubicFeet,
  parseDollars,
  parseFahrenheit,
  parseInches,
  parsePounds,
  parseQuantity,
  showInches,
  showPounds,
} from '@/shared/measure'
import { typedTime } from '@/shared/time'
import { readTime, type Reading } from '@/shared/typed/times'

/** What a booking form holds: everything as typed, so that nothing is lost while it is wrong. */
export interface PlaceChoice {
  key: string
  title: string
  subtitle: string
  zone: string
  /** `Boise, ID`, where that is not the title. */
  town?: string
  place_id?: number
  where?: string
}
/** A line of the price; `kind` and the permit stay with one that the permit file put there. */
type Accessorial = NonNullable<Schemas['Price']['accessorials']>[number]
export interface StopDraft {
  kind: 'pickup' | 'delivery'
  place: PlaceChoice | null
  typed: string
  name: string
  from: string
  to: string
  notes: string
  reference: string
  address: string
  contact: string
  phone: string
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
  stackable: boolean
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
  driverNotes: string
  kind: Schemas['Price']['kind']
  rate: string
  fuelKind: NonNullable<Schemas['Price']['fuel_kind']>
  fuelRate: string
  accessorials: Accessorial[]
  confirmed: string
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
  reference: '',
  address: '',
  contact: '',
  phone: '',
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
  stackable: false,
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
    driverNotes: '',
    kind: 'flat',
    rate: '',
    fuelKind: 'none',
    fuelRate: '',
    accessorials: [],
    confirmed: '',
  }
}

/** Every write gives the lines other ids: they are nothing that two people could disagree about. */
function withoutId(line: Accessorial): Accessorial {
  const bare = { ...line }
  delete bare.id
  return bare
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
      reference: stop.reference ?? '',
      address: stop.place_id ? '' : (stop.address ?? ''),
      contact: '',
      phone: '',
      save: false,
      place: {
        key: stop.place_id ? `place ${stop.place_id}` : `zip ${stop.zip}`,
        title: stop.place_id ? stop.name : `${stop.town}, ${stop.state}`,
        subtitle: stop.place_id ? `${stop.town}, ${stop.state}` : stop.zip,
        zone: stop.zone,
        town: `${stop.town}, ${stop.state}`,
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
          stackable: line.stackable ?? false,
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
    driverNotes: load.driver_notes ?? '',
    kind: load.price.kind,
    rate: load.price.rate,
    fuelKind: load.price.fuel_kind ?? 'none',
    fuelRate: load.price.fuel_rate ?? '',
    accessorials: (load.price.accessorials ?? []).map(withoutId),
    confirmed: copy ? '' : (load.price.confirmed_total ?? ''),
  }
}

/** How the times of a stop are understood, in the zone of its place: a window may stand in the first field. */
export function timesOf(stop: StopDraft, now: number, here?: string): { from?: Reading; to?: Reading } {
  const zone = stop.place?.zone
  const read = (text: string, from?: number): Reading =>
    zone
      ? readTime(text, { zone, now, here, purpose: 'plan', from, window: true })
      : { wrong: 'Pick the place first: the time is in its zone.' }
  const from = stop.from.trim() ? read(stop.from) : undefined
  const begins = from && 'at' in from ? from.at : undefined
  const ends = from && 'at' in from ? from.to : undefined
  const typed = stop.to.trim() ? read(stop.to, begins) : undefined
  const to = typed ?? (ends === undefined ? undefined : { at: ends })
  return { ...(from ? { from } : {}), ...(to ? { to } : {}) }
}

/** What is understood of an amount that is not plain: `19 t` as `41,888 lb`. */
export const shownBack = {
  weight: (text: string) => (/^\d*$/.test(text.trim()) ? '' : showPounds(parsePounds(text))),
  length: (text: string) => (/['"]/.test(text) ? '' : showInches(parseInches(text))),
  volume: (text: string) => {
    const feet = /^\d*$/.test(text.trim()) ? undefined : parseCubicFeet(text)
    return feet ? `${feet.toLocaleString('en-US')} cu ft` : ''
  },
  degrees: (text: string) => {
    const degrees = /c\s*$/i.test(text) ? parseFahrenheit(text) : undefined
    return degrees === undefined ? '' : `${degrees} °F`
  },
}

/** A width or a height; one that may be feet or inches is not read. */
const across = (text: string) => (asksUnit(text) ? undefined : parseInches(text))

/** What the server wants, and what cannot be read yet, by the path that the server would name. */
export function read(
  draft: LoadDraft,
  now: number,
  here?: string,
): { input: Schemas['LoadFields']; problems: Problems } {
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
  const degrees = (text: string, path: string) =>
    parsed(text, path, parseFahrenheit, 'Degrees, like 34 or 2C.')
  const dollars = (text: string, path: string) =>
    parsed(text, path, parseDollars, 'Dollars, like 1850 or 2.85.') ?? undefined

  if (!draft.customer) problems['/customer_id'] = 'Who pays for it?'
  const rate = dollars(draft.rate, '/price/rate')
  if (rate === undefined && !problems['/price/rate']) problems['/price/rate'] = 'What is the price?'
  const stops = draft.stops.map((stop, i): Schemas['StopInput'] => {
    const path = `/stops/${i}`
    if (!stop.place && !stop.typed.trim())
      problems[`${path}/where`] = 'Where? A place, a ZIP, or a town and state.'
    const times = timesOf(stop, now, here)
    const time = (field: 'from' | 'to') => {
      const reading = times[field]
      if (reading && 'wrong' in reading) problems[`${path}/${field}`] = reading.wrong
      return reading && 'at' in reading ? new Date(reading.at).toISOString() : null
    }
    const [from, to] = [time('from'), time('to')]
    const where = stop.place?.place_id
      ? { place_id: stop.place.place_id }
      : {
          where: stop.place?.where ?? stop.typed.trim(),
          name: stop.name.trim(),
          address: stop.address.trim(),
          contact: stop.contact.trim(),
          phone: stop.phone.trim(),
          save_place: stop.save,
        }
    return {
      kind: stop.kind,
      handling: stop.dropHook ? 'drop_hook' : 'live',
      ...where,
      from,
      to,
      notes: stop.notes.trim(),
      reference: stop.reference.trim(),
    }
  })
  const freight = draft.freight.flatMap((line, i): Schemas['FreightLine'][] => {
    const path = `/freight/${i}`
    if (!Object.values(line).some(text => typeof text === 'string' && text.trim())) return []
    if (!line.what.trim()) problems[`${path}/what`] = 'What is it?'
    const quantity = parsed(line.pieces, `${path}/pieces`, parseQuantity, 'A count, like 22 or 22 pallets.')
    return [
      {
        what: line.what.trim(),
        unit: line.unit.trim() || (quantity?.unit ?? ''),
        pieces: quantity?.count ?? null,
        weight_lb: parsed(line.weight, `${path}/weight_lb`, parsePounds, 'Like 44000, 48k or 19000 kg.'),
        volume_cuft: parsed(line.volume, `${path}/volume_cuft`, parseCubicFeet, 'Like 2100 or 60 m3.'),
        length_in: parsed(line.length, `${path}/length_in`, parseInches, 'Like 20\' or 240".'),
        width_in: parsed(line.width, `${path}/width_in`, across, 'Like 8\'6" or 102".'),
        height_in: parsed(line.height, `${path}/height_in`, across, 'Like 9\' or 108".'),
        stackable: line.stackable,
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
    return [{ ...line, label: line.label.trim(), amount: amount ?? '0' }]
  })
  return {
    problems,
    input: {
      customer_id: draft.customer ?? 0,
      size: draft.size,
      tarps: draft.tarps,
      team_needed: draft.team,
      trailer_kind: draft.trailer,
      temperature_low_f: degrees(draft.low, '/temperature_low_f'),
      temperature_high_f: degrees(draft.high, '/temperature_high_f'),
      notes: draft.notes,
      driver_notes: draft.driverNotes,
      references: draft.references
        .filter(({ value }) => value.trim())
        .map(({ kind, value }) => ({ kind, value: value.trim() })),
      stops,
      freight,
      price: {
        kind: draft.kind,
        rate: rate ?? '0',
        fuel_kind: draft.fuelKind,
        fuel_rate: ['none', 'scale'].includes(draft.fuelKind)
          ? '0'
          : (dollars(draft.fuelRate, '/price/fuel_rate') ?? '0'),
        accessorials,
        confirmed_total: dollars(draft.confirmed, '/price/confirmed_total') ?? null,
      },
    },
  }
}
