import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { PLAIN } from '@/test/plain'
import { fakeServer, refusal, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import WindowPrograms from './WindowPrograms.vue'

const HOOK = {
  id: 4,
  url: 'https://loads.example.com/told',
  secret: 'whsec_abc',
  made_by: 'Dora Quill',
  made_at: '2026-11-23T14:00:00Z',
  standing: 'good',
  waiting: 0,
  sent: 3,
  taken_at: '2026-11-23T14:10:00Z',
  tries_at: null,
  problem: '',
}
const TOKEN = {
  id: 2,
  name: 'Yard system',
  may: [],
  made_by: 'Dora Quill',
  made_at: '2026-11-23T14:00:00Z',
  last_used_at: null,
}
const none = { token: null, tokens: [], hooks: [] }

async function page(answer: (call: { method: string; path: string }) => object) {
  const calls = fakeServer(answer)
  const wrapper = mount(WindowPrograms, { global: { stubs: PLAIN } })
  await settled()
  return { calls, wrapper }
}

beforeEach(() => {
  setActivePinia(createPinia())
})

describe('a customer’s programs', () => {
  it('shows a token once, and asks with one key until it is answered', async () => {
    let tries = 0
    const { calls, wrapper } = await page(({ method }) => {
      if (method === 'GET') return { body: none }
      tries += 1
      return tries === 1 ? refusal('database_away') : { body: { ...none, token: 'clt_x', tokens: [TOKEN] } }
    })
    await type(wrapper, 'Which program', 'Yard system')
    for (let i = 0; i < 2; i++) {
      await wrapper.get('form[aria-label="A new token"]').trigger('submit')
      await settled()
    }
    const sent = calls.filter(({ method }) => method === 'POST').map(({ body }) => body as { key: string })
    expect(sent.map(({ key }) => key)).toEqual([sent[0]!.key, sent[0]!.key])
    expect(wrapper.text()).toContain('clt_x')
    await button(wrapper, 'I have it').trigger('click')
    expect(wrapper.text()).not.toContain('clt_x')
    expect(wrapper.text()).toContain('Yard system')
  })

  it.each([
    [{}, '3 messages taken', ''],
    [{ sent: 0, taken_at: null, waiting: 1 }, 'Nothing was sent yet, 1 message waiting.', ''],
    [
      { standing: 'failing', problem: 'it answered 503', waiting: 2, tries_at: '2026-11-23T15:00:00Z' },
      'It does not answer (it answered 503), 2 messages waiting. Tried again',
      'Try now',
    ],
    [
      { standing: 'stopped', problem: 'no answer' },
      'Stopped: it took nothing for a day (no answer).',
      'Start again',
    ],
  ])('says how it goes with an address: %j', async (more, words, again) => {
    const { wrapper } = await page(() => ({ body: { ...none, hooks: [{ ...HOOK, ...more }] } }))
    expect(wrapper.text()).toContain(words)
    expect(/Start again|Try now/.exec(wrapper.text())?.[0] ?? '').toBe(again)
    expect(wrapper.text()).not.toContain('whsec_abc')
    await button(wrapper, 'Show the secret').trigger('click')
    expect(wrapper.text()).toContain('whsec_abc')
  })

  it('says at the field what is wrong with an address, and keeps it', async () => {
    const { calls, wrapper } = await page(({ method }) =>
      method === 'GET' ? { body: none } : refusal('hook_address', 422, '/url'),
    )
    await type(wrapper, 'Address', 'http://x')
    await wrapper.get('form[aria-label="A new address"]').trigger('submit')
    await settled()
    expect(wrapper.html()).toContain('no: hook_address')
    await wrapper.get('form[aria-label="A new address"]').trigger('submit')
    await settled()
    const sent = calls
      .filter(({ method }) => method === 'POST')
      .map(({ body }) => (body as { url: string }).url)
    expect(sent).toEqual(['http://x', 'http://x'])
    expect(wrapper.find('[role=alert]').exists()).toBe(false)
  })
})
