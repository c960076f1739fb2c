import { wavesOf } from '../../build/crests'
import type { Build } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { LayKind } from '../../craft/ways/types'
import { evenly, headed } from '../../physics/shape/polygon'
import { counted, joined, mm, say, type Sentence } from '../../words/sentence'
import type { FallForm } from '../2-forms/fallForm'
import type { FormsPlan, SeaPlan } from '../2-forms/formsStage'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { PlannedLay, StepsPlan } from '../6-steps/types'
import type { RoundKind } from './types'
import { radians } from '../../physics/shape/angles'

type Point3 = [number, number, number]

/** A step as it is done on the model. */
export interface InHand {
  /** It is done on parts of these kinds, of this water; null: of any. */
  on: { water: string | null; kinds: RoundKind[] }
  /** Where, how thick, which way: in a sentence. */
  says: Sentence
  /** Ways that the brush goes, mm on the model. */
  strokes: { from: Point3; to: Point3 }[]
}

/** What a brush or a knife draws one way; all else is poured, set or cast. */
const BRUSHED: readonly LayKind[] = ['gel', 'white']
/** Strokes are drawn so far over what they lie on, mm. */
const OVER_MM = 0.8
/** Of a stroke on the plan so much is drawn, mm. */
const STROKE_MM = 9
/** Strokes down a fall, side by side. */
const DOWN_A_FALL = 7
/** And up a crest. */
const UP_A_CREST = 12

/**
 * Where a step is done on the model, how thick what it lays down is, and which way the brush goes.
 *
 * @returns null: the plan has no such step, or it is done off the model
 */
export function inHand(
  build: Build,
  { forms, stacks, steps }: { forms: FormsPlan; stacks: StacksPlan; steps: StepsPlan },
  step: string
): InHand | null {
  const found = steps.steps.find((s) => s.id === step)
  if (!found) return null
  const lay = steps.lays.find((l) => l.id === found.lay) ?? null
  // what is made off the model is in hand there only when it is set
  const stack = steps.lays.filter((l) => l.stack === lay?.stack)
  const parts = stack.filter((l) => l.kind === 'part')
  if (lay?.kind === 'part' && parts.length < 2) return null
  if (lay && parts.length > 1 && stack.indexOf(lay) < stack.indexOf(parts.at(-1)!)) return null
  const on = placeOf(build, found.water ?? lay?.water ?? null, found.of, lay)
  if (!on) return null
  const lays = !found.of.endsWith('/release')
  const isBrushed = lays && lay && BRUSHED.includes(lay.kind)
  const strokes = isBrushed ? strokesOn(build, forms, on.water) : []
  const where = build.waters.find((w) => w.id === on.water)?.name
  const way = strokes.length > 0 ? 'the brush goes as the arrows do' : ''
  const says = [where ?? whole(on.kinds), lays && lay ? thickness(lay, steps, stacks) : '', way]
  return {
    on,
    says: joined(
      says.filter((said) => said !== ''),
      ' · '
    ),
    strokes
  }
}

const whole = (kinds: readonly RoundKind[]) =>
  kinds.includes('base')
    ? 'The base'
    : kinds.includes('land')
      ? 'The whole of the land'
      : 'All the water'

function placeOf(
  build: Build,
  water: string | null,
  of: string,
  lay: PlannedLay | null
): InHand['on'] | null {
  const kind = build.waters.find((w) => w.id === water)?.kind
  const act = of.split('/').at(-1)
  if (kind === 'pool' && (act === 'dam' || act === 'undam')) return { water, kinds: ['dam'] }
  if (kind === 'pool' && act?.startsWith('set-in:')) return { water, kinds: ['thing', 'rock'] }
  if (kind === 'pool') return { water, kinds: ['water'] }
  if (kind === 'reach') return { water, kinds: ['run', 'rock'] }
  if (kind === 'fall') return { water, kinds: ['fall'] }
  if (kind === 'sea') return { water, kinds: ['crest'] }
  if (kind === 'splash') return { water, kinds: ['splash'] }
  if (lay?.stack === 'ground') return { water: null, kinds: ['land'] }
  if (lay?.stack === 'spray') return { water: null, kinds: ['splash', 'mist', 'fall'] }
  if (lay) return { water: null, kinds: ['water', 'run', 'fall', 'crest'] }
  return of.startsWith('ground/') ? { water: null, kinds: ['base'] } : null
}

/** How thick a lay is when it is done: a pour by its levels. */
function thickness(lay: PlannedLay, { lays }: StepsPlan, stacks: StacksPlan): Sentence {
  if (lay.kind === 'resin') {
    const pours = lays.filter((l) => l.stack === lay.stack && l.kind === 'resin')
    const layer = stacks.pools.find((p) => p.id === lay.stack)?.layers[pours.indexOf(lay)]
    if (layer)
      return say`${mm(layer.toMm - layer.fromMm)} thick, up to ${mm(layer.toMm)} over the base’s top`
  }
  if (lay.thicknessMm === null || !(lay.thicknessMm > 0)) return ''
  const coats = lay.coats > 1 ? ` in ${counted(lay.coats, 'coat')}` : ''
  return say`${mm(lay.thicknessMm)} thick${coats}`
}

/** Strokes over a water, or over all of it: as the plan has them, and down the falls. */
function strokesOn(build: Build, forms: FormsPlan, water: string | null): InHand['strokes'] {
  const levels = new Map(poolsOf(build).map((p) => [p.id, p.levelMm]))
  for (const sea of wavesOf(build)) levels.set(sea.id, levels.get(sea.pool) ?? 0)
  const isHere = (of: string) =>
    water === null || of === water || wavesOf(build).some((s) => s.id === of && s.pool === water)
  const crest = build.waters.some((w) => w.id === water && w.kind === 'sea')
  const flat = (crest ? [] : forms.strokes)
    .filter((s) => isHere(s.water))
    .map((s) => {
      const a = radians(s.headingDeg)
      const [x, y] = [(Math.cos(a) * STROKE_MM) / 2, (Math.sin(a) * STROKE_MM) / 2]
      const z = (levels.get(s.water) ?? surfaceAt(forms, s.water, s.at)) + OVER_MM
      const [from, to]: [Point3, Point3] = [
        [s.at[0] - x, s.at[1] - y, z],
        [s.at[0] + x, s.at[1] + y, z]
      ]
      return { from, to }
    })
  const falling = forms.falls
    .filter((f) => water === null || f.id === water)
    .flatMap((f) => downFall(f))
  const rising = forms.seas
    .filter((s) => s.built && (water === null || s.id === water))
    .flatMap((s) => upCrest(s, levels.get(s.id) ?? levels.get(s.pool) ?? 0))
  return [...flat, ...falling, ...rising]
}

/** How high the surface of a run stands at a place: as at its nearest station, mm. */
function surfaceAt({ reaches }: FormsPlan, water: string, [x, y]: readonly [number, number]) {
  const stations = reaches.find((r) => r.id === water)?.stations ?? []
  let [best, high] = [Infinity, 0]
  for (const s of stations) {
    const far = Math.hypot(s.at[0] - x, s.at[1] - y)
    if (far < best) [best, high] = [far, s.surfaceMm]
  }
  return high
}

/** From the foot of a crest's back up to its lip. */
function upCrest({ built }: SeaPlan, levelMm: number): InHand['strokes'] {
  const { face, line, headingDeg } = built!
  const [kx, ky] = headed(headingDeg)
  const [far, high] = face.profile.reduce((a, b) => (b[0] < a[0] ? b : a))
  return evenly(line, UP_A_CREST)
    .slice(1, -1)
    .map(([x, y]) => ({
      from: [x + kx * far, y + ky * far, levelMm + Math.max(0, high) + OVER_MM],
      to: [
        x + kx * face.lip[0],
        y + ky * face.lip[0],
        levelMm + Math.max(face.lip[1], face.heightMm) + OVER_MM
      ]
    }))
}

function downFall({ lip, out, curve, crestMm }: FallForm): InHand['strokes'] {
  if (!lip || !out || !curve) return []
  const face = curve.upperFace
  const at = (share: number, [far, high]: readonly [number, number]): Point3 => [
    lip[0][0] + share * (lip[1][0] - lip[0][0]) + out[0] * (far + OVER_MM),
    lip[0][1] + share * (lip[1][1] - lip[0][1]) + out[1] * (far + OVER_MM),
    crestMm + high
  ]
  return Array.from({ length: DOWN_A_FALL }, (_, i) => {
    const share = (i + 0.5) / DOWN_A_FALL
    return {
      from: at(share, face[Math.floor(face.length * 0.15)]),
      to: at(share, face[Math.floor(face.length * 0.85)])
    }
  })
}
