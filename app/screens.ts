import { useMediaQuery } from '@vueuse/core'

/** A phone leaning on a paint pot: one column, a bar at the foot. The style sheets say the same width. */
export const usePhone = () => useMediaQuery('(max-width: 700px)')
/** Between the phone and the table: the drawing has the screen, the tray comes in as a drawer. */
export const useTablet = () => useMediaQuery('(min-width: 701px) and (max-width: 1000px)')
