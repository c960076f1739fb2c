import { writeFileSync } from 'node:fs'
import { BUILT_IN_SHELF } from '../core/craft/materials/shelf'
import { bookFile, pdfOf } from '../core/exchange/sheets/exports'
import { derivePlan } from '../core/plan/derivePlan'
import { PAPERS, type Paper } from '../core/plan/templates/pieces'
import { fontFiles as read } from './fontFiles'
import { BadInput, buildIn, unitsAsked, USAGE, type Says } from './main'

/**
 * The commands that put a build on paper: its book, and its templates at 1:1.
 *
 * @returns  0; 2 for bad input, which is said in one line; null for any other command
 */
export async function papers(
  [command, ...args]: readonly string[],
  says: Says
): Promise<number | null> {
  if (command !== 'book' && command !== 'sheets') return null
  try {
    const { units, rest } = unitsAsked(args)
    const [path, out, paper = 'a4'] = rest
    if (path === undefined || out === undefined) throw new BadInput(USAGE)
    if (!(paper in PAPERS)) throw new BadInput(`PAPER: was ${paper}; it must be a4 or letter`)
    const on = paper as Paper
    const build = buildIn(path)
    const plan = derivePlan(build)
    const made =
      command === 'book'
        ? await bookFile(build, plan, on, BUILT_IN_SHELF, { read, units })
        : await pdfOf(
            build,
            plan.templates.map((t) => t.id),
            on,
            BUILT_IN_SHELF,
            { read, units }
          )
    try {
      writeFileSync(out, made.bytes)
    } catch (error) {
      throw new BadInput(
        `${out}: cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`
      )
    }
    says.out(`${out}: ${made.bytes.length} bytes`)
    return 0
  } catch (error) {
    if (!(error instanceof BadInput) && !(error instanceof RangeError)) throw error
    says.err(error.message.replaceAll('\n', ' '))
    return 2
  }
}
