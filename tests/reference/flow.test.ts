import { expect } from 'chai'
import fc from 'fast-check'
import { KERNEL_BYTES } from '../../core/running/kernel/kernelBytes'
import { flowOver, type FlowInput } from '../../core/running/flowOver'
import { jumpsAlong } from '../../core/plan/2-forms/ran/checks'
import { criticalDepth, normalDepth } from '../../core/physics/water/hydraulics/channel'
import { jump } from '../../core/physics/water/hydraulics/jump'
import { brink } from '../../core/physics/water/hydraulics/nappe'
import { veeAngle } from '../../core/physics/water/hydraulics/rapid'
import { compiledKernel } from '../../scripts/kernel'
import { runs } from '../support/dial'

const G = 9.81
const WALLS = { w: 'wall', e: 'wall', s: 'wall', n: 'wall' } as const
const row = (n: number, dx: number, of: (x: number) => number) => [
  Array.from({ length: n }, (_, i) => of((i + 0.5) * dx))
]
const grid = (cols: number, rows: number, of: (x: number, y: number) => number, dx = 1) =>
  Array.from({ length: rows }, (_, r) =>
    Array.from({ length: cols }, (_c, c) => of((c + 0.5) * dx, (r + 0.5) * dx))
  )
const run = (input: Partial<FlowInput> & Pick<FlowInput, 'dxM' | 'bed' | 'untilS'>) =>
  flowOver({ boundaries: WALLS, manning: 0, order: 2, ...input })
const l1 = (a: readonly number[], b: readonly number[], dx: number) =>
  a.reduce((sum, v, i) => sum + Math.abs(v - b[i]) * dx, 0)
/** Orders of convergence from errors on cells that halve each time. */
const orders = (errors: readonly number[]) =>
  errors.slice(1).map((e, i) => Math.log2(errors[i] / e))
const flat = (rows: number[][]) => rows.flat()

describe('running water against analytic solutions (collected by Delestre et al., Int. J. Numer. Meth. Fluids 72, 2013; written from memory)', function () {
  this.timeout(300_000)

  it('a lake with an island, a drowned hill and a rough floor stays at rest to rounding, first and second order', () => {
    const bed = grid(
      41,
      33,
      (x, y) =>
        1.5 * Math.exp(-((x - 14) ** 2 + (y - 16) ** 2) / 30) +
        0.9 * Math.exp(-((x - 30) ** 2 + (y - 9) ** 2) / 16) +
        0.1 * Math.sin(3 * x * y)
    )
    for (const order of [1, 2] as const) {
      const { h, u, v, massErrorRel } = run({
        dxM: 0.5,
        bed,
        levelM: 1,
        manning: 0.03,
        untilS: 30,
        order
      })
      const ground = flat(bed)
      const still = flat(h).map((d, i) => (d > 0 ? Math.abs(d + ground[i] - 1) : 0))
      expect(Math.max(...still)).to.be.below(1e-12)
      expect(Math.max(...flat(u).map(Math.abs), ...flat(v).map(Math.abs))).to.be.below(1e-11)
      expect(massErrorRel).to.be.below(1e-13)
      expect(flat(h).filter((d) => d === 0).length, 'the island is dry').to.be.above(10)
    }
  })

  it('Ritter’s dam break on a dry bed: 4/9 m at the dam, its front at 2√(gh₀)·t, and an error that halves with the cells', () => {
    const [t, c] = [6, Math.sqrt(G)]
    const exact = (x: number) => {
      const s = (x - 50) / t
      return s < -c ? 1 : s > 2 * c ? 0 : (2 * c - s) ** 2 / (9 * G)
    }
    const errors = [100, 200, 400, 800].map((n) => {
      const dx = 100 / n
      const { h, massErrorRel } = run({
        dxM: dx,
        bed: row(n, dx, () => 0),
        h: row(n, dx, (x) => (x < 50 ? 1 : 0)),
        untilS: t
      })
      expect(massErrorRel).to.be.below(1e-13)
      if (n === 800) {
        expect((h[0][n / 2 - 1] + h[0][n / 2]) / 2).to.be.closeTo(4 / 9, 0.004)
        const front = h[0].findLastIndex((d) => d > 1e-3) * dx
        expect(front).to.be.within(50 + 1.75 * c * t, 50 + 2 * c * t + dx)
      }
      return l1(h[0], row(n, dx, exact)[0], dx)
    })
    // a front with a kink at both ends: no scheme does better than about one
    for (const order of orders(errors)) expect(order).to.be.above(0.9)
    expect(errors.at(-1)).to.be.below(0.05)
  })

  it('Stoker’s dam break on a wet bed: the bore’s height and speed', () => {
    const [hl, hr, t] = [1, 0.3, 6]
    const [cl, cm] = [Math.sqrt(G * hl), (h: number) => Math.sqrt(G * h)]
    let [low, high] = [hr, hl]
    for (let i = 0; i < 100; i++) {
      const h = (low + high) / 2
      if (2 * (cl - cm(h)) > (h - hr) * Math.sqrt((G / 2) * ((h + hr) / (h * hr)))) low = h
      else high = h
    }
    const hm = (low + high) / 2
    const um = 2 * (cl - cm(hm))
    const bore = (hm * um) / (hm - hr)
    const exact = (x: number) => {
      const s = (x - 50) / t
      return s < -cl ? hl : s < um - cm(hm) ? (2 * cl - s) ** 2 / (9 * G) : s < bore ? hm : hr
    }
    const errors = [100, 200, 400].map((n) => {
      const dx = 100 / n
      return l1(
        run({
          dxM: dx,
          bed: row(n, dx, () => 0),
          h: row(n, dx, (x) => (x < 50 ? hl : hr)),
          untilS: t
        }).h[0],
        row(n, dx, exact)[0],
        dx
      )
    })
    for (const order of orders(errors)) expect(order).to.be.above(0.8)
    const { h } = run({
      dxM: 0.25,
      bed: row(400, 0.25, () => 0),
      h: row(400, 0.25, (x) => (x < 50 ? hl : hr)),
      untilS: t
    })
    expect(h[0].findLastIndex((d) => d > (hm + hr) / 2) * 0.25).to.be.closeTo(50 + bore * t, 0.5)
  })

  it('Thacker’s swinging bowl: a flat surface that swings for a whole period, over a bed that wets and dries', () => {
    const [h0, a, b] = [0.1, 1, 0.5]
    const omega = Math.sqrt(2 * G * h0) / a
    const zb = (x: number, y: number) => -h0 * (1 - ((x - 2) ** 2 + (y - 2) ** 2) / a ** 2)
    const depth = (t: number) => (x: number, y: number) =>
      Math.max(
        0,
        ((b * h0) / a ** 2) *
          (2 * (x - 2) * Math.cos(omega * t) + 2 * (y - 2) * Math.sin(omega * t) - b) -
          zb(x, y)
      )
    const period = (2 * Math.PI) / omega
    const errors = [40, 80, 160].map((n) => {
      const dx = 4 / n
      const bed = grid(n, n, zb, dx)
      const start = grid(n, n, depth(0), dx)
      const { h, massErrorRel } = run({
        dxM: dx,
        bed,
        h: start,
        u: start.map((r) => r.map(() => 0)),
        v: start.map((r) => r.map((d) => (d > 0 ? b * omega : 0))),
        untilS: period
      })
      expect(massErrorRel).to.be.below(1e-12)
      const was = flat(start)
      return (
        flat(h).reduce((sum, d, i) => sum + Math.abs(d - was[i]), 0) /
        was.reduce((sum, d) => sum + d, 0)
      )
    })
    for (const order of orders(errors)) expect(order).to.be.above(1.1)
    expect(errors.at(-1)).to.be.below(0.04)
  })

  it('steady flow over a bump, quiet throughout and turning fast on top: second order against Bernoulli', () => {
    const zb = (x: number) => (x > 8 && x < 12 ? 0.2 - 0.05 * (x - 10) ** 2 : 0)
    const energy = (q: number, h: number) => h + q ** 2 / (2 * G * h ** 2)
    const solve = (q: number, e: number, quiet: boolean) => {
      const hc = criticalDepth(q)
      let [low, high] = quiet ? [hc, 10] : [1e-4, hc]
      for (let i = 0; i < 100; i++) {
        const h = (low + high) / 2
        if (energy(q, h) > e === quiet) high = h
        else low = h
      }
      return (low + high) / 2
    }
    for (const { q, below, head, fast } of [
      { q: 4.42, below: 2, head: energy(4.42, 2), fast: false },
      { q: 1.53, below: 0.66, head: 1.5 * criticalDepth(1.53) + 0.2, fast: true }
    ]) {
      const errors = [50, 100, 200].map((n) => {
        const dx = 25 / n
        const { h } = run({
          dxM: dx,
          bed: row(n, dx, zb),
          levelM: below,
          boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: { levelM: below } },
          untilS: 200
        })
        return l1(h[0], row(n, dx, (x) => solve(q, head - zb(x), !fast || x < 10))[0], dx)
      })
      for (const order of orders(errors)) expect(order).to.be.above(1.8)
      expect(errors.at(-1)).to.be.below(0.004)
    }
  })

  it('a bump with a jump behind it: the jump stands where momentum puts it, and its two depths are sequent', () => {
    const [q, n] = [0.18, 200]
    const dx = 25 / n
    const zb = (x: number) => (x > 8 && x < 12 ? 0.2 - 0.05 * (x - 10) ** 2 : 0)
    const { h, u } = run({
      dxM: dx,
      bed: row(n, dx, zb),
      levelM: 0.33,
      boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: { levelM: 0.33 } },
      untilS: 300
    })
    const fr = h[0].map((d, i) => u[0][i] / Math.sqrt(G * d))
    const fast = fr.findLastIndex((f) => f > 1.5)
    const at = (fast + 1) * dx
    // 11.665 m: Goutal and Maurel 1997
    expect(at).to.be.closeTo(11.665, 0.2)
    const level = h[0][fast + 5] + zb((fast + 5.5) * dx)
    expect(level).to.be.closeTo(0.33, 0.01)
  })

  it('MacDonald’s channel with Manning’s friction: the depth it was made for, to second order', () => {
    const [q, n, length] = [2, 0.033, 1000]
    const depth = (x: number) =>
      Math.cbrt(4 / G) * (1 + 0.5 * Math.exp(-16 * (x / length - 0.5) ** 2))
    const slope = (x: number) => {
      const d = depth(x)
      const dd = (depth(x + 1e-3) - depth(x - 1e-3)) / 2e-3
      return (1 - q ** 2 / (G * d ** 3)) * dd + (n ** 2 * q ** 2) / d ** (10 / 3)
    }
    // the bed that makes this depth steady, summed from its foot
    const fine = 20_000
    const heights = new Float64Array(fine + 1)
    for (let i = fine - 1; i >= 0; i--)
      heights[i] = heights[i + 1] + (slope(((i + 0.5) * length) / fine) * length) / fine
    const zb = (x: number) => {
      const s = (x / length) * fine
      const i = Math.min(fine - 1, Math.floor(s))
      return heights[i] + (s - i) * (heights[i + 1] - heights[i])
    }
    const errors = [50, 100, 200].map((cells) => {
      const dx = length / cells
      const exact = row(cells, dx, depth)
      const { h } = run({
        dxM: dx,
        bed: row(cells, dx, zb),
        h: exact,
        u: exact.map((r) => r.map((d) => q / d)),
        manning: n,
        boundaries: {
          ...WALLS,
          w: { unitDischargeM2S: q },
          e: { levelM: depth(length) + zb(length) }
        },
        untilS: 3000
      })
      return l1(h[0], exact[0], dx) / length
    })
    expect(orders(errors).at(-1)).to.be.above(1.2)
    expect(errors.at(-1)).to.be.below(0.003)
  })
})

describe('running water by what must hold of it', function () {
  this.timeout(300_000)
  const scene = (x: number, y: number) =>
    0.4 * Math.exp(-((x - 8) ** 2 + (y - 5) ** 2) / 6) - 0.03 * x
  const water = (x: number, y: number) =>
    Math.max(0, 0.5 + 0.2 * Math.sin(x) * Math.cos(y / 2) - scene(x, y))

  it('a mirrored and a turned scene give the mirrored and the turned answer', () => {
    const [w, t] = [17, 2.5]
    const base = run({
      dxM: 1,
      bed: grid(w, w, scene),
      h: grid(w, w, water),
      manning: 0.03,
      untilS: t
    })
    const other = (of: (x: number, y: number) => [number, number]) =>
      run({
        dxM: 1,
        bed: grid(w, w, (x, y) => scene(...of(x, y))),
        h: grid(w, w, (x, y) => water(...of(x, y))),
        manning: 0.03,
        untilS: t
      })
    const [mirrored, turned] = [other((x, y) => [w - x, y]), other((x, y) => [y, x])]
    for (let r = 0; r < w; r++) {
      for (let c = 0; c < w; c++) {
        expect(mirrored.h[r][w - 1 - c]).to.be.closeTo(base.h[r][c], 1e-12)
        expect(mirrored.u[r][w - 1 - c]).to.be.closeTo(-base.u[r][c], 1e-10)
        expect(turned.h[c][r]).to.be.closeTo(base.h[r][c], 1e-12)
        expect(turned.v[c][r]).to.be.closeTo(base.u[r][c], 1e-10)
      }
    }
  })

  it('twice as large obeys Froude: depths twice, speeds and times by the root, roughness by the sixth root', () => {
    const k = 2
    const small = run({
      dxM: 1,
      bed: grid(15, 12, scene),
      h: grid(15, 12, water),
      manning: 0.03,
      untilS: 3
    })
    const large = run({
      dxM: k,
      bed: grid(15, 12, (x, y) => k * scene(x, y)),
      h: grid(15, 12, (x, y) => k * water(x, y)),
      manning: 0.03 * k ** (1 / 6),
      untilS: 3 * Math.sqrt(k)
    })
    const [h, u] = [flat(large.h), flat(large.u)]
    flat(small.h).forEach((d, i) => expect(h[i] / k).to.be.closeTo(d, 1e-4))
    flat(small.u).forEach((s, i) => expect(u[i] / Math.sqrt(k)).to.be.closeTo(s, 2e-3))
  })

  it('water is kept to rounding and never negative, whatever the ground, walls and springs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 48, maxLength: 48 }),
        fc.double({ min: 0, max: 2.5, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.constantFrom('wall' as const, 'open' as const),
        (heights, levelM, m3S, east) => {
          const bed = Array.from({ length: 6 }, (_, r) => heights.slice(8 * r, 8 * r + 8))
          const { h, massErrorRel } = run({
            dxM: 0.5,
            bed,
            levelM,
            manning: 0.02,
            boundaries: { ...WALLS, e: east },
            sources: [{ row: 2, col: 1, m3S }],
            untilS: 4
          })
          expect(massErrorRel).to.be.below(1e-11)
          for (const d of flat(h)) expect(d).to.be.at.least(-1e-15)
        }
      ),
      { numRuns: runs(60), seed: 7 }
    )
  })

  it('the kernel that ships is what its source compiles to', async () => {
    expect(Buffer.from(await compiledKernel()).toString('base64')).to.equal(KERNEL_BYTES)
  })
})

describe('running water against the forms of one dimension', function () {
  this.timeout(300_000)

  it('a jump in a plain channel: sequent depth after Bélanger, and only one', () => {
    const [n, dx, q, froude] = [240, 0.05, 0.6, 2.4]
    const h1 = Math.cbrt((q / froude) ** 2 / G)
    const { sequentDepthM } = jump(froude, h1)
    // fast from the left over a fast slope, held back on the right: the jump stands where the bed lets it
    const bed = row(n, dx, (x) => (x < 6 ? 0.02 * (6 - x) * 2 : 0))
    const { h, u } = run({
      dxM: dx,
      bed,
      h: row(n, dx, (x) => (x < 6 ? h1 : sequentDepthM)),
      u: row(n, dx, (x) => (x < 6 ? q / h1 : q / sequentDepthM)),
      manning: 0.012,
      boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: { levelM: sequentDepthM } },
      untilS: 60
    })
    const fr = h[0].map((d, i) => u[0][i] / Math.sqrt(G * d))
    const places = jumpsAlong(fr.map((f, i) => ({ sMm: i, froude: f })))
    expect(places.length).to.equal(1)
    const before = h[0].findIndex((_, i) => i > 5 && fr[i] > 1.1 && fr[i + 4] < 1)
    const [y1, f1] = [h[0][before - 2], fr[before - 2]]
    const y2 = h[0][before + 8]
    expect(y2 / y1).to.be.closeTo(jump(f1, y1).sequentDepthM / y1, 0.2)
  })

  it('the vee behind a pillar in fast water opens as sin β = 1/Fr', () => {
    const [cols, rows, dx, depth, fr] = [220, 120, 0.1, 0.4, 2.5]
    const speed = fr * Math.sqrt(G * depth)
    const bed = grid(cols, rows, (x, y) => (Math.hypot(x - 14, y - 6) < 0.35 ? 3 : 0), dx)
    const still = bed.map((r) => r.map((z) => (z > 0 ? 0 : depth)))
    // read before the end of the water that came with it arrives
    const { h } = run({
      dxM: dx,
      bed,
      h: still,
      u: still.map((r) => r.map((d) => (d > 0 ? speed : 0))),
      v: still.map((r) => r.map(() => 0)),
      boundaries: { w: 'open', e: 'open', s: 'open', n: 'open' },
      untilS: 1.9
    })
    // the outer edge of the disturbance, at two stations downstream
    const off = (r: number, col: number) => Math.abs(h[r][col] - depth) / (0.02 * depth)
    const edge = (col: number) => {
      for (let r = rows - 1; r > rows / 2; r--)
        if (off(r, col) > 1)
          return (r + 0.5 + (off(r, col) - 1) / (off(r, col) - off(r + 1, col))) * dx
      return NaN
    }
    const [a, b] = [edge(160), edge(180)]
    const beta = (Math.atan2(b - a, 2) * 180) / Math.PI
    expect(beta).to.be.closeTo(veeAngle(fr)!, 5)
  })

  it('over a free drop the water is critical a little upstream and thinner at the brink', () => {
    const [n, dx, q] = [120, 0.05, 0.37]
    const bed = row(n, dx, (x) => (x < 4 ? 2 : 0))
    const { h, u } = run({
      dxM: dx,
      bed,
      h: row(n, dx, (x) => (x < 4 ? 0.35 : 0.3)),
      manning: 0.015,
      boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: { levelM: 0.3 } },
      untilS: 60
    })
    const last = 79
    const yc = criticalDepth(q)
    expect(h[0][last] * u[0][last]).to.be.closeTo(q, 0.01)
    expect(h[0][last])
      .to.be.below(yc * 1.02)
      .and.above(brink(q).depthM * 0.9)
    const critical = h[0].findIndex((d, i) => d < yc * 1.01 && i > 20)
    expect((last - critical) * dx).to.be.below(6 * yc)
  })

  // models.md 19: slope 0.004, Manning 0.03, 1.5 m²/s, 240 m: normal 0.815 m, critical 0.612 m
  // (Manning; Chow 1959, ch. 4)
  describe('where it runs off its base', () => {
    const [slope, manning, q, long] = [0.004, 0.03, 1.5, 240]
    const normal = normalDepth(q, slope, manning)
    const critical = criticalDepth(q)
    /** The channel until nothing changes any more; its depths from its head to its edge. */
    const channel = (dx: number, fall: (x: number) => number, from = normal) => {
      const n = Math.round(long / dx)
      const { h } = run({
        dxM: dx,
        bed: row(n, dx, fall),
        h: row(n, dx, () => from),
        u: row(n, dx, () => q / from),
        manning,
        boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: 'open' },
        untilS: 900
      })
      return h[0]
    }
    const even = (x: number) => slope * (long - x)

    it('a quiet channel leaves at its normal depth, as if it went on, whatever the cells and wherever it began', () => {
      expect(normal).to.be.closeTo(0.815, 0.001)
      for (const [dx, from] of [
        [1, normal],
        [2, 1.5],
        [4, 0.65]
      ]) {
        const depths = channel(dx, even, from)
        // the head settles to what comes in; from there on it is normal, right to the edge
        for (const [i, d] of depths.entries())
          if (i * dx > 10)
            expect(d, `${dx} m cells, ${i * dx} m`).to.be.closeTo(normal, 0.02 * normal)
      }
    })

    it('over a flat lip it falls to critical depth at the edge, and nothing of that is seen a hundred metres up', () => {
      expect(critical).to.be.closeTo(0.612, 0.001)
      const depths = channel(0.5, (x) => even(Math.min(x, long - 2)))
      expect(depths.at(-1)!).to.be.closeTo(critical, 0.05 * critical)
      expect(depths[Math.round(140 / 0.5)]).to.be.closeTo(normal, 0.02 * normal)
      for (let i = Math.round(200 / 0.5); i + 1 < depths.length; i++)
        expect(depths[i + 1]).to.be.at.most(depths[i] + 1e-3)
    })

    it('a level that is given at the edge still holds it', () => {
      const n = 60
      const { h } = run({
        dxM: 4,
        bed: row(n, 4, even),
        h: row(n, 4, () => normal),
        manning,
        boundaries: { ...WALLS, w: { unitDischargeM2S: q }, e: { levelM: 1.2 } },
        untilS: 900
      })
      expect(h[0].at(-1)!).to.be.closeTo(1.2 - even(238), 0.02)
    })
  })
})
