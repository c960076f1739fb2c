import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { drawOutline } from '../../core/build/edits'
import { writeBuild } from '../../core/build/file/write'
import type { Build } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import { complaints, goTo, madeWhole, openPage, stage, type Stage } from '../support/browser'
import { dial } from '../support/dial'
import { hidden } from '../support/drawings'
import { lost, NOTHING } from '../support/views'

const NOW = { start: '2026-11-24T18:00', zone: 'Europe/Lisbon' }
const made = (id: string, waters: string, widthMm: number, depthMm: number, more = {}): Build => ({
  ...newFrom(
    {
      name: `${widthMm} × ${depthMm}`,
      scale: '1:72',
      widthMm,
      depthMm,
      waters,
      free: 'daily',
      ...more
    },
    NOW
  ),
  id
})
/** Bases of every shape: small, deeper than wide, wider than deep, long, large, a case, drawn by hand. */
const BASES: Build[] = [
  made('small', 'pool-fall-pool', 60, 60),
  made('deep', 'pool-fall-pool', 200, 300),
  made('wide', 'pool-fall-pool', 300, 200),
  made('narrow', 'rapid', 120, 900),
  made('long', 'shore', 900, 120),
  made('large', 'pool-fall-pool', 1800, 900),
  made('cased', 'pool', 300, 200, { hold: 'case' }),
  drawOutline('pool1', [
    [30, 40],
    [210, 60],
    [180, 250],
    [60, 220]
  ])(made('drawn', 'pool', 250, 300))
]
const VIEWS = ['ground', 'water', 'build-up', 'mix', 'days', 'bench', 'prints', 'run']
/** Views with leaves behind them. */
const LEAFED = ['water', 'build-up', 'days', 'log', 'prints']
/** Bases whose leaves are looked at here; the deep run looks at those of all. */
const LEAFED_BASES = ['deep', 'narrow', 'cased', 'drawn']
/** A drawing that was seen on its way is looked at again after so long, ms. */
const AT_REST_MS = 700
const SCREENS = [
  [1280, 800],
  [1920, 1080],
  [820, 1180],
  [390, 844]
] as const
const LAPTOP_AND_PHONE = [SCREENS[0], SCREENS[3]]
const PHONE_AND_LAPTOP = [SCREENS[3], SCREENS[0]]

/** What of a screen is lost, cut, covered or run together, and stays so once it has come to rest. */
async function faultsIn(page: Page, where: string): Promise<string[]> {
  const look = async () => {
    const all = { ...NOTHING, ...(await lost(page)), ...(await hidden(page)) }
    return Object.entries(all)
      .filter(([, list]) => (Array.isArray(list) ? list.length > 0 : list > 0))
      .map(([what, list]) => `${where} ${what}: ${JSON.stringify(list)}`)
  }
  if ((await look()).length === 0) return []
  await page.waitForTimeout(AT_REST_MS)
  return look()
}

describe('Every drawing on every base', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage('none')
  })
  after(() => s.close())

  const brought = async (page: Page) => {
    for (const build of BASES) {
      await page.locator('[data-test="import"] input').setInputFiles({
        name: `${build.id}.json`,
        mimeType: 'application/json',
        buffer: Buffer.from(writeBuild(build))
      })
      await page.locator(`[data-build="${build.id}"]`).waitFor()
    }
    // what told of it goes by itself
    await page.locator('.el-message').first().waitFor({ state: 'detached' })
  }

  it('has room, keeps its words apart and under no button, and nothing runs off: 8 bases, 8 views, 4 screens', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await brought(page)
    const found: string[] = []
    let pairs = 0
    for (const { id } of BASES)
      for (const view of VIEWS) {
        await goTo(page, `/build/${id}/${view}`)
        await page.locator(`[data-open="${id}"]`).waitFor()
        await page.locator('[data-test="waterline"], [data-test="bench"]').first().waitFor()
        // each view comes on the screen on which the one before it was left
        for (const [width, height] of pairs % 8 === 0 ? SCREENS : [...SCREENS].reverse()) {
          await page.setViewportSize({ width, height })
          await madeWhole(page)
          if (view === 'prints')
            await page.locator('[data-test="template-drawing"] svg').first().waitFor()
          await page.waitForTimeout(80)
          pairs++
          found.push(...(await faultsIn(page, `${width} ${id} ${view}`)))
        }
      }
    expect(found).to.deep.equal([])
    expect(pairs).to.equal(256)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('and so has each leaf behind a view, on a laptop and a phone', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await brought(page)
    const found: string[] = []
    let pairs = 0
    const bases = dial(
      BASES.filter(({ id }) => LEAFED_BASES.includes(id)),
      BASES
    )
    for (const { id } of bases)
      for (const view of LEAFED) {
        await goTo(page, `/build/${id}/${view}`)
        await page.locator(`[data-open="${id}"]`).waitFor()
        await madeWhole(page)
        const tabs = page.locator('.leaves [role="tab"]')
        for (let k = 0; k < (await tabs.count()); k++) {
          const leaf = (await tabs.nth(k).innerText()).trim()
          await tabs.nth(k).evaluate((tab: HTMLElement) => tab.click())
          for (const [width, height] of pairs % 4 === 0 ? LAPTOP_AND_PHONE : PHONE_AND_LAPTOP) {
            await page.setViewportSize({ width, height })
            await madeWhole(page)
            await page.waitForTimeout(60)
            pairs++
            found.push(...(await faultsIn(page, `${width} ${id} ${view} ${leaf}`)))
          }
        }
      }
    expect(found).to.deep.equal([])
    expect(pairs).to.be.above(30 * bases.length)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('a base deeper than wide is drawn, outlined and dipped on Ground', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    await brought(page)
    for (const width of [1280, 1440, 1920, 2560]) {
      await page.setViewportSize({ width, height: 800 })
      await goTo(page, '/build/deep/ground')
      await page.locator('[data-open="deep"]').waitFor()
      const sheet = page
        .locator('.plan-box svg[role="group"], .plan-box .drawing-frame svg')
        .first()
      await sheet.waitFor()
      const box = (await page.locator('.plan-box').boundingBox())!
      const drawn = await page
        .locator('.plan-box .drawing-frame svg')
        .evaluateAll((all) => Math.max(...all.map((e) => e.getBoundingClientRect().width)))
      expect(drawn, `${width} px`).to.be.above(box.width / 3)
    }
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.locator('[data-tool-name="dip"]').click()
    const plan = (await page.locator('.plan-box .drawing-frame svg').first().boundingBox())!
    await page.mouse.click(plan.x + plan.width / 2 + 14, plan.y + plan.height * 0.36)
    await page.getByLabel('Sounding 6 height').waitFor()
    await context.close()
  })
})
