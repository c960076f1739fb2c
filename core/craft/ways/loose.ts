import type { After, LayTemplate, StepTemplate, Way } from './types'

/** Whether what a way makes can stand loose on a clear base of its own: a crest set down, or built up in gel. */
export const mayBeLoose = (way: Way): boolean =>
  way.for === 'sea' && (way.steps.some((s) => s.does === 'bed') || way.gel === 'crest')

const BASE: StepTemplate = {
  id: 'base',
  order: 15,
  title: 'Cut its clear base',
  how: 'Clear sheet to the foot of the crest and a finger beyond, its edge cut along the lines of the water; gloss gel under it later hides it.',
  right: 'It lies flat, and from the front no edge is seen.',
  hands: { fixed: 6, per: { crestCm: 0.05 } },
  after: [],
  cautions: ['blade']
}
const FIXED_TO_BASE = {
  title: 'Cut its clear base and fix it on that',
  right: 'It stands on its base on a table without rocking.'
}
const SEATED = {
  title: 'Set it on the water, loose',
  how: 'Three dots of gloss gel under the base, dried hard, are its feet; it sits between the ripples on its line of the template. No glue: a thin blade under the back edge lifts it.',
  right: 'It does not rock, and lifts off without a mark.'
}
const LIES_LOOSE: Pick<LayTemplate, 'name' | 'kind' | 'material'> = {
  name: 'Set down loose',
  kind: 'part',
  material: 'film'
}
const BASE_LAY: LayTemplate = { ...LIES_LOOSE, id: 'base', name: 'Clear base', steps: ['base'] }

const stepOf = (a: After): string => (typeof a === 'string' ? a : a.step)
const withoutBelow = ({ on, ...step }: StepTemplate): StepTemplate => {
  const rest = on?.filter((spot) => spot !== 'below') ?? []
  return rest.length > 0 ? { ...step, on: rest } : step
}

/**
 * A way whose crest stands on a clear base of its own, is never glued to the water, and lifts off: what
 * is done to it is done off the model, and what is drawn up beside it on the water leaves it free.
 *
 * @throws RangeError where the way makes nothing that can stand loose
 */
export function loosened(way: Way): Way {
  if (!mayBeLoose(way)) throw new RangeError(`way: ${way.id} makes nothing that stands loose`)
  const bed = way.steps.find((s) => s.does === 'bed')
  // a curl of film is rolled on to a clear sheet anyway
  const hasBase = way.part?.film === true
  /** Crests drawn up on the water beside it. */
  const beside = way.steps.filter((s) => bed && s.onlyWith === 'crestCm')
  const made = way.steps.filter((s) => s !== bed && !beside.includes(s))
  const based: StepTemplate[] = hasBase
    ? []
    : [
        bed
          ? {
              ...BASE,
              ...(way.part ? { fixes: true as const } : {}),
              ...FIXED_TO_BASE,
              ...(bed.wait ? { wait: bed.wait } : {}),
              after: bed.after
            }
          : BASE
      ]
  const making = made.map((step) => {
    const off = withoutBelow(step)
    const starts = off !== step && step.on?.includes('below')
    const after = [
      ...step.after.map((a): After => (stepOf(a) === bed?.id ? 'base' : a)),
      ...(starts && !hasBase ? ['base'] : [])
    ]
    return { ...off, how: step.loose ?? step.how, after }
  })
  // what is made off the model comes first, then its base, then what is done to it on that
  const onIt = making.findIndex((s) => s.after.includes('base'))
  const first = bed ? (onIt < 0 ? making.length : onIt) : 0
  const all = [...making.slice(0, first), ...based, ...making.slice(first)]
  const followed = new Set(all.flatMap((s) => s.after.map(stepOf)))
  const ends = all.map((s) => s.id).filter((id) => !followed.has(id))
  const seat: StepTemplate = {
    id: bed?.id ?? 'seat',
    order: 17,
    does: 'bed',
    ...SEATED,
    ...(bed?.follows ? { follows: bed.follows } : {}),
    hands: { fixed: 8 },
    after: [...ends, ...beside.map((s) => s.id)],
    on: ['below'],
    cautions: []
  }
  const seatLay: LayTemplate = { ...LIES_LOOSE, id: bed ? 'set' : 'seat', steps: [seat.id] }
  const ofBed = (lay: LayTemplate) => bed !== undefined && lay.steps.includes(bed.id)
  const ofBeside = (lay: LayTemplate) => lay.steps.some((id) => beside.some((s) => s.id === id))
  return {
    ...way,
    lays: [
      ...(hasBase ? [] : [BASE_LAY]),
      ...way.lays.filter((l) => !ofBed(l) && !ofBeside(l)),
      ...way.lays.filter(ofBeside),
      seatLay
    ],
    steps: [
      ...all,
      ...beside.map((s) => ({ ...s, how: s.loose ?? s.how, after: [], on: ['below' as const] })),
      seat
    ],
    uses: [
      ...way.uses.flatMap((use) => {
        if (!bed || !use.by?.includes(bed.id)) return [use]
        return hasBase ? [] : [{ ...use, by: ['base'] }]
      }),
      ...(hasBase
        ? []
        : [
            {
              material: 'film',
              amount: { fixed: 20, per: way.part ? { partCm2: 1 } : { crestCm: 2 } },
              by: ['base']
            }
          ])
    ]
  }
}
