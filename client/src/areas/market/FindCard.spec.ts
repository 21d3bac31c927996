import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import FindCard from './FindCard.vue'

const AT = '2026-11-23T17:00:00Z'
const money = {
  revenue: '1200.00',
  fuel: '138.00',
  tolls: '0.00',
  pay: '130.00',
  other: '120.00',
  profit: '812.00',
}
const fit = {
  verdict: 'fits',
  reasons: [],
  sentences: [],
  recorded: [],
  planned: [],
  begins_at: AT,
  ends_at: AT,
  zone: 'America/Boise',
  deadhead_miles: '12.0',
  deadhead_minutes: 20,
  loaded_miles: '221.5',
  load: { origin: 'Boise, ID', destination: 'Pendleton, OR', pickup_zone: 'America/Boise' },
  crew: { name: 'Wade Ferris', zone: 'America/Boise', place: 'Boise, ID', driver_ids: [3] },
  money,
}
const full = (find: object = {}, price: object = {}) =>
  ({
    plan: fit,
    find: {
      posting_id: 5,
      reference: 'P1',
      poster: {
        name: 'Mossgrave Logistics',
        authority_number: '9000004',
        credit_score: 88,
        days_to_pay: 29,
        factoring: true,
        phone: '555-0104',
      },
      rate: '1200.00',
      per_loaded_mile: '5.42',
      lanes: [],
      opens_at: AT,
      closes_at: null,
      deliver_by: null,
      weight_lb: null,
      size: 'full',
      others: [],
      reasons: [],
      onward: { worth: '0.00', net: '400.00', a_day: 12, own: 0, wait_minutes: 600 },
      record: {},
      offer: null,
      aside: false,
      fit,
      ...find,
    },
    price: {
      amount: '1200.00',
      per_loaded_mile: '5.42',
      per_mile: '5.14',
      floor: '388.00',
      margin: '812.00',
      deadhead: '20.00',
      ...price,
    },
  }) as unknown as Schemas['FindInFull']

const VCheckbox = { template: '<i />' }
const shown = (of = full(), more: object = {}) => {
  const wrapper = mount(FindCard, {
    props: { full: of, amount: '1200.00', note: '', mayOffer: true, ...more },
    global: {
      stubs: { ...PLAIN, VCheckbox, VTextarea: VCheckbox, DutyRibbon: true, DutyRuler: true },
    },
  })
  const send = () => wrapper.findAll('button').find(one => one.text() === 'Send the offer')
  return { wrapper, send, text: wrapper.text().replace(/\s+/g, ' ') }
}

describe('a find in full', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('says who posts it and how they pay, and what is not said', () => {
    const { text } = shown()
    expect(text).toContain('Mossgrave Logistics, MC 9000004, 555-0104')
    expect(text).toContain('credit score 88 of 100, after 29 days, factoring accepted')
    expect(text).toContain('weight not said')
    expect(text).toContain('as good as the usual place: 12 a day leave')
    expect(
      shown(full({ poster: { ...full().find.poster, credit_score: null, days_to_pay: null } })).text,
    ).toContain('no credit score yet')
  })

  it('says what our price leaves, and how far below cost it is', () => {
    expect(shown().text).toContain('The run costs $388.00, $20.00 of it for empty miles: leaves $812.00.')
    expect(shown(full({}, { margin: '-88.00' })).text).toContain('below cost by $88.00.')
  })

  it.each<[string, string, boolean]>([
    ['a price', '1250.50', true],
    ['a price with its sign', '$1,250', true],
    ['no price', '', false],
    ['a word', 'abc', false],
    ['nothing', '0', false],
  ])('may be offered for at %s', (_what, amount, may) => {
    expect(shown(full(), { amount }).send()!.attributes('disabled') === undefined).toBe(may)
  })

  it('is offered for by Enter and by the button, hidden, and shown again', async () => {
    const { wrapper } = shown()
    await wrapper.find('form').trigger('submit')
    expect(wrapper.emitted('offer')).toHaveLength(1)
    const hide = wrapper.findAll('button').find(one => one.text() === 'Hide')
    await hide!.trigger('click')
    expect(wrapper.emitted('aside')).toEqual([[true]])
    expect(shown(full({ aside: true })).text).toContain('Show again')
  })

  it('cannot be offered for where the poster may not broker, and says why', () => {
    const reason = { code: 'bond_missing', effect: 'block', text: 'Mossgrave has no bond.', source: '' }
    const { text, send } = shown(full({ reasons: [reason] }))
    expect(text).toContain('Mossgrave has no bond.')
    expect(send()!.attributes('disabled')).toBeDefined()
  })

  it('says who of us is on it instead of asking for another price', () => {
    const offer = { made_by: 'Maren Holt', made_at: AT, state: 'sent', amount: '1150.00' }
    const { text, send } = shown(full({ offer }))
    expect(text).toContain('Maren Holt offered $1,150.00')
    expect(send()).toBeUndefined()
  })

  it('goes with a mail as it was left, and says where that names another price', async () => {
    fakeServer(({ query }) => ({
      body: { to: 'loads@mossgrave.example', subject: 'Offer', body: `For ${query.get('amount')}` },
    }))
    const { wrapper, send } = shown()
    await wrapper.findComponent(VCheckbox).vm.$emit('update:modelValue', true)
    await settled()
    expect(wrapper.text()).toContain('To loads@mossgrave.example')
    await type(wrapper, 'Subject', 'Our offer')
    expect(wrapper.text()).not.toContain('The mail was written at')
    await wrapper.setProps({ amount: '1300' })
    await settled()
    expect(wrapper.text()).toContain('The mail was written at $1,200.00')
    expect(send()!.attributes('disabled')).toBeUndefined()
    await button(wrapper, 'Write it anew').trigger('click')
    await wrapper.find('form').trigger('submit')
    expect(wrapper.emitted('offer')).toEqual([[{ subject: 'Offer', body: 'For 1300' }]])
  })

  it('sends no mail of one posting for another', async () => {
    const asked = fakeServer(({ path }) =>
      path.includes('/8/') ? undefined : { body: { to: 'a@b.example', subject: 'Seven', body: 'x' } },
    )
    const { wrapper, send } = shown()
    const check = wrapper.findComponent(VCheckbox).vm
    await check.$emit('update:modelValue', true)
    await settled()
    await wrapper.setProps({ full: full({ posting_id: 8 }) })
    await check.$emit('update:modelValue', true)
    await settled()
    expect(asked.at(-1)!.path).toContain('/8/')
    expect(send()!.attributes('disabled')).toBeDefined()
  })

  it('cannot be mailed where the register knows no address', async () => {
    fakeServer(() => ({ body: { to: '', subject: 'Offer', body: 'x' } }))
    const { wrapper, send } = shown()
    await wrapper.findComponent(VCheckbox).vm.$emit('update:modelValue', true)
    await settled()
    expect(wrapper.text()).toContain('knows no mail address of Mossgrave')
    expect(send()!.attributes('disabled')).toBeDefined()
  })
})
