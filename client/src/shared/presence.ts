/** Whether a person did something here lately: what a page fetches by itself keeps no session alive. */
const LATELY_MS = 60_000
let last = Date.now()

for (const event of ['pointerdown', 'keydown', 'touchstart'])
  addEventListener(
    event,
    () => {
      last = Date.now()
    },
    { capture: true, passive: true },
  )

export const present = () => Date.now() - last < LATELY_MS
