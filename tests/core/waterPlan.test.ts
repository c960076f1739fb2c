import { expect } from 'chai'
import {
  addBoulder,
  addFall,
  addReachPoint,
  buildCrest,
  changeBoulder,
  changeFall,
  changeGel,
  changePool,
  changeReach,
  moveReachPoint,
  moveWater,
  removeReachPoint,
  removeWater,
  renameWater,
  setCause,
  setFlow,
  type Edit,
  setWay
} from '../../core/build/edits'
import { SPLASH_ANGLES } from '../../core/build/newBuild'
import type { Build, Fall, Reach, Sea } from '../../core/build/types'
import type { Explanation } from '../../core/explain/explanations'
import * as say from '../../core/explain/waterExplanations'
import { bedAt, bedMap, poolAt } from '../../core/plan/2-forms/bedMap'
import { corridor, reachCells } from '../../core/plan/2-forms/reachForm'
import { fallSchools, waveSchools } from '../../core/plan/2-forms/schools'
import { arcs, stepsLine } from '../../core/plan/2-forms/steppedFall'
import { whiteAlong } from '../../core/plan/2-forms/whiteSources'
import { FOAM_HALF_LIFE_S } from '../../core/running/foam'
import { cellAt, gridOver } from '../../core/physics/shape/grid'
import { isolines } from '../../core/physics/shape/isolines'
import { evenly, headingTo, signedArea, type Point2 } from '../../core/physics/shape/polygon'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { heightAt } from '../../core/physics/shape/heightAt'
import { toolFor } from '../../core/craft/materials/strokeTools'
import { derivePlan } from '../../core/plan/derivePlan'
import { openness } from '../../core/physics/water/waves/shelter'
import { waysFor } from '../../core/craft/ways/catalog'
import { planUntil } from '../../core/plan/stages'
import { demo, fresh } from '../support/builds'
import { written } from '../../core/words/sentence'

const weir = demo()
const mole = demo('2-mole-at-varnsey')
const gorge = demo('3-slalom-in-the-hollin-gorge')
const plans = new Map([weir, mole, gorge].map((b) => [b, derivePlan(b)]))
const planOf = (b: Build) => plans.get(b)!
const edited = (build: Build, ...edits: Edit[]) => edits.reduce((b, e) => e(b), build)
const reachOf = (b: Build) => b.waters.find((w): w is Reach => w.kind === 'reach')!

describe('Figures of moving water say where they come from', () => {
  const cards: Explanation[] = [weir, mole, gorge].flatMap((build) => {
    const { forms } = planOf(build)
    return [
      say.explainFlow(forms.run.flow, build.flow.mood),
      ...forms.falls.flatMap((f) => [
        say.explainLanding(f),
        say.explainAngle(f),
        say.explainSheet(f),
        say.explainGlassy(f, forms.scale),
        say.explainFoam(f),
        say.explainBubbles(f),
        say.explainHead(f, forms.scale)
      ]),
      ...forms.reaches.flatMap((r) => [
        say.explainStream(r, 'cobbles'),
        say.explainDescent(r),
        say.explainFroude(r.stations[0].froude),
        ...r.jumps.map((j) => say.explainJumpAt(j, forms.scale)),
        ...r.stretches.map(say.explainStanding),
        ...r.rocks.map(say.explainRock)
      ]),
      ...forms.seas.flatMap((s) => [
        say.explainBreaks(s),
        say.explainSpacing(s),
        say.explainRunUp(s),
        say.explainWind(s, 20, 50),
        say.explainWhitecaps(s.whitecapPct, 20),
        say.explainFace(s)
      ]),
      ...forms.splashes.flatMap((s) => [
        say.explainSplash(s),
        say.explainFingers(s),
        say.explainDrop(s, forms.scale),
        say.explainZap(s)
      ]),
      ...forms.ripples.map(say.explainRipples),
      ...build.waters.map((w) => say.explainWhite(forms, w.id))
    ]
  })
  it('each card is whole: a formula, its inputs in figures, whose it is, how far to trust it', () => {
    expect(cards.length).to.be.above(80)
    for (const c of cards) {
      for (const key of ['title', 'formula', 'source', 'trust'] as const)
        expect(written(c[key]).length, `${c.title} ${key}`).to.be.above(3)
      for (const [name, value] of c.inputs)
        expect(`${name} ${written(value)}`, c.title).to.not.match(/NaN|undefined|null|Infinity/)
    }
  })
  it('their inputs, put into their formulas, give the number they explain', () => {
    const { forms } = planOf(weir)
    const [fall] = forms.falls
    const input = (card: Explanation, name: string) =>
      Number.parseFloat(written(card.inputs.find(([n]) => n === name)![1]))
    const landing = say.explainLanding(fall)
    const v = input(landing, 'speed at the brink')
    const half = fall.curve!.brinkThicknessMm / 2
    expect(
      (v * Math.sqrt((2 * ((input(landing, 'falls') + half) * 0.048)) / 9.81)) / 0.048
    ).to.be.closeTo(fall.curve!.landMm, 0.1)
    const spacing = say.explainSpacing(planOf(mole).forms.seas[0])
    const t = input(spacing, 'period')
    const [, offshore] = spacing.inputs.find(([n]) => n === 'offshore')!
    const l = Number.parseFloat(written(offshore)) / 10
    expect(
      ((9.81 * t * t) / 2 / Math.PI) *
        Math.tanh((2 * Math.PI * planOf(mole).forms.seas[0].offshoreM) / l)
    ).to.be.closeTo(l, 0.02)
  })
})

describe('Moving water in the plan', () => {
  it('every kind of water has a way, and runs, seas and splashes wait for the pour under them', () => {
    for (const kind of ['pool', 'fall', 'reach', 'sea', 'splash'] as const)
      expect(waysFor(kind).length, kind).to.be.above(0)
    const ridges = setWay('seas', 'brushed-ridges')(mole)
    const { steps, links } = planUntil(ridges, 'steps')
    for (const [step, last] of [
      ['seas/mark', 'sea/pour'],
      ['column/gel', 'sea/pour']
    ]) {
      expect(
        links.some((l) => l.to === step && l.from.startsWith(last)),
        `${step} after ${last}`
      ).to.equal(true)
    }
    // the wall of a case stays: it is wiped, and nothing is peeled away
    const ofSea = steps.map((s) => s.id).filter((id) => id.startsWith('sea/'))
    expect(ofSea).to.include('sea/wipe').and.not.include('sea/undam')
    expect(
      links.some((l) => l.to === 'white/off' && l.from === 'seas/gel'),
      'white comes after the crests'
    ).to.equal(true)
    const at = (id: string) => derivePlan(ridges).days.work.find((w) => w.step === id)!.startMs
    expect(at('seas/gel')).to.be.above(at('seas/mark'))
    expect(at('white/white')).to.be.above(at('seas/gel'))
    expect(steps.filter((s) => s.water === 'column').length).to.equal(3)
  })
  it('a run is built up in as many coats as its thickest place asks for, each after the one before has cleared', () => {
    const { stacks, amounts, steps } = planOf(gorge)
    const { most, mean } = stacks.forms.find((s) => s.id === 'rapid')!.gelMm
    const coats = amounts.sizes.waters.rapid.gelCoats!
    const { laying } = stacks.forms.find((s) => s.id === 'rapid')!
    expect(coats * laying!.dryMm).to.be.closeTo(most, 1e-9)
    expect(laying!.wetMm).to.be.below(6)
    expect(mean).to.be.below(most)
    expect(steps.steps.filter((s) => s.id.startsWith('rapid/body#'))).to.have.length(coats)
    const next = steps.links.find((l) => l.from === 'rapid/body#1' && l.to === 'rapid/body#2')!
    expect(next.minMin).to.be.above(12 * 60)
  })
  it('gel for a run is bought by its volume; another gel is another line', () => {
    const line = (b: Build, id: string) =>
      planUntil(b, 'amounts').shopping.find((l) => l.material === id)?.byWater.rapid ?? 0
    const form = planOf(gorge).forms.reaches[0]
    const { gelMm, laying } = planOf(gorge).stacks.forms.find((s) => s.id === 'rapid')!
    const wet = (gelMm.mean * laying!.wetMm) / laying!.dryMm
    expect(line(gorge, 'ripple-gel')).to.be.closeTo(
      2 + 1.15 * ((form.lengthMm * form.widthMm * wet) / 1000),
      1e-6
    )
    expect(line(changeGel('rapid', 'clear-caulk')(gorge), 'ripple-gel')).to.equal(0)
    expect(line(changeGel('rapid', 'clear-caulk')(gorge), 'clear-caulk')).to.be.above(10)
  })
  it('the schools take their sizes from one shape', () => {
    const sea = planOf(mole).forms.seas[0]
    const takes = Object.fromEntries(waveSchools(sea).map((s) => [s.school, s.takes]))
    expect(written(takes['Curl of film'])).to.include(
      `film ${Math.round(sea.built!.face.faceArcMm * 10) / 10} mm`
    )
    expect(written(takes['Cast from a master'])).to.match(/master 1\d\d\.\d mm long, 17 mm high/)
    expect(waveSchools({ ...sea, built: null })).to.deep.equal([])
    const [fall] = planOf(weir).forms.falls
    expect(fallSchools(fall).map((s) => s.school)).to.deep.equal([
      'Peel-off strips',
      'Cut sheet',
      'Built in place'
    ])
    expect(written(fallSchools(fall)[1].takes)).to.include('62 mm × 47 mm')
  })
  it('a run that begins above the foot of its fall is said, not fed by a fall it never meets', () => {
    const brook = edited(
      fresh({ pool: true, fall: false, poolBelow: true, rapid: true }),
      addFall,
      setFlow({ mood: 'steady' })
    )
    const { forms, findings } = derivePlan(brook)
    const [fall] = forms.falls
    const [first] = forms.reaches[0].stations
    expect(first.bedMm).to.be.above(fall.footMm)
    const found = findings.find((f) => f.id === 'starved:run1')!
    expect(written(found.title)).to.equal('Fall 1 lands lower than Rapid begins')
    expect(Number.parseFloat(written(found.number))).to.be.closeTo(first.headMm - fall.footMm, 0.06)
  })
  it('water that falls to a run on the way is never given more head than its lip had', () => {
    for (const flow of [0.2, 0.5, 0.75, 1]) {
      const forms = planUntil(setFlow({ dischargeM3S: flow })(weir), 'forms')
      expect(forms.reaches[0].stations[0].headMm, `${flow} m³/s`).to.be.at.most(
        forms.falls[0].lipMm + 1e-6
      )
    }
  })
})

describe('Edits of moving water', () => {
  it('points and rocks of a run come and go, and two points stay', () => {
    const before = reachOf(gorge)
    const more = reachOf(addReachPoint('rapid', 'p3')(gorge))
    expect(more.path.length).to.equal(before.path.length + 1)
    expect([more.path[3].x, more.path[3].y]).to.deep.equal([286, 120])
    const end = reachOf(addReachPoint('rapid', 'p9')(gorge)).path.at(-1)!
    expect([end.x, end.y]).to.deep.equal([544, 112])
    expect(reachOf(moveReachPoint('rapid', 'p2', [250.04, 99.96])(gorge)).path[1]).to.deep.include({
      x: 250,
      y: 100,
      bedMm: 41
    })
    const two = changeReach('rapid', { path: before.path.slice(0, 2) })(gorge)
    expect(reachOf(removeReachPoint('rapid', 'p1')(two)).path.length).to.equal(2)
    expect(
      reachOf(removeReachPoint('rapid', 'p4')(gorge)).path.some((p) => p.id === 'p4')
    ).to.equal(false)
    const rock = reachOf(addBoulder('rapid', [300, 110])(gorge)).boulders.at(-1)!
    expect(rock).to.include({ id: 'rock1', x: 300, y: 110 })
    expect(
      reachOf(changeBoulder('rapid', 'r1', null)(gorge)).boulders.map((b) => b.id)
    ).to.deep.equal(['r2', 'r3', 'r4'])
    expect(gorge).to.deep.equal(demo('3-slalom-in-the-hollin-gorge'))
  })
  it('a cause brings its rays, a crest is put where the waves break, a pool takes its waves with it', () => {
    for (const cause of ['wheel', 'wall', 'body', 'column'] as const)
      expect(setCause('paddle', cause)(gorge).waters.at(-1)).to.include({
        cause,
        loDeg: SPLASH_ANGLES[cause][0],
        hiDeg: SPLASH_ANGLES[cause][1]
      })
    const seas = planOf(mole).forms.seas[0]
    const { crest } = buildCrest('seas', seas.breakLine)(mole).waters[1] as Sea
    expect(
      seas.breakLine.some((l) => l.some((p) => Math.hypot(p[0] - crest!.x, p[1] - crest!.y) < 0.2))
    ).to.equal(true)
    expect((buildCrest('seas', [])(mole).waters[1] as Sea).crest!.y).to.be.within(80, 180)
    expect(removeWater('sea')(mole).waters.map((w) => w.id)).to.deep.equal(['column', 'wash'])
    expect(renameWater('column', 'Plume')(mole).waters[2].name).to.equal('Plume')
    expect(moveWater('sea', -1)(mole)).to.equal(mole)
    expect(changePool('seas', { levelMm: 3 })(mole)).to.deep.equal(mole)
    expect((changeFall('ledgefall', { steps: 3 })(gorge).waters[1] as Fall).steps).to.equal(3)
  })
})

describe('Grids, lines and shelter', () => {
  it('level lines of a cone are circles of the right radius', () => {
    const grid = gridOver(100, 100, 10_000, 1)
    const values = new Float64Array(grid.cols * grid.rows)
    for (let r = 0; r < grid.rows; r++)
      for (let c = 0; c < grid.cols; c++)
        values[r * grid.cols + c] = Math.hypot(c + 0.5 - 50, r + 0.5 - 50)
    for (const level of [10.3, 25, 40.7]) {
      const lines = isolines(grid, values, level)
      expect(lines).to.have.length(1)
      for (const [x, y] of lines[0]) expect(Math.hypot(x - 50, y - 50)).to.be.closeTo(level, 0.05)
      expect(Math.abs(signedArea(lines[0])) / (Math.PI * level * level)).to.be.closeTo(1, 0.01)
    }
    values[50 * grid.cols + 75] = NaN
    expect(isolines(grid, values, 25)[0].length, 'open where a value is missing').to.be.below(
      isolines(grid, values, 24)[0].length + 8
    )
  })
  it('cells have the height of the triangles over them, and know whose they are', () => {
    const ground = groundStage(weir)
    const bed = bedMap(weir, ground)
    for (const at of [
      [210, 240],
      [180, 200],
      [208, 84],
      [212, 42]
    ] as Point2[]) {
      const surface = ground.pools.find((p) => p.id === poolAt(bed, at))!.surface!
      expect(bedAt(bed, at)!).to.be.closeTo(heightAt(surface, at)!, 1.2)
    }
    expect(bedAt(bed, [10, 10])).to.equal(null)
    expect(poolAt(bed, [-5, 400])).to.equal(null)
    expect(bed.standMm[cellAt(bed.grid, [200, 112])], 'the boil stone stands there').to.equal(12)
  })
  it('a run covers its corridor and nothing else; its ring has the area of its width times its length', () => {
    const line: Point2[] = [
      [10, 10],
      [60, 10],
      [110, 10]
    ]
    expect(Math.abs(signedArea(corridor(line, 20)))).to.be.closeTo(2000, 1e-9)
    const form = planOf(gorge).forms.reaches[0]
    const grid = gridOver(600, 220, 12_000, 1.5)
    const cells = reachCells(form, grid)
    const covered = cells.station.reduce((n, s) => n + (s >= 0 ? 1 : 0), 0) * grid.cellMm ** 2
    expect(covered / (form.lengthMm * form.widthMm)).to.be.closeTo(1, 0.03)
  })
  it('open water has the whole sea, right behind a wall there is little, and past its end it comes back', () => {
    const grid = { x0: 0, y0: 0, cellMm: 1, cols: 80, rows: 80 }
    const depth = new Float64Array(6400).fill(5)
    for (let r = 30; r < 80; r++) depth[r * 80 + 40] = -1
    const open = openness(grid, depth, 0)
    expect(open[40 * 80 + 10]).to.equal(1)
    expect(open[60 * 80 + 44]).to.be.below(0.35)
    expect(open[10 * 80 + 60]).to.be.above(open[60 * 80 + 60])
    expect(open[32 * 80 + 60]).to.be.within(open[60 * 80 + 60], open[10 * 80 + 60])
  })
  it('foam that is carried down halves in four seconds of the full-size stream', () => {
    const speed = 2
    const step = ((speed * FOAM_HALF_LIFE_S) / 48) * 1000
    const stations = [0, 1, 2].map((i) => ({
      sMm: i * step,
      at: [i * step, 0] as Point2,
      bedMm: 0,
      surfaceMm: 30,
      headMm: 34,
      speedMS: speed,
      froude: 0.5
    }))
    const { carried } = whiteAlong(
      { ...planOf(weir).forms.reaches[0], stations, jumps: [] },
      48,
      0.8
    )
    expect(carried[1] / carried[0]).to.be.closeTo(0.5, 1e-9)
    expect(carried[2] / carried[0]).to.be.closeTo(0.25, 1e-9)
  })
  it('small things: steps, arcs, even pieces, headings, tools by spacing', () => {
    expect(stepsLine(20, 2, 8).map((p) => p.map((v) => v + 0))).to.deep.equal([
      [0, 0],
      [0, -10],
      [8, -10],
      [8, -20]
    ])
    expect(
      arcs([
        [0, 0],
        [3, 4],
        [3, 10]
      ])
    ).to.deep.equal([0, 5, 11])
    expect(
      evenly(
        [
          [0, 0],
          [10, 0],
          [10, 10]
        ],
        4
      )
    ).to.deep.equal([
      [0, 0],
      [5, 0],
      [10, 0],
      [10, 5],
      [10, 10]
    ])
    expect([headingTo([0, 0], [0, 5]), headingTo([0, 0], [-1, 0])]).to.deep.equal([90, 180])
    // stiff brush = ripples, foam block = wavelets, soft brush = small waves: common practice, no source
    expect([1, 5, 12, 40].map((mm) => toolFor(mm).id)).to.deep.equal([
      'stiff-brush',
      'foam-block',
      'soft-brush',
      'spatula'
    ])
  })
})
