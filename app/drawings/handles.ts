import type { Point2 } from '../../core/physics/shape/polygon'

/** Where an arrow key moves a place to, mm: by a step, with Shift by a long one; null: it was no arrow. */
export function arrowed(event: KeyboardEvent, at: Point2, step = 1, long = 5): Point2 | null {
  const by = event.shiftKey ? long : step
  const move = (
    { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] } as Record<
      string,
      Point2
    >
  )[event.key]
  if (!move) return null
  event.preventDefault()
  event.stopPropagation()
  return [at[0] + move[0], at[1] + move[1]]
}

/** To the half millimetre: a hand on a plan is no finer. */
export const toHalves = ([x, y]: readonly [number, number]): [number, number] => [
  Math.round(x * 2) / 2,
  Math.round(y * 2) / 2
]
