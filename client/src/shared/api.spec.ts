import { describe, expect, it } from 'vitest'
import { fakeServer, refusal } from '@/test/server'
import { api, ask, reachable } from './api'

describe('a call', () => {
  it('gives the data, or what the server says is wrong with code and path', async () => {
    fakeServer(() => ({ body: { id: 1 } }))
    expect(await ask(api.GET('/api/me'))).toEqual({ data: { id: 1 }, problem: undefined })
    fakeServer(() => refusal('not_found', 404))
    const { problem } = await ask(api.GET('/api/me'))
    expect([problem?.code, problem?.message]).toEqual(['not_found', 'no: not_found'])
  })

  it('says in words that the server is out of reach, and the shell shows it until it is back', async () => {
    fakeServer(() => 'away')
    const { problem } = await ask(api.GET('/api/me'))
    expect([problem?.code, reachable.value]).toEqual(['unreachable', false])
    fakeServer(() => ({ body: {} }))
    await ask(api.GET('/api/me'))
    expect(reachable.value).toBe(true)
  })

  it.each([
    [503, false],
    [500, true],
    [422, true],
  ])('answered with %i leaves the server reachable: %s', async (status, there) => {
    fakeServer(() => ({ status, body: {} }))
    await ask(api.GET('/api/me'))
    expect(reachable.value).toBe(there)
  })

  it('makes something of an answer that nobody can read', async () => {
    fakeServer(() => ({ status: 502, body: 'Bad gateway' }))
    expect((await ask(api.GET('/api/me'))).problem?.code).toBe('unknown')
  })
})
