import { expect } from 'chai'
import fc from 'fast-check'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { main } from '../../cli/main'
import { changePool, setWay } from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { addLaid, NEW, setLays, setRipples } from '../../core/build/lays'
import { laidOn, readStack } from '../../core/build/file/stackFile'
import { keptStack, layStack, writeStack } from '../../core/build/stack'
import { poolsOf, type Build } from '../../core/build/types'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { waysFor } from '../../core/craft/ways/catalog'
import { newFrom } from '../../core/exchange/newFile'
import { compareWays } from '../../core/plan/beside/compareWays'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'

const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const asked = (more: object = {}): Build =>
  newFrom({ name: 'Tarn', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily', ...more }, NOW)
const told = (...args: string[]) => {
  const said = { out: '', err: '' }
  const code = main(args, { out: (t) => (said.out += t), err: (t) => (said.err += t) })
  return { code, ...said }
}
const laysOf = (build: Build, id: string) =>
  planFor(build)
    .steps.lays.filter((l) => l.stack === id)
    .map(({ name, kind, material, coats, state }) => ({ name, kind, material, coats, state }))

describe('A stack that is kept', function () {
  this.timeout(300_000)
  /** A pool with something under, between and over its pours, one thing left out. */
  const worked = (build: Build, id: string): Build => {
    const pours = planFor(build)
      .steps.lays.filter((l) => l.stack === id && l.kind === 'resin')
      .map((l) => l.id)
    const under = addLaid({ stack: id, way: 'set-in', name: 'Sunken punt' }, [
      NEW,
      ...pours,
      `${id}/ripples`
    ])(build)
    const blown = setRipples(
      poolsOf(under).find((p) => p.id === id)!,
      'blown-ripples'
    )(under)
    return setLays([`${id}/leak`, `${id}/dryout`], 'leftOut')(blown)
  }

  it('laid again where it came from is the same plan, whatever was put in, in whatever way', () => {
    const ways = waysFor('pool').map((w) => w.id)
    const coats = [...waysFor('coat'), ...waysFor('white'), ...waysFor('spray')].map((w) => w.id)
    fc.assert(
      fc.property(
        fc.constantFrom(...ways),
        fc.array(
          fc.record({ way: fc.constantFrom(...coats), place: fc.nat(6), wet: fc.boolean() }),
          {
            maxLength: 5
          }
        ),
        (way, put) => {
          let build = setWay('pool1', way)(asked())
          for (const { way: laid, place, wet } of put) {
            const ids = planFor(build)
              .steps.lays.filter((l) => l.stack === 'pool1')
              .map((l) => l.id)
            build = addLaid({ stack: 'pool1', way: laid, wet }, ids.toSpliced(place, 0, NEW))(build)
          }
          const read = readStack(writeStack(keptStack(build, 'pool1')!))
          if (!read.ok) throw new Error(read.faults[0].message)
          const again = laidOn(build, read.value, 'pool1')
          if (!again.ok) throw new Error(again.faults[0].path)
          expect(planFor(again.value).days).to.deep.equal(planFor(build).days)
          // and on a bare one of the same build
          const bare = laidOn(asked(), read.value, 'pool1')
          expect(bare.ok && planFor(bare.value).days).to.deep.equal(planFor(build).days)
        }
      ),
      { numRuns: runs(30) }
    )
  })

  it('goes to another water and another build, shape and size stay, and its own bottles go along', () => {
    const own: Material = {
      ...BUILT_IN_SHELF.get('clear-epoxy-2-1')!,
      id: 'own-epoxy',
      name: 'From the drawer',
      own: true
    } as Material
    const from = changePool('pool1', { resin: 'own-epoxy' })(worked(asked(), 'pool1'))
    const kept = keptStack(from, 'pool1', [own])!
    expect(kept.bottles?.map((b) => b.id)).to.deep.equal(['own-epoxy'])
    const to = demo()
    const before = poolsOf(to).find((p) => p.id === 'tailrace')!
    const laid = laidOn(to, kept, 'tailrace')
    if (!laid.ok) throw new Error(laid.faults[0].path)
    const after = poolsOf(laid.value).find((p) => p.id === 'tailrace')!
    expect(after.outline).to.deep.equal(before.outline)
    expect(after.soundings).to.deep.equal(before.soundings)
    expect(after.levelMm).to.equal(before.levelMm)
    expect(after.resin).to.equal('own-epoxy')
    expect(laid.value.bottles?.map((b) => b.id)).to.include('own-epoxy')
    const names = laysOf(laid.value, 'tailrace').map((l) => l.name)
    expect(names[0]).to.equal('Sunken punt')
    expect(names.at(-1)).to.equal('Ripples, blown')
    expect(planFor(laid.value).steps.steps.map((s) => s.of)).not.to.include('tailrace/leak')
    // twice is once
    const twice = layStack(kept, 'tailrace')(laid.value)
    expect(laysOf(twice, 'tailrace')).to.deep.equal(laysOf(laid.value, 'tailrace'))
    expect(twice.laid).to.have.length(laid.value.laid.length)
    // other waters have not changed
    expect(laysOf(laid.value, 'millpond')).to.deep.equal(laysOf(to, 'millpond'))
  })

  it('stands beside our ways in the comparison, its own lays counted as work and money', () => {
    const kept = keptStack(worked(asked(), 'pool1'), 'pool1')!
    const compared = compareWays(asked(), 'pool1', BUILT_IN_SHELF, undefined, [kept])
    const of = (way: string) => compared.find((c) => c.way === way)!
    expect(compared.map((c) => c.way)).to.deep.equal([
      ...waysFor('pool').map((w) => w.id),
      'stack/0'
    ])
    const [ours, own] = [of('two-part-pour'), of('stack/0')]
    expect(own.name).to.equal('As Upper pool')
    // a thing set in and ripples blown in place of stippled, no leak test
    const plan = planFor(layStack(kept, 'pool1')(asked()))
    const lays = plan.steps.lays.filter((l) => l.stack === 'pool1').map((l) => l.id)
    const hands = plan.steps.steps
      .filter((s) => s.id.startsWith('pool1/') || lays.includes(s.lay ?? ''))
      .reduce((sum, s) => sum + s.handsMin, 0)
    expect(own.handsMin).to.equal(hands)
    expect(own.handsMin).not.to.equal(ours.handsMin)
    expect(own.finishMs).to.equal(plan.days.finishMs)
  })

  it('what cannot be is named, and nothing is changed', () => {
    const kept = keptStack(asked(), 'pool1')!
    expect(keptStack(asked(), 'nobody')).to.equal(null)
    const wrong = laidOn(demo(), kept, 'weir')
    expect(!wrong.ok && wrong.faults[0].message).to.match(/stack for a pool, and “Weir” is a fall/)
    expect(layStack(kept, 'weir')(demo())).to.deep.equal(demo())
    for (const [text, path] of [
      ['{', ''],
      ['[]', ''],
      ['{"format":"tall-spindle-build"}', 'format'],
      [JSON.stringify({ ...kept, version: 2 }), 'version'],
      [JSON.stringify({ ...kept, order: 'pour' }), 'order'],
      [JSON.stringify({ ...kept, laid: Array(500).fill({}) }), 'laid']
    ]) {
      const read = readStack(text)
      expect(!read.ok && read.faults.map((f) => f.path).join(), text).to.include(path)
    }
    // sound as a stack, but not what a build may hold: found where it is laid
    for (const more of [
      { making: { ...kept.making, dam: 5 } },
      { making: { ...kept.making, pours: -3 } },
      { laid: [{ id: 'lay1', way: 'gel-coat' }] },
      { bottles: [{ kind: 'resin', id: 'x' }] }
    ]) {
      const laid = laidOn(asked(), { ...kept, ...more } as typeof kept, 'pool1')
      expect(!laid.ok && laid.faults.length, JSON.stringify(more)).to.be.above(0)
    }
    // an unknown way is kept and said
    const odd = laidOn(asked(), { ...kept, way: 'poured-glass' }, 'pool1')
    expect(odd.ok).to.equal(true)
  })

  it('from the command line: taken from one build, laid in another', () => {
    const folder = mkdtempSync(join(tmpdir(), 'stack-'))
    const put = (name: string, text: string) => {
      writeFileSync(join(folder, name), text)
      return join(folder, name)
    }
    const from = put('from.json', writeBuild(worked(asked(), 'pool1')))
    const taken = told('stack', from, 'pool1')
    expect(taken.code).to.equal(0)
    const stack = put('stack.json', taken.out)
    const laid = told('lay', stack, put('to.json', writeBuild(demo())), 'tailrace')
    expect(laid.code).to.equal(0)
    const read = readBuild(laid.out)
    expect(read.ok && laysOf(read.value, 'tailrace')[0].name).to.equal('Sunken punt')
    for (const [args, said] of [
      [['stack', from, 'nobody'], /no such water/],
      [['lay', stack, from, 'nobody'], /not in this build/],
      [['lay', from, from, 'pool1'], /format/],
      [['lay', stack], /usage/]
    ] as const) {
      const { code, err } = told(...args)
      expect(code).to.equal(2)
      expect(err).to.match(said)
    }
  })
})
