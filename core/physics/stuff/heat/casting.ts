import { UNDAM_ALPHA } from './kinetics'
import { peakRange, simulateCure, type CureInput, type GroundLayer } from './cureRun'
import type { CureKinetics } from './kinetics'
import { sideLoss } from './pourHeat'
import { FIBRE_PLASTER, type Thermal } from './thermal'
import { HOT_C, verdictOf, type HeatVerdict } from './verdict'

/** What a casting is cast in. */
export type Mould = 'rubber-in-shell' | 'silicone' | 'plaster'

/** Rubber of moulds. Typical of silicones, from memory. */
export const MOULD_RUBBER: Thermal = { kWMK: 0.2, cJGK: 1.3, densityGCm3: 1.15, softensC: null }

/** Walls from the resin outwards, mm: brushed rubber in its shell; a block; plaster. Common practice, no source. */
const WALLS: Readonly<Record<Mould, readonly GroundLayer[]>> = {
  'rubber-in-shell': [
    { ...MOULD_RUBBER, thicknessMm: 5 },
    { ...FIBRE_PLASTER, thicknessMm: 8 }
  ],
  silicone: [{ ...MOULD_RUBBER, thicknessMm: 15 }],
  plaster: [{ ...FIBRE_PLASTER, thicknessMm: 20 }]
}
const MOST_POURS = 12
/** Nobody casts a wave heavier than this, g. */
const HEAVIEST_G = 10_000

export interface CastingInput {
  /** Its larger face, mm², and how thick it is from face to face, mm. */
  areaMm2: number
  thicknessMm: number
  mould: Mould
  resin: CureKinetics
  roomC: number
}

export interface CastingHeat {
  /** Of each pour, °C. */
  peakLoC: number
  peakC: number
  peakHiC: number
  verdict: HeatVerdict
  /** From the last pour until it stands without its mould, h; null: not within 30 days. */
  demouldH: number | null
  /** Pours, each as soon as the one before is firm, that keep the resin from yellowing. */
  pours: number
  /** All of it at once, °C. */
  atOnce: { peakLoC: number; peakC: number; peakHiC: number }
}

/**
 * Heat of a casting in its mould, as a pour's: a slab between two walls, warmest in its middle,
 * through which no heat passes; its rim is a loss of every layer. Poured in as few as do not yellow.
 *
 * @param input  mm, mm², °C
 * @returns      peaks °C, h until it comes out, pours
 * @throws RangeError for a casting heavier than 10 kg
 * @source Carslaw & Jaeger, slab with a source, by symmetry; as in `simulateCure`
 */
export function castingHeat(input: CastingInput): CastingHeat {
  const massG = (input.areaMm2 * input.thicknessMm * input.resin.densityGCm3) / 1000
  if (massG > HEAVIEST_G)
    throw new RangeError(
      `thicknessMm: was ${input.thicknessMm}; over ${input.areaMm2} mm² that is ${Math.round(massG / 100) / 10} kg of resin, and no casting is heavier than ${HEAVIEST_G / 1000} kg: cast it in parts, or over a core`
    )
  const atOnce = peaks(input, 1)
  let pours = 1
  let each = atOnce
  while (each.peakC > HOT_C && pours < MOST_POURS) each = peaks(input, ++pours)
  return {
    ...each,
    verdict: verdictOf(each.peakC),
    pours,
    demouldH: comesOut(input, pours),
    atOnce
  }
}

/** Half of one pour of several, from its middle to the wall. */
const halfOf = (input: CastingInput, pours: number): CureInput => ({
  resin: input.resin,
  pours: [{ thicknessMm: input.thicknessMm / pours / 2, atMin: 0 }],
  ground: WALLS[input.mould],
  roomC: input.roomC,
  topWM2K: 0,
  sideWM3K: sideLoss(4 * Math.sqrt(input.areaMm2), input.areaMm2, WALLS[input.mould])
})

function peaks(input: CastingInput, pours: number): CastingHeat['atOnce'] {
  const half = halfOf(input, pours)
  const { peakLoC, peakHiC } = peakRange(half)
  return { peakLoC, peakC: simulateCure(half).peakC, peakHiC }
}

function comesOut(input: CastingInput, pours: number): number | null {
  const { curve } = simulateCure(halfOf(input, pours))
  const out = curve.find((point) => point[3] >= UNDAM_ALPHA)
  return out ? out[0] / 60 : null
}
