/** Degrees of a turn as radians. @example radians(180) // 3.14159 */
export const radians = (deg: number): number => (deg * Math.PI) / 180

/** Radians as degrees of a turn. @example degrees(0.5) // 28.648 */
export const degrees = (rad: number): number => (rad * 180) / Math.PI
