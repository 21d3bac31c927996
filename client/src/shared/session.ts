import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, signedOut, type Problem, type Schemas } from './api'

export type Role = Schemas['Role']

import type { Asked, Wanted } from './securityKey'

/** What the sign-in service says beside a problem. */
export interface Auth {
  problem?: Problem | undefined
  otp_secret?: string
  otp_raw_secret?: string
  picture?: string
  codes?: string[]
  webauthn_setup?: Wanted
  webauthn_setup_challenge?: string
  webauthn_setup_challenge_hmac?: string
  webauthn_auth?: Asked
  webauthn_auth_challenge?: string
  webauthn_auth_challenge_hmac?: string
  webauthn_remove?: Record<string, string>
}
export const KEY_REFUSED: Problem = {
  code: 'key_refused',
  message: 'The key did not answer: touch it when the browser asks.',
  path: '',
}
const AWAY: Problem = {
  code: 'unreachable',
  message: 'The server is out of reach: try again in a moment.',
  path: '',
}
/** A mailed link lets this device in while others are held back. */
const deviceHeader = (): Record<string, string> => {
  const token = /^#device=([\w.]+)$/.exec(location.hash)?.[1]
  return token ? { 'X-Device': token } : {}
}

/** Who is signed in, and the clock that the company runs by. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Me']>()
  const ahead = ref(0)

  async function load() {
    const { data } = await ask(api.GET('/api/me'))
    if (data) take(data)
    return me.value
  }
  function take(data: Schemas['Me']) {
    ahead.value = Date.parse(data.now) - Date.now()
    const { second_factor, second_factors } = data
    // Where the session ended under an open page, the page stays as it is until its person is back.
    const over = signedOut.value && me.value?.signed_in && !data.signed_in
    me.value = over && me.value ? { ...me.value, second_factor, second_factors } : data
  }

  /** Posts to the sign-in service; gives what it says, with what went wrong. */
  async function post(path: string, body: object): Promise<Auth> {
    try {
      const response = await fetch(`/api/auth/${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Accept: 'application/json', ...deviceHeader() },
        body: JSON.stringify(body),
      })
      const { error, ...answer } = (await response.json()) as Auth & { error?: Problem }
      return { ...answer, problem: error }
    } catch {
      return { problem: AWAY }
    }
  }

  /** The first step; `me.second_factor` says whether a code is wanted then. */
  async function signIn(email: string, password: string) {
    const { problem } = await post('sign-in', { email, password })
    if (!problem) await stand()
    return problem
  }

  /** The second one: what the app shows, or a recovery code. */
  async function giveCode(code: string, recovery: boolean) {
    const { problem } = recovery
      ? await post('recovery-code', { 'recovery-code': code })
      : await post('code', { otp: code })
    if (!problem) await stand()
    return problem
  }

  /** The second one by a security key: asked for, proven, sent. */
  async function giveKey(prove: (asked: Asked) => Promise<object>): Promise<Problem | undefined> {
    const asked = await post('security-key-sign-in', {})
    if (!asked.webauthn_auth) return asked.problem
    const { webauthn_auth_challenge, webauthn_auth_challenge_hmac } = asked
    try {
      const webauthn_auth = await prove(asked.webauthn_auth)
      const { problem } = await post('security-key-sign-in', {
        webauthn_auth,
        webauthn_auth_challenge,
        webauthn_auth_challenge_hmac,
      })
      if (!problem) await stand()
      return problem
    } catch {
      return KEY_REFUSED
    }
  }

  async function stand() {
    const before = me.value?.id
    const { data } = await ask(api.GET('/api/me'))
    if (!data) return
    if (data.signed_in) {
      signedOut.value = false
      // Another person has other pages.
      if (before && data.id !== before) location.assign('/')
    }
    take(data)
  }

  async function signOut() {
    await post('sign-out', {})
    await load()
  }

  const changePassword = async (password: string, next: string) =>
    (await post('password', { password, 'new-password': next })).problem
  const setPassword = async (key: string, password: string) =>
    (await post('new-password', { key, password })).problem
  const has = (...roles: Role[]) => computed(() => roles.some(role => me.value?.roles?.includes(role)))
  const zone = computed(() => me.value?.company_zone ?? 'UTC')
  /** The company's now, in milliseconds: in a demo it runs beside the real one. */
  const now = () => Date.now() + ahead.value

  return { me, load, post, signIn, giveCode, giveKey, signOut, changePassword, setPassword, has, zone, now }
})
