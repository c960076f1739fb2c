import { expect } from 'chai'
import fc from 'fast-check'
import {
  chainDrop,
  changePool,
  changeSea,
  changeSplash,
  setCause,
  stretchChain,
  type Edit
} from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { mending } from '../../core/build/mend'
import {
  poolsOf,
  splashesOf,
  type Build,
  type Pool,
  type Sea,
  type Splash
} from '../../core/build/types'
import { awayFrom, middleOf } from '../../core/physics/shape/polygon'
import { crownOf, FAN_DEG, STANCES } from '../../core/physics/water/spray/crown'
import { cellAt } from '../../core/physics/shape/grid'
import { newFrom } from '../../core/exchange/newFile'
import type { Plan } from '../../core/plan/derivePlan'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import { whiteAtRunEdges } from '../../core/plan/2-forms/ran/edgesInRun'
import type { RunResult } from '../../core/running/keptRun'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { written } from '../../core/words/sentence'

const NOW = { start: '2026-11-24T18:00', zone: 'UTC' }
const mole = demo('2-mole-at-varnsey')
const planned = (build: Build, ...edits: Edit[]) =>
  planFor(edits.reduce((b, edit) => edit(b), build))
const seaOf = (plan: Plan) => plan.forms.seas[0]
const found = (plan: Plan, id: string) => plan.findings.find((f) => f.id.startsWith(id))

describe('Waves by wish', () => {
  const shores = [
    { scale: '1:48', widthMm: 300, depthMm: 200 },
    { scale: '1:160', widthMm: 500, depthMm: 300 },
    { scale: '1:24', widthMm: 260, depthMm: 500 }
  ].map((size) => newFrom({ name: 'Cove', waters: 'shore', ...size }, NOW))

  it('any kind is drawn on any of three beaches; the one click that is offered makes nature do it', () => {
    const kept: string[] = []
    for (const shore of shores)
      for (const wish of ['spilling', 'plunging', 'surging'] as const) {
        const wished = changeSea('sea1', { wish, crest: { x: 120, y: 90, lengthMm: 60 } })(shore)
        const plan = planFor(wished)
        const form = seaOf(plan)
        const where = `${shore.scale} ${wish}`
        expect(form.wish!.kind, where).to.equal(wish)
        expect(form.built!.face.kind, where).to.equal(wish)
        expect(form.breaks!.kind, where).to.equal(wish)
        if (form.wish!.byNature === wish) {
          expect(found(plan, 'wish:'), where).to.equal(undefined)
          continue
        }
        const note = found(plan, 'wish:')!
        expect(note.severity, where).to.equal('note')
        if (!note.mend) {
          kept.push(where)
          continue
        }
        const after = planFor(mending(note.mend)(wished))
        expect(seaOf(after).wish, where).to.include({ kind: wish, byNature: wish })
        expect(found(after, 'wish:'), where).to.equal(undefined)
        // the height was the builder's own, and stays
        expect(seaOf(after).breakerMm, where).to.be.closeTo(form.breakerMm, 1e-9)
      }
    // only a spilling wave on a short steep bed has no sea at all
    expect(
      kept.every((where) => where.endsWith('spilling')),
      kept.join()
    ).to.equal(true)
    expect(kept.length).to.be.at.most(2)
  })

  it('advice points the right way: a surging wave plunges on a flatter bed or in a shorter period', () => {
    const surging = changeSea('seas', { periodS: 25, breakerMm: 5, crest: null })(mole)
    const byNature: Build = {
      ...surging,
      waters: surging.waters.map((w) => (w.id === 'seas' ? { ...w, way: 'brushed-ridges' } : w))
    }
    const plan = planFor(byNature)
    expect(seaOf(plan).breaks!.kind).to.equal('surging')
    expect(written(found(plan, 'surges:')!.wayOut)).to.match(/flatter beach or a shorter period/)
    const { sea } = seaOf(planned(byNature, changeSea('seas', { wish: 'plunging' }))).wish!
    expect(
      sea.distance === 0 ? sea.periodS < 25 : sea.beachSlope < seaOf(plan).beachSlope!
    ).to.equal(true)
  })

  it('a tide does it where the beach is flatter or steeper at another level; what ran up runs back down the bed', () => {
    // a ledge that hardly falls, and a steep bank behind it which the sea reaches only when it is high
    const [wide, deep] = [300, 200]
    const ledge = newFrom(
      { name: 'Ledge', waters: 'shore', scale: '1:87', widthMm: wide, depthMm: deep },
      NOW
    )
    const bed = (y: number) => (y < 110 ? 4 + 0.14 * y : 19.4 + 0.5 * (y - 110))
    const low: Build = {
      ...ledge,
      waters: ledge.waters.map((w) =>
        w.kind === 'pool'
          ? {
              ...w,
              levelMm: 27,
              brimMm: 60,
              damTopMm: 60,
              soundings: Array.from({ length: 21 * 11 }, (_, i): [number, number, number] => {
                const [x, y] = [5 + (i % 21) * 14.5, 5 + Math.floor(i / 21) * 15]
                return [x, y, bed(y)]
              })
            }
          : w
      )
    }
    const sea = (change: Partial<Sea>) =>
      changeSea('sea1', { breakerMm: 5, crest: null, ...change })
    const pool = poolsOf(low)[0].id
    let met = 0
    for (const wish of ['plunging', 'surging'] as const)
      for (const periodS of [3, 4, 5, 6, 7, 8, 9, 10])
        for (const way of seaOf(planned(low, sea({ wish, periodS }))).wish!.ways) {
          if (!('levelMm' in way)) continue
          met++
          const high = way.levelMm > 27
          expect(written(way.label)).to.match(
            high ? /^High tide: raise the/ : /^Low tide: lower the/
          )
          const tide = planned(
            low,
            sea({ wish, periodS }),
            changePool(pool, { levelMm: way.levelMm })
          )
          expect(seaOf(tide).wish).to.include({ kind: wish, byNature: wish })
          expect(seaOf(tide).breakerMm).to.be.closeTo(5, 1e-9)
        }
    expect(met).to.be.above(0)
    const { backwash, breaks, washLines } = seaOf(planned(low, sea({ periodS: 8 })))
    expect(washLines.length).to.be.above(0)
    expect(backwash.length).to.be.above(5)
    for (const line of backwash) {
      const heights = line.map(([, y]) => bed(y))
      expect(heights.at(-1)!).to.be.below(heights[0])
      // Battjes' run-down; two cells of the map to spare on the steep bank
      const foot = 27 + Math.min(0, breaks!.runUpMm * (1 - 0.4 * breaks!.iribarren))
      expect(heights.at(-1)!).to.be.above(foot - 2.2)
    }
  })

  it('painted depth: crests run, close up and break as over the depth that is seen, and the run over the real one', () => {
    const real = seaOf(planFor(mole))
    const twice = seaOf(planned(mole, changeSea('seas', { paintedM: 2 * real.offshoreM })))
    expect(twice.painted).to.be.closeTo(2, 1e-9)
    expect(twice.spacingMm.offshore).to.be.above(1.1 * real.spacingMm.offshore)
    expect(twice.beachSlope!).to.be.closeTo(2 * real.beachSlope!, 1e-9)
    // as high a wave breaks in half the water that stands there, give or take the slope’s share
    expect(twice.breaks!.depthMm / real.breaks!.depthMm).to.be.within(0.35, 0.55)
    const build = changeSea('seas', { paintedM: 9, wish: 'spilling' })(mole)
    expect(readBuild(writeBuild(build))).to.deep.equal({ ok: true, value: build })
    for (const change of [{ paintedM: -1 }, { wish: 'rolling' }] as unknown as Partial<Sea>[])
      expect(readBuild(writeBuild(changeSea('seas', change)(mole))).ok).to.equal(false)
  })

  it('where no crest stands on the base none is priced, and no new sea begins so', () => {
    const gel = (plan: Plan) =>
      plan.amounts.shopping.find((l) => l.material === 'heavy-gloss-gel')?.amount ?? 0
    const [shore] = shores
    expect(gel(planFor(shore))).to.be.within(5, 60)
    const sea = seaOf(planFor(shore))
    const most = Array.from({ length: 10 }, (_, i) => ({
      crests: seaOf(planned(shore, changeSea('sea1', { phase: i / 10, periodS: 30 }))).crests
        .length,
      gel: gel(planned(shore, changeSea('sea1', { phase: i / 10, periodS: 30 })))
    }))
    expect(sea.crests.length).to.be.above(0)
    for (const { crests, gel: ml } of most) if (crests === 0) expect(ml).to.be.below(12)
    expect(most.some((m) => m.crests === 0)).to.equal(true)
  })
})

describe('Splashes by wish', () => {
  it('go as high as they are wished at the speed that throws them there, in as many fingers; too high is said', () => {
    const of = (change: object) => planned(mole, changeSplash('column', change)).forms.splashes[0]
    const { heightMm, from, speedMS } = of({ heightMm: 40 })
    expect(heightMm).to.be.closeTo(40, 1e-9)
    expect(written(from)).to.match(/height wished, as /)
    expect(of({ heightMm: 80 }).speedMS / speedMS).to.be.closeTo(Math.SQRT2, 1e-9)
    expect(of({ fingers: 7 }).fingers).to.equal(7)
    // 700 mm at 1:100 stand for 70 m: drawn, and said
    const storm = planned(mole, changeSplash('column', { heightMm: 700 }))
    expect(written(found(storm, 'storm:column')!.number)).to.match(/^700 mm, 70 m full size/)
    expect(found(planned(mole, changeSplash('column', { heightMm: 590 })), 'storm:')).to.equal(
      undefined
    )
    // higher than any water: drawn as high as it goes, and warned of
    const tall = planned(mole, changeSplash('column', { heightMm: 9000 }))
    expect(written(found(tall, 'too-high:column')!.number)).to.match(/^9000 mm wished, \d+/)
    expect(tall.forms.splashes[0].speedMS).to.equal(120)
    expect(found(tall, 'too-high:column')!.severity).to.equal('warn')
    expect(found(planned(mole, changeSplash('column', { heightMm: 40 })), 'too-high')).to.equal(
      undefined
    )
  })

  it('panels meet edge to edge in a ring or a fan, and stand while their weight lies over their foot', () => {
    const shapes = fc.record({
      stance: fc.constantFrom(...STANCES),
      count: fc.integer({ min: 3, max: 24 }),
      widthMm: fc.double({ min: 1, max: 200, noNaN: true }),
      heightMm: fc.double({ min: 1, max: 200, noNaN: true }),
      leanMm: fc.double({ min: 0, max: 100, noNaN: true })
    })
    fc.assert(
      fc.property(shapes, (shape) => {
        const c = crownOf(shape)
        // the flat panel's sides are as long as the seams between foot and top corners in space
        const side = Math.hypot((c.topMm - c.footMm) / 2, c.slantMm)
        for (let i = 0; i < c.foot.length; i++) {
          const seam = Math.hypot(
            c.top[i][0] - c.foot[i][0],
            c.top[i][1] - c.foot[i][1],
            shape.heightMm
          )
          expect(side).to.be.closeTo(seam, 1e-6 * seam)
        }
        const along = c.foot.slice(1).map((p, i) => awayFrom(p, c.foot[i]))
        for (const edge of along) expect(edge).to.be.closeTo(c.footMm, 1e-6 * c.footMm)
        // a ring closes, and its weight lies over its middle: it always stands, to its flat sides
        if (shape.stance === 'ring') {
          expect(awayFrom(c.foot[0], c.foot.at(-1)!)).to.be.closeTo(c.footMm, 1e-6 * c.footMm)
          expect(c.centroidMm[0]).to.be.closeTo(0, 1e-9 * shape.widthMm)
          const inradius = (shape.widthMm / 2) * Math.cos(Math.PI / c.count)
          expect(c.armMm).to.be.closeTo(inradius, 1e-6 * inradius)
        }
        // upright panels turn by the polygon's own angle
        if (shape.leanMm === 0)
          expect(c.seamDeg).to.be.closeTo((shape.stance === 'ring' ? 360 : FAN_DEG) / c.count, 1e-6)
      })
    )
    // upright panels weigh at their middle, each at the mean of its own corners
    const fan = crownOf({ stance: 'fan', count: 2, widthMm: 40, heightMm: 20, leanMm: 0 })
    const mids = [0, 1].map((i) => (fan.foot[i][0] + fan.foot[i + 1][0]) / 2)
    expect(fan.centroidMm[0]).to.be.closeTo((mids[0] + mids[1]) / 2, 1e-9)
    expect(fan.centroidMm[1]).to.be.closeTo(10, 1e-9)
    // leaning far out it falls on its face
    expect(
      crownOf({ stance: 'fan', count: 4, widthMm: 10, heightMm: 20, leanMm: 30 }).armMm
    ).to.be.below(0)
  })

  it('a ring is made in panels that are joined, templates and all; a fan that leans too far is told of', () => {
    const skin = { way: 'bag-skin', cause: 'fish', loDeg: 40, hiDeg: 80, heightMm: 30 } as const
    const joined = (crown: Splash['crown']) =>
      planned(mole, (b) => ({
        ...b,
        waters: b.waters.map((w) => (w.id === 'column' ? { ...w, ...skin, crown } : w))
      }))
    const alone = joined(null)
    const ring = joined({ stance: 'ring', panels: 6 })
    const part = (plan: Plan) => plan.stacks.forms.find((f) => f.id === 'column')!.part!
    expect(part(alone).count).to.equal(1)
    expect(part(ring)).to.include({ name: 'Panel', count: 6, spares: 1 })
    expect(part(ring).standing!.stands).to.equal(true)
    expect(ring.templates.filter((t) => t.water === 'column').map((t) => t.name)).to.have.length(3)
    // what it throws up lies about it on every side
    const { foot, patch } = ring.forms.splashes[0]
    expect(foot).to.have.length(6)
    const middle = middleOf(patch)
    const { x, y } = splashesOf(mole)[0]
    expect(awayFrom(middle, [x, y])).to.be.below(0.5)
    const hours = (plan: Plan) =>
      plan.steps.steps.find((s) => s.water === 'column' && /panels/.test(s.title))!.handsMin
    expect(hours(ring)).to.be.above(hours(alone))
    expect(found(ring, 'tips:')).to.equal(undefined)
    const fan = joined({ stance: 'fan', panels: 4 })
    expect(part(fan).standing!.stands).to.equal(false)
    expect(written(found(fan, 'tips:')!.wayOut)).to.match(/Close it to a ring/)
  })

  it('rain, fish and paddles throw as they do in any water; a boulder by what meets it', () => {
    const by = (cause: Splash['cause']) =>
      planned(mole, changeSplash('column', { speedMS: null }), setCause('column', cause)).forms
        .splashes[0]
    expect(written(by('fish').from)).to.match(/a fish that leaps/)
    expect(written(by('paddle').from)).to.match(/a paddle/)
    expect((by('rain').heightMm * 100) / 1000).to.be.closeTo(0.02, 1e-6)
    expect(written(by('boulder').from)).to.equal(by('wall').from)
  })
})

describe('What the app begins with', () => {
  it('at every scale and size has a plan without a stop or a warning, a finishing date, and amounts that grow with the base', () => {
    const scales = ['1:12', '1:22.5', '1:48', '1:64.3', '1:67.5', '1:87.1', '1:160', '1:450']
    const sizes = [
      [70, 80],
      [150, 100],
      [300, 200],
      [600, 400],
      [1200, 600]
    ]
    const gelAt = new Map<string, number>()
    for (const waters of ['pool', 'pool-fall', 'pool-fall-pool', 'rapid', 'shore'])
      for (const scale of scales) {
        let last = { gel: 0, resin: 0 }
        for (const [widthMm, depthMm] of sizes) {
          const where = `${waters} ${scale} ${widthMm} × ${depthMm}`
          const plan = planFor(
            newFrom({ name: 'x', scale, widthMm, depthMm, waters, free: 'daily' }, NOW)
          )
          expect(
            plan.findings
              .filter((f) => f.severity === 'stop' || f.severity === 'warn')
              .map((f) => f.title),
            where
          ).to.deep.equal([])
          expect(plan.days.finish, where).to.match(/^2026-12/)
          const sum = (of: RegExp) =>
            plan.amounts.shopping.reduce((all, l) => all + (of.test(l.material) ? l.amount : 0), 0)
          const now = { gel: sum(/gel/), resin: sum(/epoxy|resin/) }
          expect(now.gel, where).to.be.above(last.gel)
          expect(now.resin, where).to.be.above(last.resin)
          last = now
          for (const fall of plan.forms.falls) {
            expect(fall.missesMm, where).to.equal(0)
            const own = plan.forms.white.waters.find((w) => w.water === fall.id)
            if (fall.curve!.landMm > 2 * plan.forms.white.grid.cellMm)
              expect(own?.sharePct, where).to.be.above(0)
          }
          if (waters !== 'pool' && waters !== 'shore')
            gelAt.set(`${waters} ${scale} ${widthMm}`, plan.stacks.forms[0].laying!.finalMm)
        }
      }
    // gel of a rapid or a fall is thin at every scale, and does not leap between two that are near
    for (const [at, mm] of gelAt) expect(mm, at).to.be.within(/rapid/.test(at) ? 0.8 : 0.15, 4)
    for (const waters of ['pool-fall', 'pool-fall-pool', 'rapid'])
      for (const [widthMm] of sizes) {
        const at = (scale: string) => gelAt.get(`${waters} ${scale} ${widthMm}`)!
        expect(at('1:67.5') / at('1:64.3'), waters).to.be.within(0.9, 1.1)
        expect(at('1:64.3') / at('1:48'), waters).to.be.within(0.8, 1.25)
        expect(at('1:48') / at('1:22.5'), waters).to.be.within(0.8, 1.25)
      }
  })
})

describe('White where waves meet things', () => {
  const shore = changeSea('sea1', { breakerMm: 7.5 })(
    newFrom({ name: 'Cove', waters: 'shore', scale: '1:87', widthMm: 300, depthMm: 200 }, NOW)
  )
  const withPool = (build: Build, change: (p: Pool) => Pool): Build => ({
    ...build,
    waters: build.waters.map((w) => (w.kind === 'pool' ? change(w) : w))
  })
  const stack = { name: 'Stack', shape: 'stone', x: 150, y: 110, widthMm: 30, depthMm: 20 } as const
  const rock = withPool(shore, (p) => ({
    ...p,
    standing: [{ ...stack, id: 'r', heightMm: 40, afterPour: 0 }]
  }))
  const AT = 'rocks, walls and cliffs'
  const zone = (plan: Plan) => plan.forms.white.zones.find((z) => z.zone === AT)

  it('a rock in a sea is white to windward, little to leeward, and not at all in still water; a bare beach is as it was', () => {
    const forms = planFor(rock).forms
    expect(zone(planFor(rock))!.areaMm2).to.be.above(200)
    const at = (x: number, y: number) => forms.white.pct[cellAt(forms.white.grid, [x, y])]
    expect(at(150, 98)).to.be.above(20)
    expect(at(150, 98)).to.be.above(2 * at(150, 122))
    expect(zone(planFor(shore))).to.equal(undefined)
    const still: Build = { ...rock, waters: rock.waters.filter((w) => w.kind !== 'sea') }
    expect(planFor(still).forms.white.wholePct).to.equal(0)
    // half as high a wave, far less of it
    const low = planned(rock, changeSea('sea1', { breakerMm: 2 }))
    const area = (plan: Plan) => (zone(plan)?.areaMm2 ?? 0) * (zone(plan)?.sharePct ?? 0)
    expect(area(low)).to.be.below(0.5 * area(planFor(rock)))
  })

  it('a cliff in a breaking sea is white at its foot; where the model is cut nothing is', () => {
    const cliff = withPool(shore, (p) => ({
      ...p,
      outline: [
        { id: 'c1', x: 0, y: 0, edge: 'dam' },
        { id: 'c2', x: 300, y: 0, edge: 'dam' },
        { id: 'c3', x: 300, y: 120, edge: 'dam' },
        { id: 'c5', x: 0, y: 120, edge: 'dam' }
      ],
      soundings: p.soundings.filter((s) => s[1] <= 115)
    }))
    const { forms } = planFor(cliff)
    const at = (x: number, y: number) => forms.white.pct[cellAt(forms.white.grid, [x, y])]
    expect(forms.white.zones.some((z) => z.zone === AT)).to.equal(true)
    expect(at(150, 117)).to.be.above(15)
    expect(at(150, 117)).to.be.above(at(150, 60) + 10)
    for (const [x, y] of [
      [150, 2],
      [2, 60],
      [298, 60]
    ])
      expect(at(x, y), `${x}, ${y}`).to.be.at.most(at(150, 60) + 3)
  })
})

describe('White where streams meet things', () => {
  const rapid = newFrom(
    { name: 'Chute', waters: 'rapid', scale: '1:64', widthMm: 300, depthMm: 200 },
    NOW
  )
  const banks = (build: Build) => planFor(build).forms.white.zones.find((z) => z.zone === 'banks')

  it('a fast stream washes white along its banks, a slow one does not', () => {
    const fast: Build = { ...rapid, flow: { mood: 'spate', dischargeM3S: null } }
    const { forms } = planFor(fast)
    const speeds = forms.reaches[0].stations.map((s) => s.speedMS)
    expect(Math.max(...speeds)).to.be.above(1.6)
    const zone = banks(fast)!
    expect(zone.sharePct).to.be.within(3, 50)
    // a thread of it, in hardly any slope
    const gentle: Build = {
      ...rapid,
      flow: { mood: 'trickle', dischargeM3S: 0.02 },
      waters: rapid.waters.map((w) =>
        w.kind === 'reach' ? { ...w, path: w.path.map((p, i) => ({ ...p, bedMm: 20 - i })) } : w
      )
    }
    const slow = planFor(gentle).forms.reaches[0].stations.map((s) => s.speedMS)
    expect(Math.max(...slow)).to.be.below(1.6)
    expect(banks(gentle)).to.equal(undefined)
  })

  it('in water that ran a pier is white by the speed that strikes it, most to the front, none in still water', () => {
    const grid = { x0: 0, y0: 0, cellMm: 2, cols: 100, rows: 60 }
    const pier = (cell: number) => {
      const [col, row] = [cell % grid.cols, Math.floor(cell / grid.cols)]
      return col >= 45 && col < 55 && row >= 25 && row < 35
    }
    const at = (speedMS: number) => {
      const field = (wet: number, dry: number) =>
        Float32Array.from({ length: 6000 }, (_, c) => (pier(c) ? dry : wet))
      const fields = {
        levelMm: field(20, 40),
        depthMm: field(10, 0),
        xMS: field(speedMS, 0),
        yMS: field(0, 0)
      }
      const share = whiteAtRunEdges({ grid, fields, scale: 48 } as unknown as RunResult, grid)
      const of = (x: number, y: number) => share[cellAt(grid, [x, y])]
      return { share, front: of(88, 60), back: of(112, 60), side: of(100, 48), far: of(20, 20) }
    }
    const still = at(0)
    expect(Math.max(...still.share)).to.equal(0)
    const fast = at(3)
    expect(fast.front).to.be.above(0.6)
    expect(fast.front).to.be.above(2 * fast.side)
    expect(fast.side).to.be.above(fast.back)
    expect(fast.far).to.be.below(0.01)
    expect(at(1.6).front).to.be.within(0.02, 0.7 * fast.front)
    // the pier itself is dry
    expect(fast.share[30 * 100 + 50]).to.equal(0)
  })
})

describe('A river that runs off the base', () => {
  const made = newFrom(
    { name: 'Brook', waters: 'rapid', scale: '1:64', widthMm: 300, depthMm: 200 },
    NOW
  )
  const led = (y: number): Build => ({
    ...made,
    meets: ['front'],
    waters: made.waters
      .filter((w) => w.id !== 'pool2')
      .map((w) =>
        w.kind === 'reach' ? { ...w, path: [...w.path.slice(0, -1), { ...w.path.at(-1)!, y }] } : w
      )
  })

  it('is drawn to the edge that it ends just short of, and cut there at the depth it leaves with', () => {
    const { forms, templates } = planFor(led(4))
    const [run] = forms.reaches
    const last = run.stations.at(-1)!
    expect(last.at[1]).to.be.closeTo(0, 1e-9)
    const piece = forms.run.pieces.at(-1)!
    expect(piece.toMm - piece.fromMm).to.be.closeTo(148, 1e-6)
    expect(piece.surface.at(-1)![0]).to.be.closeTo(piece.toMm, 1e-6)
    // uniform: as deep as a little way up
    expect(last.froude).to.be.below(1)
    const near = run.stations.at(-6)!
    expect(last.surfaceMm - last.bedMm).to.be.closeTo(near.surfaceMm - near.bedMm, 0.02)
    const [end] = forms.ends
    expect(end.waters).to.deep.equal([
      { name: 'Rapid', levelMm: last.surfaceMm, fromMm: 120, toMm: 180 }
    ])
    const bedThere = end.ground.filter(([x]) => x > 121 && x < 179).map(([, z]) => z)
    for (const z of bedThere) expect(z).to.be.closeTo(last.bedMm, 1e-9)
    expect(Math.min(...end.ground.map((p) => p[1]))).to.be.closeTo(last.bedMm, 1e-9)
    expect(templates.some((t) => t.id === 'end-front')).to.equal(true)
    // in the middle of the base it ends where it is led to, and no face is cut
    const short = planFor(led(40)).forms
    expect(short.reaches[0].stations.at(-1)!.at[1]).to.be.closeTo(40, 1e-9)
    expect(short.ends[0].waters).to.deep.equal([])
    // through a pool that is dipped to the edge, the pool's own water stands beside the run
    const weir = demo()
    const { ends, reaches } = planFor({ ...weir, meets: ['front'] }).forms
    const race = reaches[0].stations.at(-1)!
    expect(race.at[1]).to.be.closeTo(0, 1e-9)
    expect(ends[0].waters).to.have.length(3)
    expect(ends[0].waters[1]).to.include({ levelMm: race.surfaceMm })
    for (const [i, w] of ends[0].waters.slice(1).entries())
      expect(w.fromMm).to.be.closeTo(ends[0].waters[i].toMm, 1e-6)
  })

  it('that leaves where it came in is told so', () => {
    const round = led(4)
    const back: Build = {
      ...round,
      waters: round.waters.map((w) =>
        w.kind === 'reach'
          ? {
              ...w,
              path: [
                { id: 'a', x: 60, y: 140, bedMm: 40 },
                { id: 'b', x: 240, y: 140, bedMm: 30 },
                { id: 'c', x: 240, y: 40, bedMm: 20 },
                { id: 'd', x: 65, y: 138, bedMm: 10 }
              ]
            }
          : w
      )
    }
    const plan = planFor(back)
    expect(written(plan.forms.reaches[0].faults[0].message)).to.match(/leaves where it came in/)
    const weir = demo()
    const shut: Build = {
      ...weir,
      running: { ...weir.running, source: { x: 200, y: 230 }, out: { x: 202, y: 231 } }
    }
    const notes = sceneMaker(shut).notes
    expect(written(notes.find((n) => n.kind === 'same-place')!.message)).to.match(/drag them apart/)
  })
})

describe('A chain stretched as a whole', () => {
  const depths = (build: Build) =>
    poolsOf(build).map((p) =>
      [p.brimMm, p.damTopMm, ...p.soundings.map((z) => z[2])].map((z) => p.levelMm - z)
    )
  it('keeps every depth, brim and dam, the lowest water where it is, and comes back', () => {
    for (const build of [demo(), demo('3-slalom-in-the-hollin-gorge')]) {
      const drop = chainDrop(build)!
      const low = Math.min(...poolsOf(build).map((p) => p.levelMm))
      for (const times of [0.5, 1.7]) {
        const other = stretchChain(drop * times)(build)
        expect(chainDrop(other)).to.be.closeTo(drop * times, 0.11)
        expect(Math.min(...poolsOf(other).map((p) => p.levelMm))).to.equal(low)
        depths(other).forEach((pool, i) =>
          pool.forEach((depth, k) => expect(depth).to.be.closeTo(depths(build)[i][k], 0.11))
        )
        const back = stretchChain(drop)(other)
        poolsOf(back).forEach((p, i) =>
          expect(p.levelMm).to.be.closeTo(poolsOf(build)[i].levelMm, 0.31)
        )
        const { reaches } = formsStage(other, groundStage(other), BUILT_IN_SHELF)
        expect(reaches.every((r) => r.faults.length === 0)).to.equal(true)
      }
      expect(stretchChain(-3)(build)).to.equal(build)
    }
    const one = newFrom({ name: 'P', waters: 'pool', scale: 'N', widthMm: 90, depthMm: 90 }, NOW)
    expect(chainDrop(one)).to.equal(null)
    expect(stretchChain(40)(one)).to.equal(one)
  })
})
