import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import 'vuetify/styles'

/*
 * Graphite on paper, one strong accent. The four fits differ in lightness as well as in hue, so that they hold in
 * greyscale and for colour-blind readers; each also has a shape of its own.
 */
// Labels and hints are quieter than what is typed, and still 4.5 to 1.
const variables = { 'medium-emphasis-opacity': 0.82, 'high-emphasis-opacity': 0.95 }
const light = {
  dark: false,
  variables,
  colors: {
    background: '#efece5',
    surface: '#fbfaf6',
    'surface-variant': '#e3dfd5',
    'on-surface': '#1f262b',
    'on-background': '#1f262b',
    'on-surface-variant': '#3b444b',
    primary: '#0b5563',
    'on-primary': '#ffffff',
    secondary: '#4a545c',
    error: '#a3231f',
    info: '#0b5563',
    success: '#1c5f8a',
    warning: '#8a5a00',
    fits: '#1c5f8a',
    tight: '#8a5a00',
    late: '#a83b0d',
    blocked: '#5b1238',
    line: '#cdc8bb',
    quiet: '#555f67',
  },
}
const dark = {
  dark: true,
  variables,
  colors: {
    background: '#171b1e',
    surface: '#20262a',
    'surface-variant': '#2d353a',
    'on-surface': '#e9e6df',
    'on-background': '#e9e6df',
    'on-surface-variant': '#cfd2d0',
    primary: '#7fd0dc',
    'on-primary': '#06272e',
    secondary: '#b3bcc2',
    error: '#ff9b93',
    info: '#7fd0dc',
    success: '#8cc4ee',
    warning: '#f0c060',
    fits: '#8cc4ee',
    tight: '#f0c060',
    late: '#ff9a66',
    blocked: '#e58bb4',
    line: '#414b51',
    quiet: '#a9b3b8',
  },
}

export const vuetify = createVuetify({
  theme: { defaultTheme: 'light', themes: { light, dark } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VBtn: { variant: 'flat', rounded: 'sm', class: 'text-none' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VTextarea: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
      rows: 2,
      autoGrow: true,
    },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VAutocomplete: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
      autoSelectFirst: true,
    },
    VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
    VCard: { rounded: 'sm', variant: 'flat' },
    VAlert: { variant: 'tonal', density: 'compact', rounded: 'sm' },
  },
})
