import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import { NO_WISH } from './useFinds'
import WatchDialog from './WatchDialog.vue'
import WatchesView from './WatchesView.vue'

const AT = '2026-11-23T17:00:00Z'
const truck = (id: number, more: object = {}) => ({
  find_id: id,
  driver_id: id,
  driver: `Driver ${id}`,
  who: 'Maren Holt',
  free_at: AT,
  place: 'Boise, ID',
  zone: 'America/Boise',
  after_load: null,
  profit: '818.73',
  verdict: 'fits',
  seen_by: null,
  seen_at: null,
  ...more,
})
const find = (more: object = {}) => ({
  posting_id: 7,
  reference: 'P7',
  poster: 'Mossgrave Logistics',
  origin: 'Boise, ID',
  destination: 'Pendleton, OR',
  zone: 'America/Boise',
  posted_at: AT,
  opens_at: AT,
  closes_at: AT,
  rate: '1200.00',
  offer: null,
  new: true,
  trucks: [truck(1), truck(2, { profit: null })],
  ...more,
})
const running = (more: object = {}) => ({
  id: 3,
  who: 'Maren Holt',
  mine: true,
  driver_id: 1,
  driver: 'Driver 1',
  radius_miles: 150,
  to: ['OR'],
  avoid: [],
  partials: false,
  least_profit: '400.00',
  until: null,
  found: 4,
  unseen: 1,
  went_by: 2,
  version: 5,
  ...more,
})
const TimeField = {
  props: { modelValue: String, at: Number, label: String, error: String },
  emits: ['update:modelValue', 'update:at'],
  template:
    '<label>{{ error }}<input @input="$emit(\'update:at\', Date.parse($event.target.value))" /></label>',
}
const global = { stubs: { ...PLAIN, TimeField, FitMark: true } }
const shown = async (board: object, mayWatch = true) => {
  const asked = fakeServer(({ method }) => (method === 'GET' ? { body: board } : {}))
  const wrapper = mount(WatchesView, { props: { mayWatch }, global })
  await settled()
  const press = async (words: string) => {
    await button(wrapper, words).trigger('click')
    await settled()
  }
  const acts = () => asked.filter(({ method }) => method === 'PUT').map(({ path, body }) => [path, body])
  return { wrapper, press, acts }
}
const board = { as_of: AT, watches: [running()], finds: [find()] }

beforeEach(() => setActivePinia(createPinia()))

describe('watches', () => {
  it('say what they look for, what they found and what went by', async () => {
    const text = (await shown(board)).wrapper.text()
    expect(text).toContain('150 empty miles at most, to OR, leaving $400.00 or more')
    expect(text).toContain('4 found, 1 unseen, 2 went by')
    expect(text).toContain('Boise, ID → Pendleton, OR')
  })

  it('show a find once with each truck, and take it up for one of them as seen', async () => {
    const { wrapper, acts } = await shown(board)
    expect(wrapper.findAll('.truck')).toHaveLength(2)
    await wrapper.find('button[aria-label="Look at P7 for Driver 2"]').trigger('click')
    await settled()
    expect(acts()).toEqual([['/api/market/watch-finds', { ids: [1, 2], state: 'seen' }]])
    expect(wrapper.emitted('look')).toEqual([[7, 2]])
  })

  it('are passed', async () => {
    const { press, acts } = await shown(board)
    await press('Pass')
    expect(acts()).toEqual([['/api/market/watch-finds', { ids: [1, 2], state: 'passed' }]])
  })

  it('are set aside until an hour', async () => {
    const { wrapper, press, acts } = await shown(board)
    await press('Later')
    await wrapper.find('form.put').trigger('submit')
    expect(acts()).toEqual([])
    await wrapper.find('form.put label input').setValue('2026-11-23T19:00:00Z')
    await wrapper.find('form.put').trigger('submit')
    await settled()
    const later = { ids: [1, 2], state: 'later', later_at: '2026-11-23T19:00:00.000Z' }
    expect(acts()).toEqual([['/api/market/watch-finds', later]])
    expect(wrapper.find('form.put').exists()).toBe(false)
  })

  it('of another are taken over, and ended', async () => {
    const { press, acts } = await shown({ as_of: AT, watches: [running({ mine: false })], finds: [] })
    await press('Take over')
    await press('End')
    expect(acts()).toEqual([
      ['/api/market/watches/3/take', { version: 5 }],
      ['/api/market/watches/3/end', { version: 5 }],
    ])
  })

  it('are only looked at by who is no dispatcher', async () => {
    const { wrapper, press, acts } = await shown(board, false)
    expect(wrapper.text()).not.toContain('Pass')
    await press('Look at')
    expect(acts()).toEqual([])
  })

  it('say how to begin where there are none', async () => {
    const { wrapper } = await shown({ as_of: AT, watches: [], finds: [] })
    expect(wrapper.text()).toContain('No watch is running')
  })
})

describe('beginning a watch', () => {
  it('asks as the page does, with what it should leave at least', async () => {
    const asked = fakeServer(() => ({ status: 201, body: { id: 1 } }))
    const wrapper = mount(WatchDialog, {
      props: {
        modelValue: true,
        driver: { id: 9, name: 'Wade Ferris' } as unknown as Schemas['FreeCrew'],
        wish: { ...NO_WISH, radius: 100, to: 'ut co', partials: true, endsAt: 'Ogden, UT', exactly: true },
      },
      global,
    })
    const submit = async (least: string) => {
      await type(wrapper, 'Only what leaves at least, dollars (may be empty)', least)
      await wrapper.find('form').trigger('submit')
      await settled()
    }
    await submit('much')
    expect(asked).toEqual([])
    await submit('350')
    expect(asked[0]!.body).toMatchObject({
      driver_id: 9,
      radius_miles: 100,
      to: ['UT', 'CO'],
      avoid: [],
      partials: true,
      exactly: true,
      ends_at: 'Ogden, UT',
      ends_miles: 100,
      least_profit: '350',
    })
    expect(wrapper.emitted('begun')).toHaveLength(1)
  })
})
