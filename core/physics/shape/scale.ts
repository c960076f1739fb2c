/**
 * Named model scales and what one millimetre of model stands for, mm.
 * @source NEM 010 (Z, N, TT, H0, S, 0, G as IIm) and NMRA S-1.2 (HO 87.1, S 64, O 48); the British
 *   N, OO and O 1:43.5
 * ratios are those in common use. Written from memory.
 */
export const NAMED_SCALES: ReadonlyMap<string, number> = new Map([
  ['T', 450],
  ['Z', 220],
  ['N', 160],
  ['British N', 148],
  ['TT', 120],
  ['HO', 87.1],
  ['OO', 76.2],
  ['S', 64],
  ['O', 48],
  ['O 45', 45],
  ['O 43.5', 43.5],
  ['1:35', 35],
  ['1:32', 32],
  ['G', 22.5],
  ['1:12', 12]
])

/**
 * The ratio that a scale's name or number stands for.
 *
 * @param scale  a name ("HO", "British N"), a ratio ("1:48", "1/48") or a number (48)
 * @returns      millimetres of the real thing to one of the model, or null when it is no scale
 * @example scaleRatio('OO') // 76.2
 */
export function scaleRatio(scale: string | number): number | null {
  if (typeof scale === 'number')
    return Number.isFinite(scale) && scale >= 1 && scale <= 10_000 ? scale : null
  const wanted = scale.trim().toLowerCase().replace(/\s+/g, ' ')
  for (const [name, ratio] of NAMED_SCALES) if (name.toLowerCase() === wanted) return ratio
  const match = /^(?:1\s*[:/]\s*)?(\d+(?:[.,]\d+)?)$/.exec(wanted)
  return match ? scaleRatio(Number(match[1].replace(',', '.'))) : null
}

/**
 * What a length on the model stands for, and how much slower real water moves than the model would.
 *
 * @param scale    ratio, millimetres of the real thing to one of the model
 * @param modelMm  length on the model, mm
 * @returns        ratio; real length, m; time ratio √S (Froude similarity: length 1:S, speed and time √S)
 * @source Froude similarity; any text on hydraulic models
 * @example scaled(48, 32) // { ratio: 48, realM: 1.536, timeRatio: 6.928 }
 */
export function scaled(
  scale: number,
  modelMm: number
): { ratio: number; realM: number; timeRatio: number } {
  return { ratio: scale, realM: (modelMm * scale) / 1000, timeRatio: Math.sqrt(scale) }
}
