import type { Build } from '../../build/types'
import { MORE_WHITE_PCT, SLUMPS_SHARE } from './limits'
import type { Finding, Stages } from './types'
import { mm, quantity, say } from '../../words/sentence'

/** Too much white, and white that will not stand. */
export function whiteFindings(build: Build, stages: Stages): Finding[] {
  const plan = stages.amounts.white
  const found: Finding[] = []
  for (const share of plan.shares) {
    if (share.yoursPct === null || share.yoursPct <= share.formPct + MORE_WHITE_PCT) continue
    const name = build.waters.find((w) => w.id === share.water)?.name ?? share.water
    found.push({
      id: `too-white:${share.water}`,
      severity: 'warn',
      place: 'build-up',
      water: share.water,
      title: `${name}: too much white`,
      number: `yours ${Math.round(share.yoursPct)} %, this water ${Math.round(share.formPct)} %`,
      reason: say`${quantity(Math.round(((share.yoursPct - share.formPct) / 100) * share.areaCm2 * 10) / 10, 'cm²', 3)} more than it tears: it hides the wave under it.`,
      wayOut: 'Take it back from the thin line inwards: see Gone wrong, too much white.'
    })
  }
  if (plan.problem)
    found.push({
      id: 'white-paste',
      severity: 'stop',
      place: 'build-up',
      water: null,
      title: 'White water: this paste cannot be mixed',
      number: quantity(0, 'ml'),
      reason: plan.problem,
      wayOut: 'Choose another school of white.'
    })
  if (plan.sinksToMm !== null && plan.sinksToMm < plan.reliefMm * (1 - SLUMPS_SHARE)) {
    found.push({
      id: 'white-slumps',
      severity: 'warn',
      place: 'build-up',
      water: null,
      title: 'White water: it will not stand so high',
      number: say`${mm(plan.reliefMm)} sinks to ${mm(plan.sinksToMm)}`,
      reason: say`This paste stands ${mm(plan.standsMm ?? 0)} by itself.`,
      wayOut: 'Build it in goes, each firm before the next, or choose filler paste.',
      mend: {
        label: say`Build it ${mm(Math.floor((plan.standsMm ?? 0) * 10) / 10)} high`,
        finish: { reliefMm: Math.max(0.1, Math.floor((plan.standsMm ?? 0) * 10) / 10) }
      }
    })
  }
  return found
}
