/**
 * How a resin's two parts are given on the label. Volume and mass ratios differ by the densities of
 * the parts.
 */
export type RatioBasis = 'volume' | 'mass'

export interface TintDose {
  id: string
  dropsPer100G: number
}

export interface MixInput {
  volumeMl: number
  /** Standard deviation of the volume, ml: the mix covers mean + 1.64 of it (19 pours in 20). */
  sdMl?: number
  partA: number
  partB: number
  basis: RatioBasis
  /** Densities of the parts, g/cm³. */
  densityA: number
  densityB: number
  wastePct: number
  /** What stays in each cup, g. */
  cupG?: number
  batchMaxG: number
  readabilityG: number
  tints: readonly TintDose[]
}

export interface Batch {
  aG: number
  bG: number
  /** Whole drops of each tint. */
  drops: Record<string, number>
}

export interface Mix {
  totalG: number
  aG: number
  bG: number
  aMl: number
  bMl: number
  /** Density of the mixed resin by volume additivity, g/cm³. */
  densityGCm3: number
  batches: Batch[]
  /** What one step of the scale does to the smaller part of the smallest batch, %. */
  ratioErrorPct: number
}

/** What stays in a cup unless said, g. Common practice, no source. */
export const CUP_G = 5
/** Nobody mixes more cups than this for one pour: the batch was mistyped. */
const MOST_BATCHES = 10_000
/** Quantile of the normal distribution that one side of 95 % lies under; any table. */
const ONE_SIDED_95 = 1.64

/**
 * How much more than the mean a mix must cover, ml: 19 pours in 20 take no more.
 * @example coverMl(10) // 16.4
 */
export const coverMl = (sdMl: number): number => ONE_SIDED_95 * sdMl

/**
 * The share of part A in the mix by mass, from a ratio given by volume or by mass.
 *
 * @source ratio by mass = ratio by volume × ratio of the densities
 * @example massShareA({ partA: 2, partB: 1, basis: 'volume', densityA: 1.1, densityB: 1 }) // 0.6875
 */
export function massShareA(
  label: Pick<MixInput, 'partA' | 'partB' | 'basis' | 'densityA' | 'densityB'>
): number {
  const a = label.basis === 'volume' ? label.partA * label.densityA : label.partA
  const b = label.basis === 'volume' ? label.partB * label.densityB : label.partB
  return a / (a + b)
}

/** Density of the mixed resin, g/cm³, the volumes of the parts added up. */
export function mixedDensity(
  label: Pick<MixInput, 'partA' | 'partB' | 'basis' | 'densityA' | 'densityB'>
): number {
  const share = massShareA(label)
  return 1 / (share / label.densityA + (1 - share) / label.densityB)
}

/**
 * What to weigh out for a pour: grams of each part, in equal batches no larger than the cup allows,
 * and drops of tint.
 *
 * total = (volume + 1.64 sd) · density · (1 + waste) + what stays in the cups
 *
 * @param input  see `MixInput`; volumes ml, masses g, densities g/cm³
 * @returns      totals and batches; drops rounded to whole ones
 * @throws RangeError when a batch is too small to leave anything beside what stays in its cup, or
 *   makes over 10,000 of them
 * @example mix({ volumeMl: 100, partA: 1, partB: 1, basis: 'mass', densityA: 1.1, densityB: 1.1, wastePct: 0,
 *   cupG: 0, batchMaxG: 200, readabilityG: 0.1, tints: [] }).totalG // 110
 */
export function mix(input: MixInput): Mix {
  const { wastePct, batchMaxG, cupG = CUP_G, sdMl = 0 } = input
  const densityGCm3 = mixedDensity(input)
  const pouredG = (input.volumeMl + coverMl(sdMl)) * densityGCm3 * (1 + wastePct / 100)
  if (batchMaxG <= cupG) {
    throw new RangeError(
      `batchMaxG: was ${batchMaxG}; it must be more than the ${cupG} g that stay in the cup`
    )
  }
  const count = pouredG === 0 ? 0 : Math.ceil(pouredG / (batchMaxG - cupG) - 1e-9)
  if (count > MOST_BATCHES) {
    throw new RangeError(
      `batchMaxG: was ${batchMaxG}; that makes ${count} batches, and ${MOST_BATCHES} is the most: allow larger ones`
    )
  }
  const totalG = pouredG + count * cupG
  const share = massShareA(input)
  const aG = totalG * share
  const bG = totalG - aG
  const batchG = count === 0 ? 0 : totalG / count
  const drops = Object.fromEntries(
    input.tints.map((t) => [t.id, Math.round((t.dropsPer100G * batchG) / 100)])
  )
  return {
    totalG,
    aG,
    bG,
    aMl: aG / input.densityA,
    bMl: bG / input.densityB,
    densityGCm3,
    batches: Array.from({ length: count }, () => ({
      aG: aG / count,
      bG: bG / count,
      drops: { ...drops }
    })),
    ratioErrorPct: count === 0 ? 0 : (input.readabilityG / (Math.min(aG, bG) / count)) * 100
  }
}

/**
 * Mends a tint: clear resin to add to a batch that came out too strong, or drops to add to one that
 * is too faint.
 *
 * @param massG                 mixed resin in the cup, g
 * @param dropsPer100G          its tint now
 * @param wantedDropsPer100G    the tint wanted; above 0 when there is tint in it already: tint
 *   can't be taken out
 * @returns                     grams of clear mix to add, or drops to add
 * @throws RangeError           when tinted resin is wanted clear
 * @example rescueTint(70, 8, 4) // { extraClearG: 70 }
 */
export function rescueTint(
  massG: number,
  dropsPer100G: number,
  wantedDropsPer100G: number
): { extraClearG: number } | { extraDrops: number } {
  if (wantedDropsPer100G > dropsPer100G)
    return { extraDrops: (massG * (wantedDropsPer100G - dropsPer100G)) / 100 }
  if (wantedDropsPer100G === dropsPer100G) return { extraClearG: 0 }
  if (wantedDropsPer100G === 0) {
    throw new RangeError(
      'wantedDropsPer100G: was 0; tint cannot be taken out, so it must be above 0'
    )
  }
  return { extraClearG: massG * (dropsPer100G / wantedDropsPer100G - 1) }
}
