import { useDebounceFn } from '@vueuse/core'
import { computed, nextTick, ref, type Ref } from 'vue'

/** One of what is found: `key` tells it from the others, `title` is what the field then shows. */
export interface Found {
  key: string
  title: string
  subtitle?: string
}

const PAUSE_MS = 120

/**
 * What is typed into a field, found at the server. Who types faster than it answers gets what was typed all the
 * same, never the first of an older answer: Enter and leaving wait for the answer to the whole text; and what is
 * not found stays to be seen, with why.
 *
 * look - everything that is found for a text, best first; chosen - the one that is taken
 */
export function useLookup<T extends Found>(
  look: (text: string) => Promise<T[]>,
  {
    chosen,
    typed,
    least = 2,
    takesOnLeaving = true,
  }: { chosen: Ref<T | null>; typed: Ref<string>; least?: number; takesOnLeaving?: boolean },
) {
  const found = ref<T[]>([]) as Ref<T[]>
  const shown = ref(chosen.value?.title ?? typed.value)
  const open = ref(false)
  const missing = ref('')
  const answered = ref<string>()
  const settled = computed(() => answered.value === typed.value)
  let focused = false
  let underWay: { text: string; done: Promise<void> } | undefined

  const enough = (text: string) => text.trim().length >= least
  async function answer(text: string) {
    const rows = enough(text) || !least ? await look(text) : []
    if (text !== typed.value) return
    found.value = rows
    answered.value = text
  }
  /** The answer to what is typed now, asked for once. */
  function settle() {
    const text = typed.value
    if (settled.value) return Promise.resolve()
    if (underWay?.text !== text) underWay = { text, done: answer(text) }
    return underWay.done
  }
  const later = useDebounceFn(settle, PAUSE_MS)

  function search(text: string) {
    // A field that is left empties itself, or shows what is chosen: nobody typed that.
    if (!focused || text === (chosen.value?.title ?? '')) return
    typed.value = text
    missing.value = ''
    underWay = undefined
    answered.value = undefined
    void later()
  }
  function take(one: T) {
    chosen.value = one
    shown.value = one.title
    typed.value = ''
    missing.value = ''
    // Enter before the answer has opened the list, and the title in the field would again: then nobody closes it.
    void nextTick(() => (open.value = false))
  }
  async function takeFirst() {
    const text = typed.value
    if (!text.trim() || !enough(text) || chosen.value?.title === text) return
    await settle()
    if (typed.value !== text) return
    if (found.value[0]) return take(found.value[0])
    chosen.value = null
    shown.value = text
    missing.value = `Nothing found for “${text.trim()}”.`
  }
  const leave = (now: boolean) => {
    focused = now
    return now || !takesOnLeaving ? undefined : takeFirst()
  }
  const enter = () => (settled.value ? undefined : takeFirst())
  function picked(one: T | null) {
    if (one) take(one)
    else chosen.value = null
  }
  return { found, shown, open, missing, settled, search, leave, enter, picked, settle }
}
