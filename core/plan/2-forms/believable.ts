import type { Read } from '../reads'
import { USUAL } from '../../craft/usual'
import { mm, quantity, say, type Sentence, type Quantity } from '../../words/sentence'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { LARGEST_DROP_M } from '../../physics/water/spray/splash'
import { SHORTEST_WAVE_M, STEEPEST_DEEP } from '../../physics/water/waves/linear'
import type { FallForm } from './fallForm'
import type { SplashForm } from './splashForm'
import type { Ripples } from './strokes'
import { modelMm, realM } from '../../physics/shape/units'

/** A length of the full-size thing, in centimetres where it is less than a metre. */
const real = (m: number): Quantity => (m < 1 ? quantity(100 * m, 'cm') : quantity(m, 'm'))

/** One thing seen on the model against real water and against what the material holds. */
export interface ScaleCheck {
  water: string
  what: string
  /** On the model, mm. */
  modelMm: number
  /** What that stands for, m. */
  realM: number
  /** What real water does, and what the material holds, mm on the model. */
  least: { mm: number; why: Sentence } | null
  most: { mm: number; why: Sentence } | null
  verdict: 'believable' | 'too fine' | 'too coarse'
  advice: Sentence
}

/** The finest mark a gel keeps, where it says nothing of its own, mm. Common practice, no source. */
const FINEST_MARK_MM = 2
/**
 * Thinnest gel film that peels and hangs, and thinnest that reads as water, mm. Common practice, no
 * source.
 */
const THINNEST_STRIP_MM = 0.5
/** A teased thread of polyester, mm. Typical: 15 to 25 µm, from memory. */
const THREAD_MM = 0.02
/** A bead from the tip of a needle, mm. Common practice, no source. */
const FINEST_BEAD_MM = 0.5
/**
 * Highest sea that has been measured, m, as significant height; steeper claims want doubt. Typical,
 * from memory
 */
export const HIGHEST_SEA_M = 20

/** Every ripple, sheet, drop and fibre against real water at this scale and against what gel can hold. */
export function believable(
  build: Read<'forms'>,
  scale: number,
  ripples: readonly Ripples[],
  falls: readonly FallForm[],
  splashes: readonly SplashForm[],
  shelf: Shelf
): ScaleCheck[] {
  const finest = (water: string) => {
    const w = build.waters.find((x) => x.id === water)
    return (
      onShelf(
        shelf,
        'gel',
        w && 'gel' in w && typeof w.gel === 'string' ? w.gel : USUAL.gel.ripples
      )?.finestMm ?? FINEST_MARK_MM
    )
  }
  const made: ScaleCheck[] = []
  const add = (
    check: Omit<ScaleCheck, 'verdict' | 'realM' | 'advice'>,
    fine: Sentence,
    coarse: Sentence,
    good: Sentence
  ) => {
    const tooFine = check.least && check.modelMm < check.least.mm - 1e-9
    const tooCoarse = check.most && check.modelMm > check.most.mm + 1e-9
    const coarseOrGood = tooCoarse ? 'too coarse' : 'believable'
    const verdict = tooFine ? 'too fine' : coarseOrGood
    made.push({
      ...check,
      realM: realM(check.modelMm, scale),
      verdict,
      advice: verdict === 'too fine' ? fine : verdict === 'too coarse' ? coarse : good
    })
  }
  for (const r of ripples) {
    const least = finest(r.water)
    add(
      {
        water: r.water,
        what: `${r.name}, crest to crest`,
        modelMm: r.spacingMm,
        least: {
          mm: Math.max(least, modelMm(SHORTEST_WAVE_M, scale)),
          why:
            least > modelMm(SHORTEST_WAVE_M, scale)
              ? 'the finest mark this gel keeps'
              : 'shorter waves are held by the skin of the water'
        },
        most: null
      },
      say`The gel cannot hold it: leave this water smooth, or make ripples ${mm(least)} apart and know they stand for ${real(realM(least, scale))}.`,
      '',
      `Made with a ${r.toolName}.`
    )
    add(
      {
        water: r.water,
        what: `${r.name}, trough to crest`,
        modelMm: r.heightMm,
        least: null,
        most: { mm: STEEPEST_DEEP * r.spacingMm, why: 'a steeper wave breaks' }
      },
      '',
      'Flatten it, or set the crests farther apart.',
      'Keep it lower than it is tempting to.'
    )
  }
  for (const fall of falls) {
    if (!fall.curve) continue
    const gelMm = Math.max(
      THINNEST_STRIP_MM,
      onShelf(
        shelf,
        'gel',
        build.waters.find((w) => w.id === fall.id && w.kind === 'fall')
          ? (build.waters.find((w) => w.id === fall.id) as { gel: string }).gel
          : ''
      )?.coatMm ?? THINNEST_STRIP_MM
    )
    add(
      {
        water: fall.id,
        what: 'sheet, thickness at its foot',
        modelMm: fall.curve.footThicknessMm,
        least: { mm: THINNEST_STRIP_MM, why: 'a thinner film of gel tears' },
        most: null
      },
      say`The strip comes out at ${mm(gelMm)}, as thick as ${quantity(realM(gelMm, scale), 'm', 2)} of water: keep it clear and thin towards the foot, and let white do the rest.`,
      '',
      say`Dry strip about ${mm(gelMm)}.`
    )
  }
  for (const s of splashes) {
    add(
      {
        water: s.id,
        what: 'smallest bead from a needle',
        modelMm: FINEST_BEAD_MM,
        least: null,
        most: {
          mm: modelMm(LARGEST_DROP_M, scale),
          why: say`no free drop of water is larger than ${mm(6)}`
        }
      },
      '',
      say`It stands for a drop of ${mm(realM(FINEST_BEAD_MM, scale) * 1000)}: no beads in the air here, fibre and mist.`,
      'Single drops may fly.'
    )
    add(
      {
        water: s.id,
        what: 'thread of fibre',
        modelMm: THREAD_MM,
        least: null,
        most: {
          mm: modelMm(LARGEST_DROP_M, scale),
          why: 'a thread thicker than a drop is no spray'
        }
      },
      '',
      'Tease it finer, or use less: single threads show.',
      'It reads as spray, not as hair.'
    )
  }
  return made
}
