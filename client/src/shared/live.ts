import { onScopeDispose, ref } from 'vue'
import { liveSource, type Change, type LiveMessage } from './liveSource'

export type { Change }
type Listener = (change: Change | 'again') => void

/** Whether changes of others arrive at the moment. */
export const live = ref(false)

const listeners = new Set<Listener>()
const tell = (change: Change | 'again') => {
  for (const listener of listeners) listener(change)
}

function hear(message: LiveMessage) {
  switch (message.type) {
    case 'open':
      live.value = true
      break
    case 'closed':
      live.value = false
      break
    case 'again':
      tell('again')
      break
    case 'change':
      tell(message.change)
      break
  }
}

interface Line {
  start: () => void
  end: () => void
  leave: () => void
}

function sharedLine(): Line {
  const { port } = new SharedWorker(new URL('./live.worker.ts', import.meta.url), {
    type: 'module',
    name: 'crew-ledger-live',
  })
  port.onmessage = ({ data }: MessageEvent<LiveMessage>) => hear(data)
  const say = (word: 'start' | 'end' | 'leave') => () => port.postMessage(word)
  return { start: say('start'), end: say('end'), leave: say('leave') }
}

/** Where tabs cannot share, each holds its own. */
function ownLine(): Line {
  const { start, end } = liveSource(hear)
  return { start, end, leave: end }
}

let line: Line | undefined
let wanted = false

export function connectLive() {
  wanted = true
  line ??= 'SharedWorker' in window ? sharedLine() : ownLine()
  line.start()
}

export function disconnectLive() {
  if (wanted) line?.end()
  wanted = false
  live.value = false
}

window.addEventListener('pagehide', () => line?.leave())
window.addEventListener('pageshow', event => {
  if (event.persisted && wanted) {
    line?.start()
    tell('again')
  }
})

/** Calls back for each change of another or of this tab, and for `again` when some may have been missed. */
export function onChange(listener: Listener) {
  listeners.add(listener)
  onScopeDispose(() => listeners.delete(listener))
}
