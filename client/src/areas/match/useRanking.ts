import { computed, ref, watch, type Ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { keyOf, spanOf } from './words'

const MOST_COMPARED = 3

/** All crews for a load, or all loads for a crew, ranked; one chosen of them, or a few compared, looked at in full. */
export function useRanking(
  side: Ref<'load' | 'crew'>,
  picked: Ref<number | undefined>,
  concerns: (change: { kind: string }) => boolean,
) {
  const {
    data: ranking,
    problem: rankingProblem,
    load: rank,
  } = useFetched(
    () => [side.value, picked.value] as const,
    async ([of, id]) => {
      if (!id) return NOTHING
      return of === 'load'
        ? ask(api.GET('/api/match/loads/{id}', { params: { path: { id } } }))
        : ask(api.GET('/api/match/crews/{id}', { params: { path: { id } } }))
    },
    concerns,
  )
  const rows = computed(() =>
    (ranking.value?.rows ?? []).filter(
      fit => (side.value === 'load' ? fit.load.id : fit.crew.id) === picked.value,
    ),
  )
  const chosenKey = ref<string>()
  const chosen = computed(() => rows.value.find(fit => keyOf(fit) === chosenKey.value) ?? rows.value[0])
  const compared = ref<string[]>([])
  watch(picked, () => {
    compared.value = []
    chosenKey.value = undefined
  })
  function compare(key: string) {
    compared.value = compared.value.includes(key)
      ? compared.value.filter(one => one !== key)
      : [...compared.value, key].slice(-MOST_COMPARED)
  }
  const inFull = computed(() => {
    if (compared.value.length) return rows.value.filter(fit => compared.value.includes(keyOf(fit)))
    return chosen.value ? [chosen.value] : []
  })
  const { data: full } = useFetched(
    () => inFull.value.map(fit => ({ load: fit.load.id, crew: fit.crew.id, trip: fit.joins?.trip_id })),
    async pairs => {
      const loadIds = [...new Set(pairs.map(({ load }) => load))]
      const answers = await Promise.all(
        loadIds.map(load =>
          ask<Schemas['ComparedFit'][]>(
            api.GET('/api/match/compare', {
              params: {
                query: {
                  load_id: load,
                  drivers: pairs
                    .filter(pair => pair.load === load)
                    .map(({ crew, trip }) => (trip ? `${crew}@${trip}` : crew))
                    .join(','),
                },
              },
            }),
          ),
        ),
      )
      return { data: answers.flatMap(({ data }) => data ?? []), problem: undefined }
    },
  )
  const span = computed(() => spanOf(full.value ?? []))
  return { rows, chosen, chosenKey, compared, compare, inFull, full, span, rankingProblem, rank, ranking }
}
