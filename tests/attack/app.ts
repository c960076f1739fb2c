import type { BrowserContext, Page } from 'playwright-core'
import { complaints, DEMO_ID, stage } from '../support/browser'
import { chance, noCounts, type Chance, type Counts } from './random'

const DAY_MS = 24 * 3600_000
/** From one side of the date line to the other, with a half hour and a quarter between. */
const ZONES = [
  'Pacific/Kiritimati',
  'Asia/Kathmandu',
  'Europe/Lisbon',
  'America/St_Johns',
  'Pacific/Pago_Pago'
]
const ACTIONS = 12

/** Things that a page under attack has at hand. */
interface Armed {
  /** The disk is full: nothing can be written. */
  full: boolean
  /** How wrong the clock is, ms. */
  wrongMs: number
}

/** A disk that fills and a clock that jumps, at a word. */
function arm(context: BrowserContext, wrongMs: number): Promise<unknown> {
  return context.addInitScript((wrong) => {
    const kept = sessionStorage.getItem('wrongMs')
    const armed = { full: false, wrongMs: kept === null ? wrong : Number(kept) }
    Reflect.set(window, 'armed', armed)
    const [now, put, add] = [Date.now, IDBObjectStore.prototype.put, IDBObjectStore.prototype.add]
    Reflect.set(Date, 'now', () => now() + armed.wrongMs)
    for (const [name, was] of [
      ['put', put],
      ['add', add]
    ] as const)
      Reflect.set(
        IDBObjectStore.prototype,
        name,
        function (this: IDBObjectStore, ...given: [unknown, IDBValidKey?]) {
          if (armed.full) throw new DOMException('The disk is full', 'QuotaExceededError')
          return was.apply(this, given)
        }
      )
  }, wrongMs)
}

/** Types a level in a tab; says what stood there before, so what its builder had seen. */
const type = (page: Page, value: number): Promise<number> =>
  page.getByLabel('Level', { exact: true }).evaluate((field: HTMLInputElement, next) => {
    const before = Number(field.value)
    field.value = String(next)
    field.dispatchEvent(new Event('input', { bubbles: true }))
    return before
  }, value)

interface StoredBuild {
  id: string
  deletedAt: number | null
  build: { waters: { levelMm: number }[] }
}
const storedBuilds = (page: Page): Promise<StoredBuild[]> =>
  page.evaluate(
    () =>
      new Promise<StoredBuild[]>((resolve) => {
        const open = indexedDB.open('tall-spindle')
        open.onsuccess = () => {
          const all = open.result.transaction('builds').objectStore('builds').getAll()
          all.onsuccess = () => {
            open.result.close()
            resolve(all.result as StoredBuild[])
          }
        }
      })
  )

/** What was typed and by whom it was seen: whoever types over what they saw means to. */
class Typed {
  private readonly open = new Map<number, string>()
  private count = 0
  next(): number {
    return Math.round(4000 + ++this.count) / 100
  }
  typed(value: number, before: number, who: string): void {
    this.open.delete(before)
    this.open.set(value, who)
  }
  /** Values nobody has typed over knowingly. */
  missing(found: ReadonlySet<number>): string[] {
    return [...this.open].filter(([value]) => !found.has(value)).map(([v, who]) => `${v} (${who})`)
  }
}

/** Two tabs at one build, in a random order of typing, reloading, a full disk and a clock that jumps. */
async function round(
  address: string,
  context: BrowserContext,
  by: Chance,
  counts: Counts,
  what: string
): Promise<void> {
  await arm(context, by.below(800 * DAY_MS) - 400 * DAY_MS)
  const water = `${address}/build/${DEMO_ID}/water`
  const heard: string[][] = []
  async function open(): Promise<Page> {
    const page = await context.newPage()
    heard.push(complaints(page))
    await page.goto(water)
    await page.getByLabel('Level', { exact: true }).waitFor()
    return page
  }
  // one build lies in the bin all the while
  const first = await context.newPage()
  await first.goto(address)
  await first.getByRole('button', { name: 'Duplicate' }).click()
  const copy = first.locator('.card', { hasText: '(copy)' })
  await copy.getByRole('button', { name: 'Delete' }).click()
  await first.getByText('is deleted').waitFor()
  const [binned] = (await storedBuilds(first)).filter((r) => r.deletedAt !== null)
  await first.close()
  const tabs = [await open(), await open()]
  const typed = new Typed()
  const setArmed = (page: Page, part: Partial<Armed>) =>
    page.evaluate((to) => {
      Object.assign(Reflect.get(window, 'armed') as object, to)
      if (to.wrongMs !== undefined) sessionStorage.setItem('wrongMs', String(to.wrongMs))
    }, part)
  const typeIn = async (k: number) => {
    const value = typed.next()
    typed.typed(value, await type(tabs[k]!, value), `tab ${k + 1}`)
  }
  const done: string[] = []
  const act: Record<string, (k: number) => Promise<unknown>> = {
    type: typeIn,
    burst: async (k) => {
      for (let n = 0; n < 6; n++) await typeIn(k)
    },
    both: () => Promise.all([typeIn(0), typeIn(1)]),
    reload: async (k) => {
      await tabs[k]!.reload()
      await tabs[k]!.getByLabel('Level', { exact: true }).waitFor()
    },
    reopen: async (k) => {
      await tabs[k]!.close()
      tabs[k] = await open()
    },
    fill: (k) => setArmed(tabs[k]!, { full: true }),
    free: (k) => setArmed(tabs[k]!, { full: false }),
    clock: (k) => setArmed(tabs[k]!, { wrongMs: by.below(800 * DAY_MS) - 400 * DAY_MS }),
    wait: (k) => tabs[k]!.waitForTimeout(by.below(600))
  }
  const names = ['type', 'type', 'burst', 'both', 'both', 'reload', 'reopen', 'fill', 'free']
  for (let n = 0; n < ACTIONS; n++) {
    const name = by.pick([...names, 'clock', 'wait'])
    const k = by.below(2)
    done.push(`${name} ${k + 1}`)
    await act[name]!(k)
    counts.tried++
  }
  // there is room again, and both have said all they have to say
  for (const page of tabs) {
    await setArmed(page, { full: false })
    const again = page.getByRole('button', { name: 'Try again' })
    if (await again.isVisible()) await again.click()
    await page.getByText('Saved', { exact: true }).waitFor()
  }
  const home = await context.newPage()
  await home.goto(address)
  await home.locator('.card .title').first().waitFor()
  await home.waitForTimeout(300)
  const rows = await storedBuilds(home)
  const there = rows.filter((r) => r.deletedAt === null)
  const missing = typed.missing(new Set(there.map((r) => r.build.waters[0]!.levelMm)))
  const said = `${what} (${done.join(', ')})`
  if (missing.length > 0) counts.silent.push(`${said}: lost ${missing.join(', ')}`)
  else if (!rows.some((r) => r.id === binned!.id)) counts.silent.push(`${said}: the bin is empty`)
  else counts.taken++
  const cries = heard.flat().filter((line) => !/disk is full|QuotaExceeded/.test(line))
  if (cries.length > 0) counts.crashes.push(`${said}: ${cries.slice(0, 2).join('; ')}`)
}

/**
 * Two tabs at one build, each in a row of things done at random: typing, reloading, a disk that fills
 * and is freed, a clock that jumps by up to 400 days, in zones around the world. What was typed is in
 * the store in the end, unless somebody who saw it typed over it; the bin is as it was.
 *
 * @param rounds of a dozen actions each
 */
export async function attackApp(seed: number, rounds: number): Promise<Record<string, Counts>> {
  const counts = noCounts()
  const s = await stage('first')
  try {
    for (let k = 0; k < rounds; k++) {
      const by = chance(seed * 7919 + k)
      const context = await s.profile({ zone: by.pick(ZONES) })
      const what = `seed ${seed}, round ${k}`
      await round(s.address, context, by, counts, what).catch((error: unknown) => {
        counts.crashes.push(`${what}: ${String(error).slice(0, 300)}`)
      })
      await context.close()
    }
  } finally {
    await s.close()
  }
  return { 'two tabs, disk, clock': counts }
}
