import { MINUTE_MS } from '../../core/physics/time'

/** What can go wrong with a bench scale, to be tried out. */
export type ScaleFault = 'none' | 'silent' | 'rubbish' | 'ounces'

/** A bench scale that is not there: it weighs, drifts, trembles and overshoots like one. */
export interface StandInScale {
  /** Puts so much on the pan, or takes it off, g. */
  place: (grams: number) => void
  /** Opens the jug: so many g/s flow on to the pan until `stop`. */
  pour: (gramsPerS: number) => void
  /** Turns the jug back: a dribble of up to half a second's flow still falls. */
  stop: () => void
  fail: (fault: ScaleFault) => void
  /** Switched off and on again: what lies on it becomes its nought. */
  restart: () => void
  /** A command line as it comes over the wire: `T` tares, `R` restarts. */
  command: (line: string) => void
  /** One line as it goes over the wire now; null while it says nothing. */
  line: () => string | null
}

const READABILITY_G = 0.1
const TREMBLE_G = 0.04
const DRIFT_G_PER_MIN = 0.02
const DRIBBLE_S = 0.35
const SETTLE_S = 0.6
const MOST_G = 3000
const G_PER_OZ = 28.349523125

/**
 * Makes a stand-in scale.
 *
 * @param now     clock, ms
 * @param random  0 to 1
 */
export function standInScale(
  now: () => number = Date.now,
  random: () => number = Math.random
): StandInScale {
  let onPan = 0
  let zero = 0
  let flow = 0
  let dribbleUntil = 0
  let movedAt = now()
  let at = now()
  let fault: ScaleFault = 'none'
  const born = now()

  /** Brings the pan up to this moment. */
  function advance(): void {
    const to = now()
    const flowing = dribbleUntil > 0 ? Math.max(0, Math.min(to, dribbleUntil) - at) : to - at
    if (flow > 0 && flowing > 0) {
      onPan += (flow * flowing) / 1000
      movedAt = to
    }
    if (dribbleUntil > 0 && to >= dribbleUntil) {
      flow = 0
      dribbleUntil = 0
    }
    at = to
  }
  const moved = (): void => {
    movedAt = now()
  }
  return {
    place: (grams) => {
      advance()
      onPan = Math.max(0, onPan + grams)
      moved()
    },
    pour: (gramsPerS) => {
      advance()
      flow = Math.max(0, Math.min(200, gramsPerS))
      dribbleUntil = 0
    },
    stop: () => {
      advance()
      if (flow > 0 && dribbleUntil === 0) dribbleUntil = now() + 1000 * DRIBBLE_S
    },
    fail: (next) => {
      fault = next
    },
    restart: () => {
      advance()
      zero = onPan
      fault = 'none'
      moved()
    },
    command: (line) => {
      advance()
      if (line.trim() === 'T') zero = onPan
      else if (line.trim() === 'R') {
        zero = onPan
        fault = 'none'
      }
    },
    line: () => {
      advance()
      if (fault === 'silent') return null
      if (fault === 'rubbish')
        return String.fromCharCode(
          33 + Math.floor(random() * 80),
          33 + Math.floor(random() * 80),
          63,
          64
        )
      if (onPan > MOST_G) return 'OL'
      const drift = (DRIFT_G_PER_MIN * (now() - born)) / MINUTE_MS
      const still = now() - movedAt > 1000 * SETTLE_S && flow === 0
      const tremble = (random() - 0.5) * 2 * (still ? TREMBLE_G : 6 * TREMBLE_G)
      const grams = onPan - zero + tremble + Math.min(0.4, drift)
      const shown =
        fault === 'ounces' ? grams / G_PER_OZ : Math.round(grams / READABILITY_G) * READABILITY_G
      const text = Math.abs(shown)
        .toFixed(fault === 'ounces' ? 3 : 1)
        .padStart(7)
      return `${still ? 'S' : 'D'} ${shown < 0 && Number(text) !== 0 ? '-' : '+'}${text} ${fault === 'ounces' ? 'oz' : 'g'}`
    }
  }
}
