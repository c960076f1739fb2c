import { lastAnswers } from '../../physics/solve/lastAnswers'
import type { Pool } from '../../build/types'
import type { PoolGround } from '../1-ground/poolGround'
import { drawnOutline } from '../1-ground/outline'
import type { Dam } from '../../craft/materials/types'
import { pairOf, type Pair } from '../../craft/materials/pairs'
import { BOW_LIMIT_MM, damBow } from '../../physics/stuff/dams/bow'
import { leakTest, type LeakTest } from '../../physics/stuff/dams/leakTest'
import { lip } from '../../physics/stuff/dams/lip'

/** One straight stretch of dam under its own depth. */
export interface DamSpan {
  corner: string
  spanMm: number
  depthMm: number
  bowMm: number
  braces: number
  braceEveryMm: number
}

export interface DamPlan {
  dam: string
  lengthMm: number
  spans: DamSpan[]
  /** Largest bow without braces, and with those that are asked for, mm. */
  bowMm: number
  bracedBowMm: number
  braces: number
  /** Resin that the bow takes in once it is braced, ml. */
  extraMl: number
  /** How high the resin climbs the wall, mm: what there is to trim. */
  lipMm: number
  release: Pair | null
  beadMl: number
  leakTest: LeakTest
}

/**
 * Surface tension of epoxy, N/m, as in docs/models.md, `lip`; contact on plastic, degrees, typical,
 * from memory.
 */
const RESIN_NM = 0.036
const CONTACT_DEG = 35
/**
 * Depths and spans are taken up to the next of these, mm, so that dragging a level asks for few new
 * plates: it errs to the safe side.
 */
const ROUND_MM = { depth: 0.5, span: 2 }
const MOST_BRACES = 60

const known = lastAnswers<ReturnType<typeof damBow>>(2000)

function bowFor(
  dam: Dam,
  depthMm: number,
  spanMm: number,
  liquidGCm3: number
): ReturnType<typeof damBow> {
  const heightMm = Math.ceil(depthMm / ROUND_MM.depth - 1e-9) * ROUND_MM.depth
  const span = Math.ceil(spanMm / ROUND_MM.span - 1e-9) * ROUND_MM.span
  const key = [
    dam.thicknessMm,
    dam.modulusGPa,
    dam.edges,
    heightMm,
    span,
    liquidGCm3.toFixed(2)
  ].join('/')
  const there = known.get(key)
  if (there) return there
  const found = damBow({
    heightMm,
    spanMm: span,
    thicknessMm: dam.thicknessMm,
    modulusGPa: dam.modulusGPa,
    liquidGCm3,
    edges: dam.edges
  })
  known.set(key, found)
  return found
}

/** Depth of the water along an edge at its deeper end or any dip on it, mm. */
function depthAlong(
  ground: PoolGround,
  a: { x: number; y: number },
  b: { x: number; y: number }
): number {
  const { xyz, outlineCount } = ground.vessel!.surface
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  let deepest = 0
  for (let i = 0; i < outlineCount; i++) {
    const [x, y, z] = [xyz[3 * i], xyz[3 * i + 1], xyz[3 * i + 2]]
    const off = Math.abs((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) / length
    const along = ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / length
    if (off < 0.2 && along > -0.2 && along < length + 0.2)
      deepest = Math.max(deepest, ground.levelMm - z)
  }
  return deepest
}

/**
 * What a pool's dam does and asks for: its bow edge by edge under the real depth, the braces that
 * keep it within half a
 * millimetre, the resin it costs, the lip to trim, what comes off what, and the leak test. Null
 * where nothing is dammed.
 *
 * @param liquidGCm3  density of the resin
 * @param gelMin      until it gels, min
 */
export function damPlan(
  pool: Pool,
  ground: PoolGround,
  dam: Dam,
  liquidGCm3: number,
  gelMin: number
): DamPlan | null {
  const { corners, from, shore } = drawnOutline(pool.outline, pool.brimMm)
  const spans: DamSpan[] = []
  let lengthMm = 0
  let extraMl = 0
  let bracedBowMm = 0
  corners.forEach((a, i) => {
    if (shore[i]) return
    const b = corners[(i + 1) % corners.length]
    const spanMm = Math.hypot(b.x - a.x, b.y - a.y)
    lengthMm += spanMm
    const depthMm = depthAlong(ground, a, b)
    if (depthMm <= 0.05) return
    const whole = bowFor(dam, depthMm, spanMm, liquidGCm3)
    const pieces =
      whole.bowMm > BOW_LIMIT_MM
        ? Math.min(MOST_BRACES, Math.ceil(spanMm / Math.max(whole.braceEveryMm, 1) - 1e-9))
        : 1
    const braced = pieces > 1 ? bowFor(dam, depthMm, spanMm / pieces, liquidGCm3) : whole
    extraMl += braced.extraMl * pieces
    bracedBowMm = Math.max(bracedBowMm, braced.bowMm)
    spans.push({
      corner: pool.outline[from[i]].id,
      spanMm,
      depthMm,
      bowMm: whole.bowMm,
      braces: pieces - 1,
      braceEveryMm: spanMm / pieces
    })
  })
  if (lengthMm === 0) return null
  return {
    dam: dam.id,
    lengthMm,
    spans,
    bowMm: Math.max(0, ...spans.map((s) => s.bowMm)),
    bracedBowMm,
    braces: spans.reduce((sum, s) => sum + s.braces, 0),
    extraMl,
    lipMm: lip(RESIN_NM, liquidGCm3, CONTACT_DEG).riseMm,
    release: pairOf('two-part', dam.face),
    beadMl: (dam.bead.mlPerM * lengthMm) / 1000,
    leakTest: leakTest(ground.lowestMm, ground.levelMm, ground.areaMm2, gelMin)
  }
}
