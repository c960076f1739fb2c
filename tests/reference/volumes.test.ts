import { expect } from 'chai'
import Module from 'manifold-3d'
import { volumeOver } from '../../core/physics/shape/volume'
import { cutAt } from '../../core/physics/shape/cut'
import { levelHolding } from '../../core/plan/1-ground/held'
import { UPRIGHT } from '../../core/plan/1-ground/lean'
import { drawnOutline } from '../../core/plan/1-ground/outline'
import { groundSurface, type Sounding, type Surface } from '../../core/physics/shape/surface'
import { signedArea, type Point2 } from '../../core/physics/shape/polygon'
import { poolsOf } from '../../core/build/types'
import { demo, fresh, large } from '../support/builds'

const circle = (r: number, n: number): Point2[] =>
  Array.from({ length: n }, (_, i) => [
    r * Math.cos((2 * Math.PI * i) / n),
    r * Math.sin((2 * Math.PI * i) / n)
  ])
const square = (w: number, h: number): Point2[] => [
  [0, 0],
  [w, 0],
  [w, h],
  [0, h]
]

describe('Volumes against surveying handbooks (closed forms of solid geometry)', () => {
  it('cone: ⅓·base·height, and πr²h/3 as the outline rounds out', () => {
    for (const [r, h] of [
      [40, 12],
      [90, 30]
    ]) {
      const outline = circle(r, 720)
      const got = volumeOver({ outline, edge: 'shore', soundings: [[0, 0, -h]], levelMm: 0 })
      expect(got.volumeMl).to.be.closeTo((Math.abs(signedArea(outline)) * h) / 3 / 1000, 1e-9)
      expect(got.volumeMl / ((Math.PI * r * r * h) / 3000)).to.be.closeTo(1, 2e-5)
      expect(got.maxDepthMm).to.equal(h)
      expect(got.meanDepthMm).to.be.closeTo(h / 3, 1e-9)
    }
  })

  it('cone filled part of the way: volume goes as the cube of the level', () => {
    const outline = circle(50, 360).map(([x, y]): [number, number, number] => [x, y, 20])
    const full = volumeOver({ outline, edge: 'wall', soundings: [[0, 0, 0]], levelMm: 20 })
    for (const part of [0.1, 0.25, 0.5, 0.9]) {
      const got = volumeOver({ outline, edge: 'wall', soundings: [[0, 0, 0]], levelMm: 20 * part })
      expect(got.volumeMl / full.volumeMl).to.be.closeTo(part ** 3, 1e-9)
      expect(got.areaMm2 / full.areaMm2).to.be.closeTo(part ** 2, 1e-9)
    }
  })

  it('prism behind walls: area × depth', () => {
    const got = volumeOver({
      outline: square(120, 70),
      edge: 'wall',
      soundings: [
        [60, 35, 4],
        [20, 20, 4]
      ],
      levelMm: 11.5
    })
    expect(got.volumeMl).to.be.closeTo((120 * 70 * 7.5) / 1000, 1e-9)
    expect(got.areaMm2).to.be.closeTo(8400, 1e-9)
  })

  it('wedge beach: ½·L·d·W', () => {
    const [L, d, W] = [160, 14, 60]
    const outline: [number, number, number][] = [
      [0, 0, 0],
      [L, 0, d],
      [L, W, d],
      [0, W, 0]
    ]
    for (const level of [d, d / 2, d / 5]) {
      const got = volumeOver({
        outline,
        edge: 'wall',
        soundings: [[L / 2, W / 2, d / 2]],
        levelMm: level
      })
      const run = (L * level) / d
      expect(got.volumeMl).to.be.closeTo((0.5 * run * level * W) / 1000, 1e-9)
      expect(got.areaMm2).to.be.closeTo(run * W, 1e-7)
    }
  })

  it('hemispherical bowl: ⅔πr³ within 0.5 % from 2,000 dips, and a spherical cap at half depth', () => {
    const r = 50
    const dips: Sounding[] = [[0, 0, -r]]
    for (let ring = 1; ring < 40; ring++) {
      const theta = (Math.PI / 2) * (ring / 40)
      const count = Math.max(8, Math.round(80 * Math.sin(theta)))
      for (let i = 0; i < count; i++) {
        const phi = (2 * Math.PI * i) / count + ring
        dips.push([
          r * Math.sin(theta) * Math.cos(phi),
          r * Math.sin(theta) * Math.sin(phi),
          -r * Math.cos(theta)
        ])
      }
    }
    const full = volumeOver({ outline: circle(r, 180), edge: 'shore', soundings: dips, levelMm: 0 })
    expect(full.volumeMl / (((2 / 3) * Math.PI * r ** 3) / 1000)).to.be.closeTo(1, 0.005)
    const rim = circle(r, 180).map(([x, y]): [number, number, number] => [x, y, 0])
    const h = r / 2
    const cap = volumeOver({ outline: rim, edge: 'wall', soundings: dips, levelMm: -r + h })
    expect(cap.volumeMl / ((Math.PI * h * h * (3 * r - h)) / 3 / 1000)).to.be.closeTo(1, 0.01)
  })

  it('prismoidal formula: a dug basin holds h/6·(A₁ + 4A_m + A₂)', () => {
    const [top, bottom, h] = [[140, 90], [80, 50], 18]
    const inset = [(top[0] - bottom[0]) / 2, (top[1] - bottom[1]) / 2]
    const soundings = square(bottom[0], bottom[1]).map(([x, y]): Sounding => [
      x + inset[0],
      y + inset[1],
      0
    ])
    const outline = square(top[0], top[1]).map(([x, y]): [number, number, number] => [x, y, h])
    const middle = ((top[0] + bottom[0]) / 2) * ((top[1] + bottom[1]) / 2)
    const got = volumeOver({ outline, edge: 'wall', soundings, levelMm: h })
    expect(got.volumeMl).to.be.closeTo(
      ((h / 6) * (top[0] * top[1] + 4 * middle + bottom[0] * bottom[1])) / 1000,
      1e-9
    )
  })

  it('an L-shaped pool keeps its inner corner: two prisms side by side', () => {
    const outline: Point2[] = [
      [0, 0],
      [100, 0],
      [100, 40],
      [40, 40],
      [40, 100],
      [0, 100]
    ]
    const got = volumeOver({
      outline,
      edge: 'wall',
      soundings: [
        [20, 20, 0],
        [90, 20, 0],
        [20, 90, 0]
      ],
      levelMm: 5
    })
    expect(got.volumeMl).to.be.closeTo(((100 * 40 + 40 * 60) * 5) / 1000, 1e-9)
  })

  it('the level that a volume reaches is the inverse of the volume at a level', () => {
    for (const pool of poolsOf(demo())) {
      const surface = groundSurface(drawnOutline(pool.outline, pool.brimMm).corners, pool.soundings)
      for (const level of [pool.levelMm, pool.levelMm - 3, pool.levelMm - 7]) {
        expect(
          levelHolding(
            { surface, lean: UPRIGHT, stood: [] },
            cutAt(surface, level).volumeMm3 / 1000,
            pool.damTopMm
          )
        ).to.be.closeTo(level, 1e-4)
      }
    }
  })
})

describe('Volumes against manifold-3d, a mesh library', () => {
  /** The ground as a closed solid: its surface, a flat foot below everything and walls between. */
  function solid(manifold: Awaited<ReturnType<typeof Module>>, surface: Surface, footMm: number) {
    const count = surface.xyz.length / 3
    const used = Array.from({ length: count }, (_, i) => i)
    const vertices: number[] = []
    for (const i of used)
      vertices.push(surface.xyz[3 * i], surface.xyz[3 * i + 1], surface.xyz[3 * i + 2])
    for (const i of used) vertices.push(surface.xyz[3 * i], surface.xyz[3 * i + 1], footMm)
    const faces: number[] = []
    const edges = new Set<string>()
    for (let t = 0; t < surface.triangles.length; t += 3) {
      const [a, b, c] = surface.triangles.slice(t, t + 3)
      faces.push(a, b, c, a + count, c + count, b + count)
      for (const [p, q] of [
        [a, b],
        [b, c],
        [c, a]
      ])
        edges.add(`${p}:${q}`)
    }
    for (const edge of edges) {
      const [p, q] = edge.split(':').map(Number)
      if (!edges.has(`${q}:${p}`)) faces.push(p, p + count, q, q, p + count, q + count)
    }
    const mesh = new manifold.Mesh({
      numProp: 3,
      vertProperties: Float32Array.from(vertices),
      triVerts: Uint32Array.from(faces)
    })
    mesh.merge()
    return new manifold.Manifold(mesh)
  }

  it('the same ground cut at the same level holds the same water within 0.1 %', async () => {
    const manifold = await Module()
    manifold.setup()
    const pools = [...poolsOf(demo()), ...poolsOf(fresh()), poolsOf(large(1, 400))[0]]
    for (const pool of pools) {
      const surface = groundSurface(drawnOutline(pool.outline, pool.brimMm).corners, pool.soundings)
      const low = Math.min(...pool.soundings.map((s) => s[2])) - 10
      const ground = solid(manifold, surface, low)
      const outline = pool.outline.map((c): [number, number] => [c.x, c.y])
      const anticlockwise = signedArea(outline) > 0 ? outline : [...outline].reverse()
      for (const level of [pool.levelMm, pool.levelMm - 2, pool.levelMm - 5]) {
        const column = manifold.CrossSection.ofPolygons([anticlockwise])
          .extrude(level - low)
          .translate([0, 0, low])
        const water = column.subtract(ground)
        const ours = cutAt(surface, level).volumeMm3
        expect(ours, `${pool.name} at ${level}`).to.be.greaterThan(0)
        expect(ours / water.volume(), `${pool.name} at ${level}`).to.be.closeTo(1, 0.001)
      }
    }
  })
})
