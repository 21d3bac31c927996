/** One of a list put at another place, the others closed up; nothing where that is no place or no move. */
export function moveTo<T>(list: readonly T[], from: number, to: number): T[] | undefined {
  if (!Number.isInteger(to) || from === to || from < 0 || from >= list.length) return
  const next = [...list]
  next.splice(Math.min(Math.max(to, 0), list.length - 1), 0, ...next.splice(from, 1))
  return next
}
