import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import SupplyView from './SupplyView.vue'
import { perTruck } from './supplyWords'

const AT = '2026-11-23T17:00:00Z'
const state = {
  state: 'ID',
  leaving: 90,
  coming: 40,
  trucks: 20,
  pays: '2.14',
  paid: null,
  supply: 'short_of_trucks',
}
const truck = (more: object = {}) => ({
  id: 4,
  driver_id: 9,
  driver: 'Wade Ferris',
  place: 'Boise, ID',
  free_at: AT,
  zone: 'America/Boise',
  trailer_kind: 'dry_van',
  to: ['UT', 'CO'],
  who: 'Maren Holt',
  posted_at: AT,
  heard: true,
  down_at: null,
  down_why: null,
  version: 2,
  ...more,
})
const shown = async (trucks: object[], down: () => object = () => ({ body: [] }), mayPost = true) => {
  const asked = fakeServer(({ method, path }) => {
    if (method === 'PUT') return down()
    return { body: path.endsWith('/supply') ? [state] : trucks }
  })
  const wrapper = mount(SupplyView, {
    props: { mayPost, kind: 'reefer' },
    global: { stubs: { ...PLAIN, SupplyMap: true } },
  })
  await settled()
  return { asked, wrapper }
}
beforeEach(() => setActivePinia(createPinia()))

describe('supply and demand', () => {
  it('begins with the trailer of the truck, and says what each state is like', async () => {
    const { asked, wrapper } = await shown([])
    expect(asked[0]!.query.get('trailer_kind')).toBe('reefer')
    expect(wrapper.text()).toMatch(/ID\s*Short of trucks/)
    expect(wrapper.text()).toContain('4.5')
    expect(wrapper.text()).toContain('$2.14')
    await type(wrapper, 'Trailer', 'flatbed')
    await settled()
    expect(asked.at(-1)!.query.get('trailer_kind')).toBe('flatbed')
  })

  it.each([
    [90, 20, '4.5'],
    [5, 0, 'no trucks'],
    [0, 0, '–'],
    [0, 3, '0.0'],
    [7, null, '–'],
  ])('has %i postings for %s trucks: %s', (leaving, trucks, words) => {
    expect(perTruck({ leaving, trucks })).toBe(words)
  })

  it('takes a truck down, and turns it back into a search', async () => {
    const { asked, wrapper } = await shown([truck()])
    await button(wrapper, 'Look for it').trigger('click')
    expect(wrapper.emitted('look')).toEqual([[9, 'UT CO']])
    await button(wrapper, 'Take down').trigger('click')
    await settled()
    expect(asked.find(({ method }) => method === 'PUT')).toMatchObject({
      path: '/api/market/trucks/4/down',
      body: { version: 2 },
    })
    expect(wrapper.text()).toContain('None. Pick a truck')
  })

  it('says why a truck is down, and that somebody changed it meanwhile', async () => {
    const { wrapper } = await shown(
      [truck({ id: 5, down_at: AT, down_why: 'given something' }), truck({ heard: false })],
      () => refusal('stale', 409),
    )
    expect(wrapper.text()).toContain('given something')
    expect(wrapper.text()).toContain('on its way to the service')
    await button(wrapper, 'Take down').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('no: stale')
  })
})
