import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useSession } from '@/shared/session'
import { PLAIN } from '@/test/plain'
import { fakeServer } from '@/test/server'
import { button } from '@/test/typing'
import LinkButton from './LinkButton.vue'

describe('the links on a driver’s phone', () => {
  const shown = () => mount(LinkButton, { props: { driverId: 7 }, global: { stubs: PLAIN } })
  beforeEach(async () => {
    setActivePinia(createPinia())
    fakeServer(({ path }) => (path === '/api/me' ? { body: { signed_in: true, roles: ['dispatcher'] } } : {}))
    await useSession().load()
  })

  it('are not ended by one press: it asks first, and can be left', async () => {
    const asked = fakeServer(() => ({}))
    const wrapper = shown()
    await button(wrapper, 'Phone lost: end its links').trigger('click')
    expect(wrapper.text()).toContain('can no longer open')
    await button(wrapper, 'Keep them').trigger('click')
    expect(wrapper.text()).not.toContain('can no longer open')
    expect(asked).toEqual([])
  })

  it('are ended once it is said again, and the page says so', async () => {
    const asked = fakeServer(() => ({ body: { id: 7 } }))
    const wrapper = shown()
    await button(wrapper, 'Phone lost: end its links').trigger('click')
    await button(wrapper, 'End its links').trigger('click')
    await flushPromises()
    expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual(['POST /api/drivers/7/revoke-links'])
    expect(wrapper.text()).toContain('The old links no longer open.')
  })

  it('say what is wrong where they could not be ended', async () => {
    fakeServer(() => ({ status: 422, body: { error: { code: 'no', message: 'Not now.', path: '' } } }))
    const wrapper = shown()
    await button(wrapper, 'Text a new link').trigger('click')
    await flushPromises()
    expect(wrapper.text()).toContain('Not now.')
  })
})
