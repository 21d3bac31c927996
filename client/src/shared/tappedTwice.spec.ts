import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { sentOnce } from './tappedTwice'

const post = (body: object, method = 'POST') =>
  new Request('http://crew.test/api/advances', {
    method,
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })
let sent: Request[] = []
let answers: Array<(response: Response | Error) => void> = []
const send = sentOnce(request => {
  sent.push(request)
  return new Promise((resolve, reject) =>
    answers.push(said => (said instanceof Error ? reject(said) : resolve(said))),
  )
})
const rest = () => vi.advanceTimersByTimeAsync(0)

describe('a write that is tapped twice', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    sent = []
    answers = []
  })
  afterEach(async () => {
    await vi.advanceTimersByTimeAsync(5000)
    vi.useRealTimers()
  })

  it('goes once, and both taps are answered', async () => {
    const both = Promise.all([send(post({ key: 'a', amount: '40' })), send(post({ key: 'b', amount: '40' }))])
    await rest()
    expect(sent).toHaveLength(1)
    answers[0]!(Response.json({ id: 7 }))
    expect(await Promise.all((await both).map(one => one.json()))).toEqual([{ id: 7 }, { id: 7 }])
  })

  it('goes once when the server was faster than the second tap, and again when it is meant', async () => {
    void send(post({ key: 'a', amount: '41' }))
    await rest()
    answers[0]!(Response.json({ id: 8 }))
    await vi.advanceTimersByTimeAsync(400)
    expect(await (await send(post({ key: 'b', amount: '41' }))).json()).toEqual({ id: 8 })
    await vi.advanceTimersByTimeAsync(400)
    void send(post({ key: 'c', amount: '41' }))
    await rest()
    expect(sent).toHaveLength(2)
  })

  it.each<[string, Request]>([
    ['other values', post({ key: 'b', amount: '43' })],
    ['another act', post({ key: 'b', amount: '42' }, 'PUT')],
    ['no key', post({ amount: '42' })],
  ])('goes by itself with %s', async (_what, other) => {
    void send(post({ key: 'a', amount: '42' }))
    void send(other)
    await rest()
    expect(sent).toHaveLength(2)
    answers.forEach(answer => answer(Response.json({})))
  })

  it.each<[string, Response | Error]>([
    ['refused', new Response('{}', { status: 422 })],
    ['lost', new TypeError('away')],
  ])('is tried again at once when it was %s', async (_what, said) => {
    const first = send(post({ key: 'a', amount: '44' })).catch(() => undefined)
    await rest()
    answers[0]!(said)
    await first
    void send(post({ key: 'b', amount: '44' }))
    await rest()
    expect(sent).toHaveLength(2)
    answers[1]!(Response.json({}))
  })
})
