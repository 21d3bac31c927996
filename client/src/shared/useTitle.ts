import { toValue, watchEffect, type MaybeRefOrGetter } from 'vue'
import { useRoute } from 'vue-router'

/** The window is called by the record that it shows. */
export function useTitle(name: MaybeRefOrGetter<string | undefined>) {
  const route = useRoute()
  watchEffect(() => {
    document.title = [toValue(name), route.meta.title, 'Crew Ledger'].filter(Boolean).join(' • ')
  })
}
