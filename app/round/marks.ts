import {
  BufferAttribute,
  BufferGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial
} from 'three'
import type { InHand } from '../../core/plan/round/inHand'
import type { RoundPart } from '../../core/plan/round/types'

const MARK = 0xc99a3c
/** Heads of the arrows: as long as this share of a stroke. */
const HEAD = 0.3

/** What is in hand: a wash over the parts it is done on, and arrows which way the brush goes. */
export function markedOf(
  { on, strokes }: InHand,
  parts: readonly { mesh: Mesh; part: RoundPart }[]
): Group {
  const group = new Group()
  const wash = new MeshBasicMaterial({
    color: MARK,
    transparent: true,
    opacity: strokes.length > 0 ? 0.22 : 0.4,
    depthWrite: false,
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -2
  })
  for (const { mesh, part } of parts)
    if (on.kinds.includes(part.kind) && (on.water === null || part.water === on.water))
      group.add(new Mesh(mesh.geometry, wash))
  if (strokes.length > 0) {
    const lines = new BufferGeometry()
    lines.setAttribute('position', new BufferAttribute(arrowsOf(strokes), 3))
    group.add(new LineSegments(lines, new LineBasicMaterial({ color: 0x9c3b22 })))
  }
  return group
}

/** Each arrow is three pieces of line. */
function arrowsOf(strokes: InHand['strokes']): Float32Array {
  const places: number[] = []
  for (const { from, to } of strokes) {
    const [dx, dy, dz] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
    // its head lies aside of it on the level, or along the fall's lip
    const flat = Math.hypot(dx, dy) || 1
    const long = HEAD * Math.hypot(dx, dy, dz) * 0.5
    const [sx, sy] = [(-dy / flat) * long, (dx / flat) * long]
    const neck = [to[0] - HEAD * dx, to[1] - HEAD * dy, to[2] - HEAD * dz]
    places.push(...from, ...to)
    places.push(...to, neck[0] + sx, neck[1] + sy, neck[2])
    places.push(...to, neck[0] - sx, neck[1] - sy, neck[2])
  }
  return Float32Array.from(places)
}
