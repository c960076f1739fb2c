import vue from '@vitejs/plugin-vue'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { defineConfig, type Plugin } from 'vite'

/** Writes the worker that keeps the app for use without a network: with the name of every file it is made of. */
function offline(): Plugin {
  return {
    name: 'offline',
    apply: 'build',
    generateBundle(_options, bundle) {
      const files = [
        '/',
        '/manifest.webmanifest',
        '/mark.svg',
        ...Object.keys(bundle)
          .filter((name) => name.startsWith('assets/'))
          .map((name) => `/${name}`)
      ]
      const version = createHash('sha256').update(files.join('\n')).digest('hex').slice(0, 12)
      const source = `const FILES = ${JSON.stringify(files)}\nconst VERSION = ${JSON.stringify(version)}\n${readFileSync(new URL('app/offline.js', import.meta.url), 'utf8')}`
      this.emitFile({ type: 'asset', fileName: 'offline.js', source })
    }
  }
}

export default defineConfig({
  root: 'app',
  base: '/',
  plugins: [vue(), offline()],
  build: {
    outDir: '../dist',
    emptyOutDir: true,
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1200
  },
  worker: { format: 'es' }
})
