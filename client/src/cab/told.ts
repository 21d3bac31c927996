/** What a driver types with a step, read; what cannot be read is said at the field. */

export const UNITS = ['lb', 'ton', 'metric_ton', 'gallon', 'piece', 'pallet'] as const
export type Unit = (typeof UNITS)[number]

/** A ton is the short one of 2,000 lb here, as the trade says it (common practice). */
const SPOKEN: Record<Unit, RegExp> = {
  lb: /^(lbs?|pounds?|libras?|#)$/,
  ton: /^(t|tn|tons?|toneladas?)$/,
  metric_ton: /^(mt|tm|tonnes?|metric ?tons?|toneladas? m[eé]tricas?)$/,
  gallon: /^(g|gals?|gallons?|gal[oó]n|galones)$/,
  piece: /^(pcs?|pieces?|pzs?|pzas?|piezas?|ea)$/,
  pallet: /^(p|plts?|pallets?|skids?|tarimas?|paletas?)$/,
}

/** `46k`, `46,000 lb`, `44.5 t`, `26 plt`: the amount, and its unit where that was typed. */
export function readQuantity(text: string): { amount: string; unit?: Unit } | undefined {
  const match = /^(\d{1,3}(?:[, ]\d{3})+|\d+)?(\.\d{1,3})?\s*(k)?\s*([a-záéíóúñ #]*?)\.?$/i.exec(text.trim())
  if (!match || (!match[1] && !match[2])) return
  const plain = `${(match[1] ?? '0').replaceAll(/[, ]/g, '')}${match[2] ?? ''}`
  const amount = match[3] ? String(Math.round(Number(plain) * 1000)) : plain
  if (!(Number(amount) > 0) || Number(amount) >= 1e8) return
  const said = match[4]!.trim().toLowerCase()
  if (!said) return { amount }
  const unit = UNITS.find(one => SPOKEN[one].test(said))
  return unit && { amount, unit }
}

/** Miles of an odometer: `412,300`, `412300 mi`. */
export function readOdometer(text: string): number | undefined {
  const match = /^(\d{1,7}|\d{1,3}([, ]\d{3})+)(?:\.\d)?\s*(mi|miles|millas)?$/i.exec(text.trim())
  return match ? Number(match[1]!.replaceAll(/[, ]/g, '')) : undefined
}
