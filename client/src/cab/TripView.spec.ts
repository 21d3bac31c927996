import { mount } from '@vue/test-utils'
import { nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/shared/api'
import { i18n } from './i18n'
import TripView from './TripView.vue'
import type { Cab } from './useCab'

const step = (kind: string, done: boolean) => ({
  kind,
  stop_id: 5,
  done_at: done ? '2026-11-23T15:00:00Z' : null,
  key: done ? `key-${kind}` : null,
  asks: [],
})
const tripAt = (next: number) => {
  const steps = ['on_my_way', 'arrived', 'begun'].map((kind, i) => step(kind, i < next))
  return {
    id: 1,
    number: 'T1',
    status: 'rolling',
    miles: '100',
    steps,
    next: steps[next],
    stops: [{ id: 5, name: 'Mill', town: 'Boise', kind: 'pickup', latitude: 43.6, longitude: -116.2 }],
    permits: [],
  } as unknown as Schemas['CabTrip'] & { next: Schemas['Step'] }
}
let spot: { latitude: number; longitude: number } | undefined
function page() {
  const cab = {
    cab: ref({ trailers: [] }),
    checkIn: vi.fn().mockResolvedValue(undefined),
    takeBack: vi.fn(),
    now: () => Date.now(),
    spot: () => spot,
    queue: ref([]),
  } as unknown as Cab
  const wrapper = mount(TripView, {
    props: { trip: tripAt(1), cab, underWay: true },
    global: {
      plugins: [i18n],
      stubs: { PermitsCard: true, PaperPanel: true, StopList: true, ActivityList: true },
    },
  })
  const main = () => wrapper.find('button.next')
  return { wrapper, cab, main }
}

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  spot = undefined
})

describe('the button of the next step', () => {
  it('rests for a moment after a tap: a second one lands on nothing', async () => {
    const { wrapper, cab, main } = page()
    await wrapper.find('form').trigger('submit')
    await wrapper.setProps({ trip: tripAt(2) })
    expect([main().text(), main().attributes('disabled')]).toEqual(['Loading has begun', ''])
    await wrapper.find('form').trigger('submit')
    expect(cab.checkIn).toHaveBeenCalledTimes(1)
    vi.advanceTimersByTime(1500)
    await nextTick()
    expect(main().attributes('disabled')).toBeUndefined()
    await wrapper.find('form').trigger('submit')
    expect(cab.checkIn).toHaveBeenCalledTimes(2)
  })

  it('says what was told, and takes it back with one tap', async () => {
    const { wrapper, cab } = page()
    await wrapper.find('form').trigger('submit')
    const said = wrapper.find('.told')
    expect(said.text()).toContain('Told: Arrived at Mill')
    // A second tap where it stands by then takes nothing back.
    await said.find('button').trigger('click')
    expect(cab.takeBack).not.toHaveBeenCalled()
    vi.advanceTimersByTime(1500)
    await nextTick()
    await said.find('button').trigger('click')
    const key = (cab.checkIn as ReturnType<typeof vi.fn>).mock.calls[0]!.at(-1)
    expect(cab.takeBack).toHaveBeenCalledWith(1, key, 'Tapped by mistake')
    expect(wrapper.find('.told').exists()).toBe(false)
  })

  it('takes nothing back after half a minute, nor once the trip is delivered', async () => {
    const { wrapper } = page()
    await wrapper.find('form').trigger('submit')
    await wrapper.setProps({ trip: { ...tripAt(2), status: 'delivered' } })
    expect(wrapper.find('.told').exists()).toBe(false)
    await wrapper.setProps({ trip: tripAt(2) })
    expect(wrapper.find('.told').exists()).toBe(true)
    vi.advanceTimersByTime(30_000)
    await nextTick()
    expect(wrapper.find('.told').exists()).toBe(false)
  })

  it('asks about a place that cannot be, and keeps what the driver insists on, marked', async () => {
    spot = { latitude: 47.6, longitude: -117.4 }
    const { wrapper, cab } = page()
    await wrapper.find('form').trigger('submit')
    expect(cab.checkIn).not.toHaveBeenCalled()
    const asked = wrapper.find('[role=alert].note')
    expect(asked.text()).toContain('Mill is 282 miles from where this phone is. Is it so?')
    await asked.findAll('button')[0]!.trigger('click')
    expect(wrapper.find('[role=alert].note').exists()).toBe(false)
    await wrapper.find('form').trigger('submit')
    await wrapper.findAll('[role=alert].note button')[1]!.trigger('click')
    expect((cab.checkIn as ReturnType<typeof vi.fn>).mock.calls[0]![3]).toMatchObject({
      stop_id: 5,
      sure: true,
    })
  })
})
