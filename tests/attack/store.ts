import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type Page } from 'playwright-core'
import type { Build } from '../../core/build/types'
import { packBackup } from '../../core/exchange/backup'
import { CHROMIUM, DEMO_ID, FLAGS, stage } from '../support/browser'
import { demo } from '../support/builds'
import { chance, noCounts, type Chance, type Counts } from './random'

/** What was typed so long before the end may be lost, ms; no more. */
const MAY_BE_LOST_MS = 250
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A browser of its own process group, so that all of it dies at once, as when the power goes. */
interface Victim {
  page: Page
  kill: () => Promise<void>
}

async function victim(profile: string): Promise<Victim> {
  const told = join(profile, 'DevToolsActivePort')
  rmSync(told, { force: true })
  const child: ChildProcess = spawn(
    CHROMIUM!,
    [
      ...FLAGS,
      '--headless=new',
      '--remote-debugging-port=0',
      `--user-data-dir=${profile}`,
      'about:blank'
    ],
    { detached: true, stdio: 'ignore' }
  )
  const gone = new Promise<void>((resolve) => child.on('exit', () => resolve()))
  // it says where it listens: the port, and then where below it
  let port: string | undefined
  for (let k = 0; k < 600 && !port; k++) {
    await wait(50)
    if (existsSync(told)) port = /^(\d+)\n./.exec(readFileSync(told, 'utf8'))?.[1]
  }
  const browser: Browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`)
  const context = browser.contexts()[0]!
  await context.addInitScript("localStorage.setItem('tall-spindle:walked', 'true')")
  // the keeper of the app for a shed without a network has no part in this
  await context.addInitScript('delete Navigator.prototype.serviceWorker')
  const page = context.pages()[0] ?? (await context.newPage())
  return {
    page,
    kill: async () => {
      process.kill(-child.pid!, 'SIGKILL')
      await gone
      await browser.close().catch(() => undefined)
    }
  }
}

const level = (page: Page) => page.getByLabel('Level', { exact: true })

interface Typed {
  value: number
  at: number
}

/** Types ever greater levels until it is killed; says each as it is typed, and what the app calls saved. */
async function typing(page: Page, from: number): Promise<{ typed: Typed[]; saved: number[] }> {
  const heard = { typed: [] as Typed[], saved: [] as number[] }
  page.on('console', (message) => {
    const [what, value, at] = message.text().split(' ')
    if (what === 'typed') heard.typed.push({ value: Number(value), at: Number(at) })
    if (what === 'saved') heard.saved.push(Number(value))
  })
  await level(page).evaluate((field: HTMLInputElement, start) => {
    const state = document.querySelector('.saved')!
    let k = 0
    let last = start
    setInterval(() => {
      // what stands on the screen now is called saved: it must be there ever after
      if (state.textContent.trim() === 'Saved') console.log(`saved ${last}`)
      // mostly without a pause, and now and then with one long enough to be called saved
      if (k++ % 20 > 12) return
      last = Math.round((start + k * 0.01) * 100) / 100
      field.value = String(last)
      field.dispatchEvent(new Event('input', { bubbles: true }))
      console.log(`typed ${last} ${Date.now()}`)
    }, 35)
  }, from)
  return heard
}

/** What a killed page had said of its work. */
interface Left {
  from: number
  typed: Typed[]
  saved: number[]
  killedAt: number
}

/** Types until it is killed. */
async function typeAndDie({ page, kill }: Victim, by: Chance): Promise<Left> {
  const from = Number(await level(page).inputValue())
  const heard = await typing(page, from > 47 ? 40 : from)
  await wait(100 + by.below(1500))
  const killedAt = Date.now()
  await kill()
  return { from, ...heard, killedAt }
}

/** What was called saved is there, nearly all else too, and no build comes twice. */
async function lookAfter(page: Page, left: Left, counts: Counts, what: string): Promise<void> {
  const found = Number(await level(page).inputValue())
  const builds = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const open = indexedDB.open('tall-spindle')
        open.onsuccess = () => {
          const count = open.result.transaction('builds').objectStore('builds').count()
          count.onsuccess = () => {
            open.result.close()
            resolve(count.result)
          }
        }
      })
  )
  const inTime = left.typed.filter((t) => t.at <= left.killedAt - MAY_BE_LOST_MS)
  const [must, saved] = [inTime.at(-1)?.value ?? 0, left.saved.at(-1) ?? 0]
  counts.tried++
  if (found < saved) counts.silent.push(`${what}: called saved at ${saved}, found ${found}`)
  else if (builds > 1) counts.silent.push(`${what}: ${builds} builds where there was one`)
  else if (found < must) counts.hangs.push(`${what}: typed ${must} in time, found ${found}`)
  else counts.taken++
  const lost = left.typed.find((t) => t.value > found)
  counts.worstMs = Math.max(counts.worstMs, lost ? left.killedAt - lost.at : 0)
}

/** Killed again and again while the builder types, and looked at each time it comes up. */
async function whileTyping(
  address: string,
  by: Chance,
  kills: number,
  counts: Counts,
  what: string
): Promise<void> {
  const profile = mkdtempSync(join(tmpdir(), 'spindle-killed-'))
  let left: Left | null = null
  try {
    for (let k = 0; k <= kills; k++) {
      const now = await victim(profile)
      await now.page.goto(`${address}/build/${DEMO_ID}/water`)
      await level(now.page).waitFor()
      if (left) await lookAfter(now.page, left, counts, `${what}, kill ${k}`)
      if (k < kills) left = await typeAndDie(now, by)
      else await now.kill()
    }
  } finally {
    await clear(profile)
  }
}

const RESTORED = Array.from({ length: 12 }, (_, k): Build => ({
  ...demo(),
  id: `restored-${k}`,
  name: `Restored ${k}`
}))
const BACKUP = Buffer.from(
  packBackup(
    {
      madeAt: '2026-11-24T18:20:00Z',
      builds: RESTORED.map((build) => ({ build, deletedAt: null })),
      shelf: [],
      forgotten: {},
      states: []
    },
    new Map()
  )
)

/** Killed while a backup is restored: all of it is there, or nothing. */
async function whileRestoring(
  address: string,
  by: Chance,
  counts: Counts,
  what: string
): Promise<void> {
  const profile = mkdtempSync(join(tmpdir(), 'spindle-killed-'))
  const cards = async (page: Page) => {
    await page.goto(address)
    await page.locator('.card .title').first().waitFor()
    return page.locator('.card .title').count()
  }
  try {
    const first = await victim(profile)
    const before = await cards(first.page)
    await first.page
      .locator('[data-test="import"] input')
      .setInputFiles({ name: 'all.zip', mimeType: 'application/zip', buffer: BACKUP })
    await wait(by.below(900))
    await first.kill()
    const again = await victim(profile)
    const after = await cards(again.page)
    await again.kill()
    counts.tried++
    if (after === before || after === before + RESTORED.length) counts.taken++
    else counts.silent.push(`${what}: ${before} builds before, ${after} after`)
  } finally {
    await clear(profile)
  }
}

async function clear(profile: string): Promise<void> {
  // the last of its processes may still be on its way out
  await wait(300)
  try {
    rmSync(profile, { recursive: true, force: true, maxRetries: 20, retryDelay: 200 })
  } catch {
    // a few files stay in the folder for such things
  }
}

/**
 * Kills a real browser, the whole of it, while it writes, and looks what is there when it is opened
 * again. `worstMs` is how long before the end the oldest lost key was typed; `hangs` are those where
 * that is longer than a quarter of a second: on a busy machine it may be.
 *
 * @param count  of all kills
 * @param kills  of one profile while somebody types; one more in a restore after them
 */
export async function attackStore(
  seed: number,
  count: number,
  kills = 7
): Promise<Record<string, Counts>> {
  const by = chance(seed)
  const [typed, restored] = [noCounts(), noCounts()]
  const s = await stage('first')
  const failed = (counts: Counts, what: string) => (error: unknown) => {
    counts.tried++
    counts.crashes.push(`${what}: ${String(error).slice(0, 300)}`)
  }
  try {
    for (let done = 0; done < count; done += kills + 1) {
      const what = `seed ${seed}, round ${done / (kills + 1)}`
      const now = Math.min(kills, count - done)
      await whileTyping(s.address, by, now, typed, what).catch(failed(typed, what))
      if (now === kills)
        await whileRestoring(s.address, by, restored, what).catch(failed(restored, what))
    }
  } finally {
    await s.close()
  }
  return { 'killed while typing': typed, 'killed in a restore': restored }
}
