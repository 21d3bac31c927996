import { nextTick } from 'vue'
import type { Router } from 'vue-router'

const WAIT_MS = 3000
const idle = () => {
  const active = document.activeElement
  return !active || active === document.body || active.tagName === 'A' || active.id === 'main'
}

/** The heading of a page, once it is there; nothing where somebody has begun to type or to go on by then. */
function toHeading() {
  const main = document.querySelector('#main')
  const heading = main?.querySelector('h1')
  if (heading) {
    if (!idle()) return true
    heading.tabIndex = -1
    heading.focus({ preventScroll: true })
  }
  return !!heading
}

/** A new page begins at its heading; the same page with another record leaves the focus where it is. */
export function focusHeadings(router: Router) {
  let until: MutationObserver | undefined
  router.afterEach(async (to, from) => {
    if (!from.matched.length || to.matched.at(-1) === from.matched.at(-1)) return
    await nextTick()
    until?.disconnect()
    if (toHeading()) return
    const watcher = (until = new MutationObserver(() => {
      if (toHeading()) watcher.disconnect()
    }))
    watcher.observe(document.querySelector('#main') ?? document.body, { childList: true, subtree: true })
    setTimeout(() => watcher.disconnect(), WAIT_MS)
  })
}

/** The focus goes back to what opened a dialog when the last one closes. */
export function returnFocus() {
  let opener: HTMLElement | undefined
  let open = false
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof HTMLElement && !target.closest('.v-overlay-container')) opener = target
  })
  const look = () => {
    const now = document.querySelector('.v-overlay-container .v-dialog.v-overlay--active') !== null
    const closed = open && !now
    open = now
    const active = document.activeElement
    const lost = !active || active === document.body || !!active.closest('.v-overlay-container')
    if (closed && lost && opener?.isConnected) opener.focus()
  }
  new MutationObserver(look).observe(document.body, {
    attributes: true,
    attributeFilter: ['class'],
    childList: true,
    subtree: true,
  })
}
