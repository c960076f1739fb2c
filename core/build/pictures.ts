import type { Point2 } from '../physics/shape/polygon'

/** What a line on a picture follows. */
export const TRACED = ['shore', 'crest', 'lip', 'foam', 'stone', 'sheet'] as const
export type TracedKind = (typeof TRACED)[number]
/** Lines that close: what they go round. */
export const CLOSED: readonly TracedKind[] = ['shore', 'foam', 'stone']

/** A line on a picture, px: x to the right, y down. */
export interface TracedLine {
  kind: TracedKind
  points: Point2[]
}

/** Four points of a picture: front left, front right, back right, back left. */
export type Corners = readonly [Point2, Point2, Point2, Point2]

/**
 * How a picture lies on the plan: by two of its points and how far apart they are, upright over the
 * middle of the base; or, where it was taken aslant, by the four corners of a rectangle on the water.
 * Or how it lies behind the section, where it was taken level from the side.
 */
export type PictureScale =
  | { by: 'two'; points: readonly [Point2, Point2]; mm: number; widthPx: number; heightPx: number }
  | {
      by: 'four'
      corners: Corners
      widthMm: number
      depthMm: number
      /** Where on the plan its front left corner lies. */
      at: Point2
    }
  | {
      by: 'side'
      points: readonly [Point2, Point2]
      mm: number
      /** Where the first of the points lies: along the section line from A, and up, mm. */
      at: Point2
    }

/** A picture of the log with its scale and what was drawn on it. */
export interface Trace {
  /** Id of the photograph. */
  photo: string
  scale: PictureScale
  lines: TracedLine[]
  /** Whether it lies under the plan, or behind the section. */
  shown: boolean
}

/** No build keeps more of them. */
export const MOST_TRACES = 20
/** No picture is larger, px; no picture has more lines, nor a line more points. */
export const LARGEST_PX = 100_000
export const MOST_LINES = 500
export const MOST_POINTS = 2000
