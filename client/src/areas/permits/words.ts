import type { Schemas } from '@/shared/api'

export const KIND: Record<string, string> = {
  oversize: 'Oversize',
  overweight: 'Overweight',
  oversize_overweight: 'Oversize and overweight',
  superload: 'Superload',
  divisible: 'None given: can be divided',
  not_covered: 'Not covered yet',
}

/** How far a permit has come, of four: its mark fills as it goes. */
export const STATUS: Record<
  Schemas['Permit']['status'],
  { label: string; quarters: number; stuck?: boolean }
> = {
  draft: { label: 'To apply for', quarters: 0 },
  sent: { label: 'On its way', quarters: 1 },
  review: { label: 'With the office', quarters: 2 },
  asked: { label: 'The office asks', quarters: 2, stuck: true },
  refused: { label: 'Refused', quarters: 1, stuck: true },
  issued: { label: 'Issued', quarters: 4 },
  cancelled: { label: 'Given up', quarters: 0 },
}

export const RULE: Record<string, string> = {
  gross: 'gross',
  single_axle: 'single axle',
  tandem: 'tandem',
  bridge: 'bridge formula',
}

/** `1`, `2 and 3`, `1 to 5`. */
export function sayAxles(axles: readonly number[]): string {
  const [first, last] = [axles[0] ?? 0, axles[axles.length - 1] ?? 0]
  if (first === last) return `${first}`
  return last - first === 1 ? `${first} and ${last}` : `${first} to ${last}`
}
