import { describe, expect, it } from 'vitest'
import { browserOf } from './browserOf'

// As these browsers name themselves, from memory.
const LINUX =
  'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0 Safari/537.36'
describe('a browser is called', () => {
  it.each([
    [LINUX, 'Chrome on Linux'],
    [`${LINUX} Edg/120.0`, 'Edge on Linux'],
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X) AppleWebKit/605.1 (KHTML) Version/17.0 Safari/604.1',
      'Safari on iOS',
    ],
    ['Mozilla/5.0 (Windows NT 10.0; rv:120.0) Gecko/20100101 Firefox/120.0', 'Firefox on Windows'],
    ['curl/8.0', 'curl/8.0'],
    ['', 'not told'],
  ])('%s: %s', (text, name) => expect(browserOf(text)).toBe(name))
})
