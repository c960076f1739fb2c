import type { Page } from 'playwright-core'
import { choose, DEMO_ID, VIEWS } from './browser'

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

/** Goes to a view as its reader does: by a link where one leads there, so that the page is loaded once. */
async function goTo(page: Page, address: string, view: string): Promise<void> {
  const path = `/build/${DEMO_ID}/${view}`
  const link = page.locator(`a[href="${path}"]`).first()
  if (await link.count()) await link.click()
  else await page.goto(`${address}${path}`)
  await page.waitForURL(`**${path}*`)
  await page.locator('[data-test="waterline"]').waitFor()
}

/**
 * Every view of a build, and what lies behind each of its leaves, one after another.
 *
 * @param look  what to do there; told the view and its leaf
 */
export async function everyView(
  page: Page,
  address: string,
  look: (where: string) => Promise<void>
): Promise<void> {
  for (const view of VIEWS) {
    await goTo(page, address, view)
    await page.waitForTimeout(150)
    await look(view)
    for (const leaf of LEAVES[view] ?? []) {
      const [name, water] = leaf.split(':').reverse()
      if (water) await choose(page.locator('[data-test="water-pick"]'), water)
      await page.locator(`[data-leaf="${name}"]`).click()
      if (name === 'wrong') await page.locator('[data-trouble="still-white"]').click()
      if (name === 'wrong') await page.locator('[data-test="take-repair"]').waitFor()
      if (name === 'ways') await page.locator('[data-test="ways"] table').waitFor()
      else if (leaf === 'heat') await page.locator('[data-drawn="true"]').waitFor()
      else await page.waitForTimeout(150)
      await look(`${view}/${leaf}`)
    }
  }
}
