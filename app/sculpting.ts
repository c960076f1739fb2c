import { computed, ref, shallowRef, triggerRef, watch } from 'vue'
import { addContour, setLand } from '../core/build/landEdits'
import { landFieldOf } from '../core/build/land'
import { fieldAt, type HeightField } from '../core/physics/shape/heightField'
import { cutCliff, laySlope, touch, touches, type Brush } from '../core/physics/shape/sculpt'
import type { Point2 } from '../core/physics/shape/polygon'
import { useBuildStore } from './stores/build'

/** What is done to land: a round brush, or a line that is drawn and worked along. */
export type LandTool = Brush | 'cliff' | 'slope' | 'contour'
export const LAND_TOOLS: { id: LandTool; key: string; name: string; what: string }[] = [
  { id: 'raise', key: 'R', name: 'Raise', what: 'Heap land up under the brush' },
  { id: 'lower', key: 'W', name: 'Lower', what: 'Take land away under the brush' },
  { id: 'smooth', key: 'S', name: 'Smooth', what: 'Even out bumps and edges' },
  { id: 'flatten', key: 'F', name: 'Flatten', what: 'Bring land to one height' },
  { id: 'roughen', key: 'K', name: 'Rock', what: 'Roughen land as rock' },
  { id: 'cliff', key: 'C', name: 'Cliff', what: 'Draw its edge: land on the right of it drops' },
  { id: 'slope', key: 'P', name: 'Slope', what: 'Draw from one height to the other' },
  { id: 'contour', key: 'N', name: 'Line', what: 'Draw a line of one height' }
]
export const isLine = (tool: LandTool): boolean =>
  tool === 'cliff' || tool === 'slope' || tool === 'contour'

/** A line closes where it ends so near its beginning, as a share of its length. */
const CLOSES = 0.12
/** A drawn line keeps points so far apart, mm. */
const APART_MM = 1.5

/** The brush in hand, shared by plan and round. */
const tool = ref<LandTool>('raise')
const radiusMm = ref(20)
const strengthPct = ref(50)
const toMm = ref<number | null>(null)
const slopeMm = ref<[number, number]>([20, 40])
/** As lines of a map are traced, each next one lies so much higher, mm. */
const nextMm = ref(0)

/**
 * Land under the builder's hand: a copy is worked while a stroke lasts, and taken into the build as one
 * edit when the hand is lifted.
 */
export function useSculpting() {
  const store = useBuildStore()
  const working = shallowRef<HeightField | null>(null)
  let line: Point2[] = []
  let before: HeightField | null = null
  const settled = computed(() => (store.build ? landFieldOf(store.build) : null))
  const field = computed(() => working.value ?? settled.value)
  watch(settled, () => (working.value = null))

  const heightAt = (at: Point2) => (field.value ? fieldAt(field.value, at) : 0)
  const size = (pressure: number) => ({
    radiusMm: radiusMm.value,
    strength: Math.min(1, (strengthPct.value / 100) * pressure)
  })
  let flatTo = 0

  function begin(at: Point2, pressure: number): void {
    if (!settled.value) return
    before = settled.value
    line = [at]
    flatTo = toMm.value ?? fieldAt(before, at)
    if (isLine(tool.value)) return
    working.value = { ...before, zMm: before.zMm.slice() }
    touch(working.value, tool.value as Brush, at, size(pressure), flatTo)
    triggerRef(working)
  }
  function go(at: Point2, pressure: number): void {
    const last = line.at(-1)
    if (!last || !before) return
    if (isLine(tool.value)) {
      if (Math.hypot(at[0] - last[0], at[1] - last[1]) >= APART_MM) line.push(at)
      return
    }
    if (!working.value) return
    const places = touches([last, at], radiusMm.value)
    // so far only the end of a step was worked: a step shorter than the brush's waits for more
    if (places.length < 2 || Math.hypot(at[0] - last[0], at[1] - last[1]) < radiusMm.value / 6)
      return
    for (const place of places.slice(1))
      touch(working.value, tool.value as Brush, place, size(pressure), flatTo)
    line.push(at)
    triggerRef(working)
  }
  /** Drops what the stroke did. */
  function cancel(): void {
    working.value = null
    before = null
    line = []
  }
  function end(): void {
    const name = LAND_TOOLS.find((t) => t.id === tool.value)!.name
    if (!before) return
    if (isLine(tool.value) && line.length < 2) return cancel()
    if (tool.value === 'contour') {
      const zMm = Math.round(toMm.value ?? fieldAt(before, line[0]))
      store.edit('Line of one height', addContour({ zMm, points: closed(line) }))
      if (nextMm.value !== 0) toMm.value = Math.max(0, zMm + nextMm.value)
      return cancel()
    }
    let made = working.value
    if (tool.value === 'cliff' || tool.value === 'slope') {
      made = { ...before, zMm: before.zMm.slice() }
      if (tool.value === 'slope') laySlope(made, line, radiusMm.value, slopeMm.value)
      else cutCliff(made, line, radiusMm.value, toMm.value ?? lowestBeside(made, line))
    }
    if (made) store.edit(`${name} the land`, setLand(made))
    before = null
    line = []
  }
  /** A cliff without a height given drops to the lowest land within the brush. */
  const lowestBeside = (land: HeightField, along: readonly Point2[]): number =>
    along.reduce((low, [x, y]) => {
      const r = radiusMm.value
      return Math.min(
        low,
        ...[0, 1, 2, 3, 4, 5, 6, 7].map((k) =>
          fieldAt(land, [x + r * Math.cos((k * Math.PI) / 4), y + r * Math.sin((k * Math.PI) / 4)])
        )
      )
    }, Infinity)

  const busy = computed(() => working.value !== null)
  return {
    tool,
    radiusMm,
    strengthPct,
    toMm,
    slopeMm,
    nextMm,
    field,
    busy,
    heightAt,
    begin,
    go,
    end,
    cancel
  }
}

function closed(line: readonly Point2[]): [number, number][] {
  const lengthMm = line
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0)
  const [first, last] = [line[0], line.at(-1)!]
  const gap = Math.hypot(first[0] - last[0], first[1] - last[1])
  const points = line.map(([x, y]): [number, number] => [
    Math.round(x * 10) / 10,
    Math.round(y * 10) / 10
  ])
  return line.length > 3 && gap < CLOSES * lengthMm ? [...points, points[0]] : points
}
