import { effectScope, nextTick, ref } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { settled } from '@/test/server'
import type { Change } from './live'

let heard: ((change: Change | 'again') => void) | undefined
vi.mock('./live', () => ({
  onChange: (listener: (change: Change | 'again') => void) => {
    heard = listener
  },
}))
const { useFetched } = await import('./fetched')

/** Answers that the example gives when it likes, in any order. */
function answers() {
  const open: { source: number; give: (data: string) => void; fail: (code: string) => void }[] = []
  const get = (source: number) =>
    new Promise<{ data: string; problem: undefined }>(resolve => {
      open.push({
        source,
        give: data => resolve({ data, problem: undefined }),
        fail: code =>
          resolve({ data: undefined, problem: { code, message: '', path: '' } } as unknown as {
            data: string
            problem: undefined
          }),
      })
    })
  return { open, get }
}
const change = (id: number): Change => ({ kind: 'load', id, act: 'x', who: '' })

afterEach(() => vi.useRealTimers())

describe('what a page fetches', () => {
  it('is of the source shown now, though an earlier one answers last', async () => {
    const { open, get } = answers()
    const source = ref(1)
    const { data } = effectScope().run(() => useFetched(source, get))!
    source.value = 2
    await nextTick()
    open[1]!.give('two')
    open[0]!.give('one')
    await settled()
    expect(data.value).toBe('two')
  })

  it('is kept while it is read anew, and while that fails', async () => {
    const { open, get } = answers()
    const { data, problem, loading, load } = effectScope().run(() => useFetched(ref(1), get))!
    open[0]!.give('first')
    await settled()
    void load()
    expect([data.value, loading.value]).toEqual(['first', true])
    open[1]!.fail('wrong_status')
    await settled()
    expect([data.value, problem.value?.code, loading.value]).toEqual(['first', 'wrong_status', false])
  })

  // Codes of trouble, and how often it has been asked after two seconds.
  it.each([
    ['unreachable', 2],
    ['database_away', 2],
    ['our_mistake', 2],
    ['not_found', 1],
  ])('is asked for again two seconds after %s: %i times', async (code, times) => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const { open, get } = answers()
    effectScope().run(() => useFetched(ref(1), get))
    open[0]!.fail(code)
    await settled()
    vi.advanceTimersByTime(1999)
    expect(open.length).toBe(1)
    vi.advanceTimersByTime(1)
    expect(open.length).toBe(times)
  })

  it('is asked for ever more rarely while the server goes on making its mistake', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const { open, get } = answers()
    effectScope().run(() => useFetched(ref(1), get))
    for (const [i, wait] of [2000, 4000, 8000].entries()) {
      open[i]!.fail('our_mistake')
      await settled()
      vi.advanceTimersByTime(wait - 1)
      expect(open.length).toBe(i + 1)
      vi.advanceTimersByTime(1)
      expect(open.length).toBe(i + 2)
    }
  })

  it('is read anew for the changes that concern it, and when some may have been missed', async () => {
    const { open, get } = answers()
    effectScope().run(() => useFetched(ref(1), get, ({ id }) => id === 4))
    open[0]!.give('first')
    await settled()
    heard!(change(5))
    expect(open.length).toBe(1)
    heard!(change(4))
    expect(open.length).toBe(2)
    heard!('again')
    expect(open.length).toBe(3)
  })

  it('takes an act’s answer as the newest, and reads once more where a read was under way', async () => {
    const { open, get } = answers()
    const { data, put } = effectScope().run(() => useFetched(ref(1), get))!
    put('answer')
    open[0]!.give('older')
    await settled()
    expect([data.value, open.length]).toEqual(['answer', 2])
    open[1]!.give('newest')
    await settled()
    expect(data.value).toBe('newest')
    put('after')
    expect([data.value, open.length]).toEqual(['after', 2])
  })

  it('lands nowhere once the page is left', async () => {
    const { open, get } = answers()
    const scope = effectScope()
    const { data } = scope.run(() => useFetched(ref(1), get))!
    scope.stop()
    open[0]!.give('late')
    await settled()
    expect(data.value).toBeUndefined()
  })
})
