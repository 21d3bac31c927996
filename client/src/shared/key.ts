/** A key that makes a repeated write harmless. Works without a secure context, as on a company's own network. */
export function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), byte =>
    byte.toString(16).padStart(2, '0'),
  ).join('')
}
