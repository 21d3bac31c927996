import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/shared/api'
import { fakeServer, refusal, settled, type Asked } from '@/test/server'
import { useCab, type Cab } from './useCab'

const TOKEN = 'a-driver-s-own-link-1234'
const scopes: ReturnType<typeof effectScope>[] = []

function cabPage(): Cab {
  const scope = effectScope()
  scopes.push(scope)
  return scope.run(() => useCab())!
}
const step = (kind: string, doneAt: string | null = null) => ({
  kind,
  stop_id: 5,
  done_at: doneAt,
  key: doneAt && `key-${kind}`,
})
/** What the server says of a driver with one trip, his truck at its first stop. */
const said = (more: Record<string, unknown> = {}) => ({
  driver: 'A. Driver',
  now: new Date().toISOString(),
  zone: 'America/Boise',
  trips: [
    {
      id: 1,
      number: 'T1',
      status: 'rolling',
      steps: [step('on_my_way', '2026-11-16T12:00:00Z'), step('arrived'), step('loaded')],
      stops: [{ id: 5, name: 'Mill', kind: 'pickup' }],
      permits: [],
    },
  ],
  done: [],
  duty: [
    {
      id: 3,
      from: '2026-11-16T12:00:00Z',
      to: null,
      status: 'driving',
      zone: 'America/Boise',
      who: '',
      why: '',
    },
  ],
  messages: { unread: 0, messages: [] },
  settings: { language: 'en', consent: false, pin: false, step_minutes: 30 },
  ...more,
})
const reads = (asked: Asked[]) => asked.filter(({ path, method }) => path === '/api/cab' && method === 'GET')

beforeEach(() => {
  location.hash = `#${TOKEN}`
})
afterEach(() => {
  for (const scope of scopes.splice(0)) scope.stop()
  vi.useRealTimers()
})

describe('the link', () => {
  it('is taken from the address once, kept, and shown to the server', async () => {
    const asked = fakeServer(() => ({ body: said() }))
    cabPage()
    await settled()
    expect([location.hash, localStorage.getItem('crew-ledger-cab')]).toEqual(['', TOKEN])
    expect(asked[0]?.headers.authorization).toBe(`Bearer ${TOKEN}`)
  })

  it('is over at once where there is none', () => {
    location.hash = ''
    fakeServer(() => ({ body: said() }))
    expect(cabPage().over.value).toBe(true)
  })

  it('is over where the server knows it no longer', async () => {
    fakeServer(() => refusal('link_over', 401))
    const cab = cabPage()
    await settled()
    expect([cab.over.value, cab.locked.value]).toEqual([true, false])
  })
})

describe('a PIN', () => {
  it('locks the page; the right one unlocks it and is shown with every request from then on', async () => {
    const asked = fakeServer(({ path, headers, body }) => {
      if (path === '/api/cab/unlock')
        return (body as { pin: string }).pin === '1234' ? { body: { unlock: 'u' } } : refusal('wrong_pin')
      return headers['x-cab-unlock'] === 'u' ? { body: said() } : refusal('pin_needed', 401)
    })
    const cab = cabPage()
    await settled()
    expect([cab.locked.value, cab.over.value]).toEqual([true, false])
    await cab.unlock('0000')
    expect([cab.problem.value?.code, cab.locked.value]).toEqual(['wrong_pin', true])
    await cab.unlock('1234')
    await settled()
    expect([cab.problem.value, cab.locked.value, cab.cab.value?.driver]).toEqual([
      undefined,
      false,
      'A. Driver',
    ])
    expect(reads(asked).at(-1)?.headers['x-cab-unlock']).toBe('u')
  })
})

describe('without a signal', () => {
  it('opens with what was read last, and says that it is offline', async () => {
    fakeServer(() => ({ body: said() }))
    cabPage()
    await settled()
    fakeServer(() => 'away')
    const cab = cabPage()
    await settled()
    expect([cab.cab.value?.driver, cab.offline.value]).toEqual(['A. Driver', true])
  })

  it('goes on from step to step by what waits on the phone', async () => {
    fakeServer(({ method }) => (method === 'GET' ? { body: said() } : 'away'))
    const cab = cabPage()
    await settled()
    expect(cab.trips.value[0]?.next?.kind).toBe('arrived')
    void cab.checkIn(1, 'arrived', 'Arrived', { stop_id: 5 })
    await settled()
    expect(cab.trips.value[0]?.next?.kind).toBe('loaded')
    expect(cab.queue.value.map(one => one.label)).toEqual(['Arrived'])
  })

  it('keeps a note waiting without moving the trip', async () => {
    fakeServer(({ method }) => (method === 'GET' ? { body: said() } : 'away'))
    const cab = cabPage()
    await settled()
    void cab.checkIn(1, 'note', 'Note', { note: 'gate 4' })
    await settled()
    expect([cab.trips.value[0]?.next?.kind, cab.queue.value.length]).toEqual(['arrived', 1])
  })

  it('takes an answered question of duty off the page at once, and sends it when it can', async () => {
    fakeServer(({ method }) => (method === 'GET' ? { body: said() } : 'away'))
    const cab = cabPage()
    await settled()
    void cab.answerDuty(3, 'yes')
    await settled()
    expect([cab.cab.value?.duty, cab.queue.value[0]?.path]).toEqual([[], '/api/cab/duty/3'])
  })
})

describe('the answer to a tap', () => {
  it('is laid over the trip, and leaves of it what a tap cannot change', async () => {
    fakeServer(({ method }) =>
      method === 'GET'
        ? { body: said() }
        : {
            status: 201,
            body: {
              id: 1,
              status: 'rolling',
              steps: [step('on_my_way', '2026-11-16T12:00:00Z'), step('arrived', '2026-11-16T13:00:00Z')],
              stops: [{ id: 5, signer: 'B' }],
            },
          },
    )
    const cab = cabPage()
    await settled()
    await cab.checkIn(1, 'arrived', 'Arrived', { stop_id: 5 })
    await settled()
    const [trip] = cab.trips.value
    expect([trip?.number, trip?.stops[0], cab.queue.value]).toEqual([
      'T1',
      { id: 5, name: 'Mill', kind: 'pickup', signer: 'B' },
      [],
    ])
  })
})

describe('a step that is taken back', () => {
  it('is gone where it has not left the phone, and told as withdrawn where it has', async () => {
    const asked = fakeServer(({ method }) => (method === 'GET' ? { body: said() } : 'away'))
    const cab = cabPage()
    await settled()
    void cab.checkIn(1, 'arrived', 'Arrived', { stop_id: 5 }, 'key-of-the-tap')
    await settled()
    cab.takeBack(1, 'key-of-the-tap', 'Tapped by mistake')
    await settled()
    expect([cab.queue.value, cab.trips.value[0]?.next?.kind]).toEqual([[], 'arrived'])

    cab.takeBack(1, 'key-that-was-sent', 'Tapped by mistake')
    await settled()
    expect(asked.filter(({ method }) => method === 'POST').at(-1)?.body).toMatchObject({
      kind: 'withdrawn',
      corrects: 'key-that-was-sent',
      note: 'Tapped by mistake',
    })
  })
})

describe('an answer that was asked for before a tap', () => {
  /** A server whose next reading of the page is as slow as the road is long: it was written before the tap came in. */
  function slowReading() {
    const told = { arrived: false, held: undefined as (() => void) | undefined, slow: false }
    const page = () =>
      said({
        trips: said().trips.map(trip => ({
          ...trip,
          steps: trip.steps.map(one =>
            one.kind === 'arrived' && told.arrived ? step('arrived', '2026-11-16T13:00:00Z') : one,
          ),
        })),
        duty: told.arrived ? [] : said().duty,
      })
    fakeServer(async ({ method }) => {
      const body = page()
      if (method !== 'GET') {
        told.arrived = true
        return { body: page().trips[0] }
      }
      if (told.slow) {
        told.slow = false
        await new Promise<void>(resolve => (told.held = resolve))
      }
      return { body }
    })
    return told
  }

  it('does not take the tap back', async () => {
    const told = slowReading()
    const cab = cabPage()
    await settled()
    told.slow = true
    window.dispatchEvent(new Event('online'))
    await settled()
    await cab.checkIn(1, 'arrived', 'Arrived', { stop_id: 5 })
    await settled()
    expect(cab.trips.value[0]?.next?.kind).toBe('loaded')
    told.held?.()
    await settled()
    expect(cab.trips.value[0]?.next?.kind).toBe('loaded')
  })

  it('does not bring an answered question back, nor does one while it waits', async () => {
    const told = slowReading()
    const cab = cabPage()
    await settled()
    told.slow = true
    window.dispatchEvent(new Event('online'))
    await settled()
    await cab.answerDuty(3, 'yes')
    told.held?.()
    await settled()
    expect(cab.cab.value?.duty).toEqual([])

    fakeServer(({ method }) => (method === 'GET' ? { body: said() } : 'away'))
    const waiting = cabPage()
    await settled()
    void waiting.answerDuty(3, 'yes')
    window.dispatchEvent(new Event('online'))
    await settled()
    expect(waiting.cab.value?.duty).toEqual([])
  })
})

describe('the phone’s clock', () => {
  // Minutes it is behind the server, and what the page says of it.
  it.each([
    [0, 0],
    [3, 0],
    [4, 4],
    [-90, 90],
  ])('that is %i minutes behind is said to be off by %i', async (minutes, off) => {
    fakeServer(() => ({ body: said({ now: new Date(Date.now() + minutes * 60_000).toISOString() }) }))
    const cab = cabPage()
    await settled()
    expect(cab.clockOff.value).toBe(off)
  })

  it('tells a time that the driver typed by its own reckoning, as the server then puts right', async () => {
    const ahead = 10 * 60_000
    const asked = fakeServer(({ method }) =>
      method === 'GET'
        ? { body: said({ now: new Date(Date.now() + ahead).toISOString() }) }
        : { body: said().trips[0] },
    )
    const cab = cabPage()
    await settled()
    await cab.checkIn(1, 'arrived', 'Arrived', { stop_id: 5, done_at: '2026-11-16T13:00:00.000Z' })
    await settled()
    const told = asked.find(({ method }) => method === 'POST')!.body as Schemas['CheckInInput']
    const difference = Date.parse('2026-11-16T13:00:00.000Z') - Date.parse(told.done_at)
    expect(Math.round(difference / 60_000)).toBe(10)
  })
})

describe('a paper', () => {
  it('over fifteen megabytes is refused before it is kept', async () => {
    fakeServer(() => ({ body: said() }))
    const cab = cabPage()
    await settled()
    const big = { size: 15 * 1024 * 1024 + 1 } as Blob
    expect(cab.paper(1, 5, 'bol', big, 'BOL')).toBeUndefined()
    expect([cab.problem.value?.code, cab.queue.value]).toEqual(['too_large', []])
  })

  it('is sent with what it is, of which stop, and who signed', async () => {
    const asked = fakeServer(({ method }) =>
      method === 'GET' ? { body: said() } : { body: said().trips[0] },
    )
    const cab = cabPage()
    await settled()
    await cab.paper(1, 5, 'pod', new Blob(['b']), 'POD', 'B. Signer')
    await settled()
    const { path, query } = asked.find(({ method }) => method === 'POST')!
    expect([path, query.get('kind'), query.get('stop_id'), query.get('signer')]).toEqual([
      '/api/cab/trips/1/papers',
      'pod',
      '5',
      'B. Signer',
    ])
  })
})

describe('while the page is open', () => {
  it('reads anew every eight seconds, sends what waits instead, and stops when it is left', async () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] })
    let away = false
    const asked = fakeServer(({ method }) => (away && method !== 'GET' ? 'away' : { body: said() }))
    const cab = cabPage()
    await settled()
    const begun = reads(asked).length
    vi.advanceTimersByTime(8000)
    await settled()
    expect(reads(asked).length).toBe(begun + 1)

    away = true
    void cab.write('late')
    await settled()
    const sent = asked.filter(({ method }) => method === 'POST').length
    vi.advanceTimersByTime(8000)
    await settled()
    expect([asked.filter(({ method }) => method === 'POST').length, reads(asked).length]).toEqual([
      sent + 1,
      begun + 1,
    ])

    scopes.splice(0).forEach(scope => scope.stop())
    vi.advanceTimersByTime(60_000)
    await settled()
    expect(reads(asked).length).toBe(begun + 1)
  })
})
