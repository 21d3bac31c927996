/** Weights, lengths and money as people type and read them. */

/** Pounds: `44000`, `44,000`, `48k`, `22t` (short tons). */
export function parsePounds(text: string): number | undefined {
  const match = /^([\d,]*\.?\d+)\s*(k|t|tons?|lbs?)?$/i.exec(text.trim())
  if (!match) return
  const factor = { k: 1000, t: 2000, ton: 2000, tons: 2000 }[(match[2] ?? '').toLowerCase()] ?? 1
  const pounds = Math.round(Number(match[1]!.replaceAll(',', '')) * factor)
  return pounds > 0 ? pounds : undefined
}

/** Inches: `102`, `102"`, `8'6"`, `8'6`, `8.5'`, `8ft 6in`. */
export function parseInches(text: string): number | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replaceAll('feet', "'")
    .replaceAll('ft', "'")
    .replaceAll('inches', '"')
    .replaceAll('in', '"')
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    .replaceAll(' ', '')
  const match = /^(?:(\d+(?:\.\d+)?)')?(?:(\d+(?:\.\d+)?)"?)?$/.exec(plain)
  if (!match || (match[1] === undefined && match[2] === undefined)) return
  // Rounded up: no bridge lets the rest of an inch through. A thousandth is only what binary fractions leave.
  const inches = Math.ceil(Number(match[1] ?? 0) * 12 + Number(match[2] ?? 0) - 0.001)
  return inches > 0 ? inches : undefined
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
