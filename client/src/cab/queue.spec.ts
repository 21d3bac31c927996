import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer, refusal, settled, type Asked } from '@/test/server'
import { useQueue } from './queue'

type Queue = ReturnType<typeof useQueue>
const open: Queue[] = []

function queueOf(heard: (path: string, answer: unknown) => void = () => undefined) {
  const denied: string[] = []
  const queue = useQueue(
    () => ({ Authorization: 'Bearer t' }),
    heard,
    code => denied.push(code),
  )
  open.push(queue)
  return { queue, denied }
}
const tap = (kind: string) => ({
  path: '/api/cab/trips/1/check-ins',
  body: { kind, done_at: '2026-11-16T12:00:00.000Z' },
  label: kind,
  tripId: 1,
})
const kinds = (asked: Asked[]) => asked.map(({ body }) => (body as { kind: string }).kind)
const keysOf = (asked: Asked[]) => asked.map(({ body }) => (body as { key: string }).key)

afterEach(() => {
  for (const queue of open.splice(0)) queue.end()
  vi.useRealTimers()
})

describe('what a driver does', () => {
  it('is sent in order, each once, with its own key, when it was done and what the phone says now', async () => {
    const asked = fakeServer(() => ({}))
    const { queue } = queueOf()
    await queue.begin()
    await Promise.all([queue.put(tap('arrived')), queue.put(tap('loaded')), queue.put(tap('left'))])
    await settled()
    expect(kinds(asked)).toEqual(['arrived', 'loaded', 'left'])
    expect(new Set(keysOf(asked)).size).toBe(3)
    expect(asked[0]).toMatchObject({
      method: 'POST',
      headers: { authorization: 'Bearer t' },
      body: { done_at: '2026-11-16T12:00:00.000Z', phone_at: expect.any(String) as string },
    })
    expect(queue.queue.value).toEqual([])
  })

  it.each([
    ['there is no network', 'away' as const],
    ['the server is down', { status: 503 }],
    ['the server is in trouble', { status: 500 }],
    ['too much was sent', { status: 429 }],
  ])('waits while %s, and goes then with the same key, in order', async (_, trouble) => {
    let reachable = false
    const asked = fakeServer(() => (reachable ? {} : trouble))
    const { queue } = queueOf()
    await queue.begin()
    await queue.put(tap('arrived'))
    await queue.put(tap('loaded'))
    await settled()
    expect([queue.offline.value, queue.queue.value.map(one => one.label)]).toEqual([
      true,
      ['arrived', 'loaded'],
    ])
    reachable = true
    const before = asked.length
    await queue.send()
    await settled()
    expect(kinds(asked.slice(before))).toEqual(['arrived', 'loaded'])
    expect(keysOf(asked)[before]).toBe(keysOf(asked)[0])
    expect([queue.offline.value, queue.queue.value]).toEqual([false, []])
  })

  it('is sent once though it is asked to send twice at a time', async () => {
    const asked = fakeServer(async () => {
      await settled(3)
      return {}
    })
    const { queue } = queueOf()
    await queue.begin()
    void queue.put(tap('arrived'))
    await Promise.all([queue.send(), queue.send(), queue.send()])
    await settled()
    expect(asked.length).toBe(1)
  })

  it('is put aside where the server refuses it, and what follows goes on', async () => {
    const asked = fakeServer(({ body }) =>
      (body as { kind: string }).kind === 'loaded' ? refusal('wrong_order') : {},
    )
    const { queue } = queueOf()
    await queue.begin()
    for (const kind of ['arrived', 'loaded', 'left']) await queue.put(tap(kind))
    await settled()
    expect(kinds(asked)).toEqual(['arrived', 'loaded', 'left'])
    expect(queue.queue.value).toEqual([])
    expect(queue.refused.value.map(one => [one.label, one.refused?.code])).toEqual([
      ['loaded', 'wrong_order'],
    ])
  })

  it('is tried again with a new key, since the old one stands for the refusal; or forgotten', async () => {
    let good = false
    const asked = fakeServer(() => (good ? {} : refusal('wrong_order')))
    const { queue } = queueOf()
    await queue.begin()
    await queue.put(tap('loaded'))
    await queue.put(tap('left'))
    await settled()
    good = true
    const [loaded, left] = queue.refused.value
    queue.again(loaded!.key)
    queue.drop(left!.key)
    await settled()
    expect(kinds(asked)).toEqual(['loaded', 'left', 'loaded'])
    const keys = keysOf(asked)
    expect([queue.refused.value, keys[2] === keys[0]]).toEqual([[], false])
  })

  it('is a file tried again under a new key in its address', async () => {
    const asked = fakeServer(() => refusal('too_small'))
    const { queue } = queueOf()
    await queue.begin()
    await queue.put({
      path: '/api/cab/trips/1/papers?key=old',
      key: 'old',
      body: new Blob(['b']),
      label: 'BOL',
    })
    await settled()
    queue.again('old')
    await settled()
    expect(asked.map(({ query }) => query.get('key') === 'old')).toEqual([true, false])
  })

  it('stays, and says so, where the phone is no longer let in', async () => {
    fakeServer(() => refusal('link_over', 401))
    const { queue, denied } = queueOf()
    await queue.begin()
    await queue.put(tap('arrived'))
    await settled()
    expect([denied, queue.queue.value.length]).toEqual([['link_over'], 1])
  })

  it('gives the answer to who asked for it', async () => {
    fakeServer(() => ({ body: { id: 7 } }))
    const heard = vi.fn()
    const { queue } = queueOf(heard)
    await queue.begin()
    await queue.put(tap('arrived'))
    await settled()
    expect(heard).toHaveBeenCalledWith('/api/cab/trips/1/check-ins', { id: 7 })
  })

  it('is a file with its bytes, and tells the phone’s clock in the address', async () => {
    const asked = fakeServer(() => ({}))
    const { queue } = queueOf()
    await queue.begin()
    const file = new Blob(['bytes'])
    await queue.put({ path: '/api/cab/trips/1/papers?key=k', key: 'k', body: file, label: 'BOL' })
    await settled()
    expect(asked[0]?.query.get('phone_at')).toMatch(/^\d{4}-/)
    expect(asked[0]?.body).toBe(file)
  })
})

describe('a page that is opened again', () => {
  it('sends what was left from before first, with its keys, then what was done before it was read', async () => {
    fakeServer(() => 'away')
    const first = queueOf().queue
    await first.begin()
    await first.put(tap('arrived'))
    await settled()
    const key = first.queue.value[0]!.key
    first.end()

    const asked = fakeServer(() => ({}))
    const second = queueOf().queue
    void second.put(tap('loaded'))
    await second.begin()
    await settled()
    expect(kinds(asked)).toEqual(['arrived', 'loaded'])
    expect(keysOf(asked)[0]).toBe(key)
  })

  it('still shows what was refused, and does not send it by itself', async () => {
    fakeServer(() => refusal('wrong_order'))
    const first = queueOf().queue
    await first.begin()
    await first.put(tap('loaded'))
    await settled()
    const asked = fakeServer(() => ({}))
    const second = queueOf().queue
    await second.begin()
    await settled()
    expect([asked, second.refused.value.map(one => one.label)]).toEqual([[], ['loaded']])
  })
})

describe('a clock that is set while something waits', () => {
  // Jumps of the wall clock against the one that only counts, and by how much what waits is moved.
  it.each([
    [20_000, 0],
    [20_001, 20_001],
    [3_600_000, 3_600_000],
    [-3_600_000, -3_600_000],
  ])('that jumps %i ms moves its times by %i', async (jump, moved) => {
    vi.useFakeTimers({ toFake: ['Date', 'performance', 'setInterval', 'clearInterval'] })
    fakeServer(() => 'away')
    const { queue } = queueOf()
    await queue.begin()
    await queue.put({
      ...tap('arrived'),
      event: { kind: 'arrived', stop_id: 1, done_at: '2026-11-16T12:00:00.000Z' },
    })
    await settled()
    vi.setSystemTime(Date.now() + jump)
    vi.advanceTimersByTime(5000)
    const [one] = queue.queue.value
    const at = new Date(Date.parse('2026-11-16T12:00:00.000Z') + moved).toISOString()
    expect([(one!.body as { done_at: string }).done_at, one!.event?.done_at]).toEqual([at, at])
  })
})
