import { halvedTo } from '../../solve/halving'
import { STILL_AIR_WM2K, thirst } from './air'

/** What drying asks of a gel. */
export interface DryingGel {
  /** Share of the wet volume that stays. */
  solidsVol: number
  /** Diffusivity of water in the wet gel at 20 °C, m²/s. */
  dM2S: number
  /** How far it falls as the gel dries: e to the minus this, from wet to dry. 0: it stays. */
  fallsBy?: number
  /**
   * Interaction of its solids with water (Flory and Huggins): high, and it lets go of its last
   * water easily.
   */
  chi?: number
  /** It cures by the air's damp: damp does not hold it up. */
  sets?: 'cure' | 'cool'
  /** `dry`: the surface is dry at once, as in Crank's series. Left out: limited by the air. */
  surface?: 'air' | 'dry'
}

export interface Drying {
  /** Until it has a skin that takes no dust, min; null: never in this air. */
  skinMin: number | null
  /** Until a finger comes away clean, min; null: never in this air. */
  touchMin: number | null
  /** Until it is clear everywhere, h; null: never in this air, or not within `LONGEST_H`. */
  clearH: number | null
  dryMm: number
  /** Share of its water that is left, by hours. */
  curve: [h: number, retained: number][]
}

/** Clear: less than this share of its water is left, everywhere. The contract's criterion. */
export const CLEAR_SHARE = 0.08
/**
 * In damp air a film keeps more than that for good and is clear all the same: when it holds no more
 * than so much above what the air leaves it. One that would keep more than the last of these stays
 * white. Common practice, no source: gels clear in damp rooms, later, and hardly in a wash-house.
 */
const ABOVE_AIR = 0.02
const STAYS_WHITE = 0.3
/**
 * Skinned, and dry to the touch: the surface holds less than these shares. Common practice, no
 * source: caulk skins in a quarter to half an hour.
 */
const SKIN_SHARE = 0.8
const TOUCH_SHARE = 0.6
/** Typical falls and interaction of an acrylic gel, from memory. */
const USUAL = { fallsBy: 1.2, chi: 1.6 }
/** Energy of activation of water moving in a gel, J/mol. Typical, from memory. */
const ACTIVATION_JMOL = 30_000
const GAS_JMOLK = 8.314462618
/** Beyond this nobody waits: ten years, h. */
export const LONGEST_H = 87_600

const CELLS = 28
/** Least share of a step's error, and largest change in a step. */
const STEP_ERROR = 1e-3
const MOST_STEPS = 6000

/**
 * Activity of the water in a gel: what share of saturated vapour stands over it.
 *
 * @param water  volume of water in the gel as a share of both, 0 to 1
 * @source Flory 1953, the solvent in a long polymer; written from memory
 */
export const activity = (water: number, chi: number): number =>
  Math.min(1, water * Math.exp(1 - water + chi * (1 - water) ** 2))

/**
 * Edges of the cells from the sealed foot (0) to the surface (1): finest under the surface, where
 * the skin forms.
 */
const EDGES = Float64Array.from({ length: CELLS + 1 }, (_, j) => 1 - (1 - j / CELLS) ** 2)
const WIDTHS = Float64Array.from({ length: CELLS }, (_, i) => EDGES[i + 1] - EDGES[i])

/**
 * A film of gel losing its water: a wet surface limited by the air, then diffusion through a
 * thickening skin, one face
 * sealed; in coordinates that move with the polymer, so that the film may shrink.
 *
 * @param wetMm  thickness laid, mm, above 0
 * @param roomC  °C, above freezing
 * @param rhPct  relative humidity, 0 to 100
 * @param passesWM2K  heat that the air passes to a face: more of it under a fan; left out: still air
 * @returns      times in this room; null for what never comes
 * @source Crank, The Mathematics of Diffusion (1975), ch. 4 and 10; Dalton; Buck 1981; written from
 *   memory. Steps are
 *         implicit and extrapolated (Deuflhard 1983). The air next to the film is taken to be as
 * warm as the room.
 * @example dryFilm({ solidsVol: 0.4, dM2S: 2e-10 }, 1.5, 20, 50).clearH // 16.7
 */
export function dryFilm(
  gel: DryingGel,
  wetMm: number,
  roomC: number,
  rhPct: number,
  passesWM2K = STILL_AIR_WM2K
): Drying {
  const dryMm = wetMm * gel.solidsVol
  const heightM = wetMm / 1000
  const kelvin = roomC + 273.15
  const { fallsBy = USUAL.fallsBy, chi = USUAL.chi } = gel
  const never = { skinMin: null, touchMin: null, clearH: null, dryMm }
  const rate =
    (gel.dM2S * Math.exp((-ACTIVATION_JMOL / GAS_JMOLK) * (1 / kelvin - 1 / 293.15))) / heightM ** 2
  const airy = gel.surface !== 'dry'
  // water lost at the surface, as a share of the film's own water, per s and unit of activity
  const loss = thirst(roomC, passesWM2K) / ((1 - gel.solidsVol) * heightM)
  const humidity = rhPct / 100
  const ratio = (1 - gel.solidsVol) / gel.solidsVol
  const share = (c: number) => (ratio * c) / (1 + ratio * c)
  const wants = (c: number) => activity(share(Math.max(0, c)), chi) - humidity
  const clearShare = airy ? Math.max(CLEAR_SHARE, leftBy(wants) + ABOVE_AIR) : CLEAR_SHARE
  if (clearShare > STAYS_WHITE) return { ...never, curve: [[0, 1]] }

  const falling = (c: number) => Math.exp(-fallsBy * (1 - c))
  const [low, mid, high, right] = [0, 0, 0, 0].map(() => new Float64Array(CELLS))
  const old = new Float64Array(CELLS)
  const moves = new Float64Array(CELLS)
  /** One implicit step of `dt` from `from` into `to`. */
  const step = (from: Float64Array, to: Float64Array, dt: number): void => {
    to.set(from)
    for (let sweep = 0; sweep < 2; sweep++) {
      old.set(to)
      for (let i = 0; i < CELLS; i++) moves[i] = rate * falling(old[i])
      for (let i = 0; i < CELLS; i++) {
        const k = dt / WIDTHS[i]
        const below = i > 0 ? (k * (moves[i] + moves[i - 1])) / (WIDTHS[i] + WIDTHS[i - 1]) : 0
        const above =
          i < CELLS - 1 ? (k * (moves[i] + moves[i + 1])) / (WIDTHS[i] + WIDTHS[i + 1]) : 0
        low[i] = -below
        high[i] = -above
        mid[i] = 1 + below + above
        right[i] = from[i]
      }
      const top = CELLS - 1
      const k = dt / WIDTHS[top]
      const half = WIDTHS[top] / 2
      if (!airy) mid[top] += (k * moves[top]) / half
      else {
        // the surface's own water follows from the flux; linearised about the last sweep
        const carry = moves[top] / half
        const surface = skinOf(old[top], carry)
        const slope = (wants(surface + 1e-4) - wants(Math.max(0, surface - 1e-4))) / 2e-4
        const through = (carry * loss * slope) / (carry + loss * slope)
        const flux = loss * wants(surface)
        mid[top] += k * through
        right[top] += k * (through * old[top] - flux)
      }
      for (let i = 1; i < CELLS; i++) {
        const f = low[i] / mid[i - 1]
        mid[i] -= f * high[i - 1]
        right[i] -= f * right[i - 1]
      }
      to[top] = right[top] / mid[top]
      for (let i = top - 1; i >= 0; i--) to[i] = (right[i] - high[i] * to[i + 1]) / mid[i]
    }
  }
  /** Water at the very surface for which what diffuses there is what the air takes. */
  const skinOf = (inside: number, carry: number): number => {
    // while the surface is wet the air takes all it can
    const wet = inside - (loss * (1 - humidity)) / carry
    if (wet > 0 && activity(share(wet), chi) >= 1) return wet
    let [a, b] = [0, Math.max(inside, 0)]
    for (let n = 0; n < 24; n++) {
      const m = (a + b) / 2
      if (carry * (inside - m) > loss * wants(m)) a = m
      else b = m
    }
    return (a + b) / 2
  }
  const surfaceOf = (c: Float64Array) =>
    airy ? skinOf(c[CELLS - 1], (rate * falling(c[CELLS - 1])) / (WIDTHS[CELLS - 1] / 2)) : 0
  const meanOf = (c: Float64Array) => c.reduce((sum, v, i) => sum + v * WIDTHS[i], 0)

  let now = new Float64Array(CELLS).fill(1)
  const [whole, half] = [0, 0].map(() => new Float64Array(CELLS))
  let halves = new Float64Array(CELLS)
  let [t, dt] = [0, 1e-5 / Math.max(rate, loss)]
  let [skinS, touchS]: (number | null)[] = airy ? [null, null] : [0, 0]
  const times = () => ({
    skinMin: skinS === null ? null : skinS / 60,
    touchMin: touchS === null ? null : touchS / 60
  })
  const curve: [number, number][] = [[0, 1]]
  let [wettest, surface, mean] = [1, airy ? 1 : 0, 1]
  for (let n = 0; n < MOST_STEPS && t < LONGEST_H * 3600; n++) {
    step(now, whole, dt)
    step(now, half, dt / 2)
    step(half, halves, dt / 2)
    let off = 0
    for (let i = 0; i < CELLS; i++) off = Math.max(off, Math.abs(halves[i] - whole[i]))
    if (off > STEP_ERROR) {
      dt *= Math.max(0.2, 0.8 * Math.sqrt(STEP_ERROR / off))
      continue
    }
    for (let i = 0; i < CELLS; i++) halves[i] = Math.max(0, 2 * halves[i] - whole[i])
    t += dt
    ;[now, halves] = [halves, now]
    const before = { wettest, surface }
    wettest = now[0]
    surface = surfaceOf(now)
    mean = meanOf(now)
    const crossing = (level: number, was: number, is: number) =>
      t - dt * ((level - is) / Math.max(1e-12, was - is))
    if (skinS === null && surface <= SKIN_SHARE)
      skinS = crossing(SKIN_SHARE, before.surface, surface)
    if (touchS === null && surface <= TOUCH_SHARE)
      touchS = crossing(TOUCH_SHARE, before.surface, surface)
    curve.push([t / 3600, mean])
    if (wettest <= clearShare) {
      const clearH = crossing(clearShare, before.wettest, wettest) / 3600
      return {
        ...times(),
        clearH,
        dryMm,
        curve: thinned(curve)
      }
    }
    dt *= Math.min(1.6, 0.9 * Math.sqrt(STEP_ERROR / Math.max(off, 1e-9)))
  }
  return { ...never, ...times(), curve: thinned(curve) }
}

/** Share of its water that the air leaves a film: where it stops wanting any; 1: it takes none. */
function leftBy(wants: (c: number) => number): number {
  // from dry upwards, for the activity of some gels falls again farther on
  let c = 0
  while (c < 1 && wants(c) <= 0) c += 0.01
  return c === 0
    ? 0
    : Math.min(
        1,
        halvedTo(c - 0.01, c, (v) => wants(v) <= 0, { steps: 24 })
      )
}

/** Enough of a curve to draw: no two points closer than a hundredth, or than a hundredth of the time. */
function thinned(curve: readonly [number, number][]): [number, number][] {
  const end = curve.at(-1)!
  const kept: [number, number][] = [curve[0]]
  for (const point of curve)
    if (kept.at(-1)![1] - point[1] >= 0.005 || point[0] - kept.at(-1)![0] >= 0.02 * end[0])
      kept.push(point)
  if (kept.at(-1) !== end) kept.push(end)
  return kept
}

/**
 * Share of its water that a film still holds at an hour, from its curve.
 * @example retainedAt([[0, 1], [10, 0]], 5) // 0.5
 */
export function retainedAt(curve: Drying['curve'], h: number): number {
  const i = curve.findIndex((p) => p[0] >= h)
  if (i === 0) return curve[0][1]
  if (i < 0) return curve.at(-1)![1]
  const [a, b] = [curve[i - 1], curve[i]]
  return a[1] + ((b[1] - a[1]) * (h - a[0])) / Math.max(1e-12, b[0] - a[0])
}

/** Hours until a film holds no more than a share of its water; null: not on its curve. */
export function hoursUntil(curve: Drying['curve'], share: number): number | null {
  const i = curve.findIndex((p) => p[1] <= share)
  if (i < 0) return null
  if (i === 0) return 0
  const [a, b] = [curve[i - 1], curve[i]]
  return a[0] + ((b[0] - a[0]) * (a[1] - share)) / Math.max(1e-12, a[1] - b[1])
}
