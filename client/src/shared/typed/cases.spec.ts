import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parseCubicFeet, parseFahrenheit, parseInches, parsePounds, parseQuantity } from '@/shared/measure'
import { parseDay, parseDayNear } from './days'
import { readTime, type Purpose, type Reading } from './times'

/** The one table that the server's readers are held to as well. */
const cases = JSON.parse(readFileSync('../spec/typed/cases.json', 'utf8'))
const now = Date.parse(cases.now)
const zone = cases.zone as string
const asked = { now, zone }
const instant = (text: string) => Date.parse(text.replace(/T(\d\d:\d\d)/, 'T$1:00'))

describe('what people type for a time', () => {
  const one = (purpose: Purpose) => (text: string, iso: string) =>
    expect(readTime(text, { ...asked, purpose })).toEqual({ at: instant(iso) })
  it.each(cases.plan as [string, string][])('that is planned: %s', one('plan'))
  it.each(cases.told as [string, string][])('that has been: %s', one('told'))
  it.each(cases.plan_window as [string, string, string][])('a window: %s', (text, from, to) =>
    expect(readTime(text, { ...asked, purpose: 'plan', window: true })).toEqual({
      at: instant(from),
      to: instant(to),
    }),
  )
  it.each(cases.plan_until as [string, string, string][])('from %s, until: %s', (from, text, iso) =>
    expect(readTime(text, { ...asked, purpose: 'plan', from: instant(from) })).toEqual({ at: instant(iso) }),
  )
  it.each(cases.asked_back as [Purpose, string, string][])(
    '%s %s is asked back: %s',
    (purpose, text, why) => {
      const reading = readTime(text, { ...asked, purpose })
      expect('wrong' in reading && reading.wrong.toLowerCase()).toContain(why)
    },
  )
  it.each(cases.no_time as string[])('no time: %s', text =>
    expect(readTime(text, { ...asked, purpose: 'plan', window: true })).toHaveProperty('wrong'),
  )
  // Half an hour after midnight in Boise, half an hour before it at the stop on the coast.
  it.each([
    ['tmrw 6p', '2026-12-02T18:00-08:00'],
    ['today 11p', '2026-12-01T23:00-08:00'],
  ])('%s is of the day of the one who types, at the clock of the place', (text, iso) => {
    const late = { zone: 'America/Los_Angeles', here: 'America/Boise', now: Date.parse('2026-12-01T07:30Z') }
    expect(readTime(text, { ...late, purpose: 'plan' })).toEqual({ at: Date.parse(iso) })
  })
  it('names both days that can be meant, each as it is read again', () => {
    const { wrong } = readTime('mon 6a', { ...asked, purpose: 'plan' }) as Reading & { wrong: string }
    const days = wrong.match(/\d+\/\d+\/\d{4} \d+:\d\d/g)!
    expect(days.map(text => readTime(text, { ...asked, purpose: 'plan' }))).toEqual([
      { at: Date.parse('2026-11-23T06:00:00-07:00') },
      { at: Date.parse('2026-11-30T06:00:00-07:00') },
    ])
  })
})

describe('what people type for', () => {
  const none = (value: unknown) => value ?? null
  it.each(cases.pounds as [string, number | null][])('a weight: %s', (text, pounds) =>
    expect(none(parsePounds(text))).toBe(pounds),
  )
  it.each(cases.inches as [string, number | null][])('a length: %s', (text, inches) =>
    expect(none(parseInches(text))).toBe(inches),
  )
  it.each(cases.cubic_feet as [string, number | null][])('a volume: %s', (text, feet) =>
    expect(none(parseCubicFeet(text))).toBe(feet),
  )
  it.each(cases.fahrenheit as [string, number | null][])('a temperature: %s', (text, degrees) =>
    expect(none(parseFahrenheit(text))).toBe(degrees),
  )
  it.each(cases.quantity as [string, number | null, string | null][])('a count: %s', (text, count, unit) =>
    expect(none(parseQuantity(text))).toEqual(count === null ? null : { count, unit }),
  )
  it.each(cases.days as [string, string][])('a day: %s', (text, day) => expect(parseDay(text)).toBe(day))
  it.each([
    ['12/1', '2026-11-23', '2026-12-01'],
    ['1/2', '2026-11-23', '2027-01-02'],
    ['12/30', '2027-01-03', '2026-12-30'],
    ['2/29', '2027-01-03', '2028-02-29'],
    ['12/1/2025', '2026-11-23', '2025-12-01'],
    ['13/1', '2026-11-23', undefined],
  ])('a day without its year: %s on %s', (text, today, day) => expect(parseDayNear(text, today)).toBe(day))
  it.each(cases.no_day as string[])('no day: %s', text => expect(parseDay(text)).toBeUndefined())
})
