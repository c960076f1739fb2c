import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { unzipSync } from 'fflate'
import { PNG } from 'pngjs'
import { ssim } from 'ssim.js'
import type { Page } from 'playwright-core'
import { landAt, landSpan } from '../../core/build/land'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { readStl } from '../../core/exchange/scans/readMesh'
import { heightAt } from '../../core/physics/shape/heightAt'
import { deltaE2000 } from '../../core/physics/stuff/colour/difference'
import { labOfXyz, linearOf, xyzOfRgb } from '../../core/physics/stuff/colour/rgb'
import { derivePlan } from '../../core/plan/derivePlan'
import { roundMoments } from '../../core/plan/round/days'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { poolTable } from '../../core/plan/round/tables'
import { choose, goTo, openDemo, settled, stage, type Stage } from '../support/browser'
import { demo } from '../support/builds'

const WEIR = 'demo-weir-at-cobbets-race'
const BOARD = /Base|Land/
/** The model is drawn: what stands is told, and the first picture was made. */
const drawn = (page: Page) => page.locator('[data-test="round"][data-first-ms]').first().waitFor()
const told = async (page: Page) =>
  (await page.locator('[data-test="round-told"] li').allTextContents()).map((t) => t.trim())
/** Every picture that was asked for is drawn: no more are made for a third of a second. */
const still = (page: Page) =>
  page.locator('[data-test="round-canvas"]').evaluate(async (canvas: HTMLCanvasElement) => {
    for (let frames = ''; frames !== canvas.dataset.frames;) {
      frames = canvas.dataset.frames!
      await new Promise((done) => setTimeout(done, 330))
    }
  })
/** A file that is downloaded, as bytes. */
async function bytesOf(page: Page, button: string, timeout?: number): Promise<Buffer> {
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout }),
    page.click(button)
  ])
  return readFileSync(await download.path())
}
const at = async (page: Page, test: string, x: number, y: number) => {
  const box = (await page.locator(`[data-test="${test}"]`).first().boundingBox())!
  return [box.x + x * box.width, box.y + y * box.height] as const
}

/** How alike two pictures of one shape are in structure, 0 to 1 (Wang et al. 2004), at the size of the smaller. */
function alike(large: PNG, small: PNG): number {
  const k = large.width / small.width
  const data = new Uint8ClampedArray(small.data.length)
  for (let y = 0; y < small.height; y++)
    for (let x = 0; x < small.width; x++)
      for (let c = 0; c < 4; c++) {
        let sum = 0
        for (let i = 0; i < k * k; i++) {
          const [u, v] = [k * x + (i % k), k * y + Math.floor(i / k)]
          sum += large.data[4 * (Math.min(large.height - 1, v) * large.width + u) + c]
        }
        data[4 * (y * small.width + x) + c] = sum / (k * k)
      }
  const { width, height } = small
  const there = { data: new Uint8ClampedArray(small.data), width, height }
  return ssim({ data, width, height }, there).mssim
}

describe('Land and round in the browser', () => {
  let s: Stage
  before(async () => {
    s = await stage('all')
  })
  after(() => s.close())

  it('land is raised by a stroke of the brush, undone as one; laid through a line, levelled, and fitted to the waters', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'ground')
    await page.click('[data-test="in-hand-land"]')
    const span = () => page.locator('[data-test="land-span"]').textContent()
    const before = await span()
    await page.click('[data-land-tool="raise"]')
    const [x, y] = await at(page, 'land-brush', 0.06, 0.1)
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (let i = 1; i <= 20; i++) await page.mouse.move(x + 2 * i, y + (i % 3))
    await page.mouse.up()
    await settled(page)
    const raised = await span()
    expect(raised).not.to.equal(before)
    const highest = (text: string | null) => Number(/to ([\d.]+)/.exec(text ?? '')?.[1])
    expect(highest(raised)).to.be.above(highest(before) + 5)
    await page.click('[data-test="undo"]')
    await settled(page)
    expect(await span()).to.equal(before)
    // by keys alone: the brush is moved and works at its place
    await page.locator('[data-test="land-brush"]').focus()
    for (let i = 0; i < 3; i++) await page.keyboard.press('Space')
    await settled(page)
    // a line of one height is drawn, and the land laid through it
    await page.click('[data-land-tool="contour"]')
    await page.getByLabel('To the height').fill('30')
    const [cx, cy] = await at(page, 'land-brush', 0.05, 0.9)
    await page.mouse.move(cx, cy)
    await page.mouse.down()
    for (let i = 1; i <= 12; i++) await page.mouse.move(cx + 4 * i, cy)
    await page.mouse.up()
    await page.locator('[data-test="lay-contours"]').click()
    await settled(page)
    expect(await span()).to.match(/30\smm to 30\smm/)
    await page.click('[data-test="level-land"]')
    await settled(page)
    expect(await span()).to.match(/Level: 58\smm/)
    await page.click('[data-test="grow-land"]')
    await page.locator('[data-test="level-land"]').waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('a height map becomes the land, holes and all; what is none changes nothing', async () => {
    const { page, close } = await openDemo(s, WEIR, 'ground')
    await page.click('[data-test="in-hand-land"]')
    await page.click('[data-test="land-file"]')
    const input = page.locator('[data-test="scan-file"] input')
    await input.setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('no') })
    expect(await page.locator('[data-test="scan-problem"]').textContent()).to.include(
      'Nothing was changed'
    )
    const png = new PNG({ width: 84, height: 60, colorType: 0 })
    for (let i = 0; i < 84 * 60; i++)
      png.data.fill(Math.round((255 * (i % 84)) / 83), 4 * i, 4 * i + 3)
    for (let i = 0; i < 84 * 60; i++) png.data[4 * i + 3] = 255
    await input.setInputFiles({
      name: 'hill.png',
      mimeType: 'image/png',
      buffer: PNG.sync.write(png)
    })
    await page.click('[data-test="scan-lay"]')
    expect(await page.locator('[data-test="land-laid"]').textContent()).to.match(
      /covers \d+ % of the base/
    )
    await page.click('[data-test="scan-take"]')
    await settled(page)
    expect(await page.locator('[data-test="land-span"]').textContent()).to.match(/0\smm to 40\smm/)
    await close()
  })

  it('stands beside plan, section and days, and in the place of a drawing where there is no room for both', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'ground')
    await page.locator('.plan-box [data-test="round-beside"]').click()
    await drawn(page)
    const line = (of: string) => told(page).then((all) => all.find((t) => t.startsWith(of)) ?? '')
    const before = await line('Mill pond')
    // what is changed in the drawing's own view is followed
    await page.locator('[data-test="undo"]').waitFor()
    await page.getByLabel('Brim, along the shore').fill('51')
    await settled(page)
    expect(before).to.match(/^Mill pond: 238 ml/)
    // what is pressed in the round is what is in hand
    await page.mouse.click(...(await at(page, 'round-canvas', 0.5, 0.58)))
    await page.locator('[data-test="round-here"] .told').waitFor()
    await page.locator('[data-test="round-away"]').click()
    await page.locator('[data-test="round-here"]').waitFor({ state: 'detached' })
    await page.setViewportSize({ width: 390, height: 844 })
    await page.locator('.plan-box [data-test="round-beside"]').click()
    await page.getByText('Back to the drawing').click()
    await page.locator('.plan-box [data-test="whole-window"]').waitFor()
    await page.setViewportSize({ width: 1280, height: 800 })

    // by the day: the slider chooses the step, a step sets the slider
    await goTo(page, `/build/${WEIR}/days?step=millpond/pour%232`)
    await page.locator('[data-test="days-in-the-round"]').click()
    await drawn(page)
    const inHand = page.locator('[data-test="in-hand"]')
    await page.locator('[data-test="moment"]').getByText('2 of 3').waitFor()
    expect(await inHand.textContent()).to.match(/Mill pond · 4\.5\smm thick, up to 45\.5\smm/)
    await page.locator('[data-test="day-slider"] [role="slider"]').focus()
    await page.keyboard.press('ArrowLeft')
    await page.waitForFunction(
      () => !document.querySelector('[data-test="moment"]')!.textContent!.includes('2 of 3')
    )
    expect(await page.locator('.agenda li.on').count()).to.equal(1)
    // at the bench, the step in hand
    await goTo(page, `/build/${WEIR}/bench`)
    await page.locator('[data-test="step-in-the-round"]').click()
    await drawn(page)
    expect(await inHand.textContent()).to.include('The base')
    expect(said).to.deep.equal([])
    await close()
  })

  it('is turned, picked and told; any day of it stands as it will; lost graphics come back', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'water')
    await page.click('[data-test="in-the-round"]')
    await drawn(page)
    const all = await told(page)
    expect(all.some((t) => /^Mill pond: 238 ml at 50 mm/.test(t))).to.equal(true)
    expect(all.some((t) => t.startsWith('Weir: drops 33 mm'))).to.equal(true)
    await page.click('[data-view="above"]')
    await page.mouse.click(...(await at(page, 'round-canvas', 0.5, 0.3)))
    const picked = page.locator('[data-test="picked"]')
    expect(await picked.textContent()).to.include('Mill pond')
    // before the first pour there is no water, on the first day no land
    const slider = page.locator('[data-test="day-slider"] [role="slider"]')
    await slider.focus()
    await page.keyboard.press('Home')
    expect(await page.locator('[data-test="moment"]').textContent()).to.include('The bare board')
    await page.waitForFunction(
      () => document.querySelectorAll('[data-test="round-told"] li').length === 1
    )
    expect((await told(page)).every((t) => BOARD.test(t))).to.equal(true)
    await page.keyboard.press('End')
    await page.waitForFunction(
      (n) => document.querySelectorAll('[data-test="round-told"] li').length === n,
      all.length
    )
    await page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-test="round-canvas"]')!
      const graphics = canvas.getContext('webgl2')!.getExtension('WEBGL_lose_context')!
      Object.assign(window, { graphics })
      graphics.loseContext()
    })
    await page.locator('[data-test="context-lost"]').waitFor()
    await page.evaluate(() =>
      (window as unknown as { graphics: WEBGL_lose_context }).graphics.restoreContext()
    )
    await page.locator('[data-test="context-lost"]').waitFor({ state: 'detached' })
    await page.locator('[data-test="round-canvas"]').focus()
    await page.keyboard.press('ArrowLeft')
    await page.mouse.click(...(await at(page, 'round-canvas', 0.5, 0.3)))
    await page.click('[data-test="go-to"]')
    await page.waitForURL(/water$/)
    expect(said.filter((t) => !/context/i.test(t))).to.deep.equal([])
    await close()
  })

  it('a level is dragged up and land is heaped in the round itself; plan and figures follow, each is one undo', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    const pond = async () => (await told(page)).find((t) => t.startsWith('Mill pond: '))!
    const before = await pond()
    await page.click('[data-hand="drag"]')
    const [x, y] = await at(page, 'round-canvas', 0.5, 0.36)
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (let i = 1; i <= 6; i++) await page.mouse.move(x, y - 3 * i)
    await page.mouse.up()
    await settled(page)
    await page.waitForFunction(
      (old) =>
        ![...document.querySelectorAll('[data-test="round-told"] li')].some(
          (li) => li.textContent!.trim() === old
        ),
      before
    )
    const levelOf = (text: string) => Number(/ml at ([\d.]+)/.exec(text)?.[1])
    expect(levelOf(await pond())).to.be.within(levelOf(before) + 2, levelOf(before) + 25)
    await page.click('[data-test="undo"]')
    await settled(page)
    await page.waitForFunction(
      (old) =>
        [...document.querySelectorAll('[data-test="round-told"] li')].some(
          (li) => li.textContent!.trim() === old
        ),
      before
    )
    await page.click('[data-hand="sculpt"]')
    const [lx, ly] = await at(page, 'round-canvas', 0.2, 0.6)
    const high = async () =>
      Number(/to ([\d.]+)/.exec((await told(page)).find((t) => t.startsWith('Land: '))!)?.[1])
    const was = await high()
    await page.mouse.move(lx, ly)
    await page.mouse.down()
    for (let i = 1; i <= 14; i++) await page.mouse.move(lx + 5 * (i % 4), ly + 2 * (i % 3))
    for (let i = 1; i <= 14; i++) await page.mouse.move(lx + 5 * (i % 4), ly + 2 * (i % 3))
    await page.mouse.up()
    await settled(page)
    for (let k = 0; k < 40 && (await high()) === was; k++) await page.waitForTimeout(250)
    expect(await high()).to.be.above(was)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a pool seen straight down, without light, has the colour of its tint at that depth: ΔE2000 under 2', async () => {
    const build = demo()
    const plan = derivePlan(build)
    const ground = groundStage(build)
    const { page, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    await page.click('[data-light="plain"]')
    await page.click('[data-view="above"]')
    const pool = build.waters.find((w) => w.kind === 'pool')!
    const surface = ground.pools.find((g) => g.id === pool.id)!.surface!
    const most = plan.ground.pools.find((g) => g.id === pool.id)!.maxDepthMm
    const table = poolTable(build, pool, pool.levelMm, plan.stacks, most, BUILT_IN_SHELF)
    let checked = 0
    for (const [fx, fy] of [
      [0.5, 0.3],
      [0.46, 0.26],
      [0.54, 0.34]
    ]) {
      const [x, y] = await at(page, 'round-canvas', fx, fy)
      await page.mouse.click(x, y)
      await still(page)
      const place = (await page.locator('[data-test="picked"]').getAttribute('data-at'))!
      const [mx, my] = place.split(' ').map(Number)
      const ground = heightAt(surface, [mx, my])
      if (ground === null) continue
      const depth = pool.levelMm - ground
      const c = Math.round((depth / table.mostMm) * (table.columns - 1))
      const wanted = [...table.rgb.subarray(3 * c, 3 * c + 3)]
      const shot = PNG.sync.read(await page.screenshot())
      const p = 4 * (Math.round(y) * shot.width + Math.round(x))
      const seen = [...shot.data.subarray(p, p + 3)]
      expect(deltaE2000(labOf(wanted), labOf(seen)), `${depth} mm`).to.be.below(2)
      checked++
    }
    expect(checked).to.be.above(1)
    await close()
  })

  it('stands beside itself without its white; is taken along as picture, glTF and STL that others read', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    await choose(page.locator('[data-test="beside"]'), 'bare')
    await page.locator('[data-test="beside-pane"] [data-test="round"][data-first-ms]').waitFor()
    expect(await page.locator('[data-test="beside-pane"]').textContent()).to.include(
      'Without its white'
    )
    await choose(page.locator('[data-test="beside"]'), 'none')
    const png = PNG.sync.read(await bytesOf(page, '[data-test="take-png"]'))
    expect(png.width).to.equal(1920)
    // not one colour: what is drawn is a picture
    const shades = new Set(Array.from({ length: 400 }, (_, i) => png.data[4 * (i * 4001)]))
    expect(shades.size).to.be.above(20)
    const glb = await bytesOf(page, '[data-test="take-glb"]')
    const { validateBytes } = createRequire(import.meta.url)('gltf-validator') as {
      validateBytes: (bytes: Uint8Array) => Promise<{
        issues: { numErrors: number; messages: unknown[] }
        info: { totalTriangleCount: number }
      }>
    }
    const report = await validateBytes(new Uint8Array(glb))
    expect(report.issues.numErrors, JSON.stringify(report.issues.messages.slice(0, 3))).to.equal(0)
    const stl = await bytesOf(page, '[data-test="take-stl"]')
    const mesh = readStl(
      stl.buffer.slice(stl.byteOffset, stl.byteOffset + stl.length) as ArrayBuffer
    )
    expect(mesh.triangles).to.be.within(10_000, report.info.totalTriangleCount)
    let [low, high] = [Infinity, -Infinity]
    mesh.xyz.forEach((v, i) => {
      if (i % 3 === 0) [low, high] = [Math.min(low, v), Math.max(high, v)]
    })
    expect([low, high]).to.deep.equal([0, demo().base.widthMm])
    expect(said).to.deep.equal([])
    await close()
  })

  it('finds the camera of a photograph again that was taken of itself', async () => {
    const { page, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    await page.click('[data-test="take-log"]')
    await page.locator('[data-test="photo-pick"]').waitFor()
    const list = page.locator('[data-test="photo-pick"]')
    await list.click()
    await page
      .locator('.el-select-dropdown__item:visible', { hasText: 'The model in the round' })
      .click()
    const photo = page.locator('[data-test="photo-over"]')
    await photo.waitFor()
    const box = (await page.locator('[data-test="round-canvas"]').boundingBox())!
    const places = [
      [0.3, 0.45],
      [0.62, 0.4],
      [0.45, 0.36],
      [0.5, 0.62],
      [0.72, 0.62],
      [0.4, 0.7],
      [0.28, 0.58]
    ]
    for (const [fx, fy] of places) {
      const [x, y] = [box.x + fx * box.width, box.y + fy * box.height]
      await page.mouse.click(x, y)
      await page.locator('.photo.asks').waitFor()
      await page.mouse.click(x, y)
      await page.locator('.photo.asks').waitFor({ state: 'detached' })
    }
    await page.click('[data-test="find-camera"]')
    const words = await page.locator('[data-test="photo-camera"]').textContent()
    const off = Number(/within ([\d.]+) px/.exec(words ?? '')?.[1])
    // the photograph is kept in whole pixels and shrunk: a few of them
    expect(off).to.be.below(3)
    // what is measured between it and the model, of which it is a picture, agrees
    const press = async (fx: number, fy: number) =>
      page.mouse.click(box.x + fx * box.width, box.y + fy * box.height)
    await page.click('[data-measure="height"]')
    await press(0.434, 0.755)
    await page.getByText('Now its top').waitFor()
    await press(0.434, 0.705)
    const high = await page.locator('[data-test="measured-height"]').textContent()
    const [seen, model] = [...high!.matchAll(/(\d[\d.]*)\smm/g)].map((m) => Number(m[1]))
    expect(seen).to.be.above(5)
    expect(Math.abs(seen - model)).to.be.below(0.25 * seen)
    await page.click('[data-measure="area"]')
    await press(0.4, 0.4)
    await press(0.6, 0.62)
    const area = page.locator('[data-test="measured-area"]')
    const whites = [...(await area.textContent())!.matchAll(/(\d+) % white/g)].map((m) =>
      Number(m[1])
    )
    expect(whites).to.have.length(2)
    expect(Math.abs(whites[0] - whites[1])).to.be.below(4)
    const apart = await page
      .locator('[data-test="round-measure"]')
      .getByText('ΔE2000')
      .textContent()
    expect(Number(/lie ([\d.]+)/.exec(apart!)?.[1])).to.be.below(4)
    await close()
  })

  it('goes onto the card of its build and the head of the shopping list, and off again; a picture of each step is one file', async () => {
    const { page, said, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    await page.click('[data-test="take-cover"]')
    await page.locator('[data-test="photo-pick"]').waitFor()
    await settled(page)
    await goTo(page, `/build/${WEIR}/prints`)
    await page.click('[data-leaf="plan"]')
    await page.locator('[data-test="cover"]').waitFor({ state: 'attached' })
    await goTo(page, '/')
    const card = page.locator(`[data-build="${WEIR}"] [data-test="cover"]`)
    await card.waitFor()
    expect(await card.evaluate((img: HTMLImageElement) => img.naturalWidth)).to.be.above(800)
    await goTo(page, `/build/${WEIR}/log`)
    await page.locator('[data-test="on-card"][aria-pressed="true"]').click()
    await settled(page)
    await goTo(page, '/')
    await page.locator(`[data-build="${WEIR}"] .picture svg`).waitFor()

    await goTo(page, `/build/${WEIR}/round`)
    await drawn(page)
    await choose(page.locator('[data-test="picture-size"]'), '640')
    const zip = unzipSync(new Uint8Array(await bytesOf(page, '[data-test="take-set"]', 240_000)))
    const names = Object.keys(zip).toSorted()
    const moments = roundMoments(demo(), derivePlan(demo()), BUILT_IN_SHELF)
    expect(names).to.have.length(moments.length)
    expect(names[0]).to.equal('001 The bare board.png')
    const [first, last] = [names[0], names.at(-1)!].map((n) => PNG.sync.read(Buffer.from(zip[n])))
    expect([first.width, last.width]).to.deep.equal([640, 640])
    expect(first.data.equals(last.data)).to.equal(false)
    expect(said).to.deep.equal([])
    await close()
  })

  it('looks as it looked: alike in structure to the picture that is kept, unlike one without its water', async () => {
    const { page, close } = await openDemo(s, WEIR, 'round')
    await drawn(page)
    await page.click('[data-view="front"]')
    await choose(page.locator('[data-test="picture-size"]'), '1280')
    const take = async () => PNG.sync.read(await bytesOf(page, '[data-test="take-png"]'))
    const now = await take()
    const kept = PNG.sync.read(readFileSync(new URL('../support/round-front.png', import.meta.url)))
    expect(alike(now, kept)).to.be.above(0.95)
    await page.locator('[data-test="day-slider"] [role="slider"]').focus()
    await page.keyboard.press('Home')
    await page.waitForFunction(
      () => document.querySelectorAll('[data-test="round-told"] li').length === 1
    )
    await page.waitForTimeout(500)
    expect(alike(await take(), kept)).to.be.below(0.88)
    await close()
  })

  it('the land is cut into sheets at 1:1, and thicker foam makes fewer of them; a board too small is told', async () => {
    const { page, close } = await openDemo(s, WEIR, 'prints')
    await page.click('[data-leaf="land"]')
    const rows = page.locator('[data-test="cut-list"] .el-table__body tr')
    await page.locator('[data-test="cut-buy"]').waitFor()
    const thick = await rows.count()
    await page.click('[data-thick="50"]')
    await page.waitForFunction(
      (n) => document.querySelectorAll('[data-test="cut-list"] .el-table__body tr').length < n,
      thick
    )
    const svg = (await bytesOf(page, '[aria-label="Sheet 1 as SVG"]')).toString()
    const { widthMm } = demo().base
    const wide = Number(/width="([\d.]+)mm"/.exec(svg)?.[1])
    expect(wide).to.be.closeTo(widthMm + 4, 6)
    const pdf = await bytesOf(page, '[data-test="land-pdf"]')
    expect(pdf.subarray(0, 5).toString()).to.equal('%PDF-')
    const zip = unzipSync(new Uint8Array(await bytesOf(page, '[data-test="land-blocks"]')))
    // 420 × 300 mm on a bed of 200: three by two, and the pin
    expect(Object.keys(zip)).to.have.length(7)
    await page.getByLabel('A board is wide').fill('100')
    await page.keyboard.press('Tab')
    await page.locator('[data-test="cut-problem"]').waitFor()
    await close()
  })

  it('what the file says of the land is what the app shows', async () => {
    const build = demo()
    const { lowMm, highMm } = landSpan(build)
    const { page, close } = await openDemo(s, WEIR, 'ground')
    const text = await page.locator('[data-test="land-span"]').textContent()
    const figures = [...text!.matchAll(/([\d.]+)\s/g)].slice(0, 2).map((m) => Number(m[1]))
    expect(figures).to.deep.equal([lowMm, highMm].map((z) => Math.round(10 * z) / 10))
    expect(landAt(build, [20, 20])).to.be.within(lowMm, highMm)
    await close()
  })
})

const labOf = (rgb: readonly number[]) =>
  labOfXyz(xyzOfRgb(linearOf(`#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`)))
