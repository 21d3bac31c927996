import { mount } from '@vue/test-utils'
import { ref } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import type { Lane } from './marks'

vi.mock('@vueuse/core', () => ({ useElementSize: () => ({ width: ref(584) }) }))
const { default: Ribbon } = await import('./Ribbon.vue')

const ZONE = 'America/Boise'
const at = (hour: number) => Date.UTC(2026, 10, 16, 7 + hour) // hours of a day in Boise
const ribbon = (lanes: Lane[], now = at(12)) =>
  mount(Ribbon, { props: { lanes, zone: ZONE, now, label: 'Load 1' } })

describe('a ribbon of a trip', () => {
  it('tells promise, plan, done and event apart by shape', () => {
    const wrapper = ribbon([
      {
        name: 'Stops',
        marks: [
          { shape: 'promise', from: at(8), to: at(10), label: 'Pickup' },
          { shape: 'plan', from: at(6), to: at(8), label: 'Drive' },
          { shape: 'done', from: at(4), to: at(6), label: 'Drove' },
          { shape: 'event', from: at(9), label: 'Arrived' },
        ],
      },
    ])
    expect(
      ['path.promise', 'rect.plan', 'rect.done', 'circle.event'].map(one => wrapper.findAll(one).length),
    ).toEqual([1, 1, 1, 1])
  })

  it('says every mark to who cannot see it, each in the zone of its place', () => {
    const wrapper = ribbon([
      {
        name: 'Stops',
        marks: [
          { shape: 'event', from: at(9), label: 'Arrived' },
          { shape: 'promise', from: at(9), to: at(10), label: 'Delivery', zone: 'America/Chicago' },
        ],
      },
    ])
    const said = wrapper.find('svg').attributes('aria-label')!
    expect(said).toMatch(/Arrived: .* 9:00 MST; Delivery: .* 10:00.* to .* 11:00 CST/)
  })

  it('writes a letter into a bracket only where there is room for it', () => {
    const marks = (to: number): Lane[] => [
      {
        name: 'Stops',
        marks: [
          { shape: 'promise', from: at(8), to, label: 'Pickup', letter: 'P' },
          { shape: 'plan', from: at(0), to: at(24), label: 'Plan' },
        ],
      },
    ]
    expect(ribbon(marks(at(10))).findAll('text.letter').length).toBe(1)
    expect(ribbon(marks(at(8.5))).findAll('text.letter').length).toBe(0)
  })

  it('shows now where it is on the ruler, and not where it lies beyond', () => {
    const lanes: Lane[] = [{ name: 'A', marks: [{ shape: 'done', from: at(8), to: at(16), label: 'x' }] }]
    expect(ribbon(lanes, at(12)).find('.now').exists()).toBe(true)
    expect(ribbon(lanes, at(40)).find('.now').exists()).toBe(false)
  })

  it('is empty, and breaks nothing, without marks', () => {
    expect(ribbon([]).find('svg').exists()).toBe(false)
    expect(
      ribbon([{ name: 'A', marks: [] }])
        .find('svg')
        .exists(),
    ).toBe(false)
  })
})
