import type { Point2 } from '../../physics/shape/polygon'
import type { Sentence } from '../../words/sentence'

/** What a line on a template is for; also the names of layers in a drawing file. */
export const LAYERS = {
  cut: {
    name: 'Cut',
    note: 'cut along it',
    colour: '#10201d',
    widthMm: 0.35,
    dashMm: null,
    aci: 7
  },
  tuck: {
    name: 'Tuck',
    note: 'tucked in beyond it',
    colour: '#9c3b22',
    widthMm: 0.25,
    dashMm: [3, 1.5],
    aci: 1
  },
  tear: {
    name: 'Tear',
    note: 'glassy before it, torn into threads beyond',
    colour: '#7d5a0d',
    widthMm: 0.25,
    dashMm: [1, 1],
    aci: 40
  },
  strip: {
    name: 'Strip',
    note: 'edge of a strip',
    colour: '#47554f',
    widthMm: 0.15,
    dashMm: [2, 2],
    aci: 8
  },
  water: {
    name: 'Water',
    note: 'the water’s edge or surface',
    colour: '#0e5158',
    widthMm: 0.3,
    dashMm: null,
    aci: 5
  },
  ground: {
    name: 'Ground',
    note: 'ground or bed',
    colour: '#5d543c',
    widthMm: 0.3,
    dashMm: null,
    aci: 33
  },
  depth: {
    name: 'Depth',
    note: 'line of equal depth',
    colour: '#3f8f8f',
    widthMm: 0.15,
    dashMm: [1.5, 1.5],
    aci: 4
  },
  stands: {
    name: 'Stands',
    note: 'something stands here',
    colour: '#5d543c',
    widthMm: 0.25,
    dashMm: [3, 1],
    aci: 33
  },
  crest: {
    name: 'Crest',
    note: 'a crest',
    colour: '#0e5158',
    widthMm: 0.3,
    dashMm: null,
    aci: 150
  },
  break: {
    name: 'Break',
    note: 'where crests begin to break',
    colour: '#9c3b22',
    widthMm: 0.25,
    dashMm: [4, 1.5, 1, 1.5],
    aci: 1
  },
  wash: {
    name: 'Wash',
    note: 'foam line of the wash',
    colour: '#3f8f8f',
    widthMm: 0.2,
    dashMm: [1, 1.5],
    aci: 4
  },
  foam15: {
    name: 'Foam-15',
    note: 'thin white inside it',
    colour: '#47554f',
    widthMm: 0.2,
    dashMm: [2, 1],
    aci: 8
  },
  foam40: {
    name: 'Foam-40',
    note: 'half white inside it',
    colour: '#0e5158',
    widthMm: 0.25,
    dashMm: null,
    aci: 5
  },
  foam70: {
    name: 'Foam-70',
    note: 'thick white inside it',
    colour: '#9c3b22',
    widthMm: 0.35,
    dashMm: null,
    aci: 1
  },
  stroke: {
    name: 'Stroke',
    note: 'the way of the brush',
    colour: '#7d5a0d',
    widthMm: 0.2,
    dashMm: null,
    aci: 40
  },
  prop: {
    name: 'Prop',
    note: 'a prop stands here',
    colour: '#9c3b22',
    widthMm: 0.35,
    dashMm: [2, 1],
    aci: 1
  },
  saw: {
    name: 'Saw',
    note: 'sawn along it',
    colour: '#9c3b22',
    widthMm: 0.25,
    dashMm: [4, 1],
    aci: 30
  },
  note: {
    name: 'Note',
    note: 'leads to what a label speaks of',
    colour: '#7b8782',
    widthMm: 0.1,
    dashMm: null,
    aci: 9
  },
  base: {
    name: 'Base',
    note: 'edge of the base',
    colour: '#5d543c',
    widthMm: 0.25,
    dashMm: null,
    aci: 33
  }
} as const satisfies Record<
  string,
  {
    name: string
    note: string
    colour: string
    widthMm: number
    dashMm: readonly number[] | null
    aci: number
  }
>
export type LayerId = keyof typeof LAYERS

export type TemplateKind =
  | 'fall-sheet'
  | 'side-curve'
  | 'stream-curve'
  | 'wave-face'
  | 'crest-lines'
  | 'splash'
  | 'foam'
  | 'strokes'
  | 'pool'
  | 'end-section'
  | 'jig'
  | 'run-section'
  | 'land-sheet'

export interface TemplateShape {
  layer: LayerId
  closed: boolean
  points: Point2[]
}
export interface TemplateText {
  at: Point2
  text: Sentence
}

/** A drawing at 1:1: mm, x right, y up, nothing left of or below (0, 0). */
export interface Template {
  id: string
  kind: TemplateKind
  water: string | null
  name: string
  /** What it is laid against, in a sentence. */
  use: Sentence
  shapes: TemplateShape[]
  texts: TemplateText[]
  widthMm: number
  heightMm: number
}

/** A solid master to print or mill: mm, z up. */
export interface Solid {
  id: string
  water: string
  name: string
  xyz: Float64Array
  triangles: Uint32Array
}
