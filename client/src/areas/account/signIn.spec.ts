import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { api, ask, signedOut } from '@/shared/api'
import { useSession } from '@/shared/session'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import NewPasswordPage from './NewPasswordPage.vue'
import SecondFactorPanel from './SecondFactorPanel.vue'
import SignInForm from './SignInForm.vue'
import { createRouter, createMemoryHistory } from 'vue-router'

const global = { stubs: PLAIN }
const NOW = new Date().toISOString()
const nobody = {
  signed_in: false,
  second_factor: 'none',
  second_factors: [] as string[],
  set_up: true,
  now: NOW,
}
const half = {
  ...nobody,
  second_factor: 'asked',
  second_factors: ['app', 'recovery'],
  email: 'inez@x.example',
}
const inez = {
  ...nobody,
  signed_in: true,
  second_factor: 'given',
  second_factors: ['app'],
  id: 3,
  name: 'Inez',
  roles: ['dispatcher'],
}
const paths = (asked: { path: string }[]) => asked.map(({ path }) => path)
const submit = async (wrapper: VueWrapper) => {
  await wrapper.find('form').trigger('submit')
  await settled()
  await flushPromises()
}

beforeEach(() => {
  setActivePinia(createPinia())
  signedOut.value = false
})

describe('signing in', () => {
  it('asks for the code where there is a second factor, and is done only then', async () => {
    let me: object = nobody
    const asked = fakeServer(({ path, body }) => {
      if (path === '/api/me') return { body: me }
      if (path === '/api/auth/sign-in') me = half
      if (path === '/api/auth/code') {
        if ((body as { otp: string }).otp !== '123456') return refusal('invalid_otp_auth_code', 401, '/otp')
        me = inez
      }
      return { body: { message: '' } }
    })
    const wrapper = mount(SignInForm, { global })
    await type(wrapper, 'E-mail', ' inez@x.example ')
    await type(wrapper, 'Password', 'secret')
    await submit(wrapper)
    expect(asked[0]?.body).toEqual({ email: 'inez@x.example', password: 'secret' })
    expect([wrapper.text().includes('inez@x.example'), wrapper.emitted('done')]).toEqual([true, undefined])
    await type(wrapper, 'Six digits of your app', '000000')
    await submit(wrapper)
    expect(wrapper.find('[error-messages]').attributes('error-messages')).toBe('no: invalid_otp_auth_code')
    await type(wrapper, 'Six digits of your app', ' 123456 ')
    await submit(wrapper)
    expect(wrapper.emitted('done')).toHaveLength(1)
  })

  it('takes a recovery code instead, and lets somebody else begin', async () => {
    let me: object = half
    const asked = fakeServer(({ path }) => {
      if (path === '/api/me') return { body: me }
      if (path === '/api/auth/sign-out') me = nobody
      return { body: { message: '' } }
    })
    await useSession().load()
    const wrapper = mount(SignInForm, { global })
    await button(wrapper, 'Use a recovery code').trigger('click')
    await type(wrapper, 'Recovery code', 'abcde-fghjk')
    await submit(wrapper)
    expect(asked.find(({ path }) => path === '/api/auth/recovery-code')?.body).toEqual({
      'recovery-code': 'abcde-fghjk',
    })
    await button(wrapper, 'Somebody else').trigger('click')
    await settled()
    expect(wrapper.findAll('[label="Password"]')).toHaveLength(1)
  })

  it('mails a link without saying whether there is such an address, and wants one', async () => {
    const asked = fakeServer(() => ({ body: { done: true } }))
    const wrapper = mount(SignInForm, { global })
    await button(wrapper, 'I cannot sign in: mail me a link').trigger('click')
    expect(wrapper.find('[error-messages]').attributes('error-messages')).toBe('Write your address first.')
    expect(asked).toEqual([])
    await type(wrapper, 'E-mail', 'who@x.example')
    await button(wrapper, 'I cannot sign in: mail me a link').trigger('click')
    await settled()
    expect(wrapper.text()).toContain('If somebody signs in as who@x.example')
  })
})

describe('a session that ends under an open page', () => {
  it('keeps the page and who was there until they are back, and is told by 401 alone', async () => {
    let me: object = inez
    let alive = true
    fakeServer(({ path }) => {
      if (path === '/api/me') return { body: me }
      if (path === '/api/loads' && !alive) return refusal('signed_out', 401)
      if (path === '/api/auth/sign-in') me = half
      if (path === '/api/auth/code') me = inez
      return { body: { message: '' } }
    })
    const session = useSession()
    await session.load()
    alive = false
    me = nobody
    await ask(api.GET('/api/loads'))
    expect([signedOut.value, session.me?.name]).toEqual([true, 'Inez'])
    await session.signIn('inez@x.example', 'secret')
    expect([session.me?.signed_in, session.me?.name, session.me?.second_factor]).toEqual([
      true,
      'Inez',
      'asked',
    ])
    await session.giveCode('123456', false)
    expect([signedOut.value, session.me?.second_factor]).toEqual([false, 'given'])
  })

  it('is no other refusal: a link of the phone that is over asks nobody for a password', async () => {
    fakeServer(() => refusal('pin_needed', 401))
    await ask(api.GET('/api/loads'))
    expect(signedOut.value).toBe(false)
  })
})

describe('a second factor', () => {
  const set = { otp_secret: 'abcd', otp_raw_secret: 'raw', picture: '<svg/>' }
  it('is set up with the password and a code, and shows recovery codes once', async () => {
    const asked = fakeServer(({ path, body }) => {
      const sent = body as { otp?: string }
      if (path === '/api/me') return { body: inez }
      if (path === '/api/auth/recovery-codes') return { body: { message: '', codes: ['a-1', 'b-2'] } }
      if (!sent.otp) return { status: 422, body: { error: { code: 'x', message: 'x', path: '' }, ...set } }
      return sent.otp === '123456' ? { body: { message: '' } } : refusal('wrong', 401, '/otp')
    })
    const wrapper = mount(SecondFactorPanel, { props: { must: true }, global })
    await button(wrapper, 'Set it up').trigger('click')
    await settled()
    expect(wrapper.find('code').text()).toBe('abcd')
    expect(wrapper.find('img').attributes('src')).toBe(`data:image/svg+xml;base64,${btoa('<svg/>')}`)
    await type(wrapper, 'Your password', 'secret')
    await type(wrapper, 'Six digits that the app shows now', '000 000')
    await submit(wrapper)
    expect(wrapper.find('img').exists()).toBe(true)
    await type(wrapper, 'Six digits that the app shows now', '123 456')
    await submit(wrapper)
    expect(asked.find(({ path }) => path === '/api/auth/recovery-codes')?.body).toEqual({
      password: 'secret',
      add: '1',
    })
    expect(wrapper.findAll('li').map(one => one.text())).toEqual(['a-1', 'b-2'])
    await button(wrapper, 'I have them').trigger('click')
    await settled()
    expect([wrapper.emitted('done')?.length, wrapper.findAll('li').length]).toEqual([1, 0])
  })

  it('is taken away with the password alone, which is asked for each time', async () => {
    const asked = fakeServer(({ path }) =>
      path === '/api/me' ? { body: inez } : refusal('invalid_password', 401, '/password'),
    )
    await useSession().load()
    const wrapper = mount(SecondFactorPanel, { global })
    await button(wrapper, 'Take the app away').trigger('click')
    expect(button(wrapper, 'Take it away').attributes('disabled')).toBeDefined()
    await type(wrapper, 'Your password', 'wrong')
    await submit(wrapper)
    expect(paths(asked).at(-1)).toBe('/api/auth/second-factor-off')
    expect(wrapper.find('[error-messages]').attributes('error-messages')).toBe('no: invalid_password')
  })
})

describe('a mailed link', () => {
  const mounted = async (hash: string) => {
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/new-password', component: NewPasswordPage },
        { path: '/sign-in', component: { template: '<p>in</p>' } },
      ],
    })
    await router.push(`/new-password${hash}`)
    return { router, wrapper: mount(NewPasswordPage, { global: { ...global, plugins: [router] } }) }
  }

  it('sets a password that was typed twice alike, and goes to sign in', async () => {
    const asked = fakeServer(({ path }) =>
      path === '/api/me' ? { body: nobody } : { body: { message: '' } },
    )
    const { wrapper, router } = await mounted('#key=1_abc')
    await type(wrapper, 'New password', 'six tarps for one')
    await type(wrapper, 'Once more', 'six tarps for two')
    expect(wrapper.text() + wrapper.html()).toContain('The two differ.')
    await submit(wrapper)
    expect(asked).toEqual([])
    await type(wrapper, 'Once more', 'six tarps for one')
    await submit(wrapper)
    expect(asked[0]?.body).toEqual({ key: '1_abc', password: 'six tarps for one' })
    expect(router.currentRoute.value.path).toBe('/sign-in')
  })

  it('that is cut says so, and one that is too old too', async () => {
    expect((await mounted('')).wrapper.text()).toContain('This link is not whole')
    fakeServer(() => refusal('invalid_reset_password_key', 401))
    const { wrapper } = await mounted('#key=1_old')
    await type(wrapper, 'New password', 'six tarps for one')
    await type(wrapper, 'Once more', 'six tarps for one')
    await submit(wrapper)
    expect(wrapper.text()).toContain('no: invalid_reset_password_key')
  })
})
