import { describe, expect, it } from 'vitest'
import { textOf } from './bytes'

const buffer = (...bytes: number[]) => new Uint8Array(bytes).buffer

// WHATWG Encoding Standard: 0xE9 is é in windows-1252, é in UTF-8 is C3 A9.
describe('the words of a file', () => {
  it.each([
    ['UTF-8', buffer(0x43, 0xc3, 0xa9), 'Cé'],
    ['UTF-8 with its mark', buffer(0xef, 0xbb, 0xbf, 0x43, 0xc3, 0xa9), 'Cé'],
    ['Windows-1252', buffer(0x43, 0xe9), 'Cé'],
    ['UTF-16, little end first', buffer(0xff, 0xfe, 0x43, 0x00, 0xe9, 0x00), 'Cé'],
    ['UTF-16, big end first', buffer(0xfe, 0xff, 0x00, 0x43, 0x00, 0xe9), 'Cé'],
    ['nothing', buffer(), ''],
  ])('are read from %s', (_, bytes, text) => expect(textOf(bytes)).toBe(text))
})
