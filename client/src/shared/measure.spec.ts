import { describe, expect, it } from 'vitest'
import { parseDollars, showDollars, showInches, sumDollars } from './measure'

it('shows a length in feet and inches', () => expect(showInches(102)).toBe('8\'6"'))

describe('dollars', () => {
  it.each([
    ['1850', '1850'],
    ['$1,850.50', '1850.50'],
    ['2.85', '2.85'],
  ])('%s is read', (text, plain) => expect(parseDollars(text)).toBe(plain))
  it.each(['-5', '1e3', '1.23456', 'ten'])('%s is refused', text =>
    expect(parseDollars(text)).toBeUndefined(),
  )
  it('shows groups, cents and a true minus', () =>
    expect([showDollars('1850.5'), showDollars('-12.00')]).toEqual(['$1,850.50', '−$12.00']))
})

it('adds dollars to the cent', () =>
  expect([sumDollars(['0.10', '0.20', '-0.05']), sumDollars([])]).toEqual(['0.25', '0.00']))
