/** Something that can be done at a place of a drawing. */
export interface Act {
  name: string
  go: () => unknown
  /** A line stands over it. */
  apart?: boolean
}
