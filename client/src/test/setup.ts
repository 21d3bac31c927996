import 'fake-indexeddb/auto'
import { clear } from 'idb-keyval'
import { beforeEach } from 'vitest'
import { passOn } from './server'

globalThis.fetch = passOn

// Each example begins with a browser that knows nothing.
beforeEach(async () => {
  await clear()
  localStorage.clear()
  sessionStorage.clear()
})
