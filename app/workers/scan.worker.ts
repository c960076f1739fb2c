import { expose } from 'comlink'
import './refusals'
import { packLand, type Grounded, type Land } from '../../core/build/land'
import { landFromGrid } from '../../core/build/landEdits'
import { readSoundings, type TableTaken } from '../../core/exchange/soundingsTable'
import { textOf } from '../../core/exchange/textOf'
import { insideRing, distanceToRing, type Point2 } from '../../core/physics/shape/polygon'
import type { Sounding } from '../../core/physics/shape/surface'
import {
  extentOf,
  gridFromMesh,
  type Extent,
  type HeightGrid,
  type Placement
} from '../../core/exchange/scans/heightGrid'
import {
  gridFromMap,
  readHeightMap,
  type HeightMap,
  type MapPlacement
} from '../../core/exchange/scans/heightMap'
import {
  readObj,
  readStl,
  refuseLength,
  type Mesh,
  type ScanKind
} from '../../core/exchange/scans/readMesh'
import { thinned, type ThinnedScan } from '../../core/exchange/scans/thin'

/** What a scan turned out to be. */
export interface ScanSeen {
  scan: ScanKind
  triangles: number
  dropped: number
  loose: number
  pixels: [number, number] | null
  /** Where a height map says that it lies. */
  says: MapPlacement | null
  extents: { y: Extent; z: Extent } | null
  soundings: number
  /** How a table of soundings was understood. */
  taken: TableTaken | null
}

/** How a scan is laid on the base, and the pools it is read for. */
export interface ScanLaying {
  placement: Placement | null
  map: MapPlacement | null
  pools: { id: string; name: string; ring: Point2[] }[]
  /** The land that it is to become; null: it is read for pools. */
  land: Grounded | null
}

/** What was read for each pool, or why nothing was. */
export interface Laid {
  pools: { id: string; name: string; scan: ThinnedScan | null; problem: string }[]
  /** The land as the file has it. */
  land: { land: Land; coveredPct: number; holesPct: number; clippedPct: number } | null
  tookMs: number
}

type Progress = (share: number, doing: string) => void

let mesh: Mesh | null = null
let picture: HeightMap | null = null
let dips: Sounding[] = []

function read(scan: ScanKind, bytes: ArrayBuffer, progress: Progress): ScanSeen {
  mesh = null
  picture = null
  dips = []
  refuseLength(bytes.byteLength)
  const seen: ScanSeen = {
    scan,
    triangles: 0,
    dropped: 0,
    loose: 0,
    pixels: null,
    says: null,
    extents: null,
    soundings: 0,
    taken: null
  }
  if (scan === 'csv') {
    const { soundings, faults, taken } = readSoundings(textOf(new Uint8Array(bytes)))
    if (faults.length > 0)
      throw new RangeError(
        `${faults[0].path} ${faults[0].message}${faults.length > 1 ? `; and ${faults.length - 1} more lines` : ''}`
      )
    dips = soundings
    return { ...seen, soundings: dips.length, taken }
  }
  if (scan === 'png') {
    picture = readHeightMap(new Uint8Array(bytes))
    return { ...seen, pixels: [picture.width, picture.height], says: picture.says }
  }
  progress(0.1, 'Reading triangles')
  mesh = scan === 'stl' ? readStl(bytes) : readObj(textOf(new Uint8Array(bytes)))
  return {
    ...seen,
    triangles: mesh.triangles,
    dropped: mesh.dropped,
    loose: mesh.loose,
    extents: { y: extentOf(mesh, 'y'), z: extentOf(mesh, 'z') }
  }
}

function lay({ placement, map, pools, land }: ScanLaying, progress: Progress): Laid {
  const began = performance.now()
  let grid: HeightGrid | null = null
  if (mesh && placement)
    grid = gridFromMesh(mesh, placement, (share) => progress(0.8 * share, 'Laying it on the base'))
  else if (picture && map) grid = gridFromMap(picture, map)
  else if (dips.length === 0) throw new RangeError('file: read one first')
  if (land) {
    if (!grid) throw new RangeError('file: a list of soundings is no land: choose a pool for it')
    progress(0.9, 'Laying the land')
    const { field, ...told } = landFromGrid(land, grid)
    if (told.coveredPct === 0)
      throw new RangeError('file: no part of it lies on the base: move its corner')
    return {
      pools: [],
      land: { land: packLand(field), ...told },
      tookMs: performance.now() - began
    }
  }
  const laid = pools.map((pool, i) => {
    progress(0.8 + (0.2 * i) / pools.length, `Reading soundings for ${pool.name}`)
    try {
      const scan: ThinnedScan = grid ? thinned(grid, pool.ring) : ofDips(pool.ring)
      return { id: pool.id, name: pool.name, scan, problem: '' }
    } catch (error) {
      if (!(error instanceof RangeError)) throw error
      return {
        id: pool.id,
        name: pool.name,
        scan: null,
        problem: error.message.replace('file: ', '')
      }
    }
  })
  return { pools: laid, land: null, tookMs: performance.now() - began }
}

/** The soundings of a list that lie in a pool. */
function ofDips(ring: Parameters<typeof thinned>[1]): ThinnedScan {
  const soundings = dips.filter(
    ([x, y]) => insideRing([x, y], ring) || distanceToRing([x, y], ring).distance < 0.05
  )
  if (soundings.length === 0) throw new RangeError('file: none of its soundings lies in this pool')
  return { soundings, holesPct: 0, toleranceMm: 0, coveredPct: 100 }
}

/** The builder sees no names of fields. */
function plainly<Answer>(work: () => Answer): Answer {
  try {
    return work()
  } catch (error) {
    throw error instanceof Error ? new Error(error.message.replace('file: ', '')) : error
  }
}

const work = {
  read: (scan: ScanKind, bytes: ArrayBuffer, progress: Progress) =>
    plainly(() => read(scan, bytes, progress)),
  lay: (laying: ScanLaying, progress: Progress) => plainly(() => lay(laying, progress))
}
export type ScanWork = typeof work
expose(work)
