import type { SeaShape } from '../../build/shapes'
import { modelMm } from '../../physics/shape/units'
import { JUST_WITHIN, seaFor, type SeaFor } from '../../physics/water/waves/seaFor'
import type { BreakerKind } from '../../physics/water/waves/breaking'
import { plain, quantity, say, type Sentence } from '../../words/sentence'

/** One way to bring nature to a wish: what is said of it, and what is changed. */
export type WishWay = { label: Sentence } & (
  | { change: Partial<Omit<SeaShape, 'kind' | 'id'>> }
  /** Another level of its pool: a tide. */
  | { levelMm: number }
)

/** A kind of breaker that was wished, and how far it is from what this sea does by itself. */
export interface WishedSea {
  kind: BreakerKind
  /** What it does by nature; null: it breaks nowhere on this bed. */
  byNature: BreakerKind | null
  /** The nearest sea that does it on this bed, or on any where there is no shore. */
  sea: SeaFor
  /** Nearest first; none where nature does it already. */
  ways: WishWay[]
}

/** What stands there now. */
interface Now {
  scale: number
  heightMm: number
  /** Of the bed as it is seen, painted depth included; null: no shore. */
  beachSlope: number | null
  /** Deepest water as it is seen, full size, m. */
  deepestM: number
  byNature: BreakerKind | null
  /** Tides at which the same waves do it. */
  tides: () => WishWay[]
}

/** Sets a wish against what the sea does by itself. */
export function wished(kind: BreakerKind, now: Now): WishedSea {
  const { scale, heightMm, beachSlope, byNature } = now
  const near = seaFor({ scale, kind, heightMm, beachSlope: beachSlope ?? undefined })
  if (byNature === kind) return { kind, byNature, sea: { ...near, distance: 0 }, ways: [] }
  return {
    kind,
    byNature,
    sea: near,
    ways: [...(beachSlope === null ? [] : waysTo(kind, now, beachSlope)), ...now.tides()]
  }
}

/** How many times as deep a bed is tried painted, the least change first. */
const TIMES = [
  1,
  ...Array.from({ length: 60 }, (_, i) => 1.06 ** (i + 1)).flatMap((f) => [f, 1 / f])
]
/** A wave breaks on the base where its depth is there with something to spare. */
export const TO_SPARE = 0.95
/** And so far inside its kind that no rounding tips it over. */
const INSIDE = 0.01

/** Whether a surf number lies inside a kind, with something to spare. */
export function isWithin(kind: BreakerKind, surf: number): boolean {
  const [low, high] = JUST_WITHIN[kind]
  return surf >= low * (1 + INSIDE) && surf <= high * (1 - INSIDE)
}

/** The period that does it on this bed; else the least painted depth with one that does; else none. */
function waysTo(kind: BreakerKind, now: Now, beachSlope: number): WishWay[] {
  const { scale, heightMm, deepestM } = now
  for (const times of TIMES) {
    const sea = seaFor({ scale, kind, heightMm, beachSlope: beachSlope * times })
    const holds = sea.waterMm <= TO_SPARE * modelMm(deepestM * times, scale)
    if (sea.distance > 0 || !holds || !isWithin(kind, sea.iribarren)) continue
    const period = {
      drive: 'breaker' as const,
      breakerMm: digits(heightMm, 4),
      periodS: digits(sea.periodS, 4)
    }
    const every = `${plain(sea.periodS)} s`
    if (times === 1) return [{ label: `Let them come every ${every}, full size`, change: period }]
    const paintedM = digits(deepestM * times, 4)
    return [
      {
        label: say`Paint the bed as if ${quantity(paintedM, 'm')} at its deepest, a wave every ${every}`,
        change: { ...period, paintedM }
      }
    ]
  }
  return []
}

const digits = (value: number, most: number) => Number(value.toPrecision(most))

/**
 * How far a wish is from nature, in words.
 *
 * @example distanceWords({ distance: 0.7, beachSlope: 0.1 }, 0.05) // 'the bed would be 2 times as steep'
 */
export function distanceWords(
  { distance, beachSlope }: Pick<SeaFor, 'distance' | 'beachSlope'>,
  given: number | null
): string {
  if (distance === 0 || given === null) return 'as nature has it'
  const times = beachSlope / given
  return times > 1
    ? `the bed would be ${plain(times)} times as steep`
    : `the bed would be ${plain(1 / times)} times as flat`
}
