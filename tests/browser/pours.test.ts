import { expect } from 'chai'
import { writeFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { encode } from 'fast-png'
import type { Page } from 'playwright-core'
import { hexOf, linearOf } from '../../core/physics/stuff/colour/rgb'
import { opticsOf, seenThrough } from '../../core/physics/stuff/colour/tint'
import { cutAt } from '../../core/physics/shape/cut'
import { drawnOutline } from '../../core/plan/1-ground/outline'
import { groundSurface } from '../../core/physics/shape/surface'
import { poolsOf } from '../../core/build/types'
import { readBuild } from '../../core/build/file/buildFile'
import { TINTS } from '../../core/craft/materials/tints'
import { demo } from '../support/builds'
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
import { binaryStl, trianglesOver } from '../support/scans'

const folder = mkdtempSync(join(tmpdir(), 'spindle-'))
const figure = async (page: Page, name: string) =>
  Number((await page.locator(`[data-test="${name}"]`).innerText()).replace(/[^\d.].*$/s, ''))
const exported = async (page: Page) => {
  await page.getByRole('button', { name: 'Prints' }).click()
  const read = readBuild(
    (await downloaded(page, () => page.locator('[data-test="json"]').click())).text
  )
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.value
}

describe('Pours at the bench', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())
  const open = async (path: string, fixed = true) => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/${path}`, fixed)
    const said = complaints(page)
    await page.locator('[data-test="waterline"]').first().waitFor()
    return { context, page, said }
  }

  it('a scan of half a million triangles becomes the ground, and its volume is read; a file that is none changes nothing', async () => {
    const { context, page, said } = await open('ground')
    const bed = (x: number, y: number) => 30 + 14 * Math.cos(x / 60) * Math.cos(y / 45)
    const scan = join(folder, 'bed.stl')
    writeFileSync(scan, Buffer.from(binaryStl(trianglesOver(420, 300, 500, 500, bed))))
    const broken = join(folder, 'broken.stl')
    writeFileSync(
      broken,
      Buffer.from(binaryStl(trianglesOver(420, 300, 30, 30, bed))).subarray(0, 9000)
    )
    const picture = join(folder, 'not.png')
    writeFileSync(picture, 'hello')
    await page.locator('[data-test="scan"]').click()
    for (const [file, words] of [
      [broken, /tells of 1800 triangles, and it ends after/],
      [picture, /no PNG/]
    ] as const) {
      await page.locator('[data-test="scan-file"] input').setInputFiles(file)
      await page.locator('[data-test="scan-problem"]').waitFor()
      expect(await page.locator('[data-test="scan-problem"]').innerText())
        .to.match(words)
        .and.match(/Nothing was changed/)
    }
    await page.locator('[data-test="scan-file"] input').setInputFiles(scan)
    await page.getByText('500,000 triangles').waitFor()
    await page.locator('[data-test="scan-z"] input').fill('16')
    await page.locator('[data-test="scan-lay"]').click()
    await page.locator('[data-test="scan-take"]:not([disabled])').waitFor()
    await page.locator('[data-test="scan-take"]').click()
    await page.locator('[data-test="measure"]').getByText('Straight').click()
    await page.getByRole('button', { name: 'Water', exact: true }).click()
    await page.getByRole('button', { name: '≈ Mill pond' }).click()
    await page.locator('[data-test="volume"]').waitFor()
    await page.waitForFunction(
      () => Number.parseFloat(document.querySelector('[data-test="volume"]')!.textContent!) > 400
    )
    const seen = await figure(page, 'volume')
    // the same bed, dipped by the core at every fourth millimetre
    const [pond] = poolsOf(demo())
    const { corners } = drawnOutline(pond.outline, pond.brimMm)
    const dips: [number, number, number][] = []
    for (let x = 100; x < 340; x += 4)
      for (let y = 166; y < 299; y += 4) if (x > 125 && x < 290) dips.push([x, y, bed(x, y)])
    const build = await exported(page)
    const truth = cutAt(groundSurface(corners, poolsOf(build)[0].soundings), 50).volumeMm3 / 1000
    expect(poolsOf(build)[0].soundings.length).to.be.within(200, 2400)
    for (const [x, y, z] of poolsOf(build)[0].soundings) expect(z).to.be.closeTo(bed(x, y), 0.6)
    expect(seen / truth).to.be.closeTo(1, 0.01)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('one pour over foam is refused with its temperature, and mended by a click', async () => {
    const { context, page, said } = await open('build-up')
    await page.getByRole('button', { name: 'One tint throughout' }).click()
    await page.locator('[data-test="pours-wanted"] input').fill('1')
    const hot = page.locator('[data-finding="softens-ground:millpond"]')
    await hot.waitFor()
    expect(await hot.innerText()).to.match(/\d+–\d+\s?°C, bears 75/)
    expect(await page.locator('[data-test="waterline"]').innerText()).to.match(/stops? the plan/)
    await page.locator('[data-leaf="heat"]').click()
    await page.locator('[data-drawn="true"]').waitFor()
    const warmest = () =>
      page.evaluate(() =>
        Number(/(\d+)\s?°C/.exec(document.querySelector('[data-test="peak"]')!.textContent!)![1])
      )
    expect(await warmest()).to.be.greaterThan(90)
    await page.locator('[data-mend="softens-ground:millpond"]').click()
    await hot.waitFor({ state: 'detached' })
    await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
    expect(await warmest()).to.be.below(65)
    expect(await page.locator('[data-finding^="softens"]').count()).to.equal(0)
    await page.keyboard.press('Control+z')
    await hot.waitFor()
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('a label is fitted, shown beside what it said, and the pool pours from that bottle; an impossible label says what could be', async () => {
    const { context, page, said } = await open('shelf')
    await page.locator('[data-jar="clear-epoxy-2-1"]').click()
    await page.locator('[data-test="own-bottle"]').click()
    await page.locator('[data-test="fit-pot"]').waitFor()
    await page.locator('[data-test="pot-life"] input').fill('90')
    await page.waitForFunction(() =>
      /^(89\.\d|90(\.\d)?) min$/.test(
        (document.querySelector('[data-test="fit-pot"]')?.textContent ?? '').trim()
      )
    )
    await page.locator('[data-test="pot-life"] input').fill('9000')
    await page.locator('[data-test="fit"] .fault').waitFor()
    expect(await page.locator('[data-test="fit"] .fault').innerText()).to.match(
      /was 9000; with a cure time of 72 h .* can have .* to .* min/
    )
    await page.locator('[data-test="pot-life"] input').fill('90')
    await page.waitForFunction(() =>
      /^(89\.\d|90(\.\d)?) min$/.test(
        (document.querySelector('[data-test="fit-pot"]')?.textContent ?? '').trim()
      )
    )
    await page.getByRole('button', { name: 'Build-up' }).click()
    await choose(page.locator('[data-test="resin"]'), '=My clear epoxy, 2:1')
    await page.locator('[data-test="waterline"]').getByText('3 pours').first().waitFor()
    const build = await exported(page)
    expect(build.bottles).to.have.length(1)
    expect(build.bottles![0]).to.include({ name: 'My clear epoxy, 2:1', potLifeMin: 90 })
    expect(poolsOf(build)[0].resin).to.equal(build.bottles![0].id)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('a batch is weighed out against the stand-in scale; an overshoot moves the other part, and a scale that fails loses nothing', async () => {
    const { context, page, said } = await open('mix', false)
    await page.locator('[data-weigh="millpond-2-1"]').click()
    await page.locator('[data-test="connect"]').click()
    await page.locator('[data-test="cup-on"]').click()
    await page.getByText('g on the scale').waitFor()
    await page.locator('[data-test="tare"]').click()
    await page.locator('.togo').getByText('to go').waitFor()
    const wanted = Number.parseFloat(
      (await page.locator('.dial .figure').first().textContent())!.replace(/.*to /, '')
    )
    const live = async () =>
      Number.parseFloat((await page.locator('text.big').first().textContent())!.replace('−', '-'))
    const jug = (await page.locator('[data-test="jug"]').boundingBox())!
    await page.mouse.move(jug.x + 20, jug.y + 15)
    // the jug is held too long
    await page.mouse.down()
    await page.waitForFunction(
      (g) => Number.parseFloat(document.querySelector('text.big')!.textContent!) > g + 2,
      wanted
    )
    await page.mouse.up()
    await page.getByText('standing still').waitFor()
    expect(await page.locator('.togo').textContent()).to.match(/too much/)
    const a = await live()
    await page.locator('[data-test="next"]').click()
    await page.waitForFunction(() =>
      /^B to/.test(document.querySelector('.dial .figure')?.textContent ?? '')
    )
    const wantedB = Number.parseFloat(
      (await page.locator('.dial .figure').first().textContent())!.replace(/.*to /, '')
    )
    expect(wantedB / a).to.be.closeTo(0.98 / (2 * 1.14), 0.01)
    // it fails in every way, and what is in the cup stays
    await page.getByRole('button', { name: 'What if it fails' }).click()
    for (const [fault, words] of [
      ['silent', /gone silent/],
      ['rubbish', /cannot be read/],
      ['ounces', /another unit/]
    ] as const) {
      await page.locator(`[data-fault="${fault}"]`).click()
      await page.locator('[data-test="scale-trouble"]').getByText(words).waitFor()
      await page.locator('[data-fault="none"]').click()
      await page.locator('[data-test="scale-trouble"]').waitFor({ state: 'detached' })
    }
    // the tab is closed with A in the cup: it goes on with B, and its clock runs from wall time
    await page.getByRole('button', { name: 'Start' }).first().click()
    await page.reload()
    await page.waitForFunction(() =>
      /^B to/.test(document.querySelector('.dial .figure')?.textContent ?? '')
    )
    expect(
      Number.parseFloat(
        (await page.locator('.dial .figure').first().textContent())!.replace(/.*to /, '')
      )
    ).to.equal(wantedB)
    await page.getByRole('button', { name: 'Clear' }).first().waitFor()
    // B by typing: right to the gram of what A came to
    await page
      .getByLabel('Or type what B came to')
      .fill(String(Math.round(wantedB * 1.1 * 10) / 10))
    await page.locator('[data-test="take-typed"]').click()
    const verdict = await page.locator('[data-test="verdict"]').innerText()
    expect(verdict)
      .to.match(/Out of its ratio/)
      .and.match(/10\.\d % over|9\.\d % over/)
    expect(Number.parseFloat(await page.locator('[data-test="add"]').innerText())).to.be.closeTo(
      0.1 * a,
      0.03 * a
    )
    expect(await page.locator('[data-test="add"]').innerText()).to.match(/of A$/)
    await page.getByRole('timer').first().waitFor()
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('chips photographed under a yellow lamp become a tint on the shelf', async () => {
    const truth = opticsOf(TINTS[0].look)
    const lamp = [0.95, 0.86, 0.66]
    const lit = (colour: string) => hexOf(linearOf(colour).map((v, i) => v * lamp[i]))
    const patches = [
      '#ffffff',
      ...[2, 6].map(
        (dropsPer100G) =>
          seenThrough('#ffffff', [{ depthMm: 8, tints: [{ optics: truth, dropsPer100G }] }]).colour
      )
    ].map(lit)
    const data = new Uint8Array(300 * 100 * 3)
    for (let y = 0; y < 100; y++)
      for (let x = 0; x < 300; x++) {
        const n = Number.parseInt(patches[Math.floor(x / 100)].slice(1), 16)
        data.set([n >> 16, (n >> 8) & 255, n & 255], (y * 300 + x) * 3)
      }
    const photo = join(folder, 'chips.png')
    writeFileSync(photo, encode({ width: 300, height: 100, data, channels: 3, depth: 8 }))
    const { context, page, said } = await open('shelf')
    await page.locator('[data-leaf="chips"]').click()
    await page.getByRole('button', { name: '+ Chip' }).click()
    await page.getByLabel('drops in 100 g').first().fill('2')
    await page.locator('[data-test="chip-photo"] input').setInputFiles(photo)
    await page.getByText('Click the white paper').waitFor()
    const box = (await page.locator('[data-test="chip-canvas"]').boundingBox())!
    for (const share of [1 / 6, 3 / 6, 5 / 6])
      await page.mouse.click(box.x + box.width * share, box.y + box.height / 2)
    await page.locator('[data-test="fit-chips"]').click()
    const offs = (await page.locator('[data-test="chip-fit"]').innerText())
      .match(/Off its chips by ([\d., ]+)/)![1]
      .split(',')
      .map(Number)
    for (const off of offs) expect(off).to.be.lessThan(4)
    await page.locator('[data-test="keep-tint"]').click()
    await page.locator('[data-test="bottle-name"]').waitFor()
    await page.getByRole('button', { name: 'Build-up' }).click()
    await choose(page.locator('[data-test="water-pick"]'), 'tailrace')
    await page.getByLabel('More My tint').click()
    const build = await exported(page)
    const fitted = build.bottles!.find((b) => b.kind === 'tint')!
    if (fitted.kind !== 'tint') throw new Error('no tint')
    const [own, kind] = [opticsOf(fitted.look), truth].map(
      (optics) =>
        seenThrough('#c8b890', [{ depthMm: 10, tints: [{ optics, dropsPer100G: 4 }] }]).lab
    )
    expect(Math.hypot(...own.map((v, i) => v - kind[i]))).to.be.lessThan(4)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('the room sensor and the level are read, and with the server gone typing goes on', async () => {
    const { context, page } = await open('days')
    await page.locator('[data-leaf="hours"]').click()
    await page.locator('[data-device="room"]').click()
    await page.waitForFunction(() => {
      const t = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Humidity')
      const v = Number((document.getElementById(t!.getAttribute('for')!) as HTMLInputElement).value)
      return v > 55.5 && v < 60
    })
    await context.route('**/devices/**', (route) => route.abort())
    await page.locator('[data-device="room"]').click()
    await page.getByText('It does not answer').waitFor()
    await page.getByLabel('Temperature').fill('23')
    await goTo(page, `/build/${DEMO_ID}/ground`)
    await madeWhole(page)
    await page.locator('[data-device="level"]').click()
    await page.getByText('It does not answer').waitFor()
    await page.getByLabel('Along, right end up').fill('0.5')
    await page.locator('[data-test="shims"]').waitFor()
    expect(await page.locator('[data-test="shims"]').innerText()).to.match(
      /3\.7\s*mm under the left edge/
    )
    const build = await exported(page)
    expect(build.room.tempC).to.equal(23)
    expect(build.outOfLevel.xDeg).to.equal(0.5)
    await context.close()
  })

  it('ways of a body are compared to a date, and one is chosen', async () => {
    const { context, page, said } = await open('build-up')
    await choose(page.locator('[data-test="water-pick"]'), 'tailrace')
    await page.locator('[data-leaf="ways"]').click()
    await page.locator('[data-way="paper-skin"]').click()
    await page.locator('[data-test="waterline"]').getByText('3 layers of tissue').waitFor()
    const build = await exported(page)
    expect(poolsOf(build)[1].way).to.equal('paper-skin')
    expect(said).to.deep.equal([])
    await context.close()
  })
})
