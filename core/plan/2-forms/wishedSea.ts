import type { Sea } from '../../build/types'
import { wayFor } from '../../craft/ways/catalog'
import { seaFor, type SeaFor } from '../../physics/water/waves/seaFor'
import type { BreakerKind } from '../../physics/water/waves/breaking'
import { plain } from '../../words/sentences'

/** One way to bring nature to a wish: what is said of it, and what is changed. */
export interface WishWay {
  label: string
  change: Partial<Omit<Sea, 'kind' | 'id'>>
}

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

/** What is wished: by the builder, or by what they make of it, for film is rolled to a hollow. */
export function wishOf(sea: Sea): BreakerKind | null {
  if (sea.wish) return sea.wish
  return wayFor('sea', sea.way)?.part?.shape === 'curl' ? 'plunging' : null
}

/** What stands there now. */
interface Now {
  scale: number
  heightMm: number
  periodS: number
  /** Of the bed as it is seen, painted depth included; null: no shore. */
  beachSlope: number | null
  /** Deepest water as it is seen, full size, m. */
  deepestM: number
  byNature: BreakerKind | null
}

/** Sets a wish against what the sea does by itself. */
export function wished(kind: BreakerKind, now: Now): WishedSea {
  const { scale, heightMm, beachSlope, byNature } = now
  const near = seaFor({ scale, kind, heightMm, beachSlope: beachSlope ?? undefined })
  if (byNature === kind) return { kind, byNature, sea: { ...near, distance: 0 }, ways: [] }
  const period = {
    drive: 'breaker' as const,
    breakerMm: round(heightMm, 10),
    periodS: round(near.periodS, 100)
  }
  const every = `${plain(near.periodS)} s`
  if (near.distance === 0)
    return {
      kind,
      byNature,
      sea: near,
      ways:
        beachSlope === null
          ? []
          : [{ label: `Let them come every ${every}, full size`, change: period }]
    }
  if (beachSlope === null) return { kind, byNature, sea: near, ways: [] }
  const paintedM = round((now.deepestM * near.beachSlope) / beachSlope, 100)
  return {
    kind,
    byNature,
    sea: near,
    ways: [
      {
        label: `Paint the bed as if ${plain(paintedM)} m at its deepest, a wave every ${every}`,
        change: { ...period, paintedM }
      }
    ]
  }
}

const round = (value: number, per: number) => Math.max(1, Math.round(value * per)) / per

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
