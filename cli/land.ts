import { stagesOf } from '../core/plan/stages'
import { readFileSync } from 'node:fs'
import { landFromGrid, layThroughContours, levelLand, setLand } from '../core/build/landEdits'
import type { Build } from '../core/build/types'
import { guessPlacement } from '../core/exchange/scans/guess'
import { extentOf, gridFromMesh, type HeightGrid } from '../core/exchange/scans/heightGrid'
import { gridFromMap, readHeightMap } from '../core/exchange/scans/heightMap'
import { readObj, readStl, refuseLength, scanKind } from '../core/exchange/scans/readMesh'
import { textOf } from '../core/exchange/textOf'
import { grownLand } from '../core/plan/beside/grownLand'

/** Heights of a map that says none itself, mm. */
const MAP_MM = { low: 0, high: 40 }

/**
 * A build with other land: grown from its waters, laid through its lines, level, or read from a file.
 *
 * @param from  "grow", "contours", "level", or a height map (PNG) or scan (STL, OBJ)
 * @param span  heights of black and white in a map that says none, mm
 * @throws RangeError when the file is none of these, or broken
 */
export function withLand(build: Build, from: string, span: readonly number[]): Build {
  if (from === 'grow') {
    const make = stagesOf(build)
    return setLand(grownLand(build, make('ground'), make('forms')))(build)
  }
  if (from === 'contours') return layThroughContours(build)
  if (from === 'level') return levelLand(build)
  return setLand(landFromGrid(build, gridIn(build, from, span)).field)(build)
}

function gridIn(build: Build, path: string, [low, high]: readonly number[]): HeightGrid {
  const kind = scanKind(path)
  const bytes = opened(path)
  refuseLength(bytes.length)
  if (kind === 'png') {
    const map = readHeightMap(bytes)
    const says = map.says ?? {
      widthMm: build.base.widthMm,
      lowMm: MAP_MM.low,
      highMm: MAP_MM.high,
      x: 0,
      y: 0
    }
    return gridFromMap(map, { ...says, lowMm: low ?? says.lowMm, highMm: high ?? says.highMm })
  }
  if (kind !== 'stl' && kind !== 'obj')
    throw new RangeError(`file: ${path} is none of grow, contours, level, PNG, STL and OBJ`)
  const mesh =
    kind === 'stl'
      ? readStl(
          bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer
        )
      : readObj(textOf(bytes))
  const placed = guessPlacement({ y: extentOf(mesh, 'y'), z: extentOf(mesh, 'z') }, build.base)
  return gridFromMesh(mesh, { ...placed, x: 0, y: 0, z: 0 })
}

function opened(path: string): Buffer {
  try {
    return readFileSync(path)
  } catch (error) {
    throw new RangeError(
      `${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`
    )
  }
}
