import { lastAnswers } from '../../solve/lastAnswers'
import { Matrix, solve } from 'ml-matrix'
import { BANDS } from './observer'
import { linearOf, RGB_WEIGHTS } from './rgb'

/** Reflectances are kept off 0 and 1, where their logarithm ends: an eye sees no difference. */
const DARKEST = 0.0004
const ROUNDS = 60
const known = lastAnswers<readonly number[]>(400)

/**
 * The smoothest reflectance that has a colour of the screen under D65: (tanh z + 1)/2 with the
 * least squared slope of z.
 *
 * @param colour  `#rrggbb`
 * @returns       31 bands, 400–700 nm, each above 0 and below 1
 * @source Burns, "Generating reflectance curves from sRGB triplets" (2017), method of the least
 *   slope squared of the
 *         hyperbolic tangent; written from memory
 */
export function reflectanceOf(colour: string): readonly number[] {
  const there = known.get(colour)
  if (there) return there
  const wanted = linearOf(colour).map((v) => Math.min(1 - DARKEST, Math.max(DARKEST, v)))
  const grey = wanted.every((v) => Math.abs(v - wanted[0]) < 1e-9)
  const found = grey ? new Array<number>(BANDS).fill(wanted[0]) : smoothest(wanted)
  known.set(colour, found)
  return found
}

function smoothest(wanted: readonly number[]): readonly number[] {
  const size = BANDS + 3
  let z = new Array<number>(BANDS).fill(0)
  let lambda = [0, 0, 0]
  for (let round = 0; round < ROUNDS; round++) {
    const d0 = z.map((v) => (Math.tanh(v) + 1) / 2)
    const d1 = z.map((v) => 1 / Math.cosh(v) ** 2 / 2)
    const d2 = z.map((v) => -Math.tanh(v) / Math.cosh(v) ** 2)
    const system = Matrix.zeros(size, size)
    const right = Matrix.zeros(size, 1)
    for (let i = 0; i < BANDS; i++) {
      const pull = RGB_WEIGHTS.reduce((s, row, r) => s + row[i] * lambda[r], 0)
      let smooth = 0
      const ends = i === 0 || i === BANDS - 1
      smooth +=
        (ends ? 2 : 4) * z[i] - (i > 0 ? 2 * z[i - 1] : 0) - (i < BANDS - 1 ? 2 * z[i + 1] : 0)
      system.set(i, i, (ends ? 2 : 4) + d2[i] * pull)
      if (i > 0) system.set(i, i - 1, -2)
      if (i < BANDS - 1) system.set(i, i + 1, -2)
      for (let r = 0; r < 3; r++) {
        system.set(i, BANDS + r, RGB_WEIGHTS[r][i] * d1[i])
        system.set(BANDS + r, i, RGB_WEIGHTS[r][i] * d1[i])
      }
      right.set(i, 0, -(smooth + d1[i] * pull))
    }
    for (let r = 0; r < 3; r++)
      right.set(BANDS + r, 0, wanted[r] - RGB_WEIGHTS[r].reduce((s, w, i) => s + w * d0[i], 0))
    const step = solve(system, right).to1DArray()
    const longest = Math.max(...step.slice(0, BANDS).map(Math.abs))
    const damp = Math.min(1, 2 / Math.max(longest, 1e-12))
    z = z.map((v, i) => v + damp * step[i])
    lambda = lambda.map((v, r) => v + damp * step[BANDS + r])
    if (longest < 1e-9) break
  }
  return z.map((v) => (Math.tanh(v) + 1) / 2)
}
