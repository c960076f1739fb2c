/**
 * The bracket in which a condition turns, found by halving: true at its low end and below, false at
 * its high end and
 * above.
 *
 * @param low    where the condition holds, or is taken to
 * @param high   where it does not
 * @param holds  asked of the middle, once a step
 * @param steps  halvings at most; each gives one more binary digit
 * @param within stops as soon as the bracket is no wider than this
 * @returns      `[low, high]`
 * @source bisection; any textbook
 * @example halved(0, 2, (x) => x * x < 2)[0] // 1.41421…
 */
export function halved(
  low: number,
  high: number,
  holds: (middle: number) => boolean,
  { steps = 60, within = 0 }: { steps?: number; within?: number } = {}
): [low: number, high: number] {
  for (let i = 0; i < steps && high - low > within; i++) {
    const middle = (low + high) / 2
    if (holds(middle)) low = middle
    else high = middle
  }
  return [low, high]
}

/** The middle of the bracket that `halved` finds. @example halvedTo(0, 2, (x) => x * x < 2) // 1.41421… */
export function halvedTo(...asked: Parameters<typeof halved>): number {
  const [low, high] = halved(...asked)
  return (low + high) / 2
}
