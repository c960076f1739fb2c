import { build as bundled, transformSync } from 'esbuild'
import { expect } from 'chai'
import { mkdirSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { demo } from '../support/builds'

// Whatever a doc comment promises with "@example expression // value" is worked out here by the
// function that it stands over: as many digits as are printed must be right.

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

interface Example {
  file: string
  line: number
  code: string
  /** What stands behind the two strokes; empty where only the call is shown. */
  promised: string
}

const sources = (): string[] =>
  readdirSync(join(ROOT, 'core'), { recursive: true })
    .map(String)
    .filter((f) => f.endsWith('.ts'))
    .sort()
    .map((f) => `core/${f}`)

function examplesOf(file: string): Example[] {
  const source = readFileSync(join(ROOT, file), 'utf8')
  return [...source.matchAll(/\/\*\*(.*?)\*\//gs)].flatMap((comment) => {
    const line = source.slice(0, comment.index).split('\n').length
    const text = comment[1].replace(/\n\s*\* ?/g, '\n')
    return text
      .split('@example')
      .slice(1)
      .map((shown) => {
        const [code, ...promised] = shown
          .split(/\n@/)[0]
          .replace(/\s*\n\s*/g, ' ')
          .split(' // ')
        return { file, line, code: code.trim(), promised: promised.join(' // ').trim() }
      })
  })
}

/** The whole core, a namespace a file, and what examples take for granted. */
async function everything(files: string[]): Promise<Map<string, Record<string, unknown>>> {
  const folder = join(ROOT, '.tmp', 'examples')
  mkdirSync(folder, { recursive: true })
  const outfile = join(folder, 'core.mjs')
  await bundled({
    stdin: {
      contents: files.map((f, i) => `export * as m${i} from './${f}'`).join('\n'),
      resolveDir: ROOT
    },
    outfile,
    bundle: true,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    logLevel: 'error'
  })
  const all = (await import(pathToFileURL(outfile).href)) as Record<string, Record<string, unknown>>
  return new Map(files.map((f, i) => [f, all[`m${i}`]]))
}

/** A leading literal of a promise, and whether it is only about right. */
function literal(promised: string): { value: unknown; digits: number | null; rough: boolean } {
  const rough = /^about /.test(promised)
  const text = promised.replace(/^about /, '').replace(/(?<=^\[[^\]]*\]): .*/, '')
  const number = /^-?\d+(\.\d+)?(e-?\d+)?(?=$|[\s…:,])/.exec(text)
  if (number) {
    const [mantissa, exponent] = number[0].split('e')
    const digits = (mantissa.split('.')[1]?.length ?? 0) - Number(exponent ?? 0)
    return { value: Number(number[0]), digits, rough }
  }
  const quoted = /^(['"]).*\1$/.test(text) || /^[[{]/.test(text) || /^(true|false|null)$/.test(text)
  if (!quoted) throw new Error(`“${promised}” is no value`)
  return { value: new Function(`return (${text.replace(/,\s*…/g, '')})`)(), digits: null, rough }
}

/** As many digits as are printed, of every number in it; of an object only what is printed. */
function agrees(found: unknown, said: unknown, digits: number | null, rough: boolean): boolean {
  if (typeof said === 'number') {
    if (typeof found !== 'number') return false
    const unit = 10 ** -(digits ?? (String(said).split('.')[1] ?? '').length)
    return Math.abs(found - said) <= (rough ? 0.1 * Math.abs(said) : 0.501 * unit)
  }
  if (typeof said === 'string' && typeof found === 'string')
    return found.replace(/[\u00a0\u202f]/g, ' ') === said.replace(/[\u00a0\u202f]/g, ' ')
  if (said === null || typeof said !== 'object') return found === said
  if (found === null || typeof found !== 'object') return false
  if (Array.isArray(said) && (found as ArrayLike<unknown>).length !== said.length) return false
  return Object.entries(said).every(([key, value]) =>
    agrees((found as Record<string, unknown>)[key], value, null, rough)
  )
}

describe('What the doc comments promise', function () {
  this.timeout(300_000)
  const files = sources()
  const examples = files.flatMap(examplesOf)
  let modules: Map<string, Record<string, unknown>>
  let shared: Record<string, unknown>
  before(async () => {
    modules = await everything(files)
    shared = Object.assign({}, ...modules.values(), {
      build: demo('1-weir-at-cobbets-race'),
      square: [
        [0, 0],
        [10, 0],
        [10, 10],
        [0, 10]
      ]
    })
  })

  const answers = new Map<Example, unknown>()
  const work = (example: Example): unknown => {
    const known = answers.get(example)
    if (known !== undefined) return known
    const scope = { ...shared, ...modules.get(example.file) }
    const { code } = transformSync(`function answer() { return (${example.code}) }`, {
      loader: 'ts'
    })
    const answer = new Function('scope', `with (scope) { ${code}; return answer() }`)(scope)
    answers.set(example, answer)
    return answer
  }

  it(`every example runs: ${examples.length} of them`, () => {
    const wrong: string[] = []
    for (const example of examples)
      try {
        if (work(example) === undefined) throw new Error('gives nothing')
      } catch (error) {
        wrong.push(`${example.file}:${example.line} ${example.code}: ${(error as Error).message}`)
      }
    expect(wrong, wrong.join('\n')).to.deep.equal([])
    expect(examples.length).to.be.at.least(140)
  })

  it('and gives what it says, to the last digit printed', () => {
    const wrong: string[] = []
    let checked = 0
    for (const example of examples.filter((e) => e.promised !== ''))
      try {
        const { value, digits, rough } = literal(example.promised)
        const found = work(example)
        if (!agrees(found, value, digits, rough))
          throw new Error(`is ${JSON.stringify(found)?.slice(0, 200)}, not ${example.promised}`)
        checked++
      } catch (error) {
        wrong.push(`${example.file}:${example.line} ${example.code}: ${(error as Error).message}`)
      }
    expect(wrong, wrong.join('\n')).to.deep.equal([])
    expect(checked).to.be.at.least(125)
  })
})
