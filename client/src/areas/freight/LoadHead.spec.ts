import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'

let roles = ['dispatcher']
vi.mock('@/shared/session', () => ({
  useSession: () => ({ has: (role: string) => ({ value: roles.includes(role), __v_isRef: true }) }),
}))
const { default: LoadHead } = await import('./LoadHead.vue')

const ALL: Schemas['LoadAct']['act'][] = [
  'crew',
  'send',
  'change',
  'recrew',
  'uncrew',
  'swap_crews',
  'relay',
  'undo_relay',
  'cancel',
]
function head(allowed: Schemas['LoadAct']['act'][], more: Partial<Schemas['Load']> = {}, crewing = false) {
  const load = {
    id: 7,
    number: 'L1007',
    status: 'planned',
    customer: { id: 1, name: 'Onions' },
    booked_by: 'Maren',
    totals: { total: '1850.00' },
    missing: [],
    permits: false,
    trips: [],
    stops: [
      { id: 1, town: 'Boise', state: 'ID' },
      { id: 2, town: 'Pendleton', state: 'OR' },
    ],
    allowed_acts: ALL.map(act => ({ act, why_not: allowed.includes(act) ? null : 'Not now.' })),
    ...more,
  } as unknown as Schemas['Load']
  return mount(LoadHead, {
    props: { load, close: '/freight', crewing, busy: false },
    global: { stubs: PLAIN },
  })
}
const buttons = (wrapper: ReturnType<typeof head>) =>
  wrapper.findAll('.acts button').map(button => button.text())

beforeEach(() => {
  roles = ['dispatcher']
  setActivePinia(createPinia())
})

describe('the head of a load', () => {
  it('says what it is, from where to where, for whom, for how much', () => {
    const text = head([]).text()
    for (const part of ['L1007', 'Boise, ID → Pendleton, OR', 'Onions', '$1,850.00', 'booked by Maren'])
      expect(text).toContain(part)
  })

  // What the server lets, and what is offered beside the copy that is always there.
  it.each([
    [[], ['Copy']],
    [['crew'], ['Pick a crew', 'Rank all crews', 'Copy']],
    [
      ['send', 'change', 'cancel'],
      ['Send to the driver', 'Change', 'Copy', 'Cancel the load'],
    ],
    [
      ['recrew', 'uncrew', 'swap_crews', 'relay'],
      ['Copy', 'Another crew', 'Take the crew off', 'Swap crews', 'Relay'],
    ],
    [['undo_relay'], ['Copy', 'Undo the relay']],
  ] as [Schemas['LoadAct']['act'][], string[]][])('offers for %j: %j', (allowed, offered) => {
    expect(buttons(head(allowed))).toEqual(offered)
  })

  it('offers its permit file where it has one or wants one, and nothing at all to who does not dispatch', () => {
    expect(buttons(head([], { permits: true }))).toEqual(['Permit file', 'Copy'])
    roles = ['safety']
    expect(head(['crew']).find('.acts').exists()).toBe(false)
  })

  it('asks before what cannot be undone, and sends what can be sent', async () => {
    const wrapper = head(['send', 'uncrew', 'cancel', 'swap_crews', 'relay', 'undo_relay'])
    for (const button of wrapper.findAll('.acts button')) await button.trigger('click')
    expect(wrapper.emitted('ask')?.map(([what]) => what)).toEqual([
      'uncrew',
      'swap',
      'relay',
      'undo_relay',
      'cancel',
    ])
    expect(wrapper.emitted('send')?.length).toBe(1)
  })

  it('says what is missing, why it was cancelled, and where nobody takes it over', () => {
    const swap = { kind: 'swap', town: 'Billings', state: 'MT', stop_id: 3 }
    const text = head([], {
      missing: [
        { code: 'x', text: 'The driver has not been told.' },
      ] as unknown as Schemas['Load']['missing'],
      cancel_reason: 'No freight',
      trips: [
        { id: 1, status: 'rolling', begins_at: '', stops: [{ kind: 'pickup', stop_id: 1 }, swap] },
      ] as unknown as Schemas['Load']['trips'],
    }).text()
    expect(text).toContain('The driver has not been told.')
    expect(text).toContain('Cancelled: No freight')
    expect(text).toContain('Nobody takes it over at Billings, MT')
  })
})
