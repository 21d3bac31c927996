import { mount, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import type { Change } from '@/shared/live'
import RequestsDesk from './RequestsDesk.vue'
import { asked, expected, type WindowLoad } from './words'

let tell: (change: Change) => void = () => undefined
vi.mock('@/shared/live', () => ({ onChange: (run: typeof tell) => (tell = run) }))
vi.mock('vue-router', () => ({ useRouter: () => ({ push: vi.fn() }) }))

const STOP = {
  id: 1,
  kind: 'delivery',
  name: 'Rose City',
  address: '',
  town: 'Portland',
  state: 'OR',
  zip: '97218',
  latitude: 45.5,
  longitude: -122.6,
  zone: 'America/Los_Angeles',
  from: '2026-11-23T16:30:00Z',
  to: null,
  arrived_at: null,
  worked_at: null,
  left_at: null,
}
const load = (more: Partial<WindowLoad> = {}): WindowLoad => ({
  id: 7,
  number: 'L1080',
  stage: 'rolling',
  origin: 'Payette, ID',
  destination: 'Portland, OR',
  reference: null,
  pickup_at: null,
  pickup_zone: null,
  delivery_at: null,
  delivery_zone: 'America/Los_Angeles',
  delivered_at: null,
  next: STOP,
  foreseen: null,
  ...more,
})

describe('what is expected of a load, in a sentence', () => {
  it('says the span and the chance by the clock of the place', () => {
    const foreseen = { from: '2026-11-23T16:40:00Z', to: '2026-11-23T17:10:00Z', chance: 93 }
    expect(expected(load({ foreseen }))).toBe(
      'Delivery in Portland Mon 11/23 8:40 – 9:10 PST, 93 of 100 on time',
    )
    expect(expected(load({ foreseen: { ...foreseen, chance: null } }))).not.toContain('of 100')
  })
  it('says the appointment where nothing is foreseen, and where the truck stands', () => {
    expect(expected(load())).toBe('Delivery in Portland Mon 11/23 8:30 PST')
    expect(expected(load({ next: { ...STOP, from: null } }))).toContain('no time is agreed yet')
    const there = { ...STOP, arrived_at: '2026-11-23T16:05:00Z' }
    expect(expected(load({ next: there }))).toBe('At Portland since Mon 11/23 8:05 PST')
  })
  it('says when it was delivered, by the same clock', () => {
    const done = load({ stage: 'delivered', delivered_at: '2026-11-23T17:00:00Z' })
    expect(expected(done)).toBe('Delivered Mon 11/23 9:00 PST')
    expect(expected(load({ stage: 'cancelled' }))).toBe('Cancelled')
  })
})

const REQUEST = {
  id: 3,
  customer: 'Treasure Basin Onions',
  asked_by: 'Dora Quill',
  asked_at: '2026-11-23T14:00:00Z',
  stops: [
    { kind: 'pickup', where: '83661', name: 'Shed', from: null, to: null, zone: 'America/Boise' },
    { kind: 'delivery', where: 'Kent, WA', name: '', from: null, to: null, zone: 'America/Los_Angeles' },
  ],
  freight: [{ what: 'Shallots', weight_lb: 34_000 }],
  trailer_kind: null,
  references: [],
  notes: '',
  status: 'asked' as const,
  why: '',
  load_id: null,
  version: 0,
}

describe('answering what a customer asks for', () => {
  async function desk(waiting: () => (typeof REQUEST)[]) {
    const calls = fakeServer(({ path, method }) => {
      if (method === 'GET') return { body: waiting() }
      return path.endsWith('/accept') ? refusal('answered') : { body: [] }
    })
    const wrapper = mount(RequestsDesk, { global: { stubs: PLAIN } })
    await settled()
    return { calls, wrapper }
  }
  const press = async (wrapper: VueWrapper, words: string) => {
    await button(wrapper, words).trigger('click')
    await settled()
  }

  it('names who asks for what, and nothing where nobody does', async () => {
    const { wrapper } = await desk(() => [REQUEST])
    expect(asked(REQUEST)).toBe('Shed → Kent, WA')
    expect(wrapper.text()).toContain('Treasure Basin Onions')
    expect((await desk(() => [])).wrapper.find('section').exists()).toBe(false)
  })

  it('asks for a price before anything is sent', async () => {
    const { calls, wrapper } = await desk(() => [REQUEST])
    await press(wrapper, 'Answer')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(calls.filter(({ method }) => method === 'POST')).toEqual([])
    expect(wrapper.html()).toContain('What does it cost?')
  })

  it('keeps what is being answered, and what is typed, where a colleague was faster', async () => {
    let waiting = [REQUEST]
    const { wrapper } = await desk(() => waiting)
    await press(wrapper, 'Answer')
    await type(wrapper, 'We haul it for', '2150')
    waiting = []
    tell({ kind: 'customer', id: 1 } as Change)
    await settled()
    expect(wrapper.text()).toContain('Somebody else has answered this one')
    await wrapper.get('form').trigger('submit')
    await settled()
    expect(wrapper.find('form').exists()).toBe(true)
    await press(wrapper, 'Not now')
    expect(wrapper.find('section').exists()).toBe(false)
  })
})
