import { expect } from 'chai'
import { dial } from '../support/dial'
import { everyView, inInches, lostAtRest, metricLeft } from '../support/views'
import { decode } from 'fast-png'
import jsQR from 'jsqr'
import type { Page } from 'playwright-core'
import { axe, complaints, DEMO_ID, goTo, openPage, stage, type Stage } from '../support/browser'

/** Whether the whole of something is on the screen, and nothing lies over its middle. */
const wholeInSight = (page: Page, selector: string) =>
  page
    .locator(selector)
    .first()
    .evaluate((e) => {
      const box = e.getBoundingClientRect()
      const over = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2)
      const within = box.left >= 0 && box.right <= innerWidth && box.top >= 0
      return within && box.bottom <= innerHeight && (over === e || e.contains(over))
    })

/** Pixels with an opaque fourth channel, whether the picture has one or not. */
function rgba(data: ArrayLike<number>, pixels: number): number[] {
  const channels = data.length / pixels
  return Array.from({ length: 4 * pixels }, (_, i) =>
    i % 4 === 3 ? 255 : data[Math.floor(i / 4) * channels + (i % 4)]
  )
}

describe('On the phone and the tablet', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())

  async function nothingOff(
    at: Stage,
    sizes: readonly [number, number][],
    also: (page: Page, where: string) => Promise<string[]> = () => Promise.resolve([]),
    script = ''
  ): Promise<void> {
    // what lies behind a leaf is chosen on the narrowest: there the tray stands open
    const [width, height] = sizes.reduce((a, b) => (b[0] < a[0] ? b : a))
    const context = await at.profile({ width, height, touch: true, dark: true })
    await context.addInitScript(script)
    const page = await openPage(context, at.address)
    const said = complaints(page)
    const found: string[] = []
    const look = async (what: string) => {
      for (const [width, height] of sizes) {
        await page.setViewportSize({ width, height })
        for (const [kind, of] of Object.entries(await lostAtRest(page)))
          if (of && String(of)) found.push(`${what} at ${width}: ${kind} ${String(of)}`)
      }
      await page.setViewportSize({ width, height })
      found.push(...(await also(page, what)))
    }
    await page.locator('.card .title').first().waitFor()
    await look('builds')
    await page.locator('[data-test="new-build"]').tap()
    await page.locator('[data-test="new-make"]').waitFor()
    await look('new build')
    await everyView(page, look)
    expect(found, found.join('\n')).to.deep.equal([])
    expect(said).to.deep.equal([])
    await context.close()
  }

  it('nothing scrolls sideways at 360, 390 and 768 px, nor at 1280 magnified twice, in any view; every rule of axe-core is kept, and of inches nothing is left in millimetres', () =>
    nothingOff(
      s,
      [
        [360, 740],
        [390, 844],
        [640, 400],
        [768, 1024]
      ],
      // leaves keep the same rules where they stand beside each other
      async (page, where) => [
        ...(where.includes('/') && !where.startsWith('weigh')
          ? []
          : (await axe(page)).map((f) => `${where} ${f}`)),
        ...(await metricLeft(page)).map((t) => `${where}: ${t}`)
      ],
      inInches
    ))

  it('whoever reads at 24 px finds everything too: less beside each other, nothing cut off', async () => {
    const large = await stage('first', { textPx: 24 })
    try {
      await nothingOff(large, [
        ...dial([], [[1280, 800]] satisfies [number, number][]),
        [1024, 768],
        [540, 960]
      ])
    } finally {
      await large.close()
    }
  })

  for (const [width, height] of [
    [360, 740],
    [390, 844]
  ])
    it(`at ${width} × ${height} a new build, and the step with its clock and its button, each fill one screen, thumb-sized`, async () => {
      const context = await s.profile({ width, height, touch: true })
      const page = await openPage(context, `${s.address}/build/${DEMO_ID}/bench`)
      await goTo(page, '/')
      await page.locator('[data-test="new-build"]').tap()
      await page.locator('[data-test="new-foretold"] svg').waitFor()
      for (const there of ['[data-test="new-name"]', '[data-test="new-make"]'])
        expect(await wholeInSight(page, there), there).to.equal(true)
      await goTo(page, `/build/${DEMO_ID}/bench`)
      await page.locator('[data-test="begin"]').waitFor()
      for (const there of ['[data-test="step-title"]', '[data-test="begin"]', '.foot'])
        expect(await wholeInSight(page, there), there).to.equal(true)
      await page.getByLabel('Name of the clock').scrollIntoViewIfNeeded()
      await page.locator('[data-test="own-clock"]').tap()
      await page.locator('[data-test="begin"]').scrollIntoViewIfNeeded()
      await page.locator('[data-test="begin"]').tap()
      await page.locator('[data-test="done"]').waitFor()
      await page.locator('[data-test="bench"]').evaluate((e) => e.scrollTo(0, 0))
      for (const there of [
        '[data-test="step-title"]',
        '.first-clock [role="timer"]',
        '[data-test="done"]'
      ])
        expect(await wholeInSight(page, there), there).to.equal(true)
      const small = await page
        .locator('.acts button, .foot a, .foot button')
        .evaluateAll((all) =>
          all.map((e) => e.getBoundingClientRect()).filter((b) => b.height < 44 || b.width < 44)
        )
      expect(small).to.deep.equal([])
      await context.close()
    })

  it('a whole small build by touch: from New build to a step in the log, by the bar at the foot', async () => {
    const context = await s.profile({ width: 390, height: 844, touch: true })
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('[data-test="new-build"]').tap()
    await page.locator('[data-test="new-name"]').fill('Pond by the shed')
    await page.locator('[data-waters="pool"]').tap()
    // a number that was not taken is not passed over
    const wide = page.getByLabel('Base, left to right')
    await wide.fill('1,240')
    await page.getByText('can be read two ways').waitFor()
    await page.locator('[data-test="new-make"]').tap()
    expect(await wide.evaluate((e) => e === document.activeElement)).to.equal(true)
    await wide.fill('240')
    await page.locator('[data-test="new-make"]').tap()
    await page.waitForURL('**/ground')
    await page.getByText('outlines are drawn on a larger screen').waitFor()
    const foot = page.getByRole('navigation', { name: 'At the bench' })
    await page.locator('[data-test="more"]').tap()
    await page.getByRole('dialog').getByRole('link', { name: 'Water' }).tap()
    await page.waitForURL('**/water')
    await page.locator('[data-test="volume"]').waitFor()
    expect(await page.locator('[data-test="volume"]').innerText()).to.match(/[1-9]\S*\s?ml/)
    await foot.getByRole('link', { name: 'Mix' }).tap()
    await page.locator('.cup').first().waitFor()
    await page.getByText('Before the lid comes off').scrollIntoViewIfNeeded()
    await foot.getByRole('link', { name: 'Scale' }).tap()
    await page.waitForURL('**/weigh/**')
    // the next view begins at its top
    await page.waitForFunction(() => document.querySelector('.view')?.scrollTop === 0)
    await foot.getByRole('link', { name: 'Days' }).tap()
    await page.locator('[data-test="proof"]').waitFor()
    await foot.getByRole('link', { name: 'Bench' }).tap()
    const title = await page.locator('[data-test="step-title"]').innerText()
    // two quick taps with a wet glove have begun the step, not done it
    await page.locator('[data-test="begin"]').dblclick()
    await page.locator('[data-test="done"]').waitFor()
    expect(await page.locator('[data-test="step-title"]').innerText()).to.equal(title)
    await page.clock.fastForward(12 * 60_000)
    await page.locator('[data-test="done"]').tap()
    await foot.getByRole('link', { name: 'Log' }).tap()
    await page.locator('.daybook li.step').first().waitFor()
    expect(await page.locator('.daybook').innerText()).to.include(title)
    // a reload on the phone brings it back
    await page.reload()
    await page.locator('.daybook li.step').first().waitFor()
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('settings can be read by whoever sees little or nothing: every rule of axe-core, in the dark too', async () => {
    const context = await s.profile({ width: 390, height: 844, touch: true, dark: true })
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/mix`)
    await page.locator('[data-test="more"]').tap()
    await page.locator('[data-test="open-settings"]').tap()
    await page.getByText('Kept in this browser, for all builds.').waitFor()
    await page.waitForFunction(() =>
      document
        .getAnimations()
        .every((a) => a.playState === 'finished' || a.effect?.getTiming().iterations === Infinity)
    )
    expect(await axe(page)).to.deep.equal([])
    await context.close()
  })

  it('on a tablet the tray comes in from the side, and what is changed there counts', async () => {
    const context = await s.profile({ width: 768, height: 1024, touch: true })
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/mix`)
    await page.locator('[data-test="tray-handle"]').tap()
    const drawer = page.getByRole('dialog')
    await drawer.getByLabel('Waste').fill('30')
    await page.keyboard.press('Escape')
    await drawer.waitFor({ state: 'hidden' })
    await page.locator('[data-test="waterline"][data-settled="true"]').waitFor()
    expect(await page.locator('.group .figure').first().innerText()).to.not.equal('298.4 g')
    await context.close()
  })

  it('comes on to the phone: the square on Builds reads as the address, and over plain http the app works there', async () => {
    const house = await stage('first', { house: 'bench.house' })
    try {
      const table = await house.profile()
      const builds = await openPage(table, house.address)
      await builds.locator('[data-test="to-phone"]').click()
      const square = builds.locator('[data-test="qr"] svg')
      await square.waitFor()
      const { width, height, data } = decode(await square.screenshot())
      const read = jsQR(new Uint8ClampedArray(rgba(data, width * height)), width, height)
      expect(read?.data).to.match(/^http:\/\/bench\.house:\d+\/$/)
      const phone = await house.profile({ width: 390, height: 844, touch: true })
      const page = await openPage(phone, read!.data)
      const said = complaints(page)
      expect(await page.evaluate(() => isSecureContext)).to.equal(false)
      await page.locator('[data-test="new-build"]').tap()
      await page.locator('[data-test="new-name"]').fill('On the windowsill')
      await page.locator('[data-test="new-make"]').tap()
      await page.waitForURL('**/ground')
      await page
        .getByRole('navigation', { name: 'At the bench' })
        .getByRole('link', { name: 'Bench' })
        .tap()
      await page.locator('[data-test="begin"]').tap()
      await page.locator('[data-test="done"]').waitFor()
      await page.getByText('set it to stay on').waitFor({ state: 'attached' })
      expect(said).to.deep.equal([])
    } finally {
      await house.close()
    }
  })

  it('says how to start it where only this computer reaches it', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    await page.locator('[data-test="to-phone"]').click()
    expect(await page.locator('[data-test="not-served"]').innerText()).to.include('--host')
    await context.close()
  })
})
