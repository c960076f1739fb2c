import { expect } from 'chai'
import fc from 'fast-check'
import { carrying } from '../../core/build/carry'
import { changeFall, changePool, setWay } from '../../core/build/edits'
import { BOTTLE_SCHEMA } from '../../core/build/file/bottleSchema'
import { addLaid } from '../../core/build/lays'
import { poolsOf, type Build } from '../../core/build/types'
import { GELS } from '../../core/craft/materials/gels'
import { clearIn, labelOf, stipplesIn } from '../../core/craft/materials/labels'
import { BUILT_IN, BUILT_IN_SHELF, shelfOf } from '../../core/craft/materials/shelf'
import { LANDFORMS } from '../../core/craft/materials/sundries'
import type { Gel, Material } from '../../core/craft/materials/types'
import { newFrom } from '../../core/exchange/newFile'
import { dryFilm } from '../../core/physics/stuff/drying/film'
import { dryInRoom } from '../../core/physics/stuff/drying/inRoom'
import { stippleOpens } from '../../core/physics/stuff/gel/levelling'
import { derivePlan } from '../../core/plan/derivePlan'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

describe('A bottle of one’s own of every kind', () => {
  const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
  const lake = (more: object = {}) =>
    newFrom(
      { name: 'Tarn', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily', ...more },
      NOW
    )
  const mine = (like: string, more: object = {}): Material =>
    ({ ...BUILT_IN_SHELF.get(like)!, id: 'mine', name: 'Mine', own: true, ...more }) as Material
  const planWith = (bottle: Material, build: Build) =>
    derivePlan(build, shelfOf([...BUILT_IN, bottle]))
  const waits = (bottle: Material, build: Build, step: string) =>
    planWith(bottle, build).steps.steps.find((s) => s.of === step)!.waitMin

  it('anything on the shelf may be copied, is kept by the file, and every figure typed from its label comes back', () => {
    const kinds = new Set<string>()
    for (const like of BUILT_IN) {
      const own: Material = { ...like, id: 'mine', own: true, stock: 0 }
      kinds.add(own.kind)
      const { error } = BOTTLE_SCHEMA.validate(own, { convert: false })
      expect(error?.message, like.id).to.equal(undefined)
      for (const field of labelOf(own)) {
        const is = field.read(own)
        const wanted = is === null ? field.min + 1 : Math.min(field.max, is * 1.25 + 0.1)
        const typed = field.write(own, wanted)
        expect(field.read(typed)!, `${like.id}: ${written(field.label)}`).to.be.closeTo(
          wanted,
          wanted * 0.02
        )
        expect(BOTTLE_SCHEMA.validate(typed, { convert: false }).error?.message).to.equal(undefined)
      }
    }
    expect(kinds.size).to.equal(13)
  })

  it('a gel is fitted to the hours of its label: independently dried, the coat is clear then, and its thickness may be told later', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...GELS),
        fc.double({ min: 24, max: 400, noNaN: true }),
        fc.double({ min: 2, max: 90, noNaN: true }),
        (gel, h, min) => {
          const fitted = stipplesIn(clearIn(gel, h), min)
          expect(dryFilm(fitted, gel.coatMm, 20, 50).clearH!).to.be.closeTo(h, h * 0.01)
          expect(stippleOpens(fitted, gel.coatMm, gel.finestMm)).to.be.closeTo(min, 0.05)
          // half as thick again, with the same hours on its label
          const [coat] = labelOf(fitted)
          const thicker = coat.write(fitted, gel.coatMm * 1.5) as Gel
          const then = dryFilm(thicker, thicker.coatMm, 20, 50).clearH!
          // or as soon as such a coat can be
          if (Math.abs(then - h) > h * 0.01) expect(() => clearIn(thicker, h)).to.throw(RangeError)
        }
      ),
      { numRuns: runs(25) }
    )
    // what was typed is read back as it was typed
    for (const gel of GELS)
      for (const h of [24, 48, 72, 96, 240]) {
        const [, clear, stipple] = labelOf(gel).filter((f) => f.unit !== 'Pa')
        expect(clear.read(clear.write(gel, h)), `${gel.id}, ${h} h`).to.equal(h)
        expect(stipple.read(stipple.write(gel, h)), `${gel.id}, ${h} min`).to.equal(h)
      }
    expect(() => clearIn(GELS[0], 1)).to.throw(RangeError, /at the soonest/)
    expect(() => clearIn({ ...GELS[0], coatMm: 0.1 }, 1500)).to.throw(RangeError, /at the latest/)
    expect(() => clearIn({ ...GELS[0], solidsVol: 0.98 }, 48)).to.throw(RangeError, /never leaves/)
  })

  it('what is typed from the label is what the plan waits for, and where the build names it, it goes along', () => {
    const build = lake()
    const carried = (b: Build, bottle: Material) => carrying(b, [bottle]).bottles?.map((m) => m.id)
    const seal = mine('acrylic-varnish', { readyH: 30, betweenCoatsMin: 200 })
    const sealed: Build = { ...build, ground: { ...build.ground, seal: 'mine' } }
    expect(waits(seal, sealed, 'ground/seal')).to.equal(200)
    expect(carried(sealed, seal)).to.deep.equal(['mine'])

    const cork = mine('cork', { glueMin: 77 })
    const corked: Build = { ...build, ground: { ...build.ground, landform: 'mine' } }
    expect(waits(cork, corked, 'ground/landform')).to.equal(77)

    const dam = mine('clay', { setMin: 500 })
    const edged = newFrom(
      { name: 'Quay', scale: '1:72', widthMm: 300, depthMm: 200, waters: 'shore' },
      NOW
    )
    const dammed: Build = {
      ...edged,
      waters: edged.waters.map((w) => (w.kind === 'pool' ? { ...w, dam: 'mine' } : w))
    }
    expect(waits(dam, dammed, `${poolsOf(edged)[0].id}/dam`)).to.equal(500)
    expect(carried(dammed, dam)).to.deep.equal(['mine'])

    const pool = poolsOf(build)[0].id
    for (const [way, bottle, h] of [
      ['gel-coat', clearIn(mine('gloss-glue') as Gel, 40), 40],
      ['lacquer-coat', mine('gloss-lacquer', { recoatH: 7 }), 7],
      ['paint-coat', mine('bed-paint', { setMin: 90 }), 1.5]
    ] as const) {
      const laid = addLaid({ stack: pool, way, material: 'mine' })(build)
      const dry = planUntil(laid, 'cures').dryFactor
      const wait = waits(bottle, laid, 'lay1/lay')
      if (bottle.kind === 'gel')
        expect(wait / 60).to.be.closeTo(dryInRoom(bottle, bottle.coatMm, build.room).clearH!, 0.02)
      else expect(wait / 60, way).to.be.closeTo(h * dry, 0.02)
      expect(carried(laid, bottle)).to.deep.equal(['mine'])
      expect(planWith(bottle, laid).amounts.shopping.map((l) => l.material)).to.include('mine')
    }
    expect(carried(build, seal)).to.equal(undefined)
  })

  it('ground that has its shape already is not cut, glued or carved; no landform is not bought', () => {
    const on = (landform: string) => {
      const build = lake()
      return derivePlan({ ...build, ground: { ...build.ground, landform } })
    }
    for (const { id, ready } of LANDFORMS) {
      const plan = on(id)
      const steps = plan.steps.steps.map((s) => s.of)
      const bought = plan.amounts.shopping.map((l) => l.material)
      expect(steps.includes('ground/carve'), id).to.equal(!ready)
      expect(steps.includes('ground/landform'), id).to.equal(!ready)
      expect(bought.includes(id), id).to.equal(id !== 'no-landform')
      expect(
        plan.findings.filter((f) => f.severity === 'stop').map((f) => f.title),
        id
      ).to.deep.equal([])
    }
  })

  it('silicone is there to be chosen, and stopped on baking paper; alcohol ink is a tint', () => {
    const weir = demo()
    const ribbon = setWay('weir', 'caulk-ribbon')(weir)
    const of = (gel: string) =>
      derivePlan(changeFall('weir', { gel })(ribbon)).findings.filter((f) => f.severity === 'stop')
    const paper = /silicone.*paper|paper.*silicone/i
    const said = (gel: string) =>
      of(gel)
        .map((f) => `${written(f.title)} ${written(f.reason)}`)
        .join()
    expect(said('clear-caulk')).not.to.match(paper)
    expect(said('silicone-caulk')).to.match(paper)
    const pond = lake()
    const inked = changePool(poolsOf(pond)[0].id, {
      tints: [{ id: 'alcohol-ink-blue', dropsPer100G: 2 }]
    })(pond)
    expect(planUntil(inked, 'amounts').shopping.map((l) => l.material)).to.include(
      'alcohol-ink-blue'
    )
  })
})
