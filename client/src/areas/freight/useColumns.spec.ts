import { beforeEach, describe, expect, it } from 'vitest'
import { useColumns } from './useColumns'

describe('columns of the list of loads', () => {
  beforeEach(() => localStorage.clear())

  it('are the usual ones until somebody chooses, in one order, and stay chosen', () => {
    const { shown, has } = useColumns()
    expect(shown.value).toEqual(['pickup', 'delivery', 'customer', 'crew', 'miles', 'total'])
    shown.value = ['total', 'heard']
    expect([shown.value, has('heard'), has('crew')]).toEqual([['heard', 'total'], true, false])
    expect(useColumns().shown.value).toEqual(['heard', 'total'])
  })

  it('are the usual ones where what is kept cannot be read', () => {
    localStorage.setItem('load columns', '{')
    expect(useColumns().has('pickup')).toBe(true)
    localStorage.setItem('load columns', '["gone", "crew"]')
    expect(useColumns().shown.value).toEqual(['crew'])
  })
})
