import type { PoolAmounts } from '../amounts/types'
import type { Build, Fall, Pool } from '../build/types'
import { resinFactor } from '../cures/curesStage'
import type { DaysPlan } from '../days/daysStage'
import { OVERLAP_MM, TUCK_MM, type FallForm } from '../forms/formsStage'
import type { Resin } from '../materials/types'

/** Where a number comes from: its formula, what went into it, whose formula it is, and how far to trust it. */
export interface Explanation {
  title: string
  formula: string
  inputs: [name: string, value: string][]
  source: string
  trust: string
}

const n = (value: number, digits = 1) => String(Number(value.toFixed(digits)))

interface Measured {
  volumeMl: number
  areaMm2: number
  lowestMm: number
  maxDepthMm: number
  meanDepthMm: number
}

export const explainVolume = (pool: Pool, ground: Measured): Explanation => ({
  title: 'Volume',
  formula: 'sum over triangles of wet area × mean depth, each triangle cut exactly at the waterline',
  inputs: [
    ['soundings', String(pool.soundings.length)],
    ['outline points', String(pool.outline.length)],
    ['level', `${n(pool.levelMm)} mm`],
    ['surface × mean depth', `${n(ground.areaMm2 / 100)} cm² × ${n(ground.meanDepthMm, 2)} mm = ${n(ground.volumeMl)} ml`]
  ],
  source: 'Delaunay triangulation; truncated prisms, any surveying handbook',
  trust: 'Exact for the surface through your dips. Between dips the ground is taken to be straight: more dips, closer to the truth.'
})

export const explainDepth = (pool: Pool, ground: Measured): Explanation => ({
  title: 'Deepest',
  formula: 'level − lowest ground',
  inputs: [['level', `${n(pool.levelMm)} mm`], ['lowest ground', `${n(ground.lowestMm)} mm`], ['deepest', `${n(ground.maxDepthMm)} mm`]],
  source: 'Your soundings',
  trust: 'As good as the deepest dip: a hole you did not dip into is not in it.'
})

export const explainPours = (ground: Measured, resin: Resin, count: number): Explanation => ({
  title: 'Pours',
  formula: 'deepest ÷ the label’s layer limit, rounded up; all equally thick at the deepest place',
  inputs: [['deepest', `${n(ground.maxDepthMm)} mm`], ['limit', `${n(resin.layerMaxMm)} mm (${resin.name})`], ['pours', String(count)]],
  source: 'The resin’s label; common practice, no published source',
  trust: 'The label assumes an ordinary room and ground. A small deep pool over foam runs hotter than a wide one.'
})

export const explainStrip = (form: FallForm): Explanation => ({
  title: 'Length of a strip',
  formula: 'drop + what is tucked in at lip and foot',
  inputs: [['lip', `${n(form.lipMm)} mm`], ['foot', `${n(form.footMm)} mm`], ['drop', `${n(form.dropMm)} mm`], ['tucked in', `2 × ${TUCK_MM} mm`]],
  source: 'Common practice, no published source',
  trust: 'Straight from lip to foot. A sheet that leaps out is longer: leave a little to trim.'
})

export const explainStripCount = (form: FallForm, fall: Fall): Explanation => ({
  title: 'Strips',
  formula: '(width − overlap) ÷ (strip width − overlap), rounded up; and the spares',
  inputs: [['width', `${n(form.widthMm)} mm`], ['strip', `${n(fall.stripWidthMm)} mm`], ['overlap', `${n(Math.min(OVERLAP_MM, fall.stripWidthMm / 4))} mm`], ['to hang', String(form.strips)], ['spares', String(fall.spares)]],
  source: 'Common practice, no published source',
  trust: 'Make several and choose.'
})

export function explainMix(amounts: PoolAmounts, resin: Resin, build: Build, cups: number): Explanation {
  const { wastePct, cupG } = build.mixing
  const density = (amounts.totalG - cups * cupG) / (amounts.volumeMl * (1 + wastePct / 100))
  return {
    title: 'Grams to mix',
    formula: 'volume × density × (1 + waste) + what stays in the cups',
    inputs: [
      ['volume', `${n(amounts.volumeMl)} ml`],
      ['density of the mix', `${n(density, 3)} g/cm³ (A ${resin.densityA}, B ${resin.densityB})`],
      ['waste', `${n(wastePct)} %`],
      ['cups', `${cups} × ${n(cupG)} g`],
      ['total', `${n(amounts.totalG)} g`],
      ['A : B by mass', `${n(amounts.massRatioA, 3)} : 1, from ${n(resin.partA)} : ${n(resin.partB)} by ${resin.basis}`]
    ],
    source: 'Volume additivity; ratio by mass = ratio by volume × ratio of the densities',
    trust: `One step of your scale shifts the ratio by up to ${n(amounts.worstRatioErrorPct)} %.`
  }
}

export const explainWorking = (resin: Resin, roomC: number): Explanation => ({
  title: 'Working time',
  formula: 'label’s working time × 2^((label °C − room °C) ÷ 10)',
  inputs: [['label', `${n(resin.workingMin)} min at ${n(resin.labelC)} °C`], ['room', `${n(roomC)} °C`], ['factor', n(resinFactor(resin.labelC, roomC), 2)]],
  source: 'Common practice, no published source',
  trust: 'A full cup sets sooner than a small one. Within a third either way.'
})

export const explainFinish = (days: DaysPlan): Explanation => ({
  title: 'Finishing date',
  formula: 'every step at the earliest time when what it waits for is over and a free window takes it whole; the one with the longest tail first',
  inputs: [['work', `${n(days.handsMin / 60)} h in ${days.sittings} sittings`], ['steps', String(new Set(days.work.map((w) => w.step)).size)], ['links in the chain it hangs on', String(days.chain.length)]],
  source: 'Serial schedule generation (Kolisch 1996, from memory)',
  trust: 'A plan that holds, not proven to be the shortest. Waits are the labels’, corrected for your room: touch before you trust.'
})
