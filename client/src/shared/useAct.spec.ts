import { effectScope, nextTick, ref } from 'vue'
import { describe, expect, it } from 'vitest'
import { actsOf } from './acts'
import { useAct } from './useAct'

/** A call that the example answers when it likes; the keys that were sent. */
function server() {
  const keys: string[] = []
  const open: ((answer: { data?: string; error?: unknown }) => void)[] = []
  const call = (key: string) => {
    keys.push(key)
    return new Promise<{ data?: string; error?: unknown }>(resolve => open.push(resolve))
  }
  return { keys, open, call }
}
const refused = { error: { error: { code: 'blocked', message: 'No.', path: '' } } }

describe('an act', () => {
  it('is busy until it is answered, and puts the answer in place', async () => {
    const { open, call } = server()
    const taken: string[] = []
    const { busy, trouble, act } = useAct<string>(answer => taken.push(answer))
    const done = act(call)
    expect(busy.value).toBe(true)
    open[0]!({ data: 'new' })
    expect([await done, busy.value, trouble.value, taken]).toEqual([true, false, undefined, ['new']])
  })

  it('is not sent a second time while the first is under way', async () => {
    const { keys, open, call } = server()
    const { act } = useAct<string>(() => undefined)
    const first = act(call)
    expect(await act(call)).toBe(false)
    open[0]!({ data: 'new' })
    await first
    expect(keys.length).toBe(1)
  })

  it('keeps what is wrong to be shown, and its key for another try', async () => {
    const { keys, open, call } = server()
    const { trouble, act } = useAct<string>(() => undefined)
    const first = act(call)
    open[0]!(refused)
    expect([await first, trouble.value?.code]).toEqual([false, 'blocked'])
    const second = act(call)
    open[1]!({ data: 'new' })
    await second
    expect([keys[0] === keys[1], trouble.value]).toEqual([true, undefined])
  })

  it('has one key on one state of the record, and another on the next', async () => {
    const version = ref(1)
    const { keys, open, call } = server()
    const scope = effectScope()
    const { act } = scope.run(() => useAct<string>(() => undefined, version))!
    for (const change of [false, true, false]) {
      if (change) version.value++
      await nextTick()
      const done = act(call)
      open.at(-1)!({ data: 'x' })
      await done
    }
    expect([keys[0] === keys[1], keys[1] === keys[2]]).toEqual([false, true])
  })

  it('is another deed after each that was done, where no state tells', async () => {
    const { keys, open, call } = server()
    const { act } = useAct<string>(() => undefined)
    for (const i of [0, 1]) {
      const done = act(call)
      open[i]!({ data: 'x' })
      await done
    }
    expect(keys[0] === keys[1]).toBe(false)
  })

  it('is another deed where it is begun anew, as with a reason to go past what was refused', async () => {
    const { keys, open, call } = server()
    const { act, anew } = useAct<string>(() => undefined)
    const first = act(call)
    open[0]!(refused)
    await first
    anew()
    const second = act(call)
    open[1]!({ data: 'x' })
    await second
    expect(keys[0] === keys[1]).toBe(false)
  })
})

describe('what the server lets', () => {
  const { may, whyNot } = actsOf<'send' | 'cancel' | 'bill'>([
    { act: 'send', why_not: null },
    { act: 'cancel', why_not: 'It is rolling.' },
  ])

  it('may be done; what it does not let, or does not name, may not', () => {
    expect([may('send'), may('cancel'), may('bill'), may('cancel', 'send')]).toEqual([
      true,
      false,
      false,
      true,
    ])
    expect([whyNot('send'), whyNot('cancel'), whyNot('bill')]).toEqual([
      undefined,
      'It is rolling.',
      undefined,
    ])
  })

  it('is nothing before the record is read', () => {
    expect(actsOf<'send'>(undefined).may('send')).toBe(false)
  })
})
