import { ref } from 'vue'

/** What changes without being asked for, told to who listens to the page; Shell reads it out. */
export const announced = ref('')
let waiting: string[] = []
let timer: ReturnType<typeof setTimeout> | undefined

/** Several things at once are one sentence; the same again is said again. */
export function announce(text: string) {
  waiting.push(text)
  clearTimeout(timer)
  timer = setTimeout(() => {
    announced.value = ''
    const said = [...new Set(waiting)].join(' ')
    waiting = []
    setTimeout(() => (announced.value = said), 50)
  }, 300)
}
