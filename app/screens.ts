import { useMediaQuery } from '@vueuse/core'

/**
 * A phone leaning on a paint pot: one column, a bar at the foot. The style sheets say the same width.
 * In rem: whoever reads in large letters has room for fewer of them.
 */
export const usePhone = () => useMediaQuery('(max-width: 43.75rem)')
/** Between the phone and the table: the drawing has the screen, the tray comes in as a drawer. */
export const useTablet = () => useMediaQuery('(min-width: 43.8125rem) and (max-width: 62.5rem)')
