import { useStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { api, ask } from '@/shared/api'
import { useFetched } from '@/shared/fetched'

/** A short tone, made here: nothing is fetched for it. A browser that plays no sound yet stays silent. */
function ring(pitch = 660) {
  try {
    const audio = new AudioContext()
    const [tone, loudness] = [audio.createOscillator(), audio.createGain()]
    tone.frequency.value = pitch
    loudness.gain.setValueAtTime(0.12, audio.currentTime)
    loudness.gain.exponentialRampToValueAtTime(0.0001, audio.currentTime + 0.5)
    tone.connect(loudness).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + 0.5)
    tone.onended = () => void audio.close()
  } catch {
    /* no audio device: the count still tells */
  }
}

/** How many finds of one's own watches nobody has looked at; rings when there are more than before. */
export function useUnseen() {
  const sound = useStorage('crew-ledger-watch-sound', true)
  const { data } = useFetched(
    () => 0,
    () => ask(api.GET('/api/market/watches/unseen')),
    change => ['watch', 'market'].includes(change.kind),
  )
  const unseen = computed(() => data.value?.unseen ?? 0)
  // What was unseen when the page was opened rings nobody.
  watch(data, (now, before) => {
    if (sound.value && now && before && now.unseen > before.unseen) ring(880)
  })
  return unseen
}

/** How many messages of drivers nobody has read; rings when there are more than before. */
export function useUnread() {
  const sound = useStorage('crew-ledger-message-sound', true)
  const { data } = useFetched(
    () => 0,
    () => ask(api.GET('/api/messages')),
    change => change.kind === 'message',
  )
  const sum = (rows: typeof data.value) => (rows ?? []).reduce((all, row) => all + row.unread, 0)
  const unread = computed(() => sum(data.value))
  // What was unread when the page was opened rings nobody.
  watch(data, (now, before) => {
    if (sound.value && before && sum(now) > sum(before)) ring()
  })
  return unread
}
