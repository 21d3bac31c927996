const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'a Mac'],
  [/Linux/, 'Linux'],
]
const first = (names: [RegExp, string][], text: string) => names.find(([mark]) => mark.test(text))?.[1]

/** What a person calls the browser that names itself so at length. */
export function browserOf(userAgent: string): string {
  const [browser, system] = [first(BROWSERS, userAgent), first(SYSTEMS, userAgent)]
  if (browser) return system ? `${browser} on ${system}` : browser
  return userAgent.slice(0, 40) || 'not told'
}
