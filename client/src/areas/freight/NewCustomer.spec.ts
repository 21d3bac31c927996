import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import NewCustomer from './NewCustomer.vue'

const broker = {
  id: 4,
  authority_number: '9000004',
  name: 'Mossgrave Logistics',
  town: 'Reno',
  state: 'NV',
  phone: '555-0104',
  email: 'loads@mossgrave.example',
  credit_score: 40,
  days_to_pay: 50,
  factoring: true,
  reasons: [{ code: 'credit_low', effect: 'warn', text: 'Credit score 40 of 100.', source: '' }],
}
const pause = () => new Promise(resolve => setTimeout(resolve, 200))

describe('a new customer', () => {
  it('is filled in from the register of brokers by a number or a name, with what speaks against them', async () => {
    const asked = fakeServer(({ method, path }) =>
      method === 'GET' && path === '/api/market/brokers'
        ? { body: [broker] }
        : { status: 201, body: { id: 9 } },
    )
    const wrapper = mount(NewCustomer, { props: { name: '' }, global: { stubs: PLAIN } })
    await type(wrapper, 'Name, or a broker’s MC number', '9000004')
    await pause()
    await settled()
    expect(asked.at(-1)?.query.get('q')).toBe('9000004')
    await button(wrapper, 'Mossgrave Logistics, MC 9000004').trigger('click')
    await pause()
    await settled()
    expect(wrapper.text()).toContain('Credit score 40 of 100.')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.find(({ method }) => method === 'POST')?.body).toMatchObject({
      name: 'Mossgrave Logistics',
      town: 'Reno',
      state: 'NV',
      phone: '555-0104',
    })
  })

  it('asks for nobody by two letters', async () => {
    const asked = fakeServer(() => ({ body: [] }))
    const wrapper = mount(NewCustomer, { props: { name: 'Mo' }, global: { stubs: PLAIN } })
    await pause()
    await settled()
    expect([asked.length, wrapper.findAll('li').length]).toEqual([0, 0])
  })
})
