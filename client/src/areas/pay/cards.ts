import type { Schemas } from '@/shared/api'
import { CARD } from './words'

/** All that match are settled together; so many of them are drawn. */
export const CARDS_DRAWN = 300
export const cardWhat = (row: Schemas['CardRow']) =>
  [CARD[row.kind], row.gallons && `${row.gallons} gal`].filter(Boolean).join(', ')
export const cardWhere = (row: Schemas['CardRow']) => [row.place, row.state].filter(Boolean).join(', ')
