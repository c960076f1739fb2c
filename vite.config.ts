import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  root: 'app',
  base: '/',
  plugins: [vue()],
  build: { outDir: '../dist', emptyOutDir: true, target: 'es2022', sourcemap: false, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  worker: { format: 'es' }
})
