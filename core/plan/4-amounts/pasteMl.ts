import type { Recipe } from '../../craft/ways/types'

/** Mixed over what the map asks for. Common practice, no source. */
const OVER = 1.1

/**
 * Paste to be stirred before it froths, ml: a tenth more than is laid.
 * @example pasteMl({ foams: 2 }, 100) // 55
 */
export const pasteMl = ({ foams = 1 }: Pick<Recipe, 'foams'>, laidMl: number): number =>
  (OVER * laidMl) / foams
