import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useSession } from '@/shared/session'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { type } from '@/test/typing'
import { scaleSaid } from './agreed'
import ClaimsPanel from './ClaimsPanel.vue'
import FactorPanel from './FactorPanel.vue'
import LaneDialog from './LaneDialog.vue'
import MarginView from './MarginView.vue'
import PricesView from './PricesView.vue'
import ScaleDialog from './ScaleDialog.vue'

const AT = '2026-11-23T17:00:00Z'
const TODAY = '2026-11-23'
const global = { stubs: { ...PLAIN, LookupField: true } }
const signIn = (...roles: string[]) => {
  useSession().me = { id: 1, name: 'Inez', roles, company_zone: 'America/Boise' } as never
}
beforeEach(() => {
  setActivePinia(createPinia())
  signIn('settlement_clerk')
})

const scale = {
  id: 5,
  customer_id: 4,
  customer: 'Sawtooth Feeds',
  from_on: '2026-05-01',
  region: 'US',
  kind: 'per_mile' as const,
  base: '1.20',
  step: '0.06',
  each: '0.01',
  counting: 'begun' as const,
  places: 2,
  lag_days: 1,
  holds: {
    kind: 'per_mile' as const,
    rate: '0.43',
    diesel: '3.741',
    told_on: '2026-11-16',
    lacking_on: TODAY,
  },
}
const agreed = {
  scales: [scale],
  charges: [{ id: 6, customer_id: null, customer: null, code: 'tarp', label: 'Tarps', amount: '75.00' }],
  lanes: [],
  diesel: [{ region: 'US', told_on: '2026-11-16', price: '3.741' }],
}

describe('what is agreed on price', () => {
  it('says a scale as people do', () => {
    expect(scaleSaid(scale)).toBe('$0.01 a mile for each $0.06 begun above $1.20')
    expect(scaleSaid({ ...scale, kind: 'percent', each: '0.50', counting: 'exact' })).toBe(
      '0.5 percent for each $0.06 above $1.20',
    )
  })

  it('shows what each scale comes to today and which week is missing, and takes back', async () => {
    const asked = fakeServer(({ method }) =>
      method === 'DELETE' ? refusal('scale_in_use', 422, '') : { body: agreed },
    )
    const wrapper = mount(PricesView, { global })
    await settled()
    expect(wrapper.text()).toMatch(
      /\$0\.43 a mile, diesel \$3\.741 told Nov 16, 2026; the week of Nov 23, 2026 is/,
    )
    expect(wrapper.text()).toContain('1 day after it is told')
    await wrapper.find('[aria-label="Take back the scale of Sawtooth Feeds"]').trigger('click')
    await settled()
    expect(asked.at(-1)!.path).toMatch(/fuel-scales\/5$/)
    expect(wrapper.text()).toContain('no: scale_in_use')
  })

  it('offers nothing to who does not bill', async () => {
    signIn('dispatcher')
    fakeServer(() => ({ body: agreed }))
    const wrapper = mount(PricesView, { global })
    await settled()
    expect(wrapper.text()).toContain('Tarps')
    expect(wrapper.text()).not.toMatch(/Add a|Take back|Change/)
  })

  it('sends a scale as it is typed, from another day on', async () => {
    const asked = fakeServer(() => ({ body: agreed }))
    const wrapper = mount(ScaleDialog, { props: { modelValue: true, from: scale, today: TODAY }, global })
    await type(wrapper, 'Dollars a mile for each step', '$0.02')
    await type(wrapper, 'Holds from', '12/1')
    expect(wrapper.text()).toContain('$0.02 a mile for each $0.06 begun above $1.20.')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toEqual({
      customer_id: 4,
      from_on: '2026-12-01',
      region: 'US',
      kind: 'per_mile',
      base: '1.20',
      step: '0.06',
      each: '0.02',
      counting: 'begun',
      places: 2,
      lag_days: 1,
    })
    expect(wrapper.emitted('done')).toHaveLength(1)
  })

  it('says at the field which end of a lane is not known, and keeps what is typed', async () => {
    fakeServer(() => refusal('unknown_lane_end', 422, '/origin'))
    const wrapper = mount(LaneDialog, { props: { modelValue: true, today: TODAY }, global })
    wrapper
      .findComponent({ name: 'LookupField' })
      .vm.$emit('update:modelValue', { key: '4', id: 4, title: 'S', subtitle: '' })
    await type(wrapper, 'From, a town or a state', 'Boies, ID')
    await type(wrapper, 'To, a town or a state', 'OR')
    await type(wrapper, 'Dollars', '2.85')
    await wrapper.find('form').trigger('submit')
    await settled()
    const field = wrapper.find('[label="From, a town or a state"]')
    expect(field.attributes('error-messages')).toBe('no: unknown_lane_end')
    expect(field.attributes('modelvalue')).toBe('Boies, ID')
  })
})

describe('what was paid short', () => {
  const claim = {
    id: 3,
    version: 2,
    invoice_id: 7,
    number: 'I-7',
    customer_id: 4,
    customer: 'Sawtooth Feeds',
    reason: 'Lumper not agreed',
    made_by: 'Inez',
    made_at: AT,
    note: '',
    next_on: null,
    amount: '40.00',
  }

  it('is followed up with a day, and let go with a reason', async () => {
    const asked = fakeServer(({ path }) => ({ body: path.endsWith('let-go') ? [] : [claim] }))
    const wrapper = mount(ClaimsPanel, { global })
    await settled()
    await wrapper.find('[aria-label="Follow up I-7"]').trigger('click')
    await type(wrapper, 'What we do', 'Receipt sent')
    await type(wrapper, 'Again on', '11/27')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)).toMatchObject({
      path: expect.stringMatching(/claims\/3\/note$/),
      body: { version: 2, note: 'Receipt sent', next_on: '2026-11-27' },
    })
    await wrapper.find('[aria-label="Let go I-7"]').trigger('click')
    await type(wrapper, 'Why? It is kept in the trail', 'Too small')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ version: 2, why: 'Too small' })
    expect(wrapper.text()).not.toContain('I-7')
  })
})

describe('what is sold to a factor', () => {
  const sold = {
    id: 9,
    invoice_id: 7,
    number: 'I-7',
    customer: 'Sawtooth Feeds',
    amount: '1000.00',
    advance: '900.00',
    fee: '30.00',
    reserve: '70.00',
    ended: null,
    ended_by: null,
  }
  const factoring = (more: object = {}) => ({
    last: { factor: 'Ridgeline', advance_percent: '90.00', fee_percent: '3.00' },
    schedules: [
      {
        id: 1,
        number: 'F-1',
        factor: 'Ridgeline',
        made_by: 'Inez',
        made_at: AT,
        amount: '1000.00',
        advance: '900.00',
        fee: '30.00',
        held: '70.00',
        sold: [{ ...sold, ...more }],
      },
    ],
  })

  it('is ended once, and says how', async () => {
    const asked = fakeServer(({ method }) => ({
      body: method === 'POST' ? factoring({ ended: 'returned', ended_by: 'Inez' }) : factoring(),
    }))
    const wrapper = mount(FactorPanel, {
      props: { today: TODAY },
      global: { stubs: { ...PLAIN, SellDialog: true } },
    })
    await settled()
    expect(wrapper.text()).toContain('$70.00 still')
    await wrapper.find('[aria-label="It came back: I-7"]').trigger('click')
    await settled()
    expect(asked.at(-1)!.path).toMatch(/factored\/9\/take-back$/)
    expect(wrapper.text()).toContain('Came back unpaid, says Inez')
    expect(wrapper.find('[aria-label="It came back: I-7"]').exists()).toBe(false)
    expect(wrapper.emitted('changed')).toHaveLength(1)
  })
})

describe('the margin', () => {
  const sum = {
    loads: 2,
    revenue: '1000.00',
    pay: '300.00',
    partner: '0.00',
    fuel: '500.00',
    tolls: '0.00',
    permits: '0.00',
    laid_out: '0.00',
    other: '300.00',
    margin: '-100.00',
    percent: '-10.0',
    per_mile: '-0.20',
    loaded_miles: '400.0',
    empty_miles: '100.0',
  }

  it('is asked for by what is chosen, and says whose pay is not known', async () => {
    const asked = fakeServer(() => ({
      body: {
        from: '2026-10-26',
        to: TODAY,
        unknown: ['L7'],
        all: sum,
        rows: [{ id: '2026-11-16', label: '2026-11-16', detail: '', ...sum }],
      },
    }))
    const wrapper = mount(MarginView, { global })
    await settled()
    expect(wrapper.text()).toContain('not worked out yet for L7')
    expect(wrapper.text()).toContain('−10.0 %')
    await type(wrapper, 'By', 'week')
    await settled()
    expect(asked.at(-1)!.path).toContain('/api/margins')
    expect(wrapper.text()).toContain('Week of Nov 16, 2026')
  })
})
