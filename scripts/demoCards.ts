// The cards of the demo builds, worked out as the app is built: the first look needs no planner.
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Build } from '../core/build/types'
import { cardOf } from '../core/plan/card'
import { cardKey } from '../core/plan/cardKey'
import { derivePlan } from '../core/plan/derivePlan'
import { BUILT_IN_SHELF } from '../core/craft/materials/shelf'
import { historyOf, NO_HISTORY } from '../core/plan/learned/history'

const sources = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile())
    .map((f) => join(f.parentPath, f.name))
    .sort()

/** The state of the planner: another one may plan otherwise, and cards of the last one are let go. */
export function plannerState(core: string): string {
  const hash = createHash('sha256')
  for (const file of sources(core)) hash.update(file.slice(core.length)).update(readFileSync(file))
  return hash.digest('hex').slice(0, 12)
}

/** @param folder where the demo builds lie; @param by the state of the planner */
export function demoCards(folder: string, by: string) {
  const builds = sources(folder).map((file) => JSON.parse(readFileSync(file, 'utf8')) as Build)
  return builds.map((build) => {
    const others = builds.filter((b) => b.id !== build.id && b.log.entries.length > 0)
    const history = others.length > 0 ? historyOf(others) : NO_HISTORY
    const plan = derivePlan(build, BUILT_IN_SHELF, history)
    return { id: build.id, key: cardKey(by, build, [], history), card: cardOf(build, plan) }
  })
}
