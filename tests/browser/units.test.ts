import { expect } from 'chai'
import type { Page } from 'playwright-core'
import {
  complaints,
  DEMO_ID,
  downloaded,
  goTo,
  madeWhole,
  openPage,
  stage,
  type Stage
} from '../support/browser'
import { demo } from '../support/builds'
import { inInches, metricLeft } from '../support/views'

/** Level of the first pool, as the browser keeps it, once it is kept. */
async function levelKept(page: Page): Promise<number> {
  await page.getByText('Saved').waitFor()
  return page.evaluate(
    (id) =>
      new Promise<number>((resolve) => {
        const opened = indexedDB.open('tall-spindle')
        opened.onsuccess = () => {
          const asked = opened.result.transaction('builds').objectStore('builds').get(id)
          asked.onsuccess = () => {
            opened.result.close()
            resolve(asked.result.build.waters[0].levelMm)
          }
        }
      }),
    DEMO_ID
  )
}

describe('Inches, ounces and °F', function () {
  this.timeout(600_000)
  let s: Stage
  before(async () => {
    s = await stage('all')
  })
  after(() => s.close())

  // every view and leaf of the first demo: on the phone's tour
  it('are read of seas, splashes and rapids too, and nothing is left in millimetres', async () => {
    const context = await s.profile()
    await context.addInitScript(inInches)
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('.card .title').first().waitFor()
    const found: string[] = []
    for (const name of ['2-mole-at-varnsey', '3-slalom-in-the-hollin-gorge'] as const)
      for (const view of ['ground', 'water', 'run', 'build-up', 'prints']) {
        await goTo(page, `/build/${demo(name).id}/${view}`)
        await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
        await madeWhole(page)
        for (const { id } of view === 'water' || view === 'build-up' ? demo(name).waters : []) {
          await page.evaluate(
            (water) => history.replaceState(history.state, '', `?water=${water}`),
            id
          )
        }
        found.push(...(await metricLeft(page)).map((t) => `${name}/${view}: ${t}`))
      }
    expect(found, found.join('\n')).to.deep.equal([])
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('are chosen in mid-build: fractions typed, millimetres kept, templates in inches, and back again', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/water`)
    const said = complaints(page)
    await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
    const level = page.locator('[data-test="heights"]').getByLabel('Level')
    expect(await level.inputValue()).to.equal('50')
    const choose = async (units: string) => {
      await page.locator('[data-test="open-settings"]').click()
      await page.locator('[data-test="units"]').getByText(units).click()
      await page.keyboard.press('Escape')
    }
    await choose('inches')
    expect(await level.inputValue()).to.equal('1-31/32')
    await level.fill('1 7/8')
    await level.press('Tab')
    expect(await level.inputValue()).to.equal('1-7/8')
    expect(await levelKept(page)).to.be.closeTo(47.625, 1e-9)
    // by arrow key along the rule; in another unit; and what is no length is said at its place
    await level.press('ArrowUp')
    expect(await levelKept(page)).to.be.closeTo(47.625 + 25.4 / 64, 1e-6)
    await level.fill('45 mm')
    expect(await levelKept(page)).to.equal(45)
    for (const wrong of ['1/0', '2 oz', '400', '-', '1,875']) {
      await level.fill(wrong)
      await page.locator('[data-test="heights"] [role="alert"]').waitFor()
      expect(await levelKept(page), wrong).to.equal(45)
    }
    await level.press('Tab')
    // a template for the knife speaks inches, its lines and its size are where they were
    await goTo(page, `/build/${DEMO_ID}/prints`)
    await page.locator('[data-leaf="templates"]').click()
    await page.locator('[data-test="templates"]').getByText('4 in line').waitFor()
    // the bar beside the drawing is a round length of the same rule
    await page
      .locator('[data-test="templates"] svg text', { hasText: /^\s*(4|2|1|1\/2|1\/4)\u202fin\s*$/ })
      .waitFor()
    const svg = await downloaded(page, () => page.locator('[data-test="svg"]').click())
    expect(svg.text)
      .to.match(/\d\u202f?in\b/)
      .and.not.match(/>[^<]*\d\s?mm[^<]*</)
    expect(svg.text).to.match(/width="[\d.]+mm"/)
    await goTo(page, `/build/${DEMO_ID}/water`)
    await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
    await choose('mm, ml')
    expect(await level.inputValue()).to.equal('45')
    expect(said).to.deep.equal([])
    await context.close()
  })
})
