import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { PDFDocument } from 'pdf-lib'
import { readBuild } from '../../core/build/file/buildFile'
import { openRun } from '../../core/running/keptRun'
import { DEMO_ID, downloaded, openDemo, settled, stage, type Stage } from '../support/browser'

const GORGE = 'demo-slalom-in-the-hollin-gorge'
const MOLE = 'demo-mole-at-varnsey'
const usable = (page: Page) =>
  page.locator('[data-test="run-progress"][data-usable="true"]').waitFor({ timeout: 120_000 })

describe('Running the water on the screen', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  const open = (id: string, view = 'run') => openDemo(s, id, view, { fixed: false })
  /** Brightness of the picture at a place on the base, 0 to 1. */
  const bright = (page: Page, x: number, y: number) =>
    page.evaluate(
      async ([px, py]) => {
        const image = document.querySelector<SVGImageElement>('[data-test="run-picture"]')!
        const picture = new Image()
        picture.src = image.getAttribute('href')!
        await picture.decode()
        const canvas = document.createElement('canvas')
        canvas.width = picture.width
        canvas.height = picture.height
        const context = canvas.getContext('2d')!
        context.drawImage(picture, 0, 0)
        const [r, g, b, a] = context.getImageData(
          Math.floor((px / 600) * picture.width),
          Math.floor((1 - py / 220) * picture.height),
          1,
          1
        ).data
        return a === 0 ? -1 : (r + g + b) / 765
      },
      [x, y]
    )
  /** A place on the base, as the pointer finds it. */
  async function click(page: Page, x: number, y: number): Promise<void> {
    const box = (await page.locator('[data-test="ask"]').first().boundingBox())!
    await page.mouse.click(box.x + (box.width * x) / 600, box.y + box.height * (1 - y / 220))
  }

  it('the gorge opens alive: foam below the ledges and in the eddies, none above; places are read, forms stand beside', async () => {
    const { page, said, close } = await open(GORGE)
    await page.locator('[data-test="run-picture"]').waitFor()
    expect(await bright(page, 60, 110)).to.be.below(0.4)
    expect(await bright(page, 165, 100)).to.be.above(0.7)
    expect(await bright(page, 545, 65), 'in the eddy').to.be.above(await bright(page, 60, 110))
    expect(await bright(page, 300, 20), 'on land').to.equal(-1)
    await click(page, 240, 88)
    expect(await page.locator('[data-test="run-here"]').innerText()).to.match(
      /Depth[\s\S]*mm[\s\S]*Fr/
    )
    // a place on the section line is read as any other
    const seen = await page.locator('.probe').getAttribute('transform')
    await click(page, 240, 108)
    await page.waitForFunction(
      (was) => document.querySelector('.probe')?.getAttribute('transform') !== was,
      seen
    )
    expect(await page.locator('[data-check="ledgefall:landing"]').innerText()).to.match(
      /22\.1\s*mm\s+2\d(\.\d)?\s*mm/
    )
    for (const layer of ['depth', 'speed', 'kind', 'age']) {
      await page.locator(`[data-leaf="${layer}"]`).click()
      await page.locator(`[data-test="run-picture"][data-layer="${layer}"]`).waitFor()
    }
    await page.locator('[data-test="ran-surface"]').first().waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('it is run, paused, followed round a rock that is put in and moved, stopped in mid-run, kept and held beside another', async () => {
    const { page, said, close } = await open(GORGE)
    await page.locator('[data-test="run-start"]').click()
    await usable(page)
    await page.locator('[data-test="run-pause"]').click()
    const ran = async () =>
      Number(
        /Has run ([\d.,]+) s/
          .exec(await page.locator('[data-test="run-panel"]').innerText())![1]
          .replace(',', '')
      )
    await page.waitForTimeout(700)
    const at = await ran()
    await page.waitForTimeout(900)
    expect(await ran(), 'paused').to.equal(at)
    await page.locator('[data-test="run-resume"]').click()
    await page.waitForFunction(
      (was) =>
        Number(
          /Has run ([\d.,]+) s/
            .exec(document.querySelector('[data-test="run-panel"]')!.textContent!)![1]
            .replace(',', '')
        ) > was,
      at
    )
    await click(page, 300, 133)
    await page.locator('[data-test="try-rock"]').click()
    const rock = page.locator('[data-handle="rock:rapid:rock1"]')
    await rock.waitFor()
    await rock.focus()
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    // it goes on from where it was over the new ground: two passes, and the clock of the water runs on
    await page.waitForFunction(
      () => document.querySelectorAll('[data-test="run-progress"] .bar').length === 2
    )
    await page.locator('[data-test="sluice-more"]').click()
    await page.waitForFunction(
      (was) =>
        Number(
          /Has run ([\d.,]+) s/
            .exec(document.querySelector('[data-test="run-panel"]')!.textContent!)?.[1]
            .replace(',', '') ?? 0
        ) > was,
      at
    )
    // elsewhere meanwhile, and back: it runs on
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    await page.waitForTimeout(200)
    await page.getByRole('button', { name: 'Water', exact: true }).click()
    await page.locator('[data-test="run-water"]').click()
    await page.locator('[data-test="run-stop"]').click()
    await page.locator('[data-test="run-progress"][data-state="done"]').waitFor()
    await page.locator('[data-test="run-keep"]').click()
    await page.locator('[data-run="run2"]').waitFor()
    await settled(page)
    await page.locator('[data-test="beside-run1"]').click()
    await page.locator('[data-test="beside"] [data-test="run-picture"]').waitFor()
    // two pictures, one scale
    expect(await page.locator('[data-test="run-legend"]').count()).to.equal(1)
    const { text } = await (async () => {
      await page.getByRole('button', { name: 'Prints', exact: true }).click()
      return downloaded(page, () => page.locator('[data-test="json"]').click())
    })()
    const read = readBuild(text)
    expect(read.ok).to.equal(true)
    if (read.ok) {
      expect(read.value.running.kept.map((k) => k.id)).to.deep.equal(['run1', 'run2'])
      expect(read.value.running.mapsFrom).to.equal('run2')
      expect(openRun(read.value.running.kept[1], 35).fields.depthMm.some((d) => d > 1)).to.equal(
        true
      )
    }
    expect(said).to.deep.equal([])
    await close()
  })

  it('the stencil of a run is printed at 1:1, its surface goes out as STL and height map, its section as SVG', async () => {
    const { page, said, close } = await open(GORGE, 'prints')
    await page.locator('[data-template="foam"] .name').click()
    await page.locator('[data-test="template-drawing"] path').first().waitFor()
    const [pdf] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="pdf-one"]').click()
    ])
    const document = await PDFDocument.load(readFileSync(await pdf.path()))
    expect(document.getPageCount()).to.be.within(2, 4)
    await page.locator('[data-template="run-section"] .name').click()
    await page.locator('[data-test="template-drawing"] path').first().waitFor()
    const svg = await downloaded(page, () => page.locator('[data-test="svg"]').click())
    expect(svg.text).to.match(/width="60\d(\.\d+)?mm"/)
    expect(svg.text).to.contain('id="Water"')
    await page.locator('[data-template="run-surface"] .name').click()
    const [stl] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="stl"]').click()
    ])
    const bytes = readFileSync(await stl.path())
    expect(bytes.length).to.equal(84 + 50 * bytes.readUInt32LE(80))
    const [png] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-test="png"]').click()
    ])
    expect([...readFileSync(await png.path()).subarray(1, 4)]).to.deep.equal([80, 78, 71])
    expect(said).to.deep.equal([])
    await close()
  })

  it('white and strokes are taken from the run or the forms, or both are shown with their difference', async () => {
    const { page, close } = await open(GORGE, 'water')
    await page.locator('[data-leaf="white"]').click()
    const whole = async () =>
      Number.parseFloat(await page.locator('[data-test="whole-white"]').innerText())
    const run = await whole()
    await page.locator('[data-test="white-both"]').check()
    await page.locator('[data-test="other-white"]').first().waitFor()
    const forms = Number.parseFloat(
      /(\d+) %/.exec(await page.locator('[data-test="white-difference"]').innerText())![1]
    )
    expect(forms).not.to.equal(run)
    await page.locator('[data-test="white-from"]').click()
    await settled(page)
    await page.waitForFunction(
      (f) =>
        Number.parseFloat(document.querySelector('[data-test="whole-white"]')!.textContent!) === f,
      forms
    )
    await close()
  })

  it('seas: swell wraps round the mole; the moment is chosen and kept with the crest lines and wash of its period', async () => {
    const { page, said, close } = await open(MOLE)
    await page.locator('[data-test="run-start"]').click()
    await usable(page)
    await page.locator('[data-check="seas:run-up"]').waitFor()
    const moment = page.locator('[data-test="phase"] [role="slider"]')
    await moment.press('End')
    for (let back = 0; back < 3; back++) await moment.press('ArrowLeft')
    expect(await moment.getAttribute('aria-valuenow')).to.equal('0.75')
    await page.locator('[data-test="run-keep"]').click()
    await page.locator('[data-run="run1"]').waitFor()
    expect(await page.locator('[data-run="run1"]').innerText()).to.match(/waves/)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a source on land and a flow that drowns the valley are explained; what was kept stays', async () => {
    const { page, close } = await open(GORGE)
    const source = page.locator('[data-handle="source"]')
    await source.focus()
    for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+ArrowUp')
    await page.locator('[data-test="run-start"]').click()
    await page.locator('[data-test="run-note"][role="alert"]').waitFor()
    expect(await page.locator('[data-test="run-note"]').first().innerText()).to.match(
      /source .* lies on land/
    )
    expect(await page.locator('[data-run="run1"]').count()).to.equal(1)
    // on a slow machine the presses are several steps of undo: all are taken back
    const undo = page.locator('[data-test="undo"]')
    for (let steps = 0; await undo.isEnabled(); steps++) {
      expect(steps).to.be.below(15)
      await undo.click()
    }
    await settled(page)
    await page.locator('[data-test="run-start"]').click()
    await page.locator('[data-test="run-progress"]').waitFor()
    await page.locator('[data-test="run-stop"]').click()
    await close()
    // a weir, from the command line's own demo, begun from dry ground
    const weir = await open(DEMO_ID)
    await weir.page.locator('[data-test="from-dry"]').check()
    await weir.page.locator('[data-test="run-start"]').click()
    await usable(weir.page)
    expect(weir.said).to.deep.equal([])
    await weir.close()
  })
})
