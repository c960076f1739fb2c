import { coverMl } from '../physics/stuff/mixing/mix'
import type { Pool } from '../build/types'
import { plain } from '../words/sentences'
import type { Explanation } from './explanations'

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
    ['level', `${plain(pool.levelMm)} mm`],
    [
      'surface × mean depth',
      `${plain(ground.areaMm2 / 100)} cm² × ${plain(ground.meanDepthMm, 2)} mm = ${plain((ground.areaMm2 * ground.meanDepthMm) / 1000)} ml`
    ],
    ...(ground.leanMl ? [['walls lean', `${plain(ground.leanMl)} ml`] as [string, string]] : []),
    ...(ground.displacedMl
      ? [['stands in it', `−${plain(ground.displacedMl)} ml`] as [string, string]]
      : []),
    ['volume', `${plain(ground.volumeMl)} ml`]
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
    ['level', `${plain(pool.levelMm)} mm`],
    ['lowest ground', `${plain(ground.lowestMm)} mm`],
    ['deepest', `${plain(ground.maxDepthMm)} mm`]
  ],
  source: 'Your soundings',
  trust: 'As good as the deepest dip: a hole you did not dip into is not in it.'
})

export const explainSd = (ground: { sdMl: number; volumeMl: number }): Explanation => ({
  title: 'Plus or minus',
  formula:
    'ordinary kriging with an exponential variogram fitted to the dips; variance of the volume, block by block',
  inputs: [
    ['standard deviation', `${plain(ground.sdMl)} ml`],
    ['volume', `${plain(ground.volumeMl)} ml`],
    ['19 times in 20 no more than', `${plain(ground.volumeMl + coverMl(ground.sdMl))} ml`]
  ],
  source: 'Isaaks & Srivastava, Applied Geostatistics (1989); from memory',
  trust:
    'Honest about what was not dipped, if the bed is of one kind throughout. A hole nobody dipped is still a hole.'
})
