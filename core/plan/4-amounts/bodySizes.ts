import type { WaterKind } from '../../craft/ways/types'
import type { SizeName, Sizes } from '../../craft/ways/types'

/**
 * A water is worked on as soon as it has something to lay: a pool pours, coats of light, tissue or
 * gel; a fall strips; the others a surface.
 */
const WORKED: Readonly<Record<WaterKind, readonly SizeName[]>> = {
  pool: ['pours', 'lightCoats', 'tissueLayers', 'glossCoats'],
  fall: ['strips'],
  reach: ['formCm2'],
  sea: ['formCm2'],
  splash: ['fingers']
}

/** Whether there is anything to do for a water of these sizes. */
export const isWorked = (kind: WaterKind, sizes: Sizes): boolean =>
  (kind !== 'pool' || (sizes.areaCm2 ?? 0) > 0) &&
  WORKED[kind].some((size) => (sizes[size] ?? 0) > 0)
