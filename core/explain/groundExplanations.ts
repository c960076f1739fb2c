import { coverMl } from '../physics/stuff/mixing/mix'
import type { Pool } from '../build/types'
import { mm, quantity, say } from '../words/sentence'
import type { Explanation, Line } from './explanations'

interface Measured {
  volumeMl: number
  areaMm2: number
  lowestMm: number
  maxDepthMm: number
  meanDepthMm: number
  displacedMl: number
  leanMl: number
}

export const explainVolume = (pool: Pool, ground: Measured): Explanation => ({
  title: 'Volume',
  formula:
    'sum over triangles of wet area × mean depth, each triangle cut exactly at the waterline',
  inputs: [
    ['soundings', String(pool.soundings.length)],
    ['outline points', String(pool.outline.length)],
    ['level', mm(pool.levelMm)],
    [
      'surface × mean depth',
      say`${quantity(ground.areaMm2 / 100, 'cm²')} × ${quantity(ground.meanDepthMm, 'mm', 2)} = ${quantity((ground.areaMm2 * ground.meanDepthMm) / 1000, 'ml')}`
    ],
    ...(ground.leanMl ? [['walls lean', quantity(ground.leanMl, 'ml')] as Line] : []),
    ...(ground.displacedMl
      ? [['stands in it', say`−${quantity(ground.displacedMl, 'ml')}`] as Line]
      : []),
    ['volume', quantity(ground.volumeMl, 'ml')]
  ],
  source:
    pool.measure === 'kriging'
      ? 'Ordinary kriging (Isaaks & Srivastava 1989), then truncated prisms, any surveying handbook'
      : 'Delaunay triangulation; truncated prisms, any surveying handbook',
  trust:
    pool.measure === 'kriging'
      ? 'The likeliest bed through your dips, and its ± says how far off it may be.'
      : 'Exact for the surface through your dips. Between dips the ground is taken to be straight: more dips, closer to the truth.'
})

export const explainDepth = (pool: Pool, ground: Measured): Explanation => ({
  title: 'Deepest',
  formula: 'level − lowest ground',
  inputs: [
    ['level', mm(pool.levelMm)],
    ['lowest ground', mm(ground.lowestMm)],
    ['deepest', mm(ground.maxDepthMm)]
  ],
  source: 'Your soundings',
  trust: 'As good as the deepest dip: a hole you did not dip into is not in it.'
})

export const explainSd = (ground: { sdMl: number; volumeMl: number }): Explanation => ({
  title: 'Plus or minus',
  formula:
    'ordinary kriging with an exponential variogram fitted to the dips; variance of the volume, block by block',
  inputs: [
    ['standard deviation', quantity(ground.sdMl, 'ml')],
    ['volume', quantity(ground.volumeMl, 'ml')],
    ['19 times in 20 no more than', quantity(ground.volumeMl + coverMl(ground.sdMl), 'ml')]
  ],
  source: 'Isaaks & Srivastava, Applied Geostatistics (1989); from memory',
  trust:
    'Honest about what was not dipped, if the bed is of one kind throughout. A hole nobody dipped is still a hole.'
})
