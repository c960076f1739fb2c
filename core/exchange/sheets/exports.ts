import type { Build } from '../../build/types'
import { bookOf, type Photographs } from '../book/bookOf'
import { bookPdf, type BlockDone } from '../book/bookPdf'
import type { Plan } from '../../plan/derivePlan'
import { solidStl } from './solidStl'
import { templateDxf } from './templateDxf'
import { templatesPdf, type SheetDone } from './templatePdf'
import { worded } from './worded'
import { templateSvg } from './templateSvg'
import { withBottles, type Shelf } from '../../craft/materials/shelf'
import { stagesOf } from '../../plan/stages'
import {
  RUN_SURFACE,
  runSurface,
  surfaceSolid,
  type RunSurface
} from '../../plan/templates/runSurface'
import { fileName } from '../fileName'
import { spanOf, surfacePng } from '../scans/heightMap'
import { solidsOf } from '../../plan/templates/solids'
import { templatesOf } from '../../plan/templates/templatesOf'
import type { FontFiles } from '../paper/fontChoice'
import type { Paper } from '../../plan/templates/pieces'
import type { Template } from '../../plan/templates/types'
import type { Units } from '../../words/units'

export type TemplateFormat = 'svg' | 'dxf' | 'stl' | 'png'

/** A file to be saved. */
export interface MadeFile {
  name: string
  type: string
  bytes: Uint8Array
}

const TYPES: Readonly<Record<TemplateFormat, string>> = {
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
  stl: 'model/stl',
  png: 'image/png'
}

const PAPER_NAMES: Readonly<Record<Paper, string>> = { a4: 'A4', letter: 'Letter' }

/** All templates and solids of a build, drawn; their words in the units of choice. */
function drawn(build: Build, shelf: Shelf, units: Units) {
  const make = stagesOf(build, shelf)
  const [ground, forms] = [make('ground'), make('forms')]
  return {
    templates: () =>
      templatesOf(build, { forms, ground, parts: make('parts') }).map((t) => worded(t, units)),
    solids: () => solidsOf(forms, (id) => build.waters.find((w) => w.id === id)?.name ?? id)
  }
}

/** One template, to look at. @throws RangeError when there is none of that id */
export function templateOf(
  build: Build,
  id: string,
  shelf: Shelf,
  units: Units = 'metric'
): Template {
  const found = drawn(build, shelf, units)
    .templates()
    .find((t) => t.id === id)
  if (!found) throw new RangeError(`template: there is none called “${id}”`)
  return found
}

/** Chosen templates as one PDF. @throws RangeError when they take too many sheets */
export async function pdfOf(
  build: Build,
  ids: readonly string[],
  paper: Paper,
  shelf: Shelf,
  { read, units = 'metric', done }: { read: FontFiles; units?: Units; done?: SheetDone }
): Promise<MadeFile> {
  const templates = drawn(build, shelf, units)
    .templates()
    .filter((t) => ids.includes(t.id))
  if (templates.length === 0) throw new RangeError('templates: choose at least one')
  return {
    name: fileName(
      `${templates.length === 1 ? templates[0].name : 'Templates'}, ${PAPER_NAMES[paper]}`,
      build.name,
      '.pdf'
    ),
    type: 'application/pdf',
    bytes: await templatesPdf(templates, paper, build.name, { read, units, done })
  }
}

/**
 * The whole build as a book.
 *
 * @param plan    what follows from the build
 * @param photos  the photographs of its log that are there, by id
 */
export async function bookFile(
  build: Build,
  plan: Plan,
  paper: Paper,
  shelf: Shelf,
  {
    read,
    units = 'metric',
    photos = new Map(),
    done
  }: { read: FontFiles; units?: Units; photos?: Photographs; done?: BlockDone }
): Promise<MadeFile> {
  const all = withBottles(shelf, build.bottles)
  const templates = drawn(build, shelf, units).templates()
  const blocks = bookOf({ build, plan, units, templates, shelf: all }, photos)
  return {
    name: fileName(`Book, ${PAPER_NAMES[paper]}`, build.name, '.pdf'),
    type: 'application/pdf',
    bytes: await bookPdf(blocks, build.name, paper, { read, done })
  }
}

/** What is lost where a picture is told nothing of stands in its name: heights and size of a pixel. */
function surfaceNamed(surface: RunSurface, format: 'stl' | 'png'): string {
  if (format === 'stl') return 'Water surface'
  const [black, white] = spanOf(surface).map((mm) => mm.toFixed(2))
  return `Water surface, black ${black} white ${white} pixel ${surface.grid.cellMm.toFixed(3)} mm`
}

/** One template or solid as a file of a format. @throws RangeError when there is none of that id */
export function fileOf(
  build: Build,
  id: string,
  format: TemplateFormat,
  shelf: Shelf,
  encode: (text: string) => Uint8Array,
  units: Units = 'metric'
): MadeFile {
  if (id === RUN_SURFACE) {
    const surface = runSurface(build)
    if (!surface || (format !== 'stl' && format !== 'png'))
      throw new RangeError('template: no water has run here that was kept')
    return {
      name: fileName(surfaceNamed(surface, format), build.name, `.${format}`),
      type: TYPES[format],
      bytes: format === 'stl' ? solidStl(surfaceSolid(surface)) : surfacePng(surface)
    }
  }
  const { templates, solids } = drawn(build, shelf, units)
  const found =
    format === 'stl' ? solids().find((s) => s.id === id) : templates().find((t) => t.id === id)
  if (!found) throw new RangeError(`template: there is none called “${id}”`)
  const bytes =
    'xyz' in found
      ? solidStl(found)
      : encode(format === 'svg' ? templateSvg(found) : templateDxf(found))
  return {
    name: fileName(found.name, build.name, `.${format}`),
    type: TYPES[format],
    bytes
  }
}
