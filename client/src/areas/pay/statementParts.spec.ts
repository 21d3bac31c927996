import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import { button } from '@/test/typing'
import CardsMatched from './CardsMatched.vue'
import CardsUnmatched from './CardsUnmatched.vue'
import StatementAgainst from './StatementAgainst.vue'
import StatementBills from './StatementBills.vue'
import StatementLines from './StatementLines.vue'

const global = { stubs: PLAIN }
type Line = Schemas['Statement']['lines'][number]
const line = (label: string, more: Partial<Line> = {}) =>
  ({
    label,
    section: 'earnings',
    quantity: '1',
    rate: '50.00',
    amount: '50.00',
    trip: null,
    ...more,
  }) as Line
const cells = (row: ReturnType<ReturnType<typeof mount>['findAll']>[number]) =>
  row.findAll('td').map(cell => cell.text().replace(/\s+/g, ' '))

describe('a section of a statement', () => {
  const trips = [
    line('Loaded miles', { trip: 'T1', load_id: 4, earning_id: 9, day: '2026-11-21', route: 'A → B' }),
    line('Empty miles', { trip: 'T1', load_id: 4, earning_id: 9, estimated: true, miles_by: 'odometer' }),
    line('Detention', { trip: 'T2', load_id: 5, earning_id: 10, story: '3 h 5 min at Mill' }),
    line('Bonus'),
  ]

  it('has columns for trip and day only where a line has a trip', () => {
    const heads = (lines: Line[]) =>
      mount(StatementLines, { props: { title: 'X', lines, correctable: false }, global })
        .findAll('th')
        .map(head => head.text())
    expect(heads(trips)).toEqual(['X', 'Trip', 'Day', 'Quantity', 'Rate', 'Amount'])
    expect(heads([line('Bonus')])).toEqual(['X', 'Quantity', 'Rate', 'Amount'])
  })

  it('offers each trip once to be put right, while it can be', async () => {
    const wrapper = mount(StatementLines, {
      props: { title: 'X', lines: trips, correctable: true },
      global,
    })
    const buttons = wrapper.findAll('button')
    expect(buttons.length).toBe(2)
    await buttons[1]!.trigger('click')
    expect(wrapper.emitted('correct')).toEqual([[10]])
    const locked = mount(StatementLines, {
      props: { title: 'X', lines: trips, correctable: false },
      global,
    })
    expect(locked.findAll('button').length).toBe(0)
  })

  it('says where a line comes from: its states, its measure, its docks, and what a clerk put right', () => {
    const lines = [
      ...trips,
      line('Loaded miles', {
        trip: 'T3',
        load_id: 6,
        by_state: [
          { state: 'ID', miles: '415.0' },
          { state: 'WA', miles: '25.3' },
        ],
        corrected: 'Inez: toll road closed',
      } as Partial<Line>),
    ]
    const text = mount(StatementLines, { props: { title: 'X', lines, correctable: false }, global }).text()
    for (const part of [
      'by the odometer',
      'estimated',
      '3 h 5 min at Mill',
      'ID 415.0 • WA 25.3',
      'Inez: toll road closed',
    ])
      expect(text.replace(/\s+/g, ' ')).toContain(part)
  })
})

describe('a statement beside the one before', () => {
  it('shows then, now and the difference, and the net last', () => {
    const against = {
      from: '2026-11-08',
      to: '2026-11-14',
      net: '900.00',
      rows: [{ label: 'Trips', before: '950.00', now: '700.00' }],
    } as unknown as NonNullable<Schemas['Statement']['against']>
    const rows = mount(StatementAgainst, { props: { against, net: '650.00' }, global }).findAll('tbody tr')
    expect(rows.map(cells)).toEqual([
      ['Trips', '$950.00', '$700.00', '−$250.00'],
      ['Net', '$900.00', '$650.00', '−$250.00'],
    ])
  })

  it('says that a net is alike', () => {
    const against = { from: '2026-11-08', to: '2026-11-14', net: '900.00', rows: [] }
    const wrapper = mount(StatementAgainst, { props: { against, net: '900.00' }, global })
    expect(wrapper.text()).toContain('alike')
  })
})

describe('freight bills', () => {
  it('show each bill with its lines', () => {
    const bills = [
      {
        number: 'L1',
        invoice: 'I-7',
        trip: 'T1',
        day: '2026-11-21',
        route: 'A → B',
        lines: [{ label: 'Line haul', amount: '1500.00' }],
        total: '1500.00',
      },
    ]
    const rows = mount(StatementBills, { props: { bills }, global }).findAll('tbody tr')
    expect(rows.map(row => cells(row).at(-1))).toEqual(['$1,500.00', '$1,500.00'])
    expect(cells(rows[0]!)[1]).toBe('L1 I-7')
  })
})

describe('card transactions', () => {
  const row = (id: number, charged_to: 'company' | 'driver', amount: string) =>
    ({
      id,
      reference: `R${id}`,
      kind: 'fuel',
      gallons: '88',
      place: 'Stop',
      state: 'ID',
      local_time: '2026-11-21 19:00',
      amount,
      charged_to,
      driver: { id: 1, name: 'A' },
      trip: 'T1',
      matched_by: 'card',
    }) as unknown as Schemas['CardRow']
  const rows = [row(1, 'driver', '100.00'), row(2, 'company', '50.25'), row(3, 'driver', '0.75')]
  const matched = (of = rows) => mount(CardsMatched, { props: { rows: of, settles: true, busy: '' }, global })

  it('that match say who bears how much, and are settled all at once as proposed', async () => {
    const wrapper = matched()
    expect(wrapper.text()).toContain('Drivers bear $100.75, the company $50.25')
    await button(wrapper, 'Settle all as proposed').trigger('click')
    expect(wrapper.emitted('settle')).toEqual([[null, [1, 2, 3]]])
  })

  it('are settled as a clerk says for those that are ticked, and for all by the tick above', async () => {
    const wrapper = matched()
    const ticks = () => wrapper.findAll('input[type=checkbox]')
    await ticks()[2]!.trigger('change')
    await button(wrapper, 'Their drivers do').trigger('click')
    await ticks()[0]!.trigger('change')
    await button(wrapper, 'The company bears 3').trigger('click')
    expect(wrapper.emitted('settle')).toEqual([
      ['driver', [2]],
      ['company', [1, 2, 3]],
    ])
    await ticks()[0]!.trigger('change')
    expect(wrapper.text()).not.toContain('Their drivers do')
  })

  it('that are gone are ticked no more', async () => {
    const wrapper = matched()
    await wrapper.findAll('input[type=checkbox]')[1]!.trigger('change')
    await wrapper.setProps({ rows: rows.slice(1) })
    expect(wrapper.text()).not.toContain('Their drivers do')
  })

  it('are drawn three hundred at a time, and settled all the same', async () => {
    const many = Array.from({ length: 301 }, (_, i) => row(i + 1, 'driver', '1.00'))
    const wrapper = matched(many)
    expect(wrapper.findAll('tbody tr').length).toBe(300)
    expect(wrapper.text()).toContain('300 of 301 are shown')
    await button(wrapper, 'Settle all as proposed').trigger('click')
    expect((wrapper.emitted('settle')![0]![1] as number[]).length).toBe(301)
  })

  it('that are nobody’s can be the company’s', async () => {
    const wrapper = mount(CardsUnmatched, {
      props: { rows: [rows[0]!], names: [], settles: true, busy: '' },
      global: { stubs: { ...PLAIN, VAutocomplete: true, VCheckbox: true } },
    })
    await button(wrapper, 'Company’s').trigger('click')
    expect(wrapper.emitted('settle')).toEqual([['company', [1]]])
  })
})
