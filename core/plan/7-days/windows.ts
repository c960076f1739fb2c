import type { FreeWindow } from '../../build/types'

/**
 * "19:00-21:30, 22-23" as windows of a day.
 *
 * @returns the windows, or what is wrong in the builder's words
 * @example readWindows('19-21:30') // [['19:00', '21:30']]
 */
export function readWindows(text: string): FreeWindow[] | string {
  const parts = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean)
  const windows: FreeWindow[] = []
  for (const part of parts) {
    const match = /^(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?$/.exec(part)
    if (!match)
      return `“${part}” is no stretch of time: write 19:00–21:30, and a comma before the next`
    const [from, to] = [
      [match[1], match[2]],
      [match[3], match[4]]
    ].map(([h, m]) => `${h.padStart(2, '0')}:${m ?? '00'}`)
    if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(from) || !/^(([01]\d|2[0-3]):[0-5]\d|24:00)$/.test(to))
      return `“${part}”: the day runs from 00:00 to 24:00`
    if (from >= to) return `“${part}” ends before it begins; split it at midnight`
    windows.push([from, to])
  }
  return windows
}

/** Windows as they are typed. */
export const shownWindows = (windows: readonly FreeWindow[]): string =>
  windows.map(([a, b]) => `${a}–${b}`).join(', ')
