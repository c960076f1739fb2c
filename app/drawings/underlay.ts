import { computed, onBeforeUnmount, shallowRef, watch } from 'vue'
import type { PictureScale } from '../../core/build/pictures'
import type { Base } from '../../core/build/types'
import type { Point2 } from '../../core/physics/shape/polygon'
import { photo } from '../storage/photos'
import { useBuildStore } from '../stores/build'

/** A picture laid under a drawing: where it lies there, mm, upper left corner first. */
export interface Underlay {
  href: string
  x: number
  y: number
  widthMm: number
  heightMm: number
}

/** A picture brought square is drawn this wide, px. */
const SQUARE_PX = 900

/** The picture that the builder laid under the plan, or behind the section; null: none. */
export function useUnderlay(lies: 'plan' | 'section') {
  const store = useBuildStore()
  const shown = computed(() =>
    store.build?.traces?.find((t) => t.shown && (t.scale.by === 'side') === (lies === 'section'))
  )
  const found = shallowRef<Underlay | null>(null)
  const letGo = () => found.value && URL.revokeObjectURL(found.value.href)
  let asked = 0
  watch(
    () => [shown.value?.photo, shown.value?.scale, store.build?.base] as const,
    async ([id, scale, base]) => {
      const now = ++asked
      const row = id ? await photo(id) : undefined
      const made = row && scale && base ? await laid(row.picture, scale, base) : null
      if (now !== asked) {
        if (made) URL.revokeObjectURL(made.href)
        return
      }
      letGo()
      found.value = made
    },
    { immediate: true }
  )
  onBeforeUnmount(() => {
    asked++
    letGo()
  })
  return found
}

/** Where a picture lies: as it is where it was taken square, else brought square over the base. */
async function laid(picture: Blob, scale: PictureScale, base: Base): Promise<Underlay | null> {
  const bitmap = await createImageBitmap(picture)
  try {
    // fetched when a picture is laid under: few builds have one
    const { ontoPicture, ontoPlan } = await import('../../core/plan/beside/traced')
    if (scale.by === 'four') {
      const from = ontoPicture(scale, { widthMm: base.widthMm, depthMm: base.depthMm })
      return await broughtSquare(bitmap, from, base)
    }
    const onto = ontoPlan(scale, base)
    const [[x, y], [right, low]] = [onto([0, 0]), onto([bitmap.width, bitmap.height])]
    return {
      href: URL.createObjectURL(picture),
      x,
      y,
      widthMm: right - x,
      heightMm: y - low
    }
  } catch {
    // its points make no scale yet: said where they are set
    return null
  } finally {
    bitmap.close()
  }
}

async function broughtSquare(
  bitmap: ImageBitmap,
  from: (at: Point2) => Point2,
  { widthMm, depthMm }: Base
): Promise<Underlay | null> {
  const source = new OffscreenCanvas(bitmap.width, bitmap.height)
  const drawn = source.getContext('2d')!
  drawn.drawImage(bitmap, 0, 0)
  const { data } = drawn.getImageData(0, 0, bitmap.width, bitmap.height)
  const pixels = new Uint32Array(data.buffer)
  const [cols, rows] = [SQUARE_PX, Math.max(1, Math.round((SQUARE_PX * depthMm) / widthMm))]
  const square = new ImageData(cols, rows)
  const out = new Uint32Array(square.data.buffer)
  for (let row = 0; row < rows; row++)
    for (let col = 0; col < cols; col++) {
      const [x, y] = from([((col + 0.5) / cols) * widthMm, (1 - (row + 0.5) / rows) * depthMm])
      const [px, py] = [Math.floor(x), Math.floor(y)]
      if (px >= 0 && py >= 0 && px < bitmap.width && py < bitmap.height)
        out[row * cols + col] = pixels[py * bitmap.width + px]
    }
  const canvas = new OffscreenCanvas(cols, rows)
  canvas.getContext('2d')!.putImageData(square, 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/png' })
  return { href: URL.createObjectURL(blob), x: 0, y: depthMm, widthMm, heightMm: depthMm }
}
