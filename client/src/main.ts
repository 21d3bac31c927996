import '@fontsource/overpass/latin-400.css'
import '@fontsource/overpass/latin-600.css'
import '@fontsource/overpass/latin-700.css'
import './main.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { markErrors } from './shared/fieldErrors'
import { returnFocus } from './shared/pageFocus'
import { vuetify } from './theme'

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
returnFocus()
markErrors()
