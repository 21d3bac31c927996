import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { type } from '@/test/typing'
import PayOf from './PayOf.vue'

let roles: string[] = []
vi.mock('@/shared/session', () => ({
  useSession: () => ({
    has: (...some: string[]) => ({ value: some.some(role => roles.includes(role)), __v_isRef: true }),
  }),
}))
const pay = { id: 9, version: 3, fee: '12.00', rent_daily: null }
async function mounted(mine: string[], kind: 'drivers' | 'units' = 'units') {
  roles = mine
  const answers = [refusal('stale', 409), { body: { ...pay, version: 4, rent_daily: '90.00' } }]
  const asked = fakeServer(({ method }) => (method === 'PUT' ? answers.shift() : { body: pay }))
  const wrapper = mount(PayOf, { props: { id: 9, kind }, global: { stubs: PLAIN } })
  await settled()
  return { wrapper, asked }
}

describe('what a unit or a driver is for pay', () => {
  it('is asked for by who may read it alone', async () => {
    const { wrapper, asked } = await mounted(['dispatcher'])
    expect([wrapper.text(), asked]).toEqual(['', []])
    const driver = await mounted(['settlement_clerk'], 'drivers')
    expect(driver.wrapper.text()).toContain('are kept in Pay')
    expect(driver.asked).toEqual([])
  })

  it('is written by the clerk on the version that was seen, and shown to an administrator', async () => {
    const { wrapper, asked } = await mounted(['settlement_clerk'])
    await type(wrapper, 'Rent to its operator a day, $', '90.00')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(wrapper.text()).toContain('no: stale')
    await wrapper.find('form').trigger('submit')
    await settled()
    const puts = asked.filter(({ method }) => method === 'PUT').map(({ body }) => body)
    expect(puts).toEqual(Array(2).fill({ version: 3, fee: '12.00', rent_daily: '90.00' }))
    expect(wrapper.text()).toContain('Saved')
    const administrator = await mounted(['administrator'])
    expect(administrator.wrapper.findAll('button').length).toBe(0)
  })
})
