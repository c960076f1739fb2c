import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../core/exchange/calc/contract'
import { evaporation, forcedWM2K, saturationPa } from '../../core/physics/stuff/drying/air'
import { coatsFor } from '../../core/physics/stuff/drying/coats'
import { activity, dryFilm, retainedAt } from '../../core/physics/stuff/drying/film'
import {
  frozenRipple,
  leftOf,
  levellingRate,
  stippleOpens,
  viscosityAt
} from '../../core/physics/stuff/gel/levelling'
import { pasteOf, pasteYield } from '../../core/physics/stuff/gel/paste'
import { slumpOf, tiltFor } from '../../core/physics/stuff/gel/standing'
import { windowsOf } from '../../core/physics/stuff/gel/touches'
import { GELS } from '../../core/craft/materials/gels'
import {
  bentStrip,
  mostWet,
  restLine,
  stiffness,
  stripWeight,
  type Strip
} from '../../core/physics/stuff/supports/elastica'
import { propped, proppedAt, propsFor } from '../../core/physics/stuff/supports/props'
import { droopWhen, formerFor, laminate, releaseH } from '../../core/physics/stuff/supports/release'
import { bondHolds, freestanding } from '../../core/physics/stuff/supports/standing'
import { integrated } from '../support/ode'
import { runs } from '../support/dial'

const gel = (id: string) => GELS.find((g) => g.id === id)!
const ripple = gel('ripple-gel')
const dry = (id: string, wetMm: number, roomC = 20, rhPct = 50) =>
  dryFilm(gel(id), wetMm, roomC, rhPct)
/** Rooms people work in, and coats they lay. */
const rooms = {
  roomC: fc.double({ min: 5, max: 35, noNaN: true }),
  rhPct: fc.double({ min: 10, max: 85, noNaN: true }),
  wetMm: fc.double({ min: 0.2, max: 10, noNaN: true })
}

describe('Drying against Crank and the steam tables', () => {
  it('a film with constant diffusivity, dry at its surface at once, keeps 0.6432, 0.2360, 0.0687 at Dt/h² = 0.1, 0.5, 1 (Crank 1975, eq. 4.18)', () => {
    for (const [solidsVol, h] of [
      [0.5, 1],
      [0.9, 3]
    ]) {
      const { curve } = dryFilm({ solidsVol, dM2S: 1e-10, fallsBy: 0, surface: 'dry' }, h, 20, 50)
      for (const [t, left] of [
        [0.1, 0.6432],
        [0.5, 0.236],
        [1, 0.0687]
      ])
        expect(retainedAt(curve, (t * (h / 1000) ** 2) / 1e-10 / 3600)).to.be.closeTo(left, 0.0015)
    }
  })
  it('its last water lies at the sealed face: clear when 4/π·exp(−π²T/4) = 0.08 there (first term of the same series)', () => {
    const { clearH } = dryFilm(
      { solidsVol: 0.5, dM2S: 1e-10, fallsBy: 0, surface: 'dry' },
      1,
      20,
      50
    )
    const t = (-4 / Math.PI ** 2) * Math.log((0.08 * Math.PI) / 4)
    expect((clearH! * 3600 * 1e-10) / 1e-6).to.be.closeTo(t, 0.01)
  })
  it('while it is wet it loses what the air takes: a thin film dries in water ÷ thirst of the air', () => {
    // 0.05 mm: diffusion is too quick to matter; nearly all of it goes at the wet rate
    const { curve } = dryFilm({ solidsVol: 0.4, dM2S: 1e-8, fallsBy: 0 }, 0.05, 20, 50)
    const fluxMmH = 0.0778 // 77.8 g/m²h, Dalton and Lewis at 20 °C and 50 %
    expect(retainedAt(curve, 0.2)).to.be.closeTo(1 - (0.2 * fluxMmH) / 0.03, 0.06)
  })
  it('saturation pressure 872, 2339, 7385, 19947 Pa at 5, 20, 40, 60 °C (steam tables, IAPWS-95)', () => {
    for (const [c, pa] of [
      [5, 872.6],
      [20, 2339.3],
      [40, 7384.9],
      [60, 19_946]
    ])
      expect(saturationPa(c) / pa).to.be.closeTo(1, 0.002)
  })
  it('air at 1 m/s dries a wet face as the ASHRAE formula for pools has it, and a plate by Pohlhausen’s series', () => {
    // ASHRAE Handbook, HVAC Applications, natatoriums, from memory: (0.089 + 0.0782 v) Δp / Y, kg/m²s
    const [kPa, latent] = [0.5 * 2.3393, 2454]
    const pool = (3.6e6 * kPa * (0.089 + 0.0782)) / latent
    expect(evaporation({ tempC: 20, rhPct: 50, fan: true }) / pool).to.be.within(0.8, 1.25)
    // mean Nu 0.664 √10⁴ · 0.71^⅓ = 59.2 over 0.1 m at Re = 10⁴
    expect((forcedWM2K(1.51, 0.1) * 0.1) / 0.0257).to.be.closeTo(59.2, 0.3)
  })
  it('water in a polymer is as active as free water at the wet end and gone at the dry one (Flory 1953)', () => {
    expect(activity(1, 1.6)).to.equal(1)
    expect(activity(0, 1.6)).to.equal(0)
    // a little water in much polymer: φ·e^(1 + χ)
    expect(activity(1e-6, 0.5) / (1e-6 * Math.exp(1.5))).to.be.closeTo(1, 1e-5)
  })
  it('thicker never dries sooner; warmer and drier is never slower', () => {
    fc.assert(
      fc.property(
        fc.record(rooms),
        fc.double({ min: 0, max: 1, noNaN: true }),
        ({ roomC, rhPct, wetMm }, more) => {
          const h = (mm: number, c: number, rh: number) =>
            dry('ripple-gel', mm, c, rh).clearH ?? Infinity
          const here = h(wetMm, roomC, rhPct)
          // the clock of two runs differs by a few parts in a thousand
          expect(h(wetMm * (1 + more), roomC, rhPct)).to.be.at.least(here * 0.995)
          expect(h(wetMm, roomC + 8 * more, rhPct)).to.be.at.most(here * 1.005)
          expect(h(wetMm, roomC, rhPct * (1 - more))).to.be.at.most(here * 1.005)
        }
      ),
      { numRuns: runs(60) }
    )
  })
  it('water is only ever lost, and what stays is the solids', () => {
    fc.assert(
      fc.property(fc.record(rooms), ({ roomC, rhPct, wetMm }) => {
        const { curve, dryMm } = dry('heavy-gloss-gel', wetMm, roomC, rhPct)
        curve.slice(1).forEach((p, i) => expect(p[1]).to.be.at.most(curve[i][1] + 1e-9))
        expect(dryMm).to.be.closeTo(wetMm * 0.42, 1e-12)
      }),
      { numRuns: runs(30) }
    )
  })
  it('all ends of the scale are answered: no air so damp, no coat so thick that it hangs', () => {
    expect(calculate('dry', { gel: 'ripple-gel', wetMm: 2, roomC: 20, rhPct: 100 }))
      .to.include({ touchMin: null, clearH: null })
      .and.have.property('why')
      .that.matches(/damp/)
    expect(calculate('dry', { gel: 'ripple-gel', wetMm: 2, roomC: 20, rhPct: 0 }))
      .to.have.property('clearH')
      .that.is.within(10, 24)
    expect(calculate('dry', { gel: 'ripple-gel', wetMm: 80, roomC: 20, rhPct: 50 }))
      .to.have.property('clearH')
      .that.is.above(10_000)
    expect(calculate('dry', { gel: 'ripple-gel', wetMm: 900, roomC: 20, rhPct: 50 }))
      .to.include({ clearH: null })
      .and.have.property('why')
      .that.matches(/coats/)
    const refused: [string, object, RegExp][] = [
      ['dry', { gel: 'ripple-gel', wetMm: 0, roomC: 20, rhPct: 50 }, /^wetMm: was 0/],
      ['dry', { gel: 'ripple-gel', wetMm: 2, roomC: -8, rhPct: 50 }, /^roomC: was -8; .*freezes/],
      ['dry', { gel: 'jam', wetMm: 2, roomC: 20, rhPct: 50 }, /^gel/],
      [
        'dry',
        { gel: { solidsVol: 1.2, dM2S: 1e-10 }, wetMm: 2, roomC: 20, rhPct: 50 },
        /^gel\.solidsVol|^gel/
      ],
      ['coats', { gel: 'ripple-gel', finalMm: 3, roomC: 20, rhPct: 50, maxCoats: 0 }, /^maxCoats/],
      ['sag', { yieldPa: 40, densityGCm3: 1, slopeDeg: 0 }, /^slopeDeg/],
      ['slump', { yieldPa: 40, densityGCm3: 1, heightMm: 0 }, /^heightMm/],
      [
        'paste',
        { parts: [{ massG: 3, densityGCm3: 0.25, kind: 'powder' }], maxPacking: 0.64 },
        /^parts: .*gel to wet/
      ],
      [
        'paste',
        {
          parts: [
            { massG: 1, densityGCm3: 1, kind: 'gel' },
            { massG: 9, densityGCm3: 1, kind: 'powder' }
          ],
          maxPacking: 0.64
        },
        /crumbles/
      ],
      [
        'overhang',
        {
          lengthMm: 30,
          thicknessMm: 0,
          modulusGPa: 1.8,
          filmDensityGCm3: 1.2,
          wetMm: 1,
          gelDensityGCm3: 1
        },
        /^thicknessMm/
      ],
      [
        'props',
        {
          lengthMm: 900,
          thicknessMm: 0.02,
          modulusGPa: 1.8,
          filmDensityGCm3: 1.3,
          wetMm: 20,
          gelDensityGCm3: 1
        },
        /^wetMm: was 20; .*film thicker/
      ],
      ['freestanding', { massG: 5, centroidMm: [1, 10], footMm: [9, 2] }, /^footMm/],
      [
        'stipple',
        {
          thicknessMm: 2,
          wavelengthMm: 0,
          viscosityPaS: 10,
          thickenMin: 2,
          surfaceTensionNM: 0.035,
          densityGCm3: 1,
          atMin: 3
        },
        /^wavelengthMm/
      ]
    ]
    for (const [name, input, message] of refused)
      expect(() => calculate(name, input), `${name} ${JSON.stringify(input)}`).to.throw(
        RangeError,
        message
      )
  })
})

describe('The trade’s own times at 20 °C and 50 % (common practice, no source)', () => {
  it('G1: a 12 mm coat stays white for weeks, one of 6 mm for days, one of 3 mm a day or two', () => {
    expect(dry('ripple-gel', 12).clearH! / 24).to.be.within(14, 30)
    expect(dry('ripple-gel', 6).clearH! / 24).to.be.within(3, 7)
    expect(dry('ripple-gel', 3).clearH!).to.be.within(18, 48)
  })
  it('G2: ripple gel holds a stipple after about 20 min; one made at once has faded by ten', () => {
    expect(stippleOpens(ripple, 2, 4)).to.be.within(15, 25)
    // in ten minutes a ripple made at once has lost nearly everything: e^(−∫₀¹⁰ dt/τ)
    const lost =
      (levellingRate(ripple, 2, 4, ripple.viscosityPaS) -
        levellingRate(ripple, 2, 4, viscosityAt(ripple, 10))) *
      ripple.thickenMin *
      60
    expect(Math.exp(-lost)).to.be.below(0.05)
    const window = windowsOf(ripple, 2, 4, dry('ripple-gel', 2).touchMin, 1).find(
      (w) => w.id === 'stipple'
    )!
    expect(window.closesMin - window.opensMin).to.be.within(5, 20)
  })
  it('G3: thick gel runs down a fall when it is fresh and stays when the model is tilted back', () => {
    expect(
      calculate('sag', { yieldPa: ripple.yieldPa, densityGCm3: ripple.densityGCm3, slopeDeg: 90 })
    )
      .to.have.property('maxThicknessMm')
      .that.is.below(8)
    const tilt = tiltFor(ripple.yieldPa, ripple.densityGCm3, 90, 8)
    expect(tilt).to.be.above(20)
    expect(
      (1000 * ripple.yieldPa) /
        (ripple.densityGCm3 * 9810 * Math.sin(((90 - tilt) * Math.PI) / 180))
    ).to.be.closeTo(8, 1e-9)
  })
  it('G4: splash gel clears overnight thin and in a couple of days thick; lotion gel over a lip in a day; gloss on film in days; fine gel on film peels in an hour', () => {
    expect(dry('splash-gel', 1).clearH!).to.be.within(6, 16)
    expect(dry('splash-gel', 3.5).clearH!).to.be.within(36, 84)
    expect(dry('lotion-gel', 1.8).clearH!).to.be.within(16, 32)
    expect(dry('heavy-gloss-gel', 4).clearH! / 24).to.be.within(2, 5)
    expect(dry('tumble-gel', 0.15).clearH!).to.be.within(0.6, 1.6)
  })
  it('G5 and the waits: more coats are sooner done in all, and each further one gains less', () => {
    const { table } = coatsFor(ripple, 4, 20, 50)
    const gain = table.slice(1).map((c, i) => table[i].totalH! - c.totalH!)
    gain.forEach((g, i) => {
      expect(g).to.be.above(0)
      if (i > 0) expect(g).to.be.below(gain[i - 1])
    })
    // not before its own water has gone into the air
    expect(table.at(-1)!.totalH!).to.be.above(((4 / 0.38 - 4) / 0.0778) * 0.9)
  })
})

describe('Gel that flows, against its sources', () => {
  it('levelling: gravity alone is ρgk²h³/3η, the skin alone γk⁴h³/3η (Orchard 1962)', () => {
    const base = { viscosityPaS: 10, thickenMin: 2, densityGCm3: 1, surfaceTensionNM: 0.036 }
    const k = (2 * Math.PI) / 0.05
    expect(levellingRate({ ...base, surfaceTensionNM: 0 }, 1, 50, 10)).to.be.closeTo(
      (1000 * 9.81 * k ** 2 * 1e-9) / 30,
      1e-9
    )
    expect(levellingRate({ ...base, densityGCm3: 0 }, 1, 50, 10)).to.be.closeTo(
      (0.036 * k ** 4 * 1e-9) / 30,
      1e-9
    )
    // halving the ripple's length sixteenfolds what its skin does
    expect(
      levellingRate({ ...base, densityGCm3: 0 }, 1, 25, 10) /
        levellingRate({ ...base, densityGCm3: 0 }, 1, 50, 10)
    ).to.be.closeTo(16, 1e-9)
  })
  it('what is left of a ripple is what an ODE solver finds for a sinking ripple in a thickening gel (odex)', () => {
    for (const at of [12, 16, 20]) {
      const [left] = integrated(
        (t, y) => [-y[0] * levellingRate(ripple, 2, 4, viscosityAt(ripple, t / 60))],
        at * 60,
        [1],
        at * 60 + 60 * ripple.thickenMin * 40
      )
      expect(leftOf(ripple, 2, 4, at)).to.be.closeTo(left, 1e-6)
    }
    expect(leftOf(ripple, 2, 4, stippleOpens(ripple, 2, 4))).to.be.closeTo(0.85, 1e-9)
    expect(
      calculate('stipple', {
        thicknessMm: 2,
        wavelengthMm: 4,
        viscosityPaS: 20,
        thickenMin: 1.8,
        surfaceTensionNM: 0.035,
        densityGCm3: 1.05,
        atMin: 0
      })
    ).to.deep.include({ leftFraction: 0 })
  })
  it('a yield stress freezes fine and thin ripples and lets deep ones go', () => {
    expect(frozenRipple(ripple, 60, 0.5, 3)).to.be.above(frozenRipple(ripple, 60, 2, 3))
    expect(frozenRipple(ripple, 0, 2, 3)).to.equal(0)
  })
  it('slump 0.4781, 0.2335, 0.0935 of its height for t = 0.1, 0.2, 0.3, none from 0.5 (Pashias et al. 1996)', () => {
    for (const [t, s] of [
      [0.1, 0.4781],
      [0.2, 0.2335],
      [0.3, 0.0935],
      [0.5, 0],
      [0.9, 0]
    ])
      expect(slumpOf(t * 9810 * 0.05, 1, 50).slumpMm / 50).to.be.closeTo(s, 5e-5)
    expect(slumpOf(200, 1, slumpOf(200, 1, 5).highestMm).slumpMm).to.be.closeTo(0, 1e-9)
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (tau, h) => {
          const s = slumpOf(tau, 1, h)
          expect(s.standsMm).to.be.within(-1e-9, h + 1e-9)
          expect(s.standsMm + s.slumpMm).to.be.closeTo(h, 1e-9)
        }
      )
    )
  })
  it('a thin paste thickens by 2.5 φ (Einstein 1906), a thick one as (1 − φ/φ_m)^(−2.5φ_m): 11.4 times at half by volume in 0.64 (Krieger & Dougherty 1959)', () => {
    const at = (share: number) =>
      pasteOf(
        [
          { massG: 1 - share, densityGCm3: 1, kind: 'gel' },
          { massG: share, densityGCm3: 1, kind: 'powder' }
        ],
        0.64
      )
    expect((at(0.001).viscosityRatio - 1) / 0.001).to.be.closeTo(2.5, 0.01)
    expect(at(0.5).viscosityRatio).to.be.closeTo(11.37, 0.02)
    expect(pasteYield(40, 0, 0.64)).to.equal(40)
    expect(pasteYield(40, 0.5, 0.64) / 40).to.be.closeTo(Math.sqrt(0.5 * 11.37), 0.01)
  })
  it('volumes of a paste add, whatever it is mixed from', () => {
    const mixed = pasteOf(
      [
        { massG: 10, densityGCm3: 1.04, kind: 'gel' },
        { massG: 2, densityGCm3: 0.25, kind: 'powder' },
        { massG: 1.25, densityGCm3: 1.25, kind: 'gel' }
      ],
      0.64
    )
    expect(mixed.volumeMl).to.be.closeTo(10 / 1.04 + 8 + 1, 1e-9)
    expect(mixed.densityGCm3 * mixed.volumeMl).to.be.closeTo(13.25, 1e-9)
    expect(mixed.fillerFraction).to.be.closeTo(8 / (10 / 1.04 + 9), 1e-9)
  })
})

const bare: Strip = {
  lengthMm: 100,
  thicknessMm: 1,
  modulusGPa: 1,
  filmDensityGCm3: 0,
  wetMm: 0,
  gelDensityGCm3: 1
}
const EI = stiffness(1, 1)

describe('Overhangs and props against beam tables', () => {
  it('a clamped strip under a load at its tip falls 0.3017, 0.4935, 0.7138, 0.8106 of its length for PL²/EI = 1, 2, 5, 10 (Bisshopp & Drucker 1945)', () => {
    for (const [load, fall] of [
      [1, 0.3017],
      [2, 0.4935],
      [5, 0.7138],
      [10, 0.8106]
    ])
      expect(bentStrip({ ...bare, tipN: (load * EI) / 0.01 }).droopMm / 100).to.be.closeTo(
        fall,
        3e-4
      )
  })
  it('under its own small weight it falls wL⁴/8EI; bent far, as an ODE solver shoots it (odex)', () => {
    const light = { ...bare, wetMm: 0.4 }
    expect(
      bentStrip(light).droopMm / ((stripWeight(light) * 0.1 ** 4 * 1000) / (8 * EI))
    ).to.be.closeTo(1, 1e-3)
    const heavy = { ...bare, wetMm: 40 }
    // θ″ = w(L − s)cos θ/EI, clamped level, free end straight: find the bend at the clamp that
    // leaves none at the end
    const w = stripWeight(heavy)
    const shoot = (bend: number) =>
      integrated(
        (s, y) => [y[1], (w * (0.1 - s) * Math.cos(y[0])) / EI, Math.cos(y[0]), Math.sin(y[0])],
        0,
        [0, bend, 0, 0],
        0.1
      )
    let [low, high] = [-60, 0]
    for (let n = 0; n < 60; n++) {
      const m = (low + high) / 2
      if (shoot(m)[1] < 0) low = m
      else high = m
    }
    expect(bentStrip(heavy).droopMm).to.be.closeTo(-shoot(low)[3] * 1000, 0.1)
  })
  it('a pre-curved strip without weight keeps its arc; its unloaded line is as long as it is', () => {
    const curl = { ...bare, lengthMm: 30, radiusMm: 8, angleDeg: 170 }
    expect(bentStrip(curl).droopMm).to.be.closeTo(0, 1e-9)
    const line = restLine(curl)
    expect(
      line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0)
    ).to.be.closeTo(30, 0.01)
    // a third of a turn of radius 8: chord 2r·sin(arc/2r)
    expect(Math.hypot(...line.at(-1)!)).to.be.closeTo(Math.abs(16 * Math.sin(30 / 16)), 0.02)
  })
  it('the most wet gel is that at which the limit is met', () => {
    const film: Strip = {
      lengthMm: 40,
      thicknessMm: 0.25,
      modulusGPa: 1.8,
      filmDensityGCm3: 1.28,
      wetMm: 0,
      gelDensityGCm3: 1.05
    }
    expect(bentStrip({ ...film, wetMm: mostWet(film, 2) }).droopMm).to.be.closeTo(2, 1e-3)
    expect(mostWet({ ...film, lengthMm: 300 }, 1)).to.equal(0)
  })
  it('a prop under the tip bears three eighths and leaves wL⁴/185EI (propped cantilever, beam tables)', () => {
    const strip = { ...bare, wetMm: 1 }
    const w = stripWeight(strip)
    const { loadN, droopMm } = proppedAt(strip, [100])
    expect(loadN[0] / (w * 0.1)).to.be.closeTo(3 / 8, 0.005)
    expect(droopMm / ((w * 0.1 ** 4 * 1000) / (185 * EI))).to.be.closeTo(1, 0.02)
  })
  it('a prop never adds droop: under a flat strip wherever it stands, under a curl in its best place, and one more never loses', () => {
    const film = fc.record({
      lengthMm: fc.double({ min: 10, max: 120, noNaN: true }),
      thicknessMm: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
      wetMm: fc.double({ min: 0, max: 5, noNaN: true }),
      radiusMm: fc.option(fc.double({ min: 15, max: 90, noNaN: true }), { nil: undefined }),
      angleDeg: fc.double({ min: -10, max: 80, noNaN: true })
    })
    fc.assert(
      fc.property(film, fc.double({ min: 0.05, max: 1, noNaN: true }), (some, at) => {
        const strip: Strip = {
          modulusGPa: 1.8,
          filmDensityGCm3: 1.28,
          gelDensityGCm3: 1.05,
          ...some
        }
        const none = proppedAt(strip, []).droopMm
        const flat = { ...strip, radiusMm: undefined }
        expect(proppedAt(flat, [at * strip.lengthMm]).droopMm).to.be.at.most(
          proppedAt(flat, []).droopMm * (1 + 1e-9) + 1e-9
        )
        const [one, two] = [propped(strip, 1), propped(strip, 2)]
        expect(one.droopMm).to.be.at.most(none * (1 + 1e-9) + 1e-9)
        expect(two.droopMm).to.be.at.most(one.droopMm * (1 + 1e-9) + 1e-9)
        for (const load of two.loadN) expect(load).to.be.at.least(0)
      }),
      { numRuns: runs(40) }
    )
  })
  it('the fewest props are found: with one fewer it droops past the limit', () => {
    const strip: Strip = {
      lengthMm: 110,
      thicknessMm: 0.2,
      modulusGPa: 1.8,
      filmDensityGCm3: 1.28,
      wetMm: 3,
      gelDensityGCm3: 1.05
    }
    const found = propsFor(strip, 0.3)!
    expect(found.count).to.be.at.least(2)
    expect(found.droopMm).to.be.at.most(0.3)
    expect(propped(strip, found.count - 1).droopMm).to.be.above(0.3)
    expect(calculate('props', { ...strip, limitMm: 0.3 })).to.deep.include({
      count: found.count,
      atMm: found.atMm
    })
  })
  it('two leaves of one stuff are one beam of both thicknesses: eightfold for twice (beam theory)', () => {
    expect(laminate(0.3, 2, 0.3, 2) / stiffness(0.3, 2)).to.be.closeTo(8, 1e-9)
    expect(laminate(0.3, 2, 0.0001, 0.00001) / stiffness(0.3, 2)).to.be.closeTo(1, 1e-3)
  })
  it('props come away when film and drying gel carry themselves, and not before', () => {
    const strip: Strip = {
      lengthMm: 42,
      thicknessMm: 0.2,
      modulusGPa: 1.8,
      filmDensityGCm3: 1.28,
      wetMm: 3,
      gelDensityGCm3: 1.05
    }
    const drying = dryFilm(ripple, 3, 20, 50)
    const h = releaseH(strip, ripple, drying, 1)!
    expect(droopWhen(strip, ripple, 1)).to.be.above(1)
    expect(droopWhen(strip, ripple, retainedAt(drying.curve, h))).to.be.at.most(1.001)
    expect(h).to.be.within(drying.touchMin! / 60, drying.clearH!)
    expect(releaseH({ ...strip, lengthMm: 400 }, ripple, drying, 1)).to.equal(null)
    // a curl springs open by what the film alone would pull: the former is smaller than the curl
    expect(formerFor(12, 0.25, 1.8, 0.8, 0.05)).to.be.within(5, 12)
  })
  it('a piece tips over the nearer edge of its foot: atan(arm ÷ height)', () => {
    expect(freestanding(8, [4, 30], [0, 10]).tipDeg).to.be.closeTo(
      (Math.atan(4 / 30) * 180) / Math.PI,
      1e-9
    )
    expect(
      calculate('freestanding', { massG: 8, centroidMm: [12, 30], footMm: [0, 10] })
    ).to.deep.include({ stands: false })
    const wide = bondHolds('gel', 8, 100, 0.2, 20)
    expect(bondHolds('gel', wide.wantsMm, 100, 0.2, 20).times).to.be.closeTo(4, 1e-6)
  })
})
