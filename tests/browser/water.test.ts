import { expect } from 'chai'
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { encode } from 'fast-png'
import { PDFDocument } from 'pdf-lib'
import { newFrom } from '../../core/exchange/newFile'
import { writeBuild } from '../../core/build/file/write'
import {
  choose,
  complaints,
  DEMO_ID,
  downloaded,
  goTo,
  openDemo,
  openPage,
  settled,
  stage,
  type Stage
} from '../support/browser'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'

const DxfParser = createRequire(import.meta.url)('dxf-parser') as new () => {
  parseSync: (text: string) => {
    entities: { type: string }[]
    tables: { layer: { layers: Record<string, unknown> } }
  }
}
const MOLE = 'demo-mole-at-varnsey'
const GORGE = 'demo-slalom-in-the-hollin-gorge'
const figure = async (page: Page, test: string) =>
  Number.parseFloat(
    (await page.locator(`[data-test="${test}"]`).first().innerText()).replace(',', '')
  )
const pickWater = (page: Page, name: string) =>
  page
    .locator('.drop')
    .filter({ hasText: new RegExp(`${name}$`) })
    .click()

/** Where a handle stands, as a share of the drawing that it is in. */
const placed = (page: Page, handle: string) =>
  page.evaluate((selector) => {
    const at = document.querySelector(selector)!.getBoundingClientRect()
    return [at.x + at.width / 2, at.y + at.height / 2]
  }, handle)

/** Drags the middle of a thing by so many pixels. */
async function dragBy(page: Page, selector: string, dx: number, dy: number): Promise<void> {
  const box = (await page.locator(selector).first().boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(x + (dx * i) / 6, y + (dy * i) / 6)
  await page.mouse.up()
}

describe('Moving water on the screen', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  const open = (id: string, view = 'water') => openDemo(s, id, view)

  it('a fall: the lip is moved and the landing goes with it; the landing is dragged and the flow follows; undo brings both back', async () => {
    const { page, said, close } = await open(DEMO_ID)
    await pickWater(page, 'Weir')
    const landing = () => page.locator('[data-test="landing-line"]').getAttribute('d')
    const start = await landing()
    const lands = await figure(page, 'lands')
    expect(lands).to.be.closeTo(planUntil(demo(), 'forms').falls[0].curve!.landMm, 0.06)
    await dragBy(page, '[data-handle="lip:millpond:c2"] .grip', 0, 14)
    await page.waitForFunction(
      (d) => document.querySelector('[data-test="landing-line"]')!.getAttribute('d') !== d,
      start
    )
    await settled(page)
    await page.keyboard.press('Control+z')
    await page.waitForFunction(
      (d) => document.querySelector('[data-test="landing-line"]')!.getAttribute('d') === d,
      start
    )
    // by key as well
    await page.locator('[data-handle="lip:millpond:c3"]').focus()
    await page.keyboard.press('ArrowDown')
    await page.waitForFunction(
      (d) => document.querySelector('[data-test="landing-line"]')!.getAttribute('d') !== d,
      start
    )
    await settled(page)
    const flow = await figure(page, 'discharge')
    await dragBy(page, '[data-test="land-handle"] path', 25, 0)
    await page.waitForFunction(
      (f) => Number.parseFloat(document.querySelector('[data-test="discharge"]')!.textContent!) > f,
      flow
    )
    await settled(page)
    expect(await figure(page, 'lands')).to.be.above(lands + 2)
    // more than the lip lets through: said, and mended at once
    await page.locator('[data-test="discharge-field"] input').fill('3')
    await page.locator('[data-mend="lip-deep:weir"]').click()
    await page.locator('[data-mend="lip-deep:weir"]').waitFor({ state: 'detached' })
    await page.locator('[data-mood="trickle"]').click()
    await page.getByText('springs free').first().waitFor()
    await choose(page.locator('[data-test="hang"]'), 'clinging')
    await page.locator('dd.words').getByText('clings to the face').waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('a sea: a lower wave breaks nearer the shore; a crest dragged out to deep water is a finding, and comes back', async () => {
    const { page, said, close } = await open(MOLE)
    await pickWater(page, 'Seas from the south-west')
    const before = await figure(page, 'offshore')
    await page.locator('[data-test="breaker"] input').fill('9')
    await page.waitForFunction(
      (b) =>
        Number.parseFloat(document.querySelector('[data-test="offshore"]')!.textContent!) < b - 5,
      before
    )
    await page.locator('[data-test="breaker"] input').fill('17')
    await settled(page)
    await dragBy(page, '[data-handle="crest:seas"] .grip', -150, 0)
    await page.locator('[data-finding="too-deep:seas"]').waitFor()
    // read and put away: the foot counts it no more; it comes back when it is asked for
    const foot = page.locator('[data-test="waterline"]')
    await foot.getByText('none stops it, 1 to look at').waitFor()
    await page.locator('[data-put-away="too-deep:seas"]').click()
    await page.locator('[data-finding="too-deep:seas"]').waitFor({ state: 'detached' })
    expect(await foot.innerText()).not.to.include('to look at')
    await page.locator('[data-test="bring-back"]').click()
    await page.locator('[data-finding="too-deep:seas"]').waitFor()
    await page.keyboard.press('Control+z')
    await page.locator('[data-finding="too-deep:seas"]').waitFor({ state: 'detached' })
    // the schools of making all take this face
    await page.locator('[data-test="schools"]').getByRole('button').click()
    expect(await page.locator('[data-test="schools"]').innerText()).to.match(
      /Curl of film[\s\S]*former 11\.2 mm across[\s\S]*Carved foam[\s\S]*Paper skin/
    )
    // the arrow turns them
    await dragBy(page, '[data-handle^="heading:seas"] .grip', -20, -60)
    await settled(page)
    expect(Number(await page.getByLabel('They run to').inputValue())).to.be.above(25)
    await page.locator('[data-test="by-wind"]').click()
    await page.getByLabel('Fetch').waitFor()
    // too short a period for its height is said where it was entered
    await page.locator('[data-test="by-breaker"]').click()
    await page.locator('[data-test="period"] input').fill('1')
    await page.locator('[data-finding="too-short:seas"]').waitFor()
    expect(await page.locator('[data-finding="too-short:seas"]').innerText()).to.match(
      /longer period/
    )
    expect(said).to.deep.equal([])
    await close()
  })

  it('does it belong together: what a friend would say, the worst first, taken on by one click and taken back', async () => {
    const { page, said, close } = await openDemo(s, MOLE, 'water')
    await page.locator('[data-add="sea"]').click()
    await settled(page)
    await page.locator('[data-test="together"]').click()
    const remarks = page.locator('[data-remark]')
    await remarks.first().waitFor()
    expect(await remarks.first().getAttribute('data-remark')).to.match(/^direction:/)
    expect(await remarks.count()).to.be.within(2, 7)
    await remarks.first().locator('[data-take]').click()
    await page.locator('[data-remark^="direction:"]').waitFor({ state: 'detached' })
    await page.locator('[data-remark^="storm:"] [data-take]').click()
    await page.locator('[data-test="belongs"]').waitFor()
    await page.keyboard.press('Escape')
    await page.locator('[data-test="belongs"]').waitFor({ state: 'hidden' })
    // each is one step of its own, taken back
    await page.getByText('travel in different directions').waitFor({ state: 'hidden' })
    await page.keyboard.press('Control+z')
    await settled(page)
    await page.keyboard.press('Control+z')
    await page.getByText('travel in different directions').first().waitFor()
    await settled(page)
    // from anywhere by the palette, and to its place on the plan
    await page.keyboard.press('Control+k')
    await page.keyboard.type('belong together')
    await page.keyboard.press('Enter')
    await page.locator('[data-remark^="direction:"]').getByText('Show it on the plan').click()
    await page.locator('[data-test="remarks"]').waitFor({ state: 'hidden' })
    await page.locator('.drop.on').filter({ hasText: 'Waves' }).waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('a picture traced: crests become the sea’s period, a shoreline the outline of its pool; a rectangle that is none is explained', async () => {
    const { page, said, close } = await openDemo(s, MOLE, 'water')
    await pickWater(page, 'Seas from the south-west')
    const period = () => page.locator('[data-test="period"] input').inputValue()
    const before = await period()
    await page.locator('[data-test="trace"]').click()
    // four by three, all of one colour: what is seen on it is the hand's business
    const picture = encode({
      width: 400,
      height: 300,
      data: new Uint8Array(400 * 300 * 3).fill(90),
      channels: 3
    })
    await page.locator('[data-test="trace-add"] input[type=file]').setInputFiles({
      name: 'bay.png',
      mimeType: 'image/png',
      buffer: Buffer.from(picture)
    })
    const table = page.locator('[data-test="tracing"]')
    await table.waitFor()
    const click = async (x: number, y: number) => {
      const box = (await table.boundingBox())!
      // the picture stands in the middle of its frame, as large as fits
      const each = Math.min(box.width / 400, box.height / 300)
      const [left, top] = [(box.width - 400 * each) / 2, (box.height - 300 * each) / 2]
      await page.mouse.click(box.x + left + x * each, box.y + top + y * each)
    }
    await page.locator('[data-trace="crest"]').click()
    for (const x of [100, 160, 220]) {
      await click(x, 90)
      await click(x, 210)
      await table.press('Enter')
    }
    const crests = page.locator('[data-proposal="crests"]')
    await crests.getByText('running to 0°').waitFor()
    await crests.locator('[data-take]').click()
    await page.locator('[data-trace="shore"]').click()
    for (const [x, y] of [
      [60, 60],
      [340, 60],
      [340, 240],
      [60, 240]
    ])
      await click(x, y)
    await table.press('Enter')
    await page.locator('[data-proposal="shore"] [data-take]').click()
    // laid under the plan; what was drawn is still there when it is taken up again
    await page.locator('[data-trace="scale"]').click()
    await page.locator('[data-test="lay-under"]').click()
    await page.keyboard.press('Escape')
    await table.waitFor({ state: 'hidden' })
    await page.locator('[data-test="under-plan"]').waitFor()
    await page.reload()
    await page.locator('[data-test="under-plan"]').waitFor()
    await page.locator('[data-test="trace"]').click()
    await table.waitFor()
    expect(await table.locator('[data-line]').count()).to.equal(4)
    // from the side it stands behind the section instead
    await page.locator('[data-by="side"]').click()
    await page.locator('[data-test="behind-section"]').waitFor({ state: 'attached' })
    expect(await page.locator('[data-test="under-plan"]').count()).to.equal(0)
    await page.locator('[data-by="four"]').click()
    await page.locator('[data-test="under-plan"]').waitFor({ state: 'attached' })
    // three corners of the scale on one line
    const mark = (k: number) => page.locator(`[data-mark="${k}"]`)
    await mark(2).focus()
    for (let i = 0; i < 24; i++) await page.keyboard.press('Shift+ArrowDown')
    await page.getByText('lie on a line').waitFor()
    await page.keyboard.press('Escape')
    await table.waitFor({ state: 'hidden' })
    await settled(page)
    await pickWater(page, 'Seas from the south-west')
    expect(await period()).not.to.equal(before)
    expect(said).to.deep.equal([])
    expect(said).to.deep.equal([])
    await close()
  })

  it('a fall from a pipe: its figures, its place on both drawings, dragged and turned; a rock parts a sheet; upwards is explained', async () => {
    const { page, said, close } = await openDemo(s, DEMO_ID, 'water')
    await page.locator('[data-add="fall"]').click()
    await choose(page.locator('[data-test="leaves"]'), 'pipe')
    await page
      .locator('[data-test="filled"]')
      .getByText(/runs \d+ % full/)
      .waitFor()
    await page.locator('[data-test="hollow"]').waitFor()
    await settled(page)
    const lands = () => page.locator('[data-test="lands"]').innerText()
    const steady = await lands()
    await page.locator('[data-own-mood="spate"]').click()
    await page.waitForFunction(
      (was) => (document.querySelector('[data-test="lands"]') as HTMLElement)?.innerText !== was,
      steady
    )
    expect(parseFloat(await lands())).to.be.above(parseFloat(steady))
    await settled(page)
    // it is moved on the plan by its handle, and turned by a figure
    const handle = page.locator('[data-handle^="outlet:"]')
    const before = await handle.getAttribute('aria-label')
    await handle.focus()
    await page.keyboard.press('ArrowRight')
    await page.waitForFunction(
      (was) =>
        document.querySelector('[data-handle^="outlet:"]')?.getAttribute('aria-label') !== was,
      before
    )
    await page.locator('[data-test="turned"] input').fill('0')
    await page.locator('[data-test="leaves-at"] input').fill('3')
    await page.getByText('would fall upwards').first().waitFor()
    await page.locator('[data-test="leaves-at"] input').fill('60')
    await page.getByText('would fall upwards').first().waitFor({ state: 'detached' })
    await settled(page)
    await pickWater(page, 'Weir')
    const strips = () => page.locator('[data-test="strips"]').innerText()
    const whole = await strips()
    await page.locator('[data-test="part-fall"]').click()
    await page.waitForFunction(
      (was) => (document.querySelector('[data-test="strips"]') as HTMLElement)?.innerText !== was,
      whole
    )
    expect(await page.locator('[data-test="parting"]').count()).to.equal(1)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a wave by wish: drawn as wished, how far nature is from it is said, one click brings the sea to it; a splash as high as wished', async () => {
    const { page, said, close } = await openDemo(s, MOLE, 'water')
    await pickWater(page, 'Seas from the south-west')
    const wished = page.locator('[data-test="wished"]')
    // on so steep and short a bed none spills by nature: it is drawn, and said
    await choose(page.locator('[data-test="wish"]'), 'spilling')
    await wished.getByText('Drawn spilling. By nature it plunges here').waitFor()
    await wished.getByText('it stays as wished').waitFor()
    await choose(page.locator('[data-test="wish"]'), 'surging')
    await wished.getByText('Drawn surging. By nature it plunges here').waitFor()
    await settled(page)
    await page.locator('[data-test="wish-way"]').click()
    await wished.getByText('This sea does so by itself: surging').waitFor()
    await settled(page)
    await page.keyboard.press('Control+z')
    await wished.getByText('Drawn surging').waitFor()
    // a painted depth is said once, and heard: the same wave breaks in less water
    await choose(page.locator('[data-test="wish"]'), '')
    // film is rolled to a hollow: what it is made of wishes it plunging
    await wished.getByText('This sea does so by itself: plunging').waitFor()
    const depth = () => page.locator('[data-test="offshore"]').innerText()
    const before = await depth()
    await page.locator('[data-test="painted"] input').fill('6')
    await page.waitForFunction(
      (was) => (document.querySelector('[data-test="offshore"]') as HTMLElement)?.innerText !== was,
      before
    )
    await page.locator('[data-test="painted"] input').fill('')
    await page.waitForFunction(
      (was) => (document.querySelector('[data-test="offshore"]') as HTMLElement)?.innerText === was,
      before
    )
    // a further crest, in a way of its own and from edge to edge
    await page.locator('[data-test="add-crest"]').click()
    await page.locator('[data-test="crest-of"]').getByText('Seas from the south-west').waitFor()
    await settled(page)
    expect(await page.locator('[data-test="built-crest"]').count()).to.equal(2)
    const reach = () => page.locator('[data-test="built-crest"]').last().getAttribute('d')
    const short = await reach()
    await page.locator('[data-test="whole-crest"]').click()
    await page.waitForFunction(
      (was) =>
        [...document.querySelectorAll('[data-test="built-crest"]')].at(-1)?.getAttribute('d') !==
        was,
      short
    )
    await pickWater(page, 'Column over the wall')
    await page.locator('[data-test="splash-wish"] input').fill('40')
    await page
      .locator('[data-test="splash-as"]')
      .getByText(/as a car at \d+ km\/h/)
      .waitFor()
    await page.waitForFunction(() =>
      document.querySelector('[data-test="splash-height"]')?.textContent?.trim().startsWith('40')
    )
    await page.locator('[data-test="splash-fingers"] input').fill('7')
    await page.locator('.figures').getByText('7', { exact: true }).waitFor()
    await choose(page.locator('[data-test="splash-stands"]'), 'ring')
    await page
      .locator('[data-test="splash-crown"]')
      .getByText(/6 panels/)
      .waitFor()
    await page.locator('[data-test="splash-panels"] input').fill('8')
    await page
      .locator('[data-test="splash-crown"]')
      .getByText(/8 panels/)
      .waitFor()
    expect(await page.locator('[data-form="column"] .foot').count()).to.equal(1)
    expect(await page.locator('[data-test="of-skin"]').count()).to.equal(0)
    // one of drips has no panels: said, and put right by one click
    await pickWater(page, 'Wave on the wall head')
    await choose(page.locator('[data-test="splash-stands"]'), 'fan')
    await page.locator('[data-test="of-skin"]').click()
    await page.locator('[data-test="of-skin"]').waitFor({ state: 'detached' })
    expect(said).to.deep.equal([])
    await close()
  })

  it('a wave by wish on three beaches: drawn as wished on each, one click and nature does it', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    const beaches = [
      { id: 'cove', scale: '1:48', widthMm: 300, depthMm: 200, wish: 'surging' },
      { id: 'strand', scale: '1:160', widthMm: 500, depthMm: 300, wish: 'spilling' },
      { id: 'bay', scale: '1:24', widthMm: 260, depthMm: 500, wish: 'surging' }
    ]
    await page.locator('.card .title').nth(2).waitFor()
    for (const { id, wish, ...size } of beaches) {
      const build = newFrom(
        { name: id, waters: 'shore', ...size },
        { start: '2026-11-24T18:00', zone: 'Europe/Lisbon' }
      )
      await goTo(page, '/')
      await page.locator('[data-test="import"] input').setInputFiles({
        name: `${id}.json`,
        mimeType: 'application/json',
        buffer: Buffer.from(writeBuild({ ...build, id }))
      })
      await page.locator(`[data-build="${id}"]`).waitFor()
      await goTo(page, `/build/${id}/water`)
      await settled(page)
      await pickWater(page, 'Waves')
      await choose(page.locator('[data-test="wish"]'), wish)
      const told = page.locator('[data-test="wished"]')
      await told.getByText(`Drawn ${wish}`).waitFor()
      await told.locator('[data-test="wish-way"]').first().click()
      await told.getByText('This sea does so by itself').waitFor()
      await settled(page)
    }
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('a gorge: the run unrolled with its jumps, white and strokes on the plan, a rock put in and moved, a figure opened', async () => {
    const { page, said, close } = await open(GORGE)
    await pickWater(page, 'The Staircase')
    await page.locator('[data-leaf="run"]').click()
    await page.locator('[data-test="run"] [data-piece]').nth(4).waitFor()
    expect(await page.locator('[data-test="jump"]').count()).to.equal(
      planUntil(demo('3-slalom-in-the-hollin-gorge'), 'forms').reaches[0].jumps.length
    )
    // its forms, not the run that it ships with
    await page.locator('[data-leaf="white"]').click()
    await page.locator('[data-test="white-from"]').click()
    await page.locator('[data-test="white-from"][aria-pressed="false"]').waitFor()
    await settled(page)
    const white = await figure(page, 'white-share')
    expect(await page.locator('.white .foam').count()).to.equal(3)
    await choose(page.locator('[data-test="bed"]'), 'smooth')
    await page.waitForFunction(
      (w) =>
        Number.parseFloat(document.querySelector('[data-test="white-share"]')!.textContent!) !== w,
      white
    )
    // wider by its bank: shallower, and another share of white
    const wide = Number(await page.getByLabel('Width').inputValue())
    await dragBy(page, '[data-handle="width:rapid"] .grip', 0, -20)
    await page.waitForFunction(
      (w) =>
        Number(
          (
            document.querySelector(
              '[data-test="reach-figures"] input[inputmode]'
            ) as HTMLInputElement
          ).value
        ) !== w,
      wide
    )
    await page.keyboard.press('Control+z')
    await settled(page)
    await page.locator('[data-leaf="strokes"]').click()
    expect(await page.locator('.strokes').getAttribute('d')).to.have.length.above(1000)
    await page.locator('[data-leaf="forms"]').click()
    await page.locator('[data-test="add-rock"]').click()
    await page.locator('[data-handle="rock:rapid:rock1"]').waitFor()
    await page.locator('[data-handle="rock:rapid:rock1"]').focus()
    await page.keyboard.press('Shift+ArrowLeft')
    await settled(page)
    await page.locator('[data-test="reach-figures"] .how').first().click()
    await page.locator('[role="dialog"].card').getByText('gradually varied flow').waitFor()
    await page.keyboard.press('Escape')
    // a bed that rises on its way is named where it was entered
    await page.getByText('Points of its line').click()
    await page.getByLabel('Bed at point 9').fill('90')
    await page.locator('[data-finding="reach-fault:rapid"]').waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('every kind of water is added, named, and taken away again by one undo each', async () => {
    const { page, said, close } = await open(DEMO_ID)
    const names = () => page.locator('.drop').allInnerTexts()
    const start = await names()
    for (const kind of ['reach', 'sea', 'splash', 'fall', 'pool']) {
      await page.locator(`[data-add="${kind}"]`).click()
      await page.locator(`[data-test="${kind}-figures"]`).waitFor()
      await settled(page)
      await page.getByLabel('Name of the water').fill(`My ${kind}`)
      await page.locator('.drop', { hasText: `My ${kind}` }).waitFor()
    }
    expect((await names()).length).to.equal(start.length + 5)
    for (let i = 0; i < 10; i++) await page.keyboard.press('Control+z')
    await page.waitForFunction((n) => document.querySelectorAll('.drop').length === n, start.length)
    expect(await names()).to.deep.equal(start)
    expect(said).to.deep.equal([])
    await close()
  })

  it('templates: looked at, printed to PDF with the sheets that were said, saved as SVG in true millimetres, DXF and STL', async () => {
    const { page, said, close } = await open(MOLE, 'prints')
    await page.locator('[data-template="end-left"] .name').click()
    await page.locator('[data-test="template-drawing"] path').first().waitFor()
    const [pdf] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="pdf"]').click()
    ])
    expect(pdf.suggestedFilename()).to.equal('Templates, A4, The mole at Varnsey, force nine.pdf')
    const pages = (await PDFDocument.load(readFileSync(await pdf.path()))).getPageCount()
    expect(await page.locator('[data-test="pdf"]').innerText()).to.include(`${pages} sheets`)
    const dxf = await downloaded(page, () => page.locator('[data-test="dxf"]').click())
    const read = new DxfParser().parseSync(dxf.text)
    expect(Object.keys(read.tables.layer.layers)).to.include.members(['Cut', 'Water'])
    const svg = await downloaded(page, () => page.locator('[data-test="svg"]').click())
    // as the browser itself lays it out: 260 mm of base, at 96 px to the inch
    const other = await page.context().newPage()
    await other.setContent(svg.text.replace(/^.*?<svg/s, '<svg'))
    const wide = await other
      .locator('#Cut path')
      .first()
      .evaluate((p: SVGGraphicsElement) => p.getBoundingClientRect().width)
    expect((wide / 96) * 25.4).to.be.closeTo(260, 0.6)
    await other.close()
    await page.locator('[data-template="wave-seas"] .name').click()
    const [stl] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="stl"]').click()
    ])
    expect(stl.suggestedFilename()).to.match(/\.stl$/)
    const bytes = readFileSync(await stl.path())
    expect(bytes.length).to.equal(84 + 50 * bytes.readUInt32LE(80))
    // the next module joins at the right as well
    await page.locator('[data-meets="right"]').check()
    await page.locator('[data-template="end-right"]').waitFor()
    await choose(page.locator('[data-test="paper"]'), 'letter')
    expect(said).to.deep.equal([])
    await close()
  })

  it('more sheets than anybody glues are refused with the way to cut them down', async () => {
    const { page, close } = await open(DEMO_ID, 'prints')
    const large = {
      ...newFrom(
        {
          name: 'Huge base',
          scale: '1:48',
          widthMm: 9000,
          depthMm: 9000,
          waters: 'pool-fall',
          free: 'two-evenings-and-saturday'
        },
        { start: '2026-11-24T18:00', zone: 'Europe/Lisbon' }
      ),
      id: 'huge-base'
    }
    await goTo(page, '/')
    await page.locator('[data-test="import"] input').setInputFiles({
      name: 'huge.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeBuild(large))
    })
    await page.locator('[data-build="huge-base"]').waitFor()
    await goTo(page, '/build/huge-base/prints')
    await settled(page)
    await page.locator('[data-test="pdf"]').click()
    const said = await page.locator('[data-test="print-problem"]').innerText()
    expect(said).to.match(/at most 200 are printed at once/)
    expect(said).to.match(/SVG or DXF|Choose fewer/)
    await close()
  })

  it('drawings come nearer by wheel and key, are moved, fill the window, and their handles go on working', async () => {
    const { page, said, close } = await open(DEMO_ID)
    const lip = '[data-handle="lip:millpond:c3"]'
    const plan = page.locator('.drawing-frame').filter({ has: page.locator('.plan') })
    await pickWater(page, 'Weir')
    await page.locator(lip).waitFor()
    const before = await placed(page, lip)
    const words = await plan
      .locator('.rule text')
      .first()
      .evaluate((t) => getComputedStyle(t).fontSize)
    await page.mouse.move(before[0], before[1])
    await page.mouse.wheel(0, -700)
    await plan.getByRole('button', { name: 'As a whole' }).waitFor()
    // what lies under the pointer stays under it, and words keep their size
    const near = await placed(page, lip)
    expect(Math.hypot(near[0] - before[0], near[1] - before[1])).to.be.below(2)
    expect(
      await plan
        .locator('.rule text')
        .first()
        .evaluate((t) => getComputedStyle(t).fontSize)
    ).to.equal(words)
    // the handle is dragged, not the drawing; three millimetres are many pixels now
    await dragBy(page, lip, 0, -60)
    await settled(page)
    expect((await placed(page, lip))[1]).to.be.closeTo(before[1] - 60, 4)
    await page.keyboard.press('Control+z')
    await page.waitForFunction(
      ([selector, y]) =>
        Math.abs(document.querySelector(selector)!.getBoundingClientRect().y - y) < 40,
      [lip, before[1]] as const
    )
    // the ground under it is dragged along by an empty place
    const board = (await plan.locator('.board').boundingBox())!
    await page.mouse.move(before[0] + 60, before[1] + 45)
    await page.mouse.down()
    await page.mouse.move(before[0] + 20, before[1] + 45, { steps: 4 })
    await page.mouse.up()
    expect((await plan.locator('.board').boundingBox())!.x).to.be.closeTo(board.x - 40, 3)
    await plan.getByRole('button', { name: 'As a whole' }).click()
    await plan.getByRole('button', { name: 'Nearer' }).focus()
    await page.keyboard.press('+')
    await plan.getByRole('button', { name: 'Farther' }).waitFor()
    await page.keyboard.press('0')
    await plan.getByRole('button', { name: 'Farther' }).waitFor({ state: 'detached' })
    // the whole window, and back to its place by Esc
    await plan.getByRole('button', { name: 'Fill the window' }).click()
    const frame = page.locator('.drawing-frame.whole')
    expect(await frame.boundingBox()).to.include({ x: 0, y: 0, width: 1280, height: 800 })
    expect(await frame.locator(lip).count()).to.equal(1)
    // a drawing is as large as its pane, whatever becomes of that
    const fills = () =>
      page.waitForFunction(() =>
        [...document.querySelectorAll('.pane > :is(.plan, .section) > svg')].every((svg) => {
          const [drawn, pane] = [svg, svg.parentElement!].map((e) => e.getBoundingClientRect())
          return Math.abs(drawn.width - pane.width) < 1 && Math.abs(drawn.height - pane.height) < 1
        })
      )
    await fills()
    await page.keyboard.press('Escape')
    await frame.waitFor({ state: 'detached' })
    await fills()
    await page.setViewportSize({ width: 1000, height: 700 })
    await fills()
    await page.setViewportSize({ width: 1280, height: 800 })
    await fills()
    expect(said).to.deep.equal([])
    await close()
  })

  it('heights stand beside the section: a bed goes along with raised water, a drop that the levels contradict is said', async () => {
    const { page, said, close } = await open(DEMO_ID)
    const volume = () => page.locator('[data-test="volume"]').innerText()
    const before = await volume()
    await page.getByLabel('Level', { exact: true }).fill('54')
    await settled(page)
    await page.locator('[data-test="bed-offer"]').getByText('Up by 4').waitFor()
    expect(await volume()).not.to.equal(before)
    await page.locator('[data-test="bed-along"]').click()
    await settled(page)
    await page.waitForFunction(
      (was) => document.querySelector<HTMLElement>('[data-test="volume"]')!.innerText === was,
      before
    )
    expect(await page.getByLabel('Bed, deepest').inputValue()).to.equal('40.5')
    expect(await page.getByLabel('Brim', { exact: true }).inputValue()).to.equal('56')
    // undone, the offer is there again; done again, it is not
    await page.locator('[data-test="undo"]').click()
    await page.locator('[data-test="bed-offer"]').waitFor()
    await page.locator('[data-test="redo"]').click()
    await page.locator('[data-test="bed-offer"]').waitFor({ state: 'detached' })
    await pickWater(page, 'Weir')
    await page.getByLabel('Drop', { exact: true }).fill('33')
    const contradicts = page.locator('[data-test="drop-contradicts"]')
    await contradicts.getByText('The levels give 37').waitFor()
    await contradicts.getByRole('button').click()
    await contradicts.waitFor({ state: 'detached' })
    expect(await page.getByLabel('Drop', { exact: true }).inputValue()).to.equal('')
    // the whole chain flattened, and undone as one step
    const chain = page.locator('[data-test="chain-drop"] input')
    expect(await chain.inputValue()).to.equal('37')
    await chain.fill('30')
    await page.getByLabel('Level of Mill pond').and(page.locator('input')).waitFor()
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLInputElement>('[data-test="heights"] input')].some(
        (field) => field.value === '47'
      )
    )
    await settled(page)
    await page.keyboard.press('Control+z')
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('[data-test="chain-drop"] input')?.value === '37'
    )
    // waves are drawn as waves
    await goTo(page, '/build/demo-mole-at-varnsey/water')
    await settled(page)
    const crests = await page.locator('[data-surface="seas"]').first().getAttribute('d')
    expect(new Set(crests!.match(/[\d.]+(?=L|$)/g)).size).to.be.above(20)
    expect(said).to.deep.equal([])
    await close()
  })

  it('the chain is put in order by dragging, as one step that undo takes back', async () => {
    const { page, said, close } = await open(DEMO_ID)
    const chain = () =>
      page
        .locator('[data-chain]')
        .evaluateAll((all) => all.map((li) => li.getAttribute('data-chain')))
    const before = await chain()
    const grip = (await page.locator('[data-chain="tailrace"] .grip').boundingBox())!
    const weir = (await page.locator('[data-chain="weir"]').boundingBox())!
    await page.mouse.move(grip.x + 8, grip.y + 8)
    await page.mouse.down()
    await page.mouse.move(grip.x + 8, grip.y - 6, { steps: 3 })
    await page.mouse.move(grip.x + 8, weir.y + 4, { steps: 8 })
    await page.mouse.up()
    await page.getByText('stands elsewhere in the chain').waitFor()
    expect(await chain()).to.deep.equal(['millpond', 'tailrace', 'weir', 'race', 'wheel'])
    expect(await page.locator('[data-test="undo"]').getAttribute('title')).to.include(
      'in the chain'
    )
    await page.keyboard.press('Control+z')
    await page.getByText('stands elsewhere in the chain').waitFor({ state: 'detached' })
    expect(await chain()).to.deep.equal(before)
    // the arrows beside a name do the same
    await page.getByRole('button', { name: 'Move it down the chain' }).click()
    expect((await chain()).slice(0, 2)).to.deep.equal(before.slice(0, 2).reverse())
    expect(said).to.deep.equal([])
    await close()
  })
})
