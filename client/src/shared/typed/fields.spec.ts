import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { button } from '@/test/typing'
import AmountField from './AmountField.vue'
import DayField from './DayField.vue'
import SizeField from './SizeField.vue'

vi.mock('@/shared/session', () => ({
  useSession: () => ({ now: () => Date.parse('2026-11-30T18:00:00Z'), zone: 'America/Boise' }),
}))
const global = { stubs: PLAIN }

describe('a day that is typed', () => {
  // As typed, what is handed on, and what is said at the field.
  it.each([
    ['12/1', '2026-12-01', undefined],
    ['12/01/2026', '2026-12-01', undefined],
    ['Dec 1, 2026', '2026-12-01', undefined],
    ['1/4', '2027-01-04', undefined],
    ['', '', undefined],
    ['next week', 'next week', 'Like 12/1 or 12/01/2026'],
    ['13/45', '13/45', 'Like 12/1 or 12/01/2026'],
  ])('as %j is %j', async (typed, day, wrong) => {
    const wrapper = mount(DayField, { props: { modelValue: '2026-11-02' }, global })
    const field = wrapper.findComponent(PLAIN.VTextField)
    expect(field.attributes('modelvalue')).toBe('11/02/2026')
    field.vm.$emit('update:modelValue', typed)
    await nextTick()
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([day])
    expect(wrapper.find('[error-messages]').attributes('error-messages') || undefined).toBe(wrong)
  })
})

describe('an amount that is typed', () => {
  it.each([
    ['1,250', ''],
    ['$0.585', ''],
    ['', ''],
    ['ten', 'Like 1,250 or 0.585'],
    ['1.23456', 'Like 1,250 or 0.585'],
  ])('as %j says %j', (typed, wrong) => {
    const wrapper = mount(AmountField, { props: { modelValue: typed }, global })
    expect(wrapper.find('[error-messages]').attributes('error-messages')).toBe(wrong)
  })
})

describe('a size that is typed', () => {
  // As typed, what is asked or said, and what is shown back.
  it.each([
    ['14', '14 feet, or inches?', ''],
    ["14'", '', '14\'0"'],
    ['14 2', '', '14\'2"'],
    ['14-2', '', '14\'2"'],
    ['102', '', '8\'6"'],
    ['3 ft', '', 'Only 3\'0"?'],
    ['14 12', 'Like 14\'2" or 170', ''],
    ['0', '', ''],
    ['', '', ''],
  ])('as %j says %j and shows %j', (typed, wrong, hint) => {
    const wrapper = mount(SizeField, { props: { modelValue: typed, least: 48 }, global })
    const field = wrapper.findComponent(PLAIN.VTextField)
    expect([field.attributes('error-messages'), field.attributes('hint')]).toEqual([wrong, hint])
  })

  it.each([
    ['14 feet', "14'"],
    ['14 inches', '14"'],
  ])('is said to be %s with one press', async (press, text) => {
    const wrapper = mount(SizeField, { props: { modelValue: '14' }, global })
    await button(wrapper, press).trigger('click')
    expect(wrapper.emitted('update:modelValue')).toEqual([[text]])
  })

  it('of a whole vehicle is asked about up to where feet are likelier', () => {
    const wrapper = mount(SizeField, { props: { modelValue: '75', upTo: 150 }, global })
    expect(wrapper.text()).toContain('75 feet')
  })
})
