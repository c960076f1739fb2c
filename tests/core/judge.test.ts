import { expect } from 'chai'
import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import { main } from '../../cli/main'
import { addSplash, changeFinish, changePool, changeSea, setWay } from '../../core/build/edits'
import { addLaid, addOwnStep, orderStack, setLays } from '../../core/build/lays'
import { WATERS_NAMED } from '../../core/build/newBuild'
import type { Build } from '../../core/build/types'
import { waysFor } from '../../core/craft/ways/catalog'
import { CARE, FROM } from '../../core/craft/ways/types'
import { calculate } from '../../core/exchange/calc/contract'
import { newFrom } from '../../core/exchange/newFile'
import { planOut } from '../../core/exchange/planFile'
import { judge } from '../../core/judge/judge'
import type { Contradiction, PlanRead } from '../../core/judge/reading'
import { finished, planner } from '../../core/plan/derivePlan'
import { demo, type DemoName } from '../support/builds'
import { planFor } from '../support/planned'
import { dial, runs } from '../support/dial'
import { allWritten } from '../../core/words/sentence'

const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const made = (more: object = {}) =>
  newFrom({ name: 'Held', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily', ...more }, NOW)
const DEMOS: DemoName[] = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
]
/** As the command line writes it: its sentences are text. */
const jsonOf = (build: Build) =>
  JSON.parse(JSON.stringify(allWritten(planOut(planFor(build))))) as PlanRead
const told = (found: readonly Contradiction[]) =>
  found.map((c) => `${c.rule} ${c.place}: ${c.says}`)

/** All orders of some things. */
const ordersOf = <T>(all: readonly T[]): T[][] =>
  all.length < 2
    ? [[...all]]
    : all.flatMap((first, i) => ordersOf(all.filter((_, k) => k !== i)).map((r) => [first, ...r]))

describe('The judge', function () {
  this.timeout(300_000)

  it('finds nothing in the demo builds, from the command line and by calc; one in a plan that was bent', () => {
    for (const name of DEMOS) {
      const build = demo(name)
      expect(told(judge(build, jsonOf(build))), name).to.deep.equal([])
    }
    const says: string[] = []
    const to = { out: (t: string) => says.push(t), err: (t: string) => says.push(t) }
    expect(main(['judge', `demo/${DEMOS[0]}.json`], to)).to.equal(0)
    expect(JSON.parse(says[0]!)).to.deep.equal([])
    const build = made()
    expect(calculate('judge', { build })).to.deep.equal([])
    const plan = jsonOf(build)
    plan.steps.links[0]!.minMin += 100_000
    expect(calculate('judge', { build, plan })).to.have.length(1)
    expect(main(['judge', 'tests/support/contradicted/which-all-bear.json'], to)).to.equal(2)
  })

  it('of a build just made by New build nobody is warned: any waters, size, scale, care, start', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(WATERS_NAMED)),
        fc.constantFrom([60, 60], [200, 300], [300, 200], [120, 900], [900, 120], [1800, 900]),
        fc.constantFrom('1:12', 'O', '1:72', 'N', '1:350'),
        fc.constantFrom(...CARE),
        fc.constantFrom(...FROM),
        fc.constantFrom('dam', 'case'),
        (waters, [widthMm, depthMm], scale, care, from, hold) => {
          const build = made({ waters, widthMm, depthMm, scale, care, from, hold })
          expect(told(judge(build, jsonOf(build), true))).to.deep.equal([])
        }
      ),
      { numRuns: runs(60) }
    )
  })

  /** Plans as an earlier planner made them, each wrong in its way: what the judge is there for. */
  const ONCE: Record<string, [rule: string, says: RegExp]> = {
    'laid-before-the-shell': ['order', /lay1\/lay is done before ground\/shell/],
    'undammed-at-once': ['waits', /undammed 0 min after the last pour/],
    'heaped-in-three-numbers': ['waits', /tells 6 coats, and its way lays one/],
    'which-all-bear': ['words', /“41–95 °C, which all”/],
    'gloss-left-out-bought': ['goods', /bought, and no planned step/],
    'fibre-without-spray': ['goods', /bought, and no planned step/],
    'foot-left-out-bought': ['goods', /bought, and no planned step/],
    'white-left-out-bought': ['goods', /bought, and no planned step/],
    'splash-plastic-not-listed': ['goods', /draw uses it, and it is not listed/],
    'third-of-a-drop-not-listed': ['goods', /pour#1 uses it, and it is not listed/],
    'flooded-in-another-resin': ['goods', /of clear-epoxy-2-1, and its water is of/],
    'lamp-weighs-nothing': ['goods', /it is poured, and weighs nothing/],
    'let-stand-forgotten': ['hours', /takes 20 min, and its mix is stirred and stands 44/],
    'loose-wave-waits': ['order', /made off the model and waits for pool1\/pour/]
  }
  it('finds each of the contradictions that plans once held, and today’s plan of the same build has none', () => {
    const folder = new URL('../support/contradicted/', import.meta.url)
    const files = readdirSync(folder).map((f) => f.replace('.json', ''))
    expect(files.sort()).to.include.members(Object.keys(ONCE))
    for (const name of files) {
      const { build, plan } = JSON.parse(readFileSync(new URL(`${name}.json`, folder), 'utf8')) as {
        build: Build
        plan?: PlanRead
      }
      expect(told(judge(build, jsonOf(build))), `${name}, today`).to.deep.equal([])
      if (!(name in ONCE)) continue
      const [rule, says] = ONCE[name]!
      const found = judge(build, plan)
      expect(
        found.some((c) => c.rule === rule && says.test(c.says)),
        `${name}: ${told(found).join('; ')}`
      ).to.equal(true)
    }
  })

  it('in every way of every water, whatever the order of its layers, none is laid before one that it touches', () => {
    let tried = 0
    for (const kind of ['pool', 'fall', 'reach', 'sea', 'splash'] as const)
      for (const way of waysFor(kind)) {
        const waters = { reach: 'rapid', sea: 'shore', pool: 'pool' }[kind as string]
        const bare = made({ waters: waters ?? 'pool-fall-pool', hold: 'dam' })
        const whole = kind === 'splash' ? addSplash(bare) : bare
        const { id } = whole.waters.find((w) => w.kind === kind)!
        const build = setWay(id, way.id)(whole)
        const plans = planner()
        const own = finished(plans(build)).steps.lays.filter((l) => l.stack === id)
        for (const order of ordersOf(own.map((l) => l.id)).slice(0, dial(24, 720))) {
          const turned = orderStack(id, order)(build)
          const found = judge(turned, finished(plans(turned)))
          expect(told(found), `${way.id}: ${order.join(', ')}`).to.deep.equal([])
          tried++
        }
      }
    expect(tried).to.be.above(150)
  })

  it('a layer of one’s own on a water of which all is left out is laid on the ground, in every way', () => {
    let tried = 0
    for (const [kind, waters] of [
      ['pool', 'pool'],
      ['reach', 'rapid'],
      ['sea', 'shore'],
      ['fall', 'pool-fall-pool']
    ] as const)
      for (const way of waysFor(kind)) {
        const bare = made({ waters, widthMm: 170, depthMm: 260, hold: 'dam' })
        const { id } = bare.waters.find((w) => w.kind === kind)!
        const build = setWay(id, way.id)(bare)
        const own = planFor(build).steps.lays.filter((l) => l.stack === id)
        const without = setLays([...new Set(own.map((l) => l.id.split('#')[0]!))], 'leftOut')(build)
        const alone = addLaid({ stack: id, way: 'lacquer-coat' })(without)
        const plan = planFor(alone)
        expect(told(judge(alone, plan)), way.id).to.deep.equal([])
        const of = (step: RegExp) => plan.days.work.filter((w) => step.test(w.step))
        const first = Math.min(...of(/^lay/).map((w) => w.startMs))
        expect(first, way.id).to.be.at.least(of(/^ground\/carve/).at(-1)!.endMs)
        tried++
      }
    expect(tried).to.be.above(20)
  })

  const shore = () => changeSea('sea1', { breakerMm: 4 })(made({ waters: 'shore' }))
  const lit = () => setWay('pool1', 'light-cured-pour')(made({ waters: 'pool' }))
  const glossed = () =>
    setLays(
      ['finish/edges'],
      'leftOut'
    )(changeFinish({ white: 'froth' })(made({ waters: 'pool-fall-pool' })))
  const layered = () =>
    addLaid({ stack: 'pool1', way: 'lacquer-coat' })(
      addLaid({ stack: 'pool1', way: 'paint-coat' })(made({ waters: 'pool' }))
    )
  const owned = () =>
    addOwnStep({
      name: 'Wire the lamp',
      water: null,
      handsMin: 20,
      waitMin: 0,
      after: ['ground/wash'],
      before: [],
      uses: null
    })(made())
  const work = (plan: PlanRead, step: string) => plan.days.work.filter((w) => w.step === step)
  const moveTo = (plan: PlanRead, step: string, ms: number) => {
    for (const w of work(plan, step)) {
      const lasts = w.endMs - w.startMs
      Object.assign(w, { startMs: ms, endMs: ms + lasts })
    }
  }
  const beginOf = (plan: PlanRead, step: string) =>
    Math.min(...work(plan, step).map((w) => w.startMs))
  const step = (plan: PlanRead, id: string) => plan.steps.steps.find((s) => s.id === id)!
  const line = (plan: PlanRead, id: string) => plan.amounts.shopping.find((l) => l.material === id)!
  const unlist = (plan: PlanRead, id: string) => {
    plan.amounts.shopping = plan.amounts.shopping.filter((l) => l.material !== id)
  }
  const list = (plan: PlanRead, id: string) =>
    plan.amounts.shopping.push({ ...plan.amounts.shopping[0]!, material: id, name: id, amount: 5 })
  const firstPour = (plan: PlanRead) => plan.steps.steps.find((s) => s.of.endsWith('/pour'))!.id
  const find = (plan: PlanRead, more: object) =>
    plan.findings.push({
      id: 'x:pool1',
      severity: 'aside',
      place: 'build-up',
      water: 'pool1',
      title: 'Pool: so',
      number: '3 mm',
      reason: 'So it is.',
      wayOut: '',
      ...more
    })

  /** Faults planted in a plan, one by one: whose plan, which rule finds it, and how it is bent. */
  const PLANTED: [
    what: string,
    rule: Contradiction['rule'],
    of: () => Build,
    bend: (p: PlanRead) => void
  ][] = [
    [
      'a coat before what it lies on',
      'order',
      layered,
      (p) => moveTo(p, 'lay2/lay', beginOf(p, 'lay1/lay') - 7.2e6)
    ],
    [
      'paint on the shell while it is wet',
      'order',
      made,
      (p) => moveTo(p, 'ground/paint', beginOf(p, 'ground/shell') + 3.6e6)
    ],
    [
      'gel on resin that flows',
      'order',
      made,
      (p) =>
        moveTo(p, 'pool1/gelcoat', Math.max(...work(p, 'pool1/pour#2').map((w) => w.endMs)) + 6e5)
    ],
    [
      'a wash before the paint',
      'order',
      made,
      (p) => moveTo(p, 'ground/wash', beginOf(p, 'ground/paint') - 3.6e6)
    ],
    [
      'shell before the landform is carved',
      'order',
      made,
      (p) => moveTo(p, 'ground/shell', beginOf(p, 'ground/carve') - 3.6e6)
    ],
    [
      'poured before the base is level',
      'order',
      made,
      (p) => moveTo(p, 'ground/level', p.days.finishMs!)
    ],
    [
      'undammed before the last pour',
      'order',
      made,
      (p) => moveTo(p, 'pool1/undam', beginOf(p, 'pool1/pour#1'))
    ],
    [
      'a fall hung before it is run',
      'order',
      () => made({ waters: 'pool-fall-pool' }),
      (p) => moveTo(p, 'fall1/hang', beginOf(p, 'fall1/run') - 3.6e6)
    ],
    [
      'a fall hung over a pool that is not poured',
      'order',
      () => made({ waters: 'pool-fall-pool' }),
      (p) => moveTo(p, 'pool2/pour#2', p.days.finishMs!)
    ],
    [
      'leak test after it was dried out',
      'order',
      made,
      (p) => moveTo(p, 'pool1/dryout', beginOf(p, 'pool1/leak') - 3.6e6)
    ],
    ['a link that is not kept', 'order', made, (p) => void (p.steps.links[3]!.minMin += 50_000)],
    [
      'a window that is missed unsaid',
      'order',
      made,
      (p) => moveTo(p, 'pool1/ripple', p.days.finishMs! + 8.64e7)
    ],
    [
      'a cast crest that waits for the pour',
      'order',
      () =>
        setWay(
          'sea1',
          'cast-wave'
        )({
          ...shore(),
          waters: shore().waters.map((w) =>
            w.kind === 'sea' ? { ...w, crest: { x: 120, y: 90, lengthMm: 80 } } : w
          )
        }),
      (p) =>
        void p.steps.links.push({ from: firstPour(p), to: 'sea1/master', minMin: 0, becomes: null })
    ],
    [
      'a stack in another order than the builder’s',
      'order',
      () => ({
        ...layered(),
        stacks: [
          {
            stack: 'pool1',
            lays: ['pool1/pour#1', 'pool1/pour#2', 'pool1/ripples', 'lay1', 'lay2']
          }
        ]
      }),
      (p) => void p.steps.lays.reverse()
    ],
    [
      'two pieces of work at once',
      'hours',
      made,
      (p) => moveTo(p, 'ground/cast', beginOf(p, 'ground/carve'))
    ],
    [
      'work at four in the morning',
      'hours',
      made,
      (p) => moveTo(p, 'finish/edges', Date.UTC(2027, 0, 30, 4))
    ],
    [
      'less time than the step takes',
      'hours',
      made,
      (p) => void (work(p, 'pool1/undam')[0]!.endMs -= 120_000)
    ],
    [
      'a pour shorter than its stirring',
      'hours',
      made,
      (p) => void (step(p, firstPour(p)).handsMin = 1)
    ],
    [
      'a piece that is not planned',
      'hours',
      made,
      (p) => void (p.days.work = p.days.work.filter((w) => w.step !== 'finish/gloss'))
    ],
    [
      'a step of one’s own before what it was put after',
      'order',
      owned,
      (p) => moveTo(p, 'own/own1', beginOf(p, 'ground/wash') - 3.6e6)
    ],
    [
      'a bed painted that nobody sees',
      'order',
      () => setWay('pool1', 'carved-water')(made({ waters: 'pool' })),
      (p) => void Object.assign(step(p, 'ground/wash'), { of: 'ground/paint' })
    ],
    ['a wait of nothing', 'waits', made, (p) => void (step(p, 'ground/paint').waitMin = 0)],
    [
      'undammed 0 min after the pour',
      'waits',
      made,
      (p) => void (p.steps.links.find((l) => l.to === 'pool1/undam')!.minMin = 0)
    ],
    [
      'a pour that stands at once',
      'waits',
      made,
      (p) => void (p.stacks.pools[0]!.heat!.undamMin = 0)
    ],
    ['a wait told in two lengths', 'waits', made, (p) => void (p.days.waits[0]!.endMs += 3.6e6)],
    [
      'coats told that are not laid',
      'waits',
      shore,
      (p) => void (p.stacks.forms[0]!.laying!.coats += 1)
    ],
    [
      'a whole that is not its coats',
      'waits',
      shore,
      (p) => void (p.stacks.forms[0]!.laying!.totalH! *= 2)
    ],
    [
      'a coat that clears later than it waits',
      'waits',
      shore,
      (p) => {
        const l = p.stacks.forms[0]!.laying!
        l.clearH! *= 3
        l.totalH! *= 3
      }
    ],
    [
      'likely after surely',
      'waits',
      made,
      (p) => void (p.days.waits[1]!.sureMs = p.days.waits[1]!.likelyMs - 1)
    ],
    [
      'finished surely before it is likely',
      'waits',
      made,
      (p) => void (p.days.sureMs = p.days.likelyMs! - 1)
    ],
    [
      'varnish for a gloss left out',
      'goods',
      () => setLays(['finish/gloss'], 'leftOut')(made()),
      (p) => void list(p, 'gloss')
    ],
    ['edge paint for edges left out', 'goods', glossed, (p) => void list(p, 'edge-paint')],
    ['seal that nobody buys', 'goods', made, (p) => unlist(p, 'acrylic-varnish')],
    ['resin that nobody buys', 'goods', made, (p) => unlist(p, 'clear-epoxy-2-1')],
    ['a tint that nobody buys', 'goods', made, (p) => unlist(p, 'blue-green')],
    ['cups that nobody buys', 'goods', made, (p) => unlist(p, 'cup')],
    ['lamp resin that nobody buys', 'goods', lit, (p) => unlist(p, 'craft-light-resin')],
    ['froth without its powder', 'goods', glossed, (p) => unlist(p, 'baking-powder')],
    ['a dam without its bead', 'goods', made, (p) => unlist(p, 'hot-glue')],
    [
      'resin listed twice over',
      'goods',
      made,
      (p) => void (line(p, 'clear-epoxy-2-1').amount *= 2)
    ],
    ['a cup heavier than its mix', 'goods', made, (p) => void (p.amounts.batches[0]!.aG += 20)],
    [
      'a mix of nothing',
      'goods',
      made,
      (p) => void Object.assign(p.amounts.mixes[0]!, { aG: 0, bG: 0 })
    ],
    [
      'grams in words that are not weighed',
      'goods',
      made,
      (p) => {
        const s = step(p, firstPour(p))
        s.how = s.how.replace(/^[\d.]+/, '999')
      }
    ],
    ['a lit pond that weighs nothing', 'goods', lit, (p) => void (p.amounts.bodyG = {})],
    ['one of many', 'words', made, (p) => find(p, { number: '1 coats' })],
    ['many of one', 'words', made, (p) => find(p, { number: '3 coat' })],
    ['a hole in a sentence', 'words', made, (p) => find(p, { reason: 'It takes undefined min.' })],
    ['nothing said', 'words', made, (p) => find(p, { reason: '' })],
    [
      'heat that not all bear',
      'words',
      made,
      (p) => find(p, { reason: '9 mm would come to 41–95 °C, which all bear.' })
    ],
    [
      'a depth that no pour has',
      'words',
      made,
      (p) => find(p, { id: 'over-label:pool1', number: '31 mm against 5 mm' })
    ],
    [
      'two steps of one name',
      'words',
      layered,
      (p) => void (step(p, 'lay2/lay').title = step(p, 'lay1/lay').title)
    ],
    [
      'pours with a gap between them',
      'geometry',
      made,
      (p) => void (p.stacks.pools[0]!.layers[1]!.fromMm += 1)
    ],
    [
      'a last pour above the level',
      'geometry',
      made,
      (p) => void (p.stacks.pools[0]!.layers.at(-1)!.toMm += 2)
    ],
    ['a bed under the board', 'geometry', made, (p) => void (p.ground.pools[0]!.lowestMm = -4)],
    [
      'a step that is not there',
      'input',
      made,
      (p) => void (p.days.work[0]!.step = 'ground/nowhere')
    ]
  ]
  for (const [what, rule, of, bend] of PLANTED)
    it(`finds ${what}`, () => {
      const build = of()
      const plan = jsonOf(build)
      expect(told(judge(build, plan)), 'before').to.deep.equal([])
      bend(plan)
      const found = judge(build, plan)
      expect(
        found.map((c) => c.rule),
        told(found).join('; ')
      ).to.include(rule)
    })
  it('more than forty kinds of faults are planted', () => {
    expect(PLANTED.length).to.be.at.least(40)
  })

  it('a level above its dam is told, or found', () => {
    const high = changePool('pool1', { levelMm: 60 })(made({ waters: 'pool-fall' }))
    const plan = jsonOf(high)
    expect(told(judge(high, plan))).to.deep.equal([])
    plan.findings = []
    expect(told(judge(high, plan)).join()).to.include('above its dam')
  })

  it('what is no plan is one line with its place; it never throws, whatever it is given', () => {
    const build = made()
    const plan = jsonOf(build)
    const one = (b: unknown, p: unknown) => {
      const found = judge(b, p)
      expect(found).to.have.length(1)
      return `${found[0]!.rule} ${found[0]!.place}`
    }
    expect(one(build, {})).to.equal('input plan.build')
    expect(one(build, null)).to.equal('input plan')
    expect(one([], plan)).to.equal('input build')
    expect(one({ ...build, version: 9 }, plan)).to.equal('input build.version')
    expect(one({ ...build, id: 'other' }, plan)).to.equal('input plan.build')
    expect(one(build, { ...plan, days: { ...plan.days, work: 3 } })).to.equal(
      'input plan.days.work'
    )
    fc.assert(
      fc.property(fc.json(), fc.nat(), fc.anything(), (text, at, any) => {
        expect(judge(JSON.parse(text), plan)).to.be.an('array')
        // a plan with something else anywhere in it
        const bent = structuredClone(plan) as unknown as Record<string, Record<string, unknown>>
        const keys = Object.entries(bent).flatMap(([a, part]) =>
          typeof part === 'object' ? Object.keys(part).map((b): [string, string] => [a, b]) : []
        )
        const [a, b] = keys[at % keys.length]!
        bent[a]![b] = any
        expect(judge(build, bent)).to.be.an('array')
      }),
      { numRuns: runs(300) }
    )
  })
})
