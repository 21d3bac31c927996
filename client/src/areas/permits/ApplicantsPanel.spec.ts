import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import ApplicantsPanel from './ApplicantsPanel.vue'

const aspen = {
  id: 4,
  version: 2,
  name: 'Aspen Crane',
  address: '4 Mill Rd',
  town: 'Missoula',
  state: 'MT',
  zip: '59801',
  phone: '',
  usdot_number: '7654321',
  carrier_number: '',
  retired: false,
}

describe('other companies that permits are asked for', () => {
  it('are kept with what is wrong said at its field, and corrected on the version that was seen', async () => {
    const answers = [refusal('no_usdot_number', 422, '/usdot_number'), { status: 201, body: [aspen] }]
    const asked = fakeServer(({ method }) => {
      if (method === 'POST') return answers.shift()
      return { body: method === 'PUT' ? [{ ...aspen, retired: true }] : [] }
    })
    const wrapper = mount(ApplicantsPanel, { props: { mayChange: true }, global: { stubs: PLAIN } })
    await settled()
    expect(wrapper.text()).toContain('every permit is our own')
    await button(wrapper, 'Add one').trigger('click')
    await type(wrapper, 'Name', 'Aspen Crane')
    await type(wrapper, 'USDOT number', '12x')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(wrapper.find('[label="USDOT number"]').attributes('error-messages')).toBe('no: no_usdot_number')
    await wrapper.find('form').trigger('submit')
    await settled()
    expect(wrapper.text().replace(/\s+/g, ' ')).toContain('Aspen Crane Missoula, MT • 7654321')

    await wrapper.find('[aria-label="Correct Aspen Crane"]').trigger('click')
    await wrapper.find('form').trigger('submit')
    await settled()
    const put = asked.find(({ method }) => method === 'PUT')
    expect([put?.path, put?.body]).toEqual([
      '/api/applicants/4',
      expect.objectContaining({ name: 'Aspen Crane', version: 2, town: 'Missoula' }),
    ])
    expect(wrapper.text()).toContain('not any more')
  })
})
