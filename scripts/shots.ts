import { mkdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import { DEMO_ID, openPage, stage } from '../tests/support/browser'

/** npm run shots: one picture of each main view, from the demo build, at a fixed moment. */
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
mkdirSync(folder, { recursive: true })

/** At the scale with part A on its way. */
async function weighing(page: Page): Promise<void> {
  await page.locator('[data-test="connect"]').click()
  await page.locator('[data-test="cup-on"]').click()
  await page.waitForTimeout(1200)
  await page.locator('[data-test="tare"]').click()
  await page.locator('.togo').getByText('to go').waitFor()
  await page.locator('[data-test="jug"]').hover()
  await page.mouse.down()
  await page.waitForFunction(() => Number.parseFloat(document.querySelector('text.big')?.textContent ?? '0') > 40)
  await page.mouse.up()
  await page.waitForTimeout(1500)
}

/** One leaf of Build-up, for one water. */
async function leaf(page: Page, water: string, name: string): Promise<void> {
  await page.locator('[data-test="water-pick"]').selectOption(water)
  await page.locator(`[data-leaf="${name}"]`).click()
}

const MOLE = 'demo-mole-at-varnsey'
const GORGE = 'demo-slalom-in-the-hollin-gorge'
const SHOTS: { name: string; path: string; build?: string; dark?: boolean; width?: number; height?: number; act?: (page: Page) => Promise<unknown> }[] = [
  { name: 'builds', path: '' },
  { name: 'ground', path: 'ground' },
  { name: 'water', path: 'water', act: (page) => page.getByRole('button', { name: '↓ Weir' }).click() },
  { name: 'sea', path: 'water', build: MOLE, act: async (page) => { await page.getByRole('button', { name: '∿ Seas' }).click(); await page.locator('.tray').evaluate((tray) => tray.scrollTo(0, 430)) } },
  { name: 'gorge', path: 'water', build: GORGE, act: async (page) => { await page.getByRole('button', { name: '⇝ The Staircase' }).click(); await page.locator('[data-leaf="run"]').click(); await page.locator('[data-leaf="white"]').click() } },
  { name: 'build-up', path: 'build-up', act: (page) => page.locator('[data-test="water-pick"]').selectOption('tailrace') },
  { name: 'heat', path: 'build-up', act: async (page) => { await page.locator('[data-leaf="heat"]').click(); await page.locator('[data-drawn="true"]').waitFor() } },
  { name: 'colour', path: 'build-up', act: (page) => page.locator('[data-leaf="colour"]').click() },
  { name: 'dam', path: 'build-up', act: async (page) => { await page.locator('[data-test="dam"] select').selectOption('tape-and-glue'); await page.locator('[data-leaf="dam"]').click() } },
  { name: 'coats', path: 'build-up', build: GORGE, act: (page) => leaf(page, 'rapid', 'coats') },
  { name: 'part-dark', path: 'build-up', build: MOLE, dark: true, act: (page) => leaf(page, 'seas', 'part') },
  { name: 'ways', path: 'build-up', build: MOLE, act: async (page) => { await leaf(page, 'seas', 'ways'); await page.locator('[data-test="ways"] table').waitFor() } },
  { name: 'white', path: 'build-up', build: GORGE, act: async (page) => { await leaf(page, 'rapid', 'white'); await page.locator('[data-share="rapid"] input').fill('80'); await page.locator('[data-finding="too-white:rapid"]').waitFor() } },
  { name: 'wrong', path: 'build-up', act: async (page) => { await leaf(page, 'weir', 'wrong'); await page.locator('[data-trouble="still-white"]').click(); await page.locator('[data-test="verdict"]').waitFor() } },
  { name: 'weigh', path: 'weigh/millpond-2-1', act: weighing },
  { name: 'shelf', path: 'shelf', act: async (page) => { await page.locator('[data-jar="clear-epoxy-2-1"]').click(); await page.locator('[data-test="own-bottle"]').click(); await page.locator('[data-test="fit-pot"]').waitFor() } },
  { name: 'mix', path: 'mix' },
  { name: 'days', path: 'days' },
  { name: 'prints', path: 'prints', build: MOLE, act: async (page) => { await page.locator('[data-template="foam"] .name').click(); await page.locator('[data-test="template-drawing"] path').first().waitFor() } }
]

const s = await stage()
for (const { name, path, build = DEMO_ID, dark = false, width = 1280, height = 800, act } of SHOTS) {
  const context = await s.profile({ width, height, dark })
  const page = await openPage(context, s.address)
  await page.locator('.card svg .water').nth(2).waitFor()
  if (path !== '') await page.goto(`${s.address}/build/${build}/${path}`)
  await page.locator(path === '' ? '.card svg .water' : '[data-test="waterline"]').first().waitFor()
  await act?.(page)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${folder}${name}.png` })
  console.log(`docs/screenshots/${name}.png`)
  await context.close()
}
await s.close()
