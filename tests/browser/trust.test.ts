import { expect } from 'chai'
import type { BrowserContext, Page } from 'playwright-core'
import { checkBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import type { Build } from '../../core/build/types'
import { unpackBackup } from '../../core/exchange/unpack'
import { DEMO_ID, madeWhole, openPage, settled, stage, type Stage } from '../support/browser'

const level = (page: Page) => page.getByLabel('Level', { exact: true })
const DAY_MS = 24 * 3600_000

/** One row of the browser's store. */
const row = <Row>(page: Page, table: string, key: string): Promise<Row | undefined> =>
  page.evaluate(
    ([from, id]) =>
      new Promise<unknown>((resolve, reject) => {
        const open = indexedDB.open('tall-spindle')
        open.onerror = () => reject(open.error as Error)
        open.onsuccess = () => {
          const get = open.result.transaction(from!).objectStore(from!).get(id!)
          get.onsuccess = () => {
            open.result.close()
            resolve(get.result)
          }
        }
      }),
    [table, key]
  ) as Promise<Row | undefined>

/** Every write to the store is refused from now on, as on a full disk, in pages opened later too. */
const fill = (context: BrowserContext) =>
  context.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The disk is full', 'QuotaExceededError')
    }
  })

describe('Trust', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())
  const water = () => `${s.address}/build/${DEMO_ID}/water`

  it('typing without a pause is written as it goes', async () => {
    const context = await s.profile()
    const page = await openPage(context, water(), false)
    await level(page).waitFor()
    const before = (await row<{ revision: number }>(page, 'builds', DEMO_ID))!.revision
    // a key every 60 ms for three seconds, never a pause as long as a save waits for
    const typed = await level(page).evaluate(async (field: HTMLInputElement) => {
      let last = ''
      for (let k = 0; k < 50; k++) {
        last = (44 + k / 10).toFixed(1)
        field.value = last
        field.dispatchEvent(new Event('input', { bubbles: true }))
        await new Promise((resolve) => setTimeout(resolve, 60))
      }
      return last
    })
    const at = (await row<{ revision: number }>(page, 'builds', DEMO_ID))!.revision
    expect(at - before).to.be.greaterThan(2)
    await page.getByText('Saved', { exact: true }).waitFor()
    expect(await level(page).inputValue()).to.equal(typed)
    await context.close()
  })

  it('a height that no build of this size has is brought inside as it is kept, and said with its place', async () => {
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`, false)
    await settled(page)
    await madeWhole(page)
    await page.getByRole('button', { name: 'Paste' }).click()
    await page
      .getByLabel('Columns from a spreadsheet')
      .fill('210\t200\t38\n150\t240\t41\n260\t250\t-9999\n240\t230\t42')
    await page.getByRole('button', { name: 'Replace all' }).click()
    const told = page.locator('[data-test="mended"]')
    await told.waitFor()
    expect(await told.innerText()).to.match(
      /Mill pond, sounding 3 was -9999 and must lie within 1260 mm: it is taken out/
    )
    await page.waitForFunction(() => document.querySelectorAll('.dip').length === 3)
    const kept = await row<{ build: Build }>(page, 'builds', DEMO_ID)
    expect(checkBuild(kept!.build).ok).to.equal(true)
    await told.getByRole('button', { name: 'All right' }).click()
    await told.waitFor({ state: 'detached' })
    await context.close()
  })

  it('what could not be saved before a reload is shown, and said at once', async () => {
    const context = await s.profile()
    const page = await openPage(context, water(), false)
    await level(page).waitFor()
    await page.getByText('Saved', { exact: true }).waitFor()
    await fill(context)
    await page.reload()
    await level(page).fill('43.1')
    await page.locator('[data-test="save-problem"]').waitFor()
    const again = await openPage(context, water(), false)
    await again.locator('[data-test="save-problem"]').waitFor()
    expect(await level(again).inputValue()).to.equal('43.1')
    const home = await openPage(context, s.address, false)
    await home.locator('[data-test="put-aside"]', { hasText: "Weir at Cobbet's Race" }).waitFor()
    await context.close()
  })

  it('a clock 40 days ahead empties no bin; two hundred openings do', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address, false)
    await page.getByRole('button', { name: 'Delete' }).click()
    await page.getByText('is deleted').waitFor()
    const later = await context.newPage()
    await later.clock.install({ time: Date.now() + 40 * DAY_MS })
    await later.goto(s.address)
    await later.getByRole('button', { name: 'Deleted builds (1)' }).click()
    await later.getByRole('button', { name: 'Fetch back' }).waitFor()
    await later.locator('[data-test="empty-bin"]', { hasText: /\d+ kB free/ }).click()
    await later.getByRole('button', { name: 'Leave', exact: true }).click()
    await later.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open('tall-spindle')
          open.onsuccess = () => {
            const change = open.result.transaction('facts', 'readwrite')
            change.objectStore('facts').put({ key: 'openings', value: 203 })
            change.oncomplete = () => {
              open.result.close()
              resolve()
            }
          }
        })
    )
    const old = await openPage(context, s.address, false)
    await old.getByText('Nothing on the bench yet').waitFor()
    await old.waitForFunction(() => !document.body.innerText.includes('Deleted builds'))
    expect(await row(old, 'builds', DEMO_ID)).to.equal(undefined)
    await context.close()
  })

  it('a deleted build goes for good only when it is asked for twice', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address, false)
    await page.getByRole('button', { name: 'Delete' }).click()
    await page.getByText('is deleted').waitFor()
    await page.getByRole('button', { name: 'Deleted builds (1)' }).click()
    await page.locator('[data-test="empty-bin"]').click()
    expect(await row(page, 'builds', DEMO_ID)).to.not.equal(undefined)
    await page.locator('[data-test="empty-surely"]').click()
    await page.locator('[data-test="empty-surely"]').waitFor({ state: 'detached' })
    expect(await row(page, 'builds', DEMO_ID)).to.equal(undefined)
    await context.close()
  })

  it('a stage that never ends is stopped and named; the last plan stays, and the next one is worked out', async () => {
    const context = await s.profile()
    // the planner goes round for ever whenever it meets a build of this name
    await context.route('**/assets/plan.worker-*.js', async (route) => {
      const there = await route.fetch()
      const snare = `addEventListener('message', (e) => {
        const value = e.data?.argumentList?.[0]?.value
        if (value?.build?.name === 'Snare') self.snared = true
        else if (value?.build) self.snared = false
      });
      const find = Array.prototype.flatMap
      Array.prototype.flatMap = function (...given) {
        while (self.snared) Math.random()
        return find.apply(this, given)
      };\n`
      await route.fulfill({ response: there, body: snare + (await there.text()) })
    })
    const page = await openPage(context, water())
    await settled(page)
    const volume = await page.locator('[data-test="volume"]').innerText()
    const name = page.getByLabel('Name of the build')
    await name.fill('Snare')
    await level(page).fill('49')
    const notice = page.getByText('The plan could not be worked out')
    await page.locator('[data-test="waterline"][data-settled="false"]').waitFor()
    while (!(await notice.isVisible())) {
      // its 20 s pass by the page's clock
      await page.clock.fastForward(5_000)
      await page.waitForTimeout(100)
    }
    expect(await notice.innerText()).to.match(
      /working out the (ground|forms|stacks|amounts|cures|steps|days|findings) took more than 20 s and was stopped; what you see is the last plan/
    )
    expect(await page.locator('[data-test="volume"]').innerText()).to.equal(volume)
    await name.fill('Free again')
    await notice.waitFor({ state: 'detached' })
    await page.waitForFunction(
      (was) => document.querySelector<HTMLElement>('[data-test="volume"]')!.innerText !== was,
      volume
    )
    await context.close()
  })

  it('a piece of the app that does not come is told, wherever it was asked for; the app loaded anew, all is as it was', async () => {
    for (const [piece, ask] of [
      ['SoundingsTable', (page: Page) => page.keyboard.press('Shift')],
      ['LogView', (page: Page) => page.keyboard.press('Alt+8')]
    ] as const) {
      const context = await s.profile()
      await context.route(`**/assets/${piece}-*.js`, (route) => route.abort())
      const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`)
      await settled(page)
      await ask(page)
      const told = page.locator('[data-test="missing"]')
      await told.waitFor()
      expect(await told.innerText(), piece).to.match(
        /did not come.*Your builds are in this browser/s
      )
      // what is there goes on working
      await page.keyboard.press('Alt+2')
      await page.locator('.view').first().waitFor()
      await context.unroute(`**/assets/${piece}-*.js`)
      await told.getByRole('button').click()
      await told.waitFor({ state: 'detached' })
      await settled(page)
      await context.close()
    }
  })

  it('earlier states: put aside before an edit, kept by name, held against today, brought back with the log, let go', async () => {
    const context = await s.profile()
    const page = await openPage(context, water(), false)
    await settled(page)
    const before = Number(await level(page).inputValue())
    await level(page).fill('46')
    await page.getByText('Saved', { exact: true }).waitFor()
    await page.goto(`${s.address}/build/${DEMO_ID}/log`)
    await settled(page)
    await page.locator('[data-test="note"]').first().fill('The pond is lower now')
    await page.locator('[data-test="note-add"]').click()
    await page.locator('[data-leaf="earlier"]').click()
    await page.locator('[data-state]').first().waitFor()
    expect(await page.locator('[data-state]').count()).to.equal(1)
    const water1 = page.locator('[data-figure="water"] td')
    await water1.first().waitFor()
    const [, then, today] = (await water1.allInnerTexts()).map((t) => Number.parseFloat(t))
    expect(then).to.be.greaterThan(today!)
    await page.locator('[data-test="state-name"]').first().fill('Low water')
    await page.locator('[data-test="keep-state"]').click()
    await page.getByText('“Low water” is kept.').waitFor()
    await page.locator('[data-state]').nth(1).waitFor()
    await page.locator('[data-state] .when').last().click()
    await page.waitForFunction(
      (ml) =>
        Number.parseFloat(
          document.querySelectorAll<HTMLElement>('[data-figure="water"] td')[1]?.innerText ?? ''
        ) === ml,
      then
    )
    await page.locator('[data-test="bring-back"]').click()
    await page.getByText('It is back').waitFor()
    // those without a name go, those with one stay, and it says what that frees
    await page.locator('[data-test="free-states"]').click()
    await page.getByText('1 state is gone').waitFor()
    expect(await page.locator('[data-state]').count()).to.equal(1)
    await page.locator('[data-leaf="diary"]').click()
    await page.getByText('The pond is lower now').waitFor()
    await page.goto(water())
    await settled(page)
    expect(Number(await level(page).inputValue())).to.equal(before)
    await context.close()
  })

  it('a backup goes into a folder of the builder’s by itself, read back; what is there restores; a folder that is gone is said', async () => {
    const context = await s.profile()
    // the browser's own files stand for a folder: nobody can pick one without a hand
    await context.addInitScript(() => {
      Reflect.set(window, 'showDirectoryPicker', async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('Backups', { create: true })
      )
    })
    const page = await openPage(context, s.address, false)
    await page.locator('[data-test="choose-folder"]').click()
    const folder = page.locator('[data-test="folder"]')
    await folder.getByText('read back and found whole').waitFor()
    const files = () =>
      page.evaluate(async () => {
        const there = await navigator.storage.getDirectory()
        const backups = await there.getDirectoryHandle('Backups')
        const found: { name: string; bytes: number[] }[] = []
        for await (const entry of (
          backups as unknown as { values: () => AsyncIterable<FileSystemFileHandle> }
        ).values()) {
          // what a writing keeps beside it meanwhile may be gone by now
          const file = await entry.getFile().catch(() => null)
          if (!file) continue
          found.push({ name: file.name, bytes: [...new Uint8Array(await file.arrayBuffer())] })
        }
        return found
      })
    const [first] = await files()
    expect(first!.name).to.match(/^tall-spindle-\d{4}-\d\d-\d\d-\d{4}\.zip$/)
    // a sitting later, out of sight
    await page.goto(water())
    await settled(page)
    await level(page).fill('45.5')
    await page.getByText('Saved', { exact: true }).waitFor()
    await page.evaluate(() => {
      Object.defineProperty(document, 'visibilityState', { value: 'hidden' })
      document.dispatchEvent(new Event('visibilitychange'))
    })
    let last: Awaited<ReturnType<typeof files>> = []
    for (let k = 0; k < 100; k++) {
      last = await files()
      // one that is being written is still empty
      const read = last
        .filter((f) => f.bytes.length > 0)
        .map((f) => unpackBackup(new Uint8Array(f.bytes)))
      if (read.some((r) => writeBuild(r.backup.builds[0]!.build).includes('"levelMm": 45.5'))) break
      await page.waitForTimeout(200)
      last = []
    }
    expect(last.length).to.be.within(1, 2)
    await page.goto(s.address)
    await folder.waitFor()
    await page.evaluate(async () =>
      (await navigator.storage.getDirectory()).removeEntry('Backups', { recursive: true })
    )
    await page.locator('[data-test="folder-now"]').click()
    await page.locator('[data-test="folder-fault"]', { hasText: 'choose it anew' }).waitFor()
    await context.close()
  })
})
