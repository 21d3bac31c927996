import type { Schemas } from '@/shared/api'
import { showInches } from '@/shared/measure'

type Deck = Schemas['DeckPlan']
type Leg = Deck['legs'][number]

/** A stack as it is drawn, in inches from the front left corner. */
export interface DrawnStack {
  x: number
  y: number
  width: number
  height: number
  label: string
  title: string
  other: boolean
  over: boolean
}

const FEET_APART = 120
/** A letter of a label takes so much. */
const LETTER_IN = 8
const HIGH_ENOUGH_IN = 18

/** A leg's deck from above. number - of the load whose page it is; what is beside it is drawn as another's. */
export function deckDrawing(deck: Deck, leg: Leg, number: string) {
  const stacks = leg.placed.map((one): DrawnStack => {
    const layers = one.layers > 1 ? `${one.layers} high` : ''
    const room = Math.floor(one.length_in / LETTER_IN)
    const label = [[one.what, layers].filter(Boolean).join(', '), layers ? `×${one.layers}` : ''].find(
      text => text && text.length <= room,
    )
    return {
      x: one.x_in,
      y: one.y_in,
      width: one.length_in,
      height: one.width_in,
      label: one.width_in >= HIGH_ENOUGH_IN ? (label ?? '') : '',
      title: [
        one.what,
        layers,
        `${showInches(one.length_in)} by ${showInches(one.width_in)}`,
        one.load === number ? '' : one.load,
      ]
        .filter(Boolean)
        .join(', '),
      other: one.load !== number,
      over: one.x_in + one.length_in > deck.length_in,
    }
  })
  const longest = Math.max(deck.length_in, leg.used_in)
  const widest = Math.max(deck.width_in, ...stacks.map(({ y, height }) => y + height))
  const kinds = new Set(leg.placed.map(({ what, load }) => `${load} ${what}`)).size
  return {
    stacks,
    box: `-4 -6 ${longest + 8} ${widest + 12}`,
    ticks: Array.from({ length: Math.ceil(deck.length_in / FEET_APART) - 1 }, (_, i) => (i + 1) * FEET_APART),
    legend: `a line each 10 ft${stacks.some(({ other }) => other) ? '; dashed: of other loads' : ''}`,
    said: `${stacks.length} stacks of ${kinds} ${kinds === 1 ? 'kind' : 'kinds'} take ${showInches(leg.used_in)} of ${showInches(deck.length_in)}`,
  }
}
