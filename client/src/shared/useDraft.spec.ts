import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useDraft } from './useDraft'

const me = { id: 1 }
vi.mock('./session', () => ({ useSession: () => ({ me }) }))

/** A form over a record at a version. */
function form(name = 'load new', start = { notes: '' }, version = 4) {
  const scope = effectScope()
  const value = ref({ ...start })
  const draft = scope.run(() =>
    useDraft(() => name, value, {
      touched: () => value.value.notes !== start.notes,
      base: () => ({ value: start, version }),
    }),
  )!
  return { value, draft, scope }
}
const type = async (value: { value: { notes: string } }, notes: string) => {
  value.value = { notes }
  await nextTick()
}

beforeEach(() => vi.useFakeTimers({ now: Date.UTC(2026, 10, 23, 15) }))
afterEach(() => {
  vi.useRealTimers()
  localStorage.clear()
  me.id = 1
})

describe('what is typed and not saved', () => {
  it('is back after a reload, with the version that it was typed over', async () => {
    const { value } = form()
    await type(value, 'Gate 4')
    vi.advanceTimersByTime(300)
    const kept = form().draft
    expect(kept.restore()).toMatchObject({ value: { notes: 'Gate 4' }, base: { notes: '' }, version: 4 })
    expect(kept.restored.value).toBe(Date.UTC(2026, 10, 23, 15) + 300)
  })

  it('is kept by who leaves at once', async () => {
    const { value, scope } = form()
    await type(value, 'Gate 4')
    scope.stop()
    expect(form().draft.restore()?.value).toEqual({ notes: 'Gate 4' })
  })

  it('is nobody else’s, and no other record’s', async () => {
    const { value, scope } = form()
    await type(value, 'Gate 4')
    scope.stop()
    expect(form('load 7').draft.restore()).toBeUndefined()
    me.id = 2
    expect(form().draft.restore()).toBeUndefined()
  })

  it('is gone once it is saved, taken back or a week old', async () => {
    const saved = form()
    await type(saved.value, 'Gate 4')
    saved.draft.forget()
    saved.scope.stop()
    expect(form().draft.restore()).toBeUndefined()

    const undone = form()
    await type(undone.value, 'Gate 4')
    await type(undone.value, '')
    undone.scope.stop()
    expect(form().draft.restore()).toBeUndefined()

    const old = form()
    await type(old.value, 'Gate 4')
    old.scope.stop()
    vi.advanceTimersByTime(7 * 86_400_000 + 1)
    expect(form().draft.restore()).toBeUndefined()
  })
})
