import { stagesOf } from '../../plan/stages'
import { zipSync } from 'fflate'
import type { Build } from '../../build/types'
import type { Shelf } from '../../craft/materials/shelf'
import { cutList, onBoard, type CutList } from '../../plan/beside/cutList'
import { closed, template } from '../../plan/templates/draw'
import { landOf } from '../../plan/beside/landOf'
import type { LandRoom } from '../../plan/beside/landRoom'
import { landPieces } from '../../plan/templates/landPieces'
import { landSheets } from '../../plan/templates/landSheets'
import type { Paper } from '../../plan/templates/pieces'
import type { Template } from '../../plan/templates/types'
import type { Units } from '../../words/units'
import { fileName } from '../fileName'
import type { FontFiles } from '../paper/fontChoice'
import type { MadeFile } from './exports'
import { solidStl } from './solidStl'
import { templateDxf } from './templateDxf'
import { templatesPdf, type SheetDone } from './templatePdf'
import { templateSvg } from './templateSvg'
import { worded } from './worded'

/** How the land is cut: the foam's thickness, and how large its boards are bought, mm. */
export interface Cutting {
  sheetMm: number
  boardMm: readonly [number, number]
  /** What is left free for a case and for faces of rock; left out: nothing. */
  room?: LandRoom
}

/** The cut list of a build as it is now. @throws RangeError where it cannot be cut so */
export function cutListOf(
  build: Build,
  { sheetMm, boardMm, room }: Cutting,
  shelf: Shelf
): CutList {
  const make = stagesOf(build, shelf)
  return cutList(build, make('ground'), make('forms'), sheetMm, boardMm, room)
}

/** The boards as they are cut, one template each: every piece where it was laid. */
export const boardTemplates = (list: CutList): Template[] =>
  Array.from({ length: list.nested.boards }, (_, b) => {
    const [w, h] = list.boardMm
    const on = list.pieces.flatMap((piece, i) =>
      list.nested.placed[i].board === b ? [{ piece, ...onBoard(list, i) }] : []
    )
    return template(
      'land-sheet',
      null,
      {
        id: `board-${b + 1}`,
        name: `Foam board ${b + 1} of ${list.nested.boards}`,
        use: 'For a machine that cuts whole boards.'
      },
      [
        closed('base', [
          [0, 0],
          [w, 0],
          [w, h],
          [0, h]
        ]),
        ...on.flatMap(({ outline, holes }) => [outline, ...holes].map((r) => closed('cut', r)))
      ],
      on.map(({ piece, outline }) => ({ at: outline[0], text: `${piece.sheet + 1}` }))
    )
  })

/** The sheets of the land at 1:1, on paper. */
export async function landPdf(
  build: Build,
  cutting: Cutting,
  paper: Paper,
  shelf: Shelf,
  { read, units = 'metric', done }: { read: FontFiles; units?: Units; done?: SheetDone }
): Promise<MadeFile> {
  const list = cutListOf(build, cutting, shelf)
  const sheets = landSheets(list, build.base).map((t) => worded(t, units))
  return {
    name: fileName('Land in sheets', build.name, '.pdf'),
    type: 'application/pdf',
    bytes: await templatesPdf(sheets, paper, build.name, { read, units, done })
  }
}

/** The land as blocks for a printer's bed, an STL each, in one zip. @throws RangeError where the bed is too small */
export function landBlocks(build: Build, bedMm: readonly [number, number], shelf: Shelf): MadeFile {
  const make = stagesOf(build, shelf)
  const blocks = landPieces(landOf(build, make('ground'), make('forms')), build.base, bedMm)
  return {
    name: fileName('Land in blocks', build.name, '.zip'),
    type: 'application/zip',
    bytes: zipSync(Object.fromEntries(blocks.map((b) => [`${b.name}.stl`, solidStl(b)])))
  }
}

/** One sheet of the land, or one board, as a drawing file. @throws RangeError when there is none of that id */
export function landFile(
  build: Build,
  cutting: Cutting,
  id: string,
  format: 'svg' | 'dxf',
  shelf: Shelf,
  encode: (text: string) => Uint8Array,
  units: Units = 'metric'
): MadeFile {
  const list = cutListOf(build, cutting, shelf)
  const all = [...landSheets(list, build.base), ...boardTemplates(list)]
  const found = all.find((t) => t.id === id)
  if (!found) throw new RangeError(`sheet: there is none called “${id}”`)
  const one = worded(found, units)
  return {
    name: fileName(found.name, build.name, `.${format}`),
    type: format === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
    bytes: encode(format === 'svg' ? templateSvg(one) : templateDxf(one))
  }
}
