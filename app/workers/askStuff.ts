import { cupClocks, type CupClocks } from '../../core/bench/clocks'
import type { Build } from '../../core/build/types'
import { onShelf, withBottles, type Shelf } from '../../core/craft/materials/shelf'
import { doseFor, type Dose } from '../../core/physics/stuff/colour/doseFor'
import {
  fitChips,
  opticsOf,
  type Chip,
  type ChipFit,
  type TintLook
} from '../../core/physics/stuff/colour/tint'
import { fitResin, type FittedResin, type ResinLabel } from '../../core/physics/stuff/heat/fitResin'
import type { TintDose } from '../../core/physics/stuff/mixing/mix'
import { tintsOn } from '../../core/plan/3-stacks/poolColours'

/** A question of resin and tint alone: it needs no plan, and a far smaller worker. */
export type StuffQuestion =
  | { ask: 'fitResin'; label: ResinLabel }
  | { ask: 'fitChips'; chips: Chip[]; scatterPerMm: number }
  | {
      ask: 'doseFor'
      wanted: string
      depthMm: number
      bed: string
      tints: { id: string; look: TintLook }[]
      below: BandSeen[]
      above: BandSeen[]
    }
  | { ask: 'cupClocks'; build: Build; resin: string; massG: number; roomC: number }

/** A band of water with its dose. */
export interface BandSeen {
  thicknessMm: number
  tints: TintDose[]
}
const seenBands = (bands: readonly BandSeen[], shelf: Shelf) =>
  bands.map((b) => ({ depthMm: b.thicknessMm, tints: tintsOn(shelf, b.tints) }))

export interface StuffAnswers {
  fitResin: FittedResin
  fitChips: ChipFit
  doseFor: Dose
  cupClocks: CupClocks
}

/**
 * Answers one question.
 *
 * @throws RangeError in the builder's words when it cannot be answered
 * @example answerOfStuff({ ask: 'fitResin', label: { potLifeMin: 35, potLifeG: 100, atC: 25,
 *   cureH: 72 } }, BUILT_IN_SHELF)
 */
export function answerOfStuff<Q extends StuffQuestion>(
  question: Q,
  given: Shelf
): StuffAnswers[Q['ask']]
export function answerOfStuff(
  question: StuffQuestion,
  given: Shelf
): StuffAnswers[StuffQuestion['ask']] {
  switch (question.ask) {
    case 'fitResin':
      return fitResin(question.label)
    case 'fitChips':
      return fitChips(question.chips, question.scatterPerMm)
    case 'doseFor':
      return doseFor({
        ...question,
        tints: question.tints.map(({ id, look }) => ({ id, optics: opticsOf(look) })),
        below: seenBands(question.below, given),
        above: seenBands(question.above, given)
      })
    case 'cupClocks': {
      const resin = onShelf(withBottles(given, question.build.bottles), 'resin', question.resin)
      if (!resin) throw new RangeError(`resin: the shelf has no “${question.resin}”`)
      return cupClocks(resin, question.massG, question.roomC)
    }
  }
}
