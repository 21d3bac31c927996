import { computed, ref } from 'vue'

/** Columns of the list of loads beside the number, the status and the way, which always stand. */
export const COLUMNS = [
  ['pickup', 'Pickup'],
  ['delivery', 'Delivery'],
  ['customer', 'Customer'],
  ['crew', 'Crew'],
  ['reference', 'Reference'],
  ['heard', 'Last heard'],
  ['asking', 'Asked'],
  ['miles', 'Miles'],
  ['total', 'Total'],
] as const
export type Column = (typeof COLUMNS)[number][0]
const USUAL: Column[] = ['pickup', 'delivery', 'customer', 'crew', 'miles', 'total']
const KEPT = 'load columns'

function kept(): Column[] {
  try {
    const names = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as unknown
    if (Array.isArray(names)) return COLUMNS.map(([name]) => name).filter(name => names.includes(name))
  } catch {
    // what is kept cannot be read: the usual ones
  }
  return USUAL
}

/** Which columns are shown; kept in this browser. */
export function useColumns() {
  const chosen = ref<Column[]>(kept())
  const shown = computed({
    get: () => chosen.value,
    set: names => {
      chosen.value = COLUMNS.map(([name]) => name).filter(name => names.includes(name))
      localStorage.setItem(KEPT, JSON.stringify(chosen.value))
    },
  })
  return { shown, has: (name: Column) => chosen.value.includes(name) }
}
