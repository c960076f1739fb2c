// The test files with all of ours that they import, as plain modules: transpiled once for every process that runs them.
import { build } from 'esbuild'
import { readFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { ROOT } from './ready.mjs'

/** A file that asks where it lies is told where its source lies. */
const whereItLies = {
  name: 'where-it-lies',
  setup({ onLoad }) {
    onLoad({ filter: /\.ts$/ }, ({ path }) => {
      const source = readFileSync(path, 'utf8')
      const here = JSON.stringify(pathToFileURL(path).href)
      return { contents: source.replaceAll('import.meta.url', here), loader: 'ts' }
    })
  }
}

/**
 * @param files  test files, by their paths from the top
 * @param outdir where they go, under their own folders
 */
export const bundleTests = (files, outdir) =>
  build({
    absWorkingDir: ROOT,
    entryPoints: files,
    outbase: 'tests',
    outdir,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    sourcemap: 'linked',
    outExtension: { '.js': '.mjs' },
    logLevel: 'warning',
    plugins: [whereItLies]
  })
