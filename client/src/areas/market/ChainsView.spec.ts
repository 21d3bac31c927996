import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import ChainsView from './ChainsView.vue'

const AT = '2026-11-23T17:00:00Z'
const driver = {
  id: 3,
  name: 'Wade Ferris',
  place: 'Grand Junction, CO',
  zone: 'America/Denver',
  free_at: AT,
  home: 'Boise, ID',
  home_by: '2026-11-28',
}
const link = (id: number, origin: string, destination: string) => ({
  key: `P${id}`,
  posting_id: id,
  load_id: null,
  from: { latitude: 40, longitude: -110 },
  to: { latitude: 43, longitude: -116 },
  deadhead_miles: '12.0',
  reference: `P${id}`,
  poster: 'Mossgrave',
  origin,
  destination,
  opens_at: AT,
  closes_at: AT,
  deliver_by: AT,
  zone: 'America/Denver',
  rate: '900.00',
  miles: '300.0',
})
const chain = (...links: object[]) => ({
  links,
  recorded: [],
  planned: [{ status: 'driving', from: AT, to: '2026-11-23T20:00:00Z' }],
  revenue: '1800.00',
  miles_and_pay: '700.00',
  tolls: '0.00',
  daily: '300.00',
  profit: '800.00',
  profit_per_day: '400.00',
  loaded_miles: '600.0',
  deadhead_miles: '0.0',
  arrive_at: AT,
})
const answer = (chains: object[]) => ({
  as_of: AT,
  crew: driver,
  start: { latitude: 39, longitude: -108 },
  to: 'Boise, ID',
  zone: 'America/Boise',
  considered: 1160,
  milliseconds: 350,
  chains,
})
const TimeField = {
  props: { modelValue: String, at: Number, label: String, error: String },
  emits: ['update:modelValue', 'update:at'],
  template:
    '<label>{{ error }}<input @input="$emit(\'update:at\', Date.parse($event.target.value))" /></label>',
}
const shown = (say: (path: string, query: URLSearchParams) => object | undefined) => {
  const asked = fakeServer(({ path, query }) => say(path, query))
  const wrapper = mount(ChainsView, {
    props: { driver: driver as unknown as Schemas['FreeCrew'] },
    global: { stubs: { ...PLAIN, TimeField, ChainMap: true, DutyRuler: true, DutyRibbon: true } },
  })
  const find = async () => {
    await wrapper.find('label input').setValue('2026-11-28T18:00:00-07:00')
    await wrapper.find('form').trigger('submit')
    await settled()
  }
  return { asked, wrapper, find }
}

describe('chains', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('are asked for by place and time, and leave out what is not wanted', async () => {
    const two = chain(link(1, 'Grand Junction, CO', 'Ogden, UT'), link(2, 'Ogden, UT', 'Boise, ID'))
    const { asked, wrapper, find } = shown((path, query) => ({
      body: path.endsWith('/links') ? { gone: [] } : answer(query.get('without') === 'P1' ? [] : [two]),
    }))
    await type(wrapper, 'Avoid', 'ca')
    await find()
    const sent = Object.fromEntries(asked[0]!.query)
    expect(sent).toMatchObject({
      driver_id: '3',
      to: 'Boise, ID',
      by: '2026-11-29T01:00:00.000Z',
      avoid: 'CA',
    })
    expect(wrapper.text()).toContain('$800.00')
    expect(wrapper.text()).toContain('the most there is')
    await button(wrapper, 'Look at').trigger('click')
    expect(wrapper.emitted('look')).toEqual([[1]])
    await button(wrapper, 'Not this one').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('No chain of posted loads brings Wade Ferris there by then.')
    await button(wrapper, 'Take them back in').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('$800.00')
  })

  it('keep what is kept, and ask for what replaces a link that has gone', async () => {
    const two = chain(link(1, 'Grand Junction, CO', 'Ogden, UT'), link(2, 'Ogden, UT', 'Boise, ID'))
    const { asked, wrapper, find } = shown(path => ({
      body: path.endsWith('/links') ? { gone: ['P2'] } : answer([two]),
    }))
    await type(wrapper, 'Least a day, $', '250')
    await find()
    await settled()
    expect(Object.fromEntries(asked[0]!.query)).toMatchObject({ least_per_day: '250' })
    expect(wrapper.text()).toContain('P2 is gone.')
    await button(wrapper, 'Find what replaces it').trigger('click')
    await settled()
    const last = () => asked.filter(({ path }) => path === '/api/market/chains').at(-1)!.query
    expect([last().get('without'), last().get('wanted')]).toEqual(['P2', 'P1'])
    await button(wrapper, 'Kept').trigger('click')
    await settled()
    expect(last().get('wanted')).toBe('')
  })

  it('begin with home by the evening that was promised, for each driver anew', async () => {
    const { wrapper } = shown(() => ({ body: answer([]) }))
    const fields = () => wrapper.findComponent(TimeField).props('modelValue')
    expect(fields()).toBe('11/28 1800')
    await wrapper.setProps({
      driver: { ...driver, id: 4, home: 'Ogden, UT', home_by: null } as unknown as Schemas['FreeCrew'],
    })
    expect(fields()).toBe('')
    expect(wrapper.findAllComponents(PLAIN.VTextField)[0]!.attributes('modelvalue')).toBe('Ogden, UT')
  })

  it('say at the field that a place is unknown or a time too soon', async () => {
    const { wrapper, find } = shown(() => refusal('ends_before_start', 422, '/by'))
    await find()
    expect(wrapper.find('label').text()).toBe('no: ends_before_start')
  })

  it('ask nothing before a time is typed', async () => {
    const { asked, wrapper } = shown(() => ({ body: answer([]) }))
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked).toHaveLength(0)
  })
})
