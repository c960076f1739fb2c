/** Pieces of a file, one after another. @example joined([new Uint8Array([1]), new Uint8Array([2, 3])]).length // 3 */
export function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}
