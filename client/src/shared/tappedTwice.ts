/** Two taps that a person means as one follow each other within this time. */
const ONE_TAP_MS = 600

/**
 * Sends a write that is tapped twice once, and answers both taps with the same. Each tap makes a key of its own, so
 * the server could not tell them from two writes that are meant. A twin is the same act with the same values, while
 * the first is under way or just after it was done; what was refused is tried again at once.
 */
export function sentOnce(send: (request: Request) => Promise<Response>) {
  const underWay = new Map<string, Promise<Response>>()
  return async (request: Request): Promise<Response> => {
    const twin = await sameness(request)
    if (!twin) return send(request)
    const first = underWay.get(twin) ?? begin(twin, send(request))
    return (await first).clone()
  }

  function begin(twin: string, answer: Promise<Response>) {
    underWay.set(twin, answer)
    const began = performance.now()
    const forget = () => underWay.delete(twin)
    answer.then(
      ({ ok }) => (ok ? setTimeout(forget, ONE_TAP_MS - (performance.now() - began)) : forget()),
      forget,
    )
    return answer
  }
}

/** What two requests share that mean one act: all but their key. Undefined for what is no act with a key. */
async function sameness(request: Request) {
  if (request.method === 'GET' || !request.headers.get('Content-Type')?.includes('json')) return undefined
  const values = readable(await request.clone().text())
  if (!values?.key) return undefined
  return `${request.method} ${request.url} ${JSON.stringify({ ...values, key: undefined })}`
}

function readable(text: string): Record<string, unknown> | undefined {
  const value: unknown = text ? JSON.parse(text) : undefined
  return value && typeof value === 'object' ? { ...value } : undefined
}
