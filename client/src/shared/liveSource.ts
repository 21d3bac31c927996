export interface Change {
  kind: string
  id: number
  act: string
  who: string
}
/** What the one live connection tells: whether it is open, a change, or that some may have been missed. */
export type LiveMessage =
  { type: 'open' } | { type: 'closed' } | { type: 'again' } | { type: 'change'; change: Change }

const RETRY_MS = 3000

/** The live connection itself; it comes back by itself until it is ended. */
export function liveSource(tell: (message: LiveMessage) => void) {
  let source: EventSource | undefined
  let retry: ReturnType<typeof setTimeout> | undefined
  let open = false
  let greeted = false

  function start() {
    clearTimeout(retry)
    if (source && source.readyState !== EventSource.CLOSED) return
    source = new EventSource('/api/live')
    source.addEventListener('hello', () => {
      open = true
      tell({ type: 'open' })
      if (greeted) tell({ type: 'again' }) // whatever changed while we were away
      greeted = true
    })
    source.addEventListener('again', () => tell({ type: 'again' }))
    source.addEventListener('change', event =>
      tell({ type: 'change', change: JSON.parse((event as MessageEvent<string>).data) as Change }),
    )
    source.onerror = () => {
      open = false
      tell({ type: 'closed' })
      if (source?.readyState === EventSource.CLOSED) retry = setTimeout(start, RETRY_MS)
    }
  }

  function end() {
    clearTimeout(retry)
    source?.close()
    source = undefined
    open = false
    tell({ type: 'closed' })
  }

  return { start, end, isOpen: () => open }
}
