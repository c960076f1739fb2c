import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { readBuild } from '../../core/build/file/buildFile'
import { judge } from '../../core/judge/judge'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { finished, planner } from '../../core/plan/derivePlan'
import type { Build } from '../../core/build/types'
import {
  choose,
  complaints,
  downloaded,
  goTo,
  NOW,
  settled,
  stage,
  type Stage
} from '../support/browser'

const MINUTE = 60_000
/** No step of these builds is done sooner. */
const WORK_MIN = 9

/** Whole jobs on a base that is deeper than wide, as a newcomer leads them: by mouse and keys, and by finger. */
describe('From New build to the last step', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage('none')
  })
  after(() => s.close())

  const SCREENS = {
    'a laptop': { width: 1280, height: 800, touch: false },
    'a phone': { width: 390, height: 844, touch: true }
  }

  /** The build as its file has it. */
  async function exported(page: Page): Promise<Build> {
    const path = new URL(page.url()).pathname
    await goTo(page, path.replace(/[^/]*$/, 'prints'))
    const { text } = await downloaded(page, () => page.locator('[data-test="json"]').click())
    const read = readBuild(text)
    if (!read.ok) throw new Error(JSON.stringify(read.faults))
    await goTo(page, path)
    return read.value
  }

  for (const [screen, { width, height, touch }] of Object.entries(SCREENS))
    it(`400 × 600 with a pond and a fall on ${screen}: ground laid in three orders, work left out, a bottle of one’s own, the bench to its end; what is wrong is said`, async () => {
      const context = await s.profile({ width, height, touch })
      const page = await context.newPage()
      page.setDefaultTimeout(60_000)
      const said = complaints(page)
      await page.clock.install({ time: NOW })
      await page.goto(s.address)
      const press = (where: string, timeout = 60_000) =>
        touch
          ? page.locator(where).first().tap({ timeout })
          : page.locator(where).first().click({ timeout })
      await press('[data-test="new-build"]')
      // nothing is made while a size cannot be
      await page.locator('[data-test="new-name"]').fill('Quern Beck')
      const [wide, deep] = ['Base, left to right', 'Base, front to back'].map((l) =>
        page.getByLabel(l)
      )
      await wide.fill('4')
      await page.getByText(/“4” won't do/).waitFor()
      await wide.fill('400')
      await deep.fill('600')
      await press('[data-waters="pool-fall"]')
      await page.locator('[data-test="new-foretold"] figcaption', { hasText: 'finished' }).waitFor()
      await press('[data-test="new-make"]')
      await page.waitForURL('**/ground')
      await settled(page)
      const at = new URL(page.url()).pathname.replace(/[^/]*$/, '')
      // its plan has its pane, upright as the base is
      const plan = (await page.locator('.plan').first().boundingBox())!
      expect(plan.height).to.be.above(200)
      expect(plan.width).to.be.above(150)

      // a level that is no number is refused, and nothing of it is kept
      await goTo(page, `${at}water`)
      const level = page.locator('[data-test="heights"]').getByLabel('Level')
      const was = await level.inputValue()
      await level.fill('high')
      await page.getByText(/“high” won't do/).waitFor()
      await level.fill(was)
      await settled(page)

      // ground in three orders
      await goTo(page, `${at}build-up?leaf=lays`)
      await settled(page)
      const ground = page.locator('[data-test="lays"]').filter({
        has: page.locator('[data-lay^="ground/"]')
      })
      const order = () =>
        ground
          .locator('[data-lay]')
          .evaluateAll((all) => all.map((e) => (e as HTMLElement).dataset.lay!))
      const orders: string[] = []
      for (const lay of ['ground/texture', 'ground/wash', 'ground/seal']) {
        const down = ground.locator(`[data-lay="${lay}"] .nudge`).nth(1)
        await down.scrollIntoViewIfNeeded()
        await (touch ? down.tap() : down.click())
        const take = page.locator('[data-test="take"]')
        await take.first().waitFor()
        await (touch ? take.first().tap() : take.first().click())
        await page.locator('[data-test="wanted"]').waitFor({ state: 'detached' })
        await settled(page)
        orders.push((await order()).join())
      }
      expect(new Set(orders).size).to.equal(3)

      // the rim of sheen is left out, a bottle of one's own is poured
      await goTo(page, `${at}shelf`)
      await press('[data-jar="clear-epoxy-2-1"]')
      await press('[data-test="own-bottle"]')
      await page.locator('[data-test="fit-pot"]').waitFor()
      await page.locator('[data-test="pot-life"] input').fill('55')
      await page.locator('.jar.own').first().waitFor()
      await goTo(page, `${at}build-up`)
      await settled(page)
      await choose(page.locator('[data-test="resin"]'), '=My clear epoxy, 2:1')
      await settled(page)
      await goTo(page, `${at}days`)
      await settled(page)
      const gloss = page.locator('.what .open', { hasText: 'Gloss back' }).first()
      await gloss.scrollIntoViewIfNeeded()
      await (touch ? gloss.tap() : gloss.click())
      await press('[data-test="leave-out"]')
      await press('[data-test="leave-out-yes"]')
      await settled(page)
      await page.locator('[data-test="aside"] li', { hasText: 'Gloss' }).waitFor()

      const build = await exported(page)
      const read = finished(planner()(build, shelfOf([...BUILT_IN, ...(build.bottles ?? [])])))
      expect(judge(build, read)).to.deep.equal([])
      expect(read.amounts.shopping.map((l) => l.material))
        .to.include(build.bottles![0].id)
        .and.not.include('gloss')

      // the bench, step by step, look by look, to its end
      await goTo(page, `${at}bench`)
      await page.locator('[data-test="step-title"]').waitFor()
      const steps = read.steps.steps.length
      const done: string[] = []
      for (let k = 0; k < 4 * steps; k++) {
        // a phone has no room for the line of waters there
        await (touch ? page.waitForTimeout(300) : settled(page))
        await page.clock.fastForward(1500)
        const here = await page.evaluate(() => ({
          over: [...document.querySelectorAll('h1')].some((h) => h.textContent === 'All is done'),
          look: document.querySelector('[data-test="look"] h1')?.textContent ?? '',
          title: document.querySelector('[data-test="step-title"]')?.textContent ?? '',
          begun: document.querySelector('[data-test="done"]') !== null
        }))
        if (here.over) break
        if (here.look) {
          await press('[data-test="look-yes"]')
          await page.waitForFunction(
            (look) => document.querySelector('[data-test="look"] h1')?.textContent !== look,
            here.look
          )
          continue
        }
        if (here.begun) {
          await page.clock.fastForward(WORK_MIN * MINUTE)
          await press('[data-test="done"]')
          await page.waitForFunction(() => !document.querySelector('[data-test="done"]'))
          done.push(here.title)
          await page.clock.fastForward(8 * 60 * MINUTE)
          continue
        }
        // a look that has come due since takes the place of Begin: the screen is read anew
        const begun = await press('[data-test="begin"]', 4_000).then(
          () => true,
          () => false
        )
        if (begun) await page.locator('[data-test="done"], [data-test="look"]').first().waitFor()
      }
      await page.getByRole('heading', { name: 'All is done' }).waitFor()
      expect(done).to.have.length(steps)
      expect(done.join()).to.not.match(/Gloss back/)
      const after = await exported(page)
      expect(after.log.entries.filter((e) => e.kind === 'step')).to.have.length(steps)
      expect(said).to.deep.equal([])
      await context.close()
    })
})
