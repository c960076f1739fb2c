import { existsSync } from 'node:fs'
import { delimiter, join } from 'node:path'

/** Whether a program of the machine can be asked. */
const isHere = (program: string): boolean =>
  (process.env.PATH ?? '').split(delimiter).some((folder) => existsSync(join(folder, program)))

/**
 * A test that reads what goes out by a program of the machine. Where that is not there, it is said and
 * not tried: `npm run test:deep` installs such programs, `npm test` asks a machine for a browser alone.
 */
export function itBy(program: string, title: string, body: () => void | Promise<void>): void {
  if (isHere(program)) it(title, body)
  else console.log(`Not tried, for ${program} is not here: ${title}`)
}
