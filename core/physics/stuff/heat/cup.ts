import { halved } from '../../solve/halving'
import { heatChain } from './conduction'
import { march, type CuringChain } from './curing'
import { SURFACE_WM2K } from './cureRun'
import { CURED_ALPHA, thickening, type CureKinetics } from './kinetics'

/** Rings a cup is cut into. */
const RINGS = 10
/** Thickness of the film that a label's full cure is told for, mm. From docs/models.md, `fitResin`. */
export const FILM_MM = 3
const LONGEST_MIN = 60 * 24 * 60

/**
 * Minutes until the middle of a cup of mixed resin gels: a cylinder as high as wide, in rings, that
 * loses heat all round.
 * The more is in the cup, the warmer it gets and the sooner it gels.
 *
 * @param resin  kinetics
 * @param massG  resin in the cup, g
 * @param roomC  air and mix, °C
 * @returns      min; Infinity when it does not gel in 60 days
 * @source the 100 g cup of ASTM D2471 (gel time and peak exotherm), from memory; heat equation in
 *   cylinder coordinates
 * @example potLife(fitResin({ potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 }).resin, 100, 25) // 35
 */
export function potLife(resin: CureKinetics, massG: number, roomC: number): number {
  return cupReaches(resin, massG, roomC, resin.gelAlpha)
}

/** A mix this many times as thick as fresh no longer runs to its edges. Common practice, no source. */
const STIFF = 3

/**
 * Minutes in which a cup can be stirred and poured: until its middle is three times as thick as fresh.
 *
 * @source Castro & Macosko 1980 for the thickening; the cup as in `potLife`
 */
export function workingTime(resin: CureKinetics, massG: number, roomC: number): number {
  const runs = (alpha: number) => thickening(alpha, resin.gelAlpha) < STIFF
  return cupReaches(resin, massG, roomC, halved(0, resin.gelAlpha, runs, { steps: 40 })[0])
}

function cupReaches(resin: CureKinetics, massG: number, roomC: number, alpha: number): number {
  const radius = Math.cbrt(massG / resin.densityGCm3 / (2 * Math.PI)) / 100
  const chain: CuringChain = {
    ...heatChain(RINGS, roomC, roomC),
    alpha: new Float64Array(RINGS),
    heatJ: new Float64Array(RINGS)
  }
  const dr = radius / RINGS
  // for one metre of height: rings from the middle outwards; foot and top of the cup are losses of every ring
  for (let i = 0; i < RINGS; i++) {
    const area = Math.PI * dr * dr * (2 * i + 1)
    chain.capacity[i] = area * resin.densityGCm3 * 1e6 * resin.cJGK
    chain.heatJ[i] = area * resin.densityGCm3 * 1e6 * resin.heatJG
    chain.link[i] = i > 0 ? (resin.kWMK * 2 * Math.PI * i * dr) / dr : 0
    chain.side[i] = (area * 2) / (1 / SURFACE_WM2K + radius / resin.kWMK / 2) / (2 * radius)
  }
  chain.count = RINGS
  chain.top = (2 * Math.PI * radius) / (1 / SURFACE_WM2K + dr / (2 * resin.kWMK))
  return reached(chain, resin, alpha) / 60
}

/**
 * Hours until a 3 mm film with air on both faces has cured to 0.95, or to another degree: thin
 * enough to be of one
 * temperature throughout.
 *
 * @returns h; Infinity when it does not in 60 days
 */
export function filmCure(resin: CureKinetics, roomC: number, alpha = CURED_ALPHA): number {
  const chain: CuringChain = {
    ...heatChain(1, roomC, roomC),
    alpha: new Float64Array(1),
    heatJ: new Float64Array(1),
    count: 1
  }
  const dx = FILM_MM / 1000
  chain.capacity[0] = dx * resin.densityGCm3 * 1e6 * resin.cJGK
  chain.heatJ[0] = dx * resin.densityGCm3 * 1e6 * resin.heatJG
  chain.foot = chain.top = 1 / (1 / SURFACE_WM2K + dx / (2 * resin.kWMK))
  return reached(chain, resin, alpha) / 3600
}

/** When the first cell passes a degree of cure, s. */
function reached(chain: CuringChain, resin: CureKinetics, wanted: number): number {
  let before: [number, number] = [0, 0]
  let when = Infinity
  march(
    chain,
    resin,
    0,
    LONGEST_MIN * 60,
    (time) => {
      const alpha = chain.alpha[0]
      if (alpha >= wanted)
        when = before[0] + ((wanted - before[1]) / (alpha - before[1])) * (time - before[0])
      before = [time, alpha]
      return alpha < wanted
    },
    { released: 0, lost: 0, steps: 0 }
  )
  return when
}
