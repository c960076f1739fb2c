import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { PDFDocument } from 'pdf-lib'
import ICAL from 'ical.js'
import type { Page } from 'playwright-core'
import { changeFall, changePool } from '../../core/build/edits'
import { poolsOf, type Build } from '../../core/build/types'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { derivePlan } from '../../core/plan/derivePlan'
import { dayAndClock } from '../../core/words/dates'
import { planUntil } from '../../core/plan/stages'
import { demo, large } from '../support/builds'
import {
  choose,
  complaints,
  DEMO_ID,
  downloaded,
  goTo,
  madeWhole,
  openPage,
  stage,
  type Stage
} from '../support/browser'

/** Plan millimetres to page pixels, from the drawn board. */
async function board(
  page: Page,
  widthMm: number,
  depthMm: number
): Promise<(x: number, y: number) => { x: number; y: number }> {
  await page.evaluate(() => document.fonts.ready)
  // without its stroke, which boundingBox() counts in
  const box = await page
    .locator('.plan .board')
    .evaluate((board) =>
      (({ x, y, width, height }) => ({ x, y, width, height }))(board.getBoundingClientRect())
    )
  return (x, y) => ({
    x: box.x + (x / widthMm) * box.width,
    y: box.y + box.height - (y / depthMm) * box.height
  })
}
const figure = async (page: Page, name: string) =>
  Number((await page.locator(`[data-test="${name}"]`).innerText()).replace(/[^\d.].*$/s, ''))

describe('A builder at the bench', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  it('makes a build from nothing and leaves with grams, drops, pours and a date', async () => {
    const context = await s.profile({ motion: true })
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('[data-test="new-build"]').click()
    await page.locator('[data-test="new-name"]').fill('Ford below the mill')
    await page.locator('[data-test="new-scale"]').fill('OO')
    await page.getByText('Pool, fall, and a pool below').click()
    await page.locator('[data-test="new-make"]').click()
    // Ground: the lower pool is drawn afresh, one edge becomes a dam, dips are clicked and one is typed
    await page.locator('[data-tool-name="draw"]').waitFor()
    await choose(page.locator('[data-test="pool-pick"]'), 'pool2')
    await page.keyboard.press('l')
    const at = await board(page, 300, 200)
    for (const [x, y] of [
      [60, 12],
      [240, 12],
      [250, 70],
      [150, 84],
      [50, 70]
    ])
      await page.mouse.click(at(x, y).x, at(x, y).y)
    await page.keyboard.press('Enter')
    expect(await page.locator('.corner').count()).to.equal(5)
    await page.locator('[data-tool-name="edge"]').click()
    await page.mouse.click(at(150, 12).x, at(150, 12).y)
    expect(await page.locator('.edge.dam').count()).to.equal(2)
    await page.getByLabel('Height of new dips').fill('3')
    await page.locator('[data-tool-name="dip"]').click()
    const before = await page.locator('.dip').count()
    await page.mouse.click(at(120, 30).x, at(120, 30).y)
    await page.locator('.dip').nth(before).waitFor()
    await page.getByLabel(`Sounding ${before + 1} height`).fill('2,5')
    // Water: the level by mouse, then its figures
    await page.getByRole('button', { name: 'Water', exact: true }).click()
    await page.locator('[data-level-of="pool2"] .bob').waitFor()
    const waterBefore = await figure(page, 'volume')
    const bob = (await page.locator('[data-level-of="pool2"] .bob').boundingBox())!
    await page.mouse.move(bob.x + bob.width / 2, bob.y + bob.height / 2)
    await page.mouse.down()
    await page.mouse.move(bob.x + bob.width / 2, bob.y + bob.height / 2 + 8, { steps: 4 })
    await page.mouse.up()
    await page.waitForFunction(
      (b) => Number.parseFloat(document.querySelector('[data-test="volume"]')!.textContent!) < b,
      waterBefore
    )
    // Build-up, Mix, Days
    await page.getByRole('button', { name: 'Build-up' }).click()
    await choose(page.locator('[data-test="resin"]'), 'casting-epoxy-2-1')
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    await page.locator('[data-batch="pool2-1-1"]').waitFor()
    const cup = await page.locator('[data-batch="pool2-1-1"]').innerText()
    await page.getByRole('button', { name: 'Days' }).click()
    const heading = await page.locator('[data-test="days"] h1').innerText()
    // the file it exports, planned by the core, says the same as the screen
    await page.getByRole('button', { name: 'Prints' }).click()
    const file = await downloaded(page, () => page.locator('[data-test="json"]').click())
    expect(file.name).to.equal('Build, Ford below the mill.json')
    const read = readBuild(file.text)
    if (!read.ok) throw new Error(JSON.stringify(read.faults))
    const plan = derivePlan(read.value)
    const batch = plan.amounts.batches.find((b) => b.pool === 'pool2')!
    expect(cup).to.include(`${Math.round(batch.aG * 10) / 10}\u202fg A`)
    expect(read.value.waters[2]).to.have.property('resin', 'casting-epoxy-2-1')
    const dipped = poolsOf(read.value)[1].soundings.at(-1)!
    expect(dipped[2]).to.equal(2.5)
    expect(Math.hypot(dipped[0] - 120, dipped[1] - 30)).to.be.lessThan(1)
    const date = new Intl.DateTimeFormat('en-GB', {
      timeZone: 'Europe/Lisbon',
      day: 'numeric',
      month: 'long',
      year: 'numeric'
    }).format(plan.days.finishMs!)
    expect(heading).to.include(date)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('drags a level and everything follows; undo, redo, reload', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/water`)
    await page.locator('[data-level-of="millpond"] .bob').waitFor()
    const read = async () => {
      await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
      return figures()
    }
    const figures = async () => ({
      volume: await figure(page, 'volume'),
      area: await figure(page, 'area'),
      deepest: await figure(page, 'deepest'),
      pours: await figure(page, 'pours'),
      strip: await page.locator('[data-test="waterline"]').innerText()
    })
    const start = await read()
    expect(start).to.include({ volume: 238, deepest: 13.5, pours: 3 })
    const shore = await page.locator('.plan .wet').first().getAttribute('d')
    const bob = (await page.locator('[data-level-of="millpond"] .bob').boundingBox())!
    await page.mouse.move(bob.x + bob.width / 2, bob.y + 10)
    await page.mouse.down()
    const volumes = new Set<number>()
    for (let i = 1; i <= 12; i++) {
      const was = await page.locator('[data-test="volume"]').innerText()
      await page.mouse.move(bob.x + bob.width / 2, bob.y + 10 + 3 * i)
      // figures follow while the level is held
      await page.waitForFunction(
        (before) =>
          document.querySelector<HTMLElement>('[data-test="volume"]')?.innerText !== before,
        was
      )
      volumes.add(await figure(page, 'volume'))
    }
    expect(volumes.size).to.be.greaterThan(10)
    await page.mouse.up()
    const low = await read()
    expect(low.volume).to.be.lessThan(start.volume / 2)
    expect(low.area).to.be.lessThan(start.area)
    expect(low.pours).to.equal(2)
    expect(low.strip).to.not.equal(start.strip)
    expect(await page.locator('.plan .wet').first().getAttribute('d')).to.not.equal(shore)
    await page.keyboard.press('Control+z')
    await page.waitForFunction(() =>
      document.querySelector('[data-test="volume"]')!.textContent!.startsWith('238')
    )
    expect(await read()).to.deep.equal(start)
    await page.keyboard.press('Control+Shift+z')
    await page.waitForFunction(
      () => !document.querySelector('[data-test="volume"]')!.textContent!.startsWith('238')
    )
    await page.getByText('Saved', { exact: true }).waitFor()
    await page.reload()
    await page.locator('[data-test="volume"]').waitFor()
    expect(await read()).to.deep.equal(low)
    await context.close()
  })

  it('pastes soundings from a spreadsheet; a wrong line changes nothing', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`)
    await page.locator('.dip').first().waitFor()
    await madeWhole(page)
    await page.getByRole('button', { name: 'Paste' }).click()
    const box = page.getByLabel('Columns from a spreadsheet')
    await box.fill('210\t200\t40\n210\tx\t38')
    await page.locator('.paste .fault', { hasText: 'line 2' }).waitFor()
    expect(await page.getByRole('button', { name: 'Replace all' }).isDisabled()).to.equal(true)
    await box.fill('x\ty\tz\n210\t200\t38,5\n150\t240\t41,25\n260\t250\t42')
    await page.getByRole('button', { name: 'Replace all' }).click()
    await page.locator('.dip').nth(2).waitFor()
    expect(await page.locator('.dip').count()).to.equal(3)
    expect(await page.getByLabel('Sounding 2 height').inputValue()).to.equal('41.25')
    // typed key by key, with the point on its way; and a name with a space in it
    await page.getByLabel('Sounding 1 height').press('Control+a')
    await page.getByLabel('Sounding 1 height').pressSequentially('37.25', { delay: 30 })
    expect(await page.getByLabel('Sounding 1 height').inputValue()).to.equal('37.25')
    expect(await page.getByLabel('Sounding 1 dip').inputValue()).to.equal('12.75')
    await page.getByLabel('Name of the build').press('Control+a')
    await page.getByLabel('Name of the build').pressSequentially('Old ford', { delay: 30 })
    expect(await page.getByLabel('Name of the build').inputValue()).to.equal('Old ford')
    // a dip outside the outline is said at the place, in the table and under the drawing
    await page.getByLabel('Sounding 3 x').fill('5')
    await page.locator('.fault-at').waitFor()
    expect(await page.locator('[aria-label="Soundings"] .fault').innerText()).to.include(
      'lies outside the outline'
    )
    const told = page.locator('[data-finding^="ground-fault"]')
    await told.first().waitFor()
    expect(await told.count()).to.equal(1)
    await page.locator('[data-test="undo"]').click()
    await page.locator('.fault-at').waitFor({ state: 'detached' })
    await context.close()
  })

  it('draws and mends on the plan: points added, moved, removed, crossed and undone; the section line dragged', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`)
    await page.locator('.corner').first().waitFor()
    const at = await board(page, 420, 300)
    const corners = await page.locator('.corner').count()
    await page.keyboard.press('o')
    await page.mouse.click(at(90, 275).x, at(90, 275).y)
    expect(await page.locator('.corner').count()).to.equal(corners + 1)
    await page.keyboard.press('m')
    const drag = async (from: [number, number], to: [number, number]) => {
      await page.mouse.move(at(...from).x, at(...from).y)
      await page.mouse.down()
      await page.mouse.move(at(...to).x, at(...to).y, { steps: 5 })
      await page.mouse.up()
    }
    await drag([338, 248], [60, 220])
    await page.getByText('the outline crosses itself').first().waitFor()
    await page.keyboard.press('Control+z')
    await page.locator('.fault-at').waitFor({ state: 'detached' })
    const ground = await page.locator('.section .skin').getAttribute('d')
    await drag([211, 75], [240, 75])
    await page.waitForFunction(
      (d) => document.querySelector('.section .skin')?.getAttribute('d') !== d,
      ground
    )
    await page.locator('.corner').nth(4).focus()
    await page.keyboard.press('Delete')
    expect(await page.locator('.corner').count()).to.equal(corners)
    await context.close()
  })

  it('edits in quick succession outdate each other: few plans are made, the last one is shown', async () => {
    const context = await s.profile()
    await context.addInitScript(`
      const Real = window.Worker
      window.asked = []
      window.planned = []
      window.Worker = class extends Real {
        constructor(...args) { super(...args); this.addEventListener('message', (e) => { if (e.data.value?.changed) window.planned.push(e.data.id) }) }
        postMessage(message, ...rest) { if (message.path?.[0] === 'derive') window.asked.push(message.id); super.postMessage(message, ...rest) }
      }`)
    const page = await openPage(context, s.address)
    const build = { ...large(), id: 'ten-waters' }
    await page.locator('[data-test="import"] input').setInputFiles({
      name: 'ten.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeBuild(build))
    })
    await page.getByText('One build imported').waitFor()
    await goTo(page, '/build/ten-waters/water')
    await page.locator('[data-test="volume"]').waitFor()
    const [asked, planned] = await page.evaluate(async () => {
      const w = window as unknown as { asked: number[]; planned: number[] }
      const before = [w.asked.length, w.planned.length]
      const handle = document.querySelector('[data-level-of="pool0"]')!
      for (let i = 0; i < 20; i++) {
        handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }))
        // lets the drawing follow, but nothing from the worker in
        for (let tick = 0; tick < 10; tick++) await Promise.resolve()
      }
      // as long as a busy machine takes for the last of them
      for (let waited = 0; waited < 60 && w.planned.at(-1) !== w.asked.at(-1); waited++)
        await new Promise((resolve) => setTimeout(resolve, 500))
      await new Promise((resolve) => setTimeout(resolve, 500))
      return [w.asked.slice(before[0]), w.planned.slice(before[1])]
    })
    expect(asked.length).to.equal(20)
    expect(planned.length).to.be.within(1, 19)
    expect(planned.at(-1)).to.equal(asked.at(-1))
    const plan = derivePlan(changePool('pool0', { levelMm: 20 })(build))
    expect(await figure(page, 'volume')).to.be.closeTo(plan.ground.pools[0].volumeMl, 0.06)
    await context.close()
  })

  it('chooses a lip on the plan and gives drop and width', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/water`)
    await page.getByRole('button', { name: '↓ Weir' }).click()
    expect(await page.locator('[data-test="strip-length"]').innerText()).to.include('47\u202fmm')
    await page.getByLabel('Drop').fill('20,5')
    const strip = planUntil(changeFall('weir', { dropMm: 20.5 })(demo()), 'forms').falls[0].stripMm
    await page
      .locator('[data-test="strip-length"]', { hasText: `${Math.round(strip * 10) / 10}\u202fmm` })
      .waitFor()
    await page.getByLabel('Drop').fill('')
    await page.getByLabel('Width').fill('9999999')
    await page.getByText(/won't do: 0\.5 to 10000 mm/).waitFor()
    await page.getByLabel('Width').fill('')
    await page.locator('[data-test="choose-lip"]').click()
    const at = await board(page, 420, 300)
    await page.mouse.click(at(148, 164).x, at(148, 164).y)
    await page.locator('[data-test="strips"]', { hasText: /^5/ }).waitFor()
    await context.close()
  })

  it('prints: shopping list as CSV, steps as a calendar that a public parser reads, the page itself', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/prints`)
    await page.locator('[data-leaf="plan"]').click()
    await page.locator('.paper h1').waitFor()
    const csv = await downloaded(page, () => page.locator('[data-test="csv"]').click())
    expect(csv.text.split('\r\n')[0]).to.equal(
      '\ufeffitem,amount,unit,also,on the shelf,to buy,packs,pack of,"cost, €",note'
    )
    // a spreadsheet of a country where tenths stand after a comma
    await page.getByRole('button', { name: 'Settings' }).click()
    await choose(page.locator('[data-test="csv-separator"]'), ';')
    await choose(page.locator('[data-test="csv-decimal"]'), ',')
    await page.getByRole('button', { name: 'Close this dialog' }).click()
    const other = await downloaded(page, () => page.locator('[data-test="csv"]').click())
    expect(other.text.split('\r\n')[0]).to.match(/^\ufeffitem;amount;unit;/)
    expect(other.text).to.match(/;\d+,\d;/)
    const ics = await downloaded(page, () => page.locator('[data-test="ics"]').click())
    expect(
      new ICAL.Component(ICAL.parse(ics.text)).getAllSubcomponents('vevent').length
    ).to.be.greaterThan(25)
    const [book] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="book"]').click()
    ])
    expect(book.suggestedFilename()).to.match(/^Book, A4, .*\.pdf$/)
    const pages = (await PDFDocument.load(readFileSync(await book.path()))).getPageCount()
    expect(pages).to.be.within(6, 30)
    await page.emulateMedia({ media: 'print' })
    expect(await page.locator('.paper').isVisible()).to.equal(true)
    expect(await page.locator('header.top').isVisible()).to.equal(false)
    expect(await page.locator('[data-test="waterline"]').isVisible()).to.equal(false)
    expect((await page.pdf({ format: 'A4' })).length).to.be.greaterThan(20_000)
    await context.close()
  })

  it('gives up every free hour, is told, and gets the date back', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/days`)
    await page.locator('[data-leaf="hours"]').click()
    for (const day of ['Tue', 'Thu', 'Sat', 'Sun']) {
      await page.getByLabel(`Free on ${day}`).fill('')
      await page.getByLabel(`Free on ${day}`).press('Tab')
    }
    await page.getByRole('button', { name: 'Forget 2026-12-08' }).click()
    await page.locator('[data-finding="no-hours"]').waitFor()
    expect(await page.locator('[data-test="finish"]').innerText()).to.equal('no date yet')
    await page.getByLabel('Free on Wed').fill('21-19')
    await page.getByLabel('Free on Wed').press('Tab')
    await page.getByText('ends before it begins').waitFor()
    await page.getByLabel('Free on Wed').fill('18-22.30, 23-24')
    await page.getByLabel('Free on Wed').press('Tab')
    await page.locator('[data-finding="no-hours"]').waitFor({ state: 'detached' })
    expect(await page.locator('[data-test="finish"]').innerText()).to.match(/Wed|Thu/)
    await context.close()
  })

  it('a date that is not settled is searched for longer: stopped, begun anew, and proven', async () => {
    const of = demo().calendar
    // hours so few that the first search leaves the date open: which, hangs on the minutes of every step
    const few = (mon: string, tue: string, noon: string): Build => {
      const week: Build['calendar']['week'] = { ...of.week, thu: [], sun: [] }
      week.mon = [['19:00', mon]]
      week.tue = [['19:00', tue]]
      week.sat = [
        ['09:00', '10:00'],
        ['14:00', noon]
      ]
      return { ...demo(), id: 'few', calendar: { ...of, week } }
    }
    const build = ['19:30', '19:35', '19:40', '19:45']
      .flatMap((mon) =>
        ['19:55', '19:45', '20:00'].flatMap((tue) =>
          ['14:40', '14:45', '14:50'].map((noon) => few(mon, tue, noon))
        )
      )
      .find((b) => derivePlan(b).days.proof?.kind === 'open')!
    const planned = derivePlan(build).days
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('[data-test="import"] input').setInputFiles({
      name: 'few.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeBuild(build))
    })
    await page.locator('[data-build="few"]').waitFor()
    await goTo(page, '/build/few/days')
    const proof = page.locator('[data-test="proof"]')
    await page.locator('[data-test="search"]').click()
    await page.locator('[data-test="search-stop"]').click()
    await page.locator('[data-test="search"]').waitFor()
    expect(await proof.innerText()).not.to.match(/Best so far/)
    await page.locator('[data-test="search"]').click()
    await proof.getByText('None can be sooner').waitFor()
    await proof.getByText('ends just then').waitFor()
    const end = dayAndClock(planned.finishMs!, build.calendar.zone).replace(/\s/g, ' ')
    expect((await proof.innerText()).replace(/\s/g, ' ')).to.include(`Best so far: ${end}.`)
    expect(said).to.deep.equal([])
    await context.close()
  })
})
