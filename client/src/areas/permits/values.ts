import type { Schemas } from '@/shared/api'
import { showDollars, showInches, showPounds } from '@/shared/measure'

/** How the values behind a state's verdicts are called and shown. */
type Value = Schemas['JurisdictionValue']
export const PART: Record<Schemas['ValuePart'], string> = {
  legal: 'Legal up to',
  routine: 'Routine up to',
  permit: 'Permit',
  travel: 'Travel',
  escorts: 'Escorts',
  curfews: 'No travel',
  fees: 'Fees',
}
const NAME: Record<string, string> = {
  width_in: 'width',
  height_in: 'height',
  length_in: 'length over all',
  trailer_length_in: 'trailer length',
  front_overhang_in: 'front overhang',
  rear_overhang_in: 'rear overhang',
  gross_lb: 'gross weight',
  valid_days: 'days it is good for',
  start_ahead_days: 'days ahead it may start',
  review_hours: 'hours a review takes',
  may_change: 'what may change after',
  margin_minutes: 'minutes around daylight',
  not_on: 'days without travel',
  daylight: 'daylight only',
  weekend: 'weekends',
  holidays: 'not on holidays',
  weather: 'weather',
}
export const KNOWN: Record<string, string> = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory, unsure',
  demo: 'invented for the demo',
}

export const called = ({ name, words }: Value) => words ?? NAME[name] ?? name

export function show({ part, name, value, in_dollars }: Value): string {
  if (value === null || (Array.isArray(value) && !value.length)) return part === 'curfews' ? '' : 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (in_dollars) return showDollars(String(value))
  const inches = name.endsWith('_in')
  if (typeof value === 'number' && part === 'escorts') return `over ${showInches(value)}`
  if (typeof value === 'number' && inches) return showInches(value)
  if (typeof value === 'number') return name.endsWith('_lb') ? showPounds(value) : String(value)
  return Array.isArray(value) ? value.join(', ').replaceAll('_', ' ') : value
}
