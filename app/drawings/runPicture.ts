import type { RunResult } from '../../core/running/keptRun'
import { flowKind, type FlowKind } from '../../core/physics/water/hydraulics/flowKind'
import { GRAVITY } from '../../core/physics/gravity'
import { foamCover } from '../../core/running/foam'
import { realM } from '../../core/physics/shape/units'

/** What of a run is drawn on the plan. */
export const RUN_LAYERS = {
  foam: 'White',
  depth: 'Depth',
  speed: 'Speed',
  kind: 'Kind of flow',
  age: 'Age of foam'
} as const
export type RunLayer = keyof typeof RUN_LAYERS
type Colour = readonly [number, number, number]

/** Depth of green water to white, and so on: from the least to the most of a layer. */
const RAMPS: Readonly<Record<Exclude<RunLayer, 'kind'>, readonly Colour[]>> = {
  foam: [
    [16, 84, 92],
    [92, 164, 164],
    [200, 225, 219],
    [248, 252, 250],
    [253, 254, 254]
  ],
  depth: [
    [214, 233, 226],
    [125, 186, 182],
    [44, 122, 128],
    [8, 52, 60]
  ],
  speed: [
    [223, 232, 224],
    [226, 205, 138],
    [196, 128, 58],
    [128, 42, 22]
  ],
  age: [
    [252, 254, 253],
    [190, 208, 190],
    [132, 152, 128],
    [84, 92, 74]
  ]
}
/** Quiet, restless, fast: by tone and by hatch. */
const KINDS: Readonly<Record<ReturnType<typeof flowKind>, readonly [Colour, Colour]>> = {
  quiet: [
    [150, 205, 198],
    [150, 205, 198]
  ],
  'near-critical': [
    [62, 140, 142],
    [214, 235, 228]
  ],
  fast: [
    [10, 60, 68],
    [236, 200, 110]
  ]
}
/** Foam older than this is all one, s. */
const OLDEST_S = 12

/** The most that a layer shows, for its legend: 0 where it has no scale. */
export function mostOf(run: RunResult, layer: RunLayer): number {
  const { depthMm, xMS, yMS } = run.fields
  if (layer === 'foam') return 100
  if (layer === 'age') return OLDEST_S
  if (layer === 'kind') return 0
  let most = 0
  for (let i = 0; i < depthMm.length; i++)
    if (depthMm[i] > 0)
      most = Math.max(most, layer === 'depth' ? depthMm[i] : Math.hypot(xMS[i], yMS[i]))
  return most
}

function ramp(colours: readonly Colour[], t: number): Colour {
  const s = Math.min(0.9999, Math.max(0, t)) * (colours.length - 1)
  const i = Math.floor(s)
  const [a, b] = [colours[i], colours[i + 1]]
  return [
    a[0] + (s - i) * (b[0] - a[0]),
    a[1] + (s - i) * (b[1] - a[1]),
    a[2] + (s - i) * (b[2] - a[2])
  ]
}
/** CSS of a ramp, for a legend. */
export const rampCss = (layer: Exclude<RunLayer, 'kind'>): string =>
  `linear-gradient(90deg, ${RAMPS[layer].map((c) => `rgb(${c.join(' ')})`).join(', ')})`

/** Pixels a cell is drawn with where it is hatched. */
const HATCH = 4

/**
 * Whether a picture's point lies on a stroke of the hatching: slanted for fast water, dotted where
 * it is near critical.
 */
function hatched(kind: FlowKind, x: number, y: number): boolean {
  if (kind === 'fast') return (x + y) % 8 < 2
  return kind === 'near-critical' && x % 6 < 2 && y % 6 < 2
}

/** A layer of a run as a picture, its upper edge at the back of the base. */
export function runPicture(run: RunResult, layer: RunLayer, most = mostOf(run, layer)): string {
  const { cols, rows } = run.grid
  const { depthMm, xMS, yMS, foam, ageS } = run.fields
  const by = layer === 'kind' ? HATCH : 1
  const canvas = document.createElement('canvas')
  canvas.width = cols * by
  canvas.height = rows * by
  const context = canvas.getContext('2d')
  if (!context) return ''
  const picture = context.createImageData(canvas.width, canvas.height)
  for (let y = 0; y < canvas.height; y++) {
    for (let x = 0; x < canvas.width; x++) {
      const i = (rows - 1 - Math.floor(y / by)) * cols + Math.floor(x / by)
      if (!(depthMm[i] > 0)) continue
      const o = 4 * (y * canvas.width + x)
      const speed = Math.hypot(xMS[i], yMS[i])
      let colour: Colour
      if (layer === 'kind') {
        const kind = flowKind(speed / Math.sqrt(GRAVITY * realM(depthMm[i], run.scale)))
        colour = KINDS[kind][hatched(kind, x, y) ? 1 : 0]
      } else {
        let value = ageS[i]
        if (layer === 'foam') value = 100 * foamCover(foam[i])
        if (layer === 'depth') value = depthMm[i]
        if (layer === 'speed') value = speed
        colour = ramp(RAMPS[layer], most > 0 ? value / most : 0)
      }
      picture.data.set([...colour, 255], o)
    }
  }
  context.putImageData(picture, 0, 0)
  return canvas.toDataURL()
}
