import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DutyRibbon from './DutyRibbon.vue'
import { scaleBetween } from './scale'

const ZONE = 'America/Boise'
const at = (hour: number) => new Date(Date.UTC(2026, 10, 16, 7 + hour)).toISOString() // hours of a day in Boise
const ms = (hour: number) => Date.parse(at(hour))
// A day of 24 hours on 240 pixels: ten pixels an hour.
const scale = scaleBetween(ms(0), ms(24), 240, ZONE)
const duty = (
  status: 'driving' | 'on_duty' | 'sleeper' | 'off_duty' | 'yard_move' | 'personal_use',
  from: number,
  to: number,
) => ({ status, from: at(from), to: at(to) })

function ribbon(props: Partial<InstanceType<typeof DutyRibbon>['$props']>) {
  return mount(DutyRibbon, {
    props: { recorded: [], planned: [], left: 0, now: ms(12), scale, zone: ZONE, height: 100, ...props },
  })
}
const box = (wrapper: ReturnType<typeof ribbon>, name: string) =>
  wrapper
    .findAll(`rect.${name}`)
    .map(rect => ['x', 'width', 'y', 'height'].map(side => Number(rect.attributes(side))))

describe('a ribbon of duty', () => {
  it('draws each stretch from its first to its last minute, as high as its status', () => {
    const wrapper = ribbon({ recorded: [duty('off_duty', 0, 6), duty('driving', 6, 10)] })
    expect(box(wrapper, 'done')).toEqual([
      [0, 60, 86, 8],
      [60, 40, 8, 84],
    ])
  })

  it('tells recorded and planned apart, and says each in words with its length', () => {
    const wrapper = ribbon({ recorded: [duty('driving', 6, 7)], planned: [duty('sleeper', 13, 23)] })
    expect([box(wrapper, 'done').length, box(wrapper, 'coming').length]).toEqual([1, 1])
    const titles = wrapper.findAll('title').map(title => title.text())
    expect(titles[0]).toBe('driving Mon 11/16 6:00 to Mon 11/16 7:00 MST, 1 h')
    expect(titles[1]).toContain('sleeper')
  })

  it('cuts what reaches beyond the ruler, and leaves out what lies wholly beyond', () => {
    const wrapper = ribbon({ recorded: [duty('off_duty', -10, 2), duty('driving', -12, -10)] })
    expect(box(wrapper, 'done')).toEqual([[0, 20, 86, 8]])
  })

  it('draws the driving that is left as a wedge from now, no longer than the ruler, and none where none is', () => {
    expect(ribbon({ left: 60 }).find('path.left').attributes('d')).toBe('M120 4L130 50L120 96Z')
    expect(ribbon({ left: 6000 }).find('path.left').attributes('d')).toBe('M120 4L240 50L120 96Z')
    expect(ribbon({ left: 0 }).find('path.left').exists()).toBe(false)
  })

  it('keeps its minutes on the night the clocks go back: from midnight to 3:00 are four hours', () => {
    // 1 November 2026, 06:00 to 10:00 UTC in Boise.
    const [from, to] = [Date.UTC(2026, 10, 1, 6), Date.UTC(2026, 10, 1, 10)]
    const night = scaleBetween(from, to, 400, ZONE)
    const stretch = {
      status: 'driving' as const,
      from: new Date(from).toISOString(),
      to: new Date(to).toISOString(),
    }
    const wrapper = ribbon({ recorded: [stretch], scale: night, now: from })
    expect(box(wrapper, 'done')[0]?.slice(0, 2)).toEqual([0, 400])
    expect(wrapper.find('title').text()).toContain(', 4 h')
  })
})
