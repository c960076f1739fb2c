import { expect } from 'chai'
import { setWay } from '../../core/build/edits'
import { writeBuild } from '../../core/build/file/write'
import { newFrom } from '../../core/exchange/newFile'
import { complaints, DEMO_ID, goTo, openPage, settled, stage, type Stage } from '../support/browser'

/** What broke where two things met: each tried as it broke. */
describe('Where two things meet', function () {
  this.timeout(600_000)
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())

  it('at the bench: what is looked at and then there already gives way to what is next; stray keys finish nothing', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/bench`)
    const said = complaints(page)
    const title = page.locator('[data-test="step-title"]')
    const first = await title.innerText()
    await page.getByLabel('The step after').click()
    await page.getByLabel('The step before').click()
    expect(await title.innerText()).to.equal(first)
    await page.locator('[data-test="there-already"]').click()
    await settled(page)
    await page.waitForFunction((was) => {
      const now = document.querySelector('[data-test="step-title"]')?.textContent
      return now !== undefined && now !== was
    }, first)
    expect(await page.getByText('All is done').count()).to.equal(0)

    // a word typed at the bench begins a step at most; another key within seconds asks first
    for (const letter of 'boat') await page.keyboard.press(letter, { delay: 0 })
    await page.locator('[data-test="done"]').waitFor()
    await page.waitForTimeout(700)
    await page.keyboard.press('PageDown')
    await page.locator('[data-test="surely"]').waitFor()
    await page.keyboard.press('PageDown')
    expect(await page.locator('[data-test="done"]').count()).to.equal(1)
    await page.waitForTimeout(700)
    await page.keyboard.press('PageDown')
    await page.locator('[data-test="done"]').waitFor({ state: 'detached' })
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('a newer app in another tab keeps its build: this one neither takes it for its own nor saves over it', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/water`)
    await page.locator('[data-test="heights"]').waitFor()
    await settled(page)
    // what a newer app, in a tab of its own, saves and tells
    const versionOf = () =>
      page.evaluate(
        (id) =>
          new Promise<number>((resolve, reject) => {
            const open = indexedDB.open('tall-spindle')
            open.onerror = () => reject(new Error('no store'))
            open.onsuccess = () => {
              const get = open.result.transaction('builds').objectStore('builds').get(id)
              get.onsuccess = () =>
                resolve((get.result as { build: { version: number } }).build.version)
            }
          }),
        DEMO_ID
      )
    await page.evaluate(
      (id) =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open('tall-spindle')
          open.onsuccess = () => {
            const store = open.result.transaction('builds', 'readwrite').objectStore('builds')
            const get = store.get(id)
            get.onsuccess = () => {
              const row = get.result as { revision: number; build: { version: number } }
              row.revision += 5
              row.build.version = 99
              store.put(row).onsuccess = () => {
                const news = { kind: 'saved', tab: 'newer', id, revision: row.revision }
                new BroadcastChannel('tall-spindle').postMessage(news)
                resolve()
              }
            }
          }
        }),
      DEMO_ID
    )
    await page.getByText('kept by a newer Tall Spindle').waitFor()
    expect(await versionOf()).to.equal(99)
    await goTo(page, '/')
    await page.locator('[data-test="newer"]').waitFor()
    expect(await versionOf()).to.equal(99)
    await context.close()
  })

  it('demo builds begin on the day they are first opened, and a card tells what the bench begins with', async () => {
    const context = await s.profile()
    const page = await context.newPage()
    await page.clock.install({ time: new Date('2027-02-16T09:00:00Z') })
    await page.goto(s.address)
    const card = page.locator(`[data-build="${DEMO_ID}"]`)
    await card.getByText('Batten and seal the base').waitFor()
    expect(await card.innerText()).to.include('Tue 16 Feb')
    await page.clock.setSystemTime(new Date('2027-02-26T09:00:00Z'))
    await page.reload()
    await card.getByText('Batten and seal the base').waitFor()
    await card.getByText('Waits for your hands').waitFor()
    await context.close()
  })

  it('a deadline without an hour is the end of its day; money of a what-if says its currency', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/days`)
    await page.locator('[data-leaf="what"]').click()
    const field = page.locator('[data-test="deadline"] input')
    await field.fill('2027-01-05')
    await field.press('Tab')
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('[data-test="deadline"] input')?.value ===
        '2027-01-05 23:59'
    )
    await field.fill('2027-02-30')
    await field.press('Tab')
    await page.getByText('“2027-02-30” is no date').waitFor()
    await page
      .getByText(/sittings? · \S*\d.*to buy/)
      .first()
      .waitFor()
    await context.close()
  })

  it('what is still open before a step is told at the bench, and who begins it all the same is asked once', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/bench`)
    const begin = page.locator('[data-test="begin"]')
    await begin.waitFor()
    expect(await page.locator('[data-test="still-open"]').count()).to.equal(0)
    for (let k = 0; k < 40; k++) await page.keyboard.press('ArrowRight')
    const open = page.locator('[data-test="still-open"]')
    await open.getByText('Not done yet: Batten and seal the base').waitFor()
    await begin.click()
    await open.getByText('Press once more to begin all the same').waitFor()
    // the second tap of a double tap is not the answer
    await begin.click()
    expect(await page.locator('[data-test="done"]').count()).to.equal(0)
    await page.clock.fastForward(1000)
    await begin.click()
    await page.locator('[data-test="done"]').waitFor()
    await context.close()
  })

  it('water that is cured under a lamp weighs what it weighs on paper, on Mix and in the line of waters', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const now = { start: '2026-11-24T18:00', zone: 'UTC' }
    const made = newFrom({ name: 'Lit', scale: '1:72', widthMm: 240, depthMm: 180 }, now)
    const lit = { ...setWay('pool1', 'light-cured-pour')(made), id: 'lit' }
    await page.locator('[data-test="import"] input').setInputFiles({
      name: 'lit.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeBuild(lit))
    })
    await page.locator('[data-build="lit"]').waitFor()
    await goTo(page, '/build/lit/mix')
    const body = (await page.locator(`[data-test="waterline"]`).first().innerText()).match(
      /([\d.,]+)\s*g/
    )![1]
    expect(Number(body)).to.be.above(10)
    await page.locator('.worktop').getByText(`${body}`).first().waitFor()
    await goTo(page, '/build/lit/prints')
    await page.getByText('The plan on paper').click()
    const paper = page.locator('.paper')
    await paper
      .getByText(new RegExp(`${body}\\s*g`))
      .first()
      .waitFor()
    expect(await paper.innerText()).to.not.match(/(^|\s)0\s*g/)
    await context.close()
  })
})
