import { createI18n } from 'vue-i18n'
import en from './words/en'
import es from './words/es'

export const LANGUAGES = [
  ['en', 'English'],
  ['es', 'Español'],
] as const
export type Language = (typeof LANGUAGES)[number][0]

const KEPT = 'crew-ledger-cab-language'
const first = (): Language =>
  (localStorage.getItem(KEPT) ?? navigator.language).startsWith('es') ? 'es' : 'en'

export const i18n = createI18n({ legacy: false, locale: first(), fallbackLocale: 'en', messages: { en, es } })

export function speak(language: Language) {
  i18n.global.locale.value = language
  document.documentElement.lang = language
  localStorage.setItem(KEPT, language)
}
