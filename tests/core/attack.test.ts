import { expect } from 'chai'
import { attackBuilds, wildBuild } from '../attack/builds'
import { derivePlan } from '../../core/plan/derivePlan'
import { attackFiles, wholeFormats } from '../attack/files'
import type { Counts } from '../attack/random'
import { dial } from '../support/dial'
import { written } from '../../core/words/sentence'

/** `npm run attack` is the whole of it; these are some, with the same seed each time. */
const SEED = 1
const FILES = dial(4000, 20_000)
const BUILDS = dial(25, 400)
const nothingFound = (all: Record<string, Counts>, least: number) => {
  for (const [name, c] of Object.entries(all)) {
    expect([...c.crashes, ...c.silent], name).to.deep.equal([])
    expect(c.tried, name).to.be.at.least(least)
  }
}

describe('Attacks', function () {
  this.timeout(600_000)

  it('thousands of damaged files: taken whole or refused in words, and nothing changed in silence', () => {
    expect(wholeFormats()).to.deep.equal([])
    const all = attackFiles(SEED, FILES)
    nothingFound(all, 0.07 * FILES)
    // an attack whose files are all refused at the door, or all taken, tries nothing
    for (const [name, c] of Object.entries(all)) expect(c.taken, name).to.be.greaterThan(5)
    expect(Object.values(all).reduce((n, c) => n + c.refused, 0)).to.be.greaterThan(0.4 * FILES)
  })

  it('wild builds: each is planned, holds no number that is none, and goes out as it came in', () => {
    nothingFound(attackBuilds(SEED, BUILDS), BUILDS)
  })
  it('a base of ten metres and its tens of thousands of cups are planned, too', () => {
    const vast = wildBuild(18, 383)!
    const { shopping, batches, otherCups } = derivePlan(vast).amounts
    const all = batches.length + otherCups.length
    expect(all).to.be.greaterThan(15_000)
    const line = shopping.find(({ also }) => / × \d+ ml/.test(written(also)))!
    const said = [...written(line.also).matchAll(/(\d+) × \d+ ml/g)].map(([, n]) => Number(n))
    expect(said.reduce((sum, n) => sum + n, 0)).to.equal(all)
  }).timeout(300_000)
})
