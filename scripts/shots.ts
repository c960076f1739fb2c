import { mkdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { encode } from 'fast-png'
import type { Page } from 'playwright-core'
import { choose, DEMO_ID, openPage, stage } from '../tests/support/browser'

/**
 * npm run shots: one picture of each main view, from the demo build, at a fixed moment; with names,
 * only of those.
 */
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
  await page.waitForFunction(
    () => Number.parseFloat(document.querySelector('text.big')?.textContent ?? '0') > 40
  )
  await page.mouse.up()
  await page.waitForTimeout(1500)
}

/** The base done, the strips of the weir run: their windows and waits on the clocks, the next step begun. */
async function atBench(page: Page): Promise<void> {
  for (const title of ['Batten and seal the base', 'Run the strips on a release sheet']) {
    await page.locator('[data-test="step-title"]').waitFor()
    for (
      let k = 0;
      k < 60 && (await page.locator('[data-test="step-title"]').innerText()) !== title;
      k++
    )
      await page.keyboard.press('ArrowRight')
    await page.locator('[data-test="begin"]').click()
    // what comes before it is still open: once more
    if ((await page.locator('[data-test="done"]').count()) === 0) {
      await page.clock.fastForward(1000)
      await page.locator('[data-test="begin"]').click()
    }
    await page.clock.fastForward(31 * 60_000)
    await page.locator('[data-test="done"]').click()
    await page.waitForTimeout(700)
  }
  await page.clock.fastForward(4 * 60_000)
  await page.locator('[data-test="begin"]').click()
  await page.clock.fastForward(3 * 60_000)
  await page.waitForTimeout(700)
}

/** A picture of the model from above, drawn for the purpose: water between banks, white under the weir. */
function fromAbove(): Buffer {
  const [width, height] = [1260, 900]
  const data = new Uint8Array(3 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width, 1 - y / height]
      const grain =
        9 * Math.sin(x * 0.9 + 7 * Math.sin(y * 0.07)) * Math.sin(y * 0.8 + 5 * Math.sin(x * 0.05))
      const shore = 0.1 + 0.03 * Math.sin(9 * v) + (v > 0.5 ? 0.05 : 0)
      const wet = Math.min(u - shore, 1 - shore - u, v - 0.04, 0.95 - v)
      const foam =
        Math.max(0, 0.5 - Math.abs(v - 0.42) * 5) *
        (0.6 + 0.4 * Math.sin(x * 0.11) * Math.sin(y * 0.13))
      const colour =
        wet < 0
          ? [132, 121, 84]
          : foam > 0.16
            ? [236, 239, 237]
            : [46 + 60 * Math.max(0, 0.05 - wet), 88, 84]
      data.set(
        colour.map((c) => Math.max(0, Math.min(255, c + grain))),
        3 * (y * width + x)
      )
    }
  }
  return Buffer.from(encode({ width, height, data, channels: 3, depth: 8 }))
}
async function onTable(page: Page): Promise<void> {
  await page
    .locator('[data-test="photo-file"] input')
    .setInputFiles({ name: 'From above, Sunday.png', mimeType: 'image/png', buffer: fromAbove() })
  await page.locator('[data-entry="photo"] img').waitFor()
  await page.locator('[data-leaf="table"]').click()
  await page.locator('[data-handle="1"]').waitFor()
  await page.waitForTimeout(500)
}

/** One leaf of Build-up, for one water. */
async function leaf(page: Page, water: string, name: string): Promise<void> {
  await choose(page.locator('[data-test="water-pick"]'), water)
  await page.locator(`[data-leaf="${name}"]`).click()
}

/** The whole model, nearer, as it stands when it is finished. */
async function inTheRound(page: Page): Promise<void> {
  await page.locator('[data-test="round"][data-first-ms]').waitFor()
  await page.locator('[data-test="round-canvas"]').focus()
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp']) await page.keyboard.press(key)
  await page.locator('[data-test="round-canvas"]').blur()
  await page.waitForTimeout(1500)
}

const MOLE = 'demo-mole-at-varnsey'
const GORGE = 'demo-slalom-in-the-hollin-gorge'
const SHOTS: {
  name: string
  path: string
  build?: string
  dark?: boolean
  phone?: boolean
  act?: (page: Page) => Promise<unknown>
}[] = [
  { name: 'builds', path: '' },
  { name: 'ground', path: 'ground' },
  {
    name: 'water',
    path: 'water',
    act: (page) => page.getByRole('button', { name: '↓ Weir' }).click()
  },
  {
    name: 'sea',
    path: 'water',
    build: MOLE,
    act: async (page) => {
      await page.getByRole('button', { name: '∿ Seas' }).click()
      await page.locator('.tray').evaluate((tray) => tray.scrollTo(0, 430))
    }
  },
  {
    name: 'gorge',
    path: 'water',
    build: GORGE,
    act: async (page) => {
      await page.getByRole('button', { name: '⇝ The Staircase' }).click()
      await page.locator('[data-leaf="run"]').click()
      await page.locator('[data-leaf="white"]').click()
    }
  },
  {
    name: 'build-up',
    path: 'build-up',
    act: (page) => choose(page.locator('[data-test="water-pick"]'), 'tailrace')
  },
  {
    name: 'run',
    path: 'run',
    build: GORGE,
    act: async (page) => {
      await page.locator('[data-test="run-picture"]').waitFor()
      const box = (await page.locator('[data-test="ask"]').boundingBox())!
      await page.mouse.click(box.x + box.width * 0.51, box.y + box.height * 0.56)
    }
  },
  {
    name: 'part-dark',
    path: 'build-up',
    build: MOLE,
    dark: true,
    act: (page) => leaf(page, 'seas', 'part')
  },
  {
    name: 'phone-wrong',
    phone: true,
    path: 'build-up',
    act: async (page) => {
      await leaf(page, 'weir', 'wrong')
      await page.locator('[data-trouble="still-white"]').click()
      await page.locator('[data-test="verdict"]').waitFor()
    }
  },
  { name: 'weigh', path: 'weigh/millpond-2-1', act: weighing },
  {
    name: 'shelf',
    path: 'shelf',
    act: async (page) => {
      await page.locator('[data-jar="clear-epoxy-2-1"]').click()
      await page.locator('[data-test="own-bottle"]').click()
      await page.locator('[data-test="fit-pot"]').waitFor()
    }
  },
  { name: 'mix', path: 'mix' },
  { name: 'days', path: 'days', act: (page) => page.locator('[data-test="proof"]').waitFor() },
  { name: 'bench', path: 'bench', act: atBench },
  { name: 'log', path: 'log', act: onTable },
  {
    name: 'prints',
    path: 'prints',
    build: MOLE,
    act: async (page) => {
      await page.locator('[data-template="foam"] .name').click()
      await page.locator('[data-test="template-drawing"] path').first().waitFor()
    }
  },
  { name: 'round', path: 'round', build: GORGE, act: inTheRound },
  { name: 'phone-bench', path: 'bench', phone: true, act: atBench },
  { name: 'phone-mix', path: 'mix', phone: true }
]

const s = await stage()
const wanted = process.argv.slice(2)
for (const { name, path, build = DEMO_ID, dark = false, phone = false, act } of SHOTS.filter(
  (shot) => wanted.length === 0 || wanted.includes(shot.name)
)) {
  const context = await s.profile({
    ...(phone ? { width: 390, height: 844, touch: true } : {}),
    dark
  })
  const page = await openPage(context, s.address)
  await page.locator('.card svg .water').nth(2).waitFor()
  if (path !== '') await page.goto(`${s.address}/build/${build}/${path}`)
  await page
    .locator(path === '' ? '.card svg .water' : '.view > :not(.coming)')
    .first()
    .waitFor()
  await act?.(page)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${folder}${name}.png` })
  console.log(`docs/screenshots/${name}.png`)
  await context.close()
}
await s.close()
