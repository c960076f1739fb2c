import { useElementSize } from '@vueuse/core'
import { computed, inject, useTemplateRef, type InjectionKey } from 'vue'
import type { Point2 } from '../../core/physics/shape/polygon'

/** How near a drawing is looked at: `k` times as near, shifted by x and y, px. */
export interface Nearness {
  k: number
  x: number
  y: number
  /** Something in the drawing is held: the drawing itself stays where it is. */
  held: boolean
}
export const NEARNESS: InjectionKey<Nearness> = Symbol('nearness')

/** The piece of the model that is drawn, mm: y points up, or away. */
export interface Extent {
  x0: number
  x1: number
  y0: number
  y1: number
}
/** Room around it for words and rules, px. */
export interface Margins {
  left: number
  right: number
  top: number
  bottom: number
}
/** What brings a drawing nearer stands at its lower right: words end before it, px. */
export const TOOLS_PX = 44
/** Heights are drawn taller than lengths by at most this, where they fill their frame by themselves. */
const TALLEST = 6

/**
 * Lays a piece of the model into a drawing's frame, the element with `ref="frame"`: as large as it
 * fits, in its middle, and nearer where the builder brings it nearer (`DrawingFrame`).
 *
 * @param extent   the piece, mm
 * @param margins  room around it, px
 * @param stretch  how much taller than long heights are drawn; null: as much as fills the frame
 * @param most     no more px a mm than this
 * @returns        the size of the frame, px, and what brings mm to px and back
 */
export function useSheet(
  extent: () => Extent,
  margins: Margins,
  { stretch = () => 1, most = Infinity }: { stretch?: () => number | null; most?: number } = {}
) {
  const frame = useTemplateRef<HTMLElement>('frame')
  const { width, height } = useElementSize(frame)
  const near = inject(NEARNESS, { k: 1, x: 0, y: 0, held: false })
  const box = computed(extent)
  const wide = computed(() => Math.max(1, width.value - margins.left - margins.right))
  const tall = computed(() => Math.max(1, height.value - margins.top - margins.bottom))
  const lengthMm = computed(() => Math.max(1e-6, box.value.x1 - box.value.x0))
  const heightMm = computed(() => Math.max(1e-6, box.value.y1 - box.value.y0))
  const taller = computed(() => {
    const wish = stretch()
    if (wish !== null) return wish
    const fills = (tall.value * lengthMm.value) / (wide.value * heightMm.value)
    return Math.min(TALLEST, Math.max(1, Math.floor(fills * 10) / 10))
  })
  const whole = computed(() =>
    Math.max(
      0.01,
      Math.min(most, wide.value / lengthMm.value, tall.value / (heightMm.value * taller.value))
    )
  )
  /** px a mm along. */
  const scale = computed(() => whole.value * near.k)
  /** px a mm up. */
  const rise = computed(() => scale.value * taller.value)
  const left = computed(
    () => near.x + near.k * (margins.left + (wide.value - lengthMm.value * whole.value) / 2)
  )
  const top = computed(
    () =>
      near.y +
      near.k * (margins.top + (tall.value - heightMm.value * whole.value * taller.value) / 2)
  )
  const X = (x: number) => left.value + (x - box.value.x0) * scale.value
  const Y = (y: number) => top.value + (box.value.y1 - y) * rise.value
  const px = ([x, y]: readonly [number, number]): [number, number] => [X(x), Y(y)]
  /** The place in the model under a pointer, mm. */
  function place(event: PointerEvent | MouseEvent): Point2 {
    const at = frame.value!.getBoundingClientRect()
    return [
      box.value.x0 + (event.clientX - at.left - left.value) / scale.value,
      box.value.y1 - (event.clientY - at.top - top.value) / rise.value
    ]
  }
  return { width, height, near, scale, rise, taller, X, Y, px, place }
}
