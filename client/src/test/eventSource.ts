import { vi } from 'vitest'

/** Stands in for the browser's live connection; the examples say what arrives on it. */
export class FakeEventSource extends EventTarget {
  static readonly CONNECTING = 0
  static readonly OPEN = 1
  static readonly CLOSED = 2
  static all: FakeEventSource[] = []
  static get last() {
    return this.all.at(-1)!
  }
  static install() {
    this.all = []
    vi.stubGlobal('EventSource', this)
  }

  readyState = FakeEventSource.OPEN
  onerror?: () => void
  constructor(readonly url: string) {
    super()
    FakeEventSource.all.push(this)
  }
  close() {
    this.readyState = FakeEventSource.CLOSED
  }
  say(name: string, data?: unknown) {
    this.dispatchEvent(new MessageEvent(name, { data: JSON.stringify(data) }))
  }
  breakOff(forGood: boolean) {
    this.readyState = forGood ? FakeEventSource.CLOSED : FakeEventSource.CONNECTING
    this.onerror?.()
  }
}
