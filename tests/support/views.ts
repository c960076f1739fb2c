import type { Page } from 'playwright-core'
import { choose, DEMO_ID, goTo, madeWhole, VIEWS } from './browser'

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
  log: ['account', 'table', 'earlier'],
  shelf: ['stock', 'chips', 'release']
}

/**
 * Every view of a build, and what lies behind each of its leaves, one after another.
 *
 * @param look  what to do there; told the view and its leaf
 */
export async function everyView(page: Page, look: (where: string) => Promise<void>): Promise<void> {
  for (const view of VIEWS) {
    await goTo(page, `/build/${DEMO_ID}/${view}`)
    await page.locator('[data-test="waterline"], [data-test="bench"]').first().waitFor()
    await madeWhole(page)
    await page.waitForTimeout(150)
    await look(view)
    for (const leaf of LEAVES[view] ?? []) {
      const [name, water] = leaf.split(':').reverse()
      if (water) await choose(page.locator('[data-test="water-pick"]'), water)
      await page.locator(`[data-leaf="${name}"]`).click()
      if (name === 'wrong') await page.locator('[data-trouble="still-white"]').click()
      if (name === 'wrong') await page.locator('[data-test="take-repair"]').waitFor()
      if (name === 'ways')
        await page.locator('[data-test="ways"] :is(table, .one)').first().waitFor()
      else if (leaf === 'heat') await page.locator('[data-drawn="true"]').waitFor()
      else await page.waitForTimeout(150)
      await look(`${view}/${leaf}`)
    }
  }
}
