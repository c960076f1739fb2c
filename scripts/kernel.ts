// npm run kernel: compiles the inner loops of running water and writes them down as the bytes that
// the app carries.
import asc from 'assemblyscript/asc'
import { readFileSync, writeFileSync } from 'node:fs'

const FOLDER = new URL('../core/running/kernel/', import.meta.url)
const OPTIONS = [
  '-O3',
  '--converge',
  '--noAssert',
  '--runtime',
  'stub',
  '--importMemory',
  '--initialMemory',
  '1',
  '--maximumMemory',
  '65536',
  '--enable',
  'simd',
  '--disable',
  'bulk-memory'
]

/** The kernel as its source says it, compiled anew. */
export async function compiledKernel(): Promise<Uint8Array> {
  const source = readFileSync(new URL('kernel.as', FOLDER), 'utf8')
  let binary: Uint8Array | null = null
  const { error, stderr } = await asc.main(['kernel.ts', '--outFile', 'kernel.wasm', ...OPTIONS], {
    readFile: (name) => (name === 'kernel.ts' ? source : null),
    writeFile: (name, contents) => {
      if (name === 'kernel.wasm') binary = contents as Uint8Array
    },
    listFiles: () => []
  })
  if (error || !binary) throw error ?? new Error(stderr.toString())
  return binary
}

if (process.argv[1]?.endsWith('kernel.ts')) {
  const binary = await compiledKernel()
  const text = Buffer.from(binary).toString('base64')
  writeFileSync(
    new URL('kernelBytes.ts', FOLDER),
    `/** kernel.as, compiled by \`npm run kernel\`; a test compiles it again and compares. */\nexport const KERNEL_BYTES = '${text}'\n`
  )
  console.log(`${binary.length} bytes`)
}
