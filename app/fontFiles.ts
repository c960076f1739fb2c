import type { FontFiles } from '../core/exchange/paper/fontChoice'

/** Addresses of the files of the font packages: fetched one by one, as letters ask for them. */
const files = import.meta.glob<string>(
  [
    '../node_modules/@fontsource/{commissioner,noto-sans}/files/*-{400,700}-normal.woff',
    '../node_modules/@fontsource/noto-{sans-*,emoji}/files/*-400-normal.woff',
    '../node_modules/@fontsource/{commissioner,noto-*}/unicode.json'
  ],
  { query: '?url', import: 'default', eager: true }
)

/** @throws TypeError where the file cannot be fetched */
export const fontFiles: FontFiles = async (path) => {
  const answer = await fetch(files[`../node_modules/@fontsource/${path}`])
  if (!answer.ok) throw new TypeError(`font ${path}: ${answer.status}`)
  return new Uint8Array(await answer.arrayBuffer())
}
