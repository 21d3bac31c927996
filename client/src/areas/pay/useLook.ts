import { computed, ref, type Ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'

type Answer = Promise<
  { data: Schemas['DeductionPreview']; problem: undefined } | { data: undefined; problem: Problem }
>

/** What a change would do to every net, as it was last asked; it is fresh while nothing has been typed since. */
export function useLook<I>(input: Ref<I | undefined>, preview: (input: I) => Answer) {
  const look = ref<Schemas['DeductionPreview']>()
  const looked = ref('')
  const trouble = ref<Problem>()
  const busy = ref(false)
  const fresh = computed(() => !!look.value && looked.value === JSON.stringify(input.value))
  const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)

  /** Runs a call of the form: its problem is shown. */
  async function run<T>(
    call: Promise<{ data: T; problem: undefined } | { data: undefined; problem: Problem }>,
  ): Promise<T | undefined> {
    busy.value = true
    const answer = await call
    busy.value = false
    trouble.value = answer.problem
    return answer.data
  }
  async function see() {
    if (!input.value) return
    const asked = JSON.stringify(input.value)
    const found = await run(preview(input.value))
    if (found) {
      look.value = found
      looked.value = asked
    }
  }
  return { look, fresh, trouble, busy, at, run, see }
}
