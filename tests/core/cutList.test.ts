import { expect } from 'chai'
import { newFrom } from '../../core/exchange/newFile'
import { insideRing, signedArea, type Point2 } from '../../core/physics/shape/polygon'
import { cutList, onBoard, type CutList } from '../../core/plan/beside/cutList'
import { landOf, rowsOf } from '../../core/plan/beside/landOf'
import { fieldAt, flatField, overField } from '../../core/physics/shape/heightField'
import { faced } from '../../core/plan/beside/landRoom'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { levelLand } from '../../core/build/landEdits'
import type { Build } from '../../core/build/types'
import { demo } from '../support/builds'

const NOW = { start: '2026-11-24T18:00', zone: 'UTC' }
const BOARD: [number, number] = [1250, 600]
const weir = levelLand(demo())
const shapes = (build: Build) => {
  const ground = groundStage(build)
  return [ground, formsStage(build, ground, BUILT_IN_SHELF)] as const
}
const ofWeir = shapes(weir)
const landOfWeir = () => {
  const land = landOf(weir, ...ofWeir)
  return { dxMm: land.cellMm, heights: rowsOf(land) }
}
const listOf = (build: Build, sheetMm = 25, board = BOARD) =>
  cutList(build, ...(build === weir ? ofWeir : shapes(build)), sheetMm, board)
/** Whether a sheet has foam at a place: inside an odd number of its rings. */
const foam = (list: CutList, sheet: number, at: Point2) =>
  list.sheets[sheet].outlines.filter((ring) => insideRing(at, ring)).length % 2 === 1

describe('The land as a cut list', () => {
  it('is as high as its bank, with beds pressed into it a shell lower, in places 2 mm apart or less', () => {
    const { dxMm, heights } = landOfWeir()
    const { widthMm, depthMm } = weir.base
    expect(dxMm).to.be.at.most(2)
    expect((heights[0].length - 1) * dxMm).to.be.closeTo(widthMm, 1e-9)
    expect((heights.length - 1) * dxMm).to.be.closeTo(depthMm, dxMm / 2)
    const at = (x: number, y: number) => heights[Math.round(y / dxMm)][Math.round(x / dxMm)]
    const { bankMm, shellMm } = weir.ground
    expect(at(20, 20)).to.be.closeTo(bankMm - shellMm, 1e-9)
    // the deepest dip of the upper pool
    const pool = weir.waters.find((w) => w.kind === 'pool')!
    const deep = pool.soundings.toSorted((a, b) => a[2] - b[2])[0]
    expect(at(deep[0], deep[1])).to.be.closeTo(Math.max(0, deep[2] - shellMm), 1.5)
  })

  it('each sheet has foam just where the land stands higher than its foot; dowels hold two sheets; volumes agree', () => {
    const list = listOf(weir, 20)
    const { dxMm, heights } = landOfWeir()
    const highest = Math.max(...heights.flat())
    expect(list.sheets).to.have.length(Math.ceil(highest / 20))
    for (const [i, { fromMm }] of list.sheets.entries())
      for (let r = 3; r < heights.length; r += 11)
        for (let c = 3; c < heights[r].length; c += 13) {
          const z = heights[r][c]
          if (Math.abs(z - fromMm) > 0.5)
            expect(foam(list, i, [c * dxMm + 1e-4, r * dxMm + 2e-4]), `${i} ${r} ${c}`).to.equal(
              z > fromMm
            )
        }
    for (const { sheet, at } of list.registers)
      for (const p of at) {
        expect(foam(list, sheet, p)).to.equal(true)
        expect(foam(list, sheet + 1, p)).to.equal(true)
      }
    expect(list.registers.length).to.equal(list.sheets.length - 1)
    // over the land itself by less than a sheet over the whole base, half of it as a rule
    expect(list.volumeMm3).to.be.above(list.landMm3)
    expect(list.volumeMm3 - list.landMm3).to.be.below(20 * weir.base.widthMm * weir.base.depthMm)
    list.sheets.forEach((s, i) =>
      expect(s.glueMm2).to.be.closeTo(list.sheets[i + 1]?.areaMm2 ?? 0, 1e-9)
    )
    expect(list.cutMin.knife).to.be.above(list.cutMin.hotWire)
  })

  it('lies on its boards without touching, holes and all, for whatever the app begins with', () => {
    for (const waters of ['pool', 'pool-fall', 'pool-fall-pool', 'rapid', 'shore'])
      for (const [widthMm, depthMm] of [
        [70, 80],
        [300, 200],
        [600, 400]
      ]) {
        const list = listOf(
          newFrom({ name: 'x', scale: '1:87.1', widthMm, depthMm, waters }, NOW),
          25
        )
        const where = `${waters} ${widthMm}`
        expect(list.sheets.length, where).to.be.within(1, 4)
        expect(list.nested.boards, where).to.be.within(1, 3)
        list.pieces.forEach((piece, i) => {
          const { outline, holes } = onBoard(list, i)
          for (const [x, y] of outline) {
            expect(x, where).to.be.within(-1e-6, BOARD[0] + 1e-6)
            expect(y, where).to.be.within(-1e-6, BOARD[1] + 1e-6)
          }
          expect(signedArea(outline), where).to.be.closeTo(signedArea(piece.outline), 1e-3)
          for (const hole of holes) {
            expect(signedArea(hole), where).to.be.below(0)
            expect(insideRing(hole[0], outline), where).to.equal(true)
          }
        })
        const cut = list.pieces.reduce(
          (sum, p) => sum + signedArea(p.outline) + p.holes.reduce((s, h) => s + signedArea(h), 0),
          0
        )
        const sheets = list.sheets.reduce((sum, s) => sum + s.areaMm2, 0)
        // but for crumbs
        expect(cut, where).to.be.closeTo(sheets, 0.01 * sheets + 100)
      }
  })

  it('what no board takes, and sheets that cannot be, are named', () => {
    expect(() => listOf(weir, 25, [200, 200])).to.throw(/no board of 200 × 200 mm takes it/)
    expect(() => listOf(weir, 0)).to.throw(/sheetMm/)
    expect(() => listOf(weir, 0.01)).to.throw(/at most 400/)
    expect(listOf(weir, 500).sheets).to.have.length(1)
  })

  it('is cut smaller for the walls of a case on every side, and back by the thickness of a face of rock', () => {
    const base = { widthMm: 200, depthMm: 120 }
    const flat = flatField(base, 10)
    // a cliff 30 mm high along x = 100
    const cliff = { ...flat, zMm: overField(flat, (x) => (x >= 100 ? 40 : 10)) }
    const edgeAt = (land: typeof cliff) => {
      let x = 0
      while (fieldAt(land, [x, 60]) < 25) x += 0.25
      return x
    }
    for (const face of [4, 6, 10])
      expect(edgeAt(faced(cliff, face)) - edgeAt(cliff)).to.be.closeTo(face, flat.cellMm)
    const gentle = { ...flat, zMm: overField(flat, (x) => 10 + 0.4 * x) }
    expect(faced(gentle, 6).zMm).to.deep.equal(gentle.zMm)

    const room = { caseGapMm: 4, rockFaceMm: 0 }
    const list = cutList(weir, ...ofWeir, 20, BOARD, room)
    const { widthMm, depthMm } = weir.base
    const points = list.sheets[0].outlines.flat()
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
    expect(Math.min(...xs)).to.be.closeTo(4, 1e-6)
    expect(Math.max(...xs)).to.be.closeTo(widthMm - 4, 1e-6)
    expect(Math.min(...ys)).to.be.closeTo(4, 1e-6)
    expect(Math.max(...ys)).to.be.closeTo(depthMm - 4, 1)
    // less foam by about the strip along the edge
    expect(list.landMm3).to.be.below(listOf(weir, 20).landMm3)
    expect(() => cutList(weir, ...ofWeir, 20, BOARD, { ...room, caseGapMm: 150 })).to.throw(
      /no land between/
    )
  })
})
