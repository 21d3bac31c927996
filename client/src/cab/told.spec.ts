import { describe, expect, it } from 'vitest'
import { readOdometer, readQuantity } from './told'

describe('an amount as it is typed on the dock', () => {
  it.each([
    ['46k', { amount: '46000' }],
    ['46,000', { amount: '46000' }],
    ['46 000 lbs', { amount: '46000', unit: 'lb' }],
    ['44.5 t', { amount: '44.5', unit: 'ton' }],
    ['22.5k lb', { amount: '22500', unit: 'lb' }],
    ['26 plt', { amount: '26', unit: 'pallet' }],
    ['26 tarimas', { amount: '26', unit: 'pallet' }],
    ['7,200 gal.', { amount: '7200', unit: 'gallon' }],
    ['20 mt', { amount: '20', unit: 'metric_ton' }],
    ['12 pzas', { amount: '12', unit: 'piece' }],
    ['.5 ton', { amount: '0.5', unit: 'ton' }],
  ])('%s is read', (text, read) => expect(readQuantity(text)).toEqual(read))

  it.each(['', 'full', '46,00', '46 boxes of it', '0', '-4', '1.2345', '46kk', '999999999'])(
    '%s is not guessed at',
    text => expect(readQuantity(text)).toBeUndefined(),
  )

  it.each([
    ['412,300', 412_300],
    ['412300 mi', 412_300],
    ['412300.4', 412_300],
    ['41,23', undefined],
    ['n/a', undefined],
  ])('the odometer %s', (text, miles) => expect(readOdometer(text)).toBe(miles))
})
