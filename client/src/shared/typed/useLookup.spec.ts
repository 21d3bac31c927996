import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { useLookup, type Found } from './useLookup'

const NAMES = ['Bitterroot Pump', 'Great Divide Feed', 'Great Plains Steel']
const rows = (text: string) =>
  NAMES.filter(name => name.toLowerCase().includes(text.toLowerCase())).map(name => ({
    key: name,
    title: name,
  }))

/** A field whose server answers after 300 ms, with the list of nothing typed shown at first. */
function field(options: { takesOnLeaving?: boolean } = {}) {
  const chosen = ref<Found | null>(null)
  const typed = ref('')
  const asked: string[] = []
  const look = async (text: string) => {
    asked.push(text)
    await new Promise(done => setTimeout(done, 300))
    return rows(text)
  }
  const lookup = useLookup(look, { chosen, typed, least: 0, ...options })
  /** As Vuetify does: each letter, then on leaving the text of what is chosen. */
  const type = (text: string) => {
    void lookup.leave(true)
    for (let at = 1; at <= text.length; at += 1) lookup.search(text.slice(0, at))
  }
  const tab = () => {
    lookup.search(chosen.value?.title ?? '')
    return lookup.leave(false)
  }
  return { ...lookup, chosen, typed, asked, type, tab }
}

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

describe('something looked up while it is typed', () => {
  it('is never the first of an older answer, however fast Tab follows', async () => {
    const one = field()
    void one.settle()
    await vi.advanceTimersByTimeAsync(400)
    expect(one.found.value[0]?.title).toBe('Bitterroot Pump')

    one.type('Great Di')
    expect(one.settled.value).toBe(false)
    void one.tab()
    expect(one.chosen.value).toBeNull()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value?.title).toBe('Great Divide Feed')
    expect(one.shown.value).toBe('Great Divide Feed')
    expect(one.asked).toEqual(['', 'Great Di'])
  })

  it('shuts the list that Enter opened before the answer came', async () => {
    const one = field()
    one.type('Great Di')
    one.open.value = true
    void one.enter()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value?.title).toBe('Great Divide Feed')
    expect(one.open.value).toBe(false)
  })

  it('is what was typed last, when the answer to what was typed before comes after it', async () => {
    const one = field()
    one.type('Bitter')
    await vi.advanceTimersByTimeAsync(200)
    one.type('Great P')
    void one.tab()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value?.title).toBe('Great Plains Steel')
  })

  it('stays to be seen with why where nothing is found, and what was chosen before does not stay for it', async () => {
    const one = field()
    one.picked({ key: 'x', title: 'Bitterroot Pump' })
    one.type('Grate Divide')
    void one.tab()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value).toBeNull()
    expect([one.shown.value, one.missing.value]).toEqual([
      'Grate Divide',
      'Nothing found for “Grate Divide”.',
    ])
    expect(one.typed.value).toBe('Grate Divide')
    one.type('Great')
    expect(one.missing.value).toBe('')
  })

  it('keeps what is chosen where the field is only passed through', async () => {
    const one = field()
    one.picked({ key: 'x', title: 'Bitterroot Pump' })
    void one.leave(true)
    one.search('Bitterroot Pump')
    await one.tab()
    await nextTick()
    expect(one.chosen.value?.title).toBe('Bitterroot Pump')
    expect(one.missing.value).toBe('')
  })

  it('goes nowhere on leaving a field that acts, and waits for the answer on Enter', async () => {
    const one = field({ takesOnLeaving: false })
    one.type('Great')
    void one.tab()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value).toBeNull()
    one.type('Great P')
    void one.enter()
    await vi.advanceTimersByTimeAsync(1000)
    expect(one.chosen.value?.title).toBe('Great Plains Steel')
  })
})
