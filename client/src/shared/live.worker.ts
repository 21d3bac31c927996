import { liveSource } from './liveSource'

/*
 * One live connection for all tabs of a browser: it allows only six to one server, and a dispatcher has more tabs than that.
 * A tab says `start`, `end` (signed out) or `leave`.
 */
const ports = new Set<MessagePort>()
const source = liveSource(message => {
  for (const port of ports) port.postMessage(message)
})

;(self as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = event => {
  const port = event.ports[0]!
  port.onmessage = ({ data }: MessageEvent<'start' | 'end' | 'leave'>) => {
    if (data === 'start') {
      ports.add(port)
      source.start()
      if (source.isOpen()) port.postMessage({ type: 'open' })
    } else {
      ports.delete(port)
      if (data === 'end' || ports.size === 0) source.end()
    }
  }
}
