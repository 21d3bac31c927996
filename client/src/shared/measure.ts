/** Weights, lengths and money as people type and read them. */

/** A number as it is typed, with or without groups of three; nothing for another. */
function number(text: string): number | undefined {
  const plain = /^\d{1,3}(?:[, ]\d{3})+(?:\.\d+)?$/.test(text) ? text.replace(/[, ]/g, '') : text
  return /^(?:\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : undefined
}

/** An amount above nothing in one of these units, as `factor` of the first; without a unit that one is meant. */
function amount(text: string, units: Record<string, number>): number | undefined {
  const match = /^([\d,. ]*\d\.?)\s*(\D*[\d³]?)$/.exec(text.trim().toLowerCase())
  const count = match && number(match[1]!)
  const factor = units[match?.[2]?.trim().replace(/\.$/, '') ?? '']
  return count && factor ? count * factor : undefined
}
const rounded = (value: number | undefined) =>
  value === undefined ? undefined : Math.round(value) || undefined

// NIST SP 811 (2008), appendix B; the symbol t is the metric ton's (table 6).
const KILOGRAM = 1 / 0.45359237
const CUBIC_METRE = 1 / 0.02831685
const CENTIMETRE = 1 / 2.54
const each = (names: string, factor: number) =>
  Object.fromEntries(names.split(' ').map(name => [name, factor]))
const POUNDS = {
  '': 1,
  ...each('lb lbs # pound pounds', 1),
  ...each('k', 1000),
  'k lb': 1000,
  'k lbs': 1000,
  ...each('ton tons', 2000),
  ...each('kg kgs kilo kilos', KILOGRAM),
  ...each('t mt tonne tonnes', KILOGRAM * 1000),
}
const CUBIC_FEET = {
  '': 1,
  ...each('cuft cf ft3 ft³', 1),
  'cu ft': 1,
  'cubic feet': 1,
  ...each('m3 m³ cbm', CUBIC_METRE),
}

/** Pounds: `44000`, `44,000 lb`, `44000#`, `48k`, `22 tons`, `19 t`, `19000 kg`. */
export const parsePounds = (text: string) => rounded(amount(text, POUNDS))

/** Cubic feet: `2,100`, `2100 ft3`, `60 m3`. */
export const parseCubicFeet = (text: string) => rounded(amount(text, CUBIC_FEET))

/** Inches: `102`, `102"`, `8'6"`, `8'6`, `14 2`, `14-2`, `8.5'`, `8ft 6in`, `2.6 m`, `259 cm`. */
export function parseInches(text: string): number | undefined {
  const metric = amount(text.replace(/['"]/g, '?'), { m: CENTIMETRE * 100, cm: CENTIMETRE })
  const plain = text
    .trim()
    .toLowerCase()
    .replaceAll('feet', "'")
    .replaceAll('ft', "'")
    .replaceAll('inches', '"')
    .replaceAll('in', '"')
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    // Two numbers are feet and inches; run together they would be another size.
    .replace(/^(\d+)[ -]+((?:\d|1[01])(?:\.\d+)?)"?$/, '$1\'$2"')
    .replace(/ *(['"]) */g, '$1')
  const match = /^(?:(\d+(?:\.\d+)?)')?(?:(\d+(?:\.\d+)?)"?)?$/.exec(plain)
  if (!metric && (!match || (match[1] === undefined && match[2] === undefined))) return
  // Rounded up: no bridge lets the rest of an inch through. A thousandth is only what binary fractions leave.
  const inches = Math.ceil((metric ?? Number(match?.[1] ?? 0) * 12 + Number(match?.[2] ?? 0)) - 0.001)
  return inches > 0 ? inches : undefined
}

/** Up to here a bare number is as likely feet as inches: of a width or a height, and of a whole vehicle's length. */
export const EITHER = { across: 20, along: 150 } as const

/** Whether a size has to be asked about: `14` of a width may be feet or inches. */
export const asksUnit = (text: string, upTo: number = EITHER.across) =>
  /^\d+(\.\d+)?$/.test(text.trim()) && Number(text) > 0 && Number(text) <= upTo

/** Whole degrees Fahrenheit: `34`, `34F`, `-10`, `2C`. */
export function parseFahrenheit(text: string): number | undefined {
  const match = /^([-−]?)(\d{1,3}(?:\.\d+)?)\s*°?\s*([fc]?)$/i.exec(text.trim())
  if (!match) return
  const degrees = Number(match[2]) * (match[1] ? -1 : 1)
  return Math.round(match[3]?.toLowerCase() === 'c' ? (degrees * 9) / 5 + 32 : degrees) || 0
}

/** A count, with what is counted where that was typed too: `22`, `22 pallets`. */
export function parseQuantity(text: string): { count: number; unit: string } | undefined {
  const match = /^([\d, ]*\d)(?:\s+([a-z][a-z ]*))?$/i.exec(text.trim())
  const count = match && number(match[1]!)
  return count ? { count, unit: match[2]?.trim() ?? '' } : undefined
}

export function showInches(inches: number | null | undefined): string {
  if (!inches) return ''
  return `${Math.floor(inches / 12)}'${inches % 12}"`
}

export function showPounds(pounds: number | null | undefined): string {
  return pounds ? `${pounds.toLocaleString('en-US')} lb` : ''
}

/** Dollars as the contract wants them: `$1,850` gives `1850`; nothing when it is no amount. */
export function parseDollars(text: string): string | undefined {
  const plain = text.trim().replace(/^\$/, '').replaceAll(',', '')
  return /^\d{1,7}(\.\d{1,4})?$/.test(plain) ? plain : undefined
}

export function showDollars(amount: string | undefined | null): string {
  if (amount === undefined || amount === null) return ''
  const [whole = '0', cents = '00'] = amount.replace('-', '').split('.')
  return `${amount.startsWith('-') ? '−' : ''}$${Number(whole).toLocaleString('en-US')}.${cents.padEnd(2, '0')}`
}

/** Amounts added to the cent, as text again. */
export const sumDollars = (amounts: string[]): string =>
  (amounts.reduce((cents, amount) => cents + Math.round(Number(amount) * 100), 0) / 100).toFixed(2)

export function showMiles(miles: string | null | undefined): string {
  if (!miles) return ''
  const [whole = '0', tenth = '0'] = miles.split('.')
  return `${Number(whole).toLocaleString('en-US')}.${tenth} mi`
}

/** 320 as "5 h 20 min". */
export function showMinutes(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return ''
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60]
  return [hours && `${hours} h`, (rest || !hours) && `${rest} min`].filter(Boolean).join(' ')
}
