import { expect } from 'chai'
import { calculate } from '../../core/exchange/calc/contract'
import { damBow } from '../../core/physics/stuff/dams/bow'
import { dryOutMin } from '../../core/physics/stuff/dams/dryOut'
import { evaporation, saturationPa } from '../../core/physics/stuff/drying/air'
import { holeFor, leak, RESIN_PA_S, WATER } from '../../core/physics/stuff/dams/leak'
import { leakTest } from '../../core/physics/stuff/dams/leakTest'
import { lip } from '../../core/physics/stuff/dams/lip'
import { bend, rigidity, type Plate } from '../../core/physics/stuff/dams/plate'
import { penetration, secondsForCoat, uvCure } from '../../core/physics/stuff/light/uvCure'
import { irradianceAt, lightPlan, tintPerMm } from '../../core/plan/3-stacks/lightBody'
import { opticsOf } from '../../core/physics/stuff/colour/tint'
import { LAMPS, LIGHT_RESINS } from '../../core/craft/materials/light'
import { TINTS } from '../../core/craft/materials/tints'
import { pairOf } from '../../core/craft/materials/pairs'

const square = (edges: Plate['edges']): Plate => ({
  widthM: 0.2,
  heightM: 0.2,
  thicknessM: 0.001,
  modulusPa: 3e9,
  poisson: 0.3,
  edges,
  top: 'as-edges'
})
const coefficient = (plate: Plate, pressure: (x: number, y: number) => number) =>
  (bend(plate, pressure).at(0.5, 0.5) * rigidity(plate)) / plate.widthM ** 4

describe('Plates against Timoshenko & Woinowsky-Krieger, Theory of Plates and Shells (tables 8, 11 and 35; from memory)', () => {
  it('square plate, uniform load: 0.00406 q a⁴/D simply supported, 0.00126 clamped', () => {
    expect(coefficient(square('held'), () => 1)).to.be.closeTo(0.00406, 0.00001)
    expect(coefficient(square('clamped'), () => 1)).to.be.closeTo(0.00126, 0.00001)
  })
  it('square plate under hydrostatic load, simply supported: 0.00203 at its middle', () => {
    expect(coefficient(square('held'), (_, y) => 1 - y)).to.be.closeTo(0.00203, 0.00001)
  })
  it('a long rectangular plate: 0.00772 of the short side at 1 : 1.5, 0.01013 at 1 : 2', () => {
    for (const [ratio, wanted] of [
      [1.5, 0.00772],
      [2, 0.01013]
    ])
      expect(coefficient({ ...square('held'), heightM: 0.2 * ratio }, () => 1)).to.be.closeTo(
        wanted,
        0.00002
      )
  })
  it('a wide wall clamped at its foot and free above bends as a cantilever: q₀h⁴/30D at the top', () => {
    const wall: Plate = {
      widthM: 0.6,
      heightM: 0.03,
      thicknessM: 0.001,
      modulusPa: 3e9,
      poisson: 0.3,
      edges: 'clamped',
      top: 'free'
    }
    expect(
      (bend(wall, (_, y) => 1 - y).at(0.5, 1) * rigidity(wall)) / wall.heightM ** 4
    ).to.be.closeTo(1 / 30, 0.001)
  })
  it('a panel that is all but a skin hangs as a catenary, w³ = 3pL⁴/(64Et), between half and all of its foot’s pressure; a stout one bends as small-deflection theory says', () => {
    const skin = { heightMm: 20, spanMm: 300, modulusGPa: 1.8, liquidGCm3: 1.1 }
    for (const thicknessMm of [0.02, 0.05, 0.1]) {
      const { bowMm } = damBow({ ...skin, thicknessMm, edges: 'held' })
      const hangs = (pa: number) =>
        1000 * Math.cbrt((3 * pa * 0.3 ** 4) / (64 * 1.8e9 * (thicknessMm / 1000)))
      const foot = 1100 * 9.81 * 0.02
      expect(bowMm, String(thicknessMm)).to.be.within(hangs(foot / 2), hangs(foot))
    }
    const stout = { ...skin, thicknessMm: 6, edges: 'held' as const }
    const small = bend(
      {
        widthM: 0.3,
        heightM: 0.02,
        thicknessM: 0.006,
        modulusPa: 1.8e9,
        poisson: 0.35,
        edges: 'held',
        top: 'free'
      },
      (_, y) => 1100 * 9.81 * 0.02 * (1 - y)
    )
    expect(damBow(stout).bowMm).to.be.closeTo(1000 * small.mostM, 0.002 * 1000 * small.mostM)
  })
  it('D4: deep water bows a weak dam, a brace mends it, and the bow costs resin', () => {
    const acetate = {
      heightMm: 30,
      spanMm: 120,
      thicknessMm: 0.25,
      modulusGPa: 1.8,
      liquidGCm3: 1.1,
      edges: 'held' as const
    }
    const weak = damBow(acetate)
    expect(weak.bowMm).to.be.within(1.5, 4)
    expect(weak.extraMl).to.be.greaterThan(1)
    const braced = damBow({ ...acetate, spanMm: weak.braceEveryMm })
    expect(braced.bowMm).to.be.at.most(0.5001)
    expect(braced.bowMm).to.be.greaterThan(0.45)
    expect(damBow({ ...acetate, thicknessMm: 1, modulusGPa: 3.1 }).bowMm).to.be.lessThan(
      weak.bowMm / 8
    )
    expect(damBow({ ...acetate, heightMm: 5 }))
      .to.have.property('braceEveryMm')
      .that.is.greaterThan(weak.braceEveryMm)
    expect(() => calculate('dam', { ...acetate, edges: 'glued' })).to.throw(
      /^edges: was "glued"; must be one of \[clamped, held\]/
    )
  })
})

describe('Lip and leak', () => {
  it('capillary length of 0.036 N/m at 1.1 g/cm³ is 1.827 mm, and a wetting wall lifts √2 of it (de Gennes et al. 2004)', () => {
    const { riseMm, capillaryMm } = lip(0.036, 1.1, 0)
    expect(capillaryMm).to.be.closeTo(1.827, 0.0005)
    expect(riseMm).to.be.closeTo(Math.SQRT2 * 1.827, 0.001)
    expect(lip(0.036, 1.1, 90).riseMm).to.equal(0)
  })
  it('P14: the lip is a couple of millimetres (common practice, no source)', () => {
    expect(lip(0.036, 1.1, 35).riseMm).to.be.within(1.2, 2.6)
  })
  it('Hagen–Poiseuille worked by hand: 1 mm hole, 10 mm long, under 100 mm of water', () => {
    // π·(1e-3)⁴·981 / (128·1e-3·0.01) = 2.408e-6 m³/s
    expect(
      leak({ holeMm: 1, lengthMm: 10, headMm: 100, viscosityPaS: 0.001, densityGCm3: 1 }).mlPerH
    ).to.be.closeTo(8667.8, 1)
    expect(
      holeFor(leak({ holeMm: 0.3, lengthMm: 5, headMm: 12, ...WATER }).mlPerH, 12)
    ).to.be.closeTo(0.3, 1e-9)
  })
  it('resin is hundreds of times kinder than the test water', () => {
    const hole = { holeMm: 0.4, lengthMm: 5, headMm: 10 }
    expect(
      leak({ ...hole, ...WATER }).mlPerH /
        leak({ ...hole, viscosityPaS: RESIN_PA_S, densityGCm3: 1.1 }).mlPerH
    ).to.be.within(400, 700)
  })
  it('D3: lifts of 13 to 25 mm, waiting between, up to the waterline (common practice, no source)', () => {
    for (const depth of [8, 30, 57, 110]) {
      const test = leakTest(4, 4 + depth, 20_000, 600)
      const lifts = test.levelsMm.map((level, i) => level - (i === 0 ? 4 : test.levelsMm[i - 1]))
      expect(test.levelsMm.at(-1)).to.be.closeTo(4 + depth, 1e-9)
      for (const lift of lifts) expect(lift).to.be.within(depth > 19 ? 13 : 0, 25)
      expect(test.waitMin).to.be.within(15, 120)
      for (let i = 1; i < test.drops.length; i++)
        expect(test.drops[i].resinMl).to.be.greaterThan(test.drops[i - 1].resinMl)
    }
  })
  it('a drop on a wide pool is a bigger hole than the same drop on a small one', () => {
    expect(leakTest(0, 12, 60_000, 600).drops[1].holeMm).to.be.greaterThan(
      leakTest(0, 12, 4000, 600).drops[1].holeMm
    )
  })
})

describe('Drying out', () => {
  it('saturation pressure: 611, 1228, 2339, 4247 Pa at 0, 10, 20, 30 °C (steam tables)', () => {
    for (const [c, pa] of [
      [0, 611],
      [10, 1228],
      [20, 2339],
      [30, 4247]
    ])
      expect(saturationPa(c) / pa).to.be.closeTo(1, 0.002)
  })
  it('C10: a damp shed and an unsealed shell keep a bed wet (common practice, no source)', () => {
    expect(evaporation({ tempC: 20, rhPct: 50 })).to.be.within(40, 160)
    const dry = dryOutMin({ tempC: 20, rhPct: 50 }, 3, 3)
    expect(dry / 60).to.be.within(4, 24)
    expect(dryOutMin({ tempC: 10, rhPct: 90 }, 3, 3)).to.be.greaterThan(5 * dry)
    expect(dryOutMin({ tempC: 20, rhPct: 50 }, 3, 0)).to.be.greaterThan(3 * dry)
    expect(dryOutMin({ tempC: 20, rhPct: 100 }, 3, 3)).to.be.lessThan(1e6)
  })
})

describe('Light cure against the working curve (Jacobs 1992, from memory)', () => {
  const craft = { dpMm: 3, ecMjCm2: 20, irradianceMwCm2: 20 }
  it('nothing below E_c, D_p at e times it, and D_p more for each e after', () => {
    expect(uvCure({ ...craft, seconds: 1 }).cureDepthMm).to.equal(0)
    expect(uvCure({ ...craft, seconds: 0 }).coatMm).to.equal(0)
    expect(uvCure({ ...craft, seconds: Math.E }).cureDepthMm).to.be.closeTo(3, 1e-12)
    expect(uvCure({ ...craft, seconds: Math.E ** 2 }).cureDepthMm).to.be.closeTo(6, 1e-12)
  })
  it('a coat is six tenths of the cured depth, and the seconds for a coat cure just that', () => {
    for (const mm of [0.5, 2])
      expect(uvCure({ ...craft, seconds: secondsForCoat(mm, craft) }).coatMm).to.be.closeTo(
        mm,
        1e-9
      )
    expect(uvCure({ ...craft, seconds: 10 }).secondsFor['2']).to.be.closeTo(
      secondsForCoat(2, craft),
      1e-9
    )
  })
  it('tint adds to 1/D_p', () => {
    expect(1 / penetration(3, 0.2)).to.be.closeTo(1 / 3 + 0.2, 1e-12)
    expect(uvCure({ ...craft, seconds: 30, tintPerMm: 0.3 }).cureDepthMm).to.be.lessThan(
      uvCure({ ...craft, seconds: 30 }).cureDepthMm
    )
  })
  it('C7, C8: printer resin crusts over liquid, a tint and a far lamp make thin coats (common practice, no source)', () => {
    const [resin, printer] = LIGHT_RESINS
    const body = {
      resin: resin.id,
      lamp: 'hand-lamp',
      lampMm: 50,
      coatMm: null,
      seconds: 60,
      shadedPct: 0
    }
    const craftPlan = lightPlan(body, resin, LAMPS[0], 10, 4000, 0)
    const printerPlan = lightPlan(body, printer, LAMPS[0], 10, 4000, 0)
    expect(craftPlan.coats).to.be.within(1, 6)
    expect(printerPlan.cureDepthMm).to.be.lessThan(1)
    expect(printerPlan.liquidBelowMm).to.be.lessThan(1)
    const dose = tintPerMm([{ optics: opticsOf(TINTS[1].look), dropsPer100G: 8 }])
    expect(lightPlan(body, resin, LAMPS[0], 10, 4000, dose).thickestMm).to.be.lessThan(
      craftPlan.thickestMm
    )
    expect(
      lightPlan({ ...body, lampMm: 150 }, resin, LAMPS[0], 10, 4000, 0).thickestMm
    ).to.be.lessThan(craftPlan.thickestMm)
    expect(irradianceAt(LAMPS[0], 100)).to.be.closeTo(5, 1e-9)
    expect(
      lightPlan({ ...body, coatMm: 30 }, resin, LAMPS[0], 40, 4000, dose).secondsPerCoat
    ).to.equal(null)
  })
  it('C2, C3, C10, C11 of what sticks to what (common practice, no source)', () => {
    expect(pairOf('light', 'polythene')!.result).to.equal('peels')
    expect(pairOf('light', 'acetate')!.result).to.equal('vanishes')
    expect(pairOf('gel', 'pack-plastic')!.result).to.equal('peels')
    expect(pairOf('two-part', 'damp-plaster')!.result).to.equal('spoils')
    expect(pairOf('two-part', 'unsealed-foam')!.result).to.equal('spoils')
    expect(pairOf('gel', 'clay')).to.equal(null)
  })
})
