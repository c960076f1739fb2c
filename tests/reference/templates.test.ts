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
import { worded } from '../../core/exchange/sheets/worded'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { readStl } from '../../core/exchange/scans/readMesh'
import { closed, template } from '../../core/plan/templates/draw'
import { formStacks } from '../../core/plan/3-stacks/stacksStage'
import { solidsOf } from '../../core/plan/templates/solids'
import { templatesOf } from '../../core/plan/templates/templatesOf'
import { labelWidth, TEXT_MM } from '../../core/plan/templates/labels'
import {
  MARGINS_MM,
  AROUND_MM,
  OVERLAP_MM,
  PAPERS,
  outerOf,
  piecesOf,
  roomOf,
  sizesOf,
  type Paper
} from '../../core/plan/templates/pieces'
import { sheetsOf, type Laid } from '../../core/plan/templates/sheets'
import { fontFiles as read } from '../../cli/fontFiles'
import { LAYERS } from '../../core/plan/templates/types'
import type { Build } from '../../core/build/types'
import type { Point2 } from '../../core/physics/shape/polygon'
import { demo } from '../support/builds'
import { itBy } from '../support/outside'
import { runs } from '../support/dial'

interface DxfEntity {
  type: string
  layer: string
  shape?: boolean
  vertices: { x: number; y: number }[]
  text?: string
  startPoint?: { x: number; y: number }
}
const DxfParser = createRequire(import.meta.url)('dxf-parser') as new () => {
  parseSync: (text: string) => {
    header: Record<string, unknown>
    entities: DxfEntity[]
    tables: {
      layer: { layers: Record<string, { name: string }> }
      lineType: { lineTypes: Record<string, { description: string }> }
    }
  }
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
    }).map((t) => worded(t, 'metric'))
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
const oneOf = (...given: Parameters<typeof template>) => worded(template(...given), 'metric')
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

/** Where on its sheet a point of a drawing is printed, mm from the upper left: by the sheet's own plan. */
function onPaper(laid: Laid, piece: { x: number; y: number; h: number }, [x, y]: Point2): Point2 {
  const [u, v] = [AROUND_MM.side + x - piece.x, AROUND_MM.above + piece.h - (y - piece.y)]
  const [left, top] = [MARGINS_MM.left + laid.x, MARGINS_MM.top + laid.y]
  return laid.turned ? [left + v, top + laid.w - u] : [left + u, top + v]
}

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
      { numRuns: runs(15), seed: 11 }
    )
  })

  it('a sheet that a rock parts is cut in two, with the width of the rock between', () => {
    const weir = demos[0]
    const fall = weir.waters.find((w) => w.kind === 'fall')!
    const sheetOf = (build: Build) =>
      drawn(build).templates.find((t) => t.id === `sheet-${fall.id}`)!
    const whole = sheetOf(weir)
    const rock = { atMm: whole.widthMm / 2, widthMm: 8 }
    const parted = sheetOf(changeFall(fall.id, { partings: [rock] })(weir))
    const cuts = parted.shapes.filter((l) => l.layer === 'cut')
    expect(cuts).to.have.length(2)
    const [left, right] = cuts.map((l) => l.points.map((p) => p[0]))
    expect(Math.min(...right) - Math.max(...left)).to.be.closeTo(8, 1e-6)
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
        const [title, ...paths] = g.children
        expect(title.name).to.equal('title')
        expect(title.children[0].value).to.include(LAYERS[own[0].layer].note)
        paths.forEach((path: INode, i: number) => {
          const commands = new SVGPathData(path.attributes.d).toAbs().commands
          const points = commands.flatMap((c) =>
            'x' in c && 'y' in c ? [[c.x, t.heightMm - c.y]] : []
          )
          same(points, own[i].points, `${t.id} ${g.attributes.id}`)
          expect(commands.some((c) => c.type === SVGPathData.CLOSE_PATH)).to.equal(own[i].closed)
        })
        expect(paths.length).to.equal(own.length)
      }
    }
  })

  it('DXF read back by a public parser (dxf-parser): millimetres, named layers, closed polylines', () => {
    for (const t of all) {
      const dxf = new DxfParser().parseSync(templateDxf(t))
      expect(dxf.header.$INSUNITS, 'millimetres').to.equal(4)
      for (const [name, layer] of Object.entries(dxf.tables.layer.layers)) {
        const own = Object.values(LAYERS).find((l) => l.name === name)
        expect(own?.dashMm ? dxf.tables.lineType.lineTypes[name].description : '').to.equal(
          own?.dashMm ? own.note : ''
        )
        expect(layer.name).to.equal(name)
      }
      const block = dxf.entities.filter((e) => e.layer === 'Title')
      expect(block.map((e) => e.text).join('\n')).to.include(t.name)
      for (const e of block) expect(e.startPoint!.y, 'outside the drawing').to.be.below(0)
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

  itBy(
    'pdftoppm',
    'PDF: a page rasterised by poppler measures 100 mm at its check line, on A4 and on Letter',
    async () => {
      for (const paper of ['a4', 'letter'] as const) {
        const foam = all.find((t) => t.kind === 'foam')!
        const pdf = await templatesPdf([foam], paper, 'Žlab „Ω“', { read })
        const { height, width, dark } = rasterised(pdf, 1)
        // just over the line only its two end marks are dark
        const row = Math.round(height - 9 * DOTS)
        const marks: number[] = []
        for (let x = 0; x < 135 * DOTS && x < width; x++) if (dark(x, row)) marks.push(x)
        const right = marks.filter((x) => x - marks[0] > 50 * DOTS)
        const left = marks.filter((x) => x - marks[0] <= 50 * DOTS)
        const middle = (xs: number[]) => (xs[0] + xs.at(-1)!) / 2
        expect((middle(right) - middle(left)) / DOTS, paper).to.be.closeTo(100, 0.1)
        expect(right.length, 'thin marks').to.be.below(8)
      }
    }
  )

  itBy(
    'pdftoppm',
    'PDF: every corner of a drawing in pieces lies where its piece says, upright and turned, and crosses of neighbours coincide',
    async () => {
      const square = oneOf('foam', null, { id: 's', name: 'Square', use: '' }, [
        closed('cut', [
          [0, 0],
          [300, 0],
          [300, 150],
          [0, 150]
        ])
      ])
      const { pieces, lying } = piecesOf(square, 'a4')
      const sheets = sheetsOf([sizesOf({ pieces, lying })], 'a4')
      const pdf = await templatesPdf([square], 'a4', 'square', { read })
      let seen = 0
      for (const [i, sheet] of sheets.entries()) {
        const { dark } = rasterised(pdf, i + 1)
        const inked = ([x, y]: Point2) => {
          const [px, py] = [Math.round(x * DOTS), Math.round(y * DOTS)]
          return [-1, 0, 1].some((dx) => [-1, 0, 1].some((dy) => dark(px + dx, py + dy)))
        }
        for (const laid of sheet.filter((l) => l.drawing === 0)) {
          const piece = pieces[laid.piece]
          const places: Point2[] = [
            ...piece.crosses,
            ...square.shapes[0].points.filter(
              ([x, y]) =>
                x >= piece.x && x <= piece.x + piece.w && y >= piece.y && y <= piece.y + piece.h
            )
          ]
          for (const at of places) {
            const on = onPaper(laid, piece, at)
            expect(inked(on), `${laid.piece}: ${at}`).to.equal(true)
            expect(inked([on[0] + 1.2, on[1] + 1.2]), 'and not beside it').to.equal(false)
            seen++
          }
        }
      }
      // 4 corners, and each shared strip's 4 twice
      expect(seen).to.equal(4 + 8 * (pieces.length - 1))
      expect(pieces[0].crosses).to.deep.equal(pieces[1].crosses)
      expect(Math.abs(pieces[0].crosses[1][0] - pieces[0].crosses[0][0])).to.be.closeTo(
        OVERLAP_MM,
        1e-6
      )
    }
  )

  it('sheets: all is printed once on as few as hold it, nothing over another, none near empty while another has room', () => {
    for (const paper of ['a4', 'letter'] as const) {
      const room = roomOf(paper)
      for (const build of demos) {
        const sizes = drawn(build).templates.map((t) => sizesOf(piecesOf(t, paper)))
        const sheets = sheetsOf(sizes, paper)
        const laid = sheets.flat().filter((l) => l.drawing >= 0)
        expect(laid.length).to.equal(sizes.reduce((sum, s) => sum + s.pieces.length, 0))
        expect(new Set(laid.map((l) => `${l.drawing} ${l.piece}`)).size).to.equal(laid.length)
        const used = sheets.map(
          (sheet) => sheet.reduce((sum, l) => sum + l.w * l.h, 0) / (room.w * room.h)
        )
        expect(used.filter((u) => u < 0.15).length, `${build.name} ${paper}`).to.be.at.most(1)
        expect(
          sheets[0].some((l) => l.drawing === -1),
          'the map is on the first'
        ).to.equal(true)
        for (const sheet of sheets)
          sheet.forEach((a, i) => {
            const [w, h] = a.turned ? [a.h, a.w] : [a.w, a.h]
            expect(a.x + w).to.be.at.most(room.w + 1e-9)
            expect(a.y + h).to.be.at.most(room.h + 1e-9)
            for (const b of sheet.slice(i + 1)) {
              const [bw, bh] = b.turned ? [b.h, b.w] : [b.w, b.h]
              const apart =
                a.x + w <= b.x + 1e-9 ||
                b.x + bw <= a.x + 1e-9 ||
                a.y + h <= b.y + 1e-9 ||
                b.y + bh <= a.y + 1e-9
              expect(apart, `${build.name} ${paper}`).to.equal(true)
            }
          })
      }
    }
    // what a mole and its sea took before: 29 sheets of Letter
    const mole = drawn(demos[1]).templates.map((t) => sizesOf(piecesOf(t, 'letter')))
    expect(sheetsOf(mole, 'letter').length).to.be.at.most(17)
  })

  it('all drawings of the whole base have its corners in one place, to 0.1 mm', () => {
    for (const build of demos) {
      const whole = drawn(build).templates.filter((t) => t.shapes.some((s) => s.layer === 'base'))
      expect(whole.length).to.be.at.least(2)
      for (const t of whole) {
        expect(t.widthMm, t.id).to.be.closeTo(build.base.widthMm + 4, 0.1)
        expect(t.heightMm, t.id).to.be.closeTo(build.base.depthMm + 4, 0.1)
        const base = t.shapes.find((s) => s.layer === 'base')!.points
        same(
          base,
          [
            [2, 2],
            [2 + build.base.widthMm, 2],
            [2 + build.base.widthMm, 2 + build.base.depthMm],
            [2, 2 + build.base.depthMm]
          ],
          t.id
        )
      }
    }
  })

  it('labels lie within their drawing, across no line and no other label', () => {
    let labels = 0
    for (const t of all) {
      const boxes = t.texts.map(({ at, text }) => [
        ...at,
        at[0] + labelWidth(text),
        at[1] + TEXT_MM
      ])
      boxes.forEach(([x0, y0, x1, y1], i) => {
        labels++
        const what = `${t.name}: ${t.texts[i].text}`
        expect(Math.min(x0, y0), what).to.be.at.least(0)
        expect(x1, what).to.be.at.most(t.widthMm + 1e-3)
        expect(y1, what).to.be.at.most(t.heightMm + 1e-3)
        for (const [bx0, by0, bx1, by1] of boxes.slice(i + 1))
          expect(x1 <= bx0 || bx1 <= x0 || y1 <= by0 || by1 <= y0, what).to.equal(true)
        for (const { closed: ring, points } of t.shapes)
          (ring ? [...points, points[0]] : points).forEach((b, k, list) => {
            if (k === 0) return
            const a = list[k - 1]
            // walked along in tenths of a millimetre: another way than the one by which it was placed
            const steps = Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) * 10)
            for (let s = 0; s <= steps; s++) {
              const [x, y] = [
                a[0] + ((b[0] - a[0]) * s) / steps,
                a[1] + ((b[1] - a[1]) * s) / steps
              ]
              const [inX, inY] = [x > x0 + 0.1 && x < x1 - 0.1, y > y0 + 0.1 && y < y1 - 0.1]
              if (inX && inY) expect.fail(`${what} is crossed at ${x}, ${y}`)
            }
          })
      })
    }
    expect(labels).to.be.above(40)
  })

  itBy(
    'pdftotext',
    'PDF: words of any script are letters in fonts of the file, and none lies off its page (poppler)',
    async () => {
      const title = 'Žlab Ωρολόγιο плотина 水車 물레방아 बहता ಠ'
      const names = ['שלום 12 מים', 'مياه متحركة']
      const some = drawn(demos[0]).templates.slice(0, 5)
      const given = some.map((t, i) => ({ ...t, name: names[i] ?? t.name }))
      for (const paper of ['a4', 'letter'] as const) {
        const folder = mkdtempSync(join(tmpdir(), 'spindle-pdf-'))
        const path = join(folder, 'x.pdf')
        writeFileSync(path, await templatesPdf(given, paper, title, { read }))
        const fonts = execFileSync('pdffonts', [path]).toString().trim().split('\n').slice(2)
        expect(fonts.length).to.be.at.least(6)
        for (const font of fonts) expect(font).to.match(/yes yes yes/)
        const text = execFileSync('pdftotext', ['-layout', path, '-']).toString()
        for (const word of 'Žlab Ωρολόγιο плотина 水車 물레방아 बहता \ufffd'.split(' '))
          expect(text).to.include(word)
        expect(text).to.match(/שלום/)
        const { widthMm, heightMm } = PAPERS[paper]
        const boxes = execFileSync('pdftotext', ['-bbox', path, '-']).toString()
        const found = [
          ...boxes.matchAll(/xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)"/g)
        ]
        expect(found.length).to.be.above(60)
        for (const [, ...box] of found) {
          const [x0, y0, x1, y1] = box.map((v) => Number(v) / (72 / 25.4))
          expect(Math.min(x0, y0)).to.be.at.least(3)
          expect(x1).to.be.at.most(widthMm - 3)
          expect(y1).to.be.at.most(heightMm - 3)
        }
      }
    }
  )

  it('more than 200 sheets are refused with the way to cut them down', async () => {
    const huge = oneOf(
      'foam',
      null,
      { id: 's', name: 'Huge base', use: '' },
      Array.from({ length: 41 }, (_, k) => ({
        layer: 'cut' as const,
        closed: false,
        points: [
          [0, 100 * k],
          [4000, 100 * k]
        ] as Point2[]
      }))
    )
    const said = await templatesPdf([huge], 'a4', 'x', { read }).then(
      () => '',
      (error: Error) => error.message
    )
    expect(said).to.match(
      /^sheets: was \d+; at most 200 .*“Huge base” alone takes \d+: save it as SVG or DXF.*modules/
    )
    const many = Array.from({ length: 90 }, () =>
      oneOf('foam', null, { id: 's', name: 'Large base', use: '' }, [
        closed('cut', [
          [0, 0],
          [500, 0],
          [500, 260],
          [0, 260]
        ])
      ])
    )
    expect(
      await templatesPdf(many, 'a4', 'x', { read }).then(
        () => '',
        (error: Error) => error.message
      )
    ).to.include('Choose fewer templates')
  })

  it('pieces show all that is drawn whatever its size, and fit their paper', async () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 1500, noNaN: true }),
            fc.double({ min: 0, max: 1500, noNaN: true })
          ),
          { minLength: 2, maxLength: 6 }
        ),
        (points) => {
          const t = template('foam', null, { id: 's', name: 'Any', use: '' }, [
            { layer: 'cut', closed: false, points: points as Point2[] }
          ])
          for (const paper of ['a4', 'letter'] as Paper[]) {
            const { pieces, lying } = piecesOf(t, paper)
            const room = roomOf(paper)
            for (const p of pieces) {
              const { w, h } = outerOf(p)
              expect(lying ? h : w).to.be.at.most(room.w + 1e-9)
              expect(lying ? w : h).to.be.at.most(room.h + 1e-9)
            }
            const line = t.shapes[0].points
            for (let i = 1; i < line.length; i++)
              for (let k = 0; k <= 20; k++) {
                const [x, y] = [0, 1].map(
                  (a) => line[i - 1][a] + ((line[i][a] - line[i - 1][a]) * k) / 20
                )
                const shown = pieces.some(
                  (p) =>
                    x >= p.x - 1e-6 &&
                    x <= p.x + p.w + 1e-6 &&
                    y >= p.y - 1e-6 &&
                    y <= p.y + p.h + 1e-6
                )
                expect(shown, `${x}, ${y}`).to.equal(true)
              }
          }
        }
      ),
      { numRuns: runs(60), seed: 5 }
    )
    const some = all.slice(0, 4)
    const pdf = await PDFDocument.load(await templatesPdf(some, 'letter', 'x', { read }))
    const sizes = some.map((t) => sizesOf(piecesOf(t, 'letter')))
    expect(pdf.getPageCount()).to.equal(sheetsOf(sizes, 'letter').length)
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
