import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import { compressed } from './vite.config'

/**
 * The worker that lets the phone's pages open without a signal: it keeps the files of the cab's entry, and what that brings in at
 * once or later. Written after the build, when their names are known.
 */
function cabWorker(): Plugin {
  return {
    name: 'cab-worker',
    apply: 'build',
    generateBundle(_, bundle) {
      const wanted = new Set<string>()
      const add = (name: string) => {
        const chunk = bundle[name]
        if (wanted.has(name) || !chunk) return
        wanted.add(name)
        if (chunk.type !== 'chunk') return
        for (const other of [
          ...chunk.imports,
          ...chunk.dynamicImports,
          ...(chunk.viteMetadata?.importedCss ?? []),
          ...[...(chunk.viteMetadata?.importedAssets ?? [])].filter(asset => asset.endsWith('.woff2')),
        ])
          add(other)
      }
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && chunk.isEntry && chunk.name === 'cab') add(chunk.fileName)
      const files = ['/cab.html', '/cab.webmanifest', '/icon.svg', ...[...wanted].map(name => `/${name}`)]
      const source = readFileSync(fileURLToPath(new URL('./src/cab/worker.js', import.meta.url)), 'utf8')
      const version = createHash('sha256').update(files.join()).digest('hex').slice(0, 12)
      this.emitFile({
        type: 'asset',
        fileName: 'cab-worker.js',
        source: source.replace('__VERSION__', version).replace("['__FILES__']", JSON.stringify(files)),
      })
    },
  }
}

// The phone's pages are built apart from the office's, so that they bring in nothing but what they use: a phone's first visit is slow enough.
export default defineConfig({
  plugins: [vue(), cabWorker(), compressed()],
  define: {
    __VUE_OPTIONS_API__: false,
    __VUE_I18N_FULL_INSTALL__: false,
    __VUE_I18N_LEGACY_API__: false,
    __INTLIFY_PROD_DEVTOOLS__: false,
  },
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    outDir: 'dist',
    emptyOutDir: false,
    assetsInlineLimit: 0,
    copyPublicDir: false,
    rollupOptions: { input: { cab: fileURLToPath(new URL('./cab.html', import.meta.url)) } },
  },
})
