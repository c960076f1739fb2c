import type { Drops } from './solver/drops'
import { cellOf, type Field } from './solver/field'

/** Foam in a stream halves in this time, full size, s. Typical of fresh water, from memory. */
export const FOAM_HALF_LIFE_S = 4
/** Foam in the sea lasts longer than in a stream: salt. Twice as long; typical, from memory. */
export const SEA_FOAM_HALF_LIFE_S = 2 * FOAM_HALF_LIFE_S
/**
 * Layers of foam that one m³/s³ of lost power makes in a second. Set so that jumps in 0.3 m of
 * water come out about as white
 * as the forms have them: a tenth at Froude 1.7, a quarter at 2.1, over half at 2.5. Common
 * practice, no source.
 */
const LAYERS = 0.4
/** Water that loses less than this stays glassy, m³/s³. Common practice, no source. */
const GLASSY = 0.3
/**
 * Foam grows no thicker than so many layers, nearly four fifths white: what is more breaks up at
 * once. Common practice, no source.
 */
const THICKEST = 1.5

/** Foam on a field: how many layers of it, how old it is, and where power is lost. */
export interface Foam {
  layers: Float64Array
  /** Layers times their age, s. */
  aged: Float64Array
  /** Power lost at each cell, m³/s³ (over the density of water), smoothed in time. */
  loss: Float64Array
  /** Whether losses make foam there: 1, unless somebody shuts it. */
  gate: Float64Array
  /** Makes foam and carries it along for a time, s; the field has moved on by as much since the last call. */
  step: (dt: number) => void
}

/**
 * Foam as a tracer on top of the water: made where the flow loses energy (jumps, breaking crests,
 * where sheets land, fast
 * rough water), carried with the water, gathered where it slows, and fading with a half-life.
 *
 * @param halfLifeS  of foam
 * @param smoothS    losses are smoothed over so long
 */
export function foamOn(
  field: Field,
  u: Float64Array,
  v: Float64Array,
  drops: Drops | null,
  halfLifeS: number,
  smoothS: number
): Foam {
  const { cols, rows, stride, z, h, hu, hv, dxM, kernel } = field
  const { calls } = kernel
  const array = () => kernel.numbers(h.length)
  const [layers, aged, loss, energy, before, raw, px, py, wets, nextLayers, nextAged, gate] = [
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array()
  ]
  const none = drops?.powerM3S3 ?? array()
  const [
    zAt,
    hAt,
    huAt,
    hvAt,
    uAt,
    vAt,
    layersAt,
    agedAt,
    lossAt,
    energyAt,
    beforeAt,
    rawAt,
    pxAt,
    pyAt,
    wetsAt,
    nextLayersAt,
    nextAgedAt,
    landsAt
  ] = [
    z,
    h,
    hu,
    hv,
    u,
    v,
    layers,
    aged,
    loss,
    energy,
    before,
    raw,
    px,
    py,
    wets,
    nextLayers,
    nextAged,
    none
  ].map((a) => a.byteOffset)
  gate.fill(1)
  const decay = Math.LN2 / halfLifeS
  const perM = 1 / dxM
  let began = false
  const eachRow = (work: (from: number, to: number) => void) => {
    for (let r = 0; r < rows; r++) work(cellOf(field, r, 0), cellOf(field, r, cols))
  }
  /** What was worked out in pairs beyond the last column belongs to nobody. */
  const tidy = (values: Float64Array) => {
    if (cols % 2 === 1) for (let r = 0; r < rows; r++) values[cellOf(field, r, cols)] = 0
  }
  return {
    layers,
    aged,
    loss,
    gate,
    step: (dt) => {
      before.set(energy)
      calls.energies(
        zAt,
        hAt,
        huAt,
        hvAt,
        uAt,
        vAt,
        energyAt,
        pxAt,
        pyAt,
        wetsAt,
        cellOf(field, -1, -1),
        cellOf(field, rows, cols + 1)
      )
      if (!began) {
        began = true
        return
      }
      eachRow((from, to) =>
        calls.losses(
          hAt,
          landsAt,
          energyAt,
          beforeAt,
          pxAt,
          pyAt,
          wetsAt,
          rawAt,
          stride,
          from,
          to,
          1 / dt,
          perM
        )
      )
      tidy(raw)
      // over a flying sheet nothing flows through the cells below it
      if (drops) {
        for (let i = 0; i < drops.above.length; i++)
          if (drops.landsCells[i] > 0) raw[drops.above[i]] = raw[drops.above[i] + drops.step[i]] = 0
      }
      const share = Math.min(1, dt / smoothS)
      const fade = Math.exp(-decay * dt)
      eachRow((from, to) => calls.follow(rawAt, lossAt, stride, from, to, share))
      eachRow((from, to) =>
        calls.carry(
          uAt,
          vAt,
          wetsAt,
          lossAt,
          gate.byteOffset,
          layersAt,
          agedAt,
          nextLayersAt,
          nextAgedAt,
          stride,
          from,
          to,
          dt,
          perM,
          fade,
          LAYERS,
          GLASSY,
          THICKEST
        )
      )
      tidy(nextLayers)
      tidy(nextAged)
      layers.set(nextLayers)
      aged.set(nextAged)
    }
  }
}

/**
 * Share of the surface that so many layers of foam cover, laid at random.
 * @example foamCover(0.7) // 0.503
 */
export const foamCover = (layers: number): number => 1 - Math.exp(-layers)
