import { BufferAttribute, BufferGeometry, Color, SRGBColorSpace } from 'three'
import type { RoundPart } from '../../core/plan/round/types'

/**
 * A part as it is drawn: its upper surface smooth, its walls flat, its underside left out where
 * nobody sees it. The part itself stays the closed body that it is.
 */
export function geometryOf(part: RoundPart): BufferGeometry {
  const geometry = new BufferGeometry()
  const { tops } = part
  const white = part.white ?? new Float32Array(part.xyz.length / 3)
  if (tops === undefined) {
    geometry.setAttribute('position', new BufferAttribute(part.xyz, 3))
    geometry.setAttribute('white', new BufferAttribute(white, 1))
    geometry.setIndex(new BufferAttribute(part.triangles, 1))
    geometry.computeVertexNormals()
    return geometry
  }
  const { xyz, triangles } = part
  const upper: number[] = []
  const walls: number[] = []
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]]
    const up = turnOf(xyz, a, b, c)
    if (a < tops && b < tops && c < tops && up > 0) upper.push(a, b, c)
    else if (up > -1e-9) walls.push(a, b, c)
  }
  const size = tops + walls.length
  const position = new Float32Array(3 * size)
  position.set(xyz.subarray(0, 3 * tops))
  walls.forEach((i, k) => position.set(xyz.subarray(3 * i, 3 * i + 3), 3 * (tops + k)))
  geometry.setAttribute('position', new BufferAttribute(position, 3))
  geometry.setAttribute('white', new BufferAttribute(new Float32Array(size), 1))
  geometry.setIndex([...upper, ...walls.map((_, k) => tops + k)])
  geometry.computeVertexNormals()
  if (part.colours) {
    const colours = new Uint8Array(3 * size)
    colours.set(part.colours.subarray(0, 3 * tops))
    walls.forEach((i, k) => colours.set(part.colours!.subarray(3 * i, 3 * i + 3), 3 * (tops + k)))
    geometry.setAttribute('color', new BufferAttribute(linear(colours), 3, true))
  }
  return geometry
}

/** Twice the area of a triangle as it is seen from above; below 0: seen from below. */
function turnOf(xyz: Float32Array, a: number, b: number, c: number): number {
  const [ax, ay] = [xyz[3 * a], xyz[3 * a + 1]]
  return (xyz[3 * b] - ax) * (xyz[3 * c + 1] - ay) - (xyz[3 * c] - ax) * (xyz[3 * b + 1] - ay)
}

/** Colours as light, not as a screen is told them: in 65,535 steps. */
function linear(colours: Uint8Array): Uint16Array {
  const one = new Color()
  const table = Uint16Array.from({ length: 256 }, (_, v) =>
    Math.round(65_535 * one.setRGB(v / 255, 0, 0, SRGBColorSpace).r)
  )
  return Uint16Array.from(colours, (v) => table[v])
}
