import { readSoundings } from '../../core/exchange/paste'
import { insideRing, distanceToRing } from '../../core/physics/shape/polygon'
import type { Sounding } from '../../core/physics/shape/surface'
import {
  extentOf,
  gridFromMesh,
  gridFromPng,
  type HeightGrid
} from '../../core/exchange/scans/heightGrid'
import {
  readObj,
  readStl,
  refuseLength,
  type Mesh,
  type ScanKind
} from '../../core/exchange/scans/readMesh'
import { thinned, type ThinnedScan } from '../../core/exchange/scans/thin'
import type { ScanReply, ScanRequest } from './messages'

const reply = (message: ScanReply) => postMessage(message)
let mesh: Mesh | null = null
let png: Uint8Array | null = null
let dips: Sounding[] = []

function read(scan: ScanKind, bytes: ArrayBuffer): void {
  mesh = null
  png = null
  dips = []
  refuseLength(bytes.byteLength)
  const seen = { scan, triangles: 0, dropped: 0, pixels: null, extents: null, soundings: 0 }
  if (scan === 'csv') {
    const { soundings, faults } = readSoundings(new TextDecoder().decode(bytes))
    if (faults.length > 0)
      throw new RangeError(
        `${faults[0].path} ${faults[0].message}${faults.length > 1 ? `; and ${faults.length - 1} more lines` : ''}`
      )
    dips = soundings
    reply({ kind: 'seen', seen: { ...seen, soundings: dips.length } })
    return
  }
  if (scan === 'png') {
    png = new Uint8Array(bytes)
    const grid = gridFromPng(png, { widthMm: 100, lowMm: 0, highMm: 1, x: 0, y: 0 })
    reply({ kind: 'seen', seen: { ...seen, pixels: [grid.columns, grid.rows] } })
    return
  }
  reply({ kind: 'progress', share: 0.1, doing: 'Reading triangles' })
  mesh = scan === 'stl' ? readStl(bytes) : readObj(new TextDecoder().decode(bytes))
  reply({
    kind: 'seen',
    seen: {
      ...seen,
      triangles: mesh.triangles,
      dropped: mesh.dropped,
      extents: { y: extentOf(mesh, 'y'), z: extentOf(mesh, 'z') }
    }
  })
}

function lay({ placement, map, pools }: Extract<ScanRequest, { kind: 'lay' }>): void {
  const began = performance.now()
  let grid: HeightGrid | null = null
  if (mesh && placement)
    grid = gridFromMesh(mesh, placement, (share) =>
      reply({ kind: 'progress', share: 0.8 * share, doing: 'Laying it on the base' })
    )
  else if (png && map) grid = gridFromPng(png, map)
  else if (dips.length === 0) throw new RangeError('file: read one first')
  const laid = pools.map((pool, i) => {
    reply({
      kind: 'progress',
      share: 0.8 + (0.2 * i) / pools.length,
      doing: `Reading soundings for ${pool.name}`
    })
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
  reply({ kind: 'laid', pools: laid, tookMs: performance.now() - began })
}

/** The soundings of a list that lie in a pool. */
function ofDips(ring: Parameters<typeof thinned>[1]): ThinnedScan {
  const soundings = dips.filter(
    ([x, y]) => insideRing([x, y], ring) || distanceToRing([x, y], ring).distance < 0.05
  )
  if (soundings.length === 0) throw new RangeError('file: none of its soundings lies in this pool')
  return { soundings, holesPct: 0, toleranceMm: 0, coveredPct: 100 }
}

addEventListener('message', ({ data }: MessageEvent<ScanRequest>) => {
  try {
    if (data.kind === 'read') read(data.scan, data.bytes)
    else lay(data)
  } catch (error) {
    reply({
      kind: 'failed',
      message: error instanceof Error ? error.message.replace('file: ', '') : String(error)
    })
  }
})
