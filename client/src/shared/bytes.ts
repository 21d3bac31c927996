/** A file as the body of a call, as it is: spread into the call's options. */
export const bytes = (file: Blob) => ({
  // The contract calls such a body a text; what goes out is the file itself.
  body: file as never,
  bodySerializer: () => file,
  headers: { 'Content-Type': 'application/octet-stream' },
})

/**
 * The words of a file that a spreadsheet or an editor wrote: UTF-16 where it says so, UTF-8 where it can be that, else the
 * old Windows way.
 */
export function textOf(buffer: ArrayBuffer): string {
  const [one, two] = new Uint8Array(buffer)
  if (one === 0xff && two === 0xfe) return new TextDecoder('utf-16le').decode(buffer)
  if (one === 0xfe && two === 0xff) return new TextDecoder('utf-16be').decode(buffer)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(buffer)
  } catch {
    return new TextDecoder('windows-1252').decode(buffer)
  }
}
