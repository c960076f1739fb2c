/** Degrees of a turn as radians. @example radians(180) // Math.PI */
export const radians = (deg: number): number => (deg * Math.PI) / 180

/** Radians as degrees of a turn. @example degrees(Math.PI) // 180 */
export const degrees = (rad: number): number => (rad * 180) / Math.PI
