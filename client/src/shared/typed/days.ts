const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** A day with its year as YYYY-MM-DD: `12/01/2026`, `12/1/26`, `2026-12-01`, `Dec 1, 2026`; month first. */
export function parseDay(text: string): string | undefined {
  const plain = text.trim().toLowerCase()
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(plain)
  const american = /^(\d{1,2})[/-](\d{1,2})[/-](\d{4}|\d{2})$/.exec(plain)
  const named = /^([a-z]{3,9})\.? (\d{1,2}),? (\d{4})$/.exec(plain)
  const turned = /^(\d{1,2}) ([a-z]{3,9})\.? (\d{4})$/.exec(plain)
  const month = (word: string) => MONTHS.indexOf(word.slice(0, 3)) + 1
  const found =
    (iso && [iso[1], iso[2], iso[3]]) ||
    (american && [american[3]!.padStart(4, '20'), american[1], american[2]]) ||
    (named && [named[3], month(named[1]!), named[2]]) ||
    (turned && [turned[3], month(turned[2]!), turned[1]])
  if (!found) return
  const [y, m, d] = found.map(Number) as [number, number, number]
  const date = new Date(Date.UTC(y, m - 1, d))
  if (m < 1 || date.getUTCMonth() + 1 !== m || date.getUTCDate() !== d) return
  return date.toISOString().slice(0, 10)
}

/** The same, and `11/22` without its year: of the years around today the one in which it is nearest. */
export function parseDayNear(text: string, today: string): string | undefined {
  const short = /^(\d{1,2})[/-](\d{1,2})$/.exec(text.trim())
  if (!short) return parseDay(text)
  const year = Number(today.slice(0, 4))
  const away = (day: string) => Math.abs(Date.parse(day) - Date.parse(today))
  return [year - 1, year, year + 1]
    .flatMap(one => parseDay(`${short[1]}/${short[2]}/${one}`) ?? [])
    .sort((a, b) => away(a) - away(b))[0]
}
