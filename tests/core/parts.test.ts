import { expect } from 'chai'
import { costOfWater, weightOf } from '../../core/plan/4-amounts/shopping'
import {
  changeFinish,
  changeMaking,
  changePool,
  changeSea,
  judgeWhite,
  setWay
} from '../../core/build/edits'
import type { Build } from '../../core/build/types'
import { movingOf, poolsOf } from '../../core/build/types'
import { calculate, CALCULATOR_NAMES } from '../../core/exchange/calc/contract'
import {
  explainBond,
  explainClear,
  explainCoats,
  explainDroop,
  explainFormer,
  explainPaste,
  explainPeak,
  explainProps,
  explainRelease,
  explainSag,
  explainShare,
  explainTips,
  explainWindow
} from '../../core/explain/gelExplanations'
import type { Explanation } from '../../core/explain/explanations'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF, onShelf } from '../../core/craft/materials/shelf'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { formStacks } from '../../core/plan/3-stacks/stacksStage'
import { templatesOf } from '../../core/plan/templates/templatesOf'
import { waysFor } from '../../core/craft/ways/catalog'
import { demo, type DemoName } from '../support/builds'
import { planFor } from '../support/planned'
import { written } from '../../core/words/sentence'

const DEMOS: readonly DemoName[] = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
]
const weir = demo()
const mole = demo('2-mole-at-varnsey')
const gorge = demo('3-slalom-in-the-hollin-gorge')

/** Every moving water of every demo in every way it can be made. */
function* everyWay(): Generator<[name: string, build: Build, water: string, plan: Plan]> {
  for (const d of DEMOS) {
    const plans = planner()
    for (const water of movingOf(demo(d)))
      for (const way of waysFor(water.kind)) {
        const build = setWay(water.id, way.id)(demo(d))
        yield [`${water.name}: ${way.name}`, build, water.id, finished(plans(build))]
      }
  }
}
const jigOf = (build: Build, water: string) => {
  const ground = groundStage(build)
  const forms = formsStage(build, ground, BUILT_IN_SHELF)
  const parts = formStacks(build, forms, BUILT_IN_SHELF)
  return {
    jig: templatesOf(build, { forms, ground, parts }).find((t) => t.id === `jig-${water}`)!,
    part: parts.find((p) => p.id === water)!.part!
  }
}
const lengthOf = (points: readonly (readonly [number, number])[]) =>
  points
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0)

describe('The contract of gel and supports', () => {
  const strip = {
    lengthMm: 40,
    thicknessMm: 0.2,
    modulusGPa: 1.8,
    filmDensityGCm3: 1.28,
    wetMm: 2,
    gelDensityGCm3: 1.05
  }
  const calls: [name: string, input: object, keys: string[]][] = [
    [
      'dry',
      { gel: 'ripple-gel', wetMm: 2, roomC: 20, rhPct: 50 },
      ['touchMin', 'clearH', 'dryMm', 'curve']
    ],
    [
      'dry',
      { gel: { solidsVol: 0.4, dM2S: 2e-10 }, wetMm: 2, roomC: 20, rhPct: 50 },
      ['touchMin', 'clearH', 'dryMm', 'curve']
    ],
    [
      'coats',
      { gel: 'lotion-gel', finalMm: 3, roomC: 18, rhPct: 60, maxCoats: 5 },
      ['coats', 'wetMm', 'totalH', 'table']
    ],
    [
      'stipple',
      {
        thicknessMm: 2,
        wavelengthMm: 4,
        viscosityPaS: 20,
        thickenMin: 1.8,
        surfaceTensionNM: 0.035,
        densityGCm3: 1.05,
        atMin: 12,
        keep: 0.5
      },
      ['leftFraction', 'windowOpensMin']
    ],
    ['sag', { yieldPa: 60, densityGCm3: 1.05, slopeDeg: 70 }, ['maxThicknessMm']],
    ['slump', { yieldPa: 60, densityGCm3: 1.05, heightMm: 30 }, ['slumpMm', 'standsMm']],
    [
      'paste',
      {
        parts: [
          { massG: 10, densityGCm3: 1.04, kind: 'gel' },
          { massG: 1, densityGCm3: 0.25, kind: 'powder' }
        ],
        maxPacking: 0.64
      },
      ['volumeMl', 'fillerFraction', 'viscosityRatio']
    ],
    ['overhang', strip, ['droopMm', 'shape', 'maxWetMm']],
    ['props', { ...strip, limitMm: 0.2 }, ['count', 'atMm']],
    ['freestanding', { massG: 4, centroidMm: [2, 20], footMm: [-5, 5] }, ['tipDeg', 'stands']]
  ]
  for (const [name, input, keys] of calls) {
    it(`${name} answers with what the contract lists, and nothing in it is no number`, () => {
      expect(CALCULATOR_NAMES).to.include(name)
      const answer = calculate(name, input)
      expect(answer).to.include.all.keys(keys)
      expect(JSON.stringify(answer)).not.to.match(/null|NaN/)
    })
  }
  it('a table of coats has as many lines as were asked for, and the choice is one of them', () => {
    const answer = calculate('coats', {
      gel: 'lotion-gel',
      finalMm: 3,
      roomC: 18,
      rhPct: 60,
      maxCoats: 5
    }) as {
      coats: number
      wetMm: number
      totalH: number
      table: { coats: number; wetMm: number; totalH: number }[]
    }
    expect(answer.table.map((c) => c.coats)).to.deep.equal([1, 2, 3, 4, 5])
    expect(answer.table[answer.coats - 1]).to.deep.equal({
      coats: answer.coats,
      wetMm: answer.wetMm,
      totalH: answer.totalH
    })
  })
  it('the shape of an overhang is as long as its strip and begins where it is held', () => {
    const { shape } = calculate('overhang', { ...strip, radiusMm: 15, angleDeg: 60 }) as {
      shape: [number, number][]
    }
    expect(shape[0]).to.deep.equal([0, 0])
    expect(lengthOf(shape)).to.be.closeTo(40, 0.02)
  })
})

describe('Jig sheets', () => {
  it('the line to keep is as long as the film that stands free, and each prop as high as it is on the plan', () => {
    const { jig, part } = jigOf(mole, 'seas')
    const [keep] = jig.shapes.filter((s) => s.layer === 'water')
    expect(lengthOf(keep.points)).to.be.closeTo(part.overhang!.strip.lengthMm, 0.05)
    const props = jig.shapes.filter((s) => s.layer === 'prop')
    expect(props.map((p) => lengthOf(p.points))).to.have.length(part.overhang!.props!.count)
    props.forEach((p, i) =>
      expect(lengthOf(p.points)).to.be.closeTo(part.overhang!.stand[i].heightMm, 0.002)
    )
    const [former] = jig.shapes.filter((s) => s.layer === 'strip')
    expect(lengthOf([...former.points, former.points[0]]) / (2 * Math.PI)).to.be.closeTo(
      part.former!.radiusMm,
      0.02
    )
  })
  it('a casting is sawn where its sheet says, and what is left is as long as the crest', () => {
    const { jig, part } = jigOf(setWay('seas', 'cast-wave')(mole), 'seas')
    const saw = jig.shapes.filter((s) => s.layer === 'saw').map((s) => s.points[0][0])
    expect(saw[1] - saw[0]).to.be.closeTo(part.lengthMm, 0.002)
  })
  it('what hangs straight, or lies flat, has none', () => {
    for (const [build, water] of [
      [weir, 'weir'],
      [gorge, 'rapid'],
      [mole, 'column']
    ] as const)
      expect(planFor(build).templates.some((t) => t.id === `jig-${water}`)).to.equal(false)
    expect(
      planFor(setWay('weir', 'cut-sheet')(weir)).templates.some((t) => t.id === 'jig-weir')
    ).to.equal(true)
  })
})

describe('Figures that say where they come from', () => {
  it('every coat, window, part and joint opens to a formula, its inputs and a source, in every way of every demo', () => {
    let cards = 0
    for (const [name, build, water, plan] of everyWay()) {
      const { laying, part } = plan.stacks.forms.find((s) => s.id === water)!
      const gel = laying && onShelf(BUILT_IN_SHELF, 'gel', laying.gel)!
      const all: Explanation[] = [
        ...(laying && gel
          ? [
              explainClear(laying, gel, build.room),
              explainCoats(laying),
              explainSag(laying, gel),
              ...laying.windows.map((w) => explainWindow(w, laying, gel)),
              ...(laying.peak ? [explainPeak(laying, gel)] : [])
            ]
          : []),
        ...(part
          ? [
              explainBond(part),
              ...(part.standing ? [explainTips(part)] : []),
              ...(part.former ? [explainFormer(part)] : []),
              ...(part.overhang
                ? [
                    explainDroop(part.overhang),
                    explainProps(part.overhang),
                    explainRelease(part.overhang)
                  ]
                : [])
            ]
          : [])
      ]
      for (const { title, formula, inputs, source, trust } of all) {
        cards++
        for (const text of [title, formula, source, trust, ...inputs.flat()])
          expect(written(text), `${name}, ${title}`)
            .to.be.a('string')
            .and.match(/\S/)
            .and.not.match(/NaN|undefined|Infinity/)
        expect(inputs.length).to.be.above(1)
      }
    }
    expect(cards).to.be.above(150)
  })
  it('so do the paste and the shares of white', () => {
    for (const way of waysFor('white')) {
      const { white } = planFor(changeFinish({ white: way.id })(gorge)).amounts
      expect(
        JSON.stringify([
          explainPaste(white),
          ...white.shares.map((s) => explainShare(s.formPct, s.yoursPct, s.areaCm2))
        ])
      ).not.to.match(/NaN|undefined|Infinity/)
      expect(white.problem, way.id).to.equal('')
      expect(white.dries).not.to.equal(null)
    }
  })
})

describe('What is laid on pools', () => {
  it('a poured pool has one coat of ripples with its minutes; gloss has as many as wanted; paper none', () => {
    const surface = (b: Build) =>
      planFor(b).stacks.surfaces.find((s) => s.id === 'millpond')!.laying
    const [pond] = poolsOf(weir)
    expect(surface(weir)).to.include({ gel: 'ripple-gel', coats: 1 })
    expect(surface(weir)!.windows.map((w) => w.id)).to.deep.equal([
      'blow',
      'drag',
      'stipple',
      'tease',
      'pick'
    ])
    expect(surface(changePool(pond.id, { way: 'paper-skin' })(weir))).to.equal(null)
    const glossy = changePool(pond.id, {
      way: 'gloss-gel',
      gloss: { gel: 'gloss-glue', coats: 3 }
    })(weir)
    expect(surface(glossy)).to.deep.include({ gel: 'gloss-glue', coats: 3 })
    expect(surface(glossy)!.wetMm).to.be.closeTo(1, 1e-9)
    const wait = planFor(glossy).steps.links.find(
      (l) => l.from === 'millpond/coat#1' && l.to === 'millpond/coat#2'
    )!
    expect(wait.minMin).to.equal(Math.round(surface(glossy)!.clearH! * 60))
  })
  it('a stipple of the pond waits for its window and its window alone', () => {
    const plan = planFor(weir)
    const stipple = plan.stacks.surfaces[0].laying!.windows.find((w) => w.id === 'stipple')!
    const link = plan.steps.links.find((l) => l.to === `${plan.stacks.surfaces[0].id}/ripple`)!
    expect(link).to.deep.include({
      minMin: stipple.opensMin,
      maxMin: stipple.closesMin,
      hard: true
    })
  })
})

describe('What an edit leaves alone', () => {
  it('coats, film, school of white and a judgement of it leave the shape of the water as it was', () => {
    const plans = planner()
    // film by itself wishes a hollow: here the builder does
    const mole = changeSea('seas', { wish: 'plunging' })(demo('2-mole-at-varnsey'))
    const before = finished(plans(mole)).forms
    for (const edit of [
      changeMaking('seas', { coats: 3, film: 'acetate-02', tiltDeg: 10 }),
      setWay('seas', 'cast-wave'),
      changeFinish({ white: 'froth', reliefMm: 3 }),
      judgeWhite('sea', 70)
    ])
      expect(finished(plans(edit(mole))).forms).to.equal(before)
    expect(finished(plans({ ...mole, room: { tempC: 17, rhPct: 60 } })).forms).to.equal(before)
    expect(finished(plans({ ...mole, scale: '1:76' })).forms).not.to.equal(before)
  })
  it('a name and an evening leave the network of work as it was', () => {
    const plans = planner()
    const before = finished(plans(gorge)).steps
    expect(finished(plans({ ...gorge, name: 'Another' })).steps).to.equal(before)
    expect(
      finished(plans({ ...gorge, calendar: { ...gorge.calendar, exceptions: [] } })).steps
    ).to.equal(before)
  })
})

describe('What a way costs and weighs', () => {
  it('money and weight are those of its own lines, never below nothing, and more coats weigh no less', () => {
    for (const [name, , water, plan] of everyWay()) {
      const { shopping } = plan.amounts
      expect(costOfWater(shopping, water), name).to.be.at.least(0)
      expect(weightOf(shopping, water, BUILT_IN_SHELF), name).to.be.above(0)
    }
    const heavy = (coats: number) =>
      weightOf(
        planFor(changeMaking('rapid', { coats })(gorge)).amounts.shopping,
        'rapid',
        BUILT_IN_SHELF
      )
    // shrinkage is the same in however many coats: what stays is the height
    expect(heavy(6)).to.be.closeTo(heavy(9), 1e-6)
  })
  it('gel that dries leaves its solids: the weight on the model is what was bought less its water', () => {
    const { shopping } = planFor(gorge).amounts
    const gel = shopping.find((l) => l.material === 'ripple-gel')!
    const paint = shopping.find((l) => l.material === 'white-acrylic')!
    expect(weightOf(shopping, 'rapid', BUILT_IN_SHELF)).to.be.closeTo(
      gel.byWater.rapid * 1.05 * 0.38 + (paint.byWater.rapid ?? 0) * 0.6,
      1e-9
    )
  })
})
