import { useStorage } from '@vueuse/core'
import { onScopeDispose, shallowReactive, shallowRef } from 'vue'

export interface KeyAct {
  key: string
  label: string
  /** Asked before it runs: what cannot be taken back, or reaches somebody, is not done by one key. */
  asks?: string | (() => string)
  run: () => void
}

/** The keys that work at the moment, newest first: what `?` lists. */
export const keys = shallowReactive<KeyAct[]>([])

/** Offers keys while the component lives. A key is one letter, or two in a row such as `g f`. */
export function useKeys(acts: KeyAct[]) {
  keys.unshift(...acts)
  onScopeDispose(() => {
    for (const act of acts) keys.splice(keys.indexOf(act), 1)
  })
}

/** Single keys can be switched off: a screen reader, or a sleeve on the keyboard, presses them too. */
export const keysOn = useStorage('crew-ledger-keys', true)
/** What a key has asked for, and nobody has said yes to. */
export const asking = shallowRef<{ act: KeyAct; words: string }>()

let first = ''
let since = 0

function typing(target: EventTarget | null) {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}

/** Enter and Space are for what has the focus, where that does something with them. */
const ITS_OWN =
  'button, a[href], summary, [role=button], [role=tab], [role=option], [role=menuitem], [role=checkbox], [role=radio]'
const owned = ({ key, target }: KeyboardEvent) =>
  (key === 'Enter' || key === ' ') && target instanceof Element && target.closest(ITS_OWN) !== null
/** What lies over the page has the keys; Escape closes it and nothing behind it. */
const covered = () =>
  document.querySelector('.v-overlay--active:not(.v-tooltip), [aria-modal="true"]') !== null

window.addEventListener('keydown', event => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing || event.defaultPrevented) return
  if (typing(event.target) || covered() || owned(event)) return
  if (!keysOn.value && event.key !== 'Escape') return
  const pair = Date.now() - since < 1200 ? `${first} ${event.key}` : ''
  const act = keys.find(({ key }) => key === pair) ?? keys.find(({ key }) => key === event.key)
  first = event.key
  since = Date.now()
  if (!act) return
  event.preventDefault()
  first = ''
  if (!act.asks) act.run()
  else if (!event.repeat) asking.value = { act, words: typeof act.asks === 'string' ? act.asks : act.asks() }
})
