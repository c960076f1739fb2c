import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { decode } from 'fast-png'
import fc from 'fast-check'
import Module from 'manifold-3d'
import { PDFDocument } from 'pdf-lib'
import { SVGPathData } from 'svg-pathdata'
import { parseSync, type INode } from 'svgson'
import { changeFall, changeSea } from '../../core/build/edits'
import { solidStl } from '../../core/exchange/sheets/solidStl'
import { templateDxf } from '../../core/exchange/sheets/templateDxf'
import { templatesPdf } from '../../core/exchange/sheets/templatePdf'
import { templateSvg } from '../../core/exchange/sheets/templateSvg'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { readStl } from '../../core/exchange/scans/readMesh'
import { closed, template } from '../../core/plan/templates/draw'
import { formStacks } from '../../core/plan/3-stacks/stacksStage'
import { solidsOf } from '../../core/plan/templates/solids'
import { templatesOf } from '../../core/plan/templates/templatesOf'
import { MARGIN_MM, OVERLAP_MM, tiling } from '../../core/plan/templates/tiles'
import { LAYERS } from '../../core/plan/templates/types'
import type { Build } from '../../core/build/types'
import type { Point2 } from '../../core/physics/shape/polygon'
import { demo } from '../support/builds'

interface DxfEntity {
  type: string
  layer: string
  shape?: boolean
  vertices: { x: number; y: number }[]
}
const DxfParser = createRequire(import.meta.url)('dxf-parser') as new () => {
  parseSync: (text: string) => { header: Record<string, unknown>; entities: DxfEntity[] }
}

const drawn = (build: Build) => {
  const ground = groundStage(build)
  const forms = formsStage(build, ground, BUILT_IN_SHELF)
  return {
    forms,
    templates: templatesOf(build, {
      forms,
      ground,
      parts: formStacks(build, forms, BUILT_IN_SHELF)
    })
  }
}
const length = (points: readonly Point2[]) =>
  points
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0)
const same = (
  a: readonly (readonly number[])[],
  b: readonly (readonly number[])[],
  what: string
) => {
  expect(a.length, what).to.equal(b.length)
  a.forEach((p, i) => {
    for (const k of [0, 1]) expect(p[k], `${what}, point ${i}`).to.be.closeTo(b[i][k], 2e-3)
  })
}
const demos = [demo(), demo('2-mole-at-varnsey'), demo('3-slalom-in-the-hollin-gorge')]
const all = demos.flatMap((b) => drawn(b).templates)

/** Black pixels of a page along one row of it, at 300 dots to the inch, by poppler. */
function rasterised(
  pdf: Uint8Array,
  page: number
): { width: number; height: number; dark: (x: number, y: number) => boolean } {
  const folder = mkdtempSync(join(tmpdir(), 'spindle-pdf-'))
  writeFileSync(join(folder, 'x.pdf'), pdf)
  execFileSync('pdftoppm', [
    '-png',
    '-r',
    '300',
    '-gray',
    '-f',
    String(page),
    '-l',
    String(page),
    '-singlefile',
    join(folder, 'x.pdf'),
    join(folder, 'x')
  ])
  const { width, height, data, channels } = decode(readFileSync(join(folder, 'x.png')))
  return { width, height, dark: (x, y) => data[(y * width + x) * channels] < 128 }
}
const DOTS = 300 / 25.4

describe('Templates', () => {
  it('every form of the three demo builds has its own, each with a name, a use and a size', () => {
    expect([...new Set(all.map((t) => t.kind))].sort()).to.deep.equal([
      'crest-lines',
      'end-section',
      'fall-sheet',
      'foam',
      'jig',
      'pool',
      'run-section',
      'side-curve',
      'splash',
      'stream-curve',
      'strokes',
      'wave-face'
    ])
    for (const t of all) {
      expect(t.widthMm * t.heightMm, t.id).to.be.above(20)
      for (const s of t.shapes)
        for (const [x, y] of s.points) {
          expect(x, t.id).to.be.within(0, t.widthMm)
          expect(y, t.id).to.be.within(0, t.heightMm)
        }
    }
  })

  it('the unrolled sheet is as long as its curve and 5 mm at both ends, at any flow and for steps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.8, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (dischargeM3S, steps) => {
          const { forms, templates } = drawn(
            changeFall('weir', { steps, treadMm: 9 })({
              ...demo(),
              flow: { mood: 'steady', dischargeM3S }
            })
          )
          const sheet = templates.find((t) => t.kind === 'fall-sheet')!
          const cut = sheet.shapes.find((s) => s.layer === 'cut')!.points
          const tall = Math.max(...cut.map((p) => p[1])) - Math.min(...cut.map((p) => p[1]))
          expect(tall).to.be.closeTo(length(forms.falls[0].curve!.middle) + 10, 2e-3)
          const tucks = sheet.shapes
            .filter((s) => s.layer === 'tuck')
            .map((s) => s.points[0][1] - Math.min(...cut.map((p) => p[1])))
            .sort((a, b) => a - b)
          expect(tucks[0]).to.be.closeTo(5, 2e-3)
          expect(tall - tucks[1]).to.be.closeTo(5, 2e-3)
        }
      ),
      { numRuns: 15, seed: 11 }
    )
  })

  it('SVG read back by public parsers (svgson, svg-pathdata) has the same millimetres', () => {
    for (const t of all) {
      const svg = parseSync(templateSvg(t))
      expect(svg.attributes).to.include({
        width: `${Math.round(t.widthMm * 1000) / 1000}mm`,
        viewBox: `0 0 ${Math.round(t.widthMm * 1000) / 1000} ${Math.round(t.heightMm * 1000) / 1000}`
      })
      const groups = svg.children.filter((c: INode) => c.name === 'g' && c.attributes.id !== 'Text')
      expect(groups.map((g: INode) => g.attributes.id)).to.have.members([
        ...new Set(t.shapes.map((s) => LAYERS[s.layer].name))
      ])
      for (const g of groups) {
        const own = t.shapes.filter((s) => LAYERS[s.layer].name === g.attributes.id)
        g.children.forEach((path: INode, i: number) => {
          const commands = new SVGPathData(path.attributes.d).toAbs().commands
          const points = commands.flatMap((c) =>
            'x' in c && 'y' in c ? [[c.x, t.heightMm - c.y]] : []
          )
          same(points, own[i].points, `${t.id} ${g.attributes.id}`)
          expect(commands.some((c) => c.type === SVGPathData.CLOSE_PATH)).to.equal(own[i].closed)
        })
      }
    }
  })

  it('DXF read back by a public parser (dxf-parser): millimetres, named layers, closed polylines', () => {
    for (const t of all) {
      const dxf = new DxfParser().parseSync(templateDxf(t))
      expect(dxf.header.$INSUNITS, 'millimetres').to.equal(4)
      const lines = dxf.entities.filter((e) => e.type === 'LWPOLYLINE')
      expect(lines.length).to.equal(t.shapes.length)
      t.shapes.forEach((s, i) => {
        expect(lines[i].layer).to.equal(LAYERS[s.layer].name)
        expect(lines[i].shape ?? false).to.equal(s.closed)
        same(
          lines[i].vertices.map((v) => [v.x, v.y]),
          s.points,
          t.id
        )
      })
    }
  })

  it('PDF: a page rasterised by poppler measures 100 mm at its check line, on A4 and on Letter', async () => {
    for (const paper of ['a4', 'letter'] as const) {
      const pdf = await templatesPdf([all.find((t) => t.kind === 'foam')!], paper, 'Žlab „Ω“')
      const { height, width, dark } = rasterised(pdf, 1)
      // just over the line only its two end marks are dark
      const row = Math.round(height - 7.2 * DOTS)
      const marks: number[] = []
      for (let x = 0; x < 135 * DOTS && x < width; x++) if (dark(x, row)) marks.push(x)
      const right = marks.filter((x) => x - marks[0] > 50 * DOTS)
      const left = marks.filter((x) => x - marks[0] <= 50 * DOTS)
      const middle = (xs: number[]) => (xs[0] + xs.at(-1)!) / 2
      expect((middle(right) - middle(left)) / DOTS, paper).to.be.closeTo(100, 0.1)
      expect(right.length, 'thin marks').to.be.below(8)
    }
  })

  it('PDF: a square of 150 mm on two sheets measures 150 mm when its sheets are laid by their crosses', async () => {
    const square = template('foam', null, { id: 's', name: 'Square', use: '' }, [
      closed('cut', [
        [0, 0],
        [300, 0],
        [300, 150],
        [0, 150]
      ])
    ])
    const lay = tiling(square, 'a4')
    expect(lay.sheets).to.equal(2)
    const pdf = await templatesPdf([square], 'a4', 'square')
    /** First dark dot of a row or column well inside the live part. */
    const edges = [1, 2].map((page) => {
      const { width, height, dark } = rasterised(pdf, page)
      const y = Math.round(height / 2)
      const found: number[] = []
      for (let x = Math.round((MARGIN_MM + 0.5) * DOTS); x < width - (MARGIN_MM + 0.5) * DOTS; x++)
        if (dark(x, y) && !dark(x - 1, y)) found.push(x / DOTS - MARGIN_MM)
      return found
    })
    const [[first], [second]] = edges
    const across = lay.columns === 2 ? lay.stepXMm + second - first : null
    if (across !== null) expect(across).to.be.closeTo(300, 0.3)
    expect(lay.columns).to.equal(2)
    expect(lay.liveWMm - lay.stepXMm).to.equal(OVERLAP_MM)
  })

  it('more than 200 sheets are refused with the way to cut them down', async () => {
    const huge = template('foam', null, { id: 's', name: 'Huge base', use: '' }, [
      closed('cut', [
        [0, 0],
        [4000, 0],
        [4000, 4000],
        [0, 4000]
      ])
    ])
    const said = await templatesPdf([huge], 'a4', 'x').then(
      () => '',
      (error: Error) => error.message
    )
    expect(said).to.match(
      /^sheets: was \d+; at most 200 .*“Huge base” alone takes \d+: save it as SVG or DXF.*modules/
    )
    const many = Array.from({ length: 90 }, () =>
      template('foam', null, { id: 's', name: 'Large base', use: '' }, [
        closed('cut', [
          [0, 0],
          [500, 0],
          [500, 260],
          [0, 260]
        ])
      ])
    )
    expect(
      await templatesPdf(many, 'a4', 'x').then(
        () => '',
        (error: Error) => error.message
      )
    ).to.include('Choose fewer templates')
  })

  it('PDF: tiles cover the drawing whatever its size, and it has the pages that the list says', async () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 3000, noNaN: true }),
        fc.double({ min: 5, max: 3000, noNaN: true }),
        (widthMm, heightMm) => {
          for (const paper of ['a4', 'letter'] as const) {
            const t = tiling({ widthMm, heightMm }, paper)
            expect((t.columns - 1) * t.stepXMm + t.liveWMm).to.be.at.least(widthMm - 1e-6)
            expect((t.rows - 1) * t.stepYMm + t.liveHMm).to.be.at.least(heightMm - 1e-6)
          }
        }
      ),
      { numRuns: 200, seed: 5 }
    )
    const some = all.slice(0, 4)
    const pdf = await PDFDocument.load(await templatesPdf(some, 'letter', 'x'))
    expect(pdf.getPageCount()).to.equal(
      some.reduce((sum, t) => sum + tiling(t, 'letter').sheets, 0)
    )
  })

  it('solid masters are watertight (manifold-3d), of the volume that their section and length give, and come back from binary STL', async () => {
    const library = await Module()
    library.setup()
    const { Manifold, Mesh } = library
    const builds = [
      ...demos,
      changeSea('seas', { breakerMm: 12, periodS: 9, headingDeg: -12 })(demos[1]),
      changeFall('weir', { steps: 3 })(demos[0]),
      changeFall('weir', { hang: 'clinging' })(demos[0])
    ]
    let seen = 0
    for (const build of builds) {
      const { forms } = drawn(build)
      for (const solid of solidsOf(forms, (id) => id)) {
        const mesh = new Mesh({
          numProp: 3,
          vertProperties: Float32Array.from(solid.xyz),
          triVerts: solid.triangles
        })
        const body = new Manifold(mesh)
        expect(body.status(), solid.id).to.equal('NoError')
        expect(body.volume(), `${solid.id}: faces look outwards`).to.be.above(10)
        const stl = solidStl(solid)
        expect(stl.byteLength, 'binary').to.equal(84 + 50 * (solid.triangles.length / 3))
        expect(
          readStl(stl.buffer.slice(stl.byteOffset, stl.byteOffset + stl.byteLength) as ArrayBuffer)
            .triangles
        ).to.equal(solid.triangles.length / 3)
        if (solid.id === 'former-weir' && build === demos[0]) {
          const fall = forms.falls[0]
          const ring: Point2[] = [
            [-6, -fall.curve!.lowerFace.at(-1)![1] * -1],
            [-6, 0],
            ...fall.curve!.lowerFace
          ]
          const area =
            Math.abs(
              ring.reduce((sum, p, i) => {
                const q = ring[(i + 1) % ring.length]
                return sum + p[0] * q[1] - q[0] * p[1]
              }, 0)
            ) / 2
          expect(body.volume() / (area * (fall.widthMm + 8))).to.be.closeTo(1, 0.01)
        }
        body.delete()
        seen++
      }
    }
    expect(seen).to.be.at.least(6)
  })

  it('the end section of one module is that of its neighbour, turned round', () => {
    const left = drawn({ ...demos[1], meets: ['left'] }).forms.ends[0]
    const mirrored: Build = {
      ...demos[1],
      meets: ['right'],
      waters: demos[1].waters.map((w) =>
        w.kind === 'pool'
          ? {
              ...w,
              outline: w.outline.map((c) => ({ ...c, x: 500 - c.x })),
              soundings: w.soundings.map(([x, y, z]) => [500 - x, y, z] as const),
              standing: []
            }
          : w
      )
    }
    const right = drawn(mirrored).forms.ends[0]
    const turned = right.ground.map(([s, z]): Point2 => [right.lengthMm - s, z]).reverse()
    const at = (line: readonly Point2[], s: number) => {
      const i = Math.max(
        1,
        line.findIndex((p) => p[0] >= s)
      )
      const [a, b] = [line[i - 1], line[i]]
      return a[1] + ((s - a[0]) / (b[0] - a[0] || 1)) * (b[1] - a[1])
    }
    for (const s of [20, 60, 130, 200, 240])
      expect(at(turned, s)).to.be.closeTo(at(left.ground, s), 0.6)
  })
})
