import { landFieldOf } from '../../build/land'
import { poolsOf, type Build } from '../../build/types'
import { boxOf } from '../../physics/shape/grid'
import { heightAt } from '../../physics/shape/heightAt'
import { stretched } from '../../physics/shape/harmonic'
import { eachPlace, flatField, type HeightField } from '../../physics/shape/heightField'
import { evenly, insideRing, signedArea, type Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import type { FormsPlan } from '../2-forms/formsStage'

/** Banks stand this much over a brim, mm. Common practice, no source. */
const BANK_MM = 2
/** Over running water more: it surges. Common practice, no source. */
const RUN_BANK_MM = 5
/** Land rises from a bank by so much a millimetre, up to so much over it. Common practice, no source. */
const RISES = 0.3
const HIGHER_MM = 22
/** How far outside a water its bank is laid, mm. */
const BESIDE_MM = 4

/** A line along a water, and how high its bank stands there. */
interface Bank {
  line: Point2[]
  zMm: (share: number) => number
}

/**
 * Land that fits its waters: banks as high as their brims, gorges along runs, cliffs beside falls, and
 * between them a skin stretched from one to the other that rises away from the water.
 *
 * @returns heights over the base; as it is now where no water has an edge
 */
export function grownLand(
  build: Build,
  ground: GroundPlan,
  { reaches }: Pick<FormsPlan, 'reaches'>
): HeightField {
  const banks = [...poolBanks(build), ...dammedEdges(build, ground), ...runBanks(reaches)]
  if (banks.length === 0) return landFieldOf(build)
  const size = flatField(build.base, NaN)
  const known = size.zMm
  const edges: Point2[] = []
  for (const { line, zMm } of banks) {
    const lengthMm = line
      .slice(1)
      .reduce((sum, p, i) => sum + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0)
    const steps = Math.max(1, Math.ceil((2 * lengthMm) / size.cellMm))
    evenly(line, steps).forEach((at, k) => {
      eachPlace(size, boxOf([at], 0.5001 * size.cellMm), (i) => {
        const z = Math.max(0, zMm(k / steps))
        if (z !== z) return
        // where two waters meet the lower one is not dammed up, and the upper one is held
        known[i] = known[i] === known[i] ? Math.max(known[i], z) : z
      })
      if (k % 4 === 0) edges.push(at)
    })
  }
  const skin = stretched(size, known)
  return { ...size, zMm: evened(size, risen(build, size, skin, edges)) }
}

/** The steps of a line drawn on square places are evened out so often. */
const ROUNDS = 3

/** Each place as the mean of the nine about it, a few times over. */
function evened({ cols, rows }: HeightField, given: Float32Array): Float32Array {
  let z = given
  for (let round = 0; round < ROUNDS; round++) {
    const from = z
    z = from.map((_, i) => {
      const [c, r] = [i % cols, Math.floor(i / cols)]
      let [sum, count] = [0, 0]
      for (let y = Math.max(0, r - 1); y <= Math.min(rows - 1, r + 1); y++)
        for (let x = Math.max(0, c - 1); x <= Math.min(cols - 1, c + 1); x++) {
          sum += from[y * cols + x]
          count++
        }
      return sum / count
    })
  }
  return z
}

/** Away from every water the skin rises; in the water itself it stays. */
function risen(
  build: Build,
  size: HeightField,
  skin: Float32Array,
  edges: readonly Point2[]
): Float32Array {
  const rings = poolsOf(build).map((p) => p.outline.map((c): Point2 => [c.x, c.y]))
  const far = HIGHER_MM / RISES
  const best = new Float32Array(skin.length).fill(far)
  for (const at of edges)
    eachPlace(size, boxOf([at], far), (i, x, y) => {
      const d = Math.hypot(x - at[0], y - at[1])
      if (d < best[i]) best[i] = d
    })
  const { cellMm, cols } = size
  return skin.map((z, i) => {
    const at: Point2 = [(i % cols) * cellMm, Math.floor(i / cols) * cellMm]
    if (best[i] < BESIDE_MM || rings.some((ring) => insideRing(at, ring))) return z
    const share = Math.min(1, best[i] / far)
    // steep at first, then a rounded top
    return z + HIGHER_MM * share * (2 - share) * 0.5
  })
}

/** Along the shores of pools and just outside them; dams stand by themselves. */
const poolBanks = (build: Build): Bank[] =>
  poolsOf(build).flatMap((pool) => {
    const way = signedArea(pool.outline.map((c): Point2 => [c.x, c.y])) >= 0 ? 1 : -1
    return pool.outline.flatMap((corner, i): Bank[] => {
      if (corner.edge !== 'shore') return []
      const next = pool.outline[(i + 1) % pool.outline.length]
      const [from, to] = [corner.z ?? pool.brimMm, next.z ?? pool.brimMm].map(
        (z) => Math.max(z, pool.levelMm) + BANK_MM
      )
      const zMm = (share: number) => from + share * (to - from)
      const [ux, uy] = [next.x - corner.x, next.y - corner.y]
      const out = (way * BESIDE_MM) / (Math.hypot(ux, uy) || 1)
      return [0, out].map((by) => ({
        line: [
          [corner.x + by * uy, corner.y - by * ux],
          [next.x + by * uy, next.y - by * ux]
        ],
        zMm
      }))
    })
  })

/** Under a dam the land is as high as the bed it closes: it falls away only beyond. */
const dammedEdges = (build: Build, ground: GroundPlan): Bank[] =>
  poolsOf(build).flatMap((pool) => {
    const surface = ground.pools.find((g) => g.id === pool.id)?.surface
    if (!surface) return []
    return pool.outline.flatMap((corner, i): Bank[] => {
      if (corner.edge !== 'dam') return []
      const next = pool.outline[(i + 1) % pool.outline.length]
      const at = (share: number): Point2 => [
        corner.x + share * (next.x - corner.x),
        corner.y + share * (next.y - corner.y)
      ]
      return [
        {
          line: [at(0), at(1)],
          zMm: (share) => heightAt(surface, at(Math.min(0.999, Math.max(0.001, share)))) ?? NaN
        }
      ]
    })
  })

/** Along both sides of runs, over the water there. */
const runBanks = (reaches: FormsPlan['reaches']): Bank[] =>
  reaches.flatMap(({ stations, widthMm }) =>
    stations.length < 2
      ? []
      : ([-2, -1, 1, 2] as const).map((side): Bank => {
          const half = (widthMm / 2 + Math.abs(side) * BESIDE_MM) / Math.abs(side)
          const line = stations.map((s, i): Point2 => {
            const [a, b] = [
              stations[Math.max(0, i - 1)],
              stations[Math.min(stations.length - 1, i + 1)]
            ]
            const [ux, uy] = [b.at[0] - a.at[0], b.at[1] - a.at[1]]
            const length = Math.hypot(ux, uy) || 1
            return [s.at[0] - (side * half * uy) / length, s.at[1] + (side * half * ux) / length]
          })
          return {
            line,
            zMm: (share) => {
              const at = stations[0].sMm + share * (stations.at(-1)!.sMm - stations[0].sMm)
              const next = stations.findIndex((s) => s.sMm >= at)
              const [a, b] = [stations[Math.max(0, next - 1)], stations.at(next)!]
              const t = b.sMm > a.sMm ? (at - a.sMm) / (b.sMm - a.sMm) : 1
              return a.surfaceMm + t * (b.surfaceMm - a.surfaceMm) + RUN_BANK_MM
            }
          }
        })
  )
