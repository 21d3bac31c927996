/** What a ribbon shows: lanes of marks, in milliseconds. */
export interface Mark {
  shape: 'promise' | 'plan' | 'done' | 'event'
  from: number
  to?: number
  label: string
  letter?: string
  zone?: string
}
export interface Lane {
  name: string
  marks: Mark[]
}
