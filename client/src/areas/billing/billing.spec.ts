import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useSession } from '@/shared/session'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import BankFileDialog from './BankFileDialog.vue'
import BankPanel from './BankPanel.vue'
import InvoiceView from './InvoiceView.vue'
import OwedView from './OwedView.vue'
import ReceiveDialog from './ReceiveDialog.vue'
import ToBillView from './ToBillView.vue'
import { byCustomer, sumOf, worked, type InvoiceRow, type Unbilled } from './words'

const AT = '2026-11-23T17:00:00Z'
const TODAY = '2026-11-23'
const global = { stubs: PLAIN }
const load = (id: number, more: object = {}) =>
  ({
    id,
    number: `L${id}`,
    version: 1,
    status: 'papers_in',
    customer_id: 4,
    customer: 'Sawtooth Feeds',
    origin: 'Boise, ID',
    destination: 'Ogden, UT',
    delivered_at: AT,
    zone: 'America/Boise',
    driver: { id: 9, name: 'Wade Ferris', trip_id: 31 },
    total: '900.10',
    charges: [
      {
        code: 'line_haul',
        label: 'Line haul',
        quantity: '300.0',
        unit: 'mile',
        rate: '3.00',
        amount: '900.10',
      },
    ],
    waits: [],
    unusual: [],
    bill_by: 'by_hand',
    ...more,
  }) as unknown as Unbilled
const row = (id: number, more: object = {}): InvoiceRow => ({
  id,
  number: `I-${id}`,
  kind: 'invoice',
  customer_id: 4,
  customer: 'Sawtooth Feeds',
  invoiced_on: '2026-11-01',
  due_on: '2026-12-01',
  total: '500.00',
  paid: '0.00',
  owed: '500.00',
  credited: false,
  standing: 'open',
  ...more,
})
const full = (more: object = {}) => ({
  ...row(7),
  why: '',
  made_by: 'Inez Calloway',
  lines: [
    {
      code: 'line_haul',
      label: 'Line haul',
      quantity: null,
      unit: null,
      rate: null,
      amount: '500.00',
      load_id: 1,
    },
  ],
  loads: [{ id: 1, number: 'L1', origin: 'Boise, ID', destination: 'Ogden, UT' }],
  papers: [],
  credits: null,
  rebills: null,
  credited_by: null,
  rebilled_by: null,
  received: [],
  claims: [],
  mails: [],
  mail_to: 'bills@example.com',
  ...more,
})
const signIn = (...roles: string[]) => {
  useSession().me = { id: 1, name: 'Inez', roles, company_zone: 'America/Boise' } as never
}
beforeEach(() => {
  setActivePinia(createPinia())
  signIn('settlement_clerk')
})

describe('the words', () => {
  it('say how a line came about, and add up exactly', () => {
    const line = { code: 'x', label: 'x', amount: '1.00', quantity: '612.4', unit: 'mile', rate: '2.85' }
    expect([worked(line), worked({ ...line, unit: 'percent' }), worked({ ...line, unit: null })]).toEqual([
      '612.4 miles at $2.85',
      '2.85 percent of the line haul',
      '',
    ])
    expect(sumOf(['0.10', '0.20', '900.10'])).toBe('900.40')
  })

  it('put each customer’s loads together', () => {
    const groups = byCustomer([load(1), load(2, { customer_id: 5, customer: 'Other' }), load(3)])
    expect(groups.map(([name, loads]) => [name, loads.map(({ id }) => id)])).toEqual([
      ['Sawtooth Feeds', [1, 3]],
      ['Other', [2]],
    ])
  })
})

describe('what is to be billed', () => {
  const shown = async (
    rows: { ready: object[]; waiting: object[] },
    answer: object = { status: 201, body: full() },
  ) => {
    const sums = { ready: '1800.20', waiting: '0.00', customers: [{ customer_id: 4, total: '1800.20' }] }
    const desk = { ...rows, sums }
    const asked = fakeServer(({ method }) => (method === 'POST' ? answer : { body: desk }))
    const wrapper = mount(ToBillView, { global })
    await settled()
    return { wrapper, posts: () => asked.filter(({ method }) => method === 'POST') }
  }

  it('is billed one by one or together, and mailed from there', async () => {
    const { wrapper, posts } = await shown({ ready: [load(1), load(2)], waiting: [] })
    expect(wrapper.text()).toContain('$1,800.20')
    await wrapper.find('[aria-label="On one invoice: Sawtooth Feeds"]').trigger('click')
    await settled()
    expect(posts()[0]!.body).toMatchObject({ load_ids: [1, 2] })
    await button(wrapper, 'Mail it to bills@example.com').trigger('click')
    await settled()
    expect(posts()[1]!.path).toMatch(/invoices\/7\/mail$/)
    await wrapper.find('[aria-label="Bill it: L2"]').trigger('click')
    await settled()
    expect(posts()[2]!.body).toMatchObject({ load_ids: [2] })
  })

  it('says why the rest waits, and asks the driver who has the paper', async () => {
    const waits = [
      { code: 'paper_bol', text: 'No bill of lading is in.', whose: 'driver', since: AT, act: 'ask_driver' },
    ]
    const { wrapper, posts } = await shown({ ready: [], waiting: [load(3, { waits })] })
    expect(wrapper.text()).toMatch(/No bill of lading is in\.\s*The driver’s move, since/)
    await wrapper.find('[aria-label="Ask Wade Ferris: L3"]').trigger('click')
    await settled()
    expect(posts()[0]).toMatchObject({
      path: expect.stringMatching(/messages\/9$/),
      body: { body: 'Please send for L3: No bill of lading is in.', trip_id: 31 },
    })
  })

  it('points at what is unusual, asks the customer for his number, and says who is billed by rule', async () => {
    const unusual = [
      { code: 'unauthorised', text: 'Detention at Boise: nobody agreed.', act: 'ask_customer' },
    ]
    const rows = { ready: [load(1, { unusual, bill_by: 'each_week' })], waiting: [] }
    const { wrapper, posts } = await shown(rows)
    expect(wrapper.text()).toContain('billed with the week on Monday')
    expect(wrapper.text()).toContain('Detention at Boise: nobody agreed.')
    await wrapper.find('[aria-label="Ask for their number: L1"]').trigger('click')
    await settled()
    expect(posts()[0]!.path).toMatch(/loads\/1\/ask-authorisation$/)
  })

  it('charges what the driver laid out for a lumper', async () => {
    const unusual = [{ code: 'lumper', text: 'Not charged.', act: 'charge_lumper', amount: '180.00' }]
    const { wrapper, posts } = await shown({ ready: [load(1, { unusual })], waiting: [] })
    await wrapper.find('[aria-label="Charge it: L1, $180.00"]').trigger('click')
    await settled()
    expect(posts()[0]).toMatchObject({
      path: expect.stringMatching(/loads\/1\/charges$/),
      body: { version: 1, kind: 'lumper', label: 'Lumper', amount: '180.00' },
    })
  })

  it('shows what is refused, and no button to who does not bill', async () => {
    const { wrapper } = await shown({ ready: [load(1)], waiting: [] }, refusal('not_ready', 422, '/load_ids'))
    await wrapper.find('[aria-label="Bill it: L1"]').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('no: not_ready')
    signIn('dispatcher')
    const other = await shown({ ready: [load(1)], waiting: [] })
    expect(other.wrapper.find('[aria-label="Bill it: L1"]').exists()).toBe(false)
  })
})

describe('an invoice', () => {
  it('is mailed elsewhere, and taken back with a reason', async () => {
    const asked = fakeServer(({ method, path }) => {
      if (path.includes('/audit')) return { body: [] }
      if (method === 'GET') return { body: full() }
      return path.endsWith('/mail')
        ? { body: full({ mails: [{ to: 'x@example.com', by: 'Inez', at: AT }] }) }
        : {
            body: full({
              credited: true,
              standing: 'taken_back',
              owed: '0.00',
              credited_by: { id: 8, number: 'I-8' },
            }),
          }
    })
    const wrapper = mount(InvoiceView, { props: { id: 7 }, global })
    await settled()
    await type(wrapper, 'Mail it to', 'x@example.com')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ to: 'x@example.com' })
    expect(wrapper.text()).toContain('Mailed to x@example.com')
    await button(wrapper, 'Take it back').trigger('click')
    await type(wrapper, 'Why? It is kept in the trail', 'Wrong rate')
    await wrapper.findAll('form').at(-1)!.trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ why: 'Wrong rate' })
    expect(wrapper.text()).toContain('Taken back by')
    await button(wrapper, 'I-8').trigger('click')
    expect(wrapper.emitted('look')).toEqual([[8]])
  })
})

describe('what is owed', () => {
  const none = { current: '0.00', to_30: '0.00', to_60: '0.00', to_90: '0.00', over_90: '0.00' }
  const account = (more: object = {}) => ({
    customer_id: 4,
    customer: 'Sawtooth Feeds',
    terms_days: 30,
    credit_limit: '540.00',
    credit: 'near',
    booked: '0.00',
    owed: { ...none, to_30: '500.00' },
    total: '500.00',
    unapplied: '20.00',
    days_to_pay: 13,
    open: 2,
    ...more,
  })
  const owed = (accounts: object[]) => ({ today: TODAY, sums: { ...none, to_30: '500.00' }, accounts })

  it('stands by age, with who is near his limit, and takes what lies', async () => {
    const asked = fakeServer(() => ({ body: owed([account()]) }))
    const wrapper = mount(OwedView, { global: { stubs: { ...PLAIN, BankPanel: true, ClaimsPanel: true } } })
    await settled()
    expect(wrapper.text()).toMatch(/30 days, pays after 13, limit \$540\.00 is near/)
    await wrapper.find('[aria-label="Apply what lies of Sawtooth Feeds"]').trigger('click')
    await settled()
    expect(asked.at(-1)!.path).toMatch(/customers\/4\/apply$/)
  })

  it('is paid oldest first where nothing is typed, else as typed, with why one is short', async () => {
    const unpaid = [row(7), row(8, { owed: '80.00' })]
    const asked = fakeServer(({ method }) =>
      method === 'GET' ? { body: unpaid } : { status: 201, body: owed([]) },
    )
    const posts = () => asked.filter(({ method }) => method === 'POST')
    const open = async () => {
      const dialog = mount(ReceiveDialog, {
        props: { modelValue: true, account: account() as never, today: TODAY },
        global,
      })
      await settled()
      return dialog
    }
    const wrapper = await open()
    await type(wrapper, 'Dollars that came in', '1,250')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(posts()[0]!.body).toEqual({
      key: expect.any(String),
      customer_id: 4,
      kind: 'ach',
      reference: '',
      amount: '1250',
      received_on: TODAY,
    })
    const again = await open()
    await type(again, 'Dollars that came in', '350')
    await type(again, 'Toward I-7', '350')
    await type(again, 'Why I-7 is short', 'Detention not agreed')
    await again.find('form').trigger('submit')
    await settled()
    expect(posts()[1]!.body).toMatchObject({
      parts: [{ invoice_id: 7, amount: '350' }],
      claims: [{ invoice_id: 7, reason: 'Detention not agreed' }],
    })
  })
})

describe('the bank', () => {
  const line = { id: 3, words: 'COUNTER DEPOSIT', line_on: TODAY, amount: '33.00' }

  it('asks whose a line is, and says nothing of it once it is told', async () => {
    const asked = fakeServer(({ method }) => ({ body: method === 'POST' ? [] : [line] }))
    const wrapper = mount(BankPanel, { global: { stubs: { ...PLAIN, LookupField: true } } })
    await settled()
    const put = wrapper.find('[aria-label="Put it down: COUNTER DEPOSIT"]')
    expect(put.attributes('disabled')).toBeDefined()
    const field = wrapper.findComponent({ name: 'LookupField' })
    field.vm.$emit('update:modelValue', { key: '4', id: 4, title: 'Sawtooth Feeds', subtitle: '' })
    await settled()
    expect(put.attributes('disabled')).toBeUndefined()
    await wrapper.find('[aria-label="No customer’s: COUNTER DEPOSIT"]').trigger('click')
    await type(wrapper, 'Why? It is kept in the trail', 'Tax refund')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ aside_why: 'Tax refund' })
    expect(wrapper.emitted('changed')).toHaveLength(1)
    expect(wrapper.text()).toContain('Nothing that nobody knows')
  })

  it('shows what its file would do before it does it', async () => {
    const answer = { taken: 3, matched: 1, waiting: 2, known: 4, out: 1, unknown: [], errors: [] }
    const asked = fakeServer(({ method, body }) =>
      method === 'POST'
        ? { body: { ...answer, done: !(body as { preview: boolean }).preview } }
        : { body: { kind: 'bank_lines', csv: 'line_on\n', columns: [] } },
    )
    const wrapper = mount(BankFileDialog, { props: { modelValue: true }, global })
    await settled()
    const input = wrapper.find('input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [new File(['line_on\n'], 'bank.csv')] })
    await input.trigger('change')
    await settled()
    expect(wrapper.text()).toMatch(/1 of them tells whose they are,\s*2 wait for you; 1 went out/)
    await button(wrapper, 'Import 3 rows').trigger('click')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ preview: false })
    expect(wrapper.emitted('done')).toHaveLength(1)
  })
})
