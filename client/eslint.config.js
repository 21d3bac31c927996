import prettier from 'eslint-config-prettier/flat'
import vue from 'eslint-plugin-vue'
import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'

export default defineConfigWithVueTs(
  { ignores: ['dist/**', 'src/shared/schema.d.ts'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.recommended,
  prettier, // layout is Prettier's
  {
    rules: {
      'no-nested-ternary': 'error',
      // Vuetify's slots are named with a dot.
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
      // Areas name their components in one word: Ribbon, Shell.
      'vue/multi-word-component-names': 'off',
    },
  },
)
