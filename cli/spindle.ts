import { readFileSync, statSync } from 'node:fs'
import { calculate } from '../core/calculators/contract'
import { faultLine } from '../core/build/fault'
import { LONGEST_FILE, readBuild, readJson } from '../core/formats/buildFile'
import { derivePlan } from '../core/plan/derivePlan'

const USAGE = 'usage: spindle calc NAME JSON|@FILE · spindle plan BUILD.json · spindle check BUILD.json'

/** Something to say on standard error before leaving with code 2. */
class BadInput extends Error {}

function fileText(path: string): string {
  try {
    const { size } = statSync(path)
    if (size > LONGEST_FILE * 2) throw new BadInput(`${path}: is ${Math.round(size / 1e6)} MB long; a build is at most ${LONGEST_FILE / 1e6} MB`)
    return readFileSync(path, 'utf8')
  } catch (error) {
    if (error instanceof BadInput) throw error
    throw new BadInput(`${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`)
  }
}

function calc(name: string | undefined, argument: string | undefined): string {
  if (name === undefined || argument === undefined) throw new BadInput(USAGE)
  const json = readJson(argument.startsWith('@') ? fileText(argument.slice(1)) : argument)
  if (!json.ok) throw new BadInput(faultLine(json.faults))
  return JSON.stringify(calculate(name, json.value, () => performance.now()))
}

/** Typed arrays as the lists that they are. */
const plainNumbers = (_key: string, value: unknown): unknown => (ArrayBuffer.isView(value) ? Array.from(value as unknown as ArrayLike<number>) : value)

function plan(path: string | undefined): string {
  if (path === undefined) throw new BadInput(USAGE)
  const build = readBuild(fileText(path))
  if (!build.ok) throw new BadInput(faultLine(build.faults))
  return JSON.stringify(derivePlan(build.value), plainNumbers, 2)
}

/** The faults are what was asked for, so they go to standard output; their count to standard error. */
function check(path: string | undefined): { out: string; error?: string } {
  if (path === undefined) throw new BadInput(USAGE)
  const build = readBuild(fileText(path))
  if (build.ok) return { out: `${path}: no faults` }
  return { out: build.faults.map((fault) => faultLine([fault])).join('\n'), error: faultLine(build.faults) }
}

function main([command, ...rest]: string[]): number {
  try {
    if (command === 'calc') console.log(calc(rest[0], rest[1]))
    else if (command === 'plan') console.log(plan(rest[0]))
    else if (command === 'check') {
      const { out, error } = check(rest[0])
      console.log(out)
      if (error === undefined) return 0
      console.error(error)
      return 2
    } else throw new BadInput(USAGE)
    return 0
  } catch (error) {
    if (!(error instanceof BadInput) && !(error instanceof RangeError)) throw error
    console.error(error.message.replaceAll('\n', ' '))
    return 2
  }
}

process.exitCode = main(process.argv.slice(2))
