import {
  chromium,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page
} from 'playwright-core'
import type { Server } from 'node:http'
import { copyFileSync, existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createServer } from '../../server/server'

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url))
export const DEMO_ID = 'demo-weir-at-cobbets-race'
/** Every view of the first demo build. */
export const VIEWS = [
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
/** The moment at which every browser test, and every screenshot, takes place. */
export const NOW = new Date('2026-11-24T18:20:00Z')

export const CHROMIUM = [
  process.env.CHROMIUM_PATH,
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser'
].find((p) => p && existsSync(p))
export const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  // a page lives for seconds here: compilers and collectors beside it cost more than they save
  '--js-flags=--single-threaded --min-semi-space-size=32'
]

/** The app as it is served, and a real browser to use it with. */
export interface Stage {
  address: string
  browser: Browser
  /**
   * A fresh profile: nothing stored. The keeper of the app for a shed without a network starts only
   * where that is tried (`offline`): it compiles all there is.
   */
  profile: (options?: {
    width?: number
    height?: number
    dark?: boolean
    offline?: boolean
    /** Whoever uses it has not asked for less motion: where things move is tried, too. */
    motion?: boolean
    /** A phone: fingers in place of a pointer. */
    touch?: boolean
    /** The first walk has been walked, unless it is tried. */
    walked?: boolean
    zone?: string
  }) => Promise<BrowserContext>
  close: () => Promise<void>
}

/**
 * @param demos which demo builds the server offers: all, the first alone, or none
 * @param house a name by which the server goes in the house network, over plain http
 */
export async function stage(
  demos: 'all' | 'first' | 'none' = 'all',
  { house = '', textPx = 16 }: { house?: string; textPx?: number } = {}
): Promise<Stage> {
  let port = 0
  const app = createServer({
    dist: folder('../../dist'),
    demo: demos === 'none' ? undefined : demos === 'all' ? folder('../../demo') : onlyFirst(),
    addresses: () => (house ? [`http://${house}:${port}/`] : [])
  })
  const server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, '127.0.0.1', () => resolve(listening))
  })
  const address = server.address()
  if (address === null || typeof address === 'string') throw new Error('the server has no port')
  port = address.port
  const named = house ? [`--host-resolver-rules=MAP ${house} 127.0.0.1`] : []
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: [...FLAGS, ...named, `--blink-settings=defaultFontSize=${textPx}`]
  })
  return {
    address: `http://127.0.0.1:${address.port}`,
    browser,
    profile: async ({
      width = 1280,
      height = 800,
      dark = false,
      offline = false,
      motion = false,
      touch = false,
      walked = true,
      zone = 'Europe/Lisbon'
    } = {}) => {
      const context = await browser.newContext({
        viewport: { width, height },
        colorScheme: dark ? 'dark' : 'light',
        reducedMotion: motion ? 'no-preference' : 'reduce',
        locale: 'en-GB',
        timezoneId: zone,
        acceptDownloads: true,
        hasTouch: touch,
        isMobile: touch,
        serviceWorkers: offline ? 'allow' : 'block'
      })
      if (walked) await context.addInitScript("localStorage.setItem('tall-spindle:walked', 'true')")
      // a busy machine is given time: no test is about speed
      context.setDefaultTimeout(Number(process.env.WAIT ?? 240_000))
      return context
    },
    close: async () => {
      await browser.close()
      await new Promise((resolve) => server.close(resolve))
    }
  }
}

function onlyFirst(): string {
  const there = mkdtempSync(join(tmpdir(), 'spindle-demo-'))
  const first = '1-weir-at-cobbets-race.json'
  copyFileSync(folder(`../../demo/${first}`), join(there, first))
  return there
}

/** Everything a page complained of: errors on its console, exceptions, refused by its own policy. */
export function complaints(page: Page): string[] {
  const said: string[] = []
  page.on('console', (message) => {
    if (message.type() === 'error' || /Content Security Policy/.test(message.text()))
      said.push(message.text())
  })
  page.on('pageerror', (error) => said.push(error.message))
  return said
}

/** Opens a page whose clock starts at the fixed moment and runs on from there. */
export async function openPage(context: BrowserContext, url: string, fixed = true): Promise<Page> {
  const page = await context.newPage()
  if (fixed) await page.clock.install({ time: NOW })
  await page.goto(url)
  return page
}

/**
 * Goes to an address of the app as back and forward do: the page stays loaded. Where the way in
 * itself is tried, `page.goto` loads it anew.
 */
export async function goTo(page: Page, path: string): Promise<void> {
  // before its first view the app does not hear where one goes
  await page.locator('h1').first().waitFor({ state: 'attached' })
  await page.evaluate((to) => {
    history.pushState(null, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: null }))
  }, path)
  const [, , id, view] = path.split(/[/?]/)
  const heading = view
    ? page.locator(`[data-open="${id}"] h1`, { hasText: `: ${view.replace('-', ' ')}` })
    : page.locator('h1', { hasText: 'Builds' })
  await heading.first().waitFor({ state: 'attached' })
}

/** Waits until the plan on the screen is that of what was last edited. */
export const settled = (page: Page): Promise<void> =>
  page.locator('[data-test="waterline"][data-settled="true"]').waitFor()

/** What lies out of sight is there too, as soon as a key is touched. */
export async function madeWhole(page: Page): Promise<void> {
  await page.locator('.view > :not(.coming)').first().waitFor()
  await page.waitForFunction(() => !document.querySelector('[data-settled="false"]'))
  // a panel that came after the key waits for the next one
  const toCome = page.locator('[data-to-come]')
  do {
    await page.keyboard.press('Shift')
    await toCome
      .first()
      .waitFor({ state: 'detached', timeout: 2_000 })
      .catch(() => undefined)
  } while (await toCome.count())
}

/** A page of the app that one test leaves to the next: loaded, its workers warm. */
interface Lent {
  page: Page
  said: string[]
  /** What lies beside the store, as a first visit leaves it. */
  beside: string
}
const lentLast = new WeakMap<Stage, Lent>()

/** What lies beside the store, but what was put away and the first walk. */
const besideStore = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const kept = Object.entries(localStorage).filter(([key]) => !/put-away|walked/.test(key))
    return JSON.stringify(kept.sort())
  })

/** A page with the store as a first visit finds it. */
async function newPage(s: Stage, url: string, fixed: boolean, script: string): Promise<Lent> {
  const context = await s.profile()
  if (script) await context.addInitScript(script)
  const page = await context.newPage()
  const said = complaints(page)
  if (fixed) await page.clock.install({ time: NOW })
  await page.goto(url)
  await settled(page)
  return { page, said, beside: await besideStore(page) }
}

/**
 * Puts a page that another test has left back to what a first visit finds: the demo builds and their
 * cards in the store, nothing else, and nothing kept beside it. False where more than builds was
 * changed: such a page is not lent again.
 */
async function asFirst({ page, beside }: Lent): Promise<boolean> {
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.mouse.move(0, 0)
  await page.clock.setSystemTime(NOW)
  await goTo(page, '/')
  if ((await besideStore(page)) !== beside) return false
  return page.evaluate(async () => {
    const key = 'tall-spindle:put-away'
    localStorage.removeItem(key)
    dispatchEvent(new StorageEvent('storage', { key, newValue: null, storageArea: localStorage }))
    const [builds, cards] = await Promise.all(
      ['/demo-builds.json', '/demo-cards.json'].map(async (path) => (await fetch(path)).json())
    )
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const opened = indexedDB.open('tall-spindle')
      opened.onsuccess = () => resolve(opened.result)
      opened.onerror = () => reject(opened.error)
    })
    const tables = ['builds', 'cards', 'shelf', 'photos', 'versions']
    const change = db.transaction(tables, 'readwrite')
    const own = await new Promise<number>((resolve) => {
      const count = change.objectStore('shelf').count()
      count.onsuccess = () => resolve(count.result)
    })
    for (const table of tables) change.objectStore(table).clear()
    const now = Date.now()
    for (const [i, build] of builds.entries())
      change.objectStore('builds').put({
        id: build.id,
        name: build.name,
        revision: 1,
        changedAt: now - i,
        deletedAt: null,
        build
      })
    for (const card of cards) change.objectStore('cards').put(card)
    await new Promise((resolve) => (change.oncomplete = resolve))
    db.close()
    // as if another tab had done it
    const channel = new BroadcastChannel('tall-spindle')
    channel.postMessage({ kind: 'listChanged', tab: 'a test' })
    channel.close()
    return own === 0
  })
}

/**
 * A demo build opened on a view, as a first visit finds it. Where nothing else is asked for, it is
 * the page that the test before has left, with all that it kept put back.
 *
 * @param fixed   at the fixed moment, not by the computer's clock
 * @param script  what is run before the app
 */
export async function openDemo(
  s: Stage,
  id: string,
  view: string,
  { fixed = true, script = '' } = {}
): Promise<{ page: Page; said: string[]; close: () => Promise<void> }> {
  const path = `/build/${id}/${view}`
  const shared = fixed && !script
  const left = shared ? lentLast.get(s) : undefined
  lentLast.delete(s)
  const again = left !== undefined && (await asFirst(left))
  if (left && !again) await left.page.context().close()
  const lent = again ? left : await newPage(s, `${s.address}${path}`, fixed, script)
  if (again) {
    lent.said.length = 0
    await goTo(lent.page, path)
    await settled(lent.page)
  }
  return {
    ...lent,
    close: async () => {
      if (shared && lent.said.length === 0 && !lentLast.has(s)) lentLast.set(s, lent)
      else await lent.page.context().close()
    }
  }
}

/**
 * Chooses from a list as a builder does: opens it, takes the line.
 *
 * @param list  the list's own element, found by its `data-test`
 * @param id    what is chosen, by its id; a line's words where it starts with `=`
 */
export async function choose(list: Locator, id: string): Promise<void> {
  const page = list.page()
  await list.getByRole('combobox').click()
  const lines = page.locator('.el-select-dropdown:visible [role="option"]')
  const line = id.startsWith('=')
    ? lines.filter({ hasText: id.slice(1) })
    : page.locator(`.el-select-dropdown:visible [data-value="${id}"]`)
  await line.click()
  // folded away for good, not only on its way: to a reader of the page it is there until then
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.el-select__popper')].every(
      (list) => getComputedStyle(list).display === 'none'
    )
  )
}

/** Text of a download. */
export async function downloaded(
  page: Page,
  act: () => Promise<unknown>
): Promise<{ name: string; text: string }> {
  const [download] = await Promise.all([page.waitForEvent('download'), act()])
  return { name: download.suggestedFilename(), text: readFileSync(await download.path(), 'utf8') }
}

/** The source of axe-core, to be evaluated in a page. */
const axeSource = (): string =>
  readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/**
 * What axe-core finds on a page: by all of its rules, or only what the colours can change.
 *
 * @param within  of the page only what lies in there, where there is such a place
 */
export async function axe(
  page: Page,
  { only, within }: { only?: 'color-contrast'; within?: string } = {}
): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeSource())
  return page.evaluate(
    async ({ rule, within }) => {
      const run = (
        window as unknown as {
          axe: {
            run: (
              context: Document | Element,
              o: object
            ) => Promise<{
              violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[]
            }>
          }
        }
      ).axe.run
      const place = (within && document.querySelector(within)) || document
      const { violations } = await run(place, {
        resultTypes: ['violations'],
        ...(rule ? { runOnly: [rule] } : {})
      })
      return violations.flatMap((v) =>
        v.nodes.map(
          (n) => `${v.id}: ${n.html.slice(0, 140)} ${n.failureSummary?.slice(0, 200) ?? ''}`
        )
      )
    },
    { rule: only, within }
  )
}
