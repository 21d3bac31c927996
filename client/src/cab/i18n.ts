import { createI18n } from 'vue-i18n'
import { speakTimes } from '@/shared/time'
import en from './words/en'
import es from './words/es'
import server from './words/es_server'

export const LANGUAGES = [
  ['en', 'English'],
  ['es', 'Español'],
] as const
export type Language = (typeof LANGUAGES)[number][0]

const KEPT = 'crew-ledger-cab-language'
const first = (): Language =>
  (localStorage.getItem(KEPT) ?? navigator.language).startsWith('es') ? 'es' : 'en'

export const i18n = createI18n({
  legacy: false,
  locale: first(),
  fallbackLocale: 'en',
  messages: { en, es: { ...es, ...server } as typeof es },
})

const titles = { en: 'Your trips', es: 'Sus viajes' }
export function speak(language: Language) {
  speakTimes(language)
  document.title = `${titles[language]} • Crew Ledger`
  i18n.global.locale.value = language
  document.documentElement.lang = language
  localStorage.setItem(KEPT, language)
}
