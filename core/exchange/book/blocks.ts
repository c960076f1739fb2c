import type { Point2 } from '../../physics/shape/polygon'

/** A line of a drawing: mm, y up; filled where it says so. */
export interface Stroke {
  points: readonly Point2[]
  closed: boolean
  colour: string
  widthMm: number
  dashMm?: readonly number[] | null
  fill?: string
}

/** What a book is made of, in the order in which it is read. */
export type Block =
  | { kind: 'title'; text: string; lines: string[] }
  | { kind: 'chapter'; text: string }
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; soft?: true }
  | { kind: 'caution'; text: string }
  | { kind: 'list'; items: string[]; boxes?: true }
  | {
      kind: 'table'
      /** What stands in its first column is a box to tick. */
      boxes?: true
      head: string[]
      /** Shares of the width. */
      shares: number[]
      /** Columns of figures, set to the right. */
      figures?: number[]
      rows: string[][]
    }
  | { kind: 'drawing'; says: string; strokes: Stroke[]; mostMm: number }
  | { kind: 'picture'; says: string; jpeg: Uint8Array; widthPx: number; heightPx: number }

/** Every word of a block that is set. */
export function wordsOf(block: Block): string[] {
  switch (block.kind) {
    case 'title':
      return [block.text, ...block.lines]
    case 'list':
      return block.items
    case 'table':
      return [...block.head, ...block.rows.flat()]
    case 'drawing':
    case 'picture':
      return [block.says]
    default:
      return [block.text]
  }
}
