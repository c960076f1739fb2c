import { minutesUntil, stippleOpens, viscosityAt, type FlowingGel } from './levelling'

/** Something done to gel while it thickens. */
export interface Touch {
  id: 'blow' | 'drag' | 'stipple' | 'tease' | 'pick'
  name: string
  does: string
  /** Opens when a mark keeps this share of itself; finer marks count as a share of the ripple's length. */
  keep: number
  fineness: number
  /** Closes when the gel is so many times as thick as when it opened. */
  stiffens: number
}

/** Touches in the order in which a coat takes them. Shares are common practice, no source. */
export const TOUCHES: readonly Touch[] = [
  {
    id: 'blow',
    name: 'Blow',
    does: 'air or a straw pushes it along',
    keep: 0.3,
    fineness: 1,
    stiffens: 8
  },
  {
    id: 'drag',
    name: 'Drag',
    does: 'a stiff brush draws furrows',
    keep: 0.6,
    fineness: 1,
    stiffens: 30
  },
  {
    id: 'stipple',
    name: 'Stipple',
    does: 'ripples stay where the brush leaves them',
    keep: 0.85,
    fineness: 1,
    stiffens: 100
  },
  {
    id: 'tease',
    name: 'Tease',
    does: 'a pick draws it up into points',
    keep: 0.85,
    fineness: 0.6,
    stiffens: 250
  },
  {
    id: 'pick',
    name: 'Pick back',
    does: 'stiff: lift away what is too much',
    keep: 0.97,
    fineness: 0.5,
    stiffens: 5000
  }
]

/** The minutes in which a touch works, from when the coat was laid. */
export interface GelWindow {
  id: Touch['id']
  name: string
  does: string
  opensMin: number
  closesMin: number
}

/**
 * When each touch works on a coat.
 *
 * @param wavelengthMm  ripple wanted, crest to crest
 * @param touchMin      when it has skinned over and takes no mark; null: never
 * @param slower        how much slower than at 20 °C and 50 % it thickens
 * @example windowsOf({ viscosityPaS: 20, thickenMin: 1.8, surfaceTensionNM: 0.035, densityGCm3: 1.05
 *   }, 2, 4, 480, 1).find((w) => w.id === 'stipple')!.opensMin // about 18
 */
export function windowsOf(
  gel: FlowingGel,
  thicknessMm: number,
  wavelengthMm: number,
  touchMin: number | null,
  slower: number
): GelWindow[] {
  const here = { ...gel, thickenMin: gel.thickenMin * slower }
  return TOUCHES.map((touch): GelWindow => {
    const opens = stippleOpens(here, thicknessMm, wavelengthMm * touch.fineness, touch.keep)
    const closes = Math.max(
      opens + 1,
      minutesUntil(here, viscosityAt(here, opens) * touch.stiffens)
    )
    // a stiff or a thin coat keeps every mark: it is touched once it is laid, no sooner than a minute after.
    // Common practice, no source
    const opensMin = Math.max(1, Math.ceil(opens))
    return {
      id: touch.id,
      name: touch.name,
      does: touch.does,
      opensMin,
      closesMin: Math.max(opensMin + 1, Math.floor(Math.min(closes, touchMin ?? Infinity)))
    }
  })
}
