import { describe, expect, it } from 'vitest'
import { sayMinutes, showMinutes, tightest } from './words'

describe('hours in words', () => {
  it('shows and says minutes', () => {
    expect([0, 5, 65, 600].map(showMinutes)).toEqual(['0:00', '0:05', '1:05', '10:00'])
    expect([0, 5, 60, 65].map(sayMinutes)).toEqual(['0 min', '5 min', '1 h', '1 h 5 min'])
    expect(showMinutes(null)).toBe('')
  })
  it('names the limit that ends the driving first, passing over one that is lifted', () => {
    expect(tightest({ drive: 300, window: 200, break: null, cycle: 900 })).toBe('window')
  })
})
