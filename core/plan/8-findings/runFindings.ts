import type { Build } from '../../build/types'
import type { RunCheck } from '../2-forms/ran/checks'
import type { RanPlan } from '../2-forms/ran/ranPlan'
import type { FormsPlan } from '../2-forms/formsStage'
import type { Finding } from './types'
import { mm, quantity, say } from '../../words/sentence'

const flow = (m3S: number) => quantity(Number(m3S.toPrecision(3)), 'm³/s', 6)
const shown = (value: number | null, unit: RunCheck['unit']) =>
  value === null ? 'none' : unit === 'mm' ? mm(value) : flow(value)

/** What each check compares, why they may differ, and what to do about it. */
const CHECKS: Readonly<
  Record<RunCheck['what'], { title: string; reason: string; wayOut: string }>
> = {
  discharge: {
    title: 'what runs over its lip',
    reason:
      'The form sends the whole flow over this lip; over the ground as it was dipped some of it finds another way, or is still on its way.',
    wayOut: 'Look where the rest goes on Run; raise the ground there, or widen the lip.'
  },
  landing: {
    title: 'where it lands',
    reason:
      'The form takes quiet water over an even lip; the run brings it as it comes, faster here and slower there.',
    wayOut: 'Hang the strips by the run where the lip is uneven, by the form where it is even.'
  },
  level: {
    title: 'the level behind its lip',
    reason: 'The pool stands as high as its lip wants for this flow.',
    wayOut: 'Set the level as the run has it, or lower the ground along the lip.'
  },
  depth: {
    title: 'how deep it runs',
    reason:
      'The form has one depth across the whole width; the run swings from bank to bank and piles up before rocks.',
    wayOut: 'Build the surface by the run: its section is on the drawing.'
  },
  jump: {
    title: 'where it jumps',
    reason: 'The form knows one line through the rapid; rocks and bends move a jump, or drown it.',
    wayOut: 'Put the white where the run has it; move a rock to bring it back.'
  },
  breaks: {
    title: 'over how much water it breaks',
    reason:
      'The form takes one height and one even beach. The run bends and gathers crests over this bed, but takes all waves as long ones, which steepen and break sooner than real ones.',
    wayOut:
      'Set the breaking face by the form; take from the run where along the shore it breaks first, and where it does not.'
  },
  'run-up': {
    title: 'how far it runs up the shore',
    reason: 'The form takes an even beach square to the waves; the run knows this shore.',
    wayOut: 'Paint the wash lines by the run.'
  },
  crests: {
    title: 'from crest to crest',
    reason:
      'The run takes all waves as long ones: over deep water short swells are slower and nearer together than it has them.',
    wayOut: 'Take the spacing from the form, and from the run how crests bend and where they die.'
  }
}

/** A share of the water on dry land that is no splash, %. Common practice, no source. */
const STRAY_PCT = 2
/** Whether running water has left its bed; a sea goes up its shore by nature. */
export const leavesBed = ({ periodS, strays }: Pick<RanPlan, 'periodS' | 'strays'>): boolean =>
  periodS === null && strays.pct > STRAY_PCT
/** Water in and out may differ by so much before it counts as still filling. */
const EVEN_SHARE = 0.12
/** A pool slopes or heaps by this much before it is worth saying, mm. */
const LEVEL_MM = 2

/** What the water that was let run says against the forms, the levels and the ground. */
export function runFindings(build: Build, { ran, reaches }: FormsPlan): Finding[] {
  if (!ran) return []
  const name = (id: string) => build.waters.find((w) => w.id === id)?.name ?? id
  const found: Finding[] = []
  if (ran.stale) {
    found.push({
      id: 'run-old',
      severity: 'note',
      place: 'water',
      water: null,
      title: `“${ran.name}” ran over other ground`,
      number: `kept after ${Math.round(ran.ranS)} s`,
      reason: 'Ground, rocks, levels or flow have been changed since.',
      wayOut: 'Run the water again from where it was, on Run.'
    })
    return found
  }
  for (const check of ran.checks.filter((c) => c.differs)) {
    const says = CHECKS[check.what]
    const i = ran.checks
      .filter((c) => c.water === check.water && c.what === check.what)
      .indexOf(check)
    const where = check.what === 'jump' ? ` along ${name(check.water)}` : ''
    found.push({
      id: `run-${check.what}:${check.water}${i > 0 ? `:${i}` : ''}`,
      severity: 'note',
      place: 'water',
      water: check.water,
      ...(check.at ? { at: check.at } : {}),
      title: `${name(check.water)}: form and run differ about ${says.title}`,
      number: say`form ${shown(check.formSays, check.unit)}, run ${shown(check.runSays, check.unit)}${where}`,
      reason: says.reason,
      wayOut: says.wayOut
    })
  }
  if (ran.periodS === null) {
    const overLips = new Set(
      build.waters.flatMap((w) => (w.kind === 'fall' && w.lip ? [w.lip.pool] : []))
    )
    for (const level of ran.levels) {
      const off = level.middleMm - level.givenMm
      if (Math.abs(off) > LEVEL_MM && !overLips.has(level.pool)) {
        found.push({
          id: `run-stands:${level.pool}`,
          severity: 'note',
          place: 'water',
          water: level.pool,
          title: `${name(level.pool)} does not stand where it was given`,
          number: say`given ${mm(level.givenMm)}, run ${mm(level.middleMm)}`,
          reason:
            off < 0
              ? 'This flow leaves it too easily to be held up so high.'
              : 'What leaves it holds this flow up.',
          wayOut:
            'Give it the level of the run, raise or lower the head of what leaves it, or let another flow run.'
        })
      }
      const unlevel = level.highMm - level.lowMm
      if (unlevel < LEVEL_MM || reaches.some((r) => r.id === level.pool)) continue
      found.push({
        id: `run-unlevel:${level.pool}`,
        severity: 'note',
        place: 'water',
        water: level.pool,
        title: `${name(level.pool)} does not stand level`,
        number: say`${mm(level.lowMm)} to ${mm(level.highMm)}, given ${mm(level.givenMm)}`,
        reason: 'Water that comes in fast heaps up where it is stopped and hollows where it races.',
        wayOut: 'Pour it level and build the heap in gel, as the run’s section has it.'
      })
    }
    const { inM3S, outM3S } = ran
    if (inM3S > 0 && Math.abs(outM3S - inM3S) > EVEN_SHARE * inM3S) {
      found.push({
        id: 'run-filling',
        severity: 'note',
        place: 'water',
        water: null,
        title: `“${ran.name}” was kept before it had settled`,
        number: say`in ${flow(inM3S)}, out ${flow(outM3S)}`,
        reason:
          outM3S < inM3S
            ? 'More comes in than goes out: pools were still filling.'
            : 'More goes out than comes in: pools were still draining.',
        wayOut: 'Let it run on before you keep it.'
      })
    }
  }
  if (leavesBed(ran)) {
    found.push({
      id: 'run-drowns',
      severity: 'warn',
      place: 'water',
      water: null,
      ...(ran.strays.at ? { at: ran.strays.at } : {}),
      title: 'The water leaves its bed',
      number: `${Math.round(ran.strays.pct)} % of the water lies on the banks`,
      reason: say`${flow(ran.dischargeM3S)} is more than this ground holds.`,
      wayOut:
        'Let less run, raise the banks, or draw the outlines as wide as the water wants to be.'
    })
  }
  return found
}
