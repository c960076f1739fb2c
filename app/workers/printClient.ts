import { proxy } from 'comlink'
import { klona } from 'klona/lite'
import type { Build } from '../../core/build/types'
import type { Material } from '../../core/craft/materials/types'
import type { MadeFile, TemplateFormat } from '../../core/exchange/sheets/exports'
import type { Cutting } from '../../core/exchange/sheets/landFiles'
import type { CutList } from '../../core/plan/beside/cutList'
import type { Plan } from '../../core/plan/derivePlan'
import type { Units } from '../../core/words/units'
import type { Paper } from '../../core/plan/templates/pieces'
import type { Template } from '../../core/plan/templates/types'
import { job, type Job } from './startWorker'
import type { PrintWork } from './print.worker'

const worker = () => new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' })

/** Draws and writes the templates of a build off the main thread, each in a worker of its own. */
export function printing(given: Build, bottles: readonly Material[], units: Units) {
  const { build, own } = klona({ build: given, own: bottles })
  return {
    show: (id: string): Job<Template> =>
      job<PrintWork, Template>(worker(), (w) => w.show(build, own, id, units)),
    pdf: (ids: readonly string[], paper: Paper, doing: (what: string) => void): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) => w.pdf(build, own, ids, paper, units, proxy(doing))),
    book: (
      plan: Plan,
      paper: Paper,
      photos: ReadonlyMap<string, Uint8Array>,
      doing: (what: string) => void
    ): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) =>
        w.book(build, own, klona(plan), paper, units, photos, proxy(doing))
      ),
    cutList: (cutting: Cutting): Job<CutList> =>
      job<PrintWork, CutList>(worker(), (w) => w.cutList(build, own, cutting) as Promise<CutList>),
    landPdf: (cutting: Cutting, paper: Paper, doing: (what: string) => void): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) =>
        w.landPdf(build, own, cutting, paper, units, proxy(doing))
      ),
    landBlocks: (bedMm: readonly [number, number]): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) => w.landBlocks(build, own, bedMm)),
    landFile: (cutting: Cutting, id: string, format: 'svg' | 'dxf'): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) => w.landFile(build, own, cutting, id, format, units)),
    file: (id: string, format: TemplateFormat): Job<MadeFile> =>
      job<PrintWork, MadeFile>(worker(), (w) => w.file(build, own, id, format, units))
  }
}
