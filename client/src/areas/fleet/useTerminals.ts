import { shallowRef } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'

/** The company's terminals; there are few, so they are read once a page. */
export function useTerminals() {
  const terminals = shallowRef<Schemas['Terminal'][]>([])
  const load = async () => {
    const { data } = await ask(api.GET('/api/terminals'))
    if (data) terminals.value = data
  }
  void load()
  const nameOf = (id: number | null | undefined) =>
    terminals.value.find(terminal => terminal.id === id)?.name ?? ''
  return { terminals, nameOf, load }
}
