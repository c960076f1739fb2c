import { levelLand } from '../../core/build/landEdits'
import { expect } from 'chai'
import { changePool } from '../../core/build/edits'
import { mending } from '../../core/build/mend'
import { poolsOf, type Build } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import { WATERS_NAMED } from '../../core/build/newBuild'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { written } from '../../core/words/sentence'

const OF_THE_BED = ['below-base', 'hole-to-board', 'carved-through', 'land-thin', 'island']
const told = (build: Build) =>
  derivePlan(build).findings.filter((f) => OF_THE_BED.some((id) => f.id.startsWith(id)))
/** What stands where the builder looks; an aside only answers who asks. */
const loud = (build: Build) => told(build).filter((f) => f.severity !== 'aside')
const NOW = { start: '2026-11-02T09:00', zone: 'Europe/Lisbon' }

/** The mill pond with its deepest dip at another height. */
const dipped = (z: number): { build: Build; at: readonly number[] } => {
  const build = demo()
  const pool = poolsOf(build)[0]
  const [lowest] = [...pool.soundings].sort((a, b) => a[2] - b[2])
  const soundings = pool.soundings.map((s) => (s === lowest ? ([s[0], s[1], z] as const) : s))
  return { build: changePool(pool.id, { soundings })(build), at: [lowest[0], lowest[1]] }
}

describe('The bed and the board', () => {
  it('nothing is said of a bed as it comes: the demos, and every new build', () => {
    for (const name of [
      '1-weir-at-cobbets-race',
      '2-mole-at-varnsey',
      '3-slalom-in-the-hollin-gorge'
    ] as const)
      expect(loud(demo(name)).map((f) => f.id)).to.deep.equal([])
    for (const waters of Object.keys(WATERS_NAMED)) {
      const build = newFrom(
        { name: 'T', scale: 'HO', widthMm: 300, depthMm: 200, waters, free: 'daily' },
        NOW
      )
      expect(
        loud(build).map((f) => f.id),
        waters
      ).to.deep.equal([])
    }
  }).timeout(300_000)
  it('a dip below the base’s top is found at its place, and one click raises all on to the board', () => {
    const { build, at } = dipped(-4)
    const [found] = told(build)
    expect(found.id).to.equal('below-base:millpond')
    expect(found.at).to.deep.equal(at)
    expect(told(mending(found.mend!)(build)).map((f) => f.id)).to.not.include('below-base:millpond')
  })
  it('a hole down to the board leaks under the land; one carved down to its shell is noted', () => {
    const hole = told(dipped(0.2).build)
    expect(hole.map((f) => [f.id, f.severity])).to.deep.equal([['hole-to-board:millpond', 'warn']])
    expect(hole[0].at).to.be.an('array')
    const shell = told(dipped(2).build)
    expect(shell.map((f) => [f.id, f.severity])).to.deep.equal([
      ['carved-through:millpond', 'aside']
    ])
    // where no land is, the board is the bed
    const { build } = dipped(0.2)
    const bare = { ...build, ground: { ...build.ground, landform: 'no-landform' } }
    expect(told(bare)).to.deep.equal([])
  })
  it('land thinner than what is carved from it is told with what it wants', () => {
    const build = levelLand(demo())
    const [found] = told({ ...build, ground: { ...build.ground, bankMm: 40 } })
    expect(found.id).to.equal('land-thin:millpond')
    expect(written(found.number)).to.match(/^40 mm, wants 49/)
  })
  it('a bed above the water in the midst of it is an island, told with its place and size', () => {
    const { build, at } = dipped(56)
    const [island] = told(build)
    expect(island.id).to.match(/^island/)
    expect(island.severity).to.equal('note')
    expect(Math.hypot(island.at![0] - at[0], island.at![1] - at[1])).to.be.below(15)
  })
})

describe('Tints that nobody has', () => {
  it('are told by name; every demo’s are on the shelf', () => {
    const untinted = (b: Build) => derivePlan(b).findings.filter((f) => f.id.startsWith('no-tint'))
    for (const name of [
      '1-weir-at-cobbets-race',
      '2-mole-at-varnsey',
      '3-slalom-in-the-hollin-gorge'
    ] as const)
      expect(untinted(demo(name))).to.deep.equal([])
    const lost = changePool('millpond', { tints: [{ id: 'sky', dropsPer100G: 2 }], bands: [] })
    expect(untinted(lost(demo())).map((f) => [f.id, f.severity])).to.deep.equal([
      ['no-tint-sky:millpond', 'warn']
    ])
  })
})
