import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import type { Page } from 'playwright-core'
import { changePool } from '../../core/build/edits'
import { writeBuild } from '../../core/build/file/write'
import { derivePlan } from '../../core/plan/derivePlan'
import { dayAndClock } from '../../core/words/dates'
import {
  complaints,
  DEMO_ID,
  downloaded,
  goTo,
  NOW,
  openPage,
  settled,
  stage,
  type Stage
} from '../support/browser'
import { demo } from '../support/builds'

const level = (page: Page) => page.getByLabel('Level', { exact: true })
const saved = (page: Page) => page.getByText('Saved', { exact: true }).waitFor()
const cards = async (page: Page) => {
  await page.locator('.card .title').first().waitFor()
  return (await page.locator('.card .title').allInnerTexts()).sort()
}

describe('Nothing is lost', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())
  const water = () => `${s.address}/build/${DEMO_ID}/water`

  it('a tab closed in mid-edit brings its last keystroke back', async () => {
    const context = await s.profile()
    const page = await openPage(context, water(), false)
    // nobody opens it again in the same instant: a busy browser writes down what a closing tab left
    const aMoment = () => new Promise((resolve) => setTimeout(resolve, 1000))
    await level(page).fill('47.3')
    await page.close()
    await aMoment()
    const again = await openPage(context, water(), false)
    await level(again).waitFor()
    expect(await level(again).inputValue()).to.equal('47.3')
    // and while the store cannot take it: put aside at the moment of closing
    await again.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new Error('no')
      }
    })
    await level(again).fill('44.4')
    await again.close({ runBeforeUnload: false })
    await aMoment()
    const third = await openPage(context, water(), false)
    await level(third).waitFor()
    expect(await level(third).inputValue()).to.equal('44.4')
    // and while a save is under way that never ends: another connection holds the store
    await third.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const request = indexedDB.open('tall-spindle')
          request.onsuccess = () => {
            const holder = request.result.transaction('builds', 'readwrite').objectStore('builds')
            const again: (() => void)[] = []
            again.push(() => {
              holder.count().onsuccess = again[0] ?? null
            })
            again[0]?.()
            resolve()
          }
        })
    )
    await level(third).fill('45.1')
    await new Promise((resolve) => setTimeout(resolve, 600))
    await third.close({ runBeforeUnload: false })
    await aMoment()
    const fourth = await openPage(context, water(), false)
    await level(fourth).waitFor()
    expect(await level(fourth).inputValue()).to.equal('45.1')
    await context.close()
  })

  it('builds kept by version 1 of the app are there, brought up to date, and can be worked on', async () => {
    const old = JSON.parse(
      readFileSync(new URL('../support/weir-version-1.json', import.meta.url), 'utf8')
    ) as { id: string; name: string }
    const context = await s.profile()
    const page = await openPage(context, `${s.address}/demo-builds.json`, false)
    await page.evaluate(
      (build) =>
        new Promise<void>((resolve, reject) => {
          const request = indexedDB.open('tall-spindle', 10)
          request.onupgradeneeded = () => {
            const builds = request.result.createObjectStore('builds', { keyPath: 'id' })
            builds.createIndex('changedAt', 'changedAt')
            builds.createIndex('deletedAt', 'deletedAt')
            request.result.createObjectStore('facts', { keyPath: 'key' })
          }
          request.onsuccess = () => {
            const write = request.result.transaction(['builds', 'facts'], 'readwrite')
            write.objectStore('builds').put({
              id: 'kept',
              name: build.name,
              revision: 4,
              changedAt: 5,
              deletedAt: null,
              build: { ...build, id: 'kept' }
            })
            write.objectStore('facts').put({ key: 'demo-builds-1', value: 1 })
            write.oncomplete = () => {
              request.result.close()
              resolve()
            }
            write.onerror = () => reject(new Error('not written'))
          }
        }),
      old
    )
    await page.goto(`${s.address}/build/kept/water`)
    await page.locator('[data-test="volume"]').waitFor()
    expect(await page.locator('[data-test="volume"]').innerText()).to.match(/^233/)
    await level(page).fill('48')
    await saved(page)
    await page.reload()
    await level(page).waitFor()
    expect(await level(page).inputValue()).to.equal('48')
    await context.close()
  })

  it('what a newer app has kept is left as it is, and said', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address, false)
    await page.locator('.card .title').first().waitFor()
    await page.evaluate(
      () =>
        new Promise<void>((resolve, reject) => {
          const request = indexedDB.open('tall-spindle')
          request.onsuccess = () => {
            const write = request.result.transaction('builds', 'readwrite')
            write.objectStore('builds').put({
              id: 'later',
              name: 'From later',
              revision: 3,
              changedAt: 9e12,
              deletedAt: null,
              build: {
                format: 'tall-spindle-build',
                version: 99,
                id: 'later',
                name: 'From later',
                tides: [1, 2]
              }
            })
            write.oncomplete = () => {
              request.result.close()
              resolve()
            }
            write.onerror = () => reject(new Error('not written'))
          }
        })
    )
    await page.goto(`${s.address}/build/later/water`)
    await page.getByText('kept by a newer Tall Spindle').waitFor()
    await page.goto(s.address)
    await page
      .locator('[data-test="newer"]')
      .filter({ hasText: '“From later” was kept by a newer Tall Spindle' })
      .waitFor()
    expect(await cards(page)).to.deep.equal(["Weir at Cobbet's Race"])
    const kept = await page.evaluate(
      () =>
        new Promise<unknown>((resolve) => {
          const request = indexedDB.open('tall-spindle')
          request.onsuccess = () => {
            const get = request.result.transaction('builds').objectStore('builds').get('later')
            get.onsuccess = () => {
              request.result.close()
              resolve(get.result)
            }
          }
        })
    )
    expect(kept).to.deep.include({
      revision: 3,
      build: {
        format: 'tall-spindle-build',
        version: 99,
        id: 'later',
        name: 'From later',
        tides: [1, 2]
      }
    })
    await context.close()
  })

  it('a broken import says why and changes nothing; a good one comes in', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const before = await cards(page)
    const give = (name: string, text: string) =>
      page
        .locator('[data-test="import"] input')
        .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
    const broken: [string, RegExp][] = [
      ['{"format": "tall-sp', /not JSON/],
      [
        JSON.stringify({ ...demo(), base: { widthMm: 'wide', depthMm: 3 } }),
        /base\.widthMm: was "wide"; must be a number.*base\.depthMm/
      ],
      [`${'['.repeat(90_000)}`, /not JSON|nested/],
      [JSON.stringify({ ...demo(), version: 9 }), /newer Tall Spindle/],
      [
        writeBuild(demo()).replace('"notes"', '"__proto__": {"x": 1}, "notes"'),
        /__proto__: is a key that no build may carry/
      ]
    ]
    for (const [text, message] of broken) {
      await give('broken.json', text)
      await page.waitForFunction(
        (m) =>
          new RegExp(m).test(
            document.querySelector('[data-test="import-problem"]')?.textContent ?? ''
          ),
        message.source
      )
      expect(await page.locator('[data-test="import-problem"]').innerText()).to.include(
        'Nothing was changed'
      )
      await page.getByRole('button', { name: 'All right' }).click()
    }
    expect(await cards(page)).to.deep.equal(before)
    const said = complaints(page)
    const name = '<img src=x onerror="document.title=1"> & "Sons"'
    await give('good.json', writeBuild({ ...demo(), name }))
    await page.getByText('One build imported').waitFor()
    expect(await cards(page)).to.deep.equal([name, ...before])
    // brought in again it is the same build
    await give('good.json', writeBuild({ ...demo(), name }))
    await page.getByText('One is here already').waitFor()
    expect(await cards(page)).to.deep.equal([name, ...before])
    expect(await page.title()).to.equal('Tall Spindle')
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('cards need no planner: they come with the demo builds, stay as a build was left, and are worked out anew where it changed', async () => {
    const all = await stage('all')
    const context = await all.profile()
    const planners: string[] = []
    const checkers: string[] = []
    const open = async (path: string) => {
      const page = await context.newPage()
      page.on('worker', (w) => {
        if (/plan\.worker/.test(w.url())) planners.push(w.url())
        if (/inside\.worker/.test(w.url())) checkers.push(w.url())
      })
      await page.clock.install({ time: NOW })
      await page.goto(`${all.address}${path}`)
      return page
    }
    const dates = (page: Page) => page.locator('.card dl div:last-child dd').allInnerTexts()
    const page = await open('/')
    await page.locator('.card dl').nth(2).waitFor()
    expect(planners).to.deep.equal([])
    const first = await dates(page)
    const finish = derivePlan(demo()).days.finishMs!
    expect(first[0]).to.equal(dayAndClock(finish, demo().calendar.zone))
    // a pond half as deep is another date: shown on its card when one is back, kept for the next time
    await goTo(page, `/build/${DEMO_ID}/water`)
    await settled(page)
    // nor is a build that came with the app checked before the first edit
    expect(checkers).to.deep.equal([])
    await level(page).fill('41')
    await level(page).press('Tab')
    await saved(page)
    await settled(page)
    await goTo(page, '/')
    await page.locator('.card dl').nth(2).waitFor()
    expect(planners).to.have.length(1)
    expect(checkers).to.have.length(1)
    const water = await page.locator(`[data-build="${DEMO_ID}"] p.small`).innerText()
    await page.close()
    const again = await open('/')
    await again.locator('.card dl').nth(2).waitFor()
    expect(planners).to.have.length(1)
    expect(await again.locator(`[data-build="${DEMO_ID}"] p.small`).innerText()).to.equal(water)
    const { ground } = derivePlan(changePool('millpond', { levelMm: 41 })(demo()))
    const ml = ground.pools.reduce((sum, p) => sum + p.volumeMl, 0)
    expect(Number(/([\d.]+)\sml/.exec(water)![1])).to.be.closeTo(ml, 1)
    // a card whose build another app has changed since is not believed
    await again.evaluate(
      (id) =>
        new Promise<void>((done) => {
          const open = indexedDB.open('tall-spindle')
          open.onsuccess = () => {
            const store = open.result.transaction('builds', 'readwrite').objectStore('builds')
            store.get(id).onsuccess = ({ target }) => {
              const row = (target as IDBRequest).result
              row.build.waters[0].levelMm = 50
              store.put(row).onsuccess = () => done()
            }
          }
        }),
      DEMO_ID
    )
    await again.reload()
    await again.locator('.card dl').nth(2).waitFor()
    expect(planners).to.have.length(2)
    expect(await dates(again)).to.deep.equal(first)
    await context.close()
    await all.close()
  })

  it('delete is undone, copies and names are kept, all builds go out and come in', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    await page.getByRole('button', { name: 'Duplicate' }).click()
    await page.locator('.card .title').nth(1).waitFor()
    await page
      .locator('.card', { hasText: '(copy)' })
      .getByRole('button', { name: 'Rename' })
      .click()
    await page.getByLabel('New name').fill('Second weir')
    await page.getByLabel('New name').press('Enter')
    await page.getByRole('button', { name: 'Second weir', exact: true }).waitFor()
    await page
      .locator('[data-build="demo-weir-at-cobbets-race"]')
      .getByRole('button', { name: 'Delete' })
      .click()
    await page.getByText('is deleted').waitFor()
    expect(await cards(page)).to.deep.equal(['Second weir'])
    await page.locator('[data-test="undo-delete"]').click()
    await page.locator('.card .title').nth(1).waitFor()
    const all = ['Second weir', "Weir at Cobbet's Race"]
    expect(await cards(page)).to.deep.equal(all)
    const file = await downloaded(page, () =>
      page.getByRole('button', { name: 'Export all' }).click()
    )
    await context.close()
    const other = await s.profile()
    const fresh = await openPage(other, s.address)
    await fresh.locator('.card .title').first().waitFor()
    await fresh.getByRole('button', { name: 'Delete' }).click()
    await fresh.getByText('Nothing on the bench yet').waitFor()
    await fresh.reload()
    await fresh.getByText('Nothing on the bench yet').waitFor()
    await fresh.locator('[data-test="import"] input').setInputFiles({
      name: file.name,
      mimeType: 'application/json',
      buffer: Buffer.from(file.text)
    })
    await fresh.getByText('2 builds imported').waitFor()
    expect(await cards(fresh)).to.deep.equal(all)
    await other.close()
  })

  it('two tabs: the later one is told, follows the first, and a clash keeps both works', async () => {
    const context = await s.profile()
    const first = await openPage(context, water(), false)
    await level(first).waitFor()
    // the second tab can be made deaf, so that the clash does not hang on which message comes first
    const second = await context.newPage()
    await second.addInitScript(() => {
      const listen = BroadcastChannel.prototype.addEventListener
      BroadcastChannel.prototype.addEventListener = function (
        this: BroadcastChannel,
        type: string,
        listener: EventListenerOrEventListenerObject
      ) {
        listen.call(this, type, (event: Event) => {
          if (!(window as unknown as { deaf?: boolean }).deaf) (listener as EventListener)(event)
        })
      }
    })
    await second.goto(water())
    await second.locator('[data-test="tab-notice"]').getByText('open in another tab').waitFor()
    await level(first).fill('48')
    await saved(first)
    await second.waitForFunction(() =>
      [...document.querySelectorAll('[data-test="heights"] .field')].some(
        (f) => f.textContent!.startsWith('Level') && f.querySelector('input')!.value === '48'
      )
    )
    // both change it before either has heard of the other
    await second.evaluate(() => {
      ;(window as unknown as { deaf?: boolean }).deaf = true
    })
    await level(first).fill('46')
    await saved(first)
    await level(second).fill('45')
    const told = second
    await told.getByText('Nothing is lost').waitFor()
    expect(await level(told).inputValue()).to.equal('45')
    expect(told.url()).to.not.include(DEMO_ID)
    await told.goto(s.address)
    expect(await cards(told)).to.deep.equal([
      "Weir at Cobbet's Race",
      "Weir at Cobbet's Race (second tab)"
    ])
    await told.goto(water())
    await level(told).waitFor()
    expect(await level(told).inputValue()).to.equal('46')
    await context.close()
  })

  it('a full disk: told at once, the last saved state stands, the edits are on the screen and saved when there is room', async () => {
    const context = await s.profile()
    const page = await openPage(context, water(), false)
    await level(page).waitFor()
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put
      ;(window as unknown as { full: boolean }).full = true
      IDBObjectStore.prototype.put = function (
        this: IDBObjectStore,
        ...args: Parameters<typeof put>
      ) {
        if ((window as unknown as { full: boolean }).full)
          throw new DOMException('The disk is full', 'QuotaExceededError')
        return put.apply(this, args)
      }
    })
    await level(page).fill('49.2')
    const problem = page.locator('[data-test="save-problem"]')
    await problem.getByText('store is full').waitFor()
    expect(await level(page).inputValue()).to.equal('49.2')
    const file = await downloaded(page, () =>
      problem.getByRole('button', { name: 'Export JSON' }).click()
    )
    expect(file.text).to.include('"levelMm": 49.2')
    const stored = await page.evaluate(
      (id) =>
        new Promise((resolve) => {
          const open = indexedDB.open('tall-spindle')
          open.onsuccess = () => {
            const get = open.result.transaction('builds').objectStore('builds').get(id)
            get.onsuccess = () =>
              resolve(
                (get.result as { build: { waters: { levelMm: number }[] } }).build.waters[0].levelMm
              )
          }
        }),
      DEMO_ID
    )
    expect(stored).to.equal(50)
    // going to Builds lets nothing go
    await page.getByRole('button', { name: 'Builds', exact: true }).click()
    await page.locator('[data-test="unsaved"]').getByRole('button', { name: 'Back to it' }).click()
    await page.getByRole('button', { name: 'Water', exact: true }).click()
    expect(await level(page).inputValue()).to.equal('49.2')
    await page.evaluate(() => {
      ;(window as unknown as { full: boolean }).full = false
    })
    await problem.getByRole('button', { name: 'Try again' }).click()
    await problem.waitFor({ state: 'detached' })
    await page.reload()
    await level(page).waitFor()
    expect(await level(page).inputValue()).to.equal('49.2')
    await context.close()
  })
})
