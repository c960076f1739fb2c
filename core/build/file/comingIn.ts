/** What a file that comes in may be, and the most bytes that one of its kind has. */
export const COMING_IN = {
  /** A build with 100,000 soundings is a tenth of it. */
  build: { what: 'a build', bytes: 20_000_000 },
  stack: { what: 'the stack of a water', bytes: 20_000_000 },
  calendar: { what: 'a calendar', bytes: 40_000_000 },
  /** A scan of five million triangles is half of it. */
  scan: { what: 'a scan', bytes: 600_000_000 },
  photograph: { what: 'a photograph', bytes: 60_000_000 },
  /** A zip holds no more. */
  backup: { what: 'a backup', bytes: 2 ** 32 - 1 }
} as const
export type ComingIn = keyof typeof COMING_IN

/**
 * What is said of a file, with its name before it unless it stands there already.
 *
 * @example named('all.zip', 'It is cut off.') // 'all.zip: It is cut off.'
 */
export const named = (file: string, said: string): string =>
  file === '' || said.startsWith(file) ? said : `${file}: ${said}`

/**
 * Why a file is not even opened: it is empty, or longer than any of its kind.
 *
 * @param bytes  its length
 * @returns      one sentence, or null where it may be read
 * @example unreadable('calendar', 'choir.ics', 5e8) // 'choir.ics is 500 MB long; a calendar is at most 40 MB. Nothing was changed.'
 */
export function unreadable(kind: ComingIn, name: string, bytes: number): string | null {
  const { what, bytes: most } = COMING_IN[kind]
  if (bytes === 0) return `${name} is empty. Nothing was changed.`
  return bytes > most
    ? `${name} is ${Math.round(bytes / 1e6)} MB long; ${what} is at most ${Math.round(most / 1e6)} MB. Nothing was changed.`
    : null
}
