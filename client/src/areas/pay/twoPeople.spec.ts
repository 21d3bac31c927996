import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useSession } from '@/shared/session'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import TwoPeoplePanel from './TwoPeoplePanel.vue'
import WaitingChanges from './WaitingChanges.vue'

const VCheckbox = {
  props: { modelValue: Boolean, label: { type: String, default: '' } },
  emits: ['update:modelValue'],
  template: '<label>{{ label }}</label>',
}
const global = { stubs: { ...PLAIN, VCheckbox } }
const NOW = '2026-11-23T14:30:00Z'
const change = (id: number, more: object = {}) => ({
  id,
  kind: 'bank_account',
  title: `Change ${id}`,
  what: 'an account',
  note: null,
  asked_by: 'Inez',
  asked_at: NOW,
  driver_id: 7,
  may_make: true,
  why_not: null,
  ...more,
})
const rules = {
  drivers: 10,
  dollars: '500.00',
  second_administrator: true,
  rules: ['limits', 'approve_and_pay', 'bank_account'].map(rule => ({
    rule,
    title: rule,
    on: true,
    since: null as string | null,
    by: null as string | null,
  })),
}
async function shown(component: object, props = {}, roles = ['administrator']) {
  setActivePinia(createPinia())
  useSession().me = {
    signed_in: true,
    second_factor: 'none',
    second_factors: [],
    set_up: true,
    now: NOW,
    roles: roles as ['administrator'],
    company_zone: 'America/Boise',
  }
  const wrapper: VueWrapper = mount(component, { props, global })
  await settled()
  return wrapper
}

beforeEach(() => setActivePinia(createPinia()))
describe('what waits for a second person', () => {
  it('is let be made by who may, dropped by all, and says why not', async () => {
    const mine = { may_make: false, why_not: 'A second person has to look at it.', note: 'Ring the driver.' }
    const asked = fakeServer(({ method }) => ({
      body: method === 'GET' ? [change(1), change(2, mine)] : [change(2, mine)],
    }))
    const wrapper = await shown(WaitingChanges)
    const buttons = (text: string) => wrapper.findAll('button').filter(one => one.text() === text)
    expect([buttons('Approve').length, buttons('Decline').length]).toEqual([1, 2])
    expect(wrapper.text()).toContain('A second person has to look at it.')
    expect(wrapper.text()).toContain('Ring the driver.')
    await button(wrapper, 'Approve').trigger('click')
    await settled()
    expect(asked.at(-1)).toMatchObject({ path: '/api/pay-changes/1/answer', body: { status: 'made' } })
    expect(wrapper.text()).not.toContain('Change 1')
  })

  it('is of one driver on his page, and nothing where nothing waits', async () => {
    fakeServer(() => ({ body: [change(1), change(2, { driver_id: 8 })] }))
    expect((await shown(WaitingChanges, { driver: 8 })).text()).not.toContain('Change 1')
    expect((await shown(WaitingChanges, { driver: 9 })).find('section').exists()).toBe(false)
  })

  it('that was answered meanwhile says so', async () => {
    fakeServer(({ method }) => (method === 'GET' ? { body: [change(1)] } : refusal('answered_already')))
    const wrapper = await shown(WaitingChanges)
    await button(wrapper, 'Decline').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('no: answered_already')
  })
})

describe('the rules of two people', () => {
  it('are asked of another administrator, only what is otherwise', async () => {
    const asked = fakeServer(() => ({ body: rules }))
    const wrapper = await shown(TwoPeoplePanel)
    const ask = () => button(wrapper, 'Ask another administrator')
    expect(ask().attributes('disabled')).toBeDefined()
    await type(wrapper, 'A second person from, drivers', '0')
    expect(ask().attributes('disabled')).toBeDefined()
    await type(wrapper, 'A second person from, drivers', '25')
    wrapper.findAllComponents(VCheckbox)[1]!.vm.$emit('update:modelValue', false)
    await wrapper.vm.$nextTick()
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)).toMatchObject({
      method: 'PUT',
      body: {
        drivers: 25,
        dollars: '500.00',
        rules: { limits: true, approve_and_pay: false, bank_account: true },
      },
    })
  })

  it('say since when one is off, and that a second administrator is missing; a clerk only reads', async () => {
    const [limits, ...others] = rules.rules
    const off = { ...limits!, on: false, since: NOW, by: 'Greta and Ada' }
    fakeServer(() => ({ body: { ...rules, second_administrator: false, rules: [off, ...others] } }))
    const wrapper = await shown(TwoPeoplePanel)
    expect(wrapper.text()).toMatch(/Off since .*, by Greta and Ada\./)
    expect(wrapper.text()).toContain('There is no second administrator yet')
    expect((await shown(TwoPeoplePanel, {}, ['settlement_clerk'])).find('button').exists()).toBe(false)
  })
})
