import { computed, shallowRef } from 'vue'
import { api, ask } from '@/shared/api'
import { useTerminals } from './useTerminals'

/** Records that a field of another record points at. */
export type Holder = 'terminal' | 'driver' | 'company'
export const isHolder = (type: string | undefined): type is Holder =>
  type === 'terminal' || type === 'driver' || type === 'company'

/** Terminals, and where a form asks for them drivers and the companies that pay: read once a page. */
export function useHolders(asked: () => Holder[]) {
  const { terminals } = useTerminals()
  const drivers = shallowRef<{ id: number; name: string }[]>([])
  const companies = shallowRef<{ id: number; name: string }[]>([])
  async function load() {
    const [people, firms] = await Promise.all([
      ask(api.GET('/api/driver-names')),
      ask(api.GET('/api/operating-companies')),
    ])
    drivers.value = people.data ?? []
    companies.value = firms.data ?? []
  }
  if (asked().some(type => type !== 'terminal')) void load()
  const lists = computed(() => ({
    terminal: terminals.value,
    driver: drivers.value,
    company: companies.value,
  }))
  const nameOf = (type: Holder, id: unknown) => lists.value[type].find(one => one.id === id)?.name ?? ''
  return { lists, nameOf }
}
