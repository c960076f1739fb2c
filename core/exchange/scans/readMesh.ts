import { COMING_IN } from '../../build/file/comingIn'
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js'
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'

/** A scan as a soup of triangles: nine numbers each, in the file's own unit. */
export interface Mesh {
  xyz: Float32Array
  triangles: number
  /** Triangles that were left out because a coordinate was no number. */
  dropped: number
  /** Edges and points that belong to no face, and faces of fewer than three corners: left out. */
  loose: number
}

export type ScanKind = 'stl' | 'obj' | 'png' | 'csv'

const LONGEST_SCAN = COMING_IN.scan.bytes
const STL_HEAD = 84
const STL_TRIANGLE = 50

/** What kind of scan a file is, by its name. @example scanKind('Weir.STL') // "stl" */
export function scanKind(name: string): ScanKind | null {
  const ending = /\.([a-z]+)$/i.exec(name)?.[1].toLowerCase()
  if (ending === 'stl' || ending === 'obj' || ending === 'png' || ending === 'csv') return ending
  return ending === 'txt' || ending === 'tsv' ? 'csv' : null
}

/**
 * Refuses a file by its length, before a byte of it is read.
 * @throws RangeError with the length and what is allowed
 */
export function refuseLength(bytes: number): void {
  if (bytes === 0) throw new RangeError('file: it is empty')
  if (bytes > LONGEST_SCAN)
    throw new RangeError(
      `file: it is ${Math.round(bytes / 1e6)} MB long; a scan is at most ${LONGEST_SCAN / 1e6} MB. Thin it in the scanner’s program first`
    )
}

/**
 * Reads an STL, binary or text.
 *
 * @throws RangeError when it is none, ends early, or holds no triangle
 */
export function readStl(bytes: ArrayBuffer): Mesh {
  refuseLength(bytes.byteLength)
  if (!startsAsText(bytes)) return soup(binaryTriangles(bytes))
  try {
    return soup(new STLLoader().parse(bytes).getAttribute('position').array as Float32Array)
  } catch (error) {
    if (error instanceof RangeError && error.message.startsWith('file: ')) throw error
    throw new RangeError(
      `file: it holds no triangle that can be read: ${error instanceof Error ? error.message.slice(0, 100) : 'it is no STL'}`
    )
  }
}

/** A triangle of a binary STL: its normal comes first, twelve bytes, then its corners. */
const STL_CORNERS_AT = 12

/**
 * Corners of a binary STL, as they stand in it: read straight into the one array that is wanted,
 * for a scan has millions
 * of them and its normals are of no use here.
 *
 * @throws RangeError when it ends early or holds no triangle
 */
function binaryTriangles(bytes: ArrayBuffer): Float32Array {
  if (bytes.byteLength < STL_HEAD)
    throw new RangeError('file: it is no STL: too short for its head of 84 bytes')
  const view = new DataView(bytes)
  const told = view.getUint32(80, true)
  if (STL_HEAD + told * STL_TRIANGLE > bytes.byteLength)
    throw new RangeError(
      `file: its head tells of ${told} triangles, and it ends after ${Math.floor((bytes.byteLength - STL_HEAD) / STL_TRIANGLE)}: it is cut off, or no STL`
    )
  if (told === 0) throw new RangeError('file: the STL holds no triangle')
  const after = bytes.byteLength - STL_HEAD - told * STL_TRIANGLE
  if (after > Math.max(1e6, told * STL_TRIANGLE))
    throw new RangeError(
      `file: its head tells of ${told} triangles, and ${Math.round(after / 1e6)} MB more follow that it says nothing of`
    )
  const xyz = new Float32Array(9 * told)
  for (let triangle = 0; triangle < told; triangle++) {
    const at = STL_HEAD + triangle * STL_TRIANGLE + STL_CORNERS_AT
    for (let k = 0; k < 9; k++) xyz[9 * triangle + k] = view.getFloat32(at + 4 * k, true)
  }
  return xyz
}

/** Text STLs begin with "solid" and speak of a facet soon after; some binary ones begin with "solid" too. */
function startsAsText(bytes: ArrayBuffer): boolean {
  const head = String.fromCharCode(...new Uint8Array(bytes.slice(0, 1024)))
  return /^\s*solid\b/.test(head) && /\bfacet\b|\bendsolid\b/.test(head)
}

/** A line of an OBJ that draws an edge or points, or a face that is none; it may go on after a backslash. */
const LOOSE = /^[ \t]*(?:[lp][ \t](?:\\\r?\n|.)*|f[ \t]+\S+(?:[ \t]+\S+)?[ \t\r]*)$/gm

/**
 * Reads an OBJ. Edges and points that stand beside faces are left out and counted: they are no surface.
 *
 * @throws RangeError when it holds no face
 * @source Wavefront OBJ, elements p, l and f; written from memory
 */
export function readObj(given: string): Mesh {
  refuseLength(given.length)
  let loose = 0
  const text = given.replace(LOOSE, () => {
    loose++
    return ''
  })
  const arrays: Float32Array[] = []
  let group
  try {
    group = new OBJLoader().parse(text)
  } catch (error) {
    throw new RangeError(
      `file: it cannot be read as an OBJ: ${error instanceof Error ? error.message.slice(0, 100) : 'it is something else'}`
    )
  }
  for (const child of group.children) {
    const geometry = (
      child as {
        geometry?: { getAttribute: (name: string) => { array: ArrayLike<number> } | undefined }
      }
    ).geometry
    const position = geometry?.getAttribute('position')
    if (position && (child as { isMesh?: boolean }).isMesh)
      arrays.push(Float32Array.from(position.array))
  }
  const all = new Float32Array(arrays.reduce((sum, a) => sum + a.length, 0))
  let at = 0
  for (const a of arrays) {
    all.set(a, at)
    at += a.length
  }
  return { ...soup(all), loose }
}

function soup(xyz: Float32Array): Mesh {
  let kept = 0
  const whole = Math.floor(xyz.length / 9)
  for (let t = 0; t < whole; t++) {
    let fine = true
    for (let k = 9 * t; k < 9 * t + 9; k++) if (!(Math.abs(xyz[k]) < 1e7)) fine = false
    if (!fine) continue
    if (kept !== t) xyz.copyWithin(9 * kept, 9 * t, 9 * t + 9)
    kept++
  }
  if (kept === 0)
    throw new RangeError(
      whole > 0
        ? 'file: none of its triangles has coordinates that are numbers'
        : 'file: it holds no triangle'
    )
  return { xyz: xyz.subarray(0, 9 * kept), triangles: kept, dropped: whole - kept, loose: 0 }
}
