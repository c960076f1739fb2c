import { BufferAttribute, BufferGeometry, Mesh } from 'three'
import { STLExporter } from 'three/examples/jsm/exporters/STLExporter.js'
import type { Solid } from '../../plan/templates/types'

/** A solid as binary STL, millimetres. */
export function solidStl(solid: Solid): Uint8Array {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(Float32Array.from(solid.xyz), 3))
  geometry.setIndex(new BufferAttribute(solid.triangles, 1))
  const bytes = new STLExporter().parse(new Mesh(geometry), { binary: true })
  return new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength)
}
