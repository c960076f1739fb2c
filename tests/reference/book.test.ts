import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { encode } from 'fast-png'
import { fontFiles as read } from '../../cli/fontFiles'
import { papers } from '../../cli/papers'
import { allCups } from '../../core/bench/benchSteps'
import { logged } from '../../core/build/workEdits'
import { writeBuild } from '../../core/build/file/write'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { typesetting } from '../../core/exchange/paper/typeset'
import { bookFile } from '../../core/exchange/sheets/exports'
import { derivePlan } from '../../core/plan/derivePlan'
import { PAPERS } from '../../core/plan/templates/pieces'
import type { Build } from '../../core/build/types'
import { demo } from '../support/builds'
import { itBy } from '../support/outside'

/** The book as other people's programs read it: poppler's tools, as Debian has them. */
describe('The book', function () {
  this.timeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-book-'))
  after(() => rmSync(folder, { recursive: true }))
  const run = (tool: string, ...args: string[]) =>
    execFileSync(tool, args, { maxBuffer: 1 << 27 }).toString()
  const written = async (
    build: Build,
    paper: 'a4' | 'letter' = 'a4',
    more: { units?: 'inch'; photos?: Map<string, Uint8Array> } = {}
  ) => {
    const plan = derivePlan(build)
    const made = await bookFile(build, plan, paper, BUILT_IN_SHELF, { read, ...more })
    const path = join(folder, 'book.pdf')
    writeFileSync(path, made.bytes)
    const info = run('pdfinfo', path)
    return { plan, path, info, text: run('pdftotext', '-layout', path, '-'), name: made.name }
  }
  /** Words as they were given, however lines were broken. */
  const plain = (text: string) => text.replace(/[\s\u00a0\u202f]+/g, ' ')

  itBy(
    'pdftotext',
    'holds every water, lay, cup, step, purchase and caution of each demo build, on both papers',
    async () => {
      for (const [name, paper] of [
        [undefined, 'a4'],
        ['2-mole-at-varnsey', 'letter'],
        ['3-slalom-in-the-hollin-gorge', 'a4']
      ] as const) {
        const build = demo(name)
        const { plan, info, path, text } = await written(build, paper)
        const all = plain(run('pdftotext', path, '-'))
        for (const water of build.waters) expect(all, water.name).to.include(water.name)
        for (const step of plan.steps.steps)
          expect(all, step.title).to.include(plain(step.title).slice(0, 30))
        for (const line of plan.amounts.shopping)
          expect(all, line.name).to.include(plain(line.name).split(' ')[0])
        expect(allCups(plan).length).to.be.greaterThan(0)
        for (const cup of allCups(plan)) expect(all).to.include(`${Math.round(cup.aG * 10) / 10} g`)
        for (const said of ['Where the numbers come from', 'Shopping', 'Mixes, by cup', 'Days'])
          expect(all).to.include(said)
        expect(all).to.include('Gloves, eye protection and moving air')
        expect(all, 'no letter is missing').to.not.include('\ufffd')
        // as pdfinfo tells it: tagged, named, of that paper
        expect(info).to.match(/Tagged:\s+yes/)
        expect(info).to.include(`Title:           ${build.name}`)
        const [, wide, high] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!
        expect(Number(wide) / (72 / 25.4)).to.be.closeTo(PAPERS[paper].widthMm, 0.1)
        expect(Number(high) / (72 / 25.4)).to.be.closeTo(PAPERS[paper].heightMm, 0.1)
        const pages = Number(/Pages:\s+(\d+)/.exec(info)![1])
        for (let page = 1; page <= pages; page++) expect(text).to.include(`${page} of ${pages}`)
        for (const font of run('pdffonts', path).trim().split('\n').slice(2))
          expect(font).to.match(/yes yes yes/)
      }
    }
  )

  itBy('pdftotext', 'reads a font once, however often letters change between fonts', async () => {
    const { pdf } = await typesetting({}, ['Weir 15 mm', 'водопад'], read)
    const inside = pdf as unknown as { _fontCount: number; _registeredFonts: object }
    const names = Object.keys(inside._registeredFonts)
    expect(names.length).to.be.at.least(2)
    for (const name of [...names, ...names]) pdf.font(name)
    expect(inside._fontCount).to.equal(names.length)
  })

  itBy(
    'pdftotext',
    'is a tree of headings, lists, tables and figures with words for them; nothing lies off its page',
    async () => {
      const { path } = await written(demo())
      const tree = run('pdfinfo', '-struct', path)
      for (const tag of ['H1', 'H2', 'H3', 'Table', 'TR', 'TD', 'L', 'LI', 'Figure'])
        expect(tree).to.match(new RegExp(`^\\s+${tag}\\b`, 'm'))
      const boxes = run('pdftotext', '-bbox', path, '-')
      const found = [
        ...boxes.matchAll(/xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)"/g)
      ]
      expect(found.length).to.be.above(1000)
      for (const [, ...box] of found) {
        const [x0, y0, x1, y1] = box.map((v) => Number(v) / (72 / 25.4))
        expect(Math.min(x0, y0)).to.be.at.least(8)
        expect(x1).to.be.at.most(210 - 8)
        expect(y1).to.be.at.most(297 - 5)
      }
    }
  )

  itBy(
    'pdftotext',
    'tells after the build what was done, seen and photographed; in any script; in inches',
    async () => {
      const [width, height] = [24, 16]
      const picture = encode({
        width,
        height,
        channels: 3,
        data: new Uint8Array(width * height * 3).fill(90)
      })
      const at = '2026-11-25T19:00:00Z'
      const noted = logged([
        {
          kind: 'note',
          id: 'n1',
          at,
          text: 'Вода прозрачна, 水很清, שלום',
          step: null
        }
      ])
      const shot = logged([
        {
          kind: 'photo',
          id: 'p1',
          at,
          caption: 'The pond by lamp',
          step: null,
          widthPx: width,
          heightPx: height
        }
      ])
      const cut = logged([
        {
          kind: 'photo',
          id: 'p2',
          at,
          caption: 'Cut in half',
          step: null,
          widthPx: width,
          heightPx: height
        }
      ])
      const build = cut(shot(noted({ ...demo(), name: 'Мельница 水車' })))
      const { path, text } = await written(build, 'a4', {
        photos: new Map([
          ['p1', picture],
          ['p2', new Uint8Array([1, 2, 3, 4])]
        ]),
        units: 'inch'
      })
      for (const said of [
        'How it went',
        'Вода прозрачна, 水很清',
        'שלום',
        'The pond by lamp',
        'this photograph cannot be read',
        'Мельница 水車'
      ])
        expect(text).to.include(said)
      expect(text).to.not.match(/\d\s?mm\b/)
      expect(run('pdfimages', '-list', path).trim().split('\n')).to.have.length(3)
    }
  )

  itBy(
    'pdftotext',
    'is written on the command line, as the sheets are; what cannot be is said in one line',
    async () => {
      const build = join(folder, 'build.json')
      writeFileSync(build, writeBuild(demo()))
      const said: string[] = []
      const says = { out: (t: string) => said.push(t), err: (t: string) => said.push(t) }
      for (const command of ['book', 'sheets']) {
        const out = join(folder, `${command}.pdf`)
        expect(await papers([command, build, out, 'letter'], says)).to.equal(0)
        expect(run('pdfinfo', out)).to.match(/Page size:\s+612 x 792 pts \(letter\)|612.* x 792/)
      }
      for (const wrong of [
        ['book', build],
        ['book', join(folder, 'none.json'), 'x.pdf'],
        ['sheets', build, join(folder, 'no', 'x.pdf')],
        ['sheets', build, join(folder, 'x.pdf'), 'a3']
      ])
        expect(await papers(wrong, says), wrong.join(' ')).to.equal(2)
      expect(said.slice(-1)[0]).to.equal('PAPER: was a3; it must be a4 or letter')
      expect(await papers(['plan', build], says)).to.equal(null)
    }
  )
})
