import { expect } from 'chai'
import {
  addSplash,
  changeSea,
  changeFinish,
  changeMaking,
  changePool,
  setWay,
  type Edit
} from '../../core/build/edits'
import { addLaid, NEW, orderStack, setLays, setRipples } from '../../core/build/lays'
import { poolsOf, type Build } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import type { Plan } from '../../core/plan/derivePlan'
import { reaches } from '../../core/plan/6-steps/stacked'
import { planFor } from '../support/planned'

/**
 * Ways in which builders work, put together from common practice, no source. Days are those of
 * hands free daily from nine to nine, from a bed that is painted and sealed.
 */
const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const fresh = (more: object, ...edits: Edit[]): Build =>
  edits.reduce(
    (build, edit) => edit(build),
    newFrom(
      {
        name: 'A',
        scale: '1:72',
        widthMm: 300,
        depthMm: 200,
        free: 'daily',
        from: 'painted-and-sealed',
        ...more
      },
      NOW
    )
  )
const days = ({ days: { finishMs, startMs } }: Plan) => (finishMs! - startMs) / 86_400_000
const did = (plan: Plan) => plan.steps.steps.map((s) => s.of)
const bought = (plan: Plan) => plan.amounts.shopping.map((l) => l.material)
const loud = (plan: Plan) =>
  plan.findings.filter((f) => f.severity === 'stop' || f.severity === 'warn').map((f) => f.title)
/** That each of these is done, and each only after the one before it. */
function inTurn(plan: Plan, ...ids: string[]): void {
  const { steps, links } = plan.steps
  ids.forEach((id, i) => {
    const to = steps.find((s) => s.of === id || s.id === id)
    expect(to, `${id} among ${did(plan).join(' ')}`).not.to.equal(undefined)
    if (i === 0) return
    const from = steps.findLast((s) => s.of === ids[i - 1] || s.id === ids[i - 1])!
    expect(reaches(links, from.id, to!.id), `${ids[i - 1]} → ${id}`).to.equal(true)
  })
}
const waitBetween = (plan: Plan, from: string, to: string) =>
  plan.steps.links.find((l) => l.from === from && l.to === to)
const skin =
  (layers: number, lacquerCoats: number): Edit =>
  (build) =>
    changePool('pool1', { skin: { ...poolsOf(build)[0].skin, layers, lacquerCoats } })(build)

describe('Builders’ own ways, from the bed up (common practice, no source)', function () {
  this.timeout(300_000)

  it('a carved sea: one block, one skin over water and waves, paste on dry gloss, tinted gel over it, spray last', () => {
    const plan = planFor(
      fresh(
        { waters: 'shore', widthMm: 400, depthMm: 300 },
        setWay('pool1', 'carved-water'),
        setWay('sea1', 'carved-in-one'),
        skin(1, 2),
        setWay('white', 'filler-paste'),
        setWay('spray', 'teased-fibre'),
        addLaid({ stack: 'white', way: 'gel-coat', coverPct: 5, name: 'Faint blue over the harsh' })
      )
    )
    inTurn(
      plan,
      'pool1/carve',
      'sea1/crests',
      'pool1/tissue',
      'pool1/caulk',
      'pool1/deepen',
      'pool1/lacquer',
      'white/off',
      'white/white',
      'lay1/lay',
      'finish/gloss'
    )
    expect(did(plan).filter((id) => /tissue|skin/.test(id))).to.deep.equal(['pool1/tissue'])
    for (const none of ['pour', 'dam', 'leak', 'gelcoat', 'undam'])
      expect(did(plan)).not.to.include(`pool1/${none}`)
    expect(plan.amounts.mixes).to.deep.equal([])
    expect(bought(plan)).not.to.include.members(['clear-epoxy-2-1'])
    // paste waits for the gloss to be dry
    const gloss = plan.steps.steps.findLast((s) => s.of === 'pool1/lacquer')!
    expect(waitBetween(plan, gloss.id, 'white/mix')!.minMin).to.equal(gloss.waitMin)
    expect(loud(plan)).to.deep.equal([])
    expect(days(plan)).to.be.at.most(7)
    // one skin is what the way begins with; three of tissue again without it, and one's own stay
    const layers = (...edits: Edit[]) => poolsOf(fresh({}, ...edits))[0].skin.layers
    const [carved, paper] = ['carved-water', 'paper-skin'].map((way) => setWay('pool1', way))
    expect([layers(carved), layers(paper), layers(carved, paper)]).to.deep.equal([1, 3, 3])
    expect(layers(skin(2, 2), carved)).to.equal(2)
  })

  it('a cast crest on a beach: one pour of 5 mm, master, mould and casting beside it, bedded under one coat, then gel, stippled', () => {
    const plan = planFor(
      fresh(
        { waters: 'shore', widthMm: 400, depthMm: 600, care: 'quick' },
        changePool('pool1', { pours: 1 }),
        shallow(5),
        changeSea('sea1', { breakerMm: 4 }),
        setWay('sea1', 'cast-wave'),
        setWay('white', 'snow-paste'),
        changeFinish({ reliefMm: 1 }),
        addLaid({ stack: 'pool1', way: 'resin-film', name: 'Over pour and crest' }, [
          'pool1/pour',
          NEW,
          'pool1/ripples'
        ])
      )
    )
    inTurn(plan, 'sea1/master', 'sea1/rubber', 'sea1/shell', 'sea1/cast', 'sea1/saw', 'sea1/bed')
    inTurn(plan, 'pool1/pour', 'sea1/bed', 'lay1/lay', 'pool1/gelcoat', 'pool1/ripple', 'white/off')
    expect(plan.stacks.pools[0].layers).to.have.length(1)
    // the casting is of the sea's own resin or one of its kind, and both are weighed
    const lays = plan.amounts.mixes.map((m) => m.lay?.split('/')[0])
    expect(lays).to.include.members(['pool1', 'sea1', 'lay1'])
    for (const mix of plan.amounts.mixes) expect(mix.aG + mix.bG).to.be.above(0)
    const bedded = plan.steps.steps.find((s) => s.id === 'lay1/lay')!
    expect(waitBetween(plan, 'lay1/lay', 'pool1/gelcoat')!.minMin).to.equal(bedded.waitMin)
    expect(days(plan)).to.be.at.most(11)
  })

  it('a crest that a lay fixes is made before it; what grows out of it in gel comes after', () => {
    const plan = planFor(
      fresh(
        { waters: 'shore', widthMm: 400, depthMm: 300 },
        setWay('sea1', 'cast-wave'),
        addLaid({ stack: 'pool1', way: 'set-in', material: 'craft-light-resin', sets: 'sea1' })
      )
    )
    inTurn(plan, 'sea1/cast', 'sea1/saw', 'lay1/lay', 'sea1/gel')
    expect(did(plan)).not.to.include('sea1/bed')
  })

  it('a ford with a splash: fixed to the bed before the pour, undammed after a day, ripples brushed in another gel, fibre last', () => {
    const plan = planFor(
      fresh(
        { waters: 'pool', care: 'quick' },
        changePool('pool1', { pours: 1 }),
        shallow(5),
        addSplash,
        setWay('splash1', 'bag-skin'),
        (build) => setRipples(poolsOf(build)[0], 'brushed-ripples')(build),
        addLaid({ stack: 'pool1', way: 'set-in', material: 'craft-light-resin', sets: 'splash1' }, [
          NEW,
          'pool1/pour'
        ])
      )
    )
    const fixing = plan.steps.steps.find(
      (s) => s.of.endsWith('/lay') && s.title.includes('Splash')
    )!
    const ripples = plan.steps.steps.find((s) => s.title === 'Brush the ripples')!
    inTurn(plan, 'splash1/skin', 'splash1/panels', fixing.id, 'pool1/pour', ripples.id, 'white/off')
    inTurn(plan, 'white/white', 'spray/spray', 'finish/gloss')
    expect(did(plan)).not.to.include('splash1/gel')
    expect(plan.steps.lays.find((l) => l.id === 'splash1/foot')!.state).to.equal('leftOut')
    expect(did(plan)).not.to.include('pool1/gelcoat')
    // light-cured resin holds in minutes
    expect(fixing.waitMin).to.be.below(15)
    expect(bought(plan)).to.include('splash-gel')
    expect(days(plan)).to.be.at.most(5)
  })

  it('a deep sea with a loose curl: a pour a day, undammed, washes in gloss glue, the curl backed coat by coat and never glued', () => {
    const plan = planFor(
      fresh(
        { waters: 'shore', widthMm: 300, depthMm: 250, care: 'thorough' },
        changePool('pool1', { dam: 'card-and-sealant', pours: 3 }),
        shallow(15),
        setWay('sea1', 'curl-film'),
        changeMaking('sea1', { coats: 3 }),
        setLays(['sea1/bed'], 'leftOut'),
        addLaid({ stack: 'pool1', way: 'gel-coat', coats: 2, coverPct: 20, name: 'Runs of wash' })
      )
    )
    inTurn(plan, 'pool1/dam', 'pool1/leak', 'pool1/dryout', 'pool1/pour', 'pool1/undam', 'lay1/lay')
    inTurn(plan, 'sea1/roll', 'sea1/foot', 'sea1/back')
    expect(did(plan)).not.to.include('sea1/bed')
    expect(plan.steps.steps.find((s) => s.id === 'pool1/dam')!.waitMin).to.be.closeTo(72 * 60, 60)
    expect(did(plan).filter((id) => id === 'pool1/pour')).to.have.length(3)
    expect(days(plan)).to.be.at.most(18)
  })

  it('two levels and sheets: sheets cut, bent and gelled, hung; white painted, then paste; gloss glue blown over the lower water in place of gel', () => {
    const plan = planFor(
      fresh(
        { waters: 'pool-fall-pool', care: 'quick' },
        changePool('pool1', { resin: 'casting-epoxy-2-1', pours: 1 }),
        changePool('pool2', { resin: 'casting-epoxy-2-1', pours: 1 }),
        setWay('fall1', 'cut-sheet'),
        // gelled flat, then hung
        orderStack('fall1', ['fall1/part', 'fall1/gel', 'fall1/set', 'fall1/blend']),
        changeMaking('fall1', { film: 'acrylic-1' }),
        (build) => setRipples(poolsOf(build)[1], 'blown-ripples')(build),
        setWay('white', 'painted-white'),
        addLaid({ stack: 'white', way: 'fibre-paste', coverPct: 10 })
      )
    )
    const blown = plan.steps.steps.find((s) => s.title.startsWith('Brush on and blow'))!
    inTurn(plan, 'fall1/cut', 'fall1/bend', 'fall1/gel', 'fall1/hang', blown.id, 'white/off')
    inTurn(plan, 'pool1/pour', 'fall1/hang', 'fall1/blend')
    inTurn(plan, 'white/off', 'white/white', 'lay2/off', 'finish/gloss')
    expect(did(plan)).not.to.include('pool2/gelcoat')
    // paint is touch-dry in minutes
    const dry = plan.steps.links.find((l) => l.from === 'white/white' && l.to.startsWith('lay2/'))!
    expect(dry.minMin).to.equal(15)
    expect(days(plan)).to.be.at.most(7)
  })

  it('a paper creek: no shell, dam or seal; one sitting and a night; lacquer again where the fall meets it', () => {
    const plan = planFor(
      fresh(
        { waters: 'pool-fall', from: 'landform', care: 'quick' },
        (build) => ({ ...build, ground: { ...build.ground, shellMm: 0, sealCoats: 0 } }),
        setLays(['ground/paint', 'ground/wash', 'ground/texture'], 'leftOut'),
        setWay('pool1', 'paper-skin'),
        skin(3, 3),
        setWay('fall1', 'built-in-place'),
        addLaid({ stack: 'pool1', way: 'paint-coat', name: 'Stones' }, [
          'pool1/tissue',
          'pool1/deepen',
          NEW,
          'pool1/lacquer'
        ]),
        addLaid({ stack: 'fall1', way: 'lacquer-coat', name: 'On the wet edges' })
      )
    )
    for (const none of ['ground/shell', 'ground/seal', 'pool1/dam', 'pool1/pour'])
      expect(did(plan)).not.to.include(none)
    const [first, , third] = plan.steps.steps.filter((s) => s.of === 'pool1/tissue')
    const at = (id: string) => plan.days.work.filter((w) => w.step === id)
    expect((at(third.id).at(-1)!.endMs - at(first.id)[0].startMs) / 60_000).to.be.below(180)
    inTurn(plan, 'pool1/tissue', 'pool1/deepen', 'lay1/lay', 'pool1/lacquer')
    inTurn(plan, 'fall1/hang', 'fall1/top', 'lay2/lay', 'white/off')
    expect(days(plan)).to.be.at.most(7)
  })

  it('a leap and a pond by the lamp: three coats, the lowest tinted with ink, a wet film with white over it, polish: in one day', () => {
    const plan = planFor(
      fresh(
        { waters: 'pool', widthMm: 120, depthMm: 100, care: 'quick' },
        setWay('pool1', 'light-cured-pour'),
        shallow(6),
        changePool('pool1', {
          dam: 'clay',
          bands: [],
          tints: [{ id: 'alcohol-ink-blue', dropsPer100G: 2 }]
        }),
        addSplash,
        setWay('splash1', 'frozen-drips'),
        (build) => setRipples(poolsOf(build)[0], 'none')(build),
        setWay('white', 'none'),
        setWay('spray', 'none'),
        setLays(['finish/gloss'], 'leftOut'),
        addLaid({ stack: 'pool1', way: 'light-film', name: 'White stirred at the edges' }),
        (build) => ({
          ...build,
          own: [
            {
              id: 'own1',
              name: 'Grind and polish the end face',
              water: 'pool1',
              handsMin: 40,
              waitMin: 0,
              after: ['pool1/undam'],
              before: [],
              uses: null
            }
          ]
        })
      )
    )
    inTurn(plan, 'pool1/coat', 'pool1/undam', 'own/own1')
    inTurn(plan, 'pool1/undam', 'lay1/lay')
    expect(bought(plan)).to.include('alcohol-ink-blue')
    const wet = plan.days.work.filter((w) => /^(pool1|lay1|own)\//.test(w.step))
    expect((Math.max(...wet.map((w) => w.endMs)) - plan.days.startMs) / 3_600_000).to.be.below(12)
  })

  it('a lake in a case: nothing to bead, test or peel; crests in one sitting and a night; white with a touch of blue, gloss', () => {
    const plan = planFor(
      fresh(
        { waters: 'pool', hold: 'case' },
        changePool('pool1', { pours: 1 }),
        shallow(7),
        (build) => setRipples(poolsOf(build)[0], 'none')(build),
        addLaid({ stack: 'pool1', way: 'gel-coat', name: 'Three crest lines', coverPct: 5 }),
        addLaid({ stack: 'pool1', way: 'stippled-ripples', coverPct: 5, wet: true })
      )
    )
    inTurn(
      plan,
      'pool1/pour',
      'lay1/lay',
      'lay2/gelcoat',
      'lay2/ripple',
      'white/off',
      'finish/gloss'
    )
    for (const none of ['dam', 'leak', 'dryout', 'undam'])
      expect(did(plan)).not.to.include(`pool1/${none}`)
    expect(waitBetween(plan, 'lay1/lay', 'lay2/gelcoat')).to.include({ minMin: 0, becomes: 'wet' })
    const at = (id: string) => plan.days.work.find((w) => w.step === id)!
    expect((at('lay2/ripple').endMs - at('lay1/lay').startMs) / 3_600_000).to.be.below(3)
    // 7 mm at once are more than this label gives, and that is said; nothing else is
    expect(loud(plan)).to.deep.equal(['Pool: a pour is deeper than the label says'])
    expect(days(plan)).to.be.at.most(4)
  })

  it('white before the pour, and the order changed again: the same stack typed another way is the same plan', () => {
    const build = fresh({ waters: 'pool' })
    const dipped = addLaid({ stack: 'pool1', way: 'froth' }, [NEW, 'pool1/pour', 'pool1/ripples'])(
      build
    )
    const late = orderStack('pool1', ['lay1', 'pool1/pour', 'pool1/ripples'])(
      addLaid({ stack: 'pool1', way: 'froth' })(build)
    )
    expect(planFor(dipped).days).to.deep.equal(planFor(late).days)
    inTurn(planFor(dipped), 'lay1/off', 'pool1/pour', 'pool1/gelcoat')
  })
})

/** Water as deep as that at its deepest: the level comes down to it. */
function shallow(depthMm: number): Edit {
  return (build) => {
    const [pool] = poolsOf(build)
    const lowest = Math.min(...pool.soundings.map(([, , z]) => z))
    return changePool(pool.id, { levelMm: lowest + depthMm })(build)
  }
}
