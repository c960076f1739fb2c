/** Something wrong in what the builder entered, said where it stands. */
export interface Fault<Message = string> {
  /** Path from the top of the build (or calculator input), such as `waters[0].soundings[3]`. */
  path: string
  /** What was wrong and what is allowed, in the builder's words. */
  message: Message
  /** Where on the plan, mm, when it is a place. */
  at?: readonly [number, number]
}

/** One line for a list of faults: the first, and how many more. */
export function faultLine(faults: readonly Fault[]): string {
  const [first] = faults
  const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
  return `${first.path ? `${first.path}: ` : ''}${first.message}${more}`
}
