import { get, set } from 'idb-keyval'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { newKey } from '@/shared/key'
import { speak } from './i18n'
import { keepAll } from './permits'
import { useQueue, type CheckInKind } from './queue'
import { nextOf, withTold, withWaiting } from './steps'

const LAST = 'crew-ledger-cab-last'
const POLL_MS = 8000
const MAX_PAPER_BYTES = 15 * 1024 * 1024
/** A clock that is off by less is the way to the server. */
const CLOCK_MINUTES = 3
/** A place that is older says nothing of where something was done. */
const PLACE_MS = 120000

const dutyPath = (id: number) => `/api/cab/duty/${id}`

/** The driver's link is good for this phone: its token comes in the address once and is kept. */
function takeToken(): string {
  const fromAddress = location.hash.slice(1)
  if (/^[\w-]{20,100}$/.test(fromAddress)) {
    localStorage.setItem('crew-ledger-cab', fromAddress)
    history.replaceState(null, '', '/cab')
  }
  return localStorage.getItem('crew-ledger-cab') ?? ''
}

/** All that the driver's pages show and do. What was read last is kept, so that the page opens without a signal. */
export function useCab() {
  const token = takeToken()
  const cab = shallowRef<Schemas['Cab']>()
  const problem = ref<Problem>()
  const locked = ref(false)
  const over = ref(token === '')
  const skew = ref(0)
  const place = shallowRef<GeolocationPosition>()

  const headers = () => {
    const unlock = sessionStorage.getItem('crew-ledger-cab-unlock')
    return { Authorization: `Bearer ${token}`, ...(unlock ? { 'X-Cab-Unlock': unlock } : {}) }
  }
  const denied = (code: string) => {
    if (code === 'pin_needed') locked.value = true
    else over.value = true
  }
  const { queue, refused, offline, put, send, retract, drop, again, begin, end } = useQueue(
    headers,
    heard,
    denied,
  )

  /** How much of what this phone said has been answered: a reading asked for before the last of it is out of date. */
  let answers = 0
  const waitsToSay = (path: string) => queue.value.some(one => one.path === path)

  function take(value: Schemas['Cab']) {
    cab.value = { ...value, duty: value.duty.filter(({ id }) => !waitsToSay(dutyPath(id))) }
    skew.value = Date.parse(value.now) - Date.now()
    speak(value.settings.language)
    void set(LAST, value).catch(() => undefined)
  }
  /** The answer to what was sent is newer than what is shown. */
  function heard(path: string, answer: unknown) {
    answers++
    if (!cab.value) return
    const trip = /^\/api\/cab\/trips\/(\d+)/.exec(path)
    // Where a paper lies is no part of what a tap may change.
    if (path.startsWith('/api/cab/papers/')) void load()
    else if (trip)
      cab.value = {
        ...cab.value,
        trips: cab.value.trips.map(one =>
          one.id === Number(trip[1]) ? withTold(one, answer as Schemas['CabTold']) : one,
        ),
      }
    else if (path.startsWith('/api/cab/receipts')) take(answer as Schemas['Cab'])
    else if (path.startsWith('/api/cab/messages'))
      cab.value = { ...cab.value, messages: answer as Schemas['Thread'] }
  }

  async function call<T>(
    path: string,
    method: 'GET' | 'PUT' = 'GET',
    body?: unknown,
  ): Promise<T | undefined> {
    try {
      const response = await fetch(path, {
        method,
        headers: { ...headers(), ...(body ? { 'Content-Type': 'application/json' } : {}) },
        ...(body ? { body: JSON.stringify(body) } : {}),
      })
      offline.value = response.status === 503
      if (response.ok) return (await response.json()) as T
      if (response.status === 503) return
      const { error } = (await response.json()) as Schemas['Problem']
      if (response.status === 401) denied(error.code)
      else problem.value = error
    } catch {
      offline.value = true
    }
  }

  async function load(): Promise<void> {
    const before = answers
    const value = await call<Schemas['Cab']>('/api/cab')
    if (!value) return
    over.value = false
    locked.value = false
    if (answers !== before) return load()
    // What waits has not arrived yet: the answer is without it, and the page puts it on top.
    take(value)
    void keepAll(value.trips, blob)
  }

  const trips = computed(() =>
    (cab.value?.trips ?? []).map(trip => {
      const steps = withWaiting(
        trip.steps,
        queue.value.filter(one => one.tripId === trip.id),
      )
      return { ...trip, steps, next: nextOf(steps) ?? null }
    }),
  )

  const spot = () =>
    place.value && Date.now() - place.value.timestamp < PLACE_MS
      ? { latitude: place.value.coords.latitude, longitude: place.value.coords.longitude }
      : undefined
  const where = () => spot() ?? {}
  function checkIn(
    tripId: number,
    kind: CheckInKind,
    label: string,
    more: Partial<Schemas['CheckInInput']> = {},
    key = newKey(),
  ) {
    const doneAt = more.done_at
      ? new Date(Date.parse(more.done_at) - skew.value).toISOString()
      : new Date().toISOString()
    const event = ['note', 'customer_note', 'seen', 'confirmed', 'declined'].includes(kind)
      ? {}
      : {
          event: {
            kind,
            stop_id: more.stop_id ?? null,
            done_at: new Date(Date.parse(doneAt) + skew.value).toISOString(),
            ...(more.corrects ? { corrects: more.corrects } : {}),
          },
        }
    return put({
      key,
      path: `/api/cab/trips/${tripId}/check-ins`,
      body: { ...where(), ...more, kind, done_at: doneAt },
      label,
      tripId,
      ...event,
    })
  }

  /** A step that was tapped by mistake: gone where it has not left the phone, else taken back, with both in the trail. */
  function takeBack(tripId: number, key: string, why: string) {
    if (!retract(key)) void checkIn(tripId, 'withdrawn', why, { corrects: key, note: why })
  }

  function paper(tripId: number, stopId: number, kind: string, file: Blob, label: string, signer?: string) {
    if (file.size > MAX_PAPER_BYTES) {
      problem.value = { code: 'too_large', message: '', path: '' }
      return
    }
    const key = newKey()
    const query = new URLSearchParams({
      kind,
      stop_id: String(stopId),
      key,
      taken_at: new Date().toISOString(),
      ...(signer ? { signer } : {}),
      ...Object.fromEntries(Object.entries(where()).map(([name, value]) => [name, String(value)])),
    })
    return put({
      key,
      path: `/api/cab/trips/${tripId}/papers?${query.toString()}`,
      body: file,
      label,
      tripId,
    })
  }
  /** A paper that was sent for another stop than it is of. */
  const movePaper = (id: number, tripId: number, stopId: number, label: string) =>
    put({ path: `/api/cab/papers/${id}/stop`, body: { stop_id: stopId }, label, tripId })
  /** What was laid out for the company; goes out when there is a signal, as papers do. */
  function receipt(
    told: { kind: string; amount: string; spent_on: string; note: string; trip_id?: number },
    file: Blob,
    label: string,
  ) {
    if (file.size > MAX_PAPER_BYTES) {
      problem.value = { code: 'too_large', message: '', path: '' }
      return
    }
    const key = newKey()
    const query = new URLSearchParams({
      key,
      kind: told.kind,
      amount: told.amount,
      spent_on: told.spent_on,
      ...(told.note ? { note: told.note } : {}),
      ...(told.trip_id ? { trip_id: String(told.trip_id) } : {}),
    })
    return put({ key, path: `/api/cab/receipts?${query.toString()}`, body: file, label })
  }
  const activity = (tripId: number, body: Record<string, unknown>, label: string) =>
    put({ path: `/api/cab/trips/${tripId}/activities`, body, label, tripId })
  const write = (body: string) =>
    put({ path: '/api/cab/messages', body: { body, done_at: new Date().toISOString() }, label: body })
  async function readUpTo(id: number) {
    const thread = await call<Schemas['Thread']>('/api/cab/messages/read', 'PUT', { upto: id })
    if (thread) heard('/api/cab/messages', thread)
  }
  async function setting(change: { language?: 'en' | 'es'; consent?: boolean; pin?: string }) {
    if (change.language) speak(change.language)
    const value = await call<Schemas['Cab']>('/api/cab/settings', 'PUT', { key: newKey(), ...change })
    answers++
    if (value) take(value)
    else if (change.pin && locked.value) locked.value = true
  }
  async function unlock(pin: string) {
    problem.value = undefined
    const answer = await call<{ unlock: string }>('/api/cab/unlock', 'PUT', { pin })
    if (!answer) return
    sessionStorage.setItem('crew-ledger-cab-unlock', answer.unlock)
    await load()
    await send()
  }
  const statement = (id: number) => call<Schemas['Statement']>(`/api/cab/statements/${id}`)
  /** Asked while there is a signal; without one the question stays on the page. */
  async function askAboutPay(
    id: number,
    line: string,
    body: string,
  ): Promise<Schemas['Statement'] | undefined> {
    const response = await fetch(`/api/cab/statements/${id}/questions`, {
      method: 'POST',
      headers: { ...headers(), 'Content-Type': 'application/json' },
      body: JSON.stringify({ key: newKey(), line, body }),
    }).catch(() => undefined)
    return response?.ok ? ((await response.json()) as Schemas['Statement']) : undefined
  }
  async function blob(path: string): Promise<Blob | undefined> {
    const response = await fetch(path, { headers: headers() }).catch(() => undefined)
    return response?.ok ? response.blob() : undefined
  }
  async function file(path: string): Promise<string | undefined> {
    const found = await blob(path)
    return found && URL.createObjectURL(found)
  }
  /** A file to look at or to hand to another program of the phone; behind a link, as a window would be shut out. */
  async function openFile(path: string, name: string) {
    const url = await file(path)
    if (!url) return
    const link = Object.assign(document.createElement('a'), { href: url, target: '_blank', rel: 'noopener' })
    if (!name.endsWith('.pdf')) link.download = name
    link.click()
    setTimeout(() => URL.revokeObjectURL(url), 60_000)
  }
  function answerDuty(id: number, answer: 'yes' | 'no') {
    // Answered is gone from the page at once; the phone sends it when it can.
    if (cab.value) cab.value = { ...cab.value, duty: cab.value.duty.filter(one => one.id !== id) }
    return put({ path: dutyPath(id), body: { answer }, label: answer })
  }

  async function start() {
    const last = await get<Schemas['Cab']>(LAST).catch(() => undefined)
    if (last && token && !cab.value) {
      cab.value = last
      skew.value = Number(localStorage.getItem('crew-ledger-cab-skew') ?? 0)
    }
    await begin()
    await load()
    localStorage.setItem('crew-ledger-cab-skew', String(skew.value))
  }
  void start()

  const timer = setInterval(() => {
    if (queue.value.length)
      void send().then(() => {
        if (!queue.value.length) void load()
      })
    else if (!document.hidden && !locked.value) void load()
  }, POLL_MS)
  const online = () => void send().then(load)
  const seen = () => {
    if (!document.hidden) online()
  }
  window.addEventListener('online', online)
  document.addEventListener('visibilitychange', seen)
  onScopeDispose(() => {
    clearInterval(timer)
    end()
    window.removeEventListener('online', online)
    document.removeEventListener('visibilitychange', seen)
  })

  const clockMinutes = computed(() => Math.round(Math.abs(skew.value) / 60000))
  return {
    cab,
    trips,
    problem,
    locked,
    over,
    queue,
    refused,
    offline,
    skew,
    place,
    spot,
    clockOff: computed(() => (clockMinutes.value > CLOCK_MINUTES ? clockMinutes.value : 0)),
    now: () => Date.now() + skew.value,
    headers,
    checkIn,
    takeBack,
    paper,
    movePaper,
    receipt,
    activity,
    unsay: retract,
    write,
    readUpTo,
    setting,
    unlock,
    statement,
    askAboutPay,
    file,
    open: openFile,
    blob,
    answerDuty,
    drop,
    again,
  }
}
export type Cab = ReturnType<typeof useCab>
