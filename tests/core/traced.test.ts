import { expect } from 'chai'
import fc from 'fast-check'
import { fallsOf, poolsOf, reachesOf, seasOf, type Build } from '../../core/build/types'
import type { Point2 } from '../../core/physics/shape/polygon'
import { wavelength } from '../../core/physics/water/waves/linear'
import { keepTrace } from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import {
  MOST_TRACES,
  type PictureScale,
  type Trace,
  type TracedLine
} from '../../core/build/pictures'
import { ontoPicture, ontoPlan, proposals } from '../../core/plan/beside/traced'
import { derivePlan, finished, planner } from '../../core/plan/derivePlan'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const mole = demo('2-mole-at-varnsey')
const weir = demo()
const [sea] = seasOf(mole)
const { widthMm: W, depthMm: D } = mole.base
const planOfMole = derivePlan(mole)

/** A camera over the front of the base that looks down on it aslant: what lies on the base, px. */
const camera =
  (highMm: number, backMm: number, asideMm: number, focalPx = 1800) =>
  ([x, y]: Point2): Point2 => {
    const eye = [W / 2 + asideMm, -backMm, highMm]
    const to = [W / 2 - eye[0], D / 2 - eye[1], -eye[2]]
    const far = Math.hypot(...to)
    const ahead = to.map((v) => v / far)
    const flat = Math.hypot(ahead[0], ahead[1])
    const right = [ahead[1] / flat, -ahead[0] / flat, 0]
    const up = [
      right[1] * ahead[2] - right[2] * ahead[1],
      right[2] * ahead[0] - right[0] * ahead[2],
      right[0] * ahead[1] - right[1] * ahead[0]
    ]
    const from = [x - eye[0], y - eye[1], -eye[2]]
    const dot = (a: number[]) => a.reduce((sum, v, i) => sum + v * from[i], 0)
    return [1000 + (focalPx * dot(right)) / dot(ahead), 750 - (focalPx * dot(up)) / dot(ahead)]
  }
/** The base's own corners as the camera sees them. */
const seenBy = (lens: (p: Point2) => Point2): PictureScale => ({
  by: 'four',
  corners: [lens([0, 0]), lens([W, 0]), lens([W, D]), lens([0, D])],
  widthMm: W,
  depthMm: D,
  at: [0, 0]
})
const lens = camera(420, 300, 60)

describe('A picture under the plan', () => {
  const two: PictureScale = {
    by: 'two',
    points: [
      [100, 100],
      [500, 100]
    ],
    mm: 200,
    widthPx: 800,
    heightPx: 600
  }
  const side: PictureScale = {
    by: 'side',
    points: [
      [50, 400],
      [250, 400]
    ],
    mm: 100,
    at: [20, 5]
  }
  const trace = (photo: string, scale: PictureScale, shown = true): Trace => ({
    photo,
    scale,
    lines: [
      {
        kind: 'sheet',
        points: [
          [1, 2],
          [3, 4]
        ]
      }
    ],
    shown
  })

  it('lies where its points say, there and back; from the side along the section and up', () => {
    const places = fc.tuple(
      fc.double({ min: 0, max: W, noNaN: true }),
      fc.double({ min: 0, max: D, noNaN: true })
    )
    for (const scale of [two, side, seenBy(lens)])
      fc.assert(
        fc.property(places, (at) => {
          const back = ontoPlan(scale, mole.base)(ontoPicture(scale, mole.base)(at))
          expect(Math.hypot(back[0] - at[0], back[1] - at[1])).to.be.below(1e-6)
        })
      )
    expect(ontoPlan(side, mole.base)([150, 380])).to.deep.equal([70, 15])
  })

  it('is kept with the build and its lines, one of a kind shown at a time; what is no picture is refused with its path', () => {
    const build = [trace('a', two), trace('b', side), trace('c', two)].reduce(
      (b, t) => keepTrace(t)(b),
      weir
    )
    expect(build.traces!.map((t) => [t.photo, t.shown])).to.deep.equal([
      ['a', false],
      ['b', true],
      ['c', true]
    ])
    const read = (b: Build) => readBuild(writeBuild(b))
    const back = read(build)
    expect(back.ok && back.value.traces).to.deep.equal(build.traces)
    const again = keepTrace({ ...trace('a', two, false), lines: [] })(build)
    expect(again.traces).to.have.length(3)
    expect(again.traces!.at(-1)!.lines).to.deep.equal([])
    let many = build
    for (let i = 0; i < 30; i++) many = keepTrace(trace(`p${i}`, two))(many)
    expect(many.traces).to.have.length(MOST_TRACES)
    const wrong = (traces: Trace[]) => {
      const answer = read({ ...build, traces })
      return answer.ok ? '' : answer.faults.map((f) => f.path).join()
    }
    expect(wrong([trace('a', two), trace('a', side)])).to.match(/traces\[1\]/)
    expect(wrong([trace('a', { ...two, mm: 0 })])).to.match(/traces\[0\]\.scale/)
    // what was drawn on a picture leaves the plan alone
    const plan = planner()
    expect(finished(plan(build)).forms).to.equal(finished(plan(weir)).forms)
  })
})

describe('Traced from a picture', () => {
  it('a grid photographed aslant is traced back within 0.5 mm, corners and clicks to half a pixel', () => {
    const slips = fc.double({ min: -0.5, max: 0.5, noNaN: true })
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 350, max: 900, noNaN: true }),
          fc.double({ min: 150, max: 500, noNaN: true }),
          fc.double({ min: -150, max: 150, noNaN: true })
        ),
        fc.array(slips, { minLength: 8, maxLength: 8 }),
        ([high, back, aside], slip) => {
          const see = camera(high, back, aside, 5000)
          const marked = ([u, v]: Point2, i: number): Point2 => [
            u + slip[2 * i],
            v + slip[2 * i + 1]
          ]
          const scale = seenBy(see) as PictureScale & { by: 'four' }
          const off = {
            ...scale,
            corners: scale.corners.map(marked) as unknown as typeof scale.corners
          }
          const back_ = ontoPlan(off, mole.base)
          for (let x = 50; x < W; x += 100)
            for (let y = 50; y < D; y += 100) {
              const [gotX, gotY] = back_(see([x, y]))
              expect(Math.hypot(gotX - x, gotY - y)).to.be.below(0.5)
            }
        }
      ),
      { numRuns: runs(60), seed: 12 }
    )
  })

  it('by two points: upright over the middle of the base, true to their distance; one point twice is refused', () => {
    const scale = (b: Point2): PictureScale => ({
      by: 'two',
      points: [[200, 500], b],
      mm: 250,
      widthPx: 1000,
      heightPx: 800
    })
    const at = ontoPlan(scale([700, 500]), mole.base)
    expect(at([500, 400])).to.deep.equal([W / 2, D / 2])
    const [[x1, y1], [x2, y2]] = [at([200, 100]), at([200, 300])]
    expect(x2 - x1).to.be.closeTo(0, 1e-9)
    expect(y1 - y2).to.be.closeTo(100, 1e-9)
    expect(() => ontoPlan(scale([200, 500]), mole.base)).to.throw(/points: are one/)
    const flat = {
      ...seenBy(lens),
      corners: [
        [0, 0],
        [1, 1],
        [2, 2],
        [0, 9]
      ]
    } as PictureScale
    expect(() => ontoPlan(flat, mole.base)).to.throw(/lie on a line/)
  })

  it('crests seen aslant give the period and the way of the waves that made them', () => {
    const [periodS, deg] = [6, 30]
    const form = planOfMole.forms.seas[0]
    const gap = (wavelength(periodS, form.offshoreM) / planOfMole.forms.scale) * 1000
    const h = (deg * Math.PI) / 180
    const crest = (s: number): TracedLine => ({
      kind: 'crest',
      points: [-60, 0, 60].map((t) =>
        lens([100 + s * Math.cos(h) - t * Math.sin(h), 60 + s * Math.sin(h) + t * Math.cos(h)])
      )
    })
    const lines = [0, 1, 2].map((k) => crest(k * gap))
    const [found] = proposals(mole, planOfMole, lines, seenBy(lens), sea.id)
    const after = seasOf(found.edit(mole))[0]
    expect(after.periodS).to.be.closeTo(periodS, 0.1)
    expect(after.headingDeg).to.be.closeTo(deg, 1)
    expect(written(found.range)).to.match(/^[\d.]+ to [\d.]+ s$/)
    const [low, high] = written(found.range)
      .match(/[\d.]+/g)!
      .map(Number)
    expect(low).to.be.below(periodS)
    expect(high).to.be.above(periodS)
    // one crest alone says nothing
    expect(proposals(mole, planOfMole, lines.slice(0, 1), seenBy(lens), sea.id)).to.deep.equal([])
  })

  it('a shoreline, stones and foam lie where they lay; white is their share of it', () => {
    const [pool] = poolsOf(mole)
    const round = (x: number, y: number, r: number, n = 40): Point2[] =>
      Array.from({ length: n }, (_, i) => {
        const a = (2 * Math.PI * i) / n
        return [x + r * Math.cos(a), y + r * Math.sin(a)] as Point2
      })
    const line = (kind: TracedLine['kind'], ring: Point2[]): TracedLine => ({
      kind,
      points: ring.map(lens)
    })
    const lines = [
      line('shore', round(200, 130, 100)),
      line('foam', round(200, 130, 50)),
      line('stone', round(240, 100, 8)),
      line('stone', round(150, 160, 5))
    ]
    const found = proposals(mole, planOfMole, lines, seenBy(lens), pool.id)
    const by = (id: string) => found.find((p) => p.id === id)!
    const outlined = poolsOf(by('shore').edit(mole))[0].outline
    expect(outlined).to.have.length(40)
    for (const c of outlined) expect(Math.hypot(c.x - 200, c.y - 130)).to.be.closeTo(100, 0.2)
    expect(by('foam').edit(mole).finish.yours).to.deep.include({ water: pool.id, pct: 25 })
    const stones = poolsOf(by('stones').edit(mole))[0].standing.slice(pool.standing.length)
    expect(
      stones.map((t) => [Math.round(t.x), Math.round(t.y), Math.round(t.widthMm)])
    ).to.deep.equal([
      [240, 100, 16],
      [150, 160, 10]
    ])
    expect(new Set(stones.map((t) => t.id)).size).to.equal(2)
  })

  it('a fall from its side gives the flow that lands there, whatever the scale; a lip moves both its corners', () => {
    const plan = derivePlan(weir)
    const [fall] = fallsOf(weir)
    const form = plan.forms.falls.find((f) => f.id === fall.id)!
    const [out, down] = [form.curve!.landMm, form.lipMm - form.footMm]
    const lines: TracedLine[] = [
      {
        kind: 'sheet',
        points: [
          [300, 100],
          [300 + 7 * out, 100 + 7 * down]
        ]
      }
    ]
    const scale: PictureScale = {
      by: 'two',
      points: [
        [0, 0],
        [10, 0]
      ],
      mm: 3,
      widthPx: 800,
      heightPx: 600
    }
    const [found] = proposals(weir, plan, lines, scale, fall.id)
    const after = planUntil(found.edit(weir), 'forms').falls.find((f) => f.id === fall.id)!
    expect(after.curve!.landMm / out).to.be.closeTo(1, 0.02)
    const top = ontoPlan(scale, weir.base)
    const lip: TracedLine = {
      kind: 'lip',
      points: [
        [380, 250],
        [470, 262]
      ]
    }
    const [moved] = proposals(weir, plan, [lip], scale, fall.id)
    const pool = poolsOf(moved.edit(weir)).find((p) => p.id === fall.lip!.pool)!
    const i = pool.outline.findIndex((c) => c.id === fall.lip!.corner)
    const ends = [pool.outline[i], pool.outline[(i + 1) % pool.outline.length]]
    const wanted = lip.points
      .map(top)
      .map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10])
    expect(ends.map((c) => [c.x, c.y])).to.have.deep.members(wanted)
    expect(reachesOf(moved.edit(weir))).to.deep.equal(reachesOf(weir))
  })
})
