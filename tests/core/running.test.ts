import { expect } from 'chai'
import fc from 'fast-check'
import { spawnSync } from 'node:child_process'
import {
  addBoulder,
  addFall,
  addSea,
  changeFall,
  changeOutlet,
  changePool,
  changeSea,
  setFlow,
  setOutlet,
  type Edit
} from '../../core/build/edits'
import { newFrom } from '../../core/exchange/newFile'
import { newBuild, USUAL_WEEK } from '../../core/build/newBuild'
import { placeEnd, tryLedge } from '../../core/build/runEdits'
import type { Build, Pool, Reach } from '../../core/build/types'
import { runFindings } from '../../core/plan/8-findings/runFindings'
import { type RunResult } from '../../core/running/keptRun'
import { foamCover } from '../../core/running/foam'
import { runAt, sprayOf } from '../../core/plan/2-forms/ran/readRun'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import { walls } from '../../core/running/solver/edges'
import { dropsOf } from '../../core/running/solver/drops'
import { cellOf, dryField, inside } from '../../core/running/solver/field'
import { massError, stepper } from '../../core/running/solver/stepper'
import { streamlines } from '../../core/running/streamlines'
import { waterRun } from '../../core/running/waterRun'
import { readBuild } from '../../core/build/file/buildFile'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { writeBuild } from '../../core/build/file/write'
import { derivePlan } from '../../core/plan/derivePlan'
import { wildRunning } from '../support/wild'
import { planUntil } from '../../core/plan/stages'
import { GORGE, gorge, kept, MOLE, over, ran, WEIR } from '../support/runs'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const edits = (build: Build, ...all: Edit[]): Build => all.reduce((b, e) => e(b), build)

describe('water let run over a model’s own ground', function () {
  this.timeout(300_000)

  it('the gorge: the whole flow over the ledge, landing where its form has it, pools at their levels, water kept to rounding', () => {
    const { run, massErrorRel } = gorge
    const [fall] = run.falls
    expect(massErrorRel).to.be.below(1e-11)
    expect(fall.dischargeM3S).to.be.closeTo(1.15, 0.1)
    expect(fall.landMm).to.be.closeTo(22.1, 6)
    expect(fall.levelMm).to.be.closeTo(80, 2)
    expect(run.outM3S).to.be.closeTo(1.15, 0.2)
  })

  it('white lies below the ledges and not above; behind a rock water turns and gathers old foam', () => {
    const { run } = gorge
    expect(over(run, [10, 110], [80, 140], (a) => a.whitePct)).to.be.below(8)
    expect(over(run, [150, 180], [80, 140], (a) => a.whitePct)).to.be.above(40)
    // the take-out: old foam at its banks, where the water stands or turns back
    expect(over(run, [520, 560], [60, 75], (a) => a.foamAgeS)).to.be.above(
      over(run, [500, 520], [95, 115], (a) => a.foamAgeS)
    )
    expect(over(run, [520, 560], [60, 75], (a) => Math.abs(a.speedMS))).to.be.below(
      0.75 * over(run, [500, 520], [95, 115], (a) => a.speedMS)
    )
    expect(
      sprayOf(run).some((s) => Math.abs(s.at[0] - 147) < 12),
      'spray where the ledge lands'
    ).to.equal(true)
  })

  it('a lake stands at rest over the demo’s own ground, rocks, ledges and all', () => {
    const scene = sceneMaker(GORGE).at(6000)
    const { cols, rows } = scene.grid
    const field = dryField(cols, rows, scene.dxM, scene.bedM)
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++)
        field.h[cellOf(field, r, c)] = Math.max(0, 2.2 - field.z[cellOf(field, r, c)])
    const run = stepper({ field, edges: walls(cols, rows), manning: 0.03, drops: dropsOf(field) })
    while (field.timeS < 5) run.step(5)
    expect(
      Math.max(...inside(field, field.hu).map(Math.abs), ...inside(field, field.hv).map(Math.abs))
    ).to.be.below(1e-11)
    expect(massError(run)).to.be.below(1e-14)
  })

  it('a sheet takes the water from a ledge and hands it on where it lands: mass and momentum kept, so far out as it flies', () => {
    const [cols, dx, drop, q] = [80, 0.1, 2, 0.5]
    const field = dryField(
      cols,
      3,
      dx,
      Array.from({ length: 3 * cols }, (_, i) => (i % cols < 30 ? drop : 0))
    )
    const edges = walls(cols, 3)
    edges.e.kind.fill(1)
    const drops = dropsOf(field)!
    const springs = [0, 1, 2].map((r) => ({ cell: cellOf(field, r, 2), m3S: q * dx }))
    const run = stepper({ field, edges, manning: 0.015, drops, springs })
    while (field.timeS < 30) run.step(30)
    expect(massError(run)).to.be.below(1e-12)
    const lip = drops.above.findIndex((c) => c === cellOf(field, 1, 29))
    expect(drops.dischargeM3S[lip]).to.be.closeTo(q * dx, 0.01 * q * dx)
    const cell = cellOf(field, 1, 29)
    // momentum that leaves: what the brink carries and pushes with, over its discharge
    const speed = field.hu[cell] / field.h[cell] + (9.81 * field.h[cell] ** 2) / 2 / q
    const flies = speed * Math.sqrt((2 * (drop + field.h[cell] / 2)) / 9.81)
    expect(drops.landsCells[lip] * dx).to.be.closeTo(flies, 0.25)
    const after = 30 + Math.floor(drops.landsCells[lip]) + 14
    // far out it runs off with the whole discharge
    expect(field.hu[cellOf(field, 1, after)]).to.be.closeTo(q, 0.03)
  })

  it('a rock that is put in stands in the way: slower behind it; a sluice opened by a fifth raises the pool', () => {
    const at: [number, number] = [300, 130]
    const rock = ran(addBoulder('rapid', at)(GORGE), [3000], gorge.run)
    const behind = (run: RunResult) => over(run, [312, 322], [126, 134], (a) => a.speedMS)
    expect(behind(rock.run)).to.be.below(0.8 * behind(gorge.run))
    const more = ran(setFlow({ dischargeM3S: 1.15 * 1.2 })(GORGE), [3000], gorge.run)
    expect(more.run.falls[0].levelMm).to.be.above(gorge.run.falls[0].levelMm + 0.5)
    expect(more.run.ranS).to.be.above(gorge.run.ranS)
  })

  it('a ledge that is tried: a sill in the bed of a run, a block in a pool; the water heaps before it', () => {
    const at: [number, number] = [350, 112]
    const sill = tryLedge(at, 26)(GORGE)
    const reach = sill.waters.find((w) => w.id === 'rapid') as Reach
    expect(reach.path.length).to.equal(
      (GORGE.waters.find((w) => w.id === 'rapid') as Reach).path.length + 4
    )
    expect(
      Math.max(...reach.path.filter((p) => p.id.startsWith('ledge')).map((p) => p.bedMm!))
    ).to.equal(31)
    const before = (run: RunResult) => over(run, [336, 344], [95, 130], (a) => a.levelMm)
    expect(before(ran(sill, [3000], gorge.run).run)).to.be.above(before(gorge.run) + 0.5)
    const block = tryLedge([560, 120], 8)(GORGE).waters.find((w) => w.id === 'eddy') as Pool
    expect(block.standing.at(-1)).to.deep.include({ shape: 'block', x: 560, y: 120 })
    expect(tryLedge([300, 5], 0)(GORGE), 'on land nothing is changed').to.equal(GORGE)
  })

  it('a rapid whose bed is given leaves its pool through the shore: the pool stands as its head asks and the banks stay dry', () => {
    const build = newBuild({
      id: 'b',
      name: 'B',
      scale: '1:72.5',
      base: { widthMm: 330, depthMm: 210 },
      waters: { pool: true, fall: false, poolBelow: true, rapid: true },
      calendar: { zone: 'UTC', start: '2026-11-25T18:00', week: USUAL_WEEK }
    })
    const { run } = ran(build)
    const plan = derivePlan(kept(build, run))
    // it stands as high as the head of the run asks: about half as much again as the depth there
    const { bedMm, surfaceMm } = plan.forms.reaches[0].stations[0]
    expect(plan.forms.ran!.levels.find((l) => l.pool === 'pool1')!.middleMm).to.be.within(
      bedMm + 1.25 * (surfaceMm - bedMm),
      bedMm + 1.75 * (surfaceMm - bedMm)
    )
    // what the app begins with asks for a flow that its pools can carry: it stands where it was given
    expect(plan.findings.some((f) => f.id === 'run-stands:pool1')).to.equal(false)
    expect(plan.findings.some((f) => f.id === 'run-drowns')).to.equal(false)
    expect(plan.forms.ran!.strays.pct).to.be.below(2)
  })

  it('runs on what the app begins with, whatever its kind, size and scale: from the head of the chain, within its banks, to rest', () => {
    for (const scale of ['1:35', '1:72', '1:160']) {
      for (const waters of [
        { fall: true, poolBelow: true },
        { fall: false, poolBelow: true, rapid: true },
        { fall: false, poolBelow: false, shore: true }
      ]) {
        for (const base of [
          { widthMm: 430, depthMm: 390 },
          { widthMm: 320, depthMm: 150 }
        ]) {
          const build = newBuild({
            id: 'b',
            name: 'B',
            scale,
            base,
            waters: { pool: true, ...waters },
            calendar: { zone: 'UTC', start: '2026-11-25T18:00', week: USUAL_WEEK }
          })
          const where = `${scale} ${JSON.stringify(waters)} ${base.widthMm}`
          expect(
            sceneMaker(build).notes.filter((n) => n.stops),
            where
          ).to.deep.equal([])
          const { run, massErrorRel } = ran(build, [1200])
          expect(massErrorRel, where).to.be.below(1e-11)
          if (run.periodS === null) expect(run.strays.pct, where).to.be.below(2)
          // nothing is quicker than what falls from the highest water to the lowest ground
          const { xMS, yMS, depthMm, levelMm } = run.fields
          const [top, bottom] = depthMm.reduce(
            ([t, b], d, i) =>
              d > 0 ? [Math.max(t, levelMm[i]), Math.min(b, levelMm[i] - d)] : [t, b],
            [-Infinity, Infinity]
          )
          const free = Math.sqrt((2 * 9.81 * ((top - bottom) * run.scale)) / 1000)
          expect(
            xMS.reduce((most, u, i) => Math.max(most, Math.hypot(u, yMS[i])), 0),
            where
          ).to.be.below(free)
        }
      }
    }
  })

  it('a shore that comes to the edge where swell is let in: no wave there is higher than its water bears', () => {
    const sea = edits(
      newBuild({
        id: 'b',
        name: 'B',
        scale: '1:150',
        base: { widthMm: 420, depthMm: 300 },
        waters: { pool: true, fall: false, poolBelow: false },
        calendar: { zone: 'UTC', start: '2026-11-25T18:00', week: USUAL_WEEK }
      }),
      changePool('pool1', {
        outline: [
          { id: 'a', x: 0, y: 0, edge: 'dam' },
          { id: 'b', x: 420, y: 0, edge: 'dam' },
          { id: 'c', x: 420, y: 300, edge: 'shore' },
          { id: 'd', x: 0, y: 300, edge: 'shore' }
        ],
        levelMm: 30,
        brimMm: 40,
        damTopMm: 42,
        soundings: [
          [5, 5, 6],
          [415, 5, 6],
          [5, 150, 22],
          [415, 150, 22],
          [5, 295, 39],
          [415, 295, 39],
          [210, 150, 23]
        ]
      }),
      addSea,
      changeSea('sea1', { headingDeg: 80, breakerMm: 9, periodS: 7 })
    )
    const water = waterRun(sceneMaker(sea), { start: 'levels', passes: [1500] })
    let p = water.advance(2e6)
    while (!p.done) p = water.advance(2e6)
    expect(p.cellUpdates / p.cells, 'steps').to.be.below(2500)
    const form = planUntil(sea, 'forms').seas[0].breaks!
    expect(water.usual().breakMm).to.be.closeTo(form.depthMm, 0.5 * form.depthMm)
  })

  it('what leaves a pipe runs on from where it lands, with its own flow and no other', () => {
    const quarry = newFrom(
      { name: 'Quarry', waters: 'pool', scale: '1:48', widthMm: 240, depthMm: 180 },
      { start: '2026-11-24T18:00', zone: 'UTC' }
    )
    const piped = [
      addFall,
      setOutlet('fall1', 'pipe'),
      changeFall('fall1', { flow: { mood: 'steady', dischargeM3S: 0.2 } }),
      changeOutlet('fall1', { x: 70, y: 100 })
    ].reduce((b, edit) => edit(b), quarry)
    const { run, massErrorRel } = ran(piped, [1500])
    expect(massErrorRel).to.be.below(1e-9)
    expect(run.dischargeM3S).to.be.closeTo(0.2, 1e-12)
    expect(run.outM3S).to.be.closeTo(0.2, 0.02)
    const [form] = planUntil(piped, 'forms').falls
    const [x, y] = form.landing![0]
    const near = over(run, [x - 8, x + 12], [y - 10, y + 10], (a) => a.speedMS)
    const far = over(run, [x + 60, x + 90], [y + 20, y + 40], (a) => a.speedMS)
    expect(near).to.be.above(1.5 * far)
    // beside a chain it comes on top of what runs there
    const both = [addFall, setOutlet('fall1', 'pipe')].reduce((b, edit) => edit(b), WEIR)
    const pipe = planUntil(both, 'forms').falls.find((f) => f.id === 'fall1')!
    const scene = sceneMaker(both).at(3000)
    const alone = sceneMaker(WEIR).at(3000)
    expect(scene.dischargeM3S).to.be.closeTo(alone.dischargeM3S + pipe.dischargeM3S, 1e-12)
    expect(scene.springs.reduce((sum, s) => sum + s.share, 0)).to.be.closeTo(1, 1e-9)
  })

  it('starts from dry ground as well, and ends at the same levels', () => {
    const dry = ran(GORGE, [3000], 'dry')
    expect(dry.run.falls[0].levelMm).to.be.closeTo(gorge.run.falls[0].levelMm, 0.7)
  })

  it('swell breaks on the real bed, wraps round the mole and washes up the shore; quieter in its lee', () => {
    const { run, massErrorRel } = ran(MOLE)
    expect(massErrorRel).to.be.below(1e-10)
    expect(run.periodS).to.equal(5.2)
    expect(run.runUpMm).to.be.within(4, 25)
    // it breaks somewhere between the deepest water and the shore, no later than the form has it:
    // long waves steepen sooner
    const form = planUntil(MOLE, 'forms').seas[0].breaks!
    expect(run.breakMm).to.be.within(form.depthMm * 0.9, 25)
    const plan = derivePlan(kept(MOLE, run))
    const breaks = plan.forms.ran!.checks.find((c) => c.what === 'breaks')!
    // and goes up its shore by nature
    expect(plan.findings.some((f) => f.id === 'run-drowns')).to.equal(false)
    expect([breaks.formSays, breaks.runSays]).to.deep.equal([form.depthMm, run.breakMm])
    expect(run.wash.high.length + run.wash.low.length).to.be.above(0)
    const height = (x: number) => {
      const levels = Array.from(
        { length: 20 },
        (_, i) => runAt(run, [x, 140 + i * 4])?.levelMm ?? 30
      )
      return Math.max(...levels) - Math.min(...levels)
    }
    expect(height(380)).to.be.below(20)
    // a moment is a moment: another phase, another surface
    const water = waterRun(sceneMaker(MOLE), { start: 'levels', passes: [1500] })
    while (!water.advance(2e6).done);
    expect(water.usual(0.1).fields.levelMm).not.to.deep.equal(water.usual(0.6).fields.levelMm)
    expect(over(run, [150, 300], [60, 200], (a) => a.whitePct)).to.be.above(15)
  })

  it('streamlines keep their distance, follow the flow and end at the bank', () => {
    const { run } = gorge
    const spacing = 8
    const lines = streamlines({ grid: run.grid, u: run.fields.xMS, v: run.fields.yMS }, spacing)
    expect(lines.length).to.be.above(10)
    for (const line of lines) {
      for (let i = 1; i < line.length; i++) {
        const at = runAt(run, line[i])
        if (!at || at.speedMS < 0.3) continue
        const [dx, dy] = [line[i][0] - line[i - 1][0], line[i][1] - line[i - 1][1]]
        const along =
          (dx * Math.cos((at.headingDeg * Math.PI) / 180) +
            dy * Math.sin((at.headingDeg * Math.PI) / 180)) /
          Math.hypot(dx, dy)
        expect(along).to.be.above(-0.5)
      }
    }
    const middles = lines.map((l) => l[Math.floor(l.length / 2)])
    middles.forEach((p, i) =>
      lines.forEach((l, j) => {
        if (i !== j)
          for (const o of l) expect(Math.hypot(p[0] - o[0], p[1] - o[1])).to.be.above(0.3 * spacing)
      })
    )
  })
})

describe('ground and flows that water cannot run over', function () {
  this.timeout(300_000)
  const notes = (build: Build) => sceneMaker(build).notes
  const asked = {
    id: 'b',
    name: 'B',
    scale: '1:50',
    base: { widthMm: 300, depthMm: 200 },
    calendar: { zone: 'UTC', start: '2026-11-25T18:00', week: USUAL_WEEK }
  }

  it('nothing that moves, no ground', () => {
    expect(
      notes(newBuild({ ...asked, waters: { pool: true, fall: false, poolBelow: false } })).map(
        (n) => n.kind
      )
    ).to.include('nothing-moves')
    expect(() =>
      waterRun(
        sceneMaker(newBuild({ ...asked, waters: { pool: true, fall: false, poolBelow: false } })),
        { start: 'levels', passes: [1000] }
      )
    ).to.throw(RangeError, 'nothing moves here')
    const bare = newBuild({ ...asked, waters: { pool: true, fall: true, poolBelow: true } })
    expect(
      notes({
        ...bare,
        waters: bare.waters.map((w) => (w.kind === 'pool' ? { ...w, soundings: [] } : w))
      }).some((n) => n.kind === 'no-ground' && n.stops)
    ).to.equal(true)
  })

  it('no way out: said, and run with the last pool held at its level; a way out that is given is taken', () => {
    const fresh = newBuild({ ...asked, waters: { pool: true, fall: true, poolBelow: true } })
    const build: Build = { ...fresh, flow: { mood: 'steady', dischargeM3S: null } }
    const note = notes(build).find((n) => n.kind === 'no-way-out')!
    expect(note.stops).to.equal(false)
    expect(written(note.message)).to.match(/no way out .*“Lower pool”.*held at 10 mm/)
    const { run } = ran(build, [1500])
    expect(run.outM3S).to.be.closeTo(run.dischargeM3S, 0.15 * run.dischargeM3S)
    expect(notes(placeEnd('out', [150, 30])(build)).map((n) => n.kind)).not.to.include('no-way-out')
  })

  it('a source on a hilltop or on land: both heights, and where to put it', () => {
    expect(
      written(
        notes(placeEnd('source', [300, 5])(GORGE)).find((n) => n.kind === 'dry-source')!.message
      )
    ).to.match(/lies on land at [\d.]+ mm: drag it/)
    const hill = {
      ...GORGE,
      waters: GORGE.waters.map((w) =>
        w.kind === 'pool' && w.id === 'putin'
          ? { ...w, soundings: [...w.soundings, [30, 112, 95] as [number, number, number]] }
          : w
      )
    }
    const note = notes(placeEnd('source', [30, 112])(hill)).find((n) => n.kind === 'dry-source')!
    expect(note.stops).to.equal(true)
    expect(written(note.message)).to.match(
      /stands on a hilltop: the ground at 30, 112 mm is 9\d.* high and the water there stands at 80 mm/
    )
  })

  it('spikes of a scan are left out and said; a rough ground by nature is left alone', () => {
    const [w, d] = [200, 150]
    const dips = Array.from({ length: 20 }, (_, r) =>
      Array.from({ length: 26 }, (_c, c): [number, number, number] => [
        4 + (c * (w - 8)) / 25,
        4 + (r * (d - 8)) / 19,
        20 - 0.05 * c + 0.4 * Math.sin(r + c)
      ])
    ).flat()
    const shore = newBuild({
      ...asked,
      base: { widthMm: w, depthMm: d },
      waters: { pool: false, fall: false, poolBelow: false, shore: true }
    })
    const scanned = (soundings: [number, number, number][]) => ({
      ...shore,
      waters: shore.waters.map((x) =>
        x.kind === 'pool'
          ? {
              ...x,
              levelMm: 30,
              brimMm: 32,
              outline: [
                [0, 0],
                [w, 0],
                [w, d],
                [0, d]
              ].map(([px, py], i) => ({ id: `c${i}`, x: px, y: py, edge: 'dam' as const })),
              soundings
            }
          : x
      )
    })
    expect(notes(scanned(dips)).map((n) => n.kind)).not.to.include('spikes')
    const spiked = dips.map((s, i): [number, number, number] =>
      i === 100 ? [s[0], s[1], 70] : i === 333 ? [s[0], s[1], -60] : s
    )
    expect(written(notes(scanned(spiked)).find((n) => n.kind === 'spikes')!.message)).to.match(
      /^2 dips stand out/
    )
    const bed = sceneMaker(scanned(spiked)).at(4000).bedM
    expect((Math.max(...bed) / 50) * 1000).to.be.below(45)
  })

  it('whatever is drawn and asked for, it ends in so many steps, with numbers, its water kept, and a file that reads back; or says why not', () => {
    let ended = 0
    fc.assert(
      fc.property(
        fc.constantFrom(GORGE, MOLE),
        fc.array(wildRunning(), { minLength: 1, maxLength: 4 }),
        (from, wild) => {
          const build = edits(from, ...wild)
          const maker = sceneMaker(build)
          for (const n of maker.notes) expect(written(n.message).length).to.be.above(20)
          if (maker.notes.some((n) => n.stops)) return
          const { run, massErrorRel } = ran(build, [200])
          ended++
          expect(massErrorRel).to.be.below(1e-8)
          for (const field of Object.values(run.fields))
            expect((field as Float32Array).every(Number.isFinite)).to.equal(true)
          const withRun = kept(build, run)
          if (readBuild(writeBuild(build)).ok)
            expect(readBuild(writeBuild(withRun)).ok).to.equal(true)
          for (const f of runFindings(
            withRun,
            formsStage(withRun, groundStage(withRun), BUILT_IN_SHELF)
          ))
            expect(
              `${written(f.title)} ${written(f.number)} ${written(f.reason)} ${written(f.wayOut)}`
            ).not.to.match(/NaN|Infinity|undefined/)
        }
      ),
      { numRuns: runs(16), seed: 7 }
    )
    expect(ended).to.be.above(7)
  })

  it('a bed of 4,000 × 4,000 cells is refused at once with a way out', () => {
    const line = `[${Array.from({ length: 4000 }, () => 0).join(',')}]`
    const began = Date.now()
    const { status, stderr, stdout } = spawnSync(
      process.execPath,
      [
        '--import=tsx',
        '-e',
        `
      import { calculate } from './core/exchange/calc/contract.ts'
      const row = JSON.parse('${line}')
      try { calculate('flow', { dxM: 1, bed: Array.from({ length: 4000 }, () => row), levelM: 1, boundaries: { w: 'wall', e: 'wall', s: 'wall', n: 'wall' }, manning: 0, untilS: 1 }) } catch (error) { console.log(error.message) }`,
        '--input-type=module'
      ],
      { encoding: 'utf8' }
    )
    expect(status, stderr).to.equal(0)
    expect(stdout).to.match(/bed.*4000 × 4000 cells; at most 250000/)
    expect(Date.now() - began).to.be.below(20_000)
  })

  it('a scene three kilometres long: said, and run within the same number of cells', () => {
    const long = {
      ...GORGE,
      scale: '1:5000',
      flow: { mood: 'steady' as const, dischargeM3S: 1.15 * (5000 / 35) ** 2.5 }
    }
    expect(written(notes(long).find((n) => n.kind === 'far')!.message)).to.match(/3 km long/)
    const { run, cells } = ran(long, [2000])
    expect(cells).to.be.below(2600)
    expect(run.falls[0].dischargeM3S / run.dischargeM3S).to.be.closeTo(1, 0.15)
  })

  it('a discharge that drowns the valley ends, keeps its water, and is a finding with where', () => {
    const flood = setFlow({ dischargeM3S: 40 })(GORGE)
    const { run, massErrorRel } = ran(flood, [800])
    expect(massErrorRel).to.be.below(1e-10)
    const found = derivePlan(kept(flood, run)).findings.find((f) => f.id === 'run-drowns')!
    expect(written(found.number)).to.match(/\d+ % of the water lies on the banks/)
    expect(found.at).not.to.equal(undefined)
  })

  it('the weir’s pool is found to stand as given; foam covers as layers laid at random', () => {
    const { run } = ran(WEIR, [3000])
    expect(run.falls[0].levelMm).to.be.closeTo((WEIR.waters[0] as Pool).levelMm, 1.5)
    expect(foamCover(Math.LN2)).to.be.closeTo(0.5, 1e-12)
  })
})
