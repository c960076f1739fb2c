import { stripWidth } from '../plan/2-forms/roundJet'
import type { LightHeat } from '../physics/stuff/heat/lightHeat'
import { warmth } from '../craft/warmth'
import { moment } from '../words/dates'
import { degrees, grams, mm, plain, quantity, say, type Sentence } from '../words/sentence'
import { LEFT_OPEN } from '../physics/stuff/heat/cureRun'
import type { PoolAmounts } from '../plan/4-amounts/types'
import type { Build, Fall, Pool } from '../build/types'
import type { DamPlan } from '../plan/3-stacks/damPlan'
import type { DaysPlan } from '../plan/7-days/plan'
import { OVERLAP_MM, type FallForm } from '../plan/2-forms/fallForm'
import { TUCK_MM } from '../plan/2-forms/fallCurve'
import type { LightPlan } from '../plan/3-stacks/lightBody'
import type { LightResin } from '../craft/materials/types'
import type { PourHeat } from '../physics/stuff/heat/pourHeat'
import type { Resin } from '../craft/materials/types'

/**
 * Where a number comes from: its formula, what went into it, whose formula it is, and how far to
 * trust it.
 */
export interface Explanation {
  title: string
  formula: Sentence
  inputs: Line[]
  source: string
  trust: Sentence
}

/** What goes into a formula, and how much of it. */
export type Line = [name: string, value: Sentence]

export const explainPours = (heat: PourHeat): Explanation => ({
  title: 'Pours',
  formula:
    'as deep as the label says, or, where heat decides, the fewest whose warmest place, at the upper end of its range, stays below what ground, dam and resin bear; heat and cure run together through the stack',
  inputs: [
    ['thickest pour', say`${mm(heat.thicknessMm)}, warms to ${warmth(heat.peakLoC, heat.peakHiC)}`],
    ...heat.limits.map((l): Line => [
      l.name,
      say`${l.what === 'resin' ? 'yellows' : 'softens'} at ${degrees(l.softensC)}`
    ]),
    ['all bear a pour of', mm(heat.bearableMm)],
    ['the label alone', say`${mm(heat.labelMm)}, ${heat.labelPours} pours`],
    ...[heat.fewer, heat.more].flatMap((other): Line[] =>
      other ? [[`${other.pours} instead`, warmth(other.peakLoC, other.peakHiC)]] : []
    ),
    ['lost sideways', `${plain(heat.sideWM3K, 0)} W/m³K`]
  ],
  source: 'Kamal & Sourour 1973; heat equation in one dimension, at the deepest place; from memory',
  trust:
    'A model fitted to a label: the range is what the label leaves open, rates of a fifth more or less and air that carries away more or less heat. Near a runaway a millimetre decides. The data sheet comes first.'
})

export const explainDam = (dam: DamPlan): Explanation => {
  const worst = dam.spans.reduce((a, b) => (b.bowMm > a.bowMm ? b : a), dam.spans[0])
  return {
    title: 'Bow of the dam',
    formula:
      'a thin plate held at foot and ends, free at the top, under pressure that grows with depth',
    inputs: worst
      ? [
          ['span', mm(worst.spanMm)],
          ['depth at it', mm(worst.depthMm)],
          ['bow', quantity(worst.bowMm, 'mm', 2)],
          ['braces', String(dam.braces)],
          ['resin it takes in, braced', quantity(dam.extraMl, 'ml', 2)]
        ]
      : [],
    source:
      'Timoshenko & Woinowsky-Krieger, Theory of Plates and Shells; Ritz’s method; from memory',
    trust:
      'Small-deflection theory: a bow much over the sheet’s thickness is overstated, which errs to the safe side.'
  }
}

export const explainLip = (dam: DamPlan): Explanation => ({
  title: 'Lip to trim',
  formula: 'capillary length × √(2(1 − sin contact angle))',
  inputs: [
    ['surface tension', '0.036 N/m'],
    ['contact angle', '35°'],
    ['rise', mm(dam.lipMm)]
  ],
  source: 'de Gennes, Brochard-Wyart & Quéré, Capillarity and Wetting Phenomena; from memory',
  trust: 'Clean plastic; waxed faces climb less.'
})

export const explainLight = (
  light: LightPlan & Pick<LightHeat, 'peakLoC' | 'peakHiC'>,
  resin: LightResin,
  seconds: number
): Explanation => ({
  title: 'How deep the light sets',
  formula:
    'D_p · ln(irradiance × time ÷ E_c); a coat is at most six tenths of it, and no thicker than its bed bears the heat of',
  inputs: [
    ['lamp at this distance', `${plain(light.irradianceMwCm2)} mW/cm²`],
    ['light', `${plain(seconds, 0)} s`],
    ['resin gels at', `${plain(resin.ecMjCm2)} mJ/cm²`],
    [
      'light falls to a third in',
      say`${quantity(light.penetrationMm, 'mm', 2)} (${quantity(resin.dpMm, 'mm', 2)} untinted)`
    ],
    ['sets', mm(light.cureDepthMm)],
    [
      'coat',
      say`${quantity(light.coatMm, 'mm', 2)}, lit in bursts over ${plain(light.spreadMin, 0)} min, warms to ${warmth(light.peakLoC, light.peakHiC)}`
    ]
  ],
  source: 'Jacobs, Rapid Prototyping & Manufacturing (1992); from memory',
  trust: 'Lamps age and tints differ: cure a coat on a scrap and dig a pin into it.'
})

export const explainLeak = (dam: DamPlan): Explanation => ({
  title: 'What a drop means',
  formula:
    'water lost = surface × drop; hole from Q = π d⁴ Δp ÷ (128 η L); the same hole for resin until it gels',
  inputs: [
    ['wait', `${plain(dam.leakTest.waitMin, 0)} min`],
    ['hole through', say`${mm(5)} of shell and bead`],
    ['water', '0.001 Pa·s'],
    ['resin', '0.6 Pa·s']
  ],
  source: 'Hagen–Poiseuille; any text on fluid mechanics',
  trust: 'A crack is no round hole: take the size as a hint and the height as the finding.'
})

export const explainColour = (pool: Pool, showsPct: number): Explanation => ({
  title: 'Colour',
  formula:
    'each pour a Kubelka–Munk layer over the one below, in 31 bands, seen by the CIE 1931 observer under D65',
  inputs: [
    ['tints', pool.tints.map((t) => `${t.id} ${t.dropsPer100G}`).join(', ') || 'none'],
    ['bands', pool.bands.length > 1 ? String(pool.bands.length) : 'one'],
    ['bed shows at the deepest', `${plain(showsPct, 0)} %`]
  ],
  source: 'Kubelka 1948; ISO/CIE 11664; Burns 2017 for spectra of the bed; from memory',
  trust: 'A screen glows and resin does not: pour a chip before the dear one.'
})

export const explainStrip = (form: FallForm): Explanation => ({
  title: 'Length of a strip',
  formula: 'arc of the sheet from brink to foot + what is tucked in at both ends',
  inputs: [
    ['crest', mm(form.crestMm)],
    ['foot', mm(form.footMm)],
    ['straight down', mm(form.crestMm - form.footMm)],
    ['along the sheet', mm(form.curve?.arcMm ?? 0)],
    ['tucked in', quantity([2, TUCK_MM], 'mm', 1, ' × ')]
  ],
  source:
    'Free trajectory, Chow (1959), from memory; the tuck is common practice, no published source',
  trust: 'Along the middle of the sheet. Leave a little to trim.'
})

export const explainStripCount = (form: FallForm, fall: Fall): Explanation =>
  form.jet ? explainRolled(form, fall) : stripsSideBySide(form, fall)

const explainRolled = (form: FallForm, fall: Fall): Explanation => ({
  title: 'One strip, rolled',
  formula: 'π·d on the mean of its way; d = √(4Q/πv), v² = v₀² + 2gz',
  inputs: [
    ['at the pipe', say`${mm(form.jet!.diameterMm[0])} thick`],
    ['at its foot', say`${mm(form.jet!.diameterMm.at(-1)!)} thick`],
    ['wide, unrolled', mm(stripWidth(form, fall))],
    ['spares', String(fall.spares)]
  ],
  source: 'Continuity, and Torricelli 1644',
  trust: 'Round while it is whole: its own skin draws it so.'
})

const stripsSideBySide = (form: FallForm, fall: Fall): Explanation => ({
  title: 'Strips',
  formula: '(width − overlap) ÷ (strip width − overlap), rounded up; and the spares',
  inputs: [
    ['width', mm(form.widthMm)],
    ['strip', mm(fall.stripWidthMm)],
    ['overlap', mm(Math.min(OVERLAP_MM, fall.stripWidthMm / 4))],
    ['to hang', String(form.strips)],
    ['spares', String(fall.spares)]
  ],
  source: 'Common practice, no published source',
  trust: 'Make several and choose.'
})

export function explainMix(
  amounts: PoolAmounts,
  resin: Resin,
  build: Build,
  cups: number
): Explanation {
  const { wastePct, cupG } = build.mixing
  const density = amounts.densityGCm3
  return {
    title: 'Grams to mix',
    formula: '(volume + 1.64 standard deviations) × density × (1 + waste) + what stays in the cups',
    inputs: [
      ['volume', quantity(amounts.volumeMl, 'ml')],
      [
        'density of the mix',
        `${plain(density, 3)} g/cm³ (A ${resin.densityA}, B ${resin.densityB})`
      ],
      ['waste', `${plain(wastePct)} %`],
      ['cups', say`${cups} × ${grams(cupG)}`],
      ['total', grams(amounts.totalG)],
      [
        'A : B by mass',
        `${plain(amounts.massRatioA, 3)} : 1, from ${plain(resin.partA)} : ${plain(resin.partB)} by ${resin.basis}`
      ]
    ],
    source: 'Volume additivity; ratio by mass = ratio by volume × ratio of the densities',
    trust: `One step of your scale shifts the ratio by up to ${plain(amounts.worstRatioErrorPct)} %.`
  }
}

export const explainWorking = (
  resin: Resin,
  roomC: number,
  massG: number,
  minutes: number
): Explanation => ({
  title: 'Working time',
  formula:
    'time until the middle of the cup is three times as thick as fresh: cure and heat of the cup run together',
  inputs: [
    [
      'label',
      say`${plain(resin.potLifeMin)} min to gel, ${grams(resin.potLifeG)} at ${quantity(resin.potLifeC, '°C')}`
    ],
    ['cup', quantity(massG, 'g', 0)],
    ['room', quantity(roomC, '°C')],
    ['leaves', `${plain(minutes, 0)} min`]
  ],
  source:
    'Kamal & Sourour 1973, Castro & Macosko 1980, the cup of ASTM D2471; from memory, fitted to the label',
  trust: 'A full cup sets sooner than a small one. Within a third either way.'
})

/**
 * How long a cup can be worked, in words: a fast bottle's and as the label has it.
 * @example workingWords(42) // "35–42 min"
 */
export const workingWords = (minutes: number): string =>
  minutes < 90
    ? `${Math.floor(minutes / LEFT_OPEN.rates[1])}–${Math.round(minutes)} min`
    : `${plain(minutes / 60 / LEFT_OPEN.rates[1], 1)}–${plain(minutes / 60, 1)} h`

type Named = Explanation['inputs'][number]

export const explainFinish = (days: DaysPlan): Explanation => ({
  title: 'Finishing date',
  formula:
    'every step at the earliest time when what it waits for is over and a free window takes it whole; the one with the longest tail first',
  inputs: [
    ['work', `${plain(days.handsMin / 60)} h in ${days.sittings} sittings`],
    ['steps', String(new Set(days.work.map((w) => w.step)).size)],
    ['links in the chain it hangs on', String(days.chain.length)],
    ...(days.likelyMs === null ? [] : [['likely', moment(days.likelyMs, days.zone)] as Named]),
    ...(days.sureMs === null ? [] : [['surely', moment(days.sureMs, days.zone)] as Named])
  ],
  source: 'Serial schedule generation (Kolisch 1996, from memory)',
  trust:
    'A plan that holds, not proven to be the shortest. Likely and surely: half, and nine in ten, of 120 runs of it with waits as they may turn out; your own looks narrow them. Drying waits are the labels’ in this air, the resin’s own from its heat, in your room: touch before you trust.'
})
