import { HOT_C } from '../physics/stuff/heat/verdict'
import type { Case, Contradiction, FindingRead } from './reading'

const wrong = (place: string, says: string): Contradiction => ({ rule: 'words', place, says })

/** Sentences: singular and plural, nothing empty, nothing told twice under one name, heat that is borne. */
export function words(held: Case): Contradiction[] {
  return [
    ...counting(held),
    ...nothingMissing(held),
    ...toldApart(held),
    ...borne(held),
    ...figures(held)
  ]
}

const THINGS =
  'strip|coat|finger|pour|cup|drop|panel|prop|layer|crest|sheet|step|band|spot|dip|lift|part|piece|patch|brace|day|week|hour|minute|sitting|stone|rock'
const ONE_OF_MANY = new RegExp(String.raw`(?<![\d.,/–:×-])(?<!\d )1 (?:${THINGS})e?s\b`)
const MANY_OF_ONE = new RegExp(
  String.raw`(?<![\d.,/–:×-])(?:[2-9]|[1-9]\d+) (?:${THINGS})\b(?![-–])`
)
const HOLES = /undefined|\bNaN\b|\bnull\b|\[object|Infinity/

function sentences({ plan }: Case): [place: string, text: string][] {
  const ofFinding = (f: FindingRead) =>
    (['title', 'number', 'reason', 'wayOut'] as const).map((key): [string, string] => [
      `findings[${f.id}].${key}`,
      f[key] ?? ''
    ])
  return [
    ...plan.findings.flatMap(ofFinding),
    ...plan.steps.steps.flatMap((s): [string, string][] => [
      [`steps.steps[${s.id}].title`, s.title],
      [`steps.steps[${s.id}].how`, s.how],
      [`steps.steps[${s.id}].right`, s.right]
    ])
  ]
}

/** What the builder wrote: names and steps of one's own are not held to anything. */
function ownWords({ build }: Case): string[] {
  return [
    ...build.waters.map((w) => w.name),
    ...build.own.map((o) => o.name),
    ...build.laid.map((l) => l.name),
    ...build.waters.flatMap((w) => (w.kind === 'pool' ? w.standing.map((s) => s.name) : []))
  ].filter((name) => name.length > 0)
}

function counting(held: Case): Contradiction[] {
  const own = ownWords(held).sort((a, b) => b.length - a.length)
  return sentences(held).flatMap(([place, text]) => {
    const ours = own.reduce(
      (rest, name) => rest.replaceAll(name, '…'),
      text.replaceAll('\u2060', '')
    )
    const fault = ONE_OF_MANY.exec(ours) ?? MANY_OF_ONE.exec(ours)
    return fault ? [wrong(place, `it says “${fault[0]}”`)] : []
  })
}

function nothingMissing(held: Case): Contradiction[] {
  const own = new Set(ownWords(held))
  const holes = sentences(held).flatMap(([place, text]) => {
    const hole = HOLES.exec(text)
    return hole && ![...own].some((name) => name.includes(hole[0]))
      ? [wrong(place, `it says “${hole[0]}”`)]
      : []
  })
  const empty = held.plan.findings.flatMap((f) =>
    f.title && f.number && f.reason
      ? []
      : [wrong(`findings[${f.id}]`, 'it leaves something unsaid')]
  )
  return [...holes, ...empty]
}

/** No two steps of one water that are different lays are called alike. */
function toldApart({ plan }: Case): Contradiction[] {
  const seen = new Map<string, string>()
  return plan.steps.steps.flatMap((step) => {
    if (step.of.startsWith('own/')) return []
    const name = `${step.water}/${step.title}`
    const other = seen.get(name)
    seen.set(name, step.of)
    return other === undefined || other === step.of
      ? []
      : [wrong(`steps.steps[${step.id}].title`, `it is called as ${other} is`)]
  })
}

/** “Which all bear” is true of the upper end of its own range. */
function borne({ build, plan, material }: Case): Contradiction[] {
  return plan.findings.flatMap((f) => {
    const range = /(\d+)(?:–(\d+))? °C(?: and at most (\d+) °C at its foot)?[^.]*, which all/.exec(
      f.reason
    )
    if (!range) return []
    const core = Number(range[2] ?? range[1])
    const foot = Number(range[3] ?? core)
    const landform = material(build.ground.landform)
    const softensC = landform?.kind === 'landform' ? landform.thermal.softensC : null
    if (core <= HOT_C + 0.5 && foot <= (softensC ?? Infinity) + 0.5) return []
    return [
      wrong(
        `findings[${f.id}].reason`,
        `“${range[0]}”: resin bears ${HOT_C} °C${softensC === null ? '' : `, the ground ${softensC}`}`
      )
    ]
  })
}

/** Numbers in findings are the plan's: how many pours, how deep. */
function figures({ plan }: Case): Contradiction[] {
  return plan.findings.flatMap((f) => {
    const pool = plan.stacks.pools.find((p) => p.id === f.water)
    if (!pool || !f.id.startsWith('over-label:')) return []
    const told = /^([\d.]+)/.exec(f.number)
    const deepest = Math.max(...pool.layers.map((l) => l.toMm - l.fromMm))
    return !told || Math.abs(Number(told[1]) - deepest) < 0.1
      ? []
      : [
          wrong(
            `findings[${f.id}].number`,
            `it says ${told[1]} mm, and the deepest pour is ${deepest.toFixed(1)}`
          )
        ]
  })
}
