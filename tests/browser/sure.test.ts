import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { choose, DEMO_ID, openDemo, settled, stage, type Stage } from '../support/browser'

const MOLE = 'demo-mole-at-varnsey'
const go = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click()

describe('How sure, and what holds, on the screen', function () {
  this.timeout(600_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  it('days: likely and surely are told and drawn; planned to be sure it ends later, with a fan sooner; both are undone and kept', async () => {
    const { page, said, close } = await openDemo(s, MOLE, 'days')
    const head = page.locator('[data-test="days"] h1')
    const finish = async () => Date.parse((await head.innerText()).replace('Finished', '').trim())
    const waits = page.locator('[data-sure]')
    expect(await page.locator('[data-test="sure"]').innerText()).to.match(/likely by .+ surely by/)
    expect(await waits.count()).to.be.greaterThan(8)
    const likely = await finish()
    // read before the click: the plan may be there before the page is asked
    const otherThan = (was: string | null) =>
      page.waitForFunction(
        (then) => document.querySelector('[data-test="days"] h1')?.textContent !== then,
        was
      )
    const first = await head.textContent()
    await page.locator('[data-test="confidence"]').getByText('to be sure').click()
    await otherThan(first)
    await settled(page)
    const sure = await finish()
    expect(sure).to.be.greaterThan(likely)
    await page.locator('[data-leaf="hours"]').click()
    const second = await head.textContent()
    await page.locator('[data-test="fan"]').click()
    await page.locator('[data-test="lamp"]').click()
    await page.getByText('Never leave a lamp or a dryer on alone').waitFor()
    await otherThan(second)
    await settled(page)
    expect(await finish()).to.be.lessThan(sure)
    // it is kept over a new start, and undone step by step
    await page.locator('[data-test="saved"]').or(page.getByText('Saved')).first().waitFor()
    for (let k = 0; k < 3; k++) await page.keyboard.press('Control+z')
    await settled(page)
    await page.waitForFunction(
      (was) =>
        Date.parse(
          (document.querySelector('[data-test="days"] h1')?.textContent ?? '')
            .replace('Finished', '')
            .trim()
        ) === was,
      likely
    )
    expect(said).to.deep.equal([])
    await close()
  })

  it('bonds: cement on rock is found, one click takes what holds; quick epoxy becomes a cup that is weighed', async () => {
    const { page, said, close } = await openDemo(s, DEMO_ID, 'build-up')
    await choose(page.locator('[data-test="water-pick"]'), 'weir')
    await choose(page.locator('[data-test="way"]'), 'cut-sheet')
    await settled(page)
    await choose(page.locator('[data-test="bond"]'), 'solvent')
    const found = page.getByText('Weir: solvent cement on', { exact: false }).first()
    await found.waitFor()
    await page.getByRole('button', { name: 'Light-cured resin, in dots' }).first().click()
    await found.waitFor({ state: 'detached' })
    await page.getByText('each zapped while it is held').waitFor()
    await choose(page.locator('[data-test="bond"]'), 'quick')
    await settled(page)
    await go(page, 'Mix')
    const cup = page.locator('[data-batch^="weir"]')
    await cup.waitFor()
    expect(await cup.innerText()).to.match(/5\s?g/)
    await cup.getByRole('button', { name: 'Weigh it out' }).click()
    await page.waitForURL(/weigh\/weir/)
    await page.getByText('hung at lip and foot').first().waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('a repair is mixed of its water’s resin, or quick set; a band takes the colour wanted', async () => {
    const { page, said, close } = await openDemo(s, DEMO_ID, 'build-up')
    await choose(page.locator('[data-test="water-pick"]'), 'millpond')
    await page.locator('[data-leaf="wrong"]').click()
    await page.locator('[data-trouble="over-tinted"]').click()
    await page.locator('[data-test="take-repair"]').click()
    await page.locator('[data-test="taken"]').waitFor()
    await choose(page.locator('[data-repair-resin="mend1"]'), 'quick-epoxy-2-1')
    await settled(page)
    await go(page, 'Mix')
    const cups = page.locator('[data-batch^="mend1"]')
    await cups.first().waitFor()
    expect(await cups.allInnerTexts().then((t) => t.join())).to.match(/35\s?g.*35\s?g/s)
    await go(page, 'Build-up')
    await choose(page.locator('[data-test="water-pick"]'), 'tailrace')
    await page.locator('[data-test="dark-below"]').click()
    await settled(page)
    const wishes = page.locator('[data-test="dose-by-colour"]')
    expect(await wishes.count()).to.equal(2)
    await wishes.first().getByRole('button').first().click()
    await page
      .locator('.el-color-picker__panel input, .el-color-picker-panel input')
      .first()
      .fill('#2a6a60')
    await page.keyboard.press('Enter')
    await page.locator('[data-test="take-dose"]').first().click()
    await settled(page)
    expect(said).to.deep.equal([])
    await close()
  })
})
