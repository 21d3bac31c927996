import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig, type Plugin } from 'vite'

/** Writes a compressed copy beside each text file, which the server sends to browsers that take it. */
export function compressed(): Plugin {
  return {
    name: 'compressed',
    apply: 'build',
    closeBundle() {
      const folder = fileURLToPath(new URL('./dist', import.meta.url))
      if (!existsSync(folder)) return // the build itself has failed, and says why
      for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
        if (/\.(js|css|html|svg|json|webmanifest)$/.test(name))
          writeFileSync(join(folder, `${name}.gz`), gzipSync(readFileSync(join(folder, name)), { level: 9 }))
      }
    },
  }
}

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), compressed()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { outDir: 'dist', assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
})
