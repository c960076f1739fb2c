/**
 * Whether two plain values are the same all through: objects, arrays, typed arrays, numbers (NaN
 * like NaN), strings.
 *
 * @example sameValue({ a: [1, 2] }, { a: [1, 2] }) // true
 */
export function sameValue(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (ArrayBuffer.isView(a)) return sameNumbers(a, b)
  if (Array.isArray(a)) {
    return Array.isArray(b) && a.length === b.length && a.every((item, i) => sameValue(item, b[i]))
  }
  if (Array.isArray(b) || a instanceof Map || b instanceof Map) return false
  const keys = Object.keys(a)
  if (keys.length !== Object.keys(b).length) return false
  return keys.every(
    (key) =>
      Object.hasOwn(b, key) &&
      sameValue((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key])
  )
}

function sameNumbers(a: ArrayBufferView, b: object): boolean {
  if (!ArrayBuffer.isView(b) || a.constructor !== b.constructor || a.byteLength !== b.byteLength)
    return false
  const [x, y] = [a, b] as unknown as [ArrayLike<number>, ArrayLike<number>]
  for (let i = 0; i < x.length; i++) if (!Object.is(x[i], y[i])) return false
  return true
}

/** `remembered`, with a last answer for each key. @example rememberedBy(([id]) => id, (id: string) => id.length)('weir') // 4 */
export function rememberedBy<Inputs extends unknown[], Output>(
  keyOf: (inputs: NoInfer<Inputs>) => string,
  stage: (...inputs: Inputs) => Output
) {
  const byKey = new Map<string, (...inputs: Inputs) => Output>()
  return (...inputs: Inputs): Output => {
    const key = keyOf(inputs)
    const found = byKey.get(key) ?? remembered(stage)
    byKey.set(key, found)
    return found(...inputs)
  }
}

/**
 * A stage that remembers its last answer: the same inputs give the same object back without working
 * it out again.
 *
 * @param stage  a pure function
 * @returns      the same function, with a memory of one call
 */
export function remembered<Inputs extends unknown[], Output>(stage: (...inputs: Inputs) => Output) {
  let last: { inputs: Inputs; output: Output } | null = null
  return (...inputs: Inputs): Output => {
    if (last !== null && inputs.every((input, i) => sameValue(input, last!.inputs[i])))
      return last.output
    const output = stage(...inputs)
    last = { inputs, output }
    return output
  }
}
