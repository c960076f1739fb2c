import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../core/exchange/calc/contract'
import { simulateCure, type CureInput } from '../../core/physics/stuff/heat/cureRun'
import { filmCure, potLife, workingTime } from '../../core/physics/stuff/heat/cup'
import { fitResin, TYPICAL } from '../../core/physics/stuff/heat/fitResin'
import {
  adiabaticRise,
  cureRate,
  FIRM_ALPHA,
  thickening,
  type CureKinetics
} from '../../core/physics/stuff/heat/kinetics'
import { lightHeat } from '../../core/physics/stuff/heat/lightHeat'
import { pourHeat, sideLoss, type PourHeatInput } from '../../core/physics/stuff/heat/pourHeat'
import { resinKinetics } from '../../core/craft/materials/resinKinetics'
import { THERMAL } from '../../core/craft/materials/grounds'
import { RESINS } from '../../core/craft/materials/resins'
import { integrated } from '../support/ode'

const PLASTER = { ...THERMAL.get('fibre-plaster')!, thicknessMm: 3 }
const FOAM = { ...THERMAL.get('xps')!, thicknessMm: 40 }
const BED = [PLASTER, FOAM]
const resin = (id: string) => RESINS.find((r) => r.id === id)!
const GENERAL = resinKinetics(resin('clear-epoxy-2-1'))
/** Faces held at the room's temperature, and faces that let nothing through. */
const HELD = { topWM2K: 1e6, footWM2K: 1e6 }
const SEALED = { topWM2K: 0, footWM2K: 0 }
const inert: CureKinetics = { ...TYPICAL, a1PerS: 0, a2PerS: 0, heatJG: 0 }
const run = (input: Partial<CureInput>, finer = 1) =>
  simulateCure(
    { resin: GENERAL, pours: [{ thicknessMm: 5, atMin: 0 }], ground: BED, roomC: 21, ...input },
    finer
  )

describe('Heat of cure against closed forms (Carslaw & Jaeger, Conduction of Heat in Solids; from memory)', () => {
  it('adiabatic rise is ΔH/c', () => {
    for (const heatJG of [120, 400, 500]) {
      const kinetics = { ...GENERAL, heatJG }
      expect(run({ resin: kinetics, ground: [], ...SEALED }).peakC - 21).to.be.closeTo(
        adiabaticRise(kinetics),
        0.01 * adiabaticRise(kinetics)
      )
    }
  })
  it('steady slab with uniform source between faces held cool: q·L²/8k at its middle', () => {
    // order 0 and no autocatalysis: the same heat every second
    const rate = 1e-6
    const kinetics: CureKinetics = {
      ...TYPICAL,
      a1PerS: rate,
      e1JMol: 0,
      a2PerS: 0,
      e2JMol: 0,
      m: 0,
      n: 0
    }
    for (const mm of [10, 30]) {
      const q = rate * kinetics.heatJG * kinetics.densityGCm3 * 1e6
      const { curve } = run({
        resin: kinetics,
        ground: [],
        pours: [{ thicknessMm: mm, atMin: 0 }],
        roomC: 20,
        untilMin: 600,
        ...HELD
      })
      expect(curve.at(-1)![1] - 20).to.be.closeTo(
        (q * (mm / 1000) ** 2) / 8 / kinetics.kWMK,
        0.02 * ((q * (mm / 1000) ** 2) / 8 / kinetics.kWMK)
      )
    }
  })
  it('cooling slab follows its Fourier series', () => {
    const L = 0.02
    const diffusivity = inert.kWMK / (inert.densityGCm3 * 1e6 * inert.cJGK)
    const { curve } = run(
      {
        resin: inert,
        ground: [],
        pours: [{ thicknessMm: 20, atMin: 0 }],
        roomC: 20,
        mixC: 60,
        untilMin: 30,
        ...HELD
      },
      3
    )
    const middle = (t: number) => {
      let sum = 0
      for (let n = 0; n < 60; n++)
        sum +=
          ((4 / Math.PI) *
            (-1) ** n *
            Math.exp(-((((2 * n + 1) * Math.PI) / L) ** 2) * diffusivity * t)) /
          (2 * n + 1)
      return 20 + 40 * sum
    }
    const seen = curve.filter(([min]) => min > 2 && min < 25)
    expect(seen.length).to.be.greaterThan(5)
    for (const [min, warmest] of seen)
      expect(warmest, `${min} min`).to.be.closeTo(middle(min * 60), 0.4)
  })
  it('isothermal kinetics agree with an ODE library (odex, Gragg–Bulirsch–Stoer)', () => {
    for (const kinetics of [
      GENERAL,
      resinKinetics(resin('deep-cast-3-1')),
      { ...TYPICAL, m: 0.7, n: 1.4, e2JMol: 52_000 }
    ]) {
      // a film between faces held at one temperature
      const { curve } = run({
        resin: kinetics,
        ground: [],
        pours: [{ thicknessMm: 0.2, atMin: 0 }],
        roomC: 30,
        untilMin: 3000,
        ...HELD
      })
      const points = curve.filter((_, i) => i % 25 === 10)
      let [t, y] = [0, [0]]
      for (const [min, , , alpha] of points) {
        y = integrated((_, now) => [cureRate(kinetics, now[0], 30)], t, y, min * 60)
        t = min * 60
        expect(alpha, `${min} min`).to.be.closeTo(y[0], 2e-3)
      }
    }
  })
  it('Castro & Macosko: fresh is 1, the gel has no end', () => {
    expect(thickening(0, 0.6)).to.equal(1)
    expect(thickening(0.3, 0.6)).to.be.closeTo(2 ** 1.8, 1e-12)
    expect(thickening(0.6, 0.6)).to.equal(Infinity)
  })
})

describe('Heat is neither made nor lost by the reckoning', () => {
  it('heat released = heat stored + heat lost, within 0.5 %, for any pours', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 14, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 60, max: 2000 }),
        fc.integer({ min: 5, max: 35 }),
        fc.integer({ min: 5, max: 45 }),
        fc.integer({ min: 0, max: 300 }),
        (mm, gap, roomC, mixC, sideWM3K) => {
          const { heat } = run({
            pours: mm.map((thicknessMm, i) => ({ thicknessMm, atMin: i * gap })),
            roomC,
            mixC,
            sideWM3K,
            untilMin: 4000
          })
          expect(heat.storedJM2 + heat.lostJM2).to.be.closeTo(
            heat.releasedJM2,
            0.005 * Math.max(heat.releasedJM2, 1000)
          )
        }
      ),
      { numRuns: 40, seed: 61 }
    )
  })
  it('halving the grid moves the peak by less than half a degree, a runaway’s by less than one in a hundred', () => {
    for (const mm of [3, 5, 6, 20]) {
      const [coarse, fine] = [
        run({ pours: [{ thicknessMm: mm, atMin: 0 }] }),
        run({ pours: [{ thicknessMm: mm, atMin: 0 }] }, 2)
      ]
      expect(Math.abs(coarse.peakC - fine.peakC), `${mm} mm`).to.be.lessThan(
        mm < 20 ? 0.5 : 0.01 * coarse.peakC
      )
      expect(coarse.firmMin! / fine.firmMin!).to.be.closeTo(1, 0.02)
    }
  })
  it('more resin is never cooler, a colder room never warmer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        fc.integer({ min: 5, max: 33 }),
        (mm, more, roomC) => {
          const peak = (thicknessMm: number, room: number) =>
            run({ pours: [{ thicknessMm, atMin: 0 }], roomC: room, untilMin: 4320 }).peakC - room
          expect(peak(mm * more, roomC)).to.be.at.least(peak(mm, roomC) - 0.3)
          expect(peak(mm, roomC + 2)).to.be.at.least(peak(mm, roomC) - 0.3)
        }
      ),
      { numRuns: 40, seed: 62 }
    )
  })
  it('impossible pours are refused by name, a runaway answers', () => {
    const call = (change: object) =>
      calculate('cure', {
        resin: 'clear-epoxy-2-1',
        pours: [{ thicknessMm: 5, atMin: 0 }],
        ground: [{ material: 'xps', thicknessMm: 30 }],
        roomC: 21,
        ...change
      }) as { peakC: number; verdict: string; gelMin: number | null }
    for (const [change, message] of [
      [{ roomC: -40 }, /^roomC: was -40; must be greater than or equal to -20/],
      [{ roomC: 90 }, /^roomC: was 90/],
      [
        { pours: [{ thicknessMm: 0, atMin: 0 }] },
        /^pours\[0\]\.thicknessMm: was 0; must be greater than 0/
      ],
      [{ resin: 'honey' }, /^resin: was "honey"/],
      [{ ground: [{ material: 'snow', thicknessMm: 3 }] }, /^ground\[0\]\.material: was "snow"/],
      [{ pours: [] }, /^pours/],
      [{ roomC: NaN }, /^roomC: was NaN/],
      [
        {
          pours: [
            { thicknessMm: 5, atMin: 0 },
            { thicknessMm: 5, atMin: 0 }
          ]
        },
        /^pours\[1\]/
      ]
    ] as const)
      expect(() => call(change), String(message)).to.throw(RangeError, message)
    const boils = call({ pours: [{ thicknessMm: 400, atMin: 0 }] })
    expect(boils.verdict).to.equal('this boils')
    expect(boils.peakC).to.be.greaterThan(200)
    expect(call({ roomC: -15, untilMin: 10_000 }).gelMin).to.equal(null)
  })
})

describe('A label becomes behaviour (the 100 g cup of ASTM D2471, from memory)', () => {
  it('the fit gives the label back within 1 %', () => {
    for (const label of [
      { potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 },
      { potLifeMin: 5, potLifeG: 100, atC: 25, cureH: 24 },
      { potLifeMin: 480, potLifeG: 100, atC: 25, cureH: 240 },
      { potLifeMin: 25, potLifeG: 150, atC: 20, cureH: 48 }
    ]) {
      const fit = fitResin(label)
      expect(fit.potLifeMin / label.potLifeMin).to.be.closeTo(1, 0.01)
      expect(fit.cureH / label.cureH).to.be.closeTo(1, 0.01)
      expect(potLife(fit.resin, label.potLifeG, label.atC)).to.equal(fit.potLifeMin)
      expect(filmCure(fit.resin, label.atC)).to.equal(fit.cureH)
    }
  })
  it('a label that cannot be says what could', () => {
    expect(() => fitResin({ potLifeMin: 2000, potLifeG: 100, atC: 25, cureH: 4 })).to.throw(
      RangeError,
      /^potLifeMin: was 2000; with a cure time of 4 h .* can have .* to .* min/
    )
    expect(() => calculate('fitResin', { potLifeMin: -1, cureH: 3 })).to.throw(
      /^potLifeMin: was -1/
    )
  })
  it('a full cup goes off sooner than a small one, a warm one sooner than a cold one', () => {
    expect(potLife(GENERAL, 300, 21)).to.be.lessThan(0.6 * potLife(GENERAL, 20, 21))
    expect(workingTime(GENERAL, 100, 30)).to.be.lessThan(0.7 * workingTime(GENERAL, 100, 20))
    expect(workingTime(GENERAL, 100, 25)).to.be.lessThan(35)
  })
})

describe('Pours by the heat. Common practice, no source: P5, P6', () => {
  const plan = (change: Partial<PourHeatInput>) =>
    pourHeat({
      resin: GENERAL,
      bandsMm: [12],
      labelMm: 5,
      ground: BED,
      groundName: 'foam',
      groundSoftensC: 75,
      softLayer: 1,
      dam: null,
      roomC: 21,
      sideWM3K: 20,
      pours: null,
      heed: 'heat',
      ...change
    })
  const kinetics = (id: string) => resinKinetics(resin(id))

  it('P5: over foam a general resin bears about 5 mm, a casting resin up to about 9, a deep-cast one much more: out of pot life and cure alone', () => {
    expect(plan({}).bearableMm).to.be.within(4.5, 7.5)
    expect(plan({ resin: kinetics('casting-epoxy-2-1') }).bearableMm).to.be.within(8, 11)
    expect(plan({ resin: kinetics('deep-cast-3-1') }).bearableMm).to.be.greaterThan(15)
    expect(plan({ resin: kinetics('quick-epoxy-2-1') }).bearableMm).to.be.within(2.5, 6)
  })
  it('P6: firm in 12–20 h, the next pour after 16–22 h, the dam off after about a day, a fast one in 4–6 h; a deep-cast one takes days, a week in a cold shed', () => {
    const thin = plan({ bandsMm: [4] })
    expect(thin.firmMin! / 60).to.be.within(12, 22)
    expect(thin.next.bestMin! / 60).to.be.within(16, 22)
    expect(thin.undamMin! / 60).to.be.within(18, 26)
    expect(plan({ resin: kinetics('quick-epoxy-2-1'), bandsMm: [3] }).firmMin! / 60).to.be.within(
      3,
      7
    )
    const deep = { resin: kinetics('deep-cast-3-1'), bandsMm: [20], labelMm: 50 }
    expect(plan(deep).undamMin! / 1440).to.be.within(2, 5)
    expect(plan({ ...deep, roomC: 10 }).undamMin! / 1440).to.be.within(6, 12)
  })
  it('the plan takes the fewest pours that all bear, and one fewer breaks something', () => {
    for (const change of [
      {},
      { roomC: 30 },
      { resin: kinetics('casting-epoxy-2-1'), bandsMm: [25] },
      { dam: { what: 'hot glue', atC: 62, thicknessMm: 1, kWMK: 0.19 } }
    ]) {
      const heat = plan(change)
      expect(heat.broken).to.deep.equal([])
      expect(heat.fewer!.pours).to.equal(heat.pours - 1)
      expect(heat.fewer!.broken, JSON.stringify(change)).to.not.deep.equal([])
    }
    expect(plan({ pours: 1, bandsMm: [12] }).verdict).to.equal('this boils')
    expect(plan({ pours: 1, bandsMm: [400] }).verdict).to.equal('this boils')
  })
  it('a small deep pool loses heat sideways, a wide thin one does not; a hot shed asks for more pours, a cold one for patience', () => {
    const [small, wide] = [sideLoss(60, 220, BED), sideLoss(1600, 160_000, BED)]
    expect(small).to.be.greaterThan(20 * wide)
    expect(plan({ sideWM3K: small }).bearableMm).to.be.greaterThan(
      1.1 * plan({ sideWM3K: wide }).bearableMm
    )
    expect(plan({ sideWM3K: small, bandsMm: [40] }).pours).to.be.lessThan(
      plan({ sideWM3K: wide, bandsMm: [40] }).pours
    )
    expect(plan({ roomC: 32 }).pours).to.be.greaterThan(plan({ roomC: 18 }).pours)
    expect(plan({ roomC: 6 }).firmMin!).to.be.greaterThan(2.5 * plan({ roomC: 21 }).firmMin!)
  })
  it('over plaster or glass a pour is cooler than over foam; a timber bed bears what foam does not', () => {
    const peak = (ground: PourHeatInput['ground']) =>
      simulateCure({ resin: GENERAL, pours: [{ thicknessMm: 6, atMin: 0 }], ground, roomC: 21 })
        .peakC
    expect(peak([{ ...THERMAL.get('glass')!, thicknessMm: 10 }])).to.be.lessThan(peak(BED) - 5)
    expect(plan({ groundSoftensC: null }).bearableMm).to.be.at.least(plan({}).bearableMm)
  })
  it('bands keep their own pours, and the next one blends between gel and cure', () => {
    const heat = plan({ bandsMm: [8, 4] })
    expect(heat.layers.map((l) => l.band)).to.deep.equal([0, 0, 1])
    expect(heat.layers.reduce((s, l) => s + l.thicknessMm, 0)).to.be.closeTo(12, 1e-9)
    expect(heat.next.opensMin!).to.be.lessThan(heat.next.bestMin!)
    expect(heat.next.bestMin!).to.be.lessThan(heat.next.closesMin!)
    expect(FIRM_ALPHA).to.equal(0.8)
  })
  it('a thick coat under a lamp is hot too', () => {
    expect(lightHeat(1, 60, 1.12, BED, 20).peakC).to.be.lessThan(
      lightHeat(6, 60, 1.12, BED, 20).peakC
    )
    expect(lightHeat(6, 60, 1.12, BED, 20).groundPeakC).to.be.greaterThan(75)
  })
})
