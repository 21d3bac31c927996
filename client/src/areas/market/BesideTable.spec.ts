import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { button } from '@/test/typing'
import BesideTable from './BesideTable.vue'
import { recordWords, type Find } from './words'

const AT = '2026-11-23T17:00:00Z'
const find = (id: number, profit: string, more: object = {}) =>
  ({
    posting_id: id,
    reference: `P${id}`,
    rate: '1200.00',
    per_loaded_mile: '3.00',
    lanes: [],
    onward: { worth: '0.00' },
    reasons: [],
    poster: { name: 'Mossgrave', credit_score: 80, days_to_pay: 30 },
    fit: {
      verdict: 'fits',
      load: { origin: 'Boise, ID', destination: 'Ogden, UT' },
      deadhead_miles: '12.0',
      loaded_miles: '300.0',
      ends_at: AT,
      zone: 'America/Boise',
      money: { profit, per_day: profit },
    },
    ...more,
  }) as unknown as Find
const shown = (...finds: Find[]) =>
  mount(BesideTable, { props: { finds }, global: { stubs: { ...PLAIN, FitMark: true } } })

beforeEach(() => setActivePinia(createPinia()))

describe('finds beside each other', () => {
  it('mark the best of each row, and none where all are alike', () => {
    const wrapper = shown(find(1, '500.00'), find(2, '-20.00', { rate: '1300.00' }))
    const best = wrapper.findAll('.best').map(cell => cell.text())
    expect(best).toEqual(['$500.00', '$500.00', '$1,300.00'])
  })

  it('never call one the best that has no price', () => {
    const wrapper = shown(find(1, '500.00', { rate: null }), find(2, '20.00'), find(3, '10.00'))
    expect(
      wrapper
        .findAll('tbody tr')[0]!
        .findAll('td')
        .map(cell => cell.text()),
    ).toEqual(['call', '$20.00', '$10.00'])
    expect(wrapper.find('tbody .best').text()).toBe('$20.00')
  })

  it('are chosen, and taken away', async () => {
    const wrapper = shown(find(1, '500.00'), find(2, '20.00'))
    await button(wrapper, 'Take away').trigger('click')
    await wrapper.find('.link').trigger('click')
    expect([wrapper.emitted('drop'), wrapper.emitted('choose')]).toEqual([[[1]], [[1]]])
  })
})

describe('our record with a poster', () => {
  it.each([
    [{}, 'nothing offered yet'],
    [{ lost: 1 }, '1 offer: 1 lost'],
    [{ booked: 2, countered: 1 }, '3 offers: 2 booked, 1 countered'],
    [
      { booked: 2, called_off: 1, paid_after: 9 },
      '2 offers: 2 booked; 1 called off after booking; paid after 9 days',
    ],
  ])('is %o: %s', (record, words) => {
    expect(recordWords(record)).toBe(words)
  })
})
