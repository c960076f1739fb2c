import vue from '@vitejs/plugin-vue'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { demoCards, plannerState } from './scripts/demoCards'

/** Letters of scripts with thousands of them: kept once they have been asked for. */
const RARE_LETTERS = /noto-(sans-(sc|kr)|emoji)-/

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
          .filter((name) => name.startsWith('assets/') && !RARE_LETTERS.test(name))
          .map((name) => `/${name}`)
      ]
      const version = createHash('sha256').update(files.join('\n')).digest('hex').slice(0, 12)
      const source = `const FILES = ${JSON.stringify(files)}\nconst VERSION = ${JSON.stringify(version)}\n${readFileSync(new URL('app/offline.js', import.meta.url), 'utf8')}`
      this.emitFile({ type: 'asset', fileName: 'offline.js', source })
    }
  }
}

const folder = (name: string) => fileURLToPath(new URL(name, import.meta.url))
const PLANNER = plannerState(folder('core'))

/** Writes the cards of the demo builds beside the app. */
function cardsOfDemos(): Plugin {
  return {
    name: 'cards-of-demos',
    apply: 'build',
    generateBundle() {
      const source = JSON.stringify(demoCards(folder('demo'), PLANNER))
      this.emitFile({ type: 'asset', fileName: 'demo-cards.json', source })
    }
  }
}

export default defineConfig({
  root: 'app',
  base: '/',
  define: { PLANNER: JSON.stringify(PLANNER) },
  plugins: [
    vue(),
    offline(),
    cardsOfDemos(),
    // what the first screen waits for, pressed once; the charts and the printer come late and are
    // large: those are pressed as they go out
    compression({
      algorithms: [['brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 10 } }]],
      include: /\.(js|css)$/,
      exclude: /offline|plotly|print\.worker/,
      threshold: 1000
    })
  ],
  build: {
    outDir: '../dist',
    emptyOutDir: true,
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1200,
    rolldownOptions: { checks: { pluginTimings: false } }
  },
  worker: { format: 'es', rolldownOptions: { checks: { pluginTimings: false } } }
})
