/** What was made before, by its name, with what it was made from. */
export type Kept = Map<string, { from: string; made: unknown }>

/**
 * What was made before where it would be made from the same again; else it is made now, and kept.
 *
 * @param from  all that it is made from
 * @example keptOr(new Map(), 'a', [1], () => 7) // 7
 */
export function keptOr<T>(kept: Kept, name: string, from: unknown, make: () => T): T {
  const said = JSON.stringify(from)
  const before = kept.get(name)
  if (before?.from === said) return before.made as T
  const made = make()
  kept.set(name, { from: said, made })
  return made
}
