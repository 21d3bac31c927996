import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Component } from 'vue'
import type { Schemas } from '@/shared/api'
import LookupField from '@/shared/typed/LookupField.vue'
import { PLAIN } from '@/test/plain'
import { fakeServer } from '@/test/server'
import { button, type } from '@/test/typing'
import SpareTractors from './SpareTractors.vue'

type Look = (q: string) => Promise<{ title: string }[]>
const ours = { number: 'T-102', plate: 'JF1002', plate_state: 'ID', vin: '' }
const hired = { number: 'Hired 7', plate: 'AB77', plate_state: 'MT', vin: '' }
function mounted(...spare_tractors: (typeof ours)[]) {
  const file = { tractor: 'T-101', spare_tractors } as unknown as Schemas['PermitFile']
  return mount(SpareTractors, { props: { file, mayChange: true, busy: false }, global: { stubs: PLAIN } })
}

describe('tractors that may pull it as well', () => {
  it('are found in Fleet, where they have a plate, and not twice', async () => {
    const unit = (number: string, more = {}) => ({
      number,
      kind: 'tractor',
      retired: false,
      plate: number,
      plate_state: 'ID',
      ...more,
    })
    fakeServer(() => ({
      body: {
        rows: [
          unit('T-101'),
          unit('T-102'),
          unit('T-103'),
          unit('T-104', { plate: '' }),
          unit('T-105', { retired: true }),
          unit('V-201', { kind: 'trailer' }),
        ],
      },
    }))
    const field = mounted(ours).findComponent(LookupField as Component)
    const look = (field.props() as { look: Look }).look
    expect((await look('t')).map(({ title }) => title)).toEqual(['T-103'])
  })

  it('may be of somebody else, by the plate, and are taken out again', async () => {
    const wrapper = mounted(ours)
    await button(wrapper, 'Not one of ours').trigger('click')
    await type(wrapper, 'Its number or name', 'Hired 7')
    await type(wrapper, 'Plate', 'ab77')
    expect(button(wrapper, 'Add').attributes('disabled')).toBeDefined()
    await type(wrapper, 'State', 'mt')
    await wrapper.find('form').trigger('submit')
    expect(wrapper.emitted('save')).toEqual([[[ours, hired]]])
    await wrapper.find('[aria-label="Take out T-102"]').trigger('click')
    expect(wrapper.emitted('save')?.at(-1)).toEqual([[]])
  })
})
