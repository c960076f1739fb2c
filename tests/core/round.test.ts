import { expect } from 'chai'
import fc from 'fast-check'
import Manifolds, { type ManifoldToplevel } from 'manifold-3d'
import { changeMaking, changePool, changeReach, changeSplash, setWay } from '../../core/build/edits'
import { setLand } from '../../core/build/landEdits'
import { WATERS_NAMED } from '../../core/build/newBuild'
import { reachesOf, type Build } from '../../core/build/types'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { cutAt } from '../../core/physics/shape/cut'
import { flatField, overField } from '../../core/physics/shape/heightField'
import { groundSurface } from '../../core/physics/shape/surface'
import { deltaE2000 } from '../../core/physics/stuff/colour/difference'
import { labOfXyz, linearOf, xyzOfRgb } from '../../core/physics/stuff/colour/rgb'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { landBody, volumeOf, waterBody } from '../../core/plan/round/bodies'
import { allStanding, roundMoments, type Standing } from '../../core/plan/round/days'
import type { Kept } from '../../core/plan/round/kept'
import { MOST_TRIANGLES, roundModel } from '../../core/plan/round/roundModel'
import { COARSE, FINE, type Body, type RoundDetail } from '../../core/plan/round/types'
import { draggedBy } from '../../core/plan/round/drag'
import { inHand } from '../../core/plan/round/inHand'
import { newFrom } from '../../core/exchange/newFile'
import { mm, written } from '../../core/words/sentence'
import { ranSurface } from '../../core/plan/round/ranSurface'
import { rippleField } from '../../core/plan/round/rippled'
import { takeMaps } from '../../core/build/runEdits'
import { landOf, wholeGround } from '../../core/plan/beside/landOf'
import { landPieces } from '../../core/plan/templates/landPieces'
import { landSheets } from '../../core/plan/templates/landSheets'
import { cutListOf } from '../../core/exchange/sheets/landFiles'
import { derivePlan, type Plan } from '../../core/plan/derivePlan'
import { groundMissing } from '../attack/oneGround'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { runs } from '../support/dial'

const DEMOS = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
] as const
const made = DEMOS.map((name) => {
  const build = demo(name)
  return { build, plan: derivePlan(build), ground: groundStage(build) }
})
const modelOf = (
  { build, plan, ground }: { build: Build; plan: Plan; ground: ReturnType<typeof groundStage> },
  detail: RoundDetail = COARSE,
  standing?: Standing,
  kept?: Kept
) =>
  roundModel(
    build,
    { ground, forms: plan.forms, stacks: plan.stacks },
    BUILT_IN_SHELF,
    detail,
    standing,
    kept
  )

let solids: ManifoldToplevel
/** Volume of a body as another library finds it, mm³; it refuses what is not closed. */
function closedVolume({ xyz, triangles }: Body): number {
  const solid = new solids.Manifold(
    new solids.Mesh({ numProp: 3, vertProperties: xyz, triVerts: triangles })
  )
  const found = solid.volume()
  expect(solid.status()).to.equal('NoError')
  solid.delete()
  return found
}
const labOf = (rgb: readonly number[]) =>
  labOfXyz(xyzOfRgb(linearOf(`#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`)))

describe('The model in the round', () => {
  before(async () => {
    solids = await Manifolds()
    solids.setup()
  })

  it('makes anew only what changed, and what it makes is what a model made from nothing has', () => {
    const kept: Kept = new Map()
    const at = (build: Build) => ({ build, plan: derivePlan(build), ground: groundStage(build) })
    const first = at(demo())
    let before = modelOf(first, COARSE, undefined, kept)
    const changed = (build: Build): string[] => {
      const next = at(build)
      const model = modelOf(next, COARSE, undefined, kept)
      expect(model).to.deep.equal(modelOf(next))
      const stood = new Set(before.parts.map((p) => p.xyz))
      before = model
      const kinds = ['land', 'water']
      return model.parts.filter((p) => kinds.includes(p.kind) && !stood.has(p.xyz)).map((p) => p.id)
    }
    expect(changed(first.build)).to.deep.equal([])
    expect(changed(changeSplash('wheel', { x: 120 })(first.build))).to.deep.equal([])
    const repainted = (b: Build): Build => ({ ...b, ground: { ...b.ground, bedDeep: '#334455' } })
    const lower = changePool('tailrace', { levelMm: 16 })
    expect(changed(lower(first.build))).to.deep.equal(['land', 'water:tailrace'])
    expect(changed(repainted(lower(first.build)))).to.deep.equal(['land'])
  })

  it('every body of the demos is closed and faces outwards, fine and coarse; none has more triangles than can be drawn', () => {
    for (const each of made)
      for (const detail of [FINE, COARSE]) {
        const { parts, triangles } = modelOf(each, detail)
        expect(triangles).to.be.below(MOST_TRIANGLES)
        for (const part of parts) {
          const volume = closedVolume(part)
          expect(volume, part.id).to.be.above(0)
          expect(volumeOf(part) / volume, part.id).to.be.closeTo(1, 1e-3)
        }
        if (detail === COARSE) expect(triangles).to.be.below(60_000)
      }
  })

  it('the water of a pool is as much as the plan says, less what stands in it', () => {
    let pools = 0
    for (const each of made) {
      const { parts } = modelOf(each)
      for (const pool of each.ground.pools) {
        const water = parts.find((p) => p.id === `water:${pool.id}`)!
        // waves stand over the level: their body is more
        if (each.plan.forms.seas.some((s) => s.pool === pool.id)) continue
        const ml = volumeOf(water) / 1000 - pool.displacedMl + pool.leanMl
        expect(ml / pool.volumeMl, pool.id).to.be.closeTo(1, 0.005)
        pools++
      }
    }
    expect(pools).to.equal(5)
  })

  it('whatever the ground and the level, water is closed and as much as the cut through the ground', () => {
    const height = fc.double({ min: -5, max: 15, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 2, max: 38 }), fc.integer({ min: 2, max: 28 }), height),
          {
            minLength: 1,
            maxLength: 14
          }
        ),
        fc.array(height, { minLength: 4, maxLength: 4 }),
        fc.double({ min: 0, max: 14, noNaN: true }),
        fc.constantFrom(Infinity, 9, 4),
        (dips, corners, level, finestMm) => {
          const places = new Map(dips.map(([x, y, z]) => [`${x}:${y}`, [x, y, z] as const]))
          const surface = groundSurface(
            [
              { x: 0, y: 0, z: corners[0] },
              { x: 40, y: 0, z: corners[1] },
              { x: 40, y: 30, z: corners[2] },
              { x: 0, y: 30, z: corners[3] }
            ],
            [...places.values()].map(([x, y, z]) => [x, y, z])
          )
          const body = waterBody(surface, level, { finestMm })
          const { volumeMm3 } = cutAt(surface, level)
          if (!body) {
            expect(volumeMm3).to.be.below(0.01)
            return
          }
          expect(volumeOf(body)).to.be.closeTo(volumeMm3, 1e-3 * volumeMm3 + 0.05)
          if (volumeMm3 > 1)
            expect(closedVolume(body)).to.be.closeTo(volumeMm3, 1e-3 * volumeMm3 + 0.05)
        }
      ),
      { numRuns: runs(150) }
    )
  })

  it('land of spikes, cliffs and pits stays one closed block, however it is thinned', () => {
    const base = { widthMm: 120, depthMm: 80 }
    const flat = flatField(base, 0)
    const wild = {
      ...flat,
      zMm: overField(flat, (x, y) => (x > 60 ? 90 : 0) + ((x * 7 + y * 13) % 11 > 9 ? 500 : 0))
    }
    for (const every of [1, 2, 5]) {
      const body = landBody(wild, base, every)
      expect(closedVolume(body)).to.be.closeTo(volumeOf(body), 1e-3 * volumeOf(body))
      expect(body.places).to.have.length(body.tops)
    }
    const [{ build, plan, ground }] = made
    const spiky = setLand({
      ...wild,
      ...flatField(build.base, 0),
      zMm: overField(flatField(build.base, 0), (x, y) => ((x * 7 + y * 13) % 11 > 9 ? 900 : 0))
    })(build)
    const { parts, heightMm } = modelOf({ build: spiky, plan, ground })
    expect(heightMm).to.equal(900)
    for (const part of parts) expect(closedVolume(part), part.id).to.be.above(0)
  })

  it('water seen straight down has the colour that its tint gives over the painted bed, ΔE2000 under 2', () => {
    for (const each of made) {
      const { tables } = modelOf(each)
      for (const stack of each.plan.stacks.pools) {
        const table = tables.find((t) => t.water === stack.id)!
        for (const swatch of stack.colours!.swatches) {
          const c = Math.round((swatch.depthMm / table.mostMm) * (table.columns - 1))
          const rgb = [...table.rgb.subarray(3 * c, 3 * c + 3)]
          expect(deltaE2000(labOf(rgb), swatch.lab), `${stack.id} ${swatch.depthMm}`).to.be.below(2)
        }
      }
    }
  })

  it('props stand from setting to taking away, covers over what sets, a case for good; the step in hand has its place, thickness and way', () => {
    const build = changeMaking('weir', { droopMm: 0.05 })(setWay('weir', 'cut-sheet')(demo()))
    const plan = derivePlan(build)
    const moments = roundMoments(build, plan, BUILT_IN_SHELF)
    const when = (step: string) => moments.findIndex((m) => m.step === step)
    const propped = moments.map((m) => m.standing.props.includes('weir'))
    expect(propped.indexOf(true)).to.equal(when('weir/hang'))
    expect(propped.lastIndexOf(true)).to.equal(when('weir/release') - 1)
    const covered = moments[when('millpond/pour#2')].standing
    expect(covered.covers).to.include('millpond')
    const each = { build, plan, ground: groundStage(build) }
    const at = modelOf(each, COARSE, moments[when('weir/hang')].standing)
    const props = at.parts.filter((p) => p.kind === 'prop')
    const stand = plan.stacks.forms.find((f) => f.id === 'weir')!.part!.overhang!.stand
    expect(props.length).to.equal(2 * stand.length)
    for (const part of modelOf(each, COARSE, covered).parts)
      expect(closedVolume(part), part.id).to.be.above(0)

    const cased = newFrom(
      {
        name: 'Cased',
        scale: '1:76',
        widthMm: 300,
        depthMm: 200,
        waters: 'shore',
        hold: 'case'
      },
      { start: '2026-11-24T18:00', zone: 'UTC' }
    )
    const stood = derivePlan(cased)
    const all = allStanding(cased, BUILT_IN_SHELF)
    expect(all.cases.length).to.equal(1)
    expect(
      roundMoments(cased, stood, BUILT_IN_SHELF).every((m) => m.standing.cases.length === 1)
    ).to.equal(true)
    const held = modelOf({ build: cased, plan: stood, ground: groundStage(cased) }, COARSE, all)
    expect(held.parts.some((p) => p.kind === 'case')).to.equal(true)

    // as thick as the plan pours it, on the pool that it is poured into; gel goes as the strokes do
    const pour = inHand(build, plan, 'millpond/pour#2')!
    const layer = plan.stacks.pools.find((p) => p.id === 'millpond')!.layers[1]
    expect(pour.on).to.deep.equal({ water: 'millpond', kinds: ['water'] })
    expect(written(pour.says)).to.include(`up to ${written(mm(layer.toMm))} over`)
    expect(pour.strokes).to.deep.equal([])
    const gel = inHand(build, plan, 'millpond/ripple')!
    const here = plan.forms.strokes.filter((t) => t.water === 'millpond')
    expect(gel.strokes.length).to.equal(here.length)
    gel.strokes.forEach(({ from, to }, i) => {
      const deg = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI
      expect(Math.cos(((deg - here[i].headingDeg) * Math.PI) / 180)).to.be.closeTo(1, 1e-9)
    })
    expect(inHand(build, plan, 'weir/cut')).to.equal(null)
    expect(inHand(build, plan, 'weir/hang')!.on.kinds).to.deep.equal(['fall'])
    // down the fall, never up
    for (const { from, to } of inHand(build, plan, 'weir/gel#1')!.strokes)
      expect(to[2]).to.be.below(from[2])
  })

  it('a drag does to the build what the hand means: lip and landing of a fall, levels, what stands in the water', () => {
    const { build, plan } = made[0]
    const weir = { id: 'fall:weir:0', kind: 'fall' as const, water: 'weir' }
    const form = plan.forms.falls.find((f) => f.id === 'weir')!
    const drag = (high: number) => draggedBy(build, weir, 3, -4, 0, plan.forms.falls, high)!(build)
    const lip = (b: Build) => {
      const fall = b.waters.find((w) => w.id === 'weir')
      const at = fall?.kind === 'fall' ? fall.lip! : expect.fail('no lip')
      const pool = b.waters.find((w) => w.id === at.pool)
      const outline = pool?.kind === 'pool' ? pool.outline : []
      const i = outline.findIndex((c) => c.id === at.corner)
      return [outline[i], outline[(i + 1) % outline.length]]
    }
    lip(drag(form.crestMm)).forEach((c, i) =>
      expect([c.x, c.y]).to.deep.equal([lip(build)[i].x + 3, lip(build)[i].y - 4])
    )
    // by its foot the lip stays and its flow makes it land farther out
    const farther = drag(form.footMm)
    expect(lip(farther)).to.deep.equal(lip(build))
    const landing = planUntil(farther, 'forms').falls.find((f) => f.id === 'weir')!.curve!.landMm
    const out = 3 * form.out![0] - 4 * form.out![1]
    expect(landing - form.curve!.landMm).to.be.closeTo(out, 0.5)
    const water = { id: 'water:millpond', kind: 'water' as const, water: 'millpond' }
    const risen = draggedBy(build, water, 9, 9, -2)!(build).waters.find((w) => w.id === 'millpond')
    expect(risen).to.have.property('levelMm', 48)
    expect(draggedBy(build, { id: 'land', kind: 'land', water: null }, 1, 1, 1)).to.equal(null)
  })

  it('ripples lie across the strokes, as far apart and as high as the plan has them', () => {
    const [{ build, plan, ground }] = made
    const whole = wholeGround(build, ground, plan.forms)
    const [spacingMm, heightMm] = [6, 0.5]
    for (const headingDeg of [0, 90]) {
      const strokes = plan.forms.strokes.map((s) => ({ ...s, water: 'w', headingDeg, spacingMm }))
      const ripples = [{ ...plan.forms.ripples[0], water: 'w', spacingMm, heightMm }]
      const { cols, rows, cellMm, values } = rippleField(build, { strokes, ripples }, whole)
      /** Times that it goes through nothing on the way, for each mm over which it is not flat. */
      const crossings = (step: number) => {
        let [crossed, length] = [0, 0]
        for (let i = 0; i + step < values.length; i++) {
          if (values[i] === 0 || values[i + step] === 0) continue
          length += cellMm
          if (values[i] > 0 !== values[i + step] > 0) crossed++
        }
        return crossed / length
      }
      const [along, across] = headingDeg === 0 ? [1, cols] : [cols, 1]
      expect(rows * cols).to.equal(values.length)
      expect(2 / crossings(along)).to.be.within(0.8 * spacingMm, 1.25 * spacingMm)
      expect(crossings(across)).to.be.below(0.55 * crossings(along))
      const most = values.reduce((m, v) => Math.max(m, Math.abs(v)), 0)
      expect(2 * most).to.be.within(0.8 * heightMm, 2.4 * heightMm)
    }
  })

  it('water that ran stands in the round as the run left it', () => {
    const gorge = made[2]
    const id = gorge.build.running.kept[0].id
    const build = takeMaps(id)(gorge.build)
    const plan = derivePlan(build)
    expect(plan.forms.ran!.stale).to.equal(false)
    const each = { build, plan, ground: groundStage(build) }
    const at = ranSurface(build, plan.forms)!
    const bodies = modelOf(each).parts.filter((p) => p.kind === 'run')
    expect(bodies.length).to.be.above(0)
    let [asItRan, all] = [0, 0]
    for (const { id: name, xyz, ...body } of bodies) {
      expect(closedVolume({ xyz, ...body }), name).to.be.above(0)
      for (let i = 0; i < xyz.length; i += 3) {
        const high = at(xyz[i], xyz[i + 1])
        if (high === null) continue
        all++
        if (Math.abs(xyz[i + 2] - high) < 0.01) asItRan++
      }
    }
    // of seven places of a section two are its bed
    expect(asItRan / all).to.be.above(0.6)
    const still = takeMaps(null)(gorge.build)
    expect(ranSurface(still, planUntil(still, 'forms'))).to.equal(null)
  })

  it('goes from bare board to all of it: levels only rise, dams come and go, white comes after its water', () => {
    for (const each of made) {
      const moments = roundMoments(each.build, each.plan, BUILT_IN_SHELF)
      const first = moments[0].standing
      expect(first.land).to.equal('board')
      expect(Object.values(first.levels).every((l) => l === null)).to.equal(true)
      const last = moments.at(-1)!.standing
      const whole = allStanding(each.build, BUILT_IN_SHELF)
      expect({
        ...last,
        things: last.things.toSorted(),
        waters: last.waters.toSorted()
      }).to.deep.equal({
        ...whole,
        things: whole.things.toSorted(),
        waters: whole.waters.toSorted()
      })
      const held = ({ dams, cases }: Standing) => dams.length + cases.length > 0
      expect(moments.some((m) => held(m.standing))).to.equal(true)
      moments.slice(1).forEach((m, i) => {
        const before = moments[i].standing
        expect(m.atMs).to.be.at.least(moments[i].atMs)
        for (const [pool, level] of Object.entries(before.levels))
          expect(m.standing.levels[pool] ?? -Infinity).to.be.at.least(level ?? -Infinity)
        if (m.standing.white)
          expect(Object.values(m.standing.levels).every((l) => l !== null)).to.equal(true)
      })
      const half = moments[Math.floor(moments.length / 2)]
      for (const part of modelOf(each, COARSE, half.standing).parts)
        expect(closedVolume(part), part.id).to.be.above(0)
    }
  })

  it('forty crests, and a base that was never dipped, are drawn within bounds', () => {
    const { build, ground } = made[1]
    const sea = build.waters.find((w) => w.kind === 'sea')!
    const crests = Array.from({ length: 40 }, (_, i) => ({
      ...sea,
      id: `more${i}`,
      of: sea.id,
      crest: { x: 60 + 9 * i, y: 40 + (i % 5) * 40, lengthMm: 60 }
    }))
    const many = { ...build, waters: [...build.waters, ...crests] }
    const { parts, triangles } = modelOf({ build: many, plan: derivePlan(many), ground }, FINE)
    expect(parts.filter((p) => p.kind === 'crest').length).to.be.above(20)
    expect(triangles).to.be.below(MOST_TRIANGLES)
    const empty: Build = { ...build, waters: [] }
    const bare = modelOf({ build: empty, plan: derivePlan(empty), ground: groundStage(empty) })
    expect(bare.parts.map((p) => p.id)).to.deep.equal(['base', 'land'])
  })

  it('its land in blocks for a printer: each closed and no larger than the bed, together all of it, holes face holes', () => {
    const [{ build, plan, ground }] = made
    const land = landOf(build, ground, plan.forms)
    const blocks = landPieces(land, build.base, [150, 120])
    const pins = blocks.at(-1)!
    expect(pins.name).to.match(/^Pin, print \d+$/)
    let sum = 0
    for (const block of blocks.slice(0, -1)) {
      const body = { xyz: Float32Array.from(block.xyz), triangles: block.triangles }
      sum += closedVolume(body)
      for (const [axis, most] of [
        [0, 150],
        [1, 120]
      ] as const) {
        const along = block.xyz.filter((_, k) => k % 3 === axis)
        expect(Math.max(...along) - Math.min(...along)).to.be.at.most(most + 1e-6)
      }
    }
    const holes = 2 * Number(/\d+/.exec(pins.name)![0])
    const whole = landBody({ ...land, zMm: land.zMm.map((z) => Math.max(1.2, z)) }, build.base)
    // the whole is rooted a millimetre deep; each hole takes its cylinder
    const wanted = volumeOf(whole) - build.base.widthMm * build.base.depthMm - holes * 6 * 14
    expect(sum / wanted).to.be.closeTo(1, 0.003)
    expect(() => landPieces(land, build.base, [10, 120])).to.throw(RangeError, 'bed')
    expect(() => landPieces(land, build.base, [30, 30])).to.throw(RangeError, 'pieces')
  })

  it('where the section shows ground, its sheets and the round have ground: the demos, each new build, runs with and without their beds given', () => {
    // land is kept to a twentieth of a millimetre
    for (const { build, plan } of made) expect(groundMissing(build, plan, 0.06)).to.equal(null)
    for (const waters of Object.keys(WATERS_NAMED))
      for (const [widthMm, depthMm] of [
        [300, 200],
        [200, 300],
        [120, 400]
      ]) {
        const build = newFrom(
          { name: 'One ground', scale: '1:48', widthMm, depthMm, waters },
          { start: '2026-11-30T09:00', zone: 'UTC' }
        )
        const dipped = reachesOf(build).reduce(
          (b, { id, path }) =>
            changeReach(id, { path: path.map(({ bedMm: _, ...point }) => point) })(b),
          build
        )
        for (const each of new Set([build, dipped])) {
          const forms = formsStage(each, groundStage(each), BUILT_IN_SHELF)
          // a run led on through the shallows ends a cell or so sooner or later
          expect(groundMissing(each, { forms }, 1.5), `${waters} ${widthMm}`).to.equal(null)
        }
      }
  })

  it('its land in sheets lies sheet over sheet: as wide as the base, holes for dowels in both of two', () => {
    const [{ build }] = made
    const list = cutListOf(build, { sheetMm: 20, boardMm: [1250, 600] }, BUILT_IN_SHELF)
    const sheets = landSheets(list, build.base)
    expect(sheets).to.have.length(list.sheets.length)
    const rings = (i: number) => sheets[i].shapes.filter((s) => s.layer === 'saw').length
    expect(sheets.slice(1, -1).every((_, i) => rings(i + 1) === 4)).to.equal(true)
    for (const sheet of sheets) {
      const base = sheet.shapes.find((s) => s.layer === 'base')!
      const xs = base.points.map((p) => p[0])
      expect(Math.max(...xs) - Math.min(...xs)).to.be.closeTo(build.base.widthMm, 1e-6)
    }
    for (const [sheetMm, board, why] of [
      [0, [1250, 600], 'sheetMm'],
      [500, [1250, 600], null],
      [25, [100, 100], 'board']
    ] as const) {
      const cut = () => cutListOf(build, { sheetMm, boardMm: board }, BUILT_IN_SHELF)
      if (why) expect(cut).to.throw(RangeError, why)
      else expect(cut().sheets).to.have.length(1)
    }
  })
})
