import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import TenderAnswer from './TenderAnswer.vue'
import TenderForm from './TenderForm.vue'
import { scored, standing, type OfLoad } from './words'

vi.mock('@/shared/live', () => ({ onChange: () => undefined }))

const SCORE = {
  trips: 3,
  stops: 6,
  on_time_percent: 83,
  offers: 4,
  accepted_percent: 75,
  called_off: 0,
  claims: 1,
  above_lane_percent: -4,
}
const choice = (id: number, price: string | null) => ({
  id,
  name: `Partner ${id}`,
  phone: '',
  findings: [],
  price,
  margin: price,
  score: SCORE,
})
const found: OfLoad = {
  load_id: 9,
  total: '1850.00',
  freight_value: null,
  answer_minutes: 60,
  may: ['offer'],
  tender: null,
  hauled: null,
  choices: [choice(1, '1500.00'), choice(2, null)],
}
const stubs = { ...PLAIN, RouterLink: true, FitMark: true }

describe('what is said of a partner', () => {
  it('tells what is known, and nothing of what is not', () => {
    expect(scored(SCORE)).toBe(
      '3 hauled • 83 of 100 stops on time • takes 75 of 100 offers • 1 claims • 4% below its lanes',
    )
    const nothing = { on_time_percent: null, accepted_percent: null, above_lane_percent: null }
    expect(scored({ ...SCORE, ...nothing, trips: 0, claims: 0 })).toBe('none hauled yet')
  })
  it('is blocked by one finding that blocks, whatever the others say', () => {
    const finding = (effect: 'warn' | 'block') => ({ code: 'x', effect, text: '' })
    expect(standing([])).toBe('fits')
    expect(standing([finding('warn')])).toBe('tight')
    expect(standing([finding('warn'), finding('block')])).toBe('blocked')
  })
})

describe('offering a load', () => {
  async function form(answer = refusal('partner_blocked', 422, '/offers/0/partner_id')) {
    const calls = fakeServer(() => answer)
    const wrapper = mount(TenderForm, { props: { found }, global: { stubs } })
    const ask = async (name: string) => {
      const box = wrapper
        .findAllComponents(PLAIN.VCheckbox)
        .find(one => one.attributes('aria-label') === `Ask ${name}`)!
      box.vm.$emit('update:modelValue', true)
      await wrapper.vm.$nextTick()
    }
    const send = async () => {
      await wrapper.get('form').trigger('submit')
      await settled()
    }
    return { calls, wrapper, ask, send }
  }

  it('asks in the order in which they were chosen, each for its own price', async () => {
    const { calls, wrapper, ask, send } = await form()
    await ask('Partner 2')
    await ask('Partner 1')
    await type(wrapper, 'Price for Partner 2', '1,480')
    await send()
    expect(calls[0]!.body).toMatchObject({
      way: 'in_order',
      answer_minutes: 60,
      freight_value: null,
      offers: [
        { partner_id: 2, price: '1480' },
        { partner_id: 1, price: '1500.00' },
      ],
    })
  })

  it('asks why where one is blocked, and sends it along as another deed', async () => {
    const { calls, wrapper, ask, send } = await form()
    await ask('Partner 1')
    await send()
    expect(wrapper.text()).toContain('no: partner_blocked')
    await type(wrapper, 'Why all the same? It is kept', 'The renewal is on its way')
    await send()
    expect(calls[1]!.body).toMatchObject({ why: 'The renewal is on its way' })
    expect((calls[1]!.body as { key: string }).key).not.toBe((calls[0]!.body as { key: string }).key)
  })
})

describe('a partner’s answer', () => {
  const page = {
    partner: 'Snake Rim Carriers',
    price: '1500.00',
    seen: 4,
    terms: 'Ours.',
    terms_version: 2,
    answer_by: null,
    stops: [],
  } as never
  const headers = { Authorization: 'Bearer x' }

  it('says yes to what was looked at, and looks again where it was changed meanwhile', async () => {
    const calls = fakeServer(({ method }) =>
      method === 'GET' ? { body: { seen: 5 } } : refusal('changed_since', 422, '/seen'),
    )
    const wrapper = mount(TenderAnswer, { props: { page, headers }, global: { stubs } })
    await type(wrapper, 'Your name', ' Rae Tolliver ')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(calls[0]).toMatchObject({
      path: '/api/tender/accept',
      body: { name: 'Rae Tolliver', seen: 4, terms_version: 2 },
    })
    expect(calls[0]!.headers.authorization).toBe('Bearer x')
    expect(wrapper.emitted('answered')).toEqual([[{ seen: 5 }]])
    expect(wrapper.text()).toContain('no: changed_since')
  })

  it('asks for another price as people type it', async () => {
    const calls = fakeServer(() => ({ body: {} }))
    const wrapper = mount(TenderAnswer, { props: { page, headers }, global: { stubs } })
    await type(wrapper, 'Your name', 'Rae')
    await type(wrapper, 'Another price', '1,620')
    await wrapper.findAll('form')[1]!.trigger('submit')
    await settled()
    expect(calls[0]).toMatchObject({ path: '/api/tender/counter', body: { name: 'Rae', counter: '1620' } })
    expect(button(wrapper, 'We cannot haul it')).toBeTruthy()
  })
})
