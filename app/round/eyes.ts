import { computed, ref, type Ref } from 'vue'
import { landAt } from '../../core/build/land'
import type { Build } from '../../core/build/types'
import { insideRing } from '../../core/physics/shape/polygon'
import { scaleRatio } from '../../core/physics/shape/scale'
import type { Plan } from '../../core/plan/derivePlan'
import type { EyeSetting } from './scene'
import { radians } from '../../core/physics/shape/angles'

/** Who looks: an eye that goes round the model, a visitor of the room, or a figure on the model. */
export type Eyes = 'orbit' | 'visitor' | 'figure'
/** A grown figure's eyes are so high, m. Common practice, no source. */
const FIGURE_M = 1.65
/** One step of a visitor, mm. */
const VISITOR_STEP_MM = 60
const TURN_DEG = 8
/** A visitor stands so far before the base, mm. */
const BEFORE_MM = 650

/** Where the eye is that sees the model, and how keys walk it. */
export function useEyes(build: Ref<Build>, plan: Ref<Plan | null>) {
  const eyes = ref<Eyes>('orbit')
  /** Where a visitor's eyes are over the floor, and the top of the base under them, cm. */
  const eyeCm = ref(165)
  const tableCm = ref(100)
  const stand = ref({ x: 0, y: 0, headingDeg: 90, tiltDeg: 0 })
  const figureMm = computed(() => (FIGURE_M * 1000) / (scaleRatio(build.value.scale) ?? 1))
  /** A figure stands on the water where there is some: nobody wants to see its bed from below. */
  const levelAt = (x: number, y: number) =>
    plan.value?.ground.pools.find(
      (p) => p.measured && p.shoreline.some((ring) => insideRing([x, y], ring))
    )?.levelMm ?? 0
  const eye = computed<EyeSetting>(() => {
    if (eyes.value === 'orbit') return { kind: 'orbit' }
    const { x, y, headingDeg, tiltDeg } = stand.value
    const z =
      eyes.value === 'visitor'
        ? 10 * (eyeCm.value - tableCm.value)
        : Math.max(landAt(build.value, [x, y]), levelAt(x, y)) + figureMm.value
    return { kind: 'walk', at: [x, y, z], headingDeg, tiltDeg }
  })
  function look(next: Eyes): void {
    eyes.value = next
    const { widthMm, depthMm } = build.value.base
    stand.value =
      next === 'figure'
        ? { x: widthMm * 0.5, y: depthMm * 0.06, headingDeg: 90, tiltDeg: 4 }
        : { x: widthMm * 0.5, y: -BEFORE_MM, headingDeg: 90, tiltDeg: -38 }
  }
  function walk(key: string): void {
    const { x, y, headingDeg, tiltDeg } = stand.value
    const step = eyes.value === 'figure' ? Math.max(2, figureMm.value) : VISITOR_STEP_MM
    const a = radians(headingDeg)
    const turn = { ArrowLeft: TURN_DEG, ArrowRight: -TURN_DEG }[key]
    const by = key === 'ArrowUp' ? step : -step
    stand.value = turn
      ? { x, y, headingDeg: headingDeg + turn, tiltDeg }
      : { x: x + by * Math.cos(a), y: y + by * Math.sin(a), headingDeg, tiltDeg }
  }
  return { eyes, eye, eyeCm, tableCm, look, walk }
}
