import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type, typeAll } from '@/test/typing'
import AxlesPanel from './AxlesPanel.vue'

const axles = (...weights: number[]) => weights.map((weight_lb, i) => ({ weight_lb, spacing_ft: i ? 14 : 0 }))
const fileAt = (version: number, ...weights: number[]) =>
  ({ version, axles: axles(...weights), gross_lb: 40_000 }) as unknown as Schemas['PermitFile']
const stale = { code: 'stale', message: 'Inez changed this while you had it open.', path: '' }
function mounted() {
  fakeServer(() => undefined)
  return mount(AxlesPanel, {
    props: { file: fileAt(3, 12_000, 28_000), mayChange: true, busy: false },
    global: { stubs: { ...PLAIN, BridgeFigure: true } },
  })
}
const save = (wrapper: ReturnType<typeof mounted>) => wrapper.find('form').trigger('submit')

describe('the axles of a permit file', () => {
  it('that were saved here have been seen: what is typed next is made on them', async () => {
    const wrapper = mounted()
    await type(wrapper, 'Weight, lb', '11,000')
    await save(wrapper)
    await wrapper.setProps({ file: fileAt(4, 11_000, 28_000) })
    await type(wrapper, 'Weight, lb', '10,000')
    await save(wrapper)
    expect(wrapper.emitted('save')).toEqual([
      [axles(11_000, 28_000), 3, 39_000],
      [axles(10_000, 28_000), 4, 38_000],
    ])
  })

  it('are worked out of what the parts weigh where nobody has weighed them, and kept as the gross says', async () => {
    const wrapper = mounted()
    const asked = fakeServer(({ path }) =>
      path.endsWith('/axle-shares') ? { body: axles(10_000, 15_000, 15_000) } : undefined,
    )
    await button(wrapper, 'Axle').trigger('click')
    await typeAll(wrapper, 'Gap, ft', '14')
    await button(wrapper, 'Work the weights out').trigger('click')
    await settled()
    expect(asked.find(({ path }) => path.endsWith('/axle-shares'))?.body).toMatchObject({
      spacings_ft: [0, 14, 14],
    })
    expect(wrapper.text()).toContain('a scale knows better')
    await save(wrapper)
    expect(wrapper.emitted('save')).toEqual([[axles(10_000, 15_000, 15_000), 3]])
  })

  it('stand beside another’s where both were at them, axle by axle, and are saved as chosen', async () => {
    const wrapper = mounted()
    await type(wrapper, 'Weight, lb', '11,000')
    await save(wrapper)
    await wrapper.setProps({ file: fileAt(4, 12_000, 30_000), problem: stale })
    await nextTick()
    const merge = wrapper.findComponent(MergePanel)
    expect(merge.findAll('tbody tr').map(row => row.find('td').text())).toEqual([
      'Axle 1 you changed it',
      'Axle 2 they changed it',
    ])
    await button(merge, 'Save as chosen').trigger('click')
    expect(wrapper.emitted('save')?.at(-1)).toEqual([axles(11_000, 30_000), 4, 41_000])
    expect(wrapper.findComponent(MergePanel).exists()).toBe(false)
  })
})
