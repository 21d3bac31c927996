import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { useSession } from './session'

const KEPT_MS = 7 * 86_400_000
const PAUSE_MS = 300
interface Kept<T> {
  at: number
  value: T
  base: T | undefined
  version: number | undefined
}

/**
 * What is typed and not saved, kept on this computer for the person who typed it: it survives Escape, a reload and a lost
 * connection. `base` is what it was typed over, so that what others save meanwhile is still seen beside it.
 */
export function useDraft<T>(
  name: () => string | undefined,
  value: Ref<T>,
  typed: { touched: () => boolean; base: () => { value: T | undefined; version: number | undefined } },
) {
  const session = useSession()
  const place = () => {
    const of = name()
    return of && `crew-ledger-draft ${session.me?.id ?? ''} ${of}`
  }
  /** When what is shown again was typed. */
  const restored = ref<number>()
  let timer: ReturnType<typeof setTimeout> | undefined

  function keep() {
    const at = place()
    if (!at) return
    const { value: base, version } = typed.base()
    const kept: Kept<T> = { at: Date.now(), value: value.value, base, version }
    try {
      if (typed.touched()) localStorage.setItem(at, JSON.stringify(kept))
      else localStorage.removeItem(at)
    } catch {
      // A browser that keeps nothing: the page still works while it is open.
    }
  }
  watch(
    value,
    () => {
      clearTimeout(timer)
      timer = setTimeout(keep, PAUSE_MS)
    },
    { deep: true },
  )
  // Who leaves within the pause keeps the last letters too.
  onScopeDispose(() => {
    clearTimeout(timer)
    if (!done) keep()
  })
  let done = false

  /** What was kept, with what it was typed over; once. */
  function restore(): Kept<T> | undefined {
    const at = place()
    const text = at && localStorage.getItem(at)
    if (!text) return
    const kept = JSON.parse(text) as Kept<T>
    if (Date.now() - kept.at > KEPT_MS) return forget()
    restored.value = kept.at
    return kept
  }
  /** It is saved, or given up. */
  function forget() {
    const at = place()
    done = true
    restored.value = undefined
    clearTimeout(timer)
    if (at) localStorage.removeItem(at)
    return undefined
  }
  return { restored, restore, forget, again: () => void (done = false) }
}
