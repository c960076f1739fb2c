import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import Papa from 'papaparse'
import { fontFiles as read } from '../../cli/fontFiles'
import type { Build } from '../../core/build/types'
import { setCalendar } from '../../core/build/workEdits'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { stepsCalendar } from '../../core/exchange/calendar/ics'
import { csvStyleOf, shoppable, shoppingCsv } from '../../core/exchange/csv'
import { bookFile, pdfOf } from '../../core/exchange/sheets/exports'
import { derivePlan } from '../../core/plan/derivePlan'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { itBy } from '../support/outside'

/** Files as programs read them that know nothing of this one, as Debian has them. */
describe('In other people’s programs', function () {
  this.timeout(300_000)
  const folder = mkdtempSync(join(tmpdir(), 'spindle-outside-'))
  after(() => rmSync(folder, { recursive: true }))
  const home = { ...process.env, HOME: folder, XDG_CONFIG_HOME: folder, XDG_DATA_HOME: folder }
  const run = (tool: string, ...args: string[]) =>
    execFileSync(tool, args, {
      env: home,
      cwd: folder,
      stdio: ['ignore', 'pipe', 'pipe']
    }).toString()

  itBy(
    'soffice',
    'a spreadsheet program takes the shopping list of a country with its numbers as numbers (LibreOffice Calc, German and English)',
    () => {
      const lines = planUntil(demo(), 'amounts').shopping
      const amounts = lines.map(shoppable)
      expect(amounts.some((a) => !Number.isInteger(a))).to.equal(true)
      // separator, quote, UTF-8, first line, columns by themselves, language of the office
      for (const [language, told] of [
        ['de-DE', '59,34,76,1,,1031'],
        ['en-GB', '44,34,76,1,,2057']
      ]) {
        const style = csvStyleOf(language)
        writeFileSync(join(folder, 'list.csv'), shoppingCsv(lines, style, 'CHF'))
        run('soffice', '--headless', `--infilter=CSV:${told}`, '--convert-to', 'fods', 'list.csv')
        const cells = [
          ...readFileSync(join(folder, 'list.fods'), 'utf8').matchAll(
            /<table:table-cell[^>]*office:value-type="float"[^>]*>/g
          )
        ].flatMap(([cell]) => {
          const [, value] = /office:value="([^"]+)"/.exec(cell)!
          const times = Number(/columns-repeated="(\d+)"/.exec(cell)?.[1] ?? 1)
          return Array<number>(times).fill(Number(value))
        })
        const { data } = Papa.parse<string[]>(shoppingCsv(lines, style, 'CHF').slice(1).trim())
        const written = data
          .slice(1)
          .flatMap((row) => row.map((cell) => cell.replace(style.decimal, '.')))
          .filter((cell) => /^-?\d+(\.\d+)?$/.test(cell))
          .map(Number)
        expect(cells, language).to.deep.equal(written)
        // and out of it again as its own table: the same amounts
        run(
          'soffice',
          '--headless',
          '--convert-to',
          'csv:Text - txt - csv (StarCalc):9,34,76,1,,2057,false,false',
          'list.fods'
        )
        const back = Papa.parse<string[]>(readFileSync(join(folder, 'list.csv'), 'utf8').trim(), {
          delimiter: '\t'
        }).data
        expect(back.slice(1).map((row) => Number(row[1].replace(',', '.')))).to.deep.equal(amounts)
        expect(back.slice(1).map((row) => row[0])).to.deep.equal(lines.map((l) => l.name))
      }
    }
  )

  itBy(
    'khal',
    'a calendar program takes the steps twice and has them once; what fell out of the plan is called off in it (khal)',
    () => {
      const kept = join(folder, 'kept')
      mkdirSync(kept)
      const clock = ['timeformat = %H:%M', 'dateformat = %Y-%m-%d', 'longdateformat = %Y-%m-%d']
      const both = ['datetimeformat', 'longdatetimeformat'].map((f) => `${f} = %Y-%m-%d %H:%M`)
      const zone = ['local_timezone = Europe/Lisbon', 'default_timezone = Europe/Lisbon']
      writeFileSync(
        join(folder, 'khal.conf'),
        [
          '[calendars]',
          '[[build]]',
          `path = ${kept}`,
          '[locale]',
          ...zone,
          ...clock,
          ...both,
          '[sqlite]',
          `path = ${join(folder, 'khal.db')}`,
          ''
        ].join('\n')
      )
      const khal = (...args: string[]) => run('khal', '-c', 'khal.conf', ...args)
      const brought = (build: Build, day: number) => {
        const plan = derivePlan(build)
        const made = stepsCalendar(build, plan.steps.steps, plan.days, Date.UTC(2026, 10, day))
        writeFileSync(join(folder, 'steps.ics'), made.text)
        khal('import', '--batch', 'steps.ics')
        const files = readdirSync(kept).map((f) => readFileSync(join(kept, f), 'utf8'))
        const off = files.filter((f) => f.includes('STATUS:CANCELLED')).length
        return { plan, made, on: files.length - off, off }
      }
      const first = brought(demo(), 24)
      expect(first.on).to.equal(first.plan.days.work.length)
      const told = setCalendar({ told: first.made.told })(demo())
      expect(brought(told, 25)).to.include({ on: first.on, off: 0 })
      // its own list has every entry at the plan's minute
      const listed = khal('list', '2026-11-01', '200d', '--format', '{start} {title}')
      const lines = listed.split('\n')
      for (const work of first.plan.days.work) {
        const title = first.plan.steps.steps.find((s) => s.id === work.step)!.title
        const at = work.start.replace('T', ' ').slice(0, 16)
        expect(
          lines.some((l) => l.startsWith(at) && l.includes(title)),
          `${at} ${title}`
        ).to.equal(true)
      }
      const fall = told.waters.find((w) => w.kind === 'fall')!
      const less = { ...told, waters: told.waters.filter((w) => w.id !== fall.id) }
      const after = brought(less, 26)
      expect(after.off).to.equal(after.made.calledOff.length).and.to.be.greaterThan(2)
      expect(after.on).to.equal(after.plan.days.work.length)
    }
  )

  itBy(
    'qpdf',
    'a PDF checker finds no fault in book and sheets of a demo build, on both papers (qpdf)',
    async () => {
      for (const [name, paper] of [
        [undefined, 'letter'],
        ['2-mole-at-varnsey', 'a4']
      ] as const) {
        const build = demo(name)
        const plan = derivePlan(build)
        const ids = plan.templates.map((t) => t.id)
        for (const made of [
          await bookFile(build, plan, paper, BUILT_IN_SHELF, { read }),
          await pdfOf(build, ids, paper, BUILT_IN_SHELF, { read })
        ]) {
          writeFileSync(join(folder, 'x.pdf'), made.bytes)
          expect(run('qpdf', '--check', 'x.pdf'), made.name).to.include(
            'No syntax or stream encoding errors'
          )
        }
      }
    }
  )
})
