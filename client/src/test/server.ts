export interface Asked {
  method: string
  path: string
  query: URLSearchParams
  headers: Record<string, string>
  body: unknown
}
type Fetch = typeof fetch

/** The API's client takes `fetch` once, when it is loaded: this one, which passes on to the example's server. */
let current: Fetch = () => Promise.reject(new TypeError('No server stands in'))
export const passOn: Fetch = (...request) => current(...request)

type Said = { status?: number; body?: unknown } | 'away'

/**
 * Stands in for the server: `say` answers each request, `{}` with 200 and an empty body, or is out of reach. What
 * it says nothing to stays unanswered: a page cannot be shown what no server would say. All that was asked is kept.
 */
export function fakeServer(say: (asked: Asked) => Said | undefined | Promise<Said | undefined>) {
  const asked: Asked[] = []
  current = async (input, init = {}) => {
    const request = input instanceof Request ? input : undefined
    const url = new URL(request ? request.url : String(input), 'http://crew.test')
    const text = request ? await request.text() : undefined
    const body = init.body ?? text
    const one: Asked = {
      method: init.method ?? request?.method ?? 'GET',
      path: url.pathname,
      query: url.searchParams,
      headers: Object.fromEntries(
        [...new Headers(init.headers ?? request?.headers)].map(([name, value]) => [
          name.toLowerCase(),
          value,
        ]),
      ),
      body: typeof body === 'string' && body ? JSON.parse(body) : body,
    }
    asked.push(one)
    const said = (await say(one)) ?? (await new Promise<never>(() => undefined))
    if (said === 'away') throw new TypeError('Failed to fetch')
    const { status = 200, body: answer = {} } = said
    return new Response(JSON.stringify(answer), {
      status,
      headers: { 'Content-Type': 'application/json' },
    })
  }
  return asked
}

/** As the server says what is wrong. */
export const refusal = (code: string, status = 422, path = '') => ({
  status,
  body: { error: { code, message: `no: ${code}`, path } },
})

/** Lets all that is under way come to rest. */
export const settled = async (turns = 30) => {
  for (let i = 0; i < turns; i++) await new Promise(resolve => setImmediate(resolve))
}
