import { expect } from 'chai'
import fc from 'fast-check'
import {
  addSea,
  changeBoulder,
  changeFall,
  changePool,
  changeReach,
  changeSea,
  moveCorner,
  moveWater,
  removeWater,
  setFlow,
  type Edit
} from '../../core/build/edits'
import { raiseTogether } from '../../core/build/heights'
import { takeMaps } from '../../core/build/runEdits'
import { mending } from '../../core/build/mend'
import type { Build, Reach, Sea } from '../../core/build/types'
import { formsStage, type FormsPlan } from '../../core/plan/2-forms/formsStage'
import { flowToLand } from '../../core/plan/2-forms/landing'
import { whiteMap } from '../../core/plan/2-forms/whiteMap'
import { cellAt, gridOver } from '../../core/physics/shape/grid'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { demo, fresh } from '../support/builds'
import { wild } from '../support/wild'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const formsOf = (build: Build): FormsPlan => formsStage(build, groundStage(build), BUILT_IN_SHELF)
const edited = (build: Build, ...edits: Edit[]) => edits.reduce((b, e) => e(b), build)
const weir = demo()
const mole = demo('2-mole-at-varnsey')
// its forms, not the run that it ships with
const gorge = takeMaps(null)(demo('3-slalom-in-the-hollin-gorge'))
const found = (build: Build, id: string) => planFor(build).findings.find((f) => f.id.startsWith(id))

/** A plain beach that rises to the back of the base; waves come in 40° off square. */
const beach: Build = edited(
  fresh({ pool: true, fall: false, poolBelow: false }),
  (b) => ({ ...b, base: { widthMm: 400, depthMm: 400 }, scale: '1:100' }),
  changePool('pool1', {
    outline: [
      { id: 'a', x: 0, y: 0, edge: 'dam' },
      { id: 'b', x: 400, y: 0, edge: 'dam' },
      { id: 'c', x: 400, y: 400, edge: 'shore' },
      { id: 'd', x: 0, y: 400, edge: 'shore' }
    ],
    levelMm: 50,
    brimMm: 51,
    damTopMm: 60,
    soundings: [
      [5, 5, 10],
      [395, 5, 10],
      [5, 200, 30],
      [395, 200, 30],
      [200, 100, 20],
      [200, 300, 40]
    ]
  }),
  addSea,
  (b) =>
    changeSea(b.waters[1].id, {
      headingDeg: 50,
      breakerMm: 8,
      periodS: 5,
      crest: { x: 200, y: 330, lengthMm: 60 }
    })(b)
)

/** The same scene built so many times as large at a scale so much finer: its real water is the same. */
function enlarged(build: Build, k: number): Build {
  const p = (at: readonly [number, number]): [number, number] => [at[0] * k, at[1] * k]
  const ratio = Number(build.scale.split(':')[1])
  return {
    ...build,
    scale: `1:${ratio / k}`,
    base: { widthMm: build.base.widthMm * k, depthMm: build.base.depthMm * k },
    section: { from: p(build.section.from), to: p(build.section.to) },
    ground: { ...build.ground, bankMm: build.ground.bankMm * k },
    waters: build.waters.map((w) => {
      if (w.kind === 'pool') {
        return {
          ...w,
          brimMm: w.brimMm * k,
          damTopMm: w.damTopMm * k,
          levelMm: w.levelMm * k,
          soundings: w.soundings.map(([x, y, z]) => [x * k, y * k, z * k] as const),
          outline: w.outline.map((c) => ({ ...c, x: c.x * k, y: c.y * k })),
          standing: w.standing.map((s) => ({
            ...s,
            x: s.x * k,
            y: s.y * k,
            widthMm: s.widthMm * k,
            depthMm: s.depthMm * k,
            heightMm: s.heightMm * k
          }))
        }
      }
      if (w.kind === 'reach')
        return {
          ...w,
          widthMm: w.widthMm * k,
          path: w.path.map((q) => ({
            ...q,
            x: q.x * k,
            y: q.y * k,
            bedMm: q.bedMm === undefined ? undefined : q.bedMm * k
          })),
          boulders: w.boulders.map((b) => ({
            ...b,
            x: b.x * k,
            y: b.y * k,
            widthMm: b.widthMm * k,
            heightMm: b.heightMm * k
          }))
        }
      if (w.kind === 'sea')
        return {
          ...w,
          breakerMm: w.breakerMm * k,
          crest: w.crest && { x: w.crest.x * k, y: w.crest.y * k, lengthMm: w.crest.lengthMm * k }
        }
      if (w.kind === 'splash')
        return {
          ...w,
          x: w.x * k,
          y: w.y * k,
          zMm: w.zMm * k,
          widthMm: w.widthMm * k,
          dropMm: w.dropMm === null ? null : w.dropMm * k
        }
      return w
    })
  }
}

describe('The run of water', () => {
  it('carries one discharge at every station of every form, whatever the mood and the rocks', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 2.2, noNaN: true }),
        fc.double({ min: 40, max: 110, noNaN: true }),
        fc.constantFrom('smooth', 'gravel', 'cobbles', 'boulders' as const),
        (flow, widthMm, bed) => {
          const forms = formsOf(
            edited(
              gorge,
              setFlow({ dischargeM3S: flow }),
              changeReach('rapid', { widthMm, bed: bed as Reach['bed'] })
            )
          )
          for (const r of forms.reaches)
            for (const s of r.stations)
              expect(
                s.speedMS * ((s.surfaceMm - s.bedMm) * 0.035) * (r.widthMm * 0.035)
              ).to.be.closeTo(flow, 1e-6 * flow)
          for (const f of forms.falls)
            if (f.curve)
              expect(f.curve.unitDischargeM2S * f.widthMm * 0.035).to.be.closeTo(flow, 1e-9)
          for (const p of forms.run.pieces) expect(p.dischargeM3S).to.equal(flow)
        }
      ),
      { numRuns: runs(40), seed: 21 }
    )
  })

  it('never gains energy on its way down, from pool to fall to rapid, through jumps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.3, noNaN: true }),
        fc.constantFrom(gorge, weir),
        (flow, build) => {
          const { run } = formsOf(
            setFlow({ dischargeM3S: build === weir ? flow * 0.6 : flow })(build)
          )
          const starved = run.clashes.some((c) => c.kind === 'starved')
          let last = Infinity
          for (const piece of run.pieces) {
            for (const [, head] of piece.head) {
              if (starved && piece.kind === 'reach' && head > last) last = head
              expect(head, `${piece.name} at ${flow}`).to.be.at.most(last + 0.55)
              last = Math.min(last, head)
            }
          }
        }
      ),
      { numRuns: runs(30), seed: 3 }
    )
    // inside a run the line only falls, to rounding
    for (const build of [gorge, weir])
      for (const r of formsOf(build).reaches)
        r.stations.forEach((s, i) => {
          if (i > 0) expect(s.headMm).to.be.at.most(r.stations[i - 1].headMm + 1e-6)
        })
  })

  it('Froude: the same scene twice as large at half the reduction has the same real water', () => {
    for (const build of [weir, gorge, mole]) {
      const [a, b] = [formsOf(build), formsOf(enlarged(build, 2))]
      expect(b.run.flow.dischargeM3S).to.be.closeTo(a.run.flow.dischargeM3S, 1e-9)
      a.falls.forEach((f, i) => {
        expect(b.falls[i].curve!.landMm).to.be.closeTo(2 * f.curve!.landMm, 1e-6)
        expect(b.falls[i].curve!.landAngleDeg).to.be.closeTo(f.curve!.landAngleDeg, 1e-6)
        expect(b.falls[i].hang).to.equal(f.hang)
      })
      a.reaches.forEach((r, i) => {
        const twin = b.reaches[i]
        expect(twin.jumps.map((j) => j.kind)).to.deep.equal(r.jumps.map((j) => j.kind))
        r.jumps.forEach((j, k) => {
          expect(twin.jumps[k].froude).to.be.closeTo(j.froude, 0.06 * j.froude)
        })
      })
      a.seas.forEach((s, i) => {
        const twin = b.seas[i]
        expect(twin.breaks!.kind).to.equal(s.breaks!.kind)
        expect(twin.breaks!.depthMm).to.be.closeTo(2 * s.breaks!.depthMm, 0.02 * s.breaks!.depthMm)
        expect(twin.spacingMm.offshore).to.be.closeTo(
          2 * s.spacingMm.offshore,
          0.02 * s.spacingMm.offshore
        )
      })
      a.splashes.forEach((s, i) => {
        expect(b.splashes[i].heightMm).to.be.closeTo(2 * s.heightMm, 0.05 * s.heightMm + 1e-6)
      })
      expect(b.white.wholePct).to.be.closeTo(a.white.wholePct, 3)
    }
  })

  it('unrolls in the order of the chain, and says when neighbours contradict each other', () => {
    const { run } = formsOf(gorge)
    expect(run.pieces.map((p) => p.water)).to.deep.equal([
      'putin',
      'ledgefall',
      'ledge',
      'rapid',
      'eddy'
    ])
    expect(run.clashes).to.deep.equal([])
    run.pieces.forEach((p, i) => {
      if (i > 0) expect(p.fromMm).to.equal(run.pieces[i - 1].toMm)
    })
    expect(
      written(found(changePool('eddy', { levelMm: 60, brimMm: 62 })(gorge), 'uphill:eddy')!.number)
    ).to.equal('6 mm uphill')
    expect(written(found(moveWater('ledgefall', 1)(gorge), 'order:ledgefall')!.wayOut)).to.include(
      'Put-in'
    )
    const starved = found(
      changeReach('rapid', {
        path: (gorge.waters[3] as Reach).path.map((p, i) => (i < 2 ? { ...p, bedMm: 49 } : p))
      })(gorge),
      'starved:rapid'
    )!
    expect(written(starved.number)).to.match(/mm short$/)
    expect(written(starved.wayOut)).to.include('Raise Ledge pool')
  })

  it('a rapid that would run uphill is named where it was drawn', () => {
    const up = changeReach('rapid', {
      path: (gorge.waters[3] as Reach).path.map((p, i) => ({ ...p, bedMm: 20 + 5 * i }))
    })(gorge)
    const fault = found(up, 'reach-fault:rapid')!
    expect(fault.severity).to.equal('stop')
    expect(written(fault.title)).to.match(/runs uphill: its bed rises 40 mm/)
    expect(fault.at).to.have.length(2)
    expect(planFor(up).steps.steps.some((s) => s.water === 'rapid')).to.equal(false)
  })
})

describe('Falls', () => {
  it('land farther out the more water runs and the higher they are, and the lip takes the landing with it', () => {
    const land = (b: Build) => formsOf(b).falls[0]
    const flows = [0.05, 0.2, 0.6].map(
      (q) => land(setFlow({ dischargeM3S: q })(weir)).curve!.landMm
    )
    expect(flows[0]).to.be.below(flows[1])
    expect(flows[1]).to.be.below(flows[2])
    const moved = land(
      edited(
        weir,
        moveCorner('millpond', 'c2', [178, 170]),
        moveCorner('millpond', 'c3', [240, 171])
      )
    )
    expect(moved.landing![0][1] - land(weir).landing![0][1]).to.be.closeTo(10, 0.2)
  })

  it('a trickle clings, a step-cut drop goes from tread to tread and skims in flood; steep white, glassy crown', () => {
    const hang = (...edits: Edit[]) => formsOf(edited(weir, ...edits)).falls[0]
    expect(hang(setFlow({ dischargeM3S: 0.004 })).hang).to.equal('clinging')
    expect(
      hang(setFlow({ dischargeM3S: 0.05 }), changeFall('weir', { steps: 4, treadMm: 8 })).hang
    ).to.equal('steps')
    const flood = hang(setFlow({ dischargeM3S: 1.8 }), changeFall('weir', { steps: 8, treadMm: 4 }))
    expect(flood.hang).to.equal('skimming')
    expect(flood.curve!.whiteFraction).to.be.within(0, 1)
    const tall = formsOf({ ...edited(weir, changeFall('weir', { dropMm: 45 })), scale: '1:160' })
      .falls[0]
    expect(tall.curve!.whiteFraction).to.be.above(0)
    expect(tall.curve!.glassyMm).to.be.above(5)
  })

  it('a flow that drowns the drop, a lip that is dry, a lip too shallow: said, and mended in one click', () => {
    expect(written(found(setFlow({ dischargeM3S: 60 })(weir), 'fall-fault:weir')!.title)).to.match(
      /is drowned/
    )
    expect(
      written(
        found(
          changePool('millpond', {
            soundings: [
              [178, 165, 60],
              [240, 166, 60],
              [210, 240, 40]
            ],
            levelMm: 50
          })(weir),
          'lip-dry:weir'
        )!.reason
      )
    ).to.include('nothing runs over')
    const deep = setFlow({ dischargeM3S: 2 })(weir)
    const clash = found(deep, 'lip-deep:weir')!
    expect(written(clash.mend!.label)).to.match(/^Let .* m³\/s run$/)
    expect(found(mending(clash.mend!)(deep), 'lip-deep:weir')).to.equal(undefined)
  })

  it('at full size, and at 1:5000, the figures are doubted in words', () => {
    expect(
      written(
        found(setFlow({ dischargeM3S: null })({ ...weir, scale: '1:1' }), 'tiny-fall:weir')!.title
      )
    ).to.include('33 mm')
    expect(
      written(
        found(changeFall('weir', { dropMm: 90 })({ ...weir, scale: '1:5000' }), 'high-fall:weir')!
          .number
      )
    ).to.equal('450 m')
  })

  it('landing behind a rock is found, and the flow that lands on it really does', () => {
    const past = edited(
      gorge,
      setFlow({ dischargeM3S: 3 }),
      changePool('ledge', {
        standing: [
          {
            id: 's1',
            name: 'Landing rock',
            shape: 'stone',
            x: 138,
            y: 106,
            widthMm: 10,
            depthMm: 10,
            heightMm: 13,
            afterPour: 0
          }
        ]
      }),
      changeFall('ledgefall', { dropMm: 40 })
    )
    const missed = found(past, 'missed:ledgefall')!
    expect(written(missed.title)).to.include('lands behind Landing rock')
    const now = formsOf(mending(missed.mend!)(past)).falls[0]
    expect(now.rocks[0].lands).to.equal('on')
  })

  it('a landing that is dragged gives the flow that lands there', () => {
    const form = formsOf(weir).falls[0]
    for (const out of [8, 15, 22]) {
      const flow = flowToLand(form, 48, out)
      expect(formsOf(setFlow({ dischargeM3S: flow })(weir)).falls[0].curve!.landMm).to.be.closeTo(
        out,
        0.15
      )
    }
  })
})

describe('Waves', () => {
  const sea = (...edits: Edit[]) => formsOf(edited(mole, ...edits)).seas[0]
  it('a lower wave breaks nearer the shore, a longer one runs farther apart', () => {
    const at = [22, 17, 10, 5].map(
      (breakerMm) => sea(changeSea('seas', { breakerMm })).breaks!.offshoreMm
    )
    expect([...at].sort((a, b) => b - a)).to.deep.equal(at)
    expect(sea(changeSea('seas', { periodS: 7 })).spacingMm.offshore).to.be.above(
      sea().spacingMm.offshore
    )
  })

  it('crests close up as it shoals and turn to face the shore', () => {
    const { spacingMm } = sea()
    expect(spacingMm.atBreak!).to.be.below(spacingMm.at2!)
    expect(spacingMm.at2!).to.be.below(spacingMm.at4!)
    const near = formsOf(beach).seas[0].built!
    const far = formsOf(
      changeSea(beach.waters[1].id, { crest: { x: 200, y: 40, lengthMm: 60 } })(beach)
    ).seas[0].built!
    expect(far.headingDeg).to.be.within(47, 62)
    expect(near.headingDeg).to.be.within(far.headingDeg + 5, 90)
  })

  it('lies quiet in the lee of the mole, and white where it breaks', () => {
    const forms = formsOf(edited(mole, removeWater('column'), removeWater('wash')))
    const at = (x: number, y: number) => forms.white.pct[cellAt(forms.white.grid, [x, y])]
    const surf = forms.white.zones.find((z) => z.zone === 'surf')!
    expect(surf.sharePct).to.be.above(25)
    expect(at(310, 120)).to.be.above(at(420, 200))
  })

  it('waves that cross, a crest where it is too deep, too high, too steep: findings with a way out', () => {
    const second: Sea = {
      ...(mole.waters[1] as Sea),
      id: 'cross',
      name: 'Swell from the north',
      headingDeg: -80,
      crest: null
    }
    const crossed: Build = { ...mole, waters: [...mole.waters, second] }
    const crossing = found(crossed, 'crossing')!
    expect(written(crossing.number)).to.equal('98° apart')
    expect(found(mending(crossing.mend!)(crossed), 'crossing')).to.equal(undefined)
    const deep = found(
      changeSea('seas', { crest: { x: 60, y: 130, lengthMm: 80 } })(mole),
      'too-deep:seas'
    )!
    expect(written(deep.wayOut)).to.include('Drag the crest in')
    // a crest may stand in painted depth: said once, with a click that says so; then nothing more
    const high = changeSea('seas', { breakerMm: 40 })(mole)
    const drowns = found(high, 'drowns:seas')!
    expect(drowns.severity).to.equal('note')
    expect(written(drowns.number)).to.match(/^40 mm high; the deepest water is 25 mm$/)
    const paintedSea = mending(drowns.mend!)(high)
    for (const id of ['drowns:seas', 'too-shallow:seas'])
      expect(found(paintedSea, id), id).to.equal(undefined)
    expect(formsOf(paintedSea).seas[0].breaks!.depthMm).to.be.below(25)
    // too short a period is drawn with the shortest that stands, and one click takes it
    const short = changeSea('seas', { periodS: 1 })(mole)
    const longer = found(short, 'too-short:seas')!
    expect(written(longer.title)).to.match(/a longer period/)
    expect(formsOf(short).seas[0].periodS).to.be.above(1)
    expect(found(mending(longer.mend!)(short), 'too-short:seas')).to.equal(undefined)
    expect(
      written(
        found(changeSea(beach.waters[1].id, { headingDeg: -90, crest: null })(beach), 'no-shore')!
          .reason
      )
    ).to.include('run away from it')
    expect(
      written(found(changePool('sea', { levelMm: 0 })(mole), 'sea-fault:seas')!.title)
    ).to.include('no water here for waves')
    expect(
      written(
        found({ ...changeSea('seas', { periodS: 60 })(mole), scale: '1:5000' }, 'huge:seas')!.number
      )
    ).to.equal('85 m')
  })

  it('raised by wind: higher over a longer fetch, held by the depth in the end; whitecaps by the wind alone', () => {
    const by = (fetchKm: number) => sea(changeSea('seas', { drive: 'wind', windMS: 12, fetchKm }))
    expect(by(0.5).wind!.heldBy).to.equal('fetch')
    expect(by(0.5).offshoreHeightMm).to.be.below(by(5).offshoreHeightMm)
    expect(by(3000).wind!.heldBy).to.equal('depth')
    expect(by(0.5).whitecapPct).to.equal(by(3000).whitecapPct)
  })
})

describe('White, strokes and scale', () => {
  it('white fades outwards from the landing, gathers behind rocks, and the pond above stays clear', () => {
    const forms = formsOf(gorge)
    const fall = forms.falls[0]
    const at = (x: number, y: number) => forms.white.pct[cellAt(forms.white.grid, [x, y])]
    const line = [1, 0.5, 0.1].map((k) =>
      at(fall.landing![0][0] + fall.foamMm * (2 - 2 * k) + 1, 106)
    )
    expect(line[0]).to.be.above(line[1])
    expect(line[1]).to.be.above(line[2])
    expect(at(60, 110)).to.equal(0)
    const rock = forms.reaches[0].rocks.find((r) => r.id === 'r3')!
    const bare = formsOf(changeBoulder('rapid', 'r3', null)(gorge)).white
    expect(forms.white.pct[cellAt(forms.white.grid, [rock.at[0] - 8, rock.at[1]])]).to.be.above(
      bare.pct[cellAt(bare.grid, [rock.at[0] - 8, rock.at[1]])]
    )
  })

  it('shares stay within 0 and 100 %, zones lie on water, contours nest', () => {
    for (const build of [weir, mole, gorge]) {
      const { white } = formsOf(build)
      for (let c = 0; c < white.pct.length; c++) {
        expect(white.pct[c]).to.be.at.most(100)
        if (!white.wet[c]) expect(white.pct[c]).to.equal(0)
      }
      const cells = white.contours.map(({ pct }) =>
        white.pct.reduce((n, v) => n + (v >= pct ? 1 : 0), 0)
      )
      expect(cells[0]).to.be.at.least(cells[1])
      expect(cells[1]).to.be.at.least(cells[2])
    }
  })

  it('the map is filled by whatever can say how white a place is: two halves make three quarters', () => {
    const grid = gridOver(40, 20, 800, 1)
    const owner = new Int16Array(grid.cols * grid.rows).fill(0)
    const half = (zone: string) => ({
      water: 'run',
      zone,
      box: { from: [0, 0] as const, to: [20, 20] as const },
      at: (x: number) => (x < 20 ? 0.5 : 0)
    })
    const map = whiteMap(grid, owner, ['run'], [half('a'), half('b')])
    expect(map.pct[0]).to.equal(75)
    expect(map.waters[0].sharePct).to.be.closeTo(37.5, 1.5)
    expect(map.zones.map((z) => Math.round(z.sharePct))).to.deep.equal([50, 50])
  })

  it('strokes follow the stream and part round its rocks', () => {
    const { strokes } = formsOf(gorge)
    const own = strokes.filter((s) => s.water === 'rapid')
    expect(own.length).to.be.above(30)
    for (const s of own)
      expect(Math.abs(((s.headingDeg + 540) % 360) - 180), `at ${s.at}`).to.be.below(75)
  })

  it('what the gel cannot show at a scale is said: a pond at 1:48 has finer ripples than gel keeps; at 1:12 a bead may fly', () => {
    const checks = (build: Build) => formsOf(build).believable
    expect(checks(weir).find((c) => c.water === 'millpond')!.verdict).to.equal('too fine')
    expect(checks(weir).find((c) => c.what.includes('bead'))!.verdict).to.equal('too coarse')
    expect(
      checks({ ...weir, scale: '1:12' }).find((c) => c.what.includes('bead'))!.verdict
    ).to.equal('believable')
    for (const c of checks(weir)) expect(written(c.advice).length, c.what).to.be.above(5)
  })
})

describe('Wrong and wild water', () => {
  it('never throws, never gives a number that is none, and a plan that stops says why', () => {
    fc.assert(
      fc.property(fc.array(wild(), { minLength: 1, maxLength: 5 }), (edits) => {
        const build = edited(gorge, ...edits)
        const forms = formsOf(build)
        const bad: string[] = []
        JSON.stringify(forms, (key, value: unknown) => {
          if (typeof value === 'number' && !Number.isFinite(value)) bad.push(key)
          return ArrayBuffer.isView(value) ? null : value
        })
        expect(bad).to.deep.equal([])
      }),
      { numRuns: runs(90), seed: 77 }
    )
  })

  it('the whole plan of a wild build is made, with every finding complete', () => {
    fc.assert(
      fc.property(fc.array(wild(), { minLength: 2, maxLength: 4 }), (edits) => {
        for (const f of planFor(edited(gorge, ...edits)).findings)
          for (const key of ['title', 'number', 'reason', 'wayOut'] as const)
            expect(written(f[key]).length, `${f.id}.${key}`).to.be.above(1)
      }),
      { numRuns: runs(12), seed: 78 }
    )
  })
})

describe('Moving water where the section cuts it', () => {
  it('a sea stands half its height over and under the level, and a period later just as it stood', () => {
    const at = (phase: number) =>
      planFor({
        ...mole,
        waters: mole.waters.map((w) => (w.kind === 'sea' ? { ...w, phase } : w))
      }).forms.section.flatMap((p) => (p.pool ? p.line : []))
    const level = mole.waters.find((w) => w.kind === 'pool')!.levelMm
    const [now, half, whole] = [at(0.1), at(0.6), at(1.1 - 1e-9)]
    expect(now.length).to.be.above(100)
    now.forEach(([s, z], i) => {
      // half a period on, crests are troughs: the same distance from the level, on its other side
      expect(half[i][0]).to.equal(s)
      expect(half[i][1] - level).to.be.closeTo(level - z, 1e-6)
      expect(whole[i][1]).to.be.closeTo(z, 1e-5)
    })
    const [sea] = planFor(mole).forms.seas
    const most = Math.max(...now.map(([, z]) => Math.abs(z - level)))
    expect(most).to.be.within(
      0.25 * sea.breakerMm,
      0.75 * Math.max(sea.breakerMm, sea.offshoreHeightMm)
    )
  })

  it('a rapid stands in the section as its own stations stand, within its corridor only', () => {
    const [first] = planFor(gorge).forms.reaches
    const [from, to] = [first.stations[0].at, first.stations.at(-1)!.at]
    const { forms } = planFor({ ...gorge, section: { from: [...from], to: [...to] } })
    const line = forms.section.filter((p) => p.water === first.id).flatMap((p) => p.line)
    expect(line.length).to.be.above(50)
    const [low, high] = [
      Math.min(...first.stations.map((s) => s.surfaceMm)),
      Math.max(...first.stations.map((s) => s.surfaceMm))
    ]
    expect(line[0][1]).to.be.closeTo(first.stations[0].surfaceMm, 1)
    for (const [, z] of line) expect(z).to.be.within(low - 1e-6, high + 1e-6)
    // across the corridor the cut is as wide as the run
    const middle = first.stations[Math.floor(first.stations.length / 2)].at
    const across = planFor({
      ...gorge,
      section: { from: [middle[0], 0], to: [middle[0], gorge.base.depthMm] }
    }).forms.section.filter((p) => p.water === first.id)
    for (const piece of across)
      expect(piece.line.at(-1)![0] - piece.line[0][0]).to.be.at.least(first.widthMm - 2)
    expect(across).to.have.length(1)
  })

  it('a bed taken along keeps every depth; a bed lifted by itself loses so much of each', () => {
    const ground = (b: Build) => planFor(b).ground.pools.find((p) => p.id === 'millpond')!
    const [before, raised, along, shallow] = [
      weir,
      changePool('millpond', { levelMm: 55, brimMm: 57, damTopMm: 63 })(weir),
      raiseTogether('millpond', 5, ['bed', 'brim', 'dam'])(
        changePool('millpond', { levelMm: 55 })(weir)
      ),
      raiseTogether('millpond', 2, ['bed'])(weir)
    ].map(ground)
    expect(along.volumeMl).to.be.closeTo(before.volumeMl, 0.01)
    expect(along.maxDepthMm).to.be.closeTo(before.maxDepthMm, 1e-6)
    expect(raised.maxDepthMm).to.be.closeTo(before.maxDepthMm + 5, 0.02)
    expect(shallow.maxDepthMm).to.be.closeTo(before.maxDepthMm - 2, 0.15)
  })
})
