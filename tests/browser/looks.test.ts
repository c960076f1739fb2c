import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { axeSource, complaints, DEMO_ID, openPage, stage, type Stage } from '../support/browser'

const VIEWS = [
  'ground',
  'water',
  'run',
  'build-up',
  'mix',
  'weigh/millpond-1-1',
  'days',
  'bench',
  'log',
  'shelf',
  'prints'
]
/**
 * What lies behind a leaf of a view, of one water: seen by everyone who looks for it, so looked at
 * here too.
 */
const LEAVES: Record<string, string[]> = {
  'build-up': [
    'heat',
    'dam',
    'colour',
    'ways',
    'white',
    'weir:wrong',
    'weir:coats',
    'race:minutes',
    'wheel:part',
    'race:ways'
  ],
  days: ['hours', 'what', 'jobs'],
  log: ['account', 'table'],
  shelf: ['stock', 'chips', 'release']
}

async function axe(page: Page): Promise<string[]> {
  await page.evaluate(axeSource())
  return page.evaluate(async () => {
    const run = (
      window as unknown as {
        axe: {
          run: (o: object) => Promise<{
            violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[]
          }>
        }
      }
    ).axe.run
    const { violations } = await run({
      runOnly: [
        'color-contrast',
        'button-name',
        'label',
        'select-name',
        'image-alt',
        'aria-valid-attr-value',
        'duplicate-id-aria',
        'link-name'
      ]
    })
    return violations.flatMap((v) =>
      v.nodes.map(
        (n) => `${v.id}: ${n.html.slice(0, 140)} ${n.failureSummary?.slice(0, 200) ?? ''}`
      )
    )
  })
}

describe('Every view', function () {
  this.timeout(300_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  for (const dark of [false, true]) {
    it(`can be read ${dark ? 'in the dark' : 'in the light'}: contrast of 4.5 : 1 and a name on every control (axe-core)`, async () => {
      const context = await s.profile({ dark })
      const page = await openPage(context, s.address)
      const said = complaints(page)
      await page.locator('.card .title').first().waitFor()
      const found = (await axe(page)).map((f) => `builds ${f}`)
      for (const view of VIEWS) {
        await page.goto(`${s.address}/build/${DEMO_ID}/${view}`)
        await page.locator('[data-test="waterline"]').waitFor()
        await page.waitForTimeout(150)
        found.push(...(await axe(page)).map((f) => `${view} ${f}`))
        // one half of them in the light, the other in the dark: each look costs seconds
        for (const leaf of (LEAVES[view] ?? []).filter((_, i) => (i % 2 === 1) === dark)) {
          const [name, water] = leaf.split(':').reverse()
          if (water) await page.locator('[data-test="water-pick"]').selectOption(water)
          await page.locator(`[data-leaf="${name}"]`).click()
          if (name === 'wrong') await page.locator('[data-trouble="still-white"]').click()
          if (name === 'wrong') await page.locator('[data-test="take-repair"]').waitFor()
          if (name === 'ways') await page.locator('[data-test="ways"] table').waitFor()
          else if (leaf === 'heat') await page.locator('[data-drawn="true"]').waitFor()
          else await page.waitForTimeout(200)
          found.push(...(await axe(page)).map((f) => `${view}/${leaf} ${f}`))
        }
      }
      expect(found).to.deep.equal([])
      expect(said).to.deep.equal([])
      await context.close()
    })
  }

  it('fits 1280 × 800 and 1024 × 768: nothing runs off the side and no button cuts its words', async () => {
    for (const [width, height] of [
      [1280, 800],
      [1024, 768]
    ]) {
      const context = await s.profile({ width, height })
      const page = await openPage(context, s.address)
      for (const view of [
        '',
        ...VIEWS.map((v) => `build/${DEMO_ID}/${v}`),
        `build/${demo('3-slalom-in-the-hollin-gorge').id}/run`
      ]) {
        await page.goto(`${s.address}/${view}`)
        await page.waitForTimeout(350)
        const off = await page.evaluate(() => {
          const cut = [...document.querySelectorAll<HTMLElement>('button, h1, h2, h3, th')].filter(
            (e) =>
              e.offsetParent &&
              e.scrollWidth > e.clientWidth + 1 &&
              getComputedStyle(e).display !== 'inline'
          )
          const outside = [
            ...document.querySelectorAll<HTMLElement>('button, input, select')
          ].filter((e) => e.offsetParent && e.getBoundingClientRect().right > innerWidth + 1)
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
              e.offsetParent &&
              e.getBoundingClientRect().right > panel.getBoundingClientRect().right + 1
            )
          })
          return {
            page: document.documentElement.scrollWidth - innerWidth,
            cut: cut.map((e) => e.innerText),
            outside: [...outside, ...runsOut].map((e) => e.outerHTML.slice(0, 80))
          }
        })
        expect(off, `${view} at ${width}`).to.deep.equal({ page: 0, cut: [], outside: [] })
      }
      await context.close()
    }
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
      ['water', '[data-test="pours"] .how', /4\.5 mm, warms to 28 °C[\s\S]*2 instead[\s\S]*Kamal/],
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
      await page.goto(`${s.address}/build/${DEMO_ID}/${view}`)
      await page.locator(figure).first().click()
      const card = page.locator('.card:popover-open')
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
