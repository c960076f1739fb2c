import { expect } from 'chai'
import CRC32 from 'crc-32'
import fc from 'fast-check'
import { zlibSync } from 'fflate'
import { PNG } from 'pngjs'
import { gridFromMesh, extentOf } from '../../core/exchange/scans/heightGrid'
import { gridFromMap, readHeightMap, type MapPlacement } from '../../core/exchange/scans/heightMap'
import { readObj, readStl, refuseLength, scanKind } from '../../core/exchange/scans/readMesh'
import { thinned } from '../../core/exchange/scans/thin'
import { groundSurface } from '../../core/physics/shape/surface'
import { cutAt } from '../../core/physics/shape/cut'
import type { Point2 } from '../../core/physics/shape/polygon'
import { binaryStl, heightPng, obj, textStl, trianglesOver } from '../support/scans'
import { runs } from '../support/dial'

const R = 60
const RIM = 40
const deep = R - Math.sqrt(R * R - 1600)
/** A spherical cap, 40 mm across its half, sunk into a level plain. */
const bowl = (x: number, y: number) => {
  const r2 = (x - 100) ** 2 + (y - 60) ** 2
  return r2 < 1600 ? RIM - Math.sqrt(R * R - r2) + Math.sqrt(R * R - 1600) : RIM
}
const CAP_ML = (Math.PI * deep * deep * (R - deep / 3)) / 1000
const ring: Point2[] = [
  [50, 10],
  [150, 10],
  [150, 110],
  [50, 110]
]
const xyz = trianglesOver(200, 120, 100, 60, bowl)
const floor = { unitMm: 1, up: 'z' as const, x: 0, y: 0, z: RIM - deep }
const volume = (soundings: ReturnType<typeof thinned>['soundings']) =>
  cutAt(
    groundSurface(
      ring.map(([x, y]) => ({ x, y, z: RIM })),
      soundings
    ),
    RIM
  ).volumeMm3 / 1000

const gridFromPng = (bytes: Uint8Array, placement: MapPlacement) =>
  gridFromMap(readHeightMap(bytes), placement)

/** A PNG written by the letter of its specification: samples of any depth, grey or by a palette. */
function pngOf(
  width: number,
  samples: readonly number[],
  depth: 1 | 2 | 4 | 8 | 16,
  palette: readonly [number, number, number][] | null
): Uint8Array {
  const chunk = (name: string, data: Uint8Array): Uint8Array => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data])
    const out = Buffer.alloc(body.length + 8)
    out.writeUInt32BE(data.length, 0)
    body.copy(out, 4)
    out.writeInt32BE(CRC32.buf(body), body.length + 4)
    return out
  }
  const height = samples.length / width
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([depth, palette ? 3 : 0], 8)
  const rows = Array.from({ length: height }, (_, r) => {
    const bits = samples
      .slice(r * width, (r + 1) * width)
      .map((v) => v.toString(2).padStart(depth, '0'))
      .join('')
    const bytes = bits.match(/.{1,8}/g)!.map((b) => parseInt(b.padEnd(8, '0'), 2))
    return [0, ...bytes]
  })
  return new Uint8Array(
    Buffer.concat([
      Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
      chunk('IHDR', head),
      ...(palette ? [chunk('PLTE', Uint8Array.from(palette.flat()))] : []),
      chunk('IDAT', zlibSync(Uint8Array.from(rows.flat()))),
      chunk('IEND', new Uint8Array(0))
    ])
  )
}

describe('Scans', () => {
  it('a binary STL is read into the one array that is wanted: nothing else of its size is made', () => {
    const bytes = binaryStl(trianglesOver(420, 300, 200, 200, (x, y) => 30 + Math.cos(x / 60 + y)))
    // counted as they are made: what the machine says of its memory hangs on when it was last cleared
    const plain = { Float32Array, Float64Array, ArrayBuffer, Uint8Array }
    let made = 0
    const counted = Object.entries(plain).map(([name, Type]) => {
      const construct = (type: object, given: [number | ArrayBuffer]): object => {
        const array = Reflect.construct(type as typeof Float64Array, given) as Float64Array
        if (!(given[0] instanceof plain.ArrayBuffer)) made += array.byteLength
        return array
      }
      return [name, new Proxy(Type, { construct })]
    })
    Object.assign(globalThis, Object.fromEntries(counted))
    let mesh
    try {
      mesh = readStl(bytes)
    } finally {
      Object.assign(globalThis, plain)
    }
    expect(mesh.triangles).to.equal(80_000)
    expect(made).to.be.within(mesh.xyz.byteLength * 0.99, mesh.xyz.byteLength * 1.1)
  })
  it('STL binary and text, OBJ, any axis up, any unit: the same bowl, its volume within 2 % of the spherical cap', () => {
    const cm = xyz.map((v) => v / 10)
    const all = [
      gridFromMesh(readStl(binaryStl(xyz)), floor),
      gridFromMesh(readStl(textStl(xyz)), floor),
      gridFromMesh(readObj(obj(xyz)), floor),
      gridFromMesh(readObj(obj(xyz, true)), { ...floor, up: 'y' }),
      gridFromMesh(readStl(binaryStl(cm)), { ...floor, unitMm: 10 })
    ]
    for (const grid of all) {
      const { soundings, holesPct, coveredPct } = thinned(grid, ring)
      expect(soundings.length).to.be.within(100, 2000)
      expect(holesPct).to.equal(0)
      expect(coveredPct).to.be.greaterThan(97)
      expect(volume(soundings) / CAP_ML).to.be.closeTo(1, 0.02)
    }
    expect(extentOf(readObj(obj(xyz, true)), 'y').max[0]).to.equal(200)
  })
  it('height maps of 8 and 16 bit, the finer one nearer', () => {
    const off = ([8, 16] as const).map((depth) => {
      const png = heightPng(400, 240, depth, 0, 50, (c, r) => bowl((c + 0.5) / 2, (r + 0.5) / 2))
      return Math.abs(
        volume(
          thinned(gridFromPng(png, { widthMm: 200, lowMm: 0, highMm: 50, x: 0, y: 0 }), ring)
            .soundings
        ) /
          CAP_ML -
          1
      )
    })
    expect(off[0]).to.be.lessThan(0.03)
    expect(off[1]).to.be.lessThan(0.02)
  })
  it('1, 2, 4, 8 and 16 bit, grey and by a palette, are read as an independent library reads them (pngjs)', () => {
    const colour = fc.tuple(...([0, 1, 2] as const).map(() => fc.integer({ min: 0, max: 255 })))
    const picture = fc
      .record({
        depth: fc.constantFrom(1 as const, 2 as const, 4 as const, 8 as const, 16 as const),
        width: fc.integer({ min: 1, max: 19 }),
        height: fc.integer({ min: 1, max: 5 }),
        coloured: fc.boolean()
      })
      .chain(({ depth, width, height, coloured }) =>
        fc.record({
          depth: fc.constant(depth),
          width: fc.constant(width),
          palette:
            coloured && depth < 16
              ? fc.array(colour, { minLength: 2 ** depth, maxLength: 2 ** depth })
              : fc.constant(null),
          samples: fc.array(fc.integer({ min: 0, max: 2 ** depth - 1 }), {
            minLength: width * height,
            maxLength: width * height
          })
        })
      )
    fc.assert(
      fc.property(picture, ({ depth, width, samples, palette }) => {
        const png = pngOf(width, samples, depth, palette as [number, number, number][] | null)
        const map = readHeightMap(png)
        const theirs = PNG.sync.read(Buffer.from(png))
        expect([map.width, map.height]).to.deep.equal([theirs.width, theirs.height])
        for (const [i, shade] of map.shade.entries()) {
          const [r, g, b] = theirs.data.subarray(4 * i)
          // theirs is of 8 bit whatever the picture was
          const luma = 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
          expect(255 * shade).to.be.closeTo(luma, 1)
          if (!palette) expect(shade).to.be.closeTo(samples[i]! / (2 ** depth - 1), 1e-6)
        }
      }),
      { numRuns: runs(120), seed: 8 }
    )
    expect(() => readHeightMap(pngOf(2, [0, 3], 2, [[0, 0, 0]]))).to.throw(
      /colours that are not in it/
    )
  })
  it('a picture’s upper edge lies at the back', () => {
    const grid = gridFromPng(
      heightPng(10, 10, 8, 0, 10, (_c, row) => row),
      { widthMm: 100, lowMm: 0, highMm: 10, x: 0, y: 0 }
    )
    expect(grid.z[5]).to.be.lessThan(0.5)
    expect(grid.z[9 * 10 + 5]).to.be.closeTo(9, 0.1)
  })
  it('holes are told and filled from their edges; undersides and NaN do not count', () => {
    const holed = xyz.filter((_, i) => {
      const t = Math.floor(i / 9)
      const [x, y] = [xyz[9 * t], xyz[9 * t + 1]]
      return !(x > 95 && x < 110 && y > 50 && y < 66)
    })
    const seen = thinned(gridFromMesh(readStl(binaryStl(holed)), floor), ring)
    expect(seen.holesPct).to.be.within(1, 5)
    expect(volume(seen.soundings) / CAP_ML).to.be.closeTo(1, 0.08)
    const bad = Float32Array.from([...xyz, ...new Array<number>(18).fill(NaN)])
    const mesh = readStl(binaryStl(bad))
    expect(mesh.dropped).to.equal(2)
    expect(mesh.triangles).to.equal(xyz.length / 9)
    const under = Float32Array.from([...xyz, ...trianglesOver(200, 120, 4, 4, () => 0)])
    expect(
      volume(thinned(gridFromMesh(readStl(binaryStl(under)), { ...floor, z: 0 }), ring).soundings) /
        CAP_ML
    ).to.be.closeTo(1, 0.02)
  })
  it('loose edges and points beside faces lose no face, and are counted', () => {
    const whole = readObj(obj(xyz))
    const between = obj(xyz)
      .split('\n')
      .flatMap((line, i) =>
        i % 400 === 3 && line.startsWith('v ') ? [line, 'p 1', 'l 1 2 \\', '3'] : [line]
      )
    const [lead, ...rest] = ['o bowl', 'l 1 2', ...between, 'l 4 5 6', 'f 1 2', 'p 7']
    const seen = readObj([lead, ...rest].join('\n'))
    expect(seen.triangles).to.equal(whole.triangles)
    expect([...seen.xyz]).to.deep.equal([...whole.xyz])
    const added = between.filter((line) => /^[pl] /.test(line)).length
    expect(seen.loose).to.equal(added + 4)
    expect(whole.loose).to.equal(0)
  })
  it('files that are none are refused, and say why', () => {
    const bytes = (...values: number[]) => Uint8Array.from(values).buffer
    expect(() => readStl(bytes())).to.throw(/empty/)
    expect(() => readStl(bytes(1, 2, 3))).to.throw(/no STL: too short/)
    expect(() => readStl(binaryStl(xyz).slice(0, 5000))).to.throw(
      /tells of 12000 triangles, and it ends after 98/
    )
    expect(() => readStl(textStl(new Float32Array(0)))).to.throw(/no triangle/)
    expect(() => readObj('hello')).to.throw(/no triangle/)
    expect(() => readStl(binaryStl(new Float32Array(9).fill(NaN)))).to.throw(/numbers/)
    expect(() =>
      gridFromPng(Uint8Array.from([1, 2, 3]), { widthMm: 10, lowMm: 0, highMm: 1, x: 0, y: 0 })
    ).to.throw(/no PNG/)
    expect(() =>
      gridFromPng(heightPng(30, 30, 8, 0, 1, () => 0).slice(0, 60), {
        widthMm: 10,
        lowMm: 0,
        highMm: 1,
        x: 0,
        y: 0
      })
    ).to.throw(/cannot be read/)
    expect(() => refuseLength(2e9)).to.throw(/2000 MB long; a scan is at most 600 MB/)
    expect(() =>
      thinned(gridFromMesh(readStl(binaryStl(xyz)), { ...floor, x: 900 }), ring)
    ).to.throw(/no surface inside this pool/)
    expect(() => gridFromMesh(readStl(binaryStl(xyz)), { ...floor, unitMm: 0.001 })).to.throw(
      /another unit/
    )
    expect(['a.STL', 'b.obj', 'c.png', 'd.csv', 'e.txt', 'f.jpg'].map(scanKind)).to.deep.equal([
      'stl',
      'obj',
      'png',
      'csv',
      'csv',
      null
    ])
  })
})
