import type { GivenUp } from '../physics/stuff/heat/fitResin'
import { BOILS_C } from '../physics/stuff/heat/verdict'
import { degrees, mm, plain, quantity, say, type Sentence } from '../words/sentence'

/**
 * How warm a pour gets, between two temperatures: past boiling no number is told.
 *
 * @example written(warmth(48.2, 60.7)) // "48–61 °C"
 * @example written(warmth(90, 190)) // "90 °C, or it boils"
 * @example written(warmth(160, 220)) // "it boils"
 */
export function warmth(lowC: number, highC: number): Sentence {
  if (lowC >= BOILS_C) return 'it boils'
  if (highC >= BOILS_C) return say`${degrees(lowC)}, or it boils`
  const [low, high] = [degrees(lowC), degrees(highC)]
  return low.values[0] === high.values[0] ? low : quantity([lowC, highC], '°C', 0)
}

/**
 * What of a label the rest of it did not allow, and what the fit goes by instead.
 *
 * @example written(givenUp({ figure: 'potLifeMin', label: 5, gives: 5.6 })) // "The label’s pot life of 5 min does not go with its full cure: the plan goes by 5.6 min. Read both again."
 */
export function givenUp({ figure, label, gives }: GivenUp): Sentence {
  const by = (what: string, other: string, unit: string, digits: number) =>
    `The label’s ${what} of ${plain(label)} ${unit} does not go with its ${other}: the plan goes by ${plain(gives, digits)} ${unit}. Read both again.`
  if (figure === 'potLifeMin') return by('pot life', 'full cure', 'min', 1)
  if (figure === 'cureH') return by('full cure', 'pot life', 'h', 0)
  return say`A layer of ${mm(label)} does not go with the label’s pot life: by the model it comes to ${warmth(gives, gives)} even over timber. Ask the data sheet for what ground and room it is told.`
}
