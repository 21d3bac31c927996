import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import UnsureView from './UnsureView.vue'
import { called, show } from './values'

vi.mock('@/shared/session', () => ({
  useSession: () => ({ has: () => ({ value: true, __v_isRef: true }) }),
}))
const value = (part: string, name: string, is: unknown, more = {}) => ({
  part,
  name,
  words: null,
  value: is,
  in_dollars: false,
  known_by: 'memory',
  source: null,
  checked_by: null,
  ...more,
})
const fee = value('fees', '1', '10.00', { words: 'a permit', in_dollars: true })
const escort = value('escorts', '1', 144, { words: 'wide on any road, 1 in front' })
const height = value('legal', 'height_in', 162)
const curfew = value('curfews', '1', null, { words: 'Boise 06:30 to 09:00' })
const unsure = [height, fee, escort, curfew]

function mounted() {
  const asked = fakeServer(({ path, method }) => {
    if (path === '/api/permits/unsure')
      return {
        body: [
          { jurisdiction: 'ID', name: 'Idaho', of: 30, unsure, loads: [{ id: 7, number: 'L1007' }] },
          { jurisdiction: 'UT', name: 'Utah', of: 28, unsure: [], loads: [] },
        ],
      }
    if (method === 'PUT' || path === '/api/permits/values')
      return { body: { jurisdiction: 'ID', name: 'Idaho', values: unsure } }
    return undefined
  })
  return { asked, wrapper: mount(UnsureView, { global: { stubs: PLAIN } }) }
}

describe('what nobody has looked up', () => {
  it('is said by state, with what is wanted now, in words and units', async () => {
    const { wrapper } = mounted()
    await settled()
    const [idaho, utah] = wrapper.findAll('section').map(one => one.text().replace(/\s+/g, ' '))
    expect(idaho).toContain('Idaho 4 of 30 to look up')
    expect(idaho).toContain('Wanted now by L1007')
    expect(idaho).toContain('Legal up to, height: 13\'6"')
    expect(idaho).toContain('Fees, a permit: $10.00')
    expect(idaho).toContain('Escorts, wide on any road, 1 in front: over 12\'0"')
    expect(utah).toContain('all 28 looked up')
  })

  it.each([
    [height, 'height', '13\'6"'],
    [fee, 'a permit', '$10.00'],
    [curfew, 'Boise 06:30 to 09:00', ''],
    [value('travel', 'not_on', ['sunday_noon']), 'days without travel', 'sunday noon'],
    [value('permit', 'valid_days', 5), 'days it is good for', '5'],
    [value('legal', 'length_in', null), 'length over all', 'none'],
  ])('%o is called %s and shown as %s', (one, name, shown) => {
    expect([called(one as never), show(one as never)]).toEqual([name, shown])
  })

  it('is put right in its own unit, or said to be right', async () => {
    const { wrapper, asked } = mounted()
    await settled()
    await button(wrapper, 'Look at Idaho').trigger('click')
    await settled()
    const puts = () => asked.filter(({ method }) => method === 'PUT').map(({ body }) => body)
    await wrapper.find('[aria-label="Correct Fees a permit"]').trigger('click')
    await type(wrapper, 'Fees, a permit', '12.50')
    await type(wrapper, 'Where it says so', 'Idaho, by telephone')
    await wrapper.find('form').trigger('submit')
    await settled()
    await wrapper.find('[aria-label="It is right: No travel Boise 06:30 to 09:00"]').trigger('click')
    await type(wrapper, 'Where it says so', 'Idaho, by telephone')
    await wrapper.find('form').trigger('submit')
    await settled()
    const told = { jurisdiction: 'ID', name: '1', source: 'Idaho, by telephone' }
    expect(puts()).toEqual([
      { ...told, part: 'fees', amount: '12.50' },
      { ...told, part: 'curfews', as_it_is: true },
    ])
  })
})
