import type { Build } from '../../build/types'
import type { Finding, Stages } from './types'

/** With several copies: work that must be done on all of them before a window closes on the last. */
export function copiesFindings(build: Build, stages: Stages): Finding[] {
  if (build.copies < 2) return []
  const { steps, links } = stages.steps
  return links.flatMap((link): Finding[] => {
    if (!link.hard || link.maxMin === undefined) return []
    const [coat, touch] = [
      steps.find((s) => s.id === link.from),
      steps.find((s) => s.id === link.to)
    ]
    const open = link.maxMin - link.minMin
    // the first copy's window opens while the last is still being coated: both take their time over
    // all of them
    const needed = touch ? touch.handsMin * (1 - 1 / build.copies) : 0
    if (!coat || !touch || needed <= open) return []
    const fits = Math.max(1, Math.floor(build.copies / Math.max(1, needed / Math.max(1, open))))
    return [
      {
        id: `copies-window:${touch.id}`,
        severity: 'warn',
        place: 'days',
        water: touch.water,
        title: `The window closes before the last of ${build.copies} copies is reached`,
        number: `${Math.round(needed)} min needed, ${Math.round(open)} min open`,
        reason: `“${touch.title}” takes ${touch.handsMin} min for all copies; the gel of the last takes no mark by then.`,
        wayOut: `Coat and work ${fits === 1 ? 'one copy' : `${fits} copies`} at a time, or have a second pair of hands there.`
      }
    ]
  })
}
