import { computed, ref, toValue, type MaybeRefOrGetter } from 'vue'
import type { Schemas } from '@/shared/api'

type Row = Schemas['HoursRow']
export type Order = 'left' | 'rested' | 'available' | 'name'
export const ORDERS: { value: Order; title: string }[] = [
  { value: 'left', title: 'Driving left' },
  { value: 'rested', title: 'Driving after rest' },
  { value: 'available', title: 'Available soonest' },
  { value: 'name', title: 'Name' },
]

const time = (iso: string | null) => (iso ? Date.parse(iso) : Number.MAX_SAFE_INTEGER)
const by: Record<Order, (a: Row, b: Row) => number> = {
  left: (a, b) =>
    Number(b.known_since !== null) - Number(a.known_since !== null) ||
    b.left_today_minutes - a.left_today_minutes ||
    a.name.localeCompare(b.name),
  rested: (a, b) => b.after_rest_minutes - a.after_rest_minutes || a.name.localeCompare(b.name),
  available: (a, b) => time(a.available_at) - time(b.available_at) || a.name.localeCompare(b.name),
  name: (a, b) => a.name.localeCompare(b.name),
}

/** Which drivers are shown, in which order: by terminal, by trouble, and by how much they could drive from a time on. */
export function useFleetHours(rows: MaybeRefOrGetter<readonly Row[]>) {
  const order = ref<Order>('left')
  const terminal = ref<number | null>(null)
  const onlyTrouble = ref(false)
  const atLeastHours = ref<number | null>(null)

  const troubled = (row: Row) =>
    row.trouble !== null || row.violations > 0 || row.verdict === 'late' || (row.remaining.cycle ?? 0) < 600
  const shown = computed(() =>
    toValue(rows)
      .filter(row => terminal.value === null || row.terminal_id === terminal.value)
      .filter(row => !onlyTrouble.value || troubled(row))
      // Nothing is known of some: they can not be counted on.
      .filter(
        row =>
          atLeastHours.value === null ||
          (row.known_since !== null &&
            (row.can_drive_at ?? row.left_today_minutes) >= atLeastHours.value * 60),
      )
      .sort(by[order.value]),
  )
  const troubles = computed(() => toValue(rows).filter(troubled).length)
  return { order, terminal, onlyTrouble, atLeastHours, shown, troubles }
}
