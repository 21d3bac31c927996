import { mount, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import { button, type } from '@/test/typing'
import AdvancesPanel from './AdvancesPanel.vue'
import BankPanel from './BankPanel.vue'
import BooksPanel from './BooksPanel.vue'
import OrdersPanel from './OrdersPanel.vue'

const global = { stubs: PLAIN }
const base = { settles: true, busy: false, problem: undefined }
const disabled = (wrapper: VueWrapper, text: string) =>
  button(wrapper, text).attributes('disabled') !== undefined &&
  button(wrapper, text).attributes('disabled') !== 'false'
const submit = (wrapper: VueWrapper) => wrapper.find('form').trigger('submit')
const wrongAt = (path: string) => ({ code: 'wrong', message: `Wrong at ${path}`, path })
const messages = (wrapper: VueWrapper) =>
  wrapper.findAll('[error-messages]').map(one => one.attributes('error-messages'))

describe('a bank account', () => {
  const mounted = (keep = vi.fn().mockResolvedValue(true), more = {}) =>
    mount(BankPanel, { props: { ...base, bank: null, keep, ...more }, global })

  it('is kept without blanks, and the form is empty then', async () => {
    const keep = vi.fn().mockResolvedValue(true)
    const wrapper = mounted(keep)
    await type(wrapper, 'Routing number', ' 021000021 ')
    await type(wrapper, 'Account number', ' 12345 ')
    await type(wrapper, 'Kind', 'savings')
    await submit(wrapper)
    expect(keep).toHaveBeenCalledWith({ routing: '021000021', account: '12345', kind: 'savings' })
    await submit(wrapper)
    expect(keep).toHaveBeenLastCalledWith({ routing: '', account: '', kind: 'checking' })
  })

  it('keeps what was typed where it was refused, and says so at the field', async () => {
    const keep = vi.fn().mockResolvedValue(false)
    const wrapper = mounted(keep, { problem: wrongAt('/routing') })
    await type(wrapper, 'Routing number', '021000022')
    await submit(wrapper)
    await submit(wrapper)
    expect(keep).toHaveBeenLastCalledWith(expect.objectContaining({ routing: '021000022' }))
    expect(messages(wrapper)).toEqual(['Wrong at /routing'])
  })

  it.each([
    ['021000021', '1234', false],
    ['02100002', '1234', true],
    ['0210000210', '1234', true],
    ['021000021', '123', true],
  ])('of routing %s and account %s cannot be kept: %s', async (routing, account, refused) => {
    const wrapper = mounted()
    await type(wrapper, 'Routing number', routing)
    await type(wrapper, 'Account number', account)
    expect(disabled(wrapper, 'Keep it')).toBe(refused)
  })

  it('is told by its last four, and is nobody’s to change who does not settle', () => {
    const bank = { routing: '021000021', kind: 'savings', account: 'ends in 1278', prenote_on: null }
    const wrapper = mounted(undefined, { bank, settles: false })
    expect(wrapper.text()).toContain('Savings account that ends in 1278')
    expect(wrapper.text()).toContain('not proven yet')
    expect(wrapper.find('form').exists()).toBe(false)
  })
})

describe('an advance', () => {
  it('is given in dollars as people type them, with a fee only where one is said', async () => {
    const give = vi.fn().mockResolvedValue(true)
    const wrapper = mount(AdvancesPanel, { props: { ...base, advances: [], give }, global })
    expect(disabled(wrapper, 'Give it')).toBe(true)
    await type(wrapper, 'What for', ' Tires ')
    await type(wrapper, 'Dollars', '1,200')
    await type(wrapper, 'Parts', '4')
    expect(disabled(wrapper, 'Give it')).toBe(false)
    await submit(wrapper)
    expect(give).toHaveBeenCalledWith({ label: 'Tires', principal: '1200', installments: 4 })
    await type(wrapper, 'What for', 'Tires')
    await type(wrapper, 'Dollars', '100')
    await type(wrapper, 'Fee, %', '2.5')
    await submit(wrapper)
    expect(give).toHaveBeenLastCalledWith({
      label: 'Tires',
      principal: '100',
      fee_percent: '2.5',
      installments: 1,
    })
  })

  it.each(['', '0x', '1.5', '1000'])('cannot be given in %j parts', async parts => {
    const wrapper = mount(AdvancesPanel, { props: { ...base, advances: [], give: vi.fn() }, global })
    await type(wrapper, 'What for', 'Tires')
    await type(wrapper, 'Dollars', '100')
    await type(wrapper, 'Parts', parts)
    expect(disabled(wrapper, 'Give it')).toBe(true)
  })
})

describe('an order of a court', () => {
  it('of support has its limit, the ordinary has none', async () => {
    const keep = vi.fn().mockResolvedValue(true)
    const wrapper = mount(OrdersPanel, { props: { ...base, orders: [], keep }, global })
    const limit = () => wrapper.findAll('[label="Limit, %, else 50"]').length
    expect(limit()).toBe(0)
    await type(wrapper, 'Kind', 'support')
    expect(limit()).toBe(1)
    await type(wrapper, 'Name', ' Order 12 ')
    await type(wrapper, 'Dollars a period', '150')
    await type(wrapper, 'Limit, %, else 50', '60')
    await submit(wrapper)
    expect(keep).toHaveBeenCalledWith({
      kind: 'support',
      label: 'Order 12',
      amount: '150',
      limit_percent: '60',
    })
  })

  it('that has ended is ended, and one that has not can be', async () => {
    const order = (id: number, to_on: string | null) => ({
      id,
      kind: 'ordinary',
      label: `Order ${id}`,
      amount: '100.00',
      limit_percent: null,
      from_on: '2026-01-01',
      to_on,
    })
    const orders = [order(1, '2026-11-01'), order(2, null)] as unknown as Schemas['DriverPay']['garnishments']
    const wrapper = mount(OrdersPanel, { props: { ...base, orders, keep: vi.fn() }, global })
    const ends = wrapper.findAll('li button')
    expect(ends.length).toBe(1)
    await ends[0]!.trigger('click')
    expect(wrapper.emitted('end')).toEqual([[2]])
  })
})

describe('the books', () => {
  const pay = (balance: string) =>
    ({
      balances: [{ account: 'escrow', label: 'escrow', amount: balance }],
      funds: [{ deduction_id: 5, label: 'Bond', balance }],
    }) as unknown as Schemas['DriverPay']

  it('give a fund back of which something is kept, and show none that is empty', async () => {
    const wrapper = mount(BooksPanel, { props: { ...base, pay: pay('9.41') }, global })
    await button(wrapper, 'Give it back').trigger('click')
    expect(wrapper.emitted('giveBack')).toEqual([[5]])
    expect(mount(BooksPanel, { props: { ...base, pay: pay('0.00') }, global }).text()).not.toContain('Bond')
  })
})
