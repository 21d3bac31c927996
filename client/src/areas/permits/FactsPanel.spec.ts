import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import FactsPanel from './FactsPanel.vue'

vi.mock('@/shared/session', () => ({
  useSession: () => ({ now: () => Date.parse('2026-11-30T18:00:00Z'), zone: 'America/Boise' }),
}))
const fileAt = (version: number, more: Partial<Schemas['PermitFile']> = {}) =>
  ({
    version,
    what: 'Excavator',
    serial_number: 'X-1',
    width_in: 140,
    height_in: 180,
    length_in: 900,
    trailer_length_in: 600,
    front_overhang_in: 0,
    rear_overhang_in: 0,
    gross_lb: 120_000,
    starts_on: '2026-12-02',
    reference: '',
    contact: 'Tobias',
    deliver_by: 'mail',
    deliver_to: 'desk@juniperfork.example',
    wished_route: '',
    divisible: false,
    loads: [],
    ...more,
  }) as unknown as Schemas['PermitFile']
const stale = { code: 'stale', message: 'Inez changed this while you had it open.', path: '' }
const mounted = (file: Schemas['PermitFile']) =>
  mount(FactsPanel, { props: { file, mayChange: true, busy: false }, global: { stubs: PLAIN } })
const opened = async (file = fileAt(3)) => {
  const wrapper = mounted(file)
  await button(wrapper, 'Correct').trigger('click')
  return wrapper
}
const save = (wrapper: Awaited<ReturnType<typeof opened>>) => wrapper.find('form').trigger('submit')

beforeEach(() => localStorage.clear())

describe('the facts of a permit file', () => {
  it('say of which earlier permit they were copied, and where this load is another', () => {
    const copied = {
      from: 'MT100000P of L1093',
      differs: [
        { what: 'width_in', there: 168, here: 150 },
        { what: 'gross_lb', there: 114_000, here: 96_500 },
        { what: 'axles', there: 6, here: 0 },
      ],
    }
    const text = mounted(fileAt(3, { copied, starts_fixed: false }))
      .text()
      .replace(/\s+/g, ' ')
    expect(text).toContain('from MT100000P of L1093. This load differs:')
    expect(text).toContain(`Width 12'6", there 14'0"`)
    expect(text).toContain('Gross 96,500 lb, there 114,000 lb')
    expect(text).toContain('Axles not told, there 6')
    expect(text).toContain('the day of the pickup')
  })

  it('say only what was typed otherwise, on the version that was seen', async () => {
    const wrapper = await opened()
    await type(wrapper, 'Width', '12 ft 2 in')
    // Somebody else's change comes in while the form is open.
    await wrapper.setProps({ file: fileAt(4, { gross_lb: 130_000 }) })
    await save(wrapper)
    expect(wrapper.emitted('save')).toEqual([[{ width_in: 146 }, 3]])
  })

  it('stand beside what somebody else has saved since, and are saved as chosen', async () => {
    const wrapper = await opened()
    await type(wrapper, 'Width', '12 ft 2 in')
    await save(wrapper)
    await wrapper.setProps({ file: fileAt(4, { gross_lb: 130_000 }), problem: stale })
    await nextTick()
    const merge = wrapper.findComponent(MergePanel)
    expect(merge.findAll('tbody tr').map(row => row.find('td').text())).toEqual([
      'Width you changed it',
      'Gross, lb they changed it',
    ])
    await button(merge, 'Save as chosen').trigger('click')
    // Their gross stays as it is.
    expect(wrapper.emitted('save')?.at(-1)).toEqual([{ width_in: 146 }, 4])
  })

  it('that are the same however they are written do not differ', async () => {
    const wrapper = await opened()
    await type(wrapper, 'Width', '140 in')
    await type(wrapper, 'Gross, lb', '120k')
    await type(wrapper, 'Load', 'Digger')
    await wrapper.setProps({ file: fileAt(4), problem: stale })
    await nextTick()
    expect(
      wrapper
        .findComponent(MergePanel)
        .findAll('tbody tr')
        .map(row => row.find('td').text()),
    ).toEqual(['Load you changed it'])
  })

  it('are given up for theirs where that is wanted', async () => {
    const wrapper = await opened()
    await type(wrapper, 'Load', 'Excavator, yellow')
    await wrapper.setProps({ file: fileAt(4, { what: 'Excavator 30 t' }), problem: stale })
    await nextTick()
    await button(wrapper, 'Take theirs, lose mine').trigger('click')
    expect([wrapper.find('form').exists(), wrapper.text()]).toEqual([
      true,
      expect.stringContaining('Excavator 30 t'),
    ])
    expect(wrapper.emitted('save')).toBeUndefined()
    // What was refused then has nothing to do with what is typed next.
    await button(wrapper, 'Correct').trigger('click')
    expect(wrapper.findComponent(MergePanel).exists()).toBe(false)
    await type(wrapper, 'Width', '12 ft 2 in')
    await save(wrapper)
    expect(wrapper.emitted('save')).toEqual([[{ width_in: 146 }, 4]])
  })

  it('are refused at the field where they cannot be read', async () => {
    const wrapper = await opened()
    await type(wrapper, 'Height', 'quite high')
    expect(wrapper.html()).toContain('Like 14\'2" or 170'.replace('"', '&quot;'))
    expect(button(wrapper, 'Save').attributes('disabled')).toBeDefined()
  })

  it('survive a reload and what others save meanwhile, until they are saved or given up', async () => {
    const first = await opened()
    await type(first, 'Width', '12 ft 2 in')
    first.unmount()
    // Another's change has come in by now: what was typed is still on what was seen.
    const again = mounted(fileAt(4, { gross_lb: 130_000 }))
    await nextTick()
    await save(again)
    expect(again.emitted('save')).toEqual([[{ width_in: 146 }, 3]])
    await button(again, 'Leave it').trigger('click')
    again.unmount()
    expect(mounted(fileAt(4)).text()).toContain('Correct')
  })

  it('are asked for another company and come by a second way, where that is said', async () => {
    fakeServer(() => ({ body: [{ id: 4, name: 'Aspen Crane', retired: false }] }))
    const wrapper = await opened(fileAt(3, { applicant_id: null, also_by: null, also_to: '' }))
    await settled()
    await type(wrapper, 'Applied for', '4')
    await type(wrapper, 'And by', 'fax')
    await type(wrapper, 'Fax number', '406-555-0140')
    await save(wrapper)
    expect(wrapper.emitted('save')).toEqual([
      [{ also_by: 'fax', also_to: '406-555-0140', applicant_id: 4 }, 3],
    ])
    wrapper.vm.close()
    const back = fileAt(4, { applicant_id: 4, applicant: 'Aspen Crane', also_by: 'fax', also_to: '1' })
    const shown = mounted(back)
    expect(shown.text()).toContain('Aspen Crane')
    await button(shown, 'Correct').trigger('click')
    await settled()
    await type(shown, 'Applied for', '')
    await type(shown, 'And by', '')
    await save(shown)
    expect(shown.emitted('save')).toEqual([[{ also_by: null, applicant_id: null }, 4]])
  })
})
