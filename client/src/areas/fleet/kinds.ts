import type { Schemas } from '@/shared/api'
import { parseDay } from '@/shared/typed/days'

/** The directory's kinds of record: what a list shows and what a form asks, in order. */
export type Kind = 'customers' | 'places' | 'drivers' | 'units'
export type Row = Schemas['Customer'] | Schemas['Place'] | Schemas['Driver'] | Schemas['Unit']

export interface Field {
  name: string
  label: string
  type?:
    | 'text'
    | 'number'
    | 'yesno'
    | 'choice'
    | 'day'
    | 'list'
    | 'several'
    | 'long'
    | 'terminal'
    | 'driver'
    | 'company'
    | 'money'
  choices?: string[]
  needed?: boolean
  when?: (draft: Record<string, unknown>) => boolean
}
export interface KindOf {
  one: string
  many: string
  audit: string
  title: string
  columns: { name: string; label: string; figure?: boolean }[]
  fields: Field[]
}

const PHONE: Field = { name: 'phone', label: 'Telephone' }
/** Paid by the mile where nobody says otherwise. */
const isTractor = (draft: Record<string, unknown>) => draft.kind !== 'trailer'
const isTrailer = (draft: Record<string, unknown>) => draft.kind === 'trailer'

export const KINDS: Record<Kind, KindOf> = {
  drivers: {
    one: 'driver',
    many: 'Drivers',
    audit: 'driver',
    title: 'name',
    columns: [
      { name: 'number', label: 'No.' },
      { name: 'name', label: 'Name' },
      { name: 'terminal_id', label: 'Home terminal' },
      { name: 'phone', label: 'Telephone' },
      { name: 'employment', label: 'Employment' },
      { name: 'licence_expires_on', label: 'Licence until' },
      { name: 'medical_expires_on', label: 'Medical until' },
    ],
    fields: [
      { name: 'name', label: 'Name', needed: true },
      { name: 'number', label: 'Number', needed: true },
      PHONE,
      { name: 'email', label: 'E-mail' },
      { name: 'terminal_id', label: 'Home terminal', type: 'terminal', needed: true },
      {
        name: 'employment',
        label: 'Employment',
        type: 'choice',
        choices: ['company_driver', 'owner_operator'],
      },
      { name: 'licence_class', label: 'Licence class', type: 'choice', choices: ['A', 'B', 'C'] },
      { name: 'licence_expires_on', label: 'Licence until', type: 'day' },
      { name: 'medical_expires_on', label: 'Medical card until', type: 'day' },
      { name: 'hazmat', label: 'Hazmat endorsement', type: 'yesno' },
      {
        name: 'hours_rules',
        label: 'Hours of service',
        type: 'choice',
        choices: ['us_property_70_8', 'us_property_60_7', 'canada_south_70_7', 'canada_south_120_14'],
      },
      { name: 'smartphone', label: 'Opens links on the phone', type: 'yesno' },
      { name: 'home_by', label: 'Promised home by', type: 'day' },
      { name: 'forbidden_states', label: 'Does not go to (CA, NY)', type: 'list' },
      { name: 'languages', label: 'Languages (en, es)', type: 'list' },
      { name: 'preferences', label: 'Likes to (nights, mountains, home on Fridays)', type: 'long' },
      { name: 'notes', label: 'Notes', type: 'long' },
    ],
  },
  units: {
    one: 'unit',
    many: 'Tractors and trailers',
    audit: 'unit',
    title: 'number',
    columns: [
      { name: 'number', label: 'No.' },
      { name: 'kind', label: 'Kind' },
      { name: 'trailer_kind', label: 'Trailer' },
      { name: 'plate', label: 'Plate' },
      { name: 'plate_state', label: 'State' },
      { name: 'make', label: 'Make' },
      { name: 'model_year', label: 'Year', figure: true },
      { name: 'length_ft', label: 'Feet', figure: true },
      { name: 'owner', label: 'Owner' },
    ],
    fields: [
      { name: 'number', label: 'Number', needed: true },
      { name: 'kind', label: 'Kind', type: 'choice', choices: ['tractor', 'trailer'], needed: true },
      {
        name: 'trailer_kind',
        label: 'Kind of trailer',
        type: 'choice',
        choices: ['dry_van', 'reefer', 'flatbed', 'step_deck', 'lowboy'],
        when: isTrailer,
      },
      { name: 'terminal_id', label: 'Terminal', type: 'terminal' },
      { name: 'plate', label: 'Plate' },
      { name: 'plate_state', label: 'Plate state' },
      { name: 'vin', label: 'VIN' },
      { name: 'make', label: 'Make' },
      { name: 'model', label: 'Model' },
      { name: 'model_year', label: 'Model year', type: 'number' },
      { name: 'length_ft', label: 'Length, ft', type: 'number', when: isTrailer },
      { name: 'inner_length_in', label: 'Inner length, in', type: 'number', when: isTrailer },
      { name: 'capacity_lb', label: 'Takes, lb', type: 'number', when: isTrailer },
      { name: 'capacity_cuft', label: 'Holds, cubic feet', type: 'number', when: isTrailer },
      { name: 'tare_lb', label: 'Weighs empty, lb', type: 'number' },
      { name: 'registered_lb', label: 'Registered for, lb', type: 'number' },
      { name: 'height_in', label: 'Height, in', type: 'number' },
      { name: 'miles_per_gallon', label: 'Miles a gallon', type: 'money', when: isTractor },
      { name: 'axle_spacings_ft', label: 'Axle spacings, ft (14.5, 4.3)', type: 'list' },
      { name: 'logging_device', label: 'Logging device', when: isTractor },
      { name: 'operator_id', label: 'Operator, a driver', type: 'driver' },
      { name: 'owner_driver_id', label: 'Owner, a driver; none for ours', type: 'driver' },
      { name: 'owner_company_id', label: 'Or a company that pays', type: 'company' },
      { name: 'leased', label: 'Leased', type: 'yesno' },
      { name: 'company_plates', label: 'Plates are ours', type: 'yesno' },
      { name: 'tarps', label: 'Carries tarps', type: 'yesno' },
      { name: 'active_from', label: 'In service from', type: 'day' },
      { name: 'active_to', label: 'In service to', type: 'day' },
      { name: 'service_due_on', label: 'Service due', type: 'day' },
      { name: 'service_every_miles', label: 'Service every, miles', type: 'number' },
      { name: 'serviced_on', label: 'Last service', type: 'day' },
      { name: 'notes', label: 'Notes', type: 'long' },
    ],
  },
  customers: {
    one: 'customer',
    many: 'Customers',
    audit: 'customer',
    title: 'name',
    columns: [
      { name: 'name', label: 'Name' },
      { name: 'town', label: 'Town' },
      { name: 'state', label: 'State' },
      { name: 'phone', label: 'Telephone' },
      { name: 'payer', label: 'Pays' },
      { name: 'terms_days', label: 'Terms, days', figure: true },
    ],
    fields: [
      { name: 'name', label: 'Name', needed: true },
      { name: 'payer', label: 'Pays bills itself', type: 'yesno' },
      { name: 'terms_days', label: 'Terms, days', type: 'number' },
      { name: 'detention_free_minutes', label: 'Free at a dock, min', type: 'number' },
      { name: 'detention_step_minutes', label: 'Detention in steps of, min', type: 'number' },
      { name: 'detention_hourly', label: 'Detention an hour, $', type: 'money' },
      { name: 'tell_late', label: 'Told by mail when a load is late', type: 'yesno' },
      {
        name: 'papers_wanted',
        label: 'Papers with each bill',
        type: 'several',
        choices: ['bol', 'pod', 'scale_ticket', 'lumper_receipt', 'temperature_record', 'rate_confirmation'],
      },
      { name: 'bill_email', label: 'E-mail for bills' },
      { name: 'bill_by', label: 'Billed', type: 'choice', choices: ['by_hand', 'each_load', 'each_week'] },
      { name: 'credit_limit', label: 'May owe at most, $', type: 'money' },
      { name: 'credit_stops', label: 'Nothing is booked beyond that', type: 'yesno' },
      { name: 'discount_percent', label: 'Discount, percent', type: 'money' },
      { name: 'discount_days', label: 'If paid within, days', type: 'number' },
      { name: 'address', label: 'Billing address' },
      { name: 'town', label: 'Town' },
      { name: 'state', label: 'State' },
      { name: 'zip', label: 'ZIP' },
      PHONE,
      { name: 'email', label: 'E-mail' },
      { name: 'notes', label: 'Notes', type: 'long' },
    ],
  },
  places: {
    one: 'place',
    many: 'Places',
    audit: 'place',
    title: 'name',
    columns: [
      { name: 'name', label: 'Name' },
      { name: 'town', label: 'Town' },
      { name: 'state', label: 'State' },
      { name: 'zip', label: 'ZIP' },
      { name: 'dock_hours', label: 'Dock hours' },
      { name: 'driver_notes', label: 'For drivers' },
    ],
    fields: [
      { name: 'name', label: 'Name', needed: true },
      { name: 'zip', label: 'ZIP', needed: true },
      { name: 'address', label: 'Street' },
      { name: 'town', label: 'Town, if not the ZIP’s' },
      { name: 'state', label: 'State' },
      { name: 'contact', label: 'Whom to ask for' },
      PHONE,
      { name: 'dock_hours', label: 'Dock hours' },
      { name: 'radius_m', label: 'A truck has arrived within, m', type: 'number' },
      { name: 'driver_notes', label: 'What drivers must know', type: 'long' },
    ],
  },
}

/** What a form sends for what is typed: numbers as numbers, nothing as null where a day or a number is meant. */
export function toInput(fields: Field[], draft: Record<string, unknown>): Record<string, unknown> {
  const input: Record<string, unknown> = {}
  for (const field of fields) {
    const value = draft[field.name]
    const shown = field.when?.(draft) ?? true
    if (field.type === 'yesno') input[field.name] = value ?? false
    else if (field.type === 'list') input[field.name] = listed(field.name, value)
    else if (field.type === 'several') input[field.name] = value ?? []
    else if (!shown || value === undefined || value === null || value === '') {
      if (
        ['number', 'day', 'terminal', 'driver', 'company', 'choice', 'money'].includes(field.type ?? '') &&
        nullable(field.name)
      )
        input[field.name] = null
      else if (field.type === undefined || field.type === 'long') input[field.name] = ''
    } else input[field.name] = read(field.type, value)
  }
  return input
}

/** What a new record of a kind begins with. */
export const USUAL: Partial<Record<Kind, Record<string, unknown>>> = {
  customers: {
    payer: true,
    terms_days: 30,
    detention_free_minutes: 120,
    detention_step_minutes: 15,
    detention_hourly: '60.00',
  },
  drivers: {
    employment: 'company_driver',
    smartphone: true,
    licence_class: 'A',
  },
  units: { kind: 'tractor', company_plates: true },
}

/** A number or a day as people type it. */
function read(type: Field['type'], value: unknown): unknown {
  if (type === 'number') return whole(value)
  return type === 'day' ? (parseDay(String(value)) ?? value) : value
}

/** A whole number; what is none is sent as it is, for the server to say so. */
const whole = (value: unknown) => (/^\d+$/.test(String(value)) ? Number(value) : value)

/** `CA, NY` as a list; spacings as numbers, states in capitals. What cannot be read is sent as it is, for the server to say so. */
function listed(name: string, value: unknown): unknown[] {
  const parts = String(value ?? '')
    .split(/[,;\s]+/)
    .filter(Boolean)
  if (name === 'axle_spacings_ft')
    return parts.map(part => (Number.isFinite(Number(part)) ? Number(part) : part))
  return parts.map(part => (name === 'forbidden_states' ? part.toUpperCase() : part))
}

const nullable = (name: string) =>
  [
    'home_by',
    'credit_limit',
    'discount_percent',
    'discount_days',
    'radius_m',
    'capacity_lb',
    'capacity_cuft',
    'inner_length_in',
    'height_in',
    'tare_lb',
    'registered_lb',
    'miles_per_gallon',
    'active_from',
    'active_to',
    'service_due_on',
    'service_every_miles',
    'serviced_on',
    'model_year',
    'length_ft',
    'trailer_kind',
    'terminal_id',
    'operator_id',
    'owner_driver_id',
    'owner_company_id',
    'licence_expires_on',
    'medical_expires_on',
  ].includes(name)
