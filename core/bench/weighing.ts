import type { ScaleLine } from './scaleLine'

/** What stands at the scale: the empty cup, part A going in, part B going in, or a batch that is weighed. */
export type WeighPhase = 'cup' | 'A' | 'B' | 'done'

export interface Weighing {
  phase: WeighPhase
  /** Planned grams; B's follows what A came to. */
  aTargetG: number
  bTargetG: number
  massRatioA: number
  /** Reading of the scale when the cup was tared, and when A was done. */
  zeroG: number
  aG: number
  bG: number
  liveG: number
  stable: boolean
  /** When the scale last spoke, ms; null: not yet. */
  heardMs: number | null
  trouble: null | 'silent' | 'restarted' | 'rubbish' | 'otherUnit' | 'overload' | 'gone'
  troubleText: string
  /** How the grams came: from the scale or by typing. */
  typed: boolean
}

export type WeighEvent =
  | { kind: 'line'; line: ScaleLine; nowMs: number }
  | { kind: 'tick'; nowMs: number }
  | { kind: 'gone' }
  | { kind: 'tared' }
  | { kind: 'next' }
  | { kind: 'typed'; part: 'A' | 'B'; grams: number }
  | { kind: 'resumed'; aG: number; bG: number | null }
  | { kind: 'again' }

/** A scale that says nothing for so long is silent, ms. */
export const SILENT_MS = 3000
/** From this much to nothing at once: it was switched off and on, or the cup was lifted, g. */
const DROPPED_G = 3

/** A batch to be weighed. @example weighingOf(66, 33) */
export const weighingOf = (aTargetG: number, bTargetG: number): Weighing => ({
  phase: 'cup',
  aTargetG,
  bTargetG,
  massRatioA: aTargetG / bTargetG,
  zeroG: 0,
  aG: 0,
  bG: 0,
  liveG: 0,
  stable: false,
  heardMs: null,
  trouble: null,
  troubleText: '',
  typed: false
})

/** What the part in hand should come to, g, and how much of it is in the cup. */
export function inHand(w: Weighing): {
  part: 'A' | 'B' | null
  targetG: number
  nowG: number
  toGoG: number
} {
  if (w.phase !== 'A' && w.phase !== 'B')
    return {
      part: null,
      targetG: 0,
      nowG: w.phase === 'cup' ? w.liveG - w.zeroG : w.aG + w.bG,
      toGoG: 0
    }
  const targetG = w.phase === 'A' ? w.aTargetG : w.aG / w.massRatioA
  const inCup = Number.isNaN(w.zeroG) ? w.aG : w.liveG - w.zeroG
  const nowG = w.phase === 'A' ? inCup : inCup - w.aG
  return { part: w.phase, targetG, nowG, toGoG: targetG - nowG }
}

/**
 * One step of the weigh-out. Nothing that was weighed is ever let go of: trouble with the scale
 * stops the reading, not the
 * batch, and typed grams always work.
 */
export function weigh(w: Weighing, event: WeighEvent): Weighing {
  switch (event.kind) {
    case 'line':
      return heard(w, event.line, event.nowMs)
    case 'tick':
      return w.heardMs !== null && w.trouble === null && event.nowMs - w.heardMs > SILENT_MS
        ? { ...w, trouble: 'silent', troubleText: '', stable: false }
        : w
    case 'gone':
      return { ...w, trouble: 'gone', troubleText: '', stable: false }
    case 'tared':
      return { ...w, phase: w.phase === 'cup' ? 'A' : w.phase, zeroG: w.liveG }
    case 'next':
      if (w.phase === 'A') return { ...w, phase: 'B', aG: inHand(w).nowG }
      if (w.phase === 'B') return { ...w, phase: 'done', bG: inHand(w).nowG }
      return w
    case 'typed':
      return event.part === 'A'
        ? { ...w, phase: 'B', aG: event.grams, zeroG: w.liveG - event.grams, typed: true }
        : { ...w, phase: 'done', bG: event.grams, typed: true }
    case 'resumed':
      // the scale was let go of meanwhile: its next reading is what part A came to
      return event.bG === null
        ? { ...w, phase: 'B', aG: event.aG, zeroG: NaN }
        : { ...w, phase: 'done', aG: event.aG, bG: event.bG }
    case 'again':
      return {
        ...weighingOf(w.aTargetG, w.bTargetG),
        liveG: w.liveG,
        stable: w.stable,
        heardMs: w.heardMs
      }
  }
}

function heard(w: Weighing, line: ScaleLine, nowMs: number): Weighing {
  const alive = { ...w, heardMs: nowMs }
  if (line.kind === 'rubbish')
    return { ...alive, trouble: 'rubbish', troubleText: line.text, stable: false }
  if (line.kind === 'otherUnit')
    return { ...alive, trouble: 'otherUnit', troubleText: line.unit, stable: false }
  if (line.kind === 'overload')
    return { ...alive, trouble: 'overload', troubleText: '', stable: false }
  if (Number.isNaN(w.zeroG))
    return {
      ...alive,
      liveG: line.grams,
      zeroG: line.grams - w.aG,
      stable: line.stable,
      trouble: null,
      troubleText: ''
    }
  // back at nothing in mid-pour: the readings start from a new zero, and what is in the cup stays known
  const inCup = w.liveG - w.zeroG
  if (
    (w.phase === 'A' || w.phase === 'B') &&
    inCup > DROPPED_G &&
    Math.abs(line.grams) < 0.5 &&
    Math.abs(w.liveG) > DROPPED_G
  ) {
    return {
      ...alive,
      liveG: line.grams,
      zeroG: line.grams - inCup,
      stable: line.stable,
      trouble: 'restarted',
      troubleText: String(Math.round(inCup * 10) / 10)
    }
  }
  return {
    ...alive,
    liveG: line.grams,
    stable: line.stable,
    trouble:
      w.trouble === 'restarted' && line.stable && Math.abs(line.grams) < 0.5 ? 'restarted' : null,
    troubleText: w.trouble === 'restarted' && Math.abs(line.grams) < 0.5 ? w.troubleText : ''
  }
}
