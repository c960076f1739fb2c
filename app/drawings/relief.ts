import type { HeightField } from '../../core/physics/shape/heightField'

/** Light falls from the back left, as on maps. */
const LIGHT = [-0.55, 0.6, 0.62] as const
/** How dark the darkest slope is, and how bright the brightest, of 255. */
const SHADE = 150
const SHINE = 120

/** Land as a picture of light and shade over whatever lies under it; its upper edge lies at the back. */
export function reliefOf(field: HeightField, canvas: HTMLCanvasElement): string {
  const { cols, rows, cellMm, zMm } = field
  if (canvas.width !== cols || canvas.height !== rows) {
    canvas.width = cols
    canvas.height = rows
  }
  const context = canvas.getContext('2d')!
  const image = context.createImageData(cols, rows)
  const { data } = image
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++) {
      const i = r * cols + c
      const [l, m] = [c > 0 ? i - 1 : i, c + 1 < cols ? i + 1 : i]
      const [f, b] = [r > 0 ? i - cols : i, r + 1 < rows ? i + cols : i]
      const dx = (zMm[m] - zMm[l]) / ((m - l) * cellMm)
      const dy = (zMm[b] - zMm[f]) / (((b - f) / cols) * cellMm)
      const lit = (LIGHT[2] - LIGHT[0] * dx - LIGHT[1] * dy) / Math.hypot(1, dx, dy) - LIGHT[2]
      const p = 4 * ((rows - 1 - r) * cols + c)
      const value = lit < 0 ? 0 : 255
      data[p] = data[p + 1] = data[p + 2] = value
      data[p + 3] = Math.min(230, Math.abs(lit) * (lit < 0 ? SHADE * 1.6 : SHINE * 1.6))
    }
  context.putImageData(image, 0, 0)
  return canvas.toDataURL()
}
