import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import AreaMenu from './AreaMenu.vue'
import AroundView from './AroundView.vue'
import MailFindsDialog from './MailFindsDialog.vue'
import SheetDialog from './SheetDialog.vue'
import { NO_WISH, type Wish } from './useFinds'
import type { Find } from './words'

const AT = '2026-11-23T17:00:00Z'
const global = { stubs: PLAIN }
const posting = (id: number, more: object = {}) => ({
  posting_id: id,
  reference: `P${id}`,
  poster: {
    name: 'Larkspur Freight',
    authority_number: '9000001',
    credit_score: 91,
    days_to_pay: 24,
    factoring: false,
    phone: null,
  },
  rate: '900.00',
  per_loaded_mile: '4.10',
  per_mile: '3.20',
  lanes: [],
  posted_at: AT,
  opens_at: AT,
  closes_at: null,
  deliver_by: null,
  weight_lb: null,
  size: 'full',
  others: [],
  reasons: [],
  record: {},
  offer: null,
  aside: false,
  trailer_kind: 'dry_van',
  note: 'Tall docks',
  zone: 'America/Boise',
  delivery_zone: 'America/Los_Angeles',
  origin: 'Boise, ID',
  destination: 'Pendleton, OR',
  empty_miles: '61.0',
  loaded_miles: '219.4',
  ...more,
})
const found = (rows: object[]) => ({
  as_of: AT,
  heard_at: AT,
  place: 'Boise, ID',
  at: AT,
  zone: 'America/Boise',
  seen: rows.length,
  unpriced: 0,
  doubtful: 0,
  rows,
})
const crew = (id: number, name: string) => ({
  verdict: 'fits',
  crew: { id, name, place: 'Nampa, ID', free_at: AT, zone: 'America/Boise' },
  deadhead_miles: '20.0',
  money: { profit: '310.00' },
})
const shown = async (wish: Partial<Wish>, rows: object[] | object, mayAct = true) => {
  const asked = fakeServer(({ path }) => {
    if (path.endsWith('/areas')) return { body: [] }
    if (path.endsWith('/crews')) return { body: [crew(7, 'Wade Ferris')] }
    return Array.isArray(rows) ? { body: found(rows) } : (rows as { body: object })
  })
  const wrapper = mount(AroundView, { props: { wish: { ...NO_WISH, ...wish }, mayAct }, global })
  await settled()
  return { asked: () => asked.filter(({ path }) => path.endsWith('/around')), wrapper }
}
beforeEach(() => setActivePinia(createPinia()))

describe('looking around a place', () => {
  it('asks nothing before a place is said', async () => {
    const { asked, wrapper } = await shown({}, [])
    expect(asked()).toEqual([])
    expect(wrapper.text()).toContain('Say a place')
  })

  it('shows what is posted, what is known of the first, and who could take it', async () => {
    const { asked, wrapper } = await shown({ place: 'Boise, ID', to: 'ut co' }, [
      posting(1),
      posting(2, { rate: null, per_mile: null, destination: 'Ogden, UT' }),
    ])
    expect(asked()[0]!.query.get('to')).toBe('UT,CO')
    expect(asked()[0]!.query.has('trailer_kind')).toBe(false)
    const text = wrapper.text()
    expect(text).toMatch(/dry van, 61 mi to it,\s*219 loaded, no lane price/)
    expect(text).toContain('Tall docks')
    expect(text).toMatch(/Wade Ferris\s*20 mi away, in Nampa, ID from/)
    expect(text).toContain('$310')
    await wrapper.find('[aria-label="Look at it for Wade Ferris"]').trigger('click')
    expect(wrapper.emitted('look')).toEqual([[1, 7]])
    await type(wrapper, 'Trailer', 'flatbed')
    await settled()
    expect(asked().at(-1)!.query.get('trailer_kind')).toBe('flatbed')
  })

  it('says at its field what is no place, and offers nothing to who may not', async () => {
    const { wrapper } = await shown({ place: 'Nowhere, ID' }, refusal('unknown_place', 422, '/place'), false)
    expect(wrapper.find('[label^="Around"]').attributes('error-messages')).toBe('no: unknown_place')
    expect(wrapper.text()).not.toContain('Take in a sheet')
  })
})

describe('areas', () => {
  it('are picked into the field, kept from it, and let go', async () => {
    const areas = [{ id: 3, name: 'Mountain', states: ['CO', 'UT'], who: 'Maren Holt' }]
    const asked = fakeServer(({ method }) =>
      method === 'POST' ? refusal('area_exists', 422, '/name') : { body: areas },
    )
    const wrapper = mount(AreaMenu, { props: { modelValue: 'ut nv', mayKeep: true }, global })
    await settled()
    await button(wrapper, 'Mountain CO UT').trigger('click')
    expect(wrapper.emitted('update:modelValue')).toEqual([['UT NV CO']])
    await type(wrapper, 'Keep UT NV CO as', 'Mountain')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked.at(-1)!.body).toMatchObject({ name: 'Mountain', states: ['UT', 'NV', 'CO'] })
    expect(wrapper.find('[label="Keep UT NV CO as"]').attributes('error-messages')).toBe('no: area_exists')
    await wrapper.find('[aria-label="Let go Mountain"]').trigger('click')
    await settled()
    expect(asked.some(({ method, path }) => method === 'DELETE' && path.endsWith('/areas/3'))).toBe(true)
  })
})

describe('mailing finds', () => {
  it('sends them in the order in which they stand', async () => {
    const asked = fakeServer(() => ({ body: {} }))
    const wrapper = mount(MailFindsDialog, {
      props: { modelValue: true, rows: [posting(5), posting(2)] as unknown as Find[], driverId: 7 },
      global,
    })
    await type(wrapper, 'To', ' wade@example.com ')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(asked[0]!.body).toMatchObject({ to: 'wade@example.com', driver_id: 7, posting_ids: [5, 2] })
    expect(wrapper.emitted('update:modelValue')).toEqual([[false]])
  })
})

describe('postings from a sheet', () => {
  it('shows what it would do, and only then takes it in', async () => {
    const answers = [
      { added: 2, changed: 0, unchanged: 0, unknown: ['Colour'], errors: [], done: false },
      { added: 2, changed: 0, unchanged: 0, unknown: ['Colour'], errors: [], done: true },
    ]
    const asked = fakeServer(({ method }) =>
      method === 'POST'
        ? { body: answers.shift() }
        : { body: { kind: 'postings', csv: 'reference\n', columns: [] } },
    )
    const wrapper = mount(SheetDialog, { props: { modelValue: true }, global })
    await settled()
    const input = wrapper.find('input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [new File(['reference\nA-1\n'], 'mail.csv')] })
    await input.trigger('change')
    await settled()
    expect(wrapper.text()).toMatch(/mail\.csv\s*would be imported: 2 new/)
    expect(wrapper.text()).toContain('Colour')
    await button(wrapper, 'Import 2 rows').trigger('click')
    await settled()
    expect(asked.filter(({ method }) => method === 'POST').map(({ body }) => body)).toMatchObject([
      { preview: true },
      { preview: false },
    ])
    expect(wrapper.emitted('done')).toHaveLength(1)
  })
})
