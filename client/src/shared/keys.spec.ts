import { effectScope } from 'vue'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { asking, keys, keysOn, useKeys } from './keys'

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
  keysOn.value = true
  asking.value = undefined
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

  it('do nothing behind a dialog: Escape closes that, and nothing of the page', () => {
    const { ran } = offering('n', 'Escape')
    const dialog = document.body.appendChild(document.createElement('div'))
    dialog.setAttribute('aria-modal', 'true')
    press('n')
    press('Escape')
    expect(ran).toEqual([])
    dialog.remove()
    press('Escape')
    expect(ran).toEqual(['Escape'])
  })

  it.each(['button', 'a', 'summary'])('leave Enter to the %s that has the focus', tag => {
    const { ran } = offering('Enter', 'n')
    const element = document.body.appendChild(document.createElement(tag))
    if (element instanceof HTMLAnchorElement) element.href = '/x'
    expect([press('Enter', element).defaultPrevented, ran]).toEqual([false, []])
    press('n', element)
    press('Enter')
    expect(ran).toEqual(['n', 'Enter'])
  })

  it('ask before what reaches somebody, once however long the key is held', () => {
    const ran: string[] = []
    effectScope().run(() =>
      useKeys([{ key: 's', label: 'Send', asks: 'Send it?', run: () => void ran.push('s') }]),
    )
    press('s')
    press('s', document.body, { repeat: true })
    expect([ran, asking.value?.words]).toEqual([[], 'Send it?'])
  })

  it('can be switched off, but for Escape', () => {
    const { ran } = offering('n', 'Escape')
    keysOn.value = false
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
