import type { Difference } from '@/shared/merge/merge'

/** The fields of a booking by name, for two versions of it beside each other. */
const NAMES: Record<string, string> = {
  customer: 'Customer',
  references: 'References',
  value: 'number',
  kind: 'kind',
  stops: 'Stops',
  place: 'where',
  typed: 'where',
  name: 'name of the place',
  from: 'appointment, or from',
  to: 'until',
  notes: 'Notes for dispatch',
  driverNotes: 'Notes for the driver',
  reference: 'number or code there',
  address: 'street',
  contact: 'whom to ask for',
  phone: 'telephone',
  stackable: 'may be stacked',
  dropHook: 'drop and hook',
  save: 'kept in the directory',
  freight: 'Freight',
  what: 'what',
  pieces: 'pieces',
  unit: 'unit',
  weight: 'weight, lb',
  volume: 'cubic feet',
  length: 'length',
  width: 'width',
  height: 'height',
  hazmat: 'hazmat class',
  serial: 'serial number',
  size: 'Full or partial',
  tarps: 'Tarps',
  team: 'Team needed',
  trailer: 'Trailer',
  low: 'Lowest °F',
  high: 'Highest °F',
  rate: 'Rate',
  fuelKind: 'Fuel surcharge',
  fuelRate: 'Fuel surcharge rate',
  accessorials: 'Charges',
  confirmed: 'Their confirmation',
  label: 'what for',
  amount: 'amount',
}
const ONE: Record<string, string> = {
  references: 'Reference',
  stops: 'Stop',
  freight: 'Freight line',
  accessorials: 'Charge',
}
const nameOf = (field: string) => NAMES[field] ?? field

/** `Stop 2: until`. */
export function fieldName(path: Difference['path']): string {
  const [list, index, ...fields] = path.map(String)
  if (path.length === 1) return list === 'kind' ? 'Priced' : nameOf(list!)
  return [`${ONE[list!] ?? nameOf(list!)} ${Number(index) + 1}`, fields.map(nameOf).join(', ').toLowerCase()]
    .filter(Boolean)
    .join(': ')
}

export const isPlace = (value: Record<string, unknown>) => 'title' in value && 'zone' in value

/** A value as it is read: a place by its name, a list by what its lines say. */
export function fieldText(value: unknown): string {
  if (Array.isArray(value)) return value.map(fieldText).filter(Boolean).join('; ')
  if (value === true) return 'yes'
  if (value === false || value === null || value === undefined) return value === false ? 'no' : ''
  if (typeof value !== 'object') return String(value).replaceAll('_', ' ')
  const group = value as Record<string, unknown>
  if (isPlace(group)) return [group.title, group.subtitle].filter(Boolean).join(', ')
  return Object.entries(group)
    .filter(([, one]) => one !== false && one !== '' && one !== null)
    .map(([, one]) => fieldText(one))
    .filter(Boolean)
    .join(' ')
}
