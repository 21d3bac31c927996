import { onScopeDispose, shallowReactive } from 'vue'

export interface KeyAct {
  key: string
  label: string
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

let first = ''
let since = 0

function typing(target: EventTarget | null) {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}

window.addEventListener('keydown', event => {
  if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
  if (document.querySelector('.v-overlay--active .v-card, [aria-modal="true"]') && event.key !== 'Escape')
    return
  const pair = Date.now() - since < 1200 ? `${first} ${event.key}` : ''
  const act = keys.find(({ key }) => key === pair) ?? keys.find(({ key }) => key === event.key)
  first = event.key
  since = Date.now()
  if (!act) return
  event.preventDefault()
  first = ''
  act.run()
})
