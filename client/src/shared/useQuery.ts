import { computed, type WritableComputedRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** A choice of a list that stands in the page's address: Back and a reload bring it again. */
export function useQuery<T extends string>(
  name: string,
  usual: T | null,
): WritableComputedRef<T | null, T | null | undefined> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => (typeof route.query[name] === 'string' ? (route.query[name] as T) : usual),
    set: value => {
      const others = Object.fromEntries(Object.entries(route.query).filter(([other]) => other !== name))
      void router.replace({ query: value && value !== usual ? { ...others, [name]: value } : others })
    },
  })
}
