import type { Point2 } from '../../physics/shape/polygon'

/** Sculpted land is drawn along a line at places no farther apart than this, mm. */
const APART_MM = 2

/** Land along a line between two places of it, both left out: along it and up, mm. */
export function landLine(heightAt: (s: number) => number, from: number, to: number): Point2[] {
  const pieces = Math.ceil((to - from) / APART_MM)
  return Array.from({ length: Math.max(0, pieces - 1) }, (_, i): Point2 => {
    const s = from + ((to - from) * (i + 1)) / pieces
    return [s, heightAt(s)]
  })
}
