import { expect } from 'chai'
import type { BrowserContext, Page } from 'playwright-core'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { everyView, lostAtRest } from '../support/views'
import {
  axe,
  complaints,
  DEMO_ID,
  goTo,
  madeWhole,
  openPage,
  settled,
  stage,
  VIEWS,
  type Stage
} from '../support/browser'

/** The dark as the app itself puts it on. */
const night = (page: Page, on: boolean) =>
  page.evaluate((dark) => document.documentElement.classList.toggle('dark', dark), on)

/**
 * How many kB came over the wire since it was last asked: pressed as they are sent. The planner comes
 * with whichever view is opened first, and is none of its own; neither is the library of charts.
 */
function bytesSent(context: BrowserContext): () => number {
  let bytes = 0
  context.on('response', (response) => {
    if (/plan\.worker|plotly/.test(response.url())) return
    void response.headerValue('content-length').then(async (length) => {
      bytes += length ? Number(length) : (await response.request().sizes()).responseBodySize
    })
  })
  return () => {
    const since = bytes / 1000
    bytes = 0
    return since
  }
}

/** The panel of a leaf that is chosen. */
const PANEL = '[role="tabpanel"]'

/** Words that are cut in a button or a heading; controls that end outside of the screen or of their panel. */
const off = (page: Page) =>
  page.evaluate(() => {
    const cut = [...document.querySelectorAll<HTMLElement>('button, h1, h2, h3, th')].filter(
      (e) =>
        e.offsetParent &&
        !e.classList.contains('unseen') &&
        e.scrollWidth > e.clientWidth + 1 &&
        getComputedStyle(e).display !== 'inline'
    )
    const outside = [...document.querySelectorAll<HTMLElement>('button, input, select')].filter(
      (e) => e.offsetParent && e.getBoundingClientRect().right > innerWidth + 1
    )
    // nor does anything run out of its panel, but what can be scrolled there
    const runsOut = [
      ...document.querySelectorAll<HTMLElement>(
        '.panel button, .panel label, .panel .legend, .panel .figure, .panel h2, .panel h3'
      )
    ].filter((e) => {
      const panel = e.closest('.panel')!
      for (let up = e.parentElement; up && up !== panel; up = up.parentElement)
        if (/auto|scroll/.test(getComputedStyle(up).overflowX)) return false
      return (
        e.offsetParent && e.getBoundingClientRect().right > panel.getBoundingClientRect().right + 1
      )
    })
    return {
      cut: cut.map((e) => e.innerText),
      outside: [...outside, ...runsOut].map((e) => e.outerHTML.slice(0, 80))
    }
  })

describe('Every view', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  it('can be read by light and in the dark (axe-core), fits 1280 and 1024 px, cuts no word, and asks no other place', async () => {
    const context = await s.profile()
    const asked = new Set<string>()
    context.on('request', (request) => asked.add(new URL(request.url()).origin))
    const page = await openPage(context, s.address)
    const said = complaints(page)
    const found: string[] = []
    const look = async (where: string) => {
      // what stands round a leaf was looked at with its view
      const within = where.includes('/') && !where.startsWith('weigh') ? PANEL : undefined
      found.push(...(await axe(page, { within })).map((f) => `${where} ${f}`))
      await night(page, true)
      const dark = await axe(page, { only: 'color-contrast', within })
      found.push(...dark.map((f) => `${where}, dark: ${f}`))
      await night(page, false)
      for (const [width, height] of [
        [1024, 768],
        [1280, 800]
      ]) {
        await page.setViewportSize({ width, height })
        await page.waitForTimeout(100)
        const all = Object.entries({ ...(await off(page)), ...(await lostAtRest(page)) })
        for (const [kind, of] of all)
          if (String(of || '')) found.push(`${where} at ${width}: ${kind} ${String(of)}`)
      }
    }
    await page.locator('.card .title').first().waitFor()
    await look('builds')
    await everyView(page, look)
    expect(found, found.join('\n')).to.deep.equal([])
    expect(said).to.deep.equal([])
    // pages, workers, fonts, pictures: all from where the app came from (a blob has its origin too)
    expect([...asked]).to.deep.equal([new URL(s.address).origin])
    await context.close()
  })

  it('Builds comes in 350 kB, each view after it in 120 more', async () => {
    const context = await s.profile()
    const sent = bytesSent(context)
    const page = await openPage(context, s.address)
    for (const view of [
      '',
      ...VIEWS.map((v) => `build/${DEMO_ID}/${v}`),
      `build/${demo('3-slalom-in-the-hollin-gorge').id}/run`
    ]) {
      await goTo(page, `/${view}`)
      await page.locator('.view, .builds').waitFor()
      if (view) await settled(page)
      await page.waitForTimeout(300)
      const kB = sent()
      expect(kB, `kB of ${view || 'Builds'}`).to.be.below(view ? 120 : 350)
      if (view) await madeWhole(page)
    }
    await context.close()
  })

  it('tabs are one stop of the keyboard: arrows and End choose among them, and the chosen one names its panel', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/days`)
    await page.locator('[data-test="waterline"]').waitFor()
    const tabs = page.locator('[role="tablist"] [role="tab"]')
    const chosen = () => page.locator('[role="tab"][aria-selected="true"]').first()
    const named = async () => (await chosen().textContent())!.trim()
    const first = await named()
    expect(await tabs.evaluateAll((all) => all.filter((t) => t.tabIndex === 0).length)).to.equal(1)
    await chosen().focus()
    await page.keyboard.press('ArrowRight')
    expect(await named()).not.to.equal(first)
    expect(
      await page.evaluate(() => document.activeElement?.getAttribute('aria-selected'))
    ).to.equal('true')
    await page.keyboard.press('End')
    expect(await named()).to.equal((await tabs.last().textContent())!.trim())
    const panel = await chosen().getAttribute('aria-controls')
    expect(await page.locator(`#${panel}`).getAttribute('role')).to.equal('tabpanel')
    expect(await page.locator(`#${panel}`).getAttribute('aria-labelledby')).to.equal(
      await chosen().getAttribute('id')
    )
    await page.keyboard.press('ArrowRight')
    expect(await named()).to.equal(first)
    await context.close()
  })

  it('answers to keys: ? lists them, Alt and a number goes to a place, arrows move the level', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`)
    await page.locator('[data-test="waterline"]').waitFor()
    await page.keyboard.press('?')
    await page.getByText('Undo (on a Mac').waitFor()
    await page.keyboard.press('Escape')
    await page.getByText('Undo (on a Mac').waitFor({ state: 'hidden' })
    await page.keyboard.press('Alt+3')
    // Ground draws the same section without handles: wait for the one that can be held
    await page.locator('[data-level-of="tailrace"].on').focus()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('PageDown')
    await page.waitForFunction(
      () =>
        document.querySelector('[data-level-of="tailrace"]')?.getAttribute('aria-valuenow') ===
        '14.5'
    )
    await page.keyboard.press('Alt+1')
    await page.getByRole('heading', { name: 'Builds' }).waitFor()
    await context.close()
  })

  it('every key figure says where it comes from: formula, inputs, source', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/water`)
    const plan = derivePlan(demo())
    const asked: [string, string, RegExp][] = [
      ['water', '[data-test="volume"] .how', /truncated prisms[\s\S]*likeliest bed/],
      [
        'water',
        '[data-test="pours"] .how',
        /4\.5 mm, warms to \d+–\d+ °C[\s\S]*2 instead[\s\S]*Kamal/
      ],
      ['mix', '.group .figure .how', /2\.327 : 1, from 2 : 1 by volume/],
      [
        'days',
        '[data-test="days"] .how',
        new RegExp(
          `${Number((plan.days.handsMin / 60).toFixed(1))} h in ${plan.days.sittings} sittings`
        )
      ]
    ]
    for (const [view, figure, says] of asked) {
      await goTo(page, `/build/${DEMO_ID}/${view}`)
      await page.locator(figure).first().click()
      const card = page.locator('.card[role="dialog"]')
      await card.waitFor()
      expect(await card.innerText()).to.match(says)
      const box = (await card.boundingBox())!
      expect(
        box.x >= 0 && box.y >= 0 && box.x + box.width <= 1280 && box.y + box.height <= 800
      ).to.equal(true)
    }
    await context.close()
  })

  it('a build that is not there says so; any other address leads to Builds', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/nothing/ground`)
    await page.getByText('That build is not in this browser').waitFor()
    await page.goto(`${s.address}/no/such/place`)
    await page.getByRole('heading', { name: 'Builds' }).waitFor()
    await context.close()
  })

  it('is served with a policy that runs no inline script, sniffs no types and stands in no frame', async () => {
    const response = await fetch(s.address)
    const policy = response.headers.get('content-security-policy')!
    expect(policy).to.include("script-src 'self'")
    expect(policy).to.include("frame-ancestors 'none'")
    expect(policy).to.not.include('unsafe')
    expect(response.headers.get('x-content-type-options')).to.equal('nosniff')
    expect(response.headers.get('x-powered-by')).to.equal(null)
    expect((await fetch(`${s.address}/assets/nothing.js`)).status).to.equal(404)
    expect((await fetch(`${s.address}/..%2fpackage.json`)).status).to.be.oneOf([400, 403, 404])
    expect((await fetch(s.address, { method: 'POST' })).status).to.equal(404)
  })
})
