import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { FontFiles } from '../core/exchange/paper/fontChoice'

const { resolve } = createRequire(import.meta.url)

/** The files of the font packages as they are installed. */
export const fontFiles: FontFiles = async (path) => {
  const [family, ...rest] = path.split('/')
  const folder = dirname(resolve(`@fontsource/${family}/package.json`))
  return new Uint8Array(await readFile(join(folder, ...rest)))
}
