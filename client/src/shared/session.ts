import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, signedOut, type Problem, type Schemas } from './api'

export type Role = Schemas['Role']

/** What the sign-in service says beside a problem. */
export interface Auth {
  problem?: Problem | undefined
  otp_secret?: string
  otp_raw_secret?: string
  picture?: string
  codes?: string[]
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
    if (data) {
      // Where the session ended under an open page, the page stays as it is until its person is back.
      me.value =
        signedOut.value && me.value?.signed_in && !data.signed_in
          ? { ...me.value, second_factor: data.second_factor }
          : data
      ahead.value = Date.parse(data.now) - Date.now()
    }
    return me.value
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

  async function stand() {
    const before = me.value?.id
    const { data } = await ask(api.GET('/api/me'))
    if (data?.signed_in) {
      signedOut.value = false
      // Another person has other pages.
      if (before && data.id !== before) location.assign('/')
    }
    await load()
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

  return { me, load, post, signIn, giveCode, signOut, changePassword, setPassword, has, zone, now }
})
