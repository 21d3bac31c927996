import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'

/** Gives a load to a judged crew; who comes second is told who was first. */
export function useGive(done: (load: Schemas['OpenLoad']) => void) {
  const busy = ref(false)
  const problem = ref<Problem>()
  let key = newKey()

  async function give(fit: Schemas['FitRow'], why: string) {
    if (!fit.tractor || busy.value) return
    busy.value = true
    const body = {
      key,
      driver_ids: fit.crew.driver_ids,
      tractor_id: fit.tractor.id,
      trailer_id: fit.trailer?.id ?? null,
      ...(why.trim() ? { why: why.trim() } : {}),
    }
    const answer = fit.joins
      ? await ask(
          api.POST('/api/loads/{id}/join', {
            params: { path: { id: fit.load.id } },
            body: { key, trip_id: fit.joins.trip_id },
          }),
        )
      : await ask(api.PUT('/api/loads/{id}/crew', { params: { path: { id: fit.load.id } }, body }))
    busy.value = false
    problem.value = answer.problem
    if (answer.problem?.code !== 'unreachable') key = newKey()
    if (!answer.problem) done(fit.load)
  }
  return { give, busy, problem }
}
