import type { Read } from '../reads'
import { mastersOf } from './masters'
import { RUN_SURFACE } from './runSurface'
import { templatesOf, type Drawn } from './templatesOf'
import { piecesOf, sizesOf, type Sizes } from './pieces'
import { sheetCount } from './sheets'
import type { Template } from './types'

/** A template as the plan lists it; its lines are drawn when it is looked at or printed. */
export interface TemplateLine extends Omit<Template, 'shapes' | 'texts' | 'kind'> {
  kind: Template['kind'] | 'solid'
  /** How many sheets it takes by itself. */
  sheets: { a4: number; letter: number }
  /** Sizes of the pieces that it is printed in, by paper. */
  pieces: { a4: Sizes; letter: Sizes }
}

/** Solids go to a machine, not on paper. */
const UNPRINTED: Pick<TemplateLine, 'sheets' | 'pieces'> = {
  sheets: { a4: 0, letter: 0 },
  pieces: { a4: { lying: false, pieces: [] }, letter: { lying: false, pieces: [] } }
}

/** The list of what can be printed. */
export function templateList(
  build: Read<'templates'>,
  forms: Drawn['forms'],
  ground: Drawn['ground'],
  parts: Drawn['parts']
): TemplateLine[] {
  const flat = templatesOf(build, { forms, ground, parts }).map(
    ({ shapes, texts, ...t }): TemplateLine => {
      const pieces = {
        a4: sizesOf(piecesOf({ ...t, shapes, texts }, 'a4')),
        letter: sizesOf(piecesOf({ ...t, shapes, texts }, 'letter'))
      }
      const sheets = {
        a4: sheetCount([pieces.a4], 'a4'),
        letter: sheetCount([pieces.letter], 'letter')
      }
      return { ...t, sheets, pieces }
    }
  )
  const solids = mastersOf(forms, (id) => build.waters.find((w) => w.id === id)?.name ?? id).map(
    (s): TemplateLine => ({
      id: s.id,
      kind: 'solid',
      water: s.water,
      name: s.name,
      use: 'Print or mill it: a master to mould, or a former to lay strips over.',
      widthMm: span(s.sections, 0),
      heightMm: span(s.sections, 2),
      ...UNPRINTED
    })
  )
  const ran: TemplateLine[] = forms.ran
    ? [
        {
          id: RUN_SURFACE,
          kind: 'solid',
          water: null,
          name: `Water surface, ${forms.ran.name}`,
          use: 'The whole base with the water on it, as a block to print or mill and as a height map.',
          widthMm: build.base.widthMm,
          heightMm: build.base.depthMm,
          ...UNPRINTED
        }
      ]
    : []
  return [...flat, ...solids, ...ran]
}

function span(sections: readonly (readonly (readonly number[])[])[], axis: number): number {
  let [low, high] = [Infinity, -Infinity]
  for (const section of sections)
    for (const point of section) {
      low = Math.min(low, point[axis])
      high = Math.max(high, point[axis])
    }
  return high - low
}
