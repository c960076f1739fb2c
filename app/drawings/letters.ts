let known = 0

/**
 * How much larger letters are than usual: whoever reads may have asked the browser for it. What a
 * drawing leaves room for grows with it. Asked of the browser once: it is needed at every drawing.
 *
 * @example larger() // 1 where nothing was asked for
 */
export const larger = (): number =>
  (known ||= Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / 16)
