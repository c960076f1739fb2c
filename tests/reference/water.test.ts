import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../core/exchange/calc/contract'
import {
  criticalDepth,
  depthOfEnergy,
  manningSpeed,
  normalDepth,
  specificEnergy
} from '../../core/physics/water/hydraulics/channel'
import { moodDischarge, plunge, stepFlow } from '../../core/physics/water/hydraulics/drop'
import { headLost, jump, jumpKind, sequentRatio } from '../../core/physics/water/hydraulics/jump'
import { brink, breakUp, weirDischarge } from '../../core/physics/water/hydraulics/nappe'
import { criticalDepthInPipe, pipeEnd } from '../../core/physics/water/hydraulics/pipe'
import { waterProfile } from '../../core/physics/water/hydraulics/waterProfile'
import {
  breakDepth,
  breakerIndex,
  breakerKind,
  breakFrom
} from '../../core/physics/water/waves/breaking'
import { faceOf } from '../../core/physics/water/waves/face'
import {
  crestSpeed,
  shoaling,
  SHORTEST_WAVE_M,
  steepest,
  wavelength,
  deepLength
} from '../../core/physics/water/waves/linear'
import { gathering } from '../../core/physics/water/waves/gathering'
import { arrivalTimes } from '../../core/physics/water/waves/waveField'
import { beaufortOf, beaufortSpeed, whitecaps } from '../../core/physics/water/waves/windSea'
import { breakerOf } from '../../core/physics/water/waves/breaking'
import { runs } from '../support/dial'

/* Published figures below are written down from memory of the source that each title names. */
/** An answer of the contract: figures, and curves where it gives them. */
interface Rec {
  [key: string]: number | string | null | [number, number][]
  lowerFace: [number, number][]
  upperFace: [number, number][]
  envelope: [number, number][]
}
type Figures = Rec &
  Record<
    | 'landAngleDeg'
    | 'brinkSpeedMS'
    | 'brinkDepthM'
    | 'stripMm'
    | 'glassyMm'
    | 'whiteFraction'
    | 'standingWaveMm'
    | 'pillowMm'
    | 'heightM'
    | 'periodS'
    | 'heightMm'
    | 'reachMm'
    | 'speedMS'
    | 'largestDropMm'
    | 'beadEveryMm'
    | 'dropMassG'
    | 'breakS',
    number
  >
const calc = (name: string, input: object) => calculate(name, input) as unknown as Figures

describe('falls against what was measured', () => {
  it('brink: Rouse 1936 found 0.715 of the critical depth; fast water tends to it as Fr falls to 1 (Hager 1983)', () => {
    const { depthM, criticalDepthM, speedMS } = brink(2)
    expect(depthM / criticalDepthM).to.equal(0.715)
    expect(depthM * speedMS).to.be.closeTo(2, 1e-12)
    expect(brink(2, 1.0001).depthM / criticalDepthM).to.be.closeTo(0.715, 0.002)
    expect(brink(2, 6).depthM).to.be.closeTo(criticalDepthM / Math.cbrt(36), 0.01 * criticalDepthM)
  })

  it('straight drop: Rand 1955 agrees with White 1943, whose theory is another (y₁/y_c = √2 / (1.06 + √(H/y_c + 1.5)))', () => {
    for (const [q, h] of [
      [0.25, 1.4],
      [0.5, 2],
      [1, 1.5],
      [2, 4],
      [0.1, 3]
    ]) {
      const critical = criticalDepth(q)
      const white = (Math.SQRT2 * critical) / (1.06 + Math.sqrt(h / critical + 1.5))
      expect(plunge(q, h).fastDepthM / white, `q ${q}, H ${h}`).to.be.within(0.85, 1.15)
    }
  })

  it('straight drop: the tail water of Rand is the sequent depth of his fast water (Bélanger) within a tenth', () => {
    for (const [q, h] of [
      [0.25, 1.4],
      [0.5, 2],
      [1, 1.5],
      [2, 4]
    ]) {
      const { fastDepthM, tailDepthM } = plunge(q, h)
      const fr = q / fastDepthM / Math.sqrt(9.81 * fastDepthM)
      expect((fastDepthM * sequentRatio(fr)) / tailDepthM, `q ${q}, H ${h}`).to.be.within(0.9, 1.1)
    }
  })

  it('landing angle: White 1943, cos θ = 1.06 / √(H/y_c + 1.5), within 4°', () => {
    for (const q of [0.1, 0.5, 2]) {
      const fall = calc('fall', { scale: 1, dropMm: 3000, widthMm: 1000, unitDischargeM2S: q })
      const white = (Math.acos(1.06 / Math.sqrt(3 / criticalDepth(q) + 1.5)) * 180) / Math.PI
      expect(fall.landAngleDeg).to.be.closeTo(white, 4)
    }
  })

  it('the faces of the sheet enclose the discharge, and its head stays what it was (Bernoulli)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        fc.double({ min: 20, max: 400, noNaN: true }),
        (q, dropMm) => {
          const fall = calc('fall', { scale: 48, dropMm, widthMm: 50, unitDischargeM2S: q })
          const [lower, upper] = [fall.lowerFace, fall.upperFace]
          const top = fall.brinkSpeedMS ** 2 / 2 / 9.81 + fall.brinkDepthM / 2
          for (let i = 0; i < lower.length; i++) {
            const across =
              (Math.hypot(upper[i][0] - lower[i][0], upper[i][1] - lower[i][1]) * 48) / 1000
            const z = ((upper[i][1] + lower[i][1]) / 2) * 0.048
            const speed = Math.sqrt(2 * 9.81 * (top - z))
            expect(across * speed).to.be.closeTo(q, 1e-6 * q)
          }
        }
      ),
      { numRuns: runs(60), seed: 4 }
    )
  })

  it('a strip is the arc of the sheet and 5 mm at each end; a slow sheet is barely longer than its drop, a fast one clearly', () => {
    const at = (q: number) =>
      calc('fall', { scale: 48, dropMm: 30, widthMm: 60, unitDischargeM2S: q })
    const arc = (line: [number, number][]) =>
      line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0)
    const { lowerFace, upperFace, stripMm } = at(0.5)
    const middle = lowerFace.map((p, i): [number, number] => [
      (p[0] + upperFace[i][0]) / 2,
      (p[1] + upperFace[i][1]) / 2
    ])
    expect(stripMm - 10).to.be.closeTo(arc(middle), 1e-6)
    expect(at(0.005).stripMm).to.be.within(40, 42.5)
    expect(at(0.5).stripMm).to.be.above(47)
  })

  it('break-up: 6 q^0.32 (Horeni 1956): 0.1 m²/s stays glassy for 2.9 m; what falls farther is white', () => {
    expect(breakUp(0.1)).to.be.closeTo(2.87, 0.01)
    const fall = calc('fall', { scale: 100, dropMm: 60, widthMm: 10, unitDischargeM2S: 0.1 })
    expect(fall.glassyMm).to.be.closeTo(28.7, 0.1)
    expect(fall.whiteFraction).to.be.within(0.5, 0.6)
  })

  it('weir: Poleni with C_d 0.62 is the 1.83 h^1.5 of Francis (US handbooks)', () => {
    expect(weirDischarge(0.5, 0.62) / 0.5 ** 1.5).to.be.closeTo(1.83, 0.01)
  })

  it('steps: Chanson 1994: skimming above y_c/h = 0.875 on steps as long as high', () => {
    const q = (share: number) => Math.sqrt(9.81 * (share * 0.5) ** 3)
    expect(stepFlow(q(0.86), 0.5, 0.5)).to.equal('nappe')
    expect(stepFlow(q(0.89), 0.5, 0.5)).to.equal('skimming')
  })

  it('moods rise from trickle to spate at every drop, and never drown a ledge', () => {
    for (const drop of [0.2, 1, 5, 40]) {
      const [a, b, c] = (['trickle', 'steady', 'spate'] as const).map((m) => moodDischarge(m, drop))
      expect(a).to.be.below(b)
      expect(b).to.be.below(c)
      expect(1.5 * criticalDepth(c)).to.be.below(0.8 * drop)
    }
  })
})

describe('rapids and jumps against tables', () => {
  it('Bélanger: the table of sequent depths', () => {
    for (const [fr, ratio] of [
      [2, 2.372],
      [5, 6.589],
      [9, 12.238],
      [1.5, 1.679],
      [3, 3.772]
    ])
      expect(sequentRatio(fr)).to.be.closeTo(ratio, 6e-4)
  })
  it('USBR Monograph 25: kinds of jump', () => {
    for (const [fr, kind] of [
      [1.5, 'undular'],
      [2, 'weak'],
      [3.5, 'oscillating'],
      [6, 'steady'],
      [10, 'strong']
    ])
      expect(calc('jump', { froude: fr, depthM: 1 }).kind).to.equal(kind)
  })
  it('USBR Monograph 25 (from memory): a jump’s length in depths after it, by its Froude number; where kinds end', () => {
    for (const [fr, depths] of [
      [5, 6.0],
      [6, 6.1],
      [7, 6.15],
      [8, 6.15],
      [10, 6.1]
    ]) {
      const { lengthM, sequentDepthM } = jump(fr, 0.3)
      expect(lengthM / sequentDepthM).to.be.within(0.97 * depths, 1.03 * depths)
    }
    expect([1.7, 1.71, 2.5, 2.51, 4.5, 4.51, 9, 9.01].map(jumpKind)).to.deep.equal([
      'undular',
      'weak',
      'weak',
      'oscillating',
      'oscillating',
      'steady',
      'steady',
      'strong'
    ])
  })
  it('a jump keeps its momentum, q²/gy + y²/2, on both sides; quiet water, and no water, have none', () => {
    for (const [fr, depthM] of [
      [1.2, 0.05],
      [4, 0.3],
      [9, 1.5]
    ]) {
      const q = fr * Math.sqrt(9.81 * depthM ** 3)
      const momentum = (y: number) => q ** 2 / (9.81 * y) + y ** 2 / 2
      const { sequentDepthM } = jump(fr, depthM)
      expect(sequentDepthM).to.be.above(depthM)
      expect(momentum(sequentDepthM) / momentum(depthM)).to.be.closeTo(1, 1e-6)
    }
    for (const fr of [1, 0.5, NaN])
      expect(() => sequentRatio(fr)).to.throw(RangeError, `froude: was ${fr}`)
    for (const depthM of [0, -1, NaN, Infinity])
      expect(() => jump(3, depthM)).to.throw(RangeError, `depthM: was ${depthM}`)
  })
  it('of what is not above 0, and of what has no end, no channel has a depth or a speed', () => {
    for (const wrong of [0, -2, NaN, Infinity]) {
      expect(() => criticalDepth(wrong)).to.throw(RangeError, `unitDischarge: was ${wrong}`)
      expect(() => manningSpeed(wrong, 0.01, 0.03)).to.throw(RangeError, `depth: was ${wrong}`)
      expect(() => manningSpeed(1, wrong, 0.03)).to.throw(RangeError, `slope: was ${wrong}`)
      expect(() => normalDepth(1, 0.01, wrong)).to.throw(RangeError, `manning: was ${wrong}`)
      expect(() => normalDepth(wrong, 0.01, 0.03)).to.throw(RangeError, 'unitDischarge: was')
    }
    expect(() => manningSpeed(1, 0.01, 0.03, 0)).to.throw(RangeError, 'width: was 0')
  })
  it('alternate depths (Bakhmeteff, in Chow 1959) carry one energy; at its least both are the critical depth', () => {
    const q = 2
    const critical = criticalDepth(q)
    for (const k of [1.6, 2, 5]) {
      const energy = k * critical
      const [fast, quiet] = [depthOfEnergy(q, energy, 'fast'), depthOfEnergy(q, energy, 'quiet')]
      expect(fast).to.be.below(critical)
      expect(quiet).to.be.above(critical)
      for (const depth of [fast, quiet])
        expect(specificEnergy(q, depth)).to.be.closeTo(energy, 1e-6 * energy)
    }
    for (const k of [0.2, 1, 1.4999])
      for (const side of ['fast', 'quiet'] as const)
        expect(depthOfEnergy(q, k * critical, side)).to.equal(critical)
  })
  it('a jump loses (y₂ − y₁)³/4y₁y₂ of head (Chow 1959) and that is what the energies differ by', () => {
    for (const fr of [1.5, 3, 8]) {
      const q = fr * Math.sqrt(9.81 * 0.4 ** 3)
      const after = 0.4 * sequentRatio(fr)
      expect(specificEnergy(q, 0.4) - specificEnergy(q, after)).to.be.closeTo(
        headLost(0.4, after),
        1e-9
      )
    }
  })
  it('Manning in a rectangle: conveyance factors K′ of King’s Handbook (US units: 1.486; D/b 0.5 → 0.295, 1.0 → 0.714)', () => {
    for (const [ratio, factor] of [
      [0.5, 0.295],
      [1, 0.714]
    ])
      expect(1.486 * manningSpeed(ratio, 1, 1, 1) * ratio).to.be.closeTo(factor, 0.001)
  })
  it('wide channel: q = d^{5/3}√s/n turned round by hand; 2 m at 0.001 and n 0.03 run at 1.673 m/s', () => {
    expect(manningSpeed(2, 0.001, 0.03)).to.be.closeTo(1.673, 0.001)
    expect(normalDepth(2 * 1.6733, 0.001, 0.03)).to.be.closeTo(2, 1e-3)
  })
  it('a rapid: a vee of 30° at Fr 2, none in quiet water; standing waves 2πU²/g, pillow U²/2g', () => {
    const depthM = 0.25
    const speed = 2 * Math.sqrt(9.81 * depthM)
    const slope = ((speed * 0.04) / depthM ** (2 / 3)) ** 2
    const rapid = calc('rapid', { scale: 35, slope, depthM, manning: 0.04 })
    expect(rapid.veeDeg).to.be.closeTo(30, 1e-6)
    expect(rapid.standingWaveMm).to.be.closeTo(
      ((2 * Math.PI * speed ** 2) / 9.81 / 35) * 1000,
      1e-6
    )
    expect(rapid.pillowMm).to.be.closeTo((speed ** 2 / 2 / 9.81 / 35) * 1000, 1e-6)
    expect(calc('rapid', { scale: 35, slope: 0.0005, depthM: 1, manning: 0.04 }).veeDeg).to.equal(
      null
    )
  })

  it('off the base: at the normal depth of the bed that goes on, over a free brink critical (Manning, Chow 1959)', () => {
    const stationM = Array.from({ length: 121 }, (_, i) => i * 2)
    const channel = {
      stationM,
      bedM: stationM.map((s) => 10 - 0.004 * s),
      unitDischarge: 1.5,
      manning: 0.03,
      widthM: Infinity,
      levelBelowM: null,
      fastHeadM: null
    }
    // 0.815 m and 0.612 m: worked by hand from q = h^(5/3)·√s/n and (q²/g)^⅓
    for (const depth of waterProfile({ ...channel, goesOn: 0.004 }).depthM)
      expect(depth).to.be.closeTo(0.815, 0.004)
    const brink = waterProfile(channel).depthM
    expect(brink.at(-1)).to.be.closeTo(0.612, 0.001)
    expect(brink[60]).to.be.closeTo(0.815, 0.016)
    // a flat end is a lip, and a level given below still holds it
    expect(waterProfile({ ...channel, goesOn: 0 }).depthM.at(-1)).to.be.closeTo(0.612, 0.001)
    const held = waterProfile({ ...channel, goesOn: 0.004, levelBelowM: 10 - 0.96 + 1.2 })
    expect(held.depthM.at(-1)).to.be.closeTo(1.2, 1e-9)
  })

  it('a surface over a bump: quiet, it dips over it by what the specific energies ask (Chow 1959, ch. 3)', () => {
    const stationM = Array.from({ length: 201 }, (_, i) => i * 0.1)
    const bedM = stationM.map((s) => Math.max(0, 0.2 - 0.05 * (s - 10) ** 2))
    // MacDonald's and Goutal's test: q 4.42 m²/s, 2 m downstream, no friction to speak of
    const { depthM, jumps } = waterProfile({
      stationM,
      bedM,
      unitDischarge: 4.42,
      manning: 1e-6,
      widthM: Infinity,
      levelBelowM: 2,
      fastHeadM: null
    })
    const head = specificEnergy(4.42, 2)
    expect(jumps).to.have.length(0)
    expect(specificEnergy(4.42, depthM[100]) + 0.2).to.be.closeTo(head, 1e-6)
    expect(depthM[100]).to.be.closeTo(1.7, 0.05)
  })
  it('transcritical over the bump with a jump: it stands at 11.66 m (Goutal & Maurel 1997: q 0.18, 0.33 m downstream)', () => {
    const stationM = Array.from({ length: 501 }, (_, i) => i * 0.05)
    const bedM = stationM.map((s) => Math.max(0, 0.2 - 0.05 * (s - 10) ** 2))
    const { depthM, jumps, froude } = waterProfile({
      stationM,
      bedM,
      unitDischarge: 0.18,
      manning: 1e-6,
      widthM: Infinity,
      levelBelowM: 0.33,
      fastHeadM: null
    })
    expect(jumps).to.have.length(1)
    expect(jumps[0].atM).to.be.closeTo(11.66, 0.1)
    expect(froude[200]).to.be.closeTo(1, 0.02)
    expect(depthM[0]).to.be.closeTo(0.4137, 0.002)
  })
})

describe('waves against tables', () => {
  it('wave tables (Wiegel; Shore Protection Manual 1984, C-1): d/L₀ → d/L', () => {
    for (const [deep, here] of [
      [0.01, 0.04032],
      [0.05, 0.09416],
      [0.1, 0.14098],
      [0.2, 0.22491],
      [0.5, 0.50183]
    ]) {
      const periodS = 8
      const depth = deep * deepLength(periodS)
      expect(depth / wavelength(periodS, depth), `d/L₀ ${deep}`).to.be.closeTo(here, 3e-4)
    }
  })
  it('and H/H₀′: 1.435, 1.023, 0.9327', () => {
    for (const [deep, ks] of [
      [0.01, 1.435],
      [0.05, 1.023],
      [0.1, 0.9327],
      [0.5, 0.99]
    ])
      expect(shoaling(8, deep * deepLength(8))).to.be.closeTo(ks, 0.003)
  })
  it('Weggel 1972: a flat bed breaks waves at 0.78 of the depth (McCowan), the steepest at 1.56; 1 in 20 with H/gT² 0.0032 in 0.96 of the height (SPM worked example, 3.15 m at 10 s)', () => {
    expect(breakerIndex(1, 10, 1e-9)).to.be.closeTo(0.78, 1e-6)
    expect(breakerIndex(1e-9, 10, 10)).to.be.closeTo(1.56, 1e-6)
    expect(breakDepth(3.15, 10, 0.05) / 3.15).to.be.closeTo(0.96, 0.01)
  })
  it('a wave from offshore breaks where its shoaled height meets the limit: 2.1 m at 10 s on 1 in 20 grows to about 3.1 m (SPM worked example)', () => {
    const { heightM, depthM } = breakFrom(2.1, 10, 0.05)
    expect(heightM).to.be.within(2.6, 3.2)
    expect(heightM / depthM).to.be.closeTo(breakerIndex(heightM, 10, 0.05), 1e-6)
  })
  it('Battjes 1974: kinds by surf number at breaking', () => {
    expect([0.3, 0.5, 1.9, 2.1].map(breakerKind)).to.deep.equal([
      'spilling',
      'plunging',
      'plunging',
      'surging'
    ])
  })
  it('Beaufort: every force falls within its band of the WMO table (code 1100), m/s', () => {
    const bands = [
      [0.3, 1.5],
      [1.6, 3.3],
      [3.4, 5.4],
      [5.5, 7.9],
      [8, 10.7],
      [10.8, 13.8],
      [13.9, 17.1],
      [17.2, 20.7],
      [20.8, 24.4],
      [24.5, 28.4],
      [28.5, 32.6]
    ]
    bands.forEach(([lo, hi], i) => {
      expect(beaufortSpeed(i + 1), `force ${i + 1}`).to.be.within(lo, hi)
      expect(beaufortOf((lo + hi) / 2), `force ${i + 1}`).to.equal(i + 1)
    })
  })
  it('whitecaps: Monahan & O’Muircheartaigh 1980: 0.99 % at 10 m/s', () => {
    expect(whitecaps(10)).to.be.closeTo(0.99, 0.005)
    expect(whitecaps(200)).to.equal(100)
  })
  it('fetch-limited growth in the metric form of SPM 1984: H = 5.112e-4·U·√F, T = 6.238e-2·(U·F)^⅓', () => {
    for (const [u, f] of [
      [10, 20_000],
      [20, 100_000],
      [15, 5_000]
    ]) {
      const sea = calc('windSea', { scale: 100, windMS: u, fetchM: f })
      expect(sea.heightM / (5.112e-4 * u * Math.sqrt(f))).to.be.closeTo(1, 0.01)
      expect(sea.periodS / (6.238e-2 * Math.cbrt(u * f))).to.be.closeTo(1, 0.01)
    }
    // no fetch lifts it over the fully grown sea: 0.243 U²/g
    expect(calc('windSea', { scale: 100, windMS: 20, fetchM: 1e7 }).heightM).to.be.closeTo(
      (0.243 * 400) / 9.81,
      1e-9
    )
  })
  it('Miche 1944: no steeper than one in seven over deep water; ripples no shorter than 17 mm (surface tension, Lamb)', () => {
    expect(1 / steepest(6, 500)).to.be.closeTo(7.04, 0.01)
    expect(SHORTEST_WAVE_M * 1000).to.be.closeTo(17.1, 0.2)
  })
  it('crests over an even slope bend as Snell says: fast sweeping against the law, within 2°', () => {
    const grid = { x0: 0, y0: 0, cellMm: 1, cols: 160, rows: 160 }
    const depth = new Float64Array(160 * 160)
    for (let r = 0; r < 160; r++)
      for (let c = 0; c < 160; c++) depth[r * 160 + c] = 12 - (10 * r) / 159
    const t = arrivalTimes(grid, depth, 2, 60, 8, 12)
    for (const [row, col] of [
      [60, 90],
      [100, 110],
      [140, 120]
    ]) {
      const i = row * 160 + col
      const heading = (Math.atan2(t[i + 160] - t[i - 160], t[i + 1] - t[i - 1]) * 180) / Math.PI
      const toShore =
        (Math.asin(Math.sin((30 * Math.PI) / 180) * (wavelength(8, depth[i]) / wavelength(8, 12))) *
          180) /
        Math.PI
      expect(90 - heading, `row ${row}`).to.be.closeTo(toShore, 2)
    }
  })
  it('over an even bed crests run straight and at the speed of linear theory', () => {
    const grid = { x0: 0, y0: 0, cellMm: 1, cols: 80, rows: 80 }
    const t = arrivalTimes(grid, new Float64Array(6400).fill(5), 2, 30, 8, 5)
    const at = (c: number, r: number) => t[r * 80 + c]
    const [dx, dy] = [(at(70, 40) - at(10, 40)) / 120, (at(40, 70) - at(40, 10)) / 120]
    expect(1 / Math.hypot(dx, dy)).to.be.closeTo(wavelength(8, 5) / 8, 0.01)
    expect((Math.atan2(dy, dx) * 180) / Math.PI).to.be.closeTo(30, 0.5)
  })
  it('the hollow of a plunging wave is an ellipse of axes √3 : 1 (New 1983), and its profile never crosses itself', () => {
    for (const surf of [0.45, 0.7, 1, 1.6]) {
      const face = faceOf('plunging', surf, 10)
      expect(face.hollow![0] / face.hollow![1]).to.be.closeTo(Math.sqrt(3), 1e-12)
      expect(Math.max(...face.profile.map((p) => p[1]))).to.be.within(0.999, 1.05)
      const side = (a: readonly number[], b: readonly number[], c: readonly number[]) =>
        (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
      for (let i = 0; i + 1 < face.profile.length; i++)
        for (let j = i + 2; j + 1 < face.profile.length; j++) {
          const [a, b, c, d] = [
            face.profile[i],
            face.profile[i + 1],
            face.profile[j],
            face.profile[j + 1]
          ]
          expect(
            side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0,
            `surf ${surf}: ${i} and ${j}`
          ).to.equal(false)
        }
    }
  })
  it('a breaker gives the crest spacing of linear theory at once, twice and four times its depth', () => {
    const b = breakerOf({ scale: 100, breakerMm: 25, periodS: 8, beachSlope: 0.1 })
    b.spacingMm.forEach((mm, i) =>
      expect(mm).to.be.closeTo(wavelength(8, b.breakDepthM * [1, 2, 4][i]) * 10, 1e-9)
    )
    expect(b.runUpMm).to.be.closeTo(25 * b.iribarren, 1e-9)
  })
})

describe('splashes and drips against textbooks', () => {
  it('no drop goes above v²/2g, none farther than v²/g (Torricelli 1644), whatever the angles', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.integer({ min: 0, max: 180 }),
        fc.integer({ min: 0, max: 180 }),
        (v, a, b) => {
          const s = calc('splash', {
            scale: 48,
            speedMS: v,
            anglesDeg: [Math.min(a, b), Math.max(a, b)]
          })
          const up = ((v * v) / 2 / 9.81 / 48) * 1000
          expect(s.heightMm).to.be.at.most(up * (1 + 1e-9))
          expect(s.reachMm).to.be.at.most(2 * up * (1 + 1e-9))
          for (const [x, z] of s.envelope)
            expect(z).to.be.at.most(up - (x * x) / (4 * up) + 1e-6 * up)
        }
      ),
      { numRuns: runs(100), seed: 9 }
    )
  })
  it('open all round, the envelope is the parabola of safety', () => {
    const up = (36 / 2 / 9.81 / 48) * 1000
    for (const [x, z] of calc('splash', { scale: 48, speedMS: 6, anglesDeg: [0, 180] }).envelope)
      expect(z).to.be.closeTo(Math.max(0, up - (x * x) / (4 * up)), 1e-6)
  })
  it('a fall of 1.25 m gives 4.95 m/s; a 0.5 mm bead at 1:87 would be a drop of 43 mm, and 6 mm is the most there is', () => {
    const s = calc('splash', { scale: 87, dropM: 1.25, anglesDeg: [45, 80] })
    expect(s.speedMS).to.be.closeTo(4.952, 0.001)
    expect(s.largestDropMm * 87).to.be.closeTo(6, 1e-9)
    expect(0.5 / s.largestDropMm).to.be.above(7)
  })
  it('drips: a thin thread of water beads every 4.44 diameters (Weber 1931; Rayleigh 4.51); a 2 mm tip drops about 0.05 g of water (20 drops a ml)', () => {
    const water = { viscosityPaS: 1e-6, surfaceTensionNM: 0.0728, densityGCm3: 0.998 }
    const thread = calc('drip', { radiusMm: 0.5, ...water })
    expect(thread.beadEveryMm).to.be.closeTo(4.443, 0.01)
    expect(thread.beadEveryMm / 4.51).to.be.closeTo(1, 0.02)
    expect(calc('drip', { radiusMm: 1.8, ...water }).dropMassG).to.be.closeTo(0.05, 0.005)
    expect(
      calc('drip', { radiusMm: 0.5, viscosityPaS: 2, surfaceTensionNM: 0.035, densityGCm3: 1.1 })
        .breakS
    ).to.be.closeTo((14.1 * 2 * 0.0005) / 0.035, 1e-9)
  })
})

describe('wrong figures are named', () => {
  const refused: [string, object, RegExp][] = [
    ['fall', { scale: 48, dropMm: -3, widthMm: 60, mood: 'steady' }, /^dropMm: was -3/],
    ['fall', { scale: 48, dropMm: 30, widthMm: 60 }, /unitDischargeM2S/],
    [
      'fall',
      { scale: 48, dropMm: 30, widthMm: 60, unitDischargeM2S: 0 },
      /unitDischargeM2S: was 0/
    ],
    ['rapid', { scale: 35, slope: -0.02, depthM: 1, manning: 0.04 }, /^slope: was -0.02/],
    ['rapid', { scale: 35, slope: 0.02, manning: 0.04 }, /depthM/],
    ['jump', { froude: 0.9, depthM: 1 }, /^froude: was 0.9/],
    ['breaker', { scale: 100, breakerMm: 0, periodS: 8, beachSlope: 0.1 }, /^breakerMm: was 0/],
    [
      'breaker',
      { scale: 100, breakerMm: 200, periodS: 2, beachSlope: 0.1 },
      /^periodS: was 2; a wave 20 m high/
    ],
    ['dispersion', { periodS: 8, depthM: 0 }, /^depthM: was 0/],
    ['windSea', { scale: 100, beaufort: 13, fetchM: 1 }, /^beaufort: was 13/],
    ['splash', { scale: 48, speedMS: 400, anglesDeg: [30, 80] }, /^speedMS: was 400/],
    ['splash', { scale: 48, dropM: 900, anglesDeg: [30, 80] }, /no water is thrown faster/],
    ['splash', { scale: 48, speedMS: 4, anglesDeg: [80, 30] }, /lower angle comes first/],
    [
      'drip',
      { radiusMm: 0, viscosityPaS: 1, surfaceTensionNM: 0.03, densityGCm3: 1 },
      /^radiusMm: was 0/
    ],
    ['fall', { scale: '1:0', dropMm: 3, widthMm: 60, mood: 'steady' }, /^scale: was/]
  ]
  for (const [name, input, message] of refused) {
    it(`${name} ${JSON.stringify(input)}`, () => {
      expect(() => calculate(name, input)).to.throw(RangeError, message)
    })
  }
})

describe('water out of a pipe', () => {
  const boreM = fc.double({ min: 0.02, max: 3, noNaN: true })
  const fill = fc.double({ min: 0.05, max: 0.95, noNaN: true })

  it('critical depth in a round pipe against Straub’s approximation, 1.01 D^-0.26 (Q/√g)^0.5 (French 1985; from memory)', () => {
    // said to hold within a few per cent for critical depths of 0.1 to 0.85 bores
    for (const [bore, discharge] of [
      [0.3, 0.01],
      [0.3, 0.04],
      [0.6, 0.1],
      [0.6, 0.3],
      [1.2, 0.9]
    ]) {
      const straub = (1.01 / bore ** 0.26) * (discharge ** 2 / 9.81) ** 0.25
      expect(straub / bore).to.be.within(0.1, 0.85)
      expect(criticalDepthInPipe(discharge, bore) / straub, `${bore} ${discharge}`).to.be.closeTo(
        1,
        0.05
      )
    }
  })

  it('the depth at its end gives the discharge back by the California pipe method within a tenth (Vanleer 1922; from memory)', () => {
    // Q = 8.69 (1 - a/d)^1.88 d^2.48 in feet; a: air over the water; partly full pipes
    const FOOT = 0.3048
    for (const bore of [0.1, 0.2, 0.3])
      for (const filled of [0.2, 0.35, 0.5, 0.6]) {
        const discharge = 8.69 * filled ** 1.88 * (bore / FOOT) ** 2.48 * FOOT ** 3
        expect(pipeEnd(discharge, bore).filled / filled, `${bore} ${filled}`).to.be.closeTo(1, 0.1)
      }
  })

  it('carries what it is given, never more than full, and the more the farther', () => {
    fc.assert(
      fc.property(boreM, fill, fill, (bore, a, b) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b) + 0.01].map((share) =>
          pipeEnd(share * 0.8 * Math.sqrt(9.81 * bore ** 5), bore)
        )
        for (const end of [less, more]) {
          expect(end.filled).to.be.within(0, 1)
          expect(end.widthM).to.be.at.most(bore * 1.000001)
        }
        expect(more.speedMS).to.be.above(less.speedMS)
        expect(more.depthM).to.be.at.least(less.depthM)
      })
    )
  })

  it('a full jet flies as a thrown stone does (Torricelli; x = V √(2h/g))', () => {
    const { landMm, brinkSpeedMS, filledPct } = calculate('pipe', {
      scale: 1,
      boreMm: 100,
      dropMm: 1000,
      dischargeM3S: 0.05
    }) as { landMm: number; brinkSpeedMS: number; filledPct: number }
    expect(filledPct).to.be.closeTo(100, 0.01)
    expect(brinkSpeedMS).to.be.closeTo(0.05 / (Math.PI * 0.05 ** 2), 1e-6)
    expect(landMm / 1000).to.be.closeTo(brinkSpeedMS * Math.sqrt((2 * 1.05) / 9.81), 0.01)
  })
})

describe('waves that gather and spread over the bed', () => {
  const grid = { cols: 160, rows: 200, cellMm: 1, x0: 0, y0: 0 }
  const over = (depthAt: (col: number, row: number) => number) =>
    Float64Array.from({ length: grid.cols * grid.rows }, (_, c) =>
      depthAt(c % grid.cols, Math.floor(c / grid.cols))
    )
  const [PERIOD_S, CELL_M] = [8, 2]
  const field = (depthM: Float64Array, deg: number, offshoreM: number) => {
    const arrives = arrivalTimes(grid, depthM, CELL_M, deg, PERIOD_S, offshoreM)
    return gathering(grid, depthM, deg, arrives, wavelength(PERIOD_S, offshoreM) / CELL_M)
  }

  it('on a plane beach √(cos θ₀ / cos θ) with Snell’s law, to 3 in 1,000', () => {
    const beach = over((col) => 20 - (19.5 * col) / grid.cols)
    for (const deg of [0, 20, 45]) {
      const gathers = field(beach, deg, 20)
      const theta = (deg * Math.PI) / 180
      for (const col of [20, 60, 100, 140]) {
        const c = Math.floor(grid.rows * 0.7) * grid.cols + col
        const sine = (Math.sin(theta) * crestSpeed(PERIOD_S, beach[c])) / crestSpeed(PERIOD_S, 20)
        const snell = Math.sqrt(Math.cos(theta) / Math.sqrt(1 - sine ** 2))
        expect(gathers[c], `${deg}° at ${col}`).to.be.closeTo(snell, 3e-3)
      }
    }
  })

  it('a shoal gathers them behind it, a trench spreads them, and no energy is made or lost across the water', () => {
    const hump = (high: number) =>
      over((col, row) => 10 - high * Math.exp(-(((col - 50) ** 2 + (row - 100) ** 2) / 500)))
    const behind = 100 * grid.cols + 110
    const [shoal, trench] = [field(hump(3), 0, 10), field(hump(-3), 0, 10)]
    expect(shoal[behind]).to.be.above(1.1)
    expect(trench[behind]).to.be.below(0.95)
    // as much on one side as on the other
    for (let row = 1; row < 100; row += 9)
      for (const col of [60, 100, 150])
        expect(shoal[(100 - row) * grid.cols + col]).to.be.closeTo(
          shoal[(100 + row) * grid.cols + col],
          1e-5
        )
    for (const col of [30, 70, 110]) {
      let flux = 0
      for (let row = 0; row < grid.rows; row++) flux += trench[row * grid.cols + col] ** 2
      expect(flux / grid.rows, `column ${col}`).to.be.closeTo(1, 0.02)
    }
  })
})
