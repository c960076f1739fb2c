import { expect } from 'chai'
import type { Build } from '../../core/build/types'
import { changePool } from '../../core/build/edits'
import { leak, HOLE_LENGTH_MM, RESIN_PA_S } from '../../core/physics/stuff/dams/leak'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { derivePlan } from '../../core/plan/derivePlan'
import { JUDGES } from '../../core/plan/beside/judges'
import { measuredOf, TROUBLES, troublesOf } from '../../core/craft/troubles/troubles'
import type { Verdict } from '../../core/plan/beside/judging'
import { demo } from '../support/builds'
import { written, type Sentence } from '../../core/words/sentence'

const weir = demo()
const mole = demo('2-mole-at-varnsey')
const plans = new Map([
  [weir, derivePlan(weir)],
  [mole, derivePlan(mole)]
])

/** What is said of a trouble of one water. */
function judged(
  build: Build,
  id: string,
  water: string,
  measured: Record<string, number> = {}
): Verdict {
  const plan = plans.get(build) ?? derivePlan(build)
  const trouble = TROUBLES.find((t) => t.id === id)!
  return JUDGES[id]({
    build,
    water: build.waters.find((w) => w.id === water)!,
    measured: measuredOf(trouble, measured),
    ground: plan.ground,
    forms: plan.forms,
    stacks: plan.stacks,
    cures: plan.cures,
    shelf: BUILT_IN_SHELF
  })
}
const numberIn = (text: Sentence) => Number.parseFloat(/[\d.]+/.exec(written(text))![0])

describe('What the models say of a trouble', () => {
  it('a leak: the hole that runs so much resin, put back through Hagen and Poiseuille, runs just that', () => {
    const verdict = judged(weir, 'leak', 'millpond', { mlPerH: 3 })
    const hole = numberIn(written(verdict.says).replace(/^.*?about /, ''))
    const depth = plans.get(weir)!.ground.pools.find((p) => p.id === 'millpond')!.maxDepthMm
    expect(
      leak({
        holeMm: hole,
        lengthMm: HOLE_LENGTH_MM,
        headMm: depth,
        viscosityPaS: RESIN_PA_S,
        densityGCm3: 1.1
      }).mlPerH
    ).to.be.closeTo(3, 0.5)
    expect(verdict.leaveH!).to.be.closeTo(plans.get(weir)!.cures.waters.millpond.gel! / 60, 1e-9)
    // painted water has no resin to gel: pressing is all there is
    expect(
      judged(changePool('millpond', { way: 'gloss-gel' })(weir), 'leak', 'millpond').leaveH
    ).to.equal(null)
  })
  it('too much tint: clear by the mass balance; too little: drops', () => {
    expect(
      written(judged(weir, 'over-tinted', 'millpond', { massG: 60, drops: 9, wanted: 3 }).number)
    ).to.equal('120 g of clear')
    expect(
      written(judged(weir, 'over-tinted', 'millpond', { massG: 200, drops: 3, wanted: 5 }).number)
    ).to.equal('4 drops')
  })
  it('a crust: printer resin never sets through, craft resin in a thin coat does', () => {
    expect(
      written(judged(weir, 'crust', 'millpond', { thickMm: 4, dpMm: 0.15, seconds: 120 }).says)
    ).to.match(/never reaches the foot/)
    expect(
      written(judged(weir, 'crust', 'millpond', { thickMm: 2, dpMm: 3, seconds: 120 }).says)
    ).to.match(/reaches the foot/)
  })
  it('a stipple made at once has faded, one in its window has not', () => {
    const { windows } = plans.get(weir)!.stacks.forms.find((s) => s.id === 'race')!.laying!
    expect(numberIn(judged(weir, 'faded-stipple', 'race', { atMin: 1 }).number)).to.equal(0)
    expect(
      numberIn(
        judged(weir, 'faded-stipple', 'race', {
          atMin: windows.find((w) => w.id === 'stipple')!.opensMin + 1
        }).number
      )
    ).to.be.above(80)
  })
  it('strips that do not peel are too wet, or ready; a drooped curl is told the props it asked for', () => {
    const peelH = plans.get(weir)!.stacks.forms.find((s) => s.id === 'weir')!.laying!.peelH!
    expect(judged(weir, 'stuck', 'weir', { ageH: peelH / 2 }).leaveH!).to.be.closeTo(
      peelH / 2,
      1e-9
    )
    expect(written(judged(weir, 'stuck', 'weir', { ageH: peelH + 1 }).number)).to.equal(
      'ready to peel'
    )
    expect(written(judged(mole, 'drooped', 'seas').says)).to.match(/it asked for 1\./)
    expect(written(judged(weir, 'drooped', 'weir').formula)).to.match(/no part on film/)
  })
  it('a beach that drowned by a millimetre and a half took its area times that', () => {
    const area = plans.get(weir)!.ground.pools.find((p) => p.id === 'tailrace')!.areaMm2
    expect(numberIn(judged(weir, 'drowned', 'tailrace', { overMm: 1.5 }).number)).to.equal(
      Math.round((area * 1.5) / 1000)
    )
  })
  it('a fall that missed is told how far, and the flow that would hit', () => {
    const lands = plans.get(weir)!.forms.falls[0].curve!.landMm
    expect(written(judged(weir, 'missed', 'weir', { outMm: lands - 4 }).says)).to.match(
      /^It lands 4 mm past them\. [\d.]+ m³\/s would hit/
    )
    expect(written(judged(weir, 'missed', 'weir', { outMm: lands + 3 }).says)).to.match(
      /^It lands 3 mm short of them/
    )
  })
  it('too much white is counted in square centimetres against the map; a lip against what resin climbs', () => {
    const own = plans.get(weir)!.forms.white.waters.find((w) => w.water === 'race')!
    const verdict = judged(weir, 'too-white', 'race', { yoursPct: 90 })
    expect(numberIn(written(verdict.number).split(': ')[1])).to.be.closeTo(
      ((90 - own.sharePct) / 100) * (own.areaMm2 / 100),
      0.06
    )
    expect(written(judged(weir, 'too-white', 'race', { yoursPct: 5 }).says)).to.match(
      /No more than this water has/
    )
    expect(written(judged(weir, 'lip', 'millpond', { riseMm: 9 }).says)).to.match(/overfilled/)
    expect(written(judged(weir, 'lip', 'millpond', { riseMm: 2 }).says)).to.match(/by itself/)
  })
  it('every kind of water has its own list, and each trouble has something to do about it', () => {
    for (const kind of ['pool', 'fall', 'reach', 'sea', 'splash'] as const)
      expect(troublesOf(kind).length, kind).to.be.above(3)
    for (const t of TROUBLES) {
      expect(t.steps.length, t.id).to.be.above(0)
      expect(
        t.measures.every((m) => m.usual >= m.min && m.usual <= m.max),
        t.id
      ).to.equal(true)
    }
  })
})
