import { keepARun, takeMaps } from '../../core/build/runEdits'
import type { Build } from '../../core/build/types'
import { keepRun, type RunResult } from '../../core/running/keptRun'
import { groundMark } from '../../core/plan/2-forms/ran/ranPlan'
import { runAt } from '../../core/plan/2-forms/ran/readRun'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import { waterRun, type RunStart } from '../../core/running/waterRun'
import { demo } from './builds'

export const GORGE = demo('3-slalom-in-the-hollin-gorge')
export const WEIR = demo()
export const MOLE = demo('2-mole-at-varnsey')
/** The water of a build let run at once through passes of so many cells. */
export function ran(
  build: Build,
  cells = [3000],
  start: RunStart = 'levels'
): { run: RunResult; massErrorRel: number; cells: number } {
  const water = waterRun(sceneMaker(build), { start, passes: cells })
  for (;;) {
    const { done, massErrorRel, cells: count } = water.advance(2e6)
    if (done) return { run: water.usual(0.35), massErrorRel, cells: count }
  }
}
/** A build with a run kept in it, that its maps are taken from. */
export const kept = (build: Build, run: RunResult): Build =>
  takeMaps('r1')(
    keepARun(
      keepRun(run, {
        id: 'r1',
        name: 'Test run',
        keptAt: '2026-11-25T12:00:00Z',
        ground: groundMark(build)
      })
    )(build)
  )
/** Mean of a reading over the places of a box. */
export function over(
  run: RunResult,
  [x0, x1]: [number, number],
  [y0, y1]: [number, number],
  of: (at: NonNullable<ReturnType<typeof runAt>>) => number
): number {
  const found: number[] = []
  for (let x = x0; x <= x1; x += 2)
    for (let y = y0; y <= y1; y += 2) {
      const at = runAt(run, [x, y])
      if (at) found.push(of(at))
    }
  return found.reduce((a, b) => a + b, 0) / found.length
}
/** The gorge, run once for all who ask about it. */
export const gorge = ran(GORGE)
