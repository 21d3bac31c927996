import { effectScope } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer, refusal, settled, type Asked } from '@/test/server'
import { useLoad } from './useLoad'

vi.mock('@/shared/live', () => ({ onChange: () => undefined }))

const scopes: ReturnType<typeof effectScope>[] = []
const loadOf = (version: number, ...acts: string[]) => ({
  id: 1,
  version,
  number: 'L1',
  allowed_acts: acts.map(act => ({ act, why_not: null })),
  trips: [],
})
async function page(say: Parameters<typeof fakeServer>[0]) {
  const asked = fakeServer(say)
  const scope = effectScope()
  scopes.push(scope)
  const load = scope.run(() => useLoad(1))!
  await settled()
  return { asked, load }
}
const writes = (asked: Asked[]) => asked.filter(({ method }) => method !== 'GET')
const keys = (asked: Asked[]) => writes(asked).map(({ body }) => (body as { key: string }).key)

afterEach(() => {
  for (const scope of scopes.splice(0)) scope.stop()
})

describe('a load', () => {
  it('is given to a crew, and shown as the server then has it, with the panel closed', async () => {
    const { asked, load } = await page(({ method }) => ({
      body: method === 'GET' ? loadOf(1, 'crew') : loadOf(2, 'send'),
    }))
    load.crewing.value = true
    await load.crew({ driver_ids: [4], tractor_id: 7 })
    expect(writes(asked).map(({ method, path }) => `${method} ${path}`)).toEqual(['PUT /api/loads/1/crew'])
    expect([load.data.value?.version, load.acts.value.may('send'), load.crewing.value]).toEqual([
      2,
      true,
      false,
    ])
  })

  it('that has a crew goes to another by another act', async () => {
    const { asked, load } = await page(() => ({ body: loadOf(1, 'recrew') }))
    await load.crew({ driver_ids: [4], tractor_id: 7 })
    expect(writes(asked).map(({ method, path }) => `${method} ${path}`)).toEqual(['POST /api/loads/1/recrew'])
  })

  it('that is blocked for a crew asks for a reason, and is given with it: another deed, the same crew', async () => {
    const { asked, load } = await page(({ method, body }) => {
      if (method === 'GET') return { body: loadOf(1, 'crew') }
      return (body as { why?: string }).why ? { body: loadOf(2, 'send') } : refusal('blocked')
    })
    await load.crew({ driver_ids: [4], tractor_id: 7, trailer_id: 9 })
    expect([load.asking.value, load.trouble.value?.code]).toEqual(['past', 'blocked'])
    await load.withReason('He has done it before')
    const [first, second] = writes(asked).map(({ body }) => body as Record<string, unknown>)
    expect(second).toMatchObject({
      driver_ids: [4],
      tractor_id: 7,
      trailer_id: 9,
      why: 'He has done it before',
    })
    expect([first!.key === second!.key, load.asking.value]).toEqual([false, undefined])
  })

  it('whose permits are missing asks before it is sent without them', async () => {
    const { asked, load } = await page(({ method, body }) => {
      if (method === 'GET') return { body: loadOf(1, 'send') }
      return (body as { why?: string }).why ? { body: loadOf(2) } : refusal('permits_missing', 422, '/why')
    })
    await load.send()
    expect(load.asking.value).toBe('papers')
    await load.withReason('Escorted by the state')
    expect([new Set(keys(asked)).size, load.data.value?.version]).toEqual([2, 2])
  })

  it('whose permits are missing says so, and asks nobody who may not decide it', async () => {
    const { load } = await page(({ method }) =>
      method === 'GET' ? { body: loadOf(1, 'send') } : refusal('permits_missing'),
    )
    await load.send()
    expect([load.asking.value, load.trouble.value?.code]).toEqual([undefined, 'permits_missing'])
  })

  it('is refused for any other cause without a question, and can be tried again with the same key', async () => {
    const { asked, load } = await page(({ method }) =>
      method === 'GET' ? { body: loadOf(1, 'send') } : refusal('no_phone'),
    )
    await load.send()
    await load.send()
    expect([load.asking.value, load.trouble.value?.code, new Set(keys(asked)).size]).toEqual([
      undefined,
      'no_phone',
      1,
    ])
  })

  it.each([
    ['cancel' as const, 'POST /api/loads/1/cancel'],
    ['undo_relay' as const, 'DELETE /api/loads/1/relay'],
    ['uncrew' as const, 'DELETE /api/loads/1/crew'],
  ])('asked to %s with a reason does that', async (what, sent) => {
    const { asked, load } = await page(() => ({ body: loadOf(1) }))
    load.asking.value = what
    await load.withReason('The customer called')
    expect(writes(asked).map(({ method, path }) => `${method} ${path}`)).toEqual([sent])
    expect([(writes(asked)[0]!.body as { why: string }).why, load.asking.value]).toEqual([
      'The customer called',
      undefined,
    ])
  })
})
