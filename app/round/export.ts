import {
  BufferAttribute,
  BufferGeometry,
  Color,
  Group,
  Mesh,
  MeshStandardMaterial,
  SRGBColorSpace
} from 'three'
import type { RoundModel, RoundPart } from '../../core/plan/round/types'

/** A model in metres, as its format wants it, y up: closed bodies with plain materials. */
function sceneOf({ parts, tables }: RoundModel): Group {
  const root = new Group()
  root.name = 'Model'
  root.rotation.x = -Math.PI / 2
  root.scale.setScalar(0.001)
  for (const part of parts) {
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(part.xyz, 3))
    geometry.setIndex(new BufferAttribute(part.triangles, 1))
    geometry.computeVertexNormals()
    const own = part.table === undefined ? null : tables[part.table]
    const material = new MeshStandardMaterial({
      name: part.name,
      roughness: ROUGH[part.kind] ?? 0.9
    })
    if (part.colours) {
      geometry.setAttribute('color', new BufferAttribute(linearOf(part.colours), 3))
      material.vertexColors = true
    } else if (own) {
      const k = 3 * Math.round(own.columns * 0.6)
      material.color.setRGB(
        own.rgb[k] / 255,
        own.rgb[k + 1] / 255,
        own.rgb[k + 2] / 255,
        SRGBColorSpace
      )
    } else material.color.set(part.colour)
    if (CLEAR[part.kind]) {
      material.transparent = true
      material.opacity = CLEAR[part.kind]!
    }
    const mesh = new Mesh(geometry, material)
    mesh.name = part.name
    root.add(mesh)
  }
  return root
}
const ROUGH: Partial<Record<RoundPart['kind'], number>> = {
  water: 0.08,
  run: 0.1,
  fall: 0.15,
  crest: 0.12
}
const CLEAR: Partial<Record<RoundPart['kind'], number>> = {
  water: 0.86,
  run: 0.8,
  fall: 0.7,
  splash: 0.7,
  mist: 0.3,
  dam: 0.4
}

function linearOf(colours: Uint8Array): Float32Array {
  const one = new Color()
  const table = Float32Array.from(
    { length: 256 },
    (_, v) => one.setRGB(v / 255, 0, 0, SRGBColorSpace).r
  )
  return Float32Array.from(colours, (v) => table[v])
}

/** The model as binary glTF, with materials. */
export async function toGlb(model: RoundModel): Promise<Uint8Array> {
  const { GLTFExporter } = await import('three/examples/jsm/exporters/GLTFExporter.js')
  const made = await new GLTFExporter().parseAsync(sceneOf(model), { binary: true })
  return new Uint8Array(made as ArrayBuffer)
}

/** The model as binary STL, millimetres: its solid parts one beside the other. */
export async function toStl(model: RoundModel): Promise<Uint8Array> {
  const { STLExporter } = await import('three/examples/jsm/exporters/STLExporter.js')
  const root = sceneOf({ ...model, parts: model.parts.filter((p) => p.kind !== 'mist') })
  root.rotation.x = 0
  root.scale.setScalar(1)
  root.updateMatrixWorld(true)
  const bytes = new STLExporter().parse(root, { binary: true })
  return new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength)
}
