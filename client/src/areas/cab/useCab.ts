import { get, set } from 'idb-keyval'
import { onScopeDispose, ref, shallowReadonly, shallowRef, triggerRef } from 'vue'
import { newKey, type Problem, type Schemas } from '@/shared/api'

interface Waiting { key: string; path: string; body: string | Blob; type: string; label: string }
const STORE = 'crew-ledger-cab-queue'
const POLL_MS = 5000
const MAX_PAPER_BYTES = 15 * 1024 * 1024

/** The driver's link is good for this phone: its token comes in the address once and is kept. */
function takeToken(): string {
  const fromAddress = location.hash.slice(1)
  if (/^[\w-]{20,100}$/.test(fromAddress)) {
    localStorage.setItem('crew-ledger-cab', fromAddress)
    history.replaceState(null, '', '/cab')
  }
  return localStorage.getItem('crew-ledger-cab') ?? ''
}

/**
 * The trips of the driver of this link, and the sending of check-ins: in order, once, again and again until they arrive.
 * What was not sent yet, photos too, outlives the page: it waits in the phone's own database.
 */
export function useCab() {
  const token = takeToken()
  const cab = shallowRef<Schemas['Cab']>()
  const problem = ref<Problem>()
  const queue = shallowRef<Waiting[]>([])
  const offline = ref(false)
  let sending = false

  /** A phone that keeps nothing (a private window) still sends while the page is open. */
  async function keep() {
    triggerRef(queue)
    await set(STORE, queue.value).catch(() => undefined)
  }
  const headers = (type?: string) => ({ Authorization: `Bearer ${token}`, ...(type ? { 'Content-Type': type } : {}) })

  async function load() {
    try {
      const response = await fetch('/api/cab', { headers: headers() })
      offline.value = response.status === 503
      if (response.ok) { cab.value = (await response.json()) as Schemas['Cab']; if (problem.value?.code === 'signed_out') problem.value = undefined }
      else if (response.status !== 503) problem.value = ((await response.json()) as Schemas['Problem']).error
    } catch { offline.value = true }
  }

  async function send() {
    if (sending) return
    sending = true
    while (queue.value[0]) {
      const next = queue.value[0]
      try {
        const response = await fetch(next.path, { method: 'POST', headers: headers(next.type), body: next.body })
        if (response.status >= 500 || response.status === 429) { offline.value = true; break }
        problem.value = response.ok ? undefined : ((await response.json()) as Schemas['Problem']).error
      } catch { offline.value = true; break }
      offline.value = false
      queue.value.shift()
      await keep()
    }
    sending = false
    if (!queue.value.length) await load()
  }

  function put(path: string, body: string | Blob, type: string, label: string, key: string) {
    queue.value.push({ key, path, body, type, label })
    void keep().then(send)
  }

  function checkIn(tripId: number, kind: Schemas['CheckInInput']['kind'], label: string, more: Partial<Schemas['CheckInInput']> = {}) {
    const key = newKey()
    // The phone runs beside the company's clock; the server's own is the measure.
    const doneAt = new Date(Date.now() + ahead()).toISOString()
    put(`/api/cab/trips/${tripId}/check-ins`, JSON.stringify({ key, kind, done_at: doneAt, ...more }), 'application/json', label, key)
  }

  function paper(tripId: number, stopId: number, kind: string, file: Blob) {
    if (file.size > MAX_PAPER_BYTES) { problem.value = { code: 'too_large', message: 'The file is over 15 MB: take the photo again, smaller.', path: '' }; return }
    const key = newKey()
    put(`/api/cab/trips/${tripId}/papers?${new URLSearchParams({ kind, stop_id: String(stopId), key }).toString()}`, file, 'application/octet-stream', 'Photo', key)
  }

  function answerDuty(id: number, answer: 'yes' | 'no') {
    const key = newKey()
    // Answered is gone from the page at once; the phone sends it when it can.
    if (cab.value) cab.value = { ...cab.value, duty: cab.value.duty.filter((one) => one.id !== id) }
    put(`/api/cab/duty/${id}`, JSON.stringify({ key, answer }), 'application/json', 'Hours', key)
  }

  let skew = 0
  const ahead = () => skew
  async function begin() {
    // What was left from before goes first; what was put while it was read comes after.
    queue.value = [...(await get<Waiting[]>(STORE).catch(() => undefined) ?? []), ...queue.value]
    await load()
    if (cab.value) skew = Date.parse(cab.value.now) - Date.now()
    if (queue.value.length) await send()
  }
  void begin()

  const timer = setInterval(() => { if (queue.value.length) void send(); else if (!document.hidden) void load() }, POLL_MS)
  const online = () => void send()
  window.addEventListener('online', online)
  onScopeDispose(() => { clearInterval(timer); window.removeEventListener('online', online) })

  return { cab, problem, queue: shallowReadonly(queue), offline: shallowReadonly(offline), checkIn, paper, answerDuty, hasLink: token !== '' }
}
