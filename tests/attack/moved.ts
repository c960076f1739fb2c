import type { Build, Side, Water } from '../../core/build/types'

/** How a whole scene is moved: where a point of the base goes, what a heading becomes, and what the base is then. */
export interface Move {
  at: (x: number, y: number, base: Build['base']) => [number, number]
  headingDeg: (deg: number) => number
  side: (side: Side) => Side
  turned: boolean
}

const same = (side: Side) => side
/** Left becomes right. */
export const MIRRORED: Move = {
  at: (x, y, { widthMm }) => [widthMm - x, y],
  headingDeg: (deg) => 180 - deg,
  side: (side) => ({ left: 'right', right: 'left', front: 'front', back: 'back' })[side] as Side,
  turned: false
}
/** A quarter turn to the left: what was deep is wide. */
export const TURNED: Move = {
  at: (x, y, { depthMm }) => [depthMm - y, x],
  headingDeg: (deg) => deg + 90,
  side: (side) => ({ front: 'right', right: 'back', back: 'left', left: 'front' })[side] as Side,
  turned: true
}
/** All by so much, mm. */
export const shiftedBy = (dx: number, dy: number): Move => ({
  at: (x, y) => [x + dx, y + dy],
  headingDeg: (deg) => deg,
  side: same,
  turned: false
})

const wrapped = (deg: number) => ((((deg + 180) % 360) + 360) % 360) - 180

/** A scene of flat land moved as a whole; land that was sculpted and photographs are not. */
export function moved(build: Build, { at, headingDeg, side, turned }: Move): Build {
  const { base } = build
  const put = <T extends { x: number; y: number }>(item: T): T => {
    const [x, y] = at(item.x, item.y, base)
    return { ...item, x, y }
  }
  const facing = (deg: number) => wrapped(headingDeg(deg))
  const point = ([x, y]: readonly [number, number]) => at(x, y, base)
  const water = (w: Water): Water => {
    if (w.kind === 'pool') {
      const soundings = w.soundings.map(([x, y, z]): [number, number, number] => [
        ...at(x, y, base),
        z
      ])
      return { ...w, outline: w.outline.map(put), soundings, standing: w.standing.map(put) }
    }
    if (w.kind === 'fall')
      return w.outlet
        ? { ...w, outlet: { ...put(w.outlet), headingDeg: facing(w.outlet.headingDeg) } }
        : w
    if (w.kind === 'reach') return { ...w, path: w.path.map(put), boulders: w.boulders.map(put) }
    const turnedTo = { ...w, headingDeg: facing(w.headingDeg) }
    if (turnedTo.kind === 'sea')
      return { ...turnedTo, crest: turnedTo.crest && put(turnedTo.crest) }
    return put(turnedTo)
  }
  return {
    ...build,
    base: turned ? { widthMm: base.depthMm, depthMm: base.widthMm } : base,
    waters: build.waters.map(water),
    meets: build.meets.map(side),
    section: { from: point(build.section.from), to: point(build.section.to) },
    laid: build.laid.map((l) => (l.zone ? { ...l, zone: l.zone.map(point) } : l))
  }
}
