import { expect } from 'chai'
import {
  addBoulder,
  addSea,
  addSplash,
  changeBoulder,
  changeSea,
  changeSplash,
  judgeWhite,
  setFlow,
  type Edit
} from '../../core/build/edits'
import { addLaid } from '../../core/build/lays'
import { mending } from '../../core/build/mend'
import { poolsOf, reachesOf, seasOf, splashesOf, type Build } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import { MOST_REMARKS, together } from '../../core/plan/beside/together'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { written } from '../../core/words/sentence'

/* What is judged by eye is common practice, no source: docs/trade.md 8 and O5. */
const mole = demo('2-mole-at-varnsey')
const gorge = demo('3-slalom-in-the-hollin-gorge')
const [sea] = seasOf(mole)
const edited = (build: Build, ...edits: Edit[]) => edits.reduce((b, edit) => edit(b), build)
const said = (build: Build) => together(build, derivePlan(build))
const ids = (build: Build) => said(build).map((r) => r.id)

/** A scene, what is said of it, and that its one click mends that and nothing is said anew. */
function mended(build: Build, id: RegExp): void {
  const before = said(build)
  const remark = before.find((r) => id.test(r.id))
  expect(remark, String(id)).not.to.equal(undefined)
  for (const words of [remark!.title, remark!.why, remark!.mend.label])
    expect(written(words).length).to.be.above(8)
  const after = ids(mending(remark!.mend)(build))
  expect(after, written(remark!.mend.label)).not.to.include(remark!.id)
  expect(after.filter((i) => !before.some((r) => r.id === i))).to.deep.equal([])
}

describe('Does it belong together', () => {
  it('nothing is said of what the app begins with, at any scale and size', () => {
    for (const waters of ['pool', 'pool-fall', 'pool-fall-pool', 'rapid', 'shore'] as const)
      for (const scale of ['1:12', '1:48', '1:160', '1:450'])
        for (const [widthMm, depthMm] of [
          [70, 80],
          [1200, 600]
        ]) {
          const size = { name: 'New', scale, widthMm, depthMm, waters }
          const build = newFrom(size, { start: '2026-11-24T18:00', zone: 'UTC' })
          expect(ids(build), `${waters} ${scale} ${widthMm}`).to.deep.equal([])
        }
  })

  it('waves that cross, and a storm that is white all over', () => {
    const second = addSea(mole)
    const other = seasOf(second).at(-1)!
    const crossing = edited(
      second,
      changeSea(other.id, { headingDeg: sea.headingDeg + 90, pool: sea.pool, windMS: 5 }),
      changeSea(sea.id, { windMS: 5 })
    )
    mended(crossing, /^direction:/)
    mended(changeSea(sea.id, { windMS: 24 })(mole), /^storm:/)
  })

  it('one crest across the base, or a ploughed field of them', () => {
    const calm = changeSea(sea.id, { windMS: 5 })(mole)
    mended(changeSea(sea.id, { periodS: 30 })(calm), /^spacing:/)
    const low = changeSea(sea.id, { periodS: 1, breakerMm: 1 })(calm)
    mended(low, /^spacing:/)
  })

  it('more white than the water tears; a wall that throws higher than its wave could', () => {
    const calm = changeSea(sea.id, { windMS: 5 })(mole)
    mended(judgeWhite(sea.pool, 90)(calm), /^too-white:/)
    const wall = splashesOf(calm).find((s) => s.cause === 'wall')!
    mended(changeSplash(wall.id, { heightMm: 400 })(calm), /^thrown:/)
  })

  it('the same rock again and again is made to differ, and stays where it was', () => {
    const [reach] = reachesOf(gorge)
    const places: [number, number][] = reach.path.slice(0, 3).map((p) => [p.x, p.y])
    const rocks = edited(gorge, ...places.map((at) => addBoulder(reach.id, at)))
    mended(rocks, /^repeats:/)
    const remark = said(rocks).find((r) => r.id.startsWith('repeats:'))!
    const after = reachesOf(mending(remark.mend)(rocks))[0].boulders
    const before = reachesOf(rocks)[0].boulders
    expect(after.map((b) => [b.id, b.x, b.y])).to.deep.equal(before.map((b) => [b.id, b.x, b.y]))
    // each of its own measure
    expect(new Set(after.map((b) => `${b.widthMm} ${b.heightMm}`)).size).to.equal(after.length)
    const differs = changeBoulder(reach.id, before.at(-1)!.id, { widthMm: 3.3 })
    expect(said(differs(rocks)).length).to.be.at.most(said(rocks).length)
  })

  it('two kinds of ripples on one water, five splashes, water like paint: seven at most, the worst first', () => {
    const [pool] = poolsOf(mole)
    const lay = (way: string) => addLaid({ stack: pool.id, way })
    const twice = edited(
      mole,
      changeSea(sea.id, { windMS: 5 }),
      lay('blown-ripples'),
      lay('picked-ripples')
    )
    mended(twice, /^ripples:/)
    const splashes = edited(twice, addSplash, addSplash)
    mended(splashes, /^too-much:/)
    const paint = {
      ...splashes,
      waters: splashes.waters.map((w) =>
        w.kind === 'pool'
          ? { ...w, tints: w.tints.map((t) => ({ ...t, dropsPer100G: 90 })), bands: [] }
          : w
      )
    }
    expect(ids(paint).some((id) => id.startsWith('murky:'))).to.equal(true)
    const all = said(edited(paint, setFlow({ mood: 'spate' }), changeSea(sea.id, { windMS: 30 })))
    expect(all.length).to.be.within(3, MOST_REMARKS)
    const weights = all.map((r) => r.weight)
    expect(weights).to.deep.equal(weights.toSorted((a, b) => b - a))
  })
})
