interface Said<A extends string> {
  act: A
  why_not: string | null
}

/** What the server lets be done: the pages offer that, and repeat no rule. What is not among it may not be done. */
export function actsOf<A extends string>(said: readonly Said<A>[] | undefined) {
  const whyNot = new Map(said?.map(({ act, why_not }) => [act, why_not]))
  return {
    /** Whether any of these may be done. */
    may: (...acts: A[]) => acts.some(act => whyNot.get(act) === null),
    whyNot: (act: A) => whyNot.get(act) ?? undefined,
  }
}
