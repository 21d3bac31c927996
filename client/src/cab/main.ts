import '@fontsource/overpass/latin-400.css'
import '@fontsource/overpass/latin-700.css'
import './cab.css'
import { createApp } from 'vue'
import CabApp from './CabApp.vue'
import { i18n, speak } from './i18n'
import WhereAreYou from './WhereAreYou.vue'

speak(i18n.global.locale.value)
createApp(location.pathname === '/ask' ? WhereAreYou : CabApp)
  .use(i18n)
  .mount('#app')

// So that the pages open without a signal; the office's pages are none of its business. A browser without service workers still has the pages while it has a signal.
if ('serviceWorker' in navigator && import.meta.env.PROD)
  void navigator.serviceWorker.register('/cab-worker.js', { scope: '/cab' }).catch(() => undefined)
