import { expose } from 'comlink'
import './refusals'
import type { Build } from '../../core/build/types'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import {
  bookFile,
  fileOf,
  pdfOf,
  templateOf,
  type TemplateFormat
} from '../../core/exchange/sheets/exports'
import {
  cutListOf,
  landBlocks,
  landFile,
  landPdf,
  type Cutting
} from '../../core/exchange/sheets/landFiles'
import type { Plan } from '../../core/plan/derivePlan'
import type { Units } from '../../core/words/units'
import type { Paper } from '../../core/plan/templates/pieces'
import { fontFiles } from '../fontFiles'

const encoder = new TextEncoder()
const shelfWith = (own: readonly Material[]) => shelfOf([...BUILT_IN, ...own])

const work = {
  show: (build: Build, own: readonly Material[], id: string, units: Units) =>
    templateOf(build, id, shelfWith(own), units),
  pdf: (
    build: Build,
    own: readonly Material[],
    ids: readonly string[],
    paper: Paper,
    units: Units,
    doing: (what: string) => void
  ) =>
    pdfOf(build, ids, paper, shelfWith(own), {
      read: fontFiles,
      units,
      done: (done, of) => doing(`sheet ${done} of ${of}`)
    }),
  book: (
    build: Build,
    own: readonly Material[],
    plan: Plan,
    paper: Paper,
    units: Units,
    photos: ReadonlyMap<string, Uint8Array>,
    doing: (what: string) => void
  ) =>
    bookFile(build, plan, paper, shelfWith(own), {
      read: fontFiles,
      units,
      photos,
      done: (done, of) => doing(`part ${done} of ${of}`)
    }),
  cutList: (build: Build, own: readonly Material[], cutting: Cutting) =>
    cutListOf(build, cutting, shelfWith(own)),
  landPdf: (
    build: Build,
    own: readonly Material[],
    cutting: Cutting,
    paper: Paper,
    units: Units,
    doing: (what: string) => void
  ) =>
    landPdf(build, cutting, paper, shelfWith(own), {
      read: fontFiles,
      units,
      done: (done, of) => doing(`sheet ${done} of ${of}`)
    }),
  landBlocks: (build: Build, own: readonly Material[], bedMm: readonly [number, number]) =>
    landBlocks(build, bedMm, shelfWith(own)),
  landFile: (
    build: Build,
    own: readonly Material[],
    cutting: Cutting,
    id: string,
    format: 'svg' | 'dxf',
    units: Units
  ) => landFile(build, cutting, id, format, shelfWith(own), (text) => encoder.encode(text), units),
  file: (
    build: Build,
    own: readonly Material[],
    id: string,
    format: TemplateFormat,
    units: Units
  ) => fileOf(build, id, format, shelfWith(own), (text) => encoder.encode(text), units)
}
export type PrintWork = typeof work
expose(work)
