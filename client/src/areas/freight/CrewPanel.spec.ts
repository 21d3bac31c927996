import { mount } from '@vue/test-utils'
import { defineComponent, h } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled, type Asked } from '@/test/server'
import CrewPanel from './CrewPanel.vue'

vi.mock('@/shared/live', () => ({ onChange: () => undefined }))

/** A field with its choices as buttons. */
const VAutocomplete = defineComponent({
  props: {
    modelValue: { type: Number, default: undefined },
    label: { type: String, default: '' },
    items: { type: Array<{ id: number; name: string }>, default: () => [] },
  },
  emits: ['update:modelValue'],
  setup:
    (props, { emit }) =>
    () =>
      h('fieldset', { 'aria-label': props.label, 'data-value': props.modelValue ?? '' }, [
        ...props.items.map(({ id, name }) =>
          h('button', { type: 'button', onClick: () => emit('update:modelValue', id) }, name),
        ),
      ]),
})
const unit = (id: number, name: string, taken_by: string | null = null) => ({
  id,
  name,
  detail: '',
  taken_by,
})
const CHOICES = {
  drivers: [unit(4, 'Wade'), unit(5, 'Ada')],
  tractors: [{ ...unit(7, 'T-107'), last_driver_id: 5 }],
  trailers: [unit(9, 'V-209'), unit(10, 'V-210', 'L1001')],
}
const fit = (drivers: number[], trailer: number | null, verdict = 'late') => ({
  verdict,
  crew: { driver_ids: drivers, place: 'Pendleton, OR', zone: 'America/Boise', after_load: 'L1190' },
  begins_at: '2026-11-24T01:00:00Z',
  deadhead_miles: '230.4',
  deadhead_minutes: 234,
  reasons: [{ text: 'Late by 3 h 43 min.' }],
  sentences: ['Misses Boise, ID by 3 h 43 min.'],
  tractor: { id: 7, number: 'T-107' },
  trailer: trailer && { id: trailer, number: 'V' },
})
async function panel(trailer: number | null) {
  const asked = fakeServer(({ path, query }) => ({
    body: path.endsWith('/crew-choices')
      ? CHOICES
      : fit(query.get('drivers')!.split(',').map(Number), trailer),
  }))
  const wrapper = mount(CrewPanel, {
    props: { loadId: 3, team: false, busy: false },
    global: { stubs: { ...PLAIN, VAutocomplete, VCheckbox: true } },
  })
  await settled()
  return { asked, wrapper }
}
const field = (wrapper: Awaited<ReturnType<typeof panel>>['wrapper'], label: string) =>
  wrapper.get(`fieldset[aria-label="${label}"]`)
const last = (asked: Asked[]) => Object.fromEntries(asked.filter(({ query }) => query.size).at(-1)!.query)

describe('picking a crew', () => {
  it('takes what Match would take, and says what Match says of it before the load is given', async () => {
    const { asked, wrapper } = await panel(9)
    await field(wrapper, 'Driver').findAll('button')[0]!.trigger('click')
    await settled()
    expect(['Tractor', 'Trailer'].map(label => field(wrapper, label).attributes('data-value'))).toEqual([
      '7',
      '9',
    ])
    expect(last(asked)).toEqual({ load_id: '3', drivers: '4', tractor_id: '7', trailer_id: '9' })
    expect(asked.filter(({ path }) => path.endsWith('/choice'))).toHaveLength(2)
    const said = wrapper.get('.judged').text()
    for (const words of ['Late by 3 h 43 min.', 'in Pendleton, OR, after L1190', '230.4 mi', '3 h 54 min'])
      expect(said).toContain(words)
    await wrapper.get('form').trigger('submit')
    expect(wrapper.emitted('crew')).toEqual([[{ driver_ids: [4], tractor_id: 7, trailer_id: 9 }]])
  })

  it('brings who drove a tractor last, and the trailer, where the tractor is chosen first', async () => {
    const { asked, wrapper } = await panel(9)
    await field(wrapper, 'Tractor').findAll('button')[0]!.trigger('click')
    await settled()
    expect(
      ['Driver', 'Tractor', 'Trailer'].map(label => field(wrapper, label).attributes('data-value')),
    ).toEqual(['5', '7', '9'])
    expect(last(asked)).toEqual({ load_id: '3', drivers: '5', tractor_id: '7', trailer_id: '9' })
  })

  it('leaves out what another trip holds by then', async () => {
    const { asked, wrapper } = await panel(10)
    await field(wrapper, 'Driver').findAll('button')[1]!.trigger('click')
    await settled()
    expect(field(wrapper, 'Trailer').attributes('data-value')).toBe('')
    expect(last(asked)).toEqual({ load_id: '3', drivers: '5', tractor_id: '7' })
  })
})
