import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { type } from '@/test/typing'
import OffersView from './OffersView.vue'

const push = vi.fn()
vi.mock('vue-router', async real => ({ ...(await real<object>()), useRouter: () => ({ push }) }))

const offer = (more: object = {}) => ({
  id: 7,
  reference: 'MK-1001',
  posting: 'P1',
  poster: 'Mossgrave Logistics',
  origin: 'Boise, ID',
  destination: 'Pendleton, OR',
  opens_at: '2026-11-23T17:00:00Z',
  zone: 'America/Boise',
  amount: '1200.00',
  counter: null,
  state: 'sent',
  made_by: 'Maren Holt',
  made_at: '2026-11-23T14:30:00Z',
  answered_at: null,
  driver: 'Wade Ferris',
  driver_id: 3,
  load_id: null,
  load: null,
  version: 0,
  may_withdraw: true,
  may_book: false,
  may_answer: false,
  gone: false,
  mailed_to: null,
  confirmed: false,
  differences: [],
  late_answer: null,
  ...more,
})

const shown = async (
  rows: object[],
  mayOffer = true,
  acts: (path: string) => object | undefined = () => undefined,
) => {
  const asked = fakeServer(({ method, path }) => (method === 'GET' ? { body: rows } : acts(path)))
  const wrapper = mount(OffersView, {
    props: { mayOffer },
    global: { stubs: { ...PLAIN, RouterLink: true }, plugins: [createPinia()] },
  })
  await settled()
  const named = (name: string) => wrapper.findAll('button').filter(one => one.text() === name)
  return { asked, wrapper, named }
}

describe('our offers', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    push.mockReset()
  })

  it('say what each may be done with, as the server says', async () => {
    const { named } = await shown([
      offer(),
      offer({ id: 8, state: 'accepted', may_book: true }),
      offer({ id: 9, state: 'countered', counter: '1150.00', may_book: true }),
      offer({ id: 10, state: 'lost', may_withdraw: false }),
    ])
    expect(['Withdraw', 'Book it', 'Take $1,150.00'].map(name => named(name).length)).toEqual([3, 1, 1])
  })

  it('are only read by who may not offer', async () => {
    const { wrapper } = await shown([offer({ may_book: true })], false)
    expect(wrapper.findAll('button')).toHaveLength(0)
  })

  it('become a load, and the page goes where it is given to the driver that was thought of', async () => {
    const { asked, named } = await shown([offer({ state: 'accepted', may_book: true })], true, () => ({
      status: 201,
      body: { load_id: 122 },
    }))
    await named('Book it')[0]!.trigger('click')
    await settled()
    expect(asked.find(({ method }) => method === 'POST')?.path).toBe('/api/market/offers/7/book')
    expect(push).toHaveBeenCalledWith({ path: '/match', query: { view: 'loads', load: '122' } })
  })

  it('stay, with what the server says, where booking is refused', async () => {
    const { wrapper, named } = await shown([offer({ id: 8, state: 'accepted', may_book: true })], true, () =>
      refusal('poster_blocked'),
    )
    await named('Book it')[0]!.trigger('click')
    await settled()
    expect(wrapper.text()).toContain('no: poster_blocked')
    expect(push).not.toHaveBeenCalled()
  })

  it('say how to begin where there are none', async () => {
    expect((await shown([])).wrapper.text()).toContain('No offers yet.')
  })

  it.each([
    [{ mailed_to: 'loads@mossgrave.example' }, 'mailed to loads@mossgrave.example'],
    [{ state: 'withdrawn', late_answer: 'accepted' }, 'Accepted after we took it back; they were told.'],
    [{ state: 'accepted', confirmed: true }, 'The rate confirmation is as agreed.'],
    [
      { state: 'accepted', confirmed: true, differences: ['The price is $1,150.00, not $1,200.00.'] },
      'The rate confirmation differs: The price is $1,150.00, not $1,200.00.',
    ],
  ])('say what came of it: %o', async (more, words) => {
    expect((await shown([offer(more)])).wrapper.text()).toContain(words)
  })

  it('writes down what they say where no service hears of it', async () => {
    const { asked, wrapper } = await shown([offer({ may_answer: true, version: 3 })], true, () => ({
      body: offer({ state: 'countered' }),
    }))
    expect(wrapper.text()).toContain('write down here what they say')
    await wrapper.find('[aria-label="They answered: MK-1001"]').trigger('click')
    await type(wrapper, 'Answer', 'countered')
    await type(wrapper, 'Their price, dollars', '1,300')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.find(({ method }) => method === 'PUT')).toMatchObject({
      path: expect.stringMatching(/offers\/7\/answer$/),
      body: { version: 3, answer: 'countered', amount: '1300' },
    })
    expect(wrapper.find('form').exists()).toBe(false)
  })
})
