import { describe, expect, it } from 'vitest'
import {
  ageWords,
  besideLane,
  inShort,
  isBlocked,
  laneWords,
  onwardWords,
  readPrice,
  sorted,
  whoAndWhy,
  type Find,
  type Sort,
} from './words'
import { states } from './useFinds'

const lane = {
  days: 15,
  count: 40,
  low: '2.20',
  median: '2.50',
  high: '2.90',
  borrowed_percent: 17,
  wider: 90,
  thin: false,
}
const find = (more: object = {}) =>
  ({
    rate: '1200.00',
    per_loaded_mile: '3.00',
    lanes: [lane],
    offer: null,
    reasons: [],
    fit: { verdict: 'fits', reasons: [] },
    ...more,
  }) as unknown as Find
const reason = (text: string, effect: string) => ({ code: 'x', text, effect, source: '' })

describe('a find in words', () => {
  it.each<[string, object, string]>([
    ['nothing', {}, 'Nothing stands against it.'],
    ['the poster', { reasons: [reason('Pays late.', 'warn')] }, 'Pays late.'],
    [
      'the fit before the poster',
      {
        reasons: [reason('Pays late.', 'warn')],
        fit: { verdict: 'late', reasons: [reason('Late by 2 h.', 'warn')] },
      },
      'Late by 2 h.',
    ],
    [
      'our own offer before all',
      { offer: { made_by: 'Maren Holt', amount: '1150.00' }, reasons: [reason('Pays late.', 'warn')] },
      'Maren Holt offered $1,150.00.',
    ],
  ])('says in short %s', (_what, more, words) => {
    expect(inShort(find(more))).toBe(words)
  })

  it('is blocked by its fit or by its poster, not by a warning', () => {
    expect(isBlocked(find({ reasons: [reason('Pays late.', 'warn')] }))).toBe(false)
    expect(isBlocked(find({ reasons: [reason('Revoked.', 'block')] }))).toBe(true)
    expect(isBlocked(find({ fit: { verdict: 'blocked', reasons: [] } }))).toBe(true)
  })

  it('lies beside its lane in hundredths, where both have a price', () => {
    expect(besideLane(find())).toBe(20)
    expect(besideLane(find({ per_loaded_mile: '2.50' }))).toBe(0)
    expect(besideLane(find({ per_loaded_mile: null }))).toBeUndefined()
    expect(besideLane(find({ lanes: [] }))).toBeUndefined()
    expect(laneWords(lane)).toBe('$2.50 a mile in the middle, $2.20 to $2.90; 40 posted in 15 days')
    expect(laneWords({ ...lane, count: 2, borrowed_percent: 80, thin: true })).toContain(
      '2 posted in 15 days, 80% of it after wider lanes',
    )
  })

  const onward = { worth: '0.00', net: '400.00', a_day: 12, own: 0, wait_minutes: 600 }
  it.each([
    [onward, 'as good as the usual place: 12 a day leave'],
    [{ ...onward, worth: '-212.40', a_day: 0 }, '$212 worse than usual: 0 a day leave'],
    [
      { ...onward, worth: '99.60', own: 2 },
      '$100 better than usual: 12 a day leave within 75 mi for such a trailer, 2 of',
    ],
  ])('leads somewhere', (worth, words) => {
    expect(onwardWords(worth)).toContain(words)
  })

  it('is sorted by what is compared; without a price after those with one, the blocked last', () => {
    const one = (id: number, profit: string, more: object = {}) =>
      find({
        posting_id: id,
        posted_at: `2026-11-23T12:0${id}:00Z`,
        onward,
        with_next: profit,
        ...more,
        fit: {
          verdict: 'fits',
          reasons: [],
          deadhead_miles: `${id}`,
          loaded_miles: '100',
          money: { profit, per_day: profit },
        },
      })
    const finds = [
      one(1, '900.00', { reasons: [reason('Revoked.', 'block')] }),
      one(2, '100.00', { rate: null, per_loaded_mile: null }),
      one(3, '300.00', { with_next: '50.00' }),
      one(4, '200.00', { per_loaded_mile: '1.00' }),
    ]
    const ids = (by: Sort) => sorted(finds, by).map(({ posting_id }) => posting_id)
    expect(ids('profit')).toEqual([3, 4, 2, 1])
    expect(ids('onward')).toEqual([4, 3, 2, 1])
    expect(ids('loaded')).toEqual([3, 4, 2, 1])
    expect(ids('empty')).toEqual([3, 4, 2, 1])
    expect(ids('age')).toEqual([4, 3, 2, 1])
  })

  it.each([
    [0, '0 min old'],
    [59, '59 min old'],
    [60, '1 h old'],
    [1439, '23 h old'],
    [1440, '1 d old'],
  ])('of %i minutes is %s', (minutes, words) => {
    expect(ageWords('2026-11-23T12:00:00Z', Date.parse('2026-11-23T12:00:00Z') + minutes * 60_000)).toBe(
      words,
    )
  })
})

describe('who and why', () => {
  it('names the poster once', () => {
    const of = (text: string) =>
      whoAndWhy(find({ poster: { name: 'Mossgrave' }, reasons: [reason(text, 'warn')] }))
    expect(of('Mossgrave’s credit score is 40 of 100.')).toBe('Mossgrave’s credit score is 40 of 100.')
    expect(of('Late by 2 h.')).toBe('Mossgrave. Late by 2 h.')
  })
})

describe('a price as people type it', () => {
  it.each([
    ['1250', '1250'],
    [' $1,250.50 ', '1250.50'],
    ['1250.555', undefined],
    ['abc', undefined],
    ['0', undefined],
    ['12,50', undefined],
    ['', undefined],
  ])('%s', (typed, read) => {
    expect(readPrice(typed)).toBe(read)
  })
})

describe('states as people type them', () => {
  it.each([
    ['ut co', 'UT,CO'],
    [' UT, CO ', 'UT,CO'],
    ['', ''],
    ['utah', ''],
  ])('%s', (typed, sent) => {
    expect(states(typed)).toBe(sent)
  })
})
