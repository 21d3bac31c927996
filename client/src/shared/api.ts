import createClient, { type Middleware } from 'openapi-fetch'
import { ref } from 'vue'
import { present } from './presence'
import { sentOnce } from './tappedTwice'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
/**
 * What the server says is wrong: a code, a sentence, the path of the value. `details` of some codes stand beside
 * them.
 */
export type Problem = Schemas['Problem']['error'] & Record<string, unknown>

/** False while the server or the database cannot be reached; the shell says so. */
export const reachable = ref(true)

const watchReach: Middleware = {
  onResponse({ response }) {
    reachable.value = response.status !== 503
  },
  onError() {
    reachable.value = false
  },
}

/** True once the server no longer knows who asks: the shell asks for the password again, and the page stays. */
export const signedOut = ref(false)
const SIGNED_OUT = ['signed_out', 'code_needed']

const watchSession: Middleware = {
  onRequest({ request }) {
    if (!present()) request.headers.set('X-Quiet', '1')
    return request
  },
  async onResponse({ response }) {
    if (response.status !== 401) return
    const answer = (await response.clone().json()) as { error?: Problem }
    if (SIGNED_OUT.includes(answer.error?.code ?? '')) signedOut.value = true
  },
}

export const api = createClient<paths>({ baseUrl: '/', fetch: sentOnce(request => fetch(request)) })
api.use(watchReach)
api.use(watchSession)

const AWAY: Problem = {
  code: 'unreachable',
  message: 'The server is out of reach. What you typed is kept: try again in a moment.',
  path: '',
}

interface Answer<T> {
  data?: T
  error?: unknown
}

export type Asked<T> = Promise<{ data: T; problem: undefined } | { data: undefined; problem: Problem }>

/** Runs a call and gives its data or its problem, also when there is no network. */
export async function ask<T>(call: Promise<Answer<T>>): Asked<T> {
  try {
    const { data, error } = await call
    if (data !== undefined) return { data, problem: undefined }
    return { data: undefined, problem: problemOf(error) }
  } catch {
    return { data: undefined, problem: AWAY }
  }
}

function problemOf(error: unknown): Problem {
  if (error && typeof error === 'object' && 'error' in error) return error.error as Problem
  return { code: 'unknown', message: 'The server gave no answer that can be read.', path: '' }
}

export { newKey } from './key'
