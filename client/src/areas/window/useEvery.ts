import { onScopeDispose } from 'vue'

/** Does something again and again while the page is looked at. */
export function useEvery(seconds: number, run: () => void) {
  const timer = setInterval(() => {
    if (document.visibilityState === 'visible') run()
  }, seconds * 1000)
  onScopeDispose(() => {
    clearInterval(timer)
  })
}
