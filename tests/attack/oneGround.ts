import { poolsOf, type Build } from '../../core/build/types'
import { fieldAt } from '../../core/physics/shape/heightField'
import { insideRing, type Point2 } from '../../core/physics/shape/polygon'
import { cutList } from '../../core/plan/beside/cutList'
import { landOf, wholeGround } from '../../core/plan/beside/landOf'
import { groundStage, type GroundPlan } from '../../core/plan/1-ground/groundStage'
import type { Plan } from '../../core/plan/derivePlan'

/** Foam as it is mostly bought, and the middle of a shop's boards, mm. */
const SHEET_MM = 20
/** The section is looked at in so many places. */
const PLACES = 60

/**
 * Where the section shows ground, the stack of sheets and the model in the round have ground: looked
 * for at places along the section. What lies a cell to either side is as good, since both are made of
 * cells and a cliff falls between two of them.
 *
 * @param withinMm  what is lower by less is as good
 * @returns the first place without, in words; null where there is none
 */
export function groundMissing(
  build: Build,
  { forms }: Pick<Plan, 'forms'>,
  withinMm: number
): string | null {
  const ground = groundStage(build)
  const whole = wholeGround(build, ground, forms)
  const { widthMm, depthMm } = build.base
  const boardMm = [widthMm + 50, depthMm + 50] as const
  const carved = landOf(build, ground, forms)
  const list = cutList(build, ground, forms, SHEET_MM, boardMm)
  const top = (at: Point2) =>
    list.sheets.reduce(
      (high, { fromMm, outlines }) =>
        outlines.filter((ring) => insideRing(at, ring)).length % 2 === 1
          ? Math.max(high, fromMm + SHEET_MM)
          : high,
      0
    )
  for (const { at, zMm } of alongSection(build, ground, whole.cellMm)) {
    const near = around(at, whole.cellMm).filter(
      ([x, y]) => x >= 0 && y >= 0 && x <= widthMm && y <= depthMm
    )
    const shown = `the section shows ground at ${zMm.toFixed(1)} mm over ${at.map((v) => v.toFixed(1)).join(' / ')}`
    const round = highest(near, (p) => fieldAt(whole, p))
    if (round < zMm - withinMm) return `${shown}, in the round it is ${round.toFixed(1)}`
    const foam = highest(near, (p) => fieldAt(carved, p))
    const sheets = highest(near, top)
    if (sheets < Math.min(foam, zMm - build.ground.shellMm) - withinMm)
      return `${shown}, its sheets end at ${sheets.toFixed(1)}`
  }
  return null
}

const highest = (places: readonly Point2[], of: (at: Point2) => number) =>
  places.reduce((high, at) => Math.max(high, of(at)), -Infinity)

/** A place and those a cell away from it. */
const around = ([x, y]: Point2, cellMm: number): Point2[] =>
  [-1, 0, 1].flatMap((r) => [-1, 0, 1].map((c): Point2 => [x + c * cellMm, y + r * cellMm]))

/**
 * Places along the section that lie on the base, under one water at most, with the lowest ground that is drawn within a cell of
 * each, mm.
 */
function alongSection(
  build: Build,
  ground: GroundPlan,
  cellMm: number
): { at: Point2; zMm: number }[] {
  const { section, base } = build
  const { ground: line, lengthMm } = ground.section
  const { from, to } = section
  const heightAt = (s: number): number => {
    const i = Math.max(
      1,
      line.findIndex((p) => p[0] >= s)
    )
    const [[s0, z0], [s1, z1]] = [line[i - 1], line[i]]
    return s1 === s0 ? Math.min(z0, z1) : z0 + ((s - s0) / (s1 - s0)) * (z1 - z0)
  }
  // two waters dipped at one place have no one ground; it is said where they lie
  const rings = poolsOf(build).map((p) => p.outline.map((c): Point2 => [c.x, c.y]))
  const twice = (at: Point2) => rings.filter((ring) => insideRing(at, ring)).length > 1
  if (line.length < 2) return []
  return Array.from({ length: PLACES }, (_, k) => ((k + 0.5) / PLACES) * lengthMm).flatMap((s) => {
    const at: Point2 = [
      from[0] + (s / lengthMm) * (to[0] - from[0]),
      from[1] + (s / lengthMm) * (to[1] - from[1])
    ]
    const inside = (v: number, size: number) => v >= cellMm && v <= size - cellMm
    const on = inside(at[0], base.widthMm) && inside(at[1], base.depthMm) && !twice(at)
    const [first, last] = [Math.max(0, s - cellMm), Math.min(lengthMm, s + cellMm)]
    const drawn = line.filter(([t]) => t > first && t < last).map(([, z]) => z)
    return on ? [{ at, zMm: Math.min(heightAt(first), heightAt(s), heightAt(last), ...drawn) }] : []
  })
}
