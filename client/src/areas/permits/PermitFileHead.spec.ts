import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/shared/api'
import { PLAIN } from '@/test/plain'
import PermitFileHead from './PermitFileHead.vue'

const permit = (sendable: boolean) => ({ sendable }) as Schemas['Permit']
function head(more: Partial<Schemas['PermitFile']>, who: { clerk?: boolean; mayChange?: boolean } = {}) {
  const file = {
    load_id: 7,
    load: 'L7',
    way: 'Boise, ID → Kent, WA',
    total_fee: '68.00',
    missing: [],
    permits: [],
    attested_at: '2026-11-23T11:30:00Z',
    attested_by: 'Tobias',
    zone: 'America/Boise',
    outdated: false,
    gaps: [],
    let_go: null,
    ...more,
  } as unknown as Schemas['PermitFile']
  return mount(PermitFileHead, {
    props: { file, clerk: true, mayChange: true, busy: false, ...who },
    global: { stubs: PLAIN },
  })
}
const buttons = (wrapper: ReturnType<typeof head>) => wrapper.findAll('button').map(one => one.text())

describe('the head of a permit file', () => {
  // Permits that can be sent as they are, and what is offered.
  it.each([
    [[], ['Copy an earlier one']],
    [[permit(false)], ['Copy an earlier one']],
    [
      [permit(true), permit(false)],
      ['Copy an earlier one', 'Send it to its office'],
    ],
    [
      [permit(true), permit(true)],
      ['Copy an earlier one', 'Send all 2 to their offices'],
    ],
  ])('with %j offers %j', (permits, offered) => {
    expect(buttons(head({ permits }))).toEqual(offered)
  })

  it('wants it attested before it is sent', () => {
    const wrapper = head({ permits: [permit(true)], attested_at: null, attested_by: null })
    expect(buttons(wrapper)).toEqual([
      'Copy an earlier one',
      'Attest that all is right',
      'Send it to its office',
    ])
    expect(wrapper.findAll('button')[2]!.attributes('disabled')).not.toBeUndefined()
  })

  it('offers a way anew where the load goes another one now, to who may change it', () => {
    expect(buttons(head({ outdated: true }))).toContain('Make the route anew')
    expect(
      buttons(head({ outdated: true, permits: [permit(true)] }, { clerk: false, mayChange: false })),
    ).toEqual([])
  })

  it('says what is missing, in its order, and what is to pay', () => {
    const wrapper = head({ missing: ['No tractor is chosen.', 'Nobody has attested it.'] })
    expect(wrapper.findAll('li').map(one => one.text())).toEqual([
      'No tractor is chosen.',
      'Nobody has attested it.',
    ])
    expect(wrapper.text()).toContain('$68.00 in fees')
  })
})
