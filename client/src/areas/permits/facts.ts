import type { Schemas } from '@/shared/api'
import { asksUnit, EITHER, parseInches, parsePounds, showInches } from '@/shared/measure'

type File = Schemas['PermitFile']
export type Change = Omit<Schemas['PermitFileInput'], 'version'>
export type Size =
  'width_in' | 'height_in' | 'length_in' | 'trailer_length_in' | 'front_overhang_in' | 'rear_overhang_in'
/** upTo - up to which a bare number is asked about; least - under which it is, since no truck is less */
export const SIZES: { name: Size; label: string; upTo: number; least: number }[] = [
  { name: 'width_in', label: 'Width', upTo: EITHER.across, least: 48 },
  { name: 'height_in', label: 'Height', upTo: EITHER.across, least: 96 },
  { name: 'length_in', label: 'Length over all', upTo: EITHER.along, least: 0 },
  { name: 'trailer_length_in', label: 'Trailer', upTo: EITHER.along, least: 0 },
  { name: 'front_overhang_in', label: 'Front overhang', upTo: EITHER.across, least: 0 },
  { name: 'rear_overhang_in', label: 'Rear overhang', upTo: EITHER.across, least: 0 },
]
export const DELIVER = [
  { value: 'download', title: 'Download' },
  { value: 'mail', title: 'Mail' },
  { value: 'fax', title: 'Fax' },
]
export const ALSO = [{ value: '', title: 'No second way' }, ...DELIVER.slice(1)]
const WORDS = [
  'what',
  'serial_number',
  'reference',
  'contact',
  'deliver_by',
  'deliver_to',
  'also_by',
  'also_to',
  'wished_route',
  'starts_on',
] as const
const LABELS: Record<string, string> = {
  ...Object.fromEntries(SIZES.map(({ name, label }) => [name, label])),
  what: 'Load',
  gross_lb: 'Gross, lb',
  starts_on: 'Starts on',
  serial_number: 'Serial number',
  reference: 'Our reference',
  contact: 'Contact',
  deliver_by: 'Permit comes by',
  deliver_to: 'Where it comes',
  also_by: 'Also by',
  also_to: 'Also to',
  applicant_id: 'Applied for',
  wished_route: 'Route wished',
  divisible: 'The load can be divided',
  pieces: 'Pieces',
  stacked: 'May be stacked',
}
export const labelOf = ([name]: readonly (string | number)[]) => LABELS[String(name)] ?? ''
export const shownOf = (value: unknown) => {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return DELIVER.find(one => one.value === value)?.title ?? String(value ?? '')
}

/** Where a load is another than the one whose permit was copied: "Height 13'9\", there 14'2\"". */
export function differs({ what, here, there }: NonNullable<File['copied']>['differs'][number]): string {
  const shown = (value: number | null) => {
    if (what === 'axles') return value ? `${value}` : 'not told'
    if (value === null) return 'not told'
    return what === 'gross_lb' ? `${value.toLocaleString('en-US')} lb` : showInches(value) || 'none'
  }
  const label = what === 'axles' ? 'Axles' : (LABELS[what] ?? what).replace(', lb', '')
  return `${label} ${shown(here)}, there ${shown(there)}`
}

/** The facts of a file as they are typed. */
export type Facts = Record<Size | 'gross_lb' | 'applicant_id' | 'pieces' | (typeof WORDS)[number], string> & {
  divisible: boolean
  stacked: boolean
}

export function factsOf(file: File): Facts {
  const sizes = SIZES.map(({ name }) => [name, showInches(file[name]) || (file[name] === 0 ? '0' : '')])
  const words = WORDS.map(name => [name, file[name] ?? ''])
  return {
    ...(Object.fromEntries([...sizes, ...words]) as Omit<
      Facts,
      'gross_lb' | 'applicant_id' | 'pieces' | 'divisible' | 'stacked'
    >),
    deliver_by: file.deliver_by ?? 'download',
    applicant_id: file.applicant_id ? String(file.applicant_id) : '',
    gross_lb: file.gross_lb.toLocaleString('en-US'),
    pieces: file.pieces ? String(file.pieces) : '',
    divisible: file.divisible,
    stacked: file.stacked ?? false,
  }
}

const inches = (text: string) => (text.trim() === '0' ? 0 : parseInches(text))

/** As the file would show them: `14 ft` is `14'0"`. */
export function plainly(facts: Facts): Facts {
  const sizes = SIZES.flatMap(({ name }) => {
    const value = inches(facts[name])
    return value ? [[name, showInches(value)]] : []
  })
  const gross = parsePounds(facts.gross_lb)
  return {
    ...facts,
    ...(Object.fromEntries(sizes) as Partial<Facts>),
    ...(gross ? { gross_lb: gross.toLocaleString('en-US') } : {}),
  }
}

/** What cannot be read, by field. */
export function unread(facts: Facts): Record<string, string> {
  const bad: Record<string, string> = {}
  for (const { name, upTo } of SIZES)
    if (facts[name].trim() && (inches(facts[name]) === undefined || asksUnit(facts[name], upTo)))
      bad[name] = 'Like 14\'2" or 170'
  if (!/^\d{0,3}$/.test(facts.pieces.trim())) bad.pieces = 'A number, like 3'
  if (parsePounds(facts.gross_lb) === undefined) bad.gross_lb = 'Like 78,000 or 78k'
  return bad
}

/** Only what was typed otherwise than it was seen: all else may be another's. */
export function changeOf(facts: Facts, seen: Facts): Change {
  const sizes = SIZES.flatMap(({ name }) => {
    const value = inches(facts[name])
    return value === undefined || value === inches(seen[name]) ? [] : [[name, value]]
  })
  const words = WORDS.flatMap(name => {
    const value = facts[name].trim()
    return value === seen[name].trim() ? [] : [[name, name === 'also_by' && !value ? null : value]]
  })
  const gross = parsePounds(facts.gross_lb)
  return {
    ...(Object.fromEntries([...sizes, ...words]) as Change),
    ...(facts.applicant_id === seen.applicant_id
      ? {}
      : { applicant_id: facts.applicant_id ? Number(facts.applicant_id) : null }),
    ...(gross && gross !== parsePounds(seen.gross_lb) ? { gross_lb: gross } : {}),
    ...(facts.divisible === seen.divisible ? {} : { divisible: facts.divisible }),
    ...(facts.stacked === seen.stacked ? {} : { stacked: facts.stacked }),
    ...(facts.pieces.trim() === seen.pieces.trim()
      ? {}
      : { pieces: facts.pieces.trim() ? Number(facts.pieces) : null }),
  }
}
