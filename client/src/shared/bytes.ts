/** A file as the body of a call, as it is: spread into the call's options. */
export const bytes = (file: Blob) => ({
  // The contract calls such a body a text; what goes out is the file itself.
  body: file as never,
  bodySerializer: () => file,
  headers: { 'Content-Type': 'application/octet-stream' },
})
