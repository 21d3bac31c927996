import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FakeEventSource } from '@/test/eventSource'
import { liveSource, type LiveMessage } from './liveSource'

let told: LiveMessage[]
const types = () => told.map(({ type }) => type)
const begin = () => {
  const source = liveSource(message => told.push(message))
  source.start()
  return source
}

beforeEach(() => {
  told = []
  FakeEventSource.install()
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the live connection', () => {
  it('is open when it is greeted, and passes changes on', () => {
    const source = begin()
    expect(source.isOpen()).toBe(false)
    FakeEventSource.last.say('hello')
    const change = { kind: 'load', id: 4, act: 'book_load', who: 'M' }
    FakeEventSource.last.say('change', change)
    expect(told).toEqual([{ type: 'open' }, { type: 'change', change }])
    expect(source.isOpen()).toBe(true)
  })

  it('says that some may have been missed when it is greeted again, and not the first time', () => {
    begin()
    FakeEventSource.last.say('hello')
    FakeEventSource.last.breakOff(false)
    FakeEventSource.last.say('hello')
    expect(types()).toEqual(['open', 'closed', 'open', 'again'])
  })

  it('is opened anew three seconds after the browser has given it up, and not before', () => {
    begin()
    FakeEventSource.last.breakOff(true)
    vi.advanceTimersByTime(2999)
    expect(FakeEventSource.all.length).toBe(1)
    vi.advanceTimersByTime(1)
    expect(FakeEventSource.all.length).toBe(2)
  })

  it('is left to the browser while that still tries', () => {
    begin()
    FakeEventSource.last.breakOff(false)
    vi.advanceTimersByTime(60_000)
    expect(FakeEventSource.all.length).toBe(1)
  })

  it('is one, however often it is started', () => {
    const source = begin()
    source.start()
    source.start()
    expect(FakeEventSource.all.length).toBe(1)
  })

  it('stays closed once it is ended, though it was about to come back', () => {
    const source = begin()
    FakeEventSource.last.breakOff(true)
    source.end()
    vi.advanceTimersByTime(60_000)
    expect([FakeEventSource.all.length, source.isOpen(), types().at(-1)]).toEqual([1, false, 'closed'])
  })
})
