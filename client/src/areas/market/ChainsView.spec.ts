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
}
const link = (id: number, origin: string, destination: string) => ({
  posting_id: id,
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
    global: { stubs: { ...PLAIN, TimeField } },
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
    const { asked, wrapper, find } = shown((_, query) => ({
      body: answer(query.get('without') === '1' ? [] : [two]),
    }))
    await type(wrapper, 'Avoid (CA)', 'ca')
    await find()
    const sent = Object.fromEntries(asked.at(-1)!.query)
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
