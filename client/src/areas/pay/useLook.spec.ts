import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useLook } from './useLook'

describe('looking before a change is kept', () => {
  const found = {
    rows: [],
    old: '0.00',
    new: '0.00',
    second_person: false,
    nobody: null,
    from: '2026-11-22',
    to: '2026-11-28',
  }

  it('is fresh until something is typed, and again after another look', async () => {
    const input = ref<{ amount: string } | undefined>({ amount: '5' })
    const { look, fresh, see } = useLook(input, () => Promise.resolve({ data: found, problem: undefined }))
    expect(fresh.value).toBe(false)
    await see()
    expect([look.value, fresh.value]).toEqual([found, true])
    input.value = { amount: '6' }
    expect(fresh.value).toBe(false)
    await see()
    expect(fresh.value).toBe(true)
  })

  it('does not take an answer for what was typed meanwhile', async () => {
    const input = ref<{ amount: string } | undefined>({ amount: '5' })
    const { fresh, see } = useLook(input, () => {
      input.value = { amount: '55' }
      return Promise.resolve({ data: found, problem: undefined })
    })
    await see()
    expect(fresh.value).toBe(false)
  })

  it('shows a problem at its field, and keeps the last look', async () => {
    let problem = false
    const { look, at, trouble, see } = useLook(ref({ amount: '5' }), () =>
      Promise.resolve(
        problem
          ? { data: undefined, problem: { code: 'nothing', message: 'Say how much.', path: '/amount' } }
          : { data: found, problem: undefined },
      ),
    )
    await see()
    problem = true
    await see()
    expect([at('amount'), at('label'), look.value]).toEqual(['Say how much.', undefined, found])
    problem = false
    await see()
    expect(trouble.value).toBeUndefined()
  })
})
