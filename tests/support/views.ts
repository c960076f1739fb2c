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
  shelf: ['stock', 'chips', 'release'],
  prints: ['land', 'plan']
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
      else if (leaf === 'land') await page.locator('[data-test="cut-buy"]').waitFor()
      else if (leaf === 'heat') await page.locator('[data-drawn="true"]').waitFor()
      else await page.waitForTimeout(150)
      await look(`${view}/${leaf}`)
    }
  }
}

/** What is off the side of the screen: the page itself, its controls, and panels that scroll sideways. */
const offTheSide = (page: Page) =>
  page.evaluate(() => {
    const sideways = 'auto scroll'
    const all = [...document.querySelectorAll<HTMLElement>('body *')].filter(
      (e) => e.offsetParent !== null && !e.closest('.unseen')
    )
    const scrolling = all.filter((e) => sideways.includes(getComputedStyle(e).overflowX))
    return {
      page: document.documentElement.scrollWidth - innerWidth,
      controls: all
        .filter((e) => e.matches('button, a, input, select, textarea, h1, h2, h3'))
        .filter((e) => !scrolling.some((around) => around.contains(e)))
        .filter((e) => e.getBoundingClientRect().right > innerWidth + 1)
        .map((e) => e.outerHTML.slice(0, 90)),
      // words of a drawing end within it, and what is read within its panel
      words: [
        ...[...document.querySelectorAll<SVGTextElement>('.panel svg text')].filter((text) => {
          const sheet = text.ownerSVGElement!
          const [box, edge] = [text.getBoundingClientRect(), sheet.getBoundingClientRect()]
          const cut = box.right > edge.right + 1 || box.left < edge.left - 1
          return box.width > 0 && cut && getComputedStyle(sheet).overflowX !== 'visible'
        }),
        ...all.filter((e) => {
          const panel = e.matches('th, td, dt, dd, p') && e.closest('.panel')
          if (!panel || scrolling.some((around) => around.contains(e))) return false
          return e.getBoundingClientRect().right > panel.getBoundingClientRect().right + 1
        })
      ].map((e) => e.textContent?.trim().slice(0, 60)),
      // tabs alone may be pushed along under the thumb
      panels: scrolling
        .filter((e) => !e.classList.contains('leaves') && e.scrollWidth > e.clientWidth + 2)
        .map((e) => e.outerHTML.slice(0, 90))
    }
  })
export const NOTHING = { page: 0, controls: [], words: [], panels: [], over: [] }

/** Words that lie over each other, in a drawing or out of one: each pair, and where. */
const overEachOther = (page: Page) =>
  page.evaluate(() => {
    const words: { e: Element; text: string; box: [number, number, number, number] }[] = []
    // what stands over the page covers it
    const over = [...document.querySelectorAll('[aria-modal="true"]')].filter((e) =>
      e.checkVisibility()
    )
    const walker = document.createTreeWalker(over.pop() ?? document.body, NodeFilter.SHOW_TEXT)
    while (walker.nextNode()) {
      const e = walker.currentNode.parentElement
      const text = walker.currentNode.textContent!.trim()
      if (!text || !e?.checkVisibility() || e.closest('.unseen, script, style, .el-popper'))
        continue
      const range = document.createRange()
      range.selectNodeContents(walker.currentNode)
      for (const r of range.getClientRects()) {
        // letters take up the middle of their line
        const box: (typeof words)[number]['box'] = [
          r.left,
          r.top + 0.2 * r.height,
          r.right,
          r.bottom - 0.2 * r.height
        ]
        for (let around = e; around !== document.body; around = around.parentElement!) {
          const { overflowX, overflowY } = getComputedStyle(around)
          if (overflowX === 'visible' && overflowY === 'visible') continue
          const edge = around.getBoundingClientRect()
          box[0] = Math.max(box[0], edge.left)
          box[1] = Math.max(box[1], edge.top)
          box[2] = Math.min(box[2], edge.right)
          box[3] = Math.min(box[3], edge.bottom)
        }
        if (box[2] - box[0] > 2 && box[3] - box[1] > 2)
          words.push({ e, text: text.slice(0, 40), box })
      }
    }
    return words.flatMap((a, i) =>
      words.slice(i + 1).flatMap((b) => {
        const one = a.e === b.e || (a.e.closest('text') ?? a.e) === b.e.closest('text')
        const wide = Math.min(a.box[2], b.box[2]) - Math.max(a.box[0], b.box[0])
        const high = Math.min(a.box[3], b.box[3]) - Math.max(a.box[1], b.box[1])
        return !one && wide > 2 && high > 3 ? [`${a.text} × ${b.text}, ${a.box.join(' ')}`] : []
      })
    )
  })

/** What cannot be read or reached: off the side, cut off, or with other words over it. */
export const lost = async (page: Page) => ({
  ...(await offTheSide(page)),
  over: await overEachOther(page)
})

/** What is still said in metric units: words, and what only a reader by ear is told. */
const METRIC = String.raw`\d[\s\u202f]?(mm|cm|ml|g|kg|km|m|cm²|mm²|mm³|cm³|m/s|m³/s|°C)(?![\w²³/.])|(^|[\s(])(mm|ml|°C|cm²|cm³)(?![\w²³/])`

/** Every line that says a metric quantity, in what is seen, heard, and opens behind a figure. */
export const metricLeft = (page: Page): Promise<string[]> =>
  page.evaluate(async (pattern) => {
    const metric = new RegExp(pattern)
    const texts: string[] = []
    for (const figure of [null, ...document.querySelectorAll<HTMLElement>('.how')]) {
      figure?.click()
      for (let i = 0; figure && i < 40 && !document.querySelector('.card[role="dialog"]'); i++)
        await new Promise((next) => setTimeout(next, 5))
      const root = figure ? '.card[role="dialog"] *' : 'main *, footer *, [role="dialog"] *'
      for (const el of document.querySelectorAll<HTMLElement>(root)) {
        for (const name of ['aria-label', 'title', 'placeholder', 'aria-valuetext'])
          if (metric.test(el.getAttribute(name) ?? ''))
            texts.push(`${name}: ${el.getAttribute(name)}`)
        // a number and its unit may stand in two pieces: whole lines are read
        const own = [...el.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim() !== '')
        const text = (el.textContent ?? '').replace(/\s+/g, ' ').trim()
        if (own && text.length < 400 && metric.test(text)) texts.push(text)
      }
      figure?.click()
    }
    return [...new Set(texts)]
  }, METRIC)

/** Run before the app: whoever comes for the first time reads inches. */
export const inInches = `if (!localStorage.getItem('tall-spindle:settings'))
  localStorage.setItem('tall-spindle:settings', '{"units":"inch"}')`

/** What is lost once all has its size: a table measures itself a frame later, on a busy machine later still. */
export async function lostAtRest(page: Page): ReturnType<typeof lost> {
  let off = await lost(page)
  for (let i = 0; i < 50 && JSON.stringify(off) !== JSON.stringify(NOTHING); i++) {
    await page.evaluate(() => new Promise((done) => setTimeout(done, 60)))
    off = await lost(page)
  }
  return off
}
