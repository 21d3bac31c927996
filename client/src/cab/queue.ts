import { get, set } from 'idb-keyval'
import { ref, shallowReadonly, shallowRef, triggerRef } from 'vue'
import { newKey } from '@/shared/key'
import type { Problem, Schemas } from '@/shared/api'

export type CheckInKind = Schemas['CheckInInput']['kind']
/** What the phone has kept until it has arrived: a write to an address, and what it means for the page until then. */
export interface Waiting {
  key: string
  path: string
  body: Record<string, unknown> | Blob
  label: string
  tripId?: number
  event?: { kind: string; stop_id: number | null; done_at: string; corrects?: string }
  refused?: Problem
}
const STORE = 'crew-ledger-cab-queue'
const CLOCK_LOOK_MS = 5000
/** A clock that jumped by more was set; less is drift and sleep. */
const JUMP_MS = 20000

/**
 * Sends what a driver does: in order, once, again and again until it arrives, with the time it was done and what the phone's clock
 * said when it was sent. What the server refuses is kept aside and shown, not lost. All of it outlives the page.
 */
export function useQueue(
  headers: () => Record<string, string>,
  heard: (path: string, answer: unknown) => void,
  denied: (code: string) => void,
) {
  const queue = shallowRef<Waiting[]>([])
  const refused = shallowRef<Waiting[]>([])
  const offline = ref(false)
  let sending = false
  let read = false
  /** What is on its way to the server just now. */
  let flying = ''

  /** A phone that keeps nothing (a private window) still sends while the page is open. */
  async function keep() {
    triggerRef(queue)
    triggerRef(refused)
    if (read) await set(STORE, [...queue.value, ...refused.value]).catch(() => undefined)
  }

  function request(next: Waiting): [string, RequestInit] {
    const phoneAt = new Date().toISOString()
    if (next.body instanceof Blob)
      return [
        `${next.path}&phone_at=${encodeURIComponent(phoneAt)}`,
        {
          method: 'POST',
          headers: { ...headers(), 'Content-Type': 'application/octet-stream' },
          body: next.body,
        },
      ]
    const clocked = 'done_at' in next.body ? { ...next.body, phone_at: phoneAt } : next.body
    return [
      next.path,
      {
        method: 'POST',
        headers: { ...headers(), 'Content-Type': 'application/json' },
        body: JSON.stringify(clocked),
      },
    ]
  }

  async function send() {
    if (sending || !read) return
    sending = true
    while (queue.value[0]) {
      const next = queue.value[0]
      flying = next.key
      try {
        const response = await fetch(...request(next))
        if (response.status >= 500 || response.status === 429) {
          offline.value = true
          break
        }
        const answer: unknown = await response.json()
        if (response.status === 401) {
          denied((answer as Schemas['Problem']).error.code)
          break
        }
        if (response.ok) heard(next.path, answer)
        else refused.value.push({ ...next, refused: (answer as Schemas['Problem']).error })
      } catch {
        offline.value = true
        break
      }
      offline.value = false
      queue.value.shift()
      await keep()
    }
    flying = ''
    sending = false
  }

  function put(waiting: Omit<Waiting, 'key'> & { key?: string }) {
    const key = waiting.key ?? newKey()
    queue.value.push({
      ...waiting,
      key,
      body: waiting.body instanceof Blob ? waiting.body : { ...waiting.body, key },
    })
    return keep().then(send)
  }
  /** Takes back what has not left the phone. Whether it could be. */
  function retract(key: string): boolean {
    if (flying === key || !queue.value.some(one => one.key === key)) return false
    queue.value = queue.value.filter(one => one.key !== key)
    void keep()
    return true
  }
  function drop(key: string) {
    refused.value = refused.value.filter(one => one.key !== key)
    void keep()
  }
  function again(key: string) {
    const one = refused.value.find(waiting => waiting.key === key)
    if (!one) return
    drop(key)
    // What was refused is a new attempt: the old key stands for the refusal. A file's is in its address.
    const fresh = newKey()
    void put({
      key: fresh,
      path: one.path.replace(`key=${key}`, `key=${fresh}`),
      body: one.body,
      label: one.label,
      ...(one.tripId ? { tripId: one.tripId } : {}),
      ...(one.event ? { event: one.event } : {}),
    })
  }

  /** What was left from before goes first; what was put while it was read comes after. */
  async function begin() {
    const kept = (await get<Waiting[]>(STORE).catch(() => undefined)) ?? []
    queue.value = [...kept.filter(one => !one.refused), ...queue.value]
    refused.value = kept.filter(one => one.refused)
    read = true
    await send()
  }

  // Somebody sets the phone's clock while things wait: their times are told by the new clock then.
  let wall = Date.now()
  let steady = performance.now()
  const look = setInterval(() => {
    const jump = Date.now() - wall - (performance.now() - steady)
    wall = Date.now()
    steady = performance.now()
    if (Math.abs(jump) > JUMP_MS) shift(jump)
  }, CLOCK_LOOK_MS)
  function shift(jump: number) {
    for (const one of queue.value) {
      if (!(one.body instanceof Blob) && typeof one.body.done_at === 'string')
        one.body = { ...one.body, done_at: new Date(Date.parse(one.body.done_at) + jump).toISOString() }
      if (one.event)
        one.event = { ...one.event, done_at: new Date(Date.parse(one.event.done_at) + jump).toISOString() }
    }
    void keep()
  }

  return {
    queue: shallowReadonly(queue),
    refused: shallowReadonly(refused),
    offline,
    put,
    send,
    retract,
    drop,
    again,
    begin,
    end: () => clearInterval(look),
  }
}
