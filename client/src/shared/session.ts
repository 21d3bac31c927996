import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from './api'

export type Role = Schemas['Role']

/** Who is signed in, and the clock that the company runs by. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Me']>()
  const ahead = ref(0)

  async function load() {
    const { data } = await ask(api.GET('/api/me'))
    if (data) {
      me.value = data
      ahead.value = Date.parse(data.now) - Date.now()
    }
    return me.value
  }

  /** Posts to the sign-in service; gives what went wrong, or nothing. */
  async function post(path: string, body: object): Promise<Problem | undefined> {
    try {
      const response = await fetch(`/api/auth/${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Accept: 'application/json' },
        body: JSON.stringify(body),
      })
      if (response.ok) return
      return ((await response.json()) as Schemas['Problem']).error
    } catch {
      return { code: 'unreachable', message: 'The server is out of reach: try again in a moment.', path: '' }
    }
  }

  async function signIn(email: string, password: string) {
    const problem = await post('sign-in', { email, password })
    if (!problem) await load()
    return problem
  }

  async function signOut() {
    await post('sign-out', {})
    await load()
  }

  const changePassword = (password: string, next: string) =>
    post('password', { password, 'new-password': next })
  const has = (...roles: Role[]) => computed(() => roles.some(role => me.value?.roles?.includes(role)))
  const zone = computed(() => me.value?.company_zone ?? 'UTC')
  /** The company's now, in milliseconds: in a demo it runs beside the real one. */
  const now = () => Date.now() + ahead.value

  return { me, load, signIn, signOut, changePassword, has, zone, now }
})
