import { effectScope } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { keys, useKeys } from './keys'

const press = (key: string, on: EventTarget = document.body, more: KeyboardEventInit = {}) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  on.dispatchEvent(event)
  return event
}
function offering(...offered: string[]) {
  const ran: string[] = []
  const scope = effectScope()
  scope.run(() => useKeys(offered.map(key => ({ key, label: key, run: () => void ran.push(key) }))))
  return { ran, scope }
}

afterEach(() => {
  keys.splice(0)
  document.body.replaceChildren()
  vi.useRealTimers()
})

describe('keys', () => {
  it('run what they are offered for, and keep the browser from its own', () => {
    const { ran } = offering('n')
    expect([press('n').defaultPrevented, press('x').defaultPrevented, ran]).toEqual([true, false, ['n']])
  })

  it('of two in a row run only together, within 1.2 seconds', () => {
    vi.useFakeTimers()
    const { ran } = offering('g f')
    press('g')
    press('f')
    press('g')
    vi.advanceTimersByTime(1200)
    press('f')
    expect(ran).toEqual(['g f'])
  })

  it('of two in a row go before the single one, which they use up', () => {
    const { ran } = offering('g f', 'f')
    for (const key of ['g', 'f', 'f']) press(key)
    expect(ran).toEqual(['g f', 'f'])
  })

  it.each(['input', 'textarea', 'select'])('do nothing while somebody types in %s', tag => {
    const { ran } = offering('n')
    const field = document.body.appendChild(document.createElement(tag))
    press('n', field)
    expect(ran).toEqual([])
  })

  it.each(['ctrlKey', 'metaKey', 'altKey'])('leave what is pressed with %s to the browser', held => {
    const { ran } = offering('n')
    press('n', document.body, { [held]: true })
    expect(ran).toEqual([])
  })

  it('do nothing behind a dialog, but for Escape', () => {
    const { ran } = offering('n', 'Escape')
    document.body.appendChild(document.createElement('div')).setAttribute('aria-modal', 'true')
    press('n')
    press('Escape')
    expect(ran).toEqual(['Escape'])
  })

  it('are gone with what offered them; the newest of two goes first', () => {
    const older = offering('n')
    const newer = offering('n')
    press('n')
    newer.scope.stop()
    press('n')
    expect([older.ran, newer.ran]).toEqual([['n'], ['n']])
    older.scope.stop()
    expect(keys.length).toBe(0)
  })
})
