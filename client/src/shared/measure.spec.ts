import { describe, expect, it } from 'vitest'
import { parseDollars, parseInches, parsePounds, showDollars, showInches, sumDollars } from './measure'

describe('what people type for a weight', () => {
  it.each([
    ['44000', 44000],
    ['44,000', 44000],
    ['48k', 48000],
    ['22.5t', 45000],
    ['43.5K', 43500],
    ['9800 lb', 9800],
  ])('%s is %i lb', (text, pounds) => expect(parsePounds(text)).toBe(pounds))
  it.each(['', 'heavy', '0', '-5', '4x'])('%s is no weight', text =>
    expect(parsePounds(text)).toBeUndefined(),
  )
})

describe('what people type for a length', () => {
  it.each([
    ['102', 102],
    ['102"', 102],
    ['8\'6"', 102],
    ["8'6", 102],
    ["8.5'", 102],
    ['8ft 6in', 102],
    ["14'", 168],
    ["14'2.25", 171],
    ["8.1'", 98],
  ])('%s is %i in', (text, inches) => expect(parseInches(text)).toBe(inches))
  it.each(['', 'wide', "8'6'", '0'])('%s is no length', text => expect(parseInches(text)).toBeUndefined())
  it('is shown in feet and inches', () => expect(showInches(102)).toBe('8\'6"'))
})

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
