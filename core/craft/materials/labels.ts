import { halvedTo } from '../../physics/solve/halving'
import { dryFilm } from '../../physics/stuff/drying/film'
import { stippleOpens } from '../../physics/stuff/gel/levelling'
import { about } from '../../words/durations'
import {
  Refusal,
  degrees,
  inUnit,
  mm,
  quantity,
  say,
  uncapital,
  type Sentence
} from '../../words/sentence'
import type { Gel, Lacquer, Landform, Material, MaterialKind, Sealer, Shell } from './types'

type OfKind<K extends MaterialKind> = Extract<Material, { kind: K }>
/** Keys of a material that hold a number. */
type NumberKey<M> = { [P in keyof M]-?: NonNullable<M[P]> extends number ? P : never }[keyof M]

/** A figure as a label gives it, in the label's unit, and how the material keeps it. */
export interface LabelField<M extends Material = Material> {
  label: Sentence
  unit: string
  min: number
  max: number
  step?: number
  /** null: the label says nothing of it. */
  read: (material: M) => number | null
  /** @throws RangeError where no such thing could behave so, in words */
  write: (material: M, value: number) => M
}

function figure<K extends MaterialKind>(
  key: NumberKey<OfKind<K>>,
  label: Sentence,
  unit: string,
  [min, max]: readonly [number, number],
  step?: number
): LabelField<OfKind<K>> {
  return {
    label,
    unit,
    min,
    max,
    step,
    read: (m) => (m[key] as number | undefined) ?? null,
    write: (m, value) => ({ ...m, [key]: value })
  }
}
const hours = <K extends MaterialKind>(
  key: NumberKey<OfKind<K>>,
  label: string
): LabelField<OfKind<K>> => figure<K>(key, label, 'h', [0, 2000], 0.5)
const minutes = <K extends MaterialKind>(
  key: NumberKey<OfKind<K>>,
  label: string
): LabelField<OfKind<K>> => figure<K>(key, label, 'min', [0, 20_000], 5)

/** Labels say m² a litre; a coat is counted in ml a square metre. */
const covers = <M extends Lacquer | Sealer>(): LabelField<M> => ({
  label: 'A litre covers',
  unit: 'm²',
  min: 0.2,
  max: 100,
  step: 0.5,
  read: (m) => Math.round(10_000 / m.mlPerM2) / 10,
  write: (m, value) => ({ ...m, mlPerM2: 1000 / value })
})
const thermal = <M extends Landform | Shell>(): LabelField<M>[] => [
  {
    label: 'Density',
    unit: 'g/cm³',
    min: 0.005,
    max: 8,
    step: 0.01,
    read: (m) => m.thermal.densityGCm3,
    write: (m, value) => ({ ...m, thermal: { ...m.thermal, densityGCm3: value } })
  },
  {
    label: 'Conducts',
    unit: 'W/(m·K)',
    min: 0.01,
    max: 400,
    step: 0.01,
    read: (m) => m.thermal.kWMK,
    write: (m, value) => ({ ...m, thermal: { ...m.thermal, kWMK: value } })
  }
]

/** What labels' hours are told for: a living room. Common practice, no source. */
const LABEL_ROOM = { tempC: 20, rhPct: 50 }
/** Slowest and fastest that water moves in anything sold as gel or caulk, m²/s. From memory. */
const D_LIMITS = [1e-13, 1e-8] as const

const clearH = (gel: Gel): number | null =>
  dryFilm(gel, gel.coatMm, LABEL_ROOM.tempC, LABEL_ROOM.rhPct).clearH

/**
 * The gel whose usual coat is clear after so many hours: how fast water moves in it is fitted.
 *
 * @throws RangeError where even the fastest, or the slowest, would not
 * @example clearIn(GELS[0], 24).dM2S
 */
export function clearIn(gel: Gel, wantedH: number): Gel {
  const at = (log: number) => clearH({ ...gel, dM2S: 10 ** log }) ?? Infinity
  const [slow, fast] = D_LIMITS.map((d) => Math.log10(d))
  const quickest = at(fast)
  if (quickest === Infinity)
    throw new Refusal(
      'So much of it stays when it dries that its last water never leaves: give less than that.'
    )
  if (wantedH < quickest)
    throw new Refusal(
      say`A coat of ${mm(gel.coatMm)} loses its water in ${Math.ceil(quickest * 10) / 10} h at the soonest in a room of ${degrees(LABEL_ROOM.tempC)}: give the thickness that the label means.`
    )
  const slowest = at(slow)
  if (wantedH > slowest)
    throw new Refusal(
      say`A coat of ${mm(gel.coatMm)} is clear after ${Math.floor(slowest)} h at the latest in a room of ${degrees(LABEL_ROOM.tempC)}: give the thickness that the label means.`
    )
  const log = halvedTo(slow, fast, (d) => at(d) > wantedH, { steps: 24, within: 0.0001 })
  return { ...gel, dM2S: 10 ** log }
}

/** Minutes until the usual coat keeps its finest ripple. */
const stipplesAfter = (gel: Gel): number => stippleOpens(gel, gel.coatMm, gel.finestMm)

/** The gel whose usual coat keeps a stipple after so many minutes. */
export function stipplesIn(gel: Gel, wantedMin: number): Gel {
  const thickenMin = halvedTo(
    0.001,
    2000,
    (t) => stipplesAfter({ ...gel, thickenMin: t }) < wantedMin
  )
  return { ...gel, thickenMin }
}

/**
 * What stays as the label says when another of its figures is typed: the hours, and the minutes. The
 * hours move where no such coat could be clear so soon.
 */
function keeping(before: Gel, after: Gel): Gel {
  const stippled = (gel: Gel) => stipplesIn(gel, stipplesAfter(before))
  try {
    return stippled(clearIn(after, clearH(before) ?? Infinity))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return stippled(after)
  }
}

const gel: LabelField<Gel>[] = [
  {
    ...figure<'gel'>('coatMm', 'A usual coat', 'mm', [0.05, 30], 0.1),
    write: (m, value) => keeping(m, { ...m, coatMm: value })
  },
  {
    label: 'is clear after',
    unit: 'h',
    min: 0.1,
    max: 2000,
    step: 1,
    read: (m) => {
      const h = clearH(m)
      return h === null ? null : Number(h.toPrecision(3))
    },
    write: clearIn
  },
  {
    label: 'keeps a stipple after',
    unit: 'min',
    min: 0.5,
    max: 2000,
    step: 1,
    read: (m) => Math.round(stipplesAfter(m) * 10) / 10,
    write: stipplesIn
  },
  {
    label: 'Stays when dry',
    unit: '%',
    min: 5,
    max: 99,
    read: (m) => Math.round(m.solidsVol * 1000) / 10,
    write: (m, value) => keeping(m, { ...m, solidsVol: value / 100 })
  },
  {
    ...figure<'gel'>('finestMm', 'Finest ripple it keeps', 'mm', [0.2, 50], 0.1),
    write: (m, value) => ({ ...stipplesIn({ ...m, finestMm: value }, stipplesAfter(m)) })
  },
  figure<'gel'>('densityGCm3', 'Density', 'g/cm³', [0.1, 25], 0.01)
]

const dam: LabelField<OfKind<'dam'>>[] = [
  minutes('setMin', 'Bead or joint sets after'),
  figure<'dam'>('minPerM', 'Work on a metre', 'min', [0, 600]),
  figure<'dam'>('thicknessMm', 'Thickness', 'mm', [0.02, 50], 0.1),
  figure<'dam'>('modulusGPa', 'Stiffness', 'GPa', [0.001, 250], 0.1),
  {
    label: 'Bead for a metre',
    unit: 'ml',
    min: 0,
    max: 500,
    read: (m) => m.bead.mlPerM,
    write: (m, value) => ({ ...m, bead: { ...m.bead, mlPerM: value } })
  },
  {
    label: 'Gives way at',
    unit: '°C',
    min: 30,
    max: 1000,
    step: 5,
    read: (m) => m.softens?.atC ?? null,
    write: (m, value) => ({
      ...m,
      softens: { what: m.softens?.what ?? 'the dam', atC: value }
    })
  }
]

/** What a builder reads off a label, kind by kind. Resin and tint have forms of their own. */
const LABELS: { [K in MaterialKind]: readonly LabelField<OfKind<K>>[] } = {
  resin: [],
  tint: [],
  'light-resin': [
    figure<'light-resin'>('dpMm', 'Light falls to a third in', 'mm', [0.01, 1000], 0.1),
    figure<'light-resin'>('ecMjCm2', 'Gels at', 'mJ/cm²', [0.01, 100_000]),
    figure<'light-resin'>('densityGCm3', 'Density', 'g/cm³', [0.1, 25], 0.01)
  ],
  lamp: [
    figure<'lamp'>('irradianceMwCm2', 'Gives', 'mW/cm²', [0.01, 100_000]),
    figure<'lamp'>('atMm', 'at', 'mm', [1, 2000]),
    figure<'lamp'>('spotCm2', 'over a spot of', 'cm²', [0.1, 10_000])
  ],
  gel,
  film: [
    figure<'film'>('thicknessMm', 'Thickness', 'mm', [0.005, 20], 0.05),
    figure<'film'>('modulusGPa', 'Stiffness', 'GPa', [0.01, 100], 0.1),
    figure<'film'>('densityGCm3', 'Density', 'g/cm³', [0.1, 10], 0.01)
  ],
  filler: [figure<'filler'>('densityGCm3', 'Density of a grain', 'g/cm³', [0.02, 10], 0.01)],
  lacquer: [covers<Lacquer>(), hours('recoatH', 'Next coat after')],
  landform: [minutes('glueMin', 'Glue holds after'), ...thermal<Landform>()],
  shell: [
    figure<'shell'>('gPerM2Mm', say`For 1 m², ${mm(1)} thick`, 'g', [10, 20_000], 10),
    figure<'shell'>('waterPer100G', say`Water to ${quantity(100, 'g')}`, 'g', [0, 500]),
    hours('setH', 'Hard after'),
    ...thermal<Shell>()
  ],
  sealer: [
    covers<Sealer>(),
    minutes('betweenCoatsMin', 'Next coat after'),
    hours('readyH', 'Resin may go on after')
  ],
  dam,
  sundry: [
    minutes('setMin', 'Dry or set after'),
    figure<'sundry'>('waterPer100G', say`Water to ${quantity(100, 'g')}`, 'g', [0, 500])
  ]
}

/** The figures on the label of a material. @example labelOf(GELS[0]).map((f) => f.label) */
export const labelOf = (material: Material): readonly LabelField[] =>
  LABELS[material.kind] as unknown as readonly LabelField[]

/**
 * The figure that tells one bottle from another at a glance: when it is dry, or what it is made of.
 * @example glanceOf(LACQUERS[0]) // "next coat after 4 h"
 */
export function glanceOf(material: Material): Sentence {
  const fields = labelOf(material)
  const field = fields.find((f) => f.unit in MINUTES) ?? fields[0]
  const value = field?.read(material)
  if (!value) return ''
  const { label, unit } = field
  const told = unit in MINUTES ? about(value * MINUTES[unit]) : inUnit(value, unit)
  return say`${uncapital(label)} ${told}`
}
const MINUTES: Readonly<Record<string, number>> = { h: 60, min: 1 }
