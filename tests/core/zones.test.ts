import { expect } from 'chai'
import fc from 'fast-check'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { changeFinish } from '../../core/build/edits'
import { addLaid, changeLaid } from '../../core/build/lays'
import { keptStack } from '../../core/build/stack'
import type { Build } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import { derivePlan } from '../../core/plan/derivePlan'
import { firstZone, hasPlan, zoneCm2 } from '../../core/plan/4-amounts/zones'
import { templatesOf } from '../../core/plan/templates/templatesOf'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { runs } from '../support/dial'

type Zone = [number, number][]
const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const lake = () =>
  newFrom({ name: 'Lake', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily' }, NOW)
const box = (x: number, y: number, wide: number, deep: number): Zone => [
  [x, y],
  [x + wide, y],
  [x + wide, y + deep],
  [x, y + deep]
]
const white = (zone: Zone | undefined, more: object = {}) =>
  addLaid({ stack: 'pool1', way: 'sponged-white', zone, ...more })(lake())
const sizes = (build: Build) => planUntil(build, 'amounts').sizes.laid.lay1
const stagesOf = (build: Build) => {
  const ground = groundStage(build)
  return { ground, forms: formsStage(build, ground, BUILT_IN_SHELF) }
}

describe('A lay in a place of its own', function () {
  this.timeout(300_000)

  it('covers its outline and no more: amounts by area and cover, whatever the white map says', () => {
    expect(sizes(white(box(100, 110, 40, 25))).whiteCm2).to.be.closeTo(10, 0.05)
    expect(sizes(white(box(100, 110, 40, 25), { coverPct: 30 })).whiteCm2).to.be.closeTo(3, 0.02)
    // a triangle is half its box (Euclid, Elements I 41); a drawing that runs off the base counts on it alone
    const half: Zone = [
      [100, 110],
      [140, 110],
      [100, 135]
    ]
    expect(sizes(white(half)).whiteCm2).to.be.closeTo(5, 0.06)
    const { ground } = stagesOf(lake())
    const pool = ground.pools[0]
    expect(sizes(white(box(-50, -50, 400, 400))).whiteCm2).to.be.closeTo(pool.areaMm2 / 100, 1)
    // twice the place takes twice the paint, where it is more than the least that is stirred
    const paint = (build: Build) =>
      planUntil(changeFinish({ reliefMm: 12 })(build), 'amounts').shopping.find(
        (l) => l.material === 'white-acrylic'
      )!.amount
    const [none, once, twice] = [undefined, box(80, 110, 40, 40), box(80, 110, 80, 40)].map(
      (zone) => paint(zone ? white(zone) : lake())
    )
    expect(twice - none).to.be.closeTo(2 * (once - none), 0.02 * (twice - none))
  })

  it('a place that misses its water is said, with where; one taken away is as before', () => {
    const build = addLaid({ stack: 'weir', way: 'sponged-white', zone: box(0, 0, 5, 5) })(demo())
    const missed = white(box(500, 500, 10, 10))
    expect(derivePlan(missed).findings.map((f) => f.id)).to.include('off-the-water:lay1')
    expect(sizes(missed).whiteCm2).to.equal(0)
    const back = changeLaid('lay1', { zone: undefined })(missed)
    expect(sizes(back)).to.deep.equal(sizes(white(undefined)))
    // a fall's face lies on no plan: it is covered as if nothing were drawn
    expect(hasPlan(build, 'weir')).to.equal(false)
    expect(sizes(build)).to.deep.equal(
      sizes(addLaid({ stack: 'weir', way: 'sponged-white' })(demo()))
    )
  })

  it('is kept in the file, printed as a stencil with the shores, and left out of a kept stack', () => {
    const build = white(box(100, 110, 40, 25), { name: 'Wake of the punt' })
    expect(readBuild(writeBuild(build))).to.deep.equal({ ok: true, value: build })
    const { ground, forms } = stagesOf(build)
    const sheet = templatesOf(build, { ground, forms, parts: [] }).find(
      (t) => t.id === 'zone-lay1'
    )!
    expect(sheet.name).to.equal('Place of Wake of the punt')
    const cut = sheet.shapes.find((s) => s.layer === 'cut')!
    const [left, foot] = sheet.shapes.find((s) => s.layer === 'base')!.points[0]
    expect(cut.points.map(([x, y]) => [x - left, y - foot])).to.deep.equal(box(100, 110, 40, 25))
    expect(sheet.shapes.map((s) => s.layer)).to.include('water')
    expect(keptStack(build, 'pool1')!.laid[0]).to.not.have.property('zone')
    for (const zone of [
      [],
      [[1, 2]],
      box(1, 1, 1e9, 1),
      [
        ['a', 1],
        [2, 3],
        [4, 5]
      ],
      'here'
    ]) {
      const text = writeBuild({ ...build, laid: [{ ...build.laid[0], zone: zone as Zone }] })
      const read = readBuild(text)
      expect(!read.ok && read.faults[0].path, JSON.stringify(zone)).to.match(/^laid\[0\]\.zone/)
    }
  })

  it('whatever is drawn, it never covers more than its outline’s box or its water; a first outline always lies on it', () => {
    for (const build of [lake(), demo()]) {
      const { ground, forms } = stagesOf(build)
      const stacks = ['ground', 'white', ...build.waters.map((w) => w.id)].filter((id) =>
        hasPlan(build, id)
      )
      for (const stack of stacks) {
        const first = zoneCm2(
          build,
          { stack, zone: firstZone(build, stack, ground, forms) },
          ground,
          forms
        )
        expect(first, stack).to.be.above(0.2)
      }
      const corner = fc.tuple(
        fc.double({ min: -100, max: 700, noNaN: true }),
        fc.double({ min: -100, max: 400, noNaN: true })
      )
      fc.assert(
        fc.property(
          fc.constantFrom(...stacks),
          fc.array(corner, { minLength: 3, maxLength: 12 }),
          (stack, zone) => {
            const covers = zoneCm2(build, { stack, zone }, ground, forms)!
            const [xs, ys] = [zone.map((p) => p[0]), zone.map((p) => p[1])]
            const boxed = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys))
            const pool = ground.pools.find((p) => p.id === stack)
            const most = Math.min(boxed, pool ? pool.areaMm2 * 1.01 : Infinity)
            expect(covers).to.be.within(0, most / 100 + 1e-9)
          }
        ),
        { numRuns: runs(150) }
      )
    }
  })
})
