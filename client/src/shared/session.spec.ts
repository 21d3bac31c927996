import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { fakeServer, refusal } from '@/test/server'
import { useSession } from './session'

const me = (more: Record<string, unknown> = {}) => ({
  signed_in: true,
  set_up: true,
  now: new Date(Date.now() + 3_600_000).toISOString(),
  id: 1,
  name: 'Maren',
  roles: ['dispatcher'],
  company_zone: 'America/Boise',
  ...more,
})

beforeEach(() => setActivePinia(createPinia()))
describe('who is signed in', () => {
  it('signs in with address and password, and is read then', async () => {
    const asked = fakeServer(({ path }) => (path === '/api/me' ? { body: me() } : {}))
    const session = useSession()
    expect(await session.signIn('m@x.example', 'secret')).toBeUndefined()
    expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
      'POST /api/auth/sign-in',
      'GET /api/me',
    ])
    expect([session.me?.name, asked[0]?.body]).toEqual([
      'Maren',
      { email: 'm@x.example', password: 'secret' },
    ])
  })

  it('is told why not, and nobody is read', async () => {
    const asked = fakeServer(() => refusal('wrong_password', 401))
    const session = useSession()
    expect((await session.signIn('m@x.example', 'wrong'))?.code).toBe('wrong_password')
    expect([session.me, asked.length]).toEqual([undefined, 1])
  })

  it('is told that the server is out of reach', async () => {
    fakeServer(() => 'away')
    expect((await useSession().signIn('m@x.example', 'secret'))?.code).toBe('unreachable')
  })

  it('runs by the company’s clock and zone, which in a demo is another than the browser’s', async () => {
    fakeServer(() => ({ body: me() }))
    const session = useSession()
    expect(session.zone).toBe('UTC')
    await session.load()
    expect([session.zone, Math.round((session.now() - Date.now()) / 60_000)]).toEqual(['America/Boise', 60])
  })

  it('has a role where it has one of those asked for', async () => {
    fakeServer(() => ({ body: me({ roles: ['settlement_clerk'] }) }))
    const session = useSession()
    const may = session.has('dispatcher', 'settlement_clerk')
    expect(may.value).toBe(false)
    await session.load()
    expect([may.value, session.has('dispatcher').value]).toEqual([true, false])
  })

  it('stays who it is while the server cannot say', async () => {
    fakeServer(() => ({ body: me() }))
    const session = useSession()
    await session.load()
    fakeServer(() => 'away')
    await session.load()
    expect(session.me?.name).toBe('Maren')
  })
})
