/** What a bench scale said in one line. */
export type ScaleLine =
  | { kind: 'weight'; grams: number; stable: boolean }
  | { kind: 'overload' }
  | { kind: 'otherUnit'; unit: string; text: string }
  | { kind: 'rubbish'; text: string }

const MOST_G = 50_000

/**
 * Reads one line of a serial bench scale: `S +  12.34 g` when it stands still, `D …` while it
 * moves, `OL` when too much
 * lies on it.
 *
 * @param line  without its line end
 * @example scaleLine('S +  12.34 g') // { kind: 'weight', grams: 12.34, stable: true }
 */
export function scaleLine(line: string): ScaleLine {
  const text = line.trim()
  if (text === 'OL') return { kind: 'overload' }
  const match = /^([SD])\s*([+-]?)\s*(\d{1,6}(?:\.\d{1,4})?)\s*([a-z]{1,3})$/i.exec(text)
  if (!match) return { kind: 'rubbish', text: text.slice(0, 40) }
  const [, state, sign, digits, unit] = match
  if (unit !== 'g') return { kind: 'otherUnit', unit, text: text.slice(0, 40) }
  const grams = (sign === '-' ? -1 : 1) * Number(digits)
  return Math.abs(grams) > MOST_G
    ? { kind: 'rubbish', text: text.slice(0, 40) }
    : { kind: 'weight', grams, stable: state.toUpperCase() === 'S' }
}

/** What a room sensor said: `T 20.4 C H 52 %`. */
export function roomLine(line: string): { tempC: number; rhPct: number } | null {
  const match = /^T\s*([+-]?\d+(?:\.\d+)?)\s*C\s+H\s*(\d+(?:\.\d+)?)\s*%$/.exec(line.trim())
  if (!match) return null
  const [tempC, rhPct] = [Number(match[1]), Number(match[2])]
  return tempC >= -40 && tempC <= 60 && rhPct >= 0 && rhPct <= 100 ? { tempC, rhPct } : null
}

/** What a digital level said, laid along and across: `X +0.12 Y -0.30 deg`. */
export function levelLine(line: string): { xDeg: number; yDeg: number } | null {
  const match = /^X\s*([+-]?\d+(?:\.\d+)?)\s+Y\s*([+-]?\d+(?:\.\d+)?)\s*deg$/.exec(line.trim())
  if (!match) return null
  const [xDeg, yDeg] = [Number(match[1]), Number(match[2])]
  return Math.abs(xDeg) <= 45 && Math.abs(yDeg) <= 45 ? { xDeg, yDeg } : null
}
