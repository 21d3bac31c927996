import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FakeEventSource } from '@/test/eventSource'

const change = { kind: 'load', id: 4, act: 'book_load', who: 'M' }

/** The module as a page loads it: with nothing left of an earlier one. */
async function page() {
  vi.resetModules()
  return await import('./live')
}

beforeEach(() => FakeEventSource.install())
afterEach(() => vi.unstubAllGlobals())

describe('live changes in a browser whose tabs cannot share', () => {
  it('reach who listens, while he does', async () => {
    const { connectLive, disconnectLive, onChange, live } = await page()
    const heard: unknown[] = []
    const scope = effectScope()
    scope.run(() => onChange(one => heard.push(one)))
    connectLive()
    FakeEventSource.last.say('hello')
    FakeEventSource.last.say('change', change)
    FakeEventSource.last.say('again')
    expect([live.value, heard]).toEqual([true, [change, 'again']])
    scope.stop()
    FakeEventSource.last.say('change', change)
    expect(heard.length).toBe(2)
    disconnectLive()
  })

  it('are over when nobody is signed in any more', async () => {
    const { connectLive, disconnectLive, live } = await page()
    connectLive()
    FakeEventSource.last.say('hello')
    disconnectLive()
    expect([live.value, FakeEventSource.last.readyState]).toEqual([false, FakeEventSource.CLOSED])
  })

  it('are taken up again by a page that comes back from the browser’s memory, which then reads anew', async () => {
    const { connectLive, onChange } = await page()
    const heard: unknown[] = []
    effectScope().run(() => onChange(one => heard.push(one)))
    connectLive()
    window.dispatchEvent(new Event('pagehide'))
    expect(FakeEventSource.last.readyState).toBe(FakeEventSource.CLOSED)
    window.dispatchEvent(Object.assign(new Event('pageshow'), { persisted: true }))
    expect([FakeEventSource.all.length, heard]).toEqual([2, ['again']])
  })
})

describe('live changes in tabs that share one connection', () => {
  class FakeWorker {
    static said: string[] = []
    static port = {
      postMessage: (word: string) => FakeWorker.said.push(word),
      onmessage: undefined as ((event: { data: unknown }) => void) | undefined,
    }
    readonly port = FakeWorker.port
  }

  it('are asked for, ended and left by words, and heard through the worker', async () => {
    vi.stubGlobal('SharedWorker', FakeWorker)
    const { connectLive, disconnectLive, live, onChange } = await page()
    const heard: unknown[] = []
    effectScope().run(() => onChange(one => heard.push(one)))
    connectLive()
    FakeWorker.port.onmessage?.({ data: { type: 'open' } })
    FakeWorker.port.onmessage?.({ data: { type: 'change', change } })
    expect([live.value, heard]).toEqual([true, [change]])
    window.dispatchEvent(new Event('pagehide'))
    disconnectLive()
    expect([FakeWorker.said, FakeEventSource.all]).toEqual([['start', 'leave', 'end'], []])
  })
})
