/** Kinds of flow at a place, by its Froude number. */
export type FlowKind = 'quiet' | 'near-critical' | 'fast'

/** Froude numbers between which waves stand and grow. Common practice: about critical, no source. */
const NEAR: readonly [number, number] = [0.75, 1.35]

/** The kind of flow that a Froude number makes. @example flowKind(1) // "near-critical" */
export const flowKind = (froude: number): FlowKind =>
  froude < NEAR[0] ? 'quiet' : froude <= NEAR[1] ? 'near-critical' : 'fast'
