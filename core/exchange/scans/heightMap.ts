import crc from 'crc-32'
import { decode, encode, type DecodedPng } from 'fast-png'
import { strToU8 } from 'fflate'
import type { RunSurface } from '../../plan/templates/runSurface'
import type { HeightGrid } from './heightGrid'

/**
 * Where a height map lies: its black and its white, mm over the base's foot, how wide it is on the
 * base, and its left front corner.
 */
export interface MapPlacement {
  widthMm: number
  lowMm: number
  highMm: number
  x: number
  y: number
}

/** A height map as it was read: shades from 0, black, to 1, white, row by row from the picture's top. */
export interface HeightMap {
  width: number
  height: number
  shade: Float32Array
  /** Where it says that it lies; null: it says nothing. */
  says: MapPlacement | null
}

const PNG_HEAD = [137, 80, 78, 71, 13, 10, 26, 10]
const MOST_PIXELS = 60_000_000
/** Words under which a height map of ours says where it lies. */
const SAYS = { black: 'Black mm', white: 'White mm', pixel: 'Pixel mm' } as const
const MM_PER_M = 1000
const METRE = 1
/** No base is wider, and no place on it higher, mm: a map that says more says nothing. */
const MOST_MM = 10_000

/**
 * Reads a height map from a PNG: grey or colour (its luma counts) or palette, of any depth from 1 to
 * 16 bit; black is low.
 *
 * @throws RangeError when the file is no PNG, is broken or too large
 * @source luma after ITU-R BT.709; samples of fewer than 8 bit are packed from the high end of each
 *   byte, rows begin on a byte: PNG specification, third edition, 7.2; both from memory
 */
export function readHeightMap(bytes: Uint8Array): HeightMap {
  if (!PNG_HEAD.every((value, i) => bytes[i] === value))
    throw new RangeError('file: it is no PNG: its first bytes are those of something else')
  if (bytes.length >= 24) {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    const pixels = view.getUint32(16) * view.getUint32(20)
    if (pixels > MOST_PIXELS)
      throw new RangeError(
        `file: the picture has ${Math.round(pixels / 1e6)} million pixels; a height map has at most ${MOST_PIXELS / 1e6} million`
      )
  }
  let image: DecodedPng
  try {
    image = decode(bytes)
  } catch {
    throw new RangeError('file: the PNG cannot be read: it is cut off or damaged')
  }
  const { width, height, palette } = image
  const sample = samplesOf(image)
  const luma = (r: number, g: number, b: number) => 0.2126 * r + 0.7152 * g + 0.0722 * b
  const most = palette ? 255 : 2 ** image.depth - 1
  const at = (i: number): number => {
    if (palette) {
      const [r, g, b] = palette[sample(i, 0)] ?? [NaN, NaN, NaN]
      return luma(r, g, b)
    }
    return image.channels >= 3 ? luma(sample(i, 0), sample(i, 1), sample(i, 2)) : sample(i, 0)
  }
  const shade = new Float32Array(width * height)
  for (let i = 0; i < shade.length; i++) shade[i] = at(i) / most
  if (!shade.every((s) => s >= 0 && s <= 1.00001))
    throw new RangeError('file: the PNG names colours that are not in it: it is broken')
  return { width, height, shade, says: saidIn(image) }
}

/** One sample of a pixel, whatever number of bits it has. */
function samplesOf({ width, channels, depth, data }: DecodedPng) {
  if (depth >= 8) return (i: number, channel: number) => data[i * channels + channel]
  const [perByte, most] = [8 / depth, 2 ** depth - 1]
  const rowBytes = Math.ceil((width * channels) / perByte)
  return (i: number, channel: number): number => {
    const k = (i % width) * channels + channel
    const byte = data[Math.floor(i / width) * rowBytes + Math.floor(k / perByte)]
    return (byte >> (8 - depth * ((k % perByte) + 1))) & most
  }
}

/** What a map says of itself, where all of it can be. */
function saidIn({ text, width }: DecodedPng): MapPlacement | null {
  const [lowMm, highMm, pixelMm] = Object.values(SAYS).map((key) => Number(text[key] ?? NaN))
  const widthMm = pixelMm * width
  const can = [lowMm, highMm].every((mm) => Math.abs(mm) <= MOST_MM) && highMm >= lowMm
  return can && widthMm > 0 && widthMm <= MOST_MM ? { widthMm, lowMm, highMm, x: 0, y: 0 } : null
}

/** A height map laid on the base: the picture's upper edge lies at the back. */
export function gridFromMap(map: HeightMap, placement: MapPlacement): HeightGrid {
  const { width, height, shade } = map
  const { lowMm, highMm, x, y } = placement
  const cellMm = placement.widthMm / width
  const z = new Float32Array(width * height)
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++)
      z[row * width + column] =
        lowMm + shade[(height - 1 - row) * width + column] * (highMm - lowMm)
  return { columns: width, rows: height, cellMm, x: x + cellMm / 2, y: y + cellMm / 2, z }
}

/** The lowest and the highest place of a surface, mm. */
export const spanOf = ({ zMm }: Pick<RunSurface, 'zMm'>): [lowMm: number, highMm: number] => [
  zMm.reduce((a, b) => Math.min(a, b), Infinity),
  zMm.reduce((a, b) => Math.max(a, b), -Infinity)
]

/**
 * A surface as a height map: 16-bit grey PNG, black lowest, its upper edge at the back. It says in
 * itself what black, white and a pixel are, so that it comes back to the same ground.
 */
export function surfacePng(surface: RunSurface): Uint8Array {
  const { cols, rows, cellMm } = surface.grid
  const [low, high] = spanOf(surface)
  const data = new Uint16Array(cols * rows)
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++)
      data[(rows - 1 - r) * cols + c] =
        high > low ? Math.round((65535 * (surface.zMm[r * cols + c] - low)) / (high - low)) : 0
  const png = encode({
    width: cols,
    height: rows,
    data,
    depth: 16,
    channels: 1,
    text: { [SAYS.black]: String(low), [SAYS.white]: String(high), [SAYS.pixel]: String(cellMm) }
  })
  return withPixelSize(png, cellMm)
}

/** Where the first chunk of a PNG, its head, ends, bytes. */
const AFTER_HEAD = 33
/** A picture that says how large its pixels are, as other programs read it: a pHYs chunk. */
function withPixelSize(png: Uint8Array, pixelMm: number): Uint8Array {
  const chunk = new Uint8Array(21)
  const view = new DataView(chunk.buffer)
  const perMetre = Math.round(MM_PER_M / pixelMm)
  view.setUint32(0, 9)
  chunk.set(strToU8('pHYs'), 4)
  view.setUint32(8, perMetre)
  view.setUint32(12, perMetre)
  view.setUint8(16, METRE)
  view.setInt32(17, crc.buf(chunk.subarray(4, 17)))
  const out = new Uint8Array(png.length + chunk.length)
  out.set(png.subarray(0, AFTER_HEAD))
  out.set(chunk, AFTER_HEAD)
  out.set(png.subarray(AFTER_HEAD), AFTER_HEAD + chunk.length)
  return out
}
