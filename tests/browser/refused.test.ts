import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { encode } from 'fast-png'
import { zipSync } from 'fflate'
import type { Page } from 'playwright-core'
import { writeStack, keptStack } from '../../core/build/stack'
import { derivePlan } from '../../core/plan/derivePlan'
import { stepsCalendar } from '../../core/exchange/calendar/ics'
import { complaints, DEMO_ID, goTo, openPage, stage, type Stage } from '../support/browser'
import { demo, demoText } from '../support/builds'
import { binaryStl, trianglesOver } from '../support/scans'

/** What the browser keeps: builds as they are, and how many photographs. */
const kept = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const open = indexedDB.open('tall-spindle')
        open.onsuccess = () => {
          const asked = open.result.transaction(['builds', 'photos'])
          const builds = asked.objectStore('builds').getAll()
          const photos = asked.objectStore('photos').count()
          asked.oncomplete = () => {
            open.result.close()
            resolve(JSON.stringify([builds.result.map((b) => b.build), photos.result]))
          }
        }
      })
  )

/** Every way in, what opens it, where it says why not, and a good file of its kind. */
const plan = derivePlan(demo())
const WAYS_IN = [
  ['import', '', '[data-test="import-problem"]', 'b.json', Buffer.from(demoText())],
  ['import', '', '[data-test="import-problem"]', 'b.zip', zipped()],
  ['restore', '', '[data-test="backup-fault"]', 'all.zip', zipped()],
  [
    'stack-in',
    'build-up?leaf=lays',
    '[data-test="stack-problem"]',
    's.json',
    Buffer.from(writeStack(keptStack(demo(), 'millpond')!))
  ],
  [
    'busy-file',
    'days',
    '[data-test="busy"] .fault',
    'c.ics',
    Buffer.from(stepsCalendar(demo(), plan.steps.steps, plan.days, 0).text)
  ],
  ['photo-file', 'log', '[data-test="log-fault"]', 'p.png', picture()],
  ['chip-photo', 'shelf', '[data-test="chip-problem"]', 'p.png', picture()],
  [
    'scan-file',
    'ground',
    '[data-test="scan-problem"]',
    'g.stl',
    Buffer.from(binaryStl(trianglesOver(100, 100, 9, 9, (x) => x / 10)))
  ],
  ['scan-file', 'ground', '[data-test="scan-problem"]', 'g.obj', Buffer.from('v 0 0 0\nv 1 0')],
  ['scan-file', 'ground', '[data-test="scan-problem"]', 'g.png', picture()],
  ['scan-file', 'ground', '[data-test="scan-problem"]', 'g.csv', Buffer.from('0,0,1\n1,0,')]
] as const
const OPENED: Record<string, string> = {
  'busy-file': '[data-leaf="hours"]',
  'chip-photo': '[data-leaf="chips"]',
  'scan-file': '[data-test="scan"]'
}

function picture(): Buffer {
  const data = new Uint8Array(200 * 100 * 3).map((_, i) => (i * 37) % 251)
  return Buffer.from(encode({ width: 200, height: 100, data, channels: 3, depth: 8 }))
}
function zipped(): Buffer {
  return Buffer.from(zipSync({ 'build.json': new TextEncoder().encode(demoText()) }))
}

describe('Files that are none', function () {
  this.timeout(900_000)
  let s: Stage
  const folder = mkdtempSync(join(tmpdir(), 'spindle-none-'))
  before(async () => {
    s = await stage('first')
  })
  after(async () => {
    rmSync(folder, { recursive: true })
    await s.close()
  })

  it('empty, cut in half, of another kind, 500 MB long: every way in says why in its own place, and changes nothing', async () => {
    const page = await openPage(await s.profile(), `${s.address}/build/${DEMO_ID}/water`)
    const said = complaints(page)
    await page.getByLabel('Level', { exact: true }).waitFor()
    const before = await kept(page)
    let at = ''
    for (const [test, view, place, name, good] of WAYS_IN) {
      if (at !== test) {
        await goTo(page, view ? `/build/${DEMO_ID}/${view}` : '/')
        if (OPENED[test]) await page.locator(OPENED[test]).click()
        at = test
      }
      const input = page.locator(`[data-test="${test}"] input`)
      await input.waitFor({ state: 'attached' })
      const long = join(folder, `500-${name}`)
      writeFileSync(long, good.subarray(0, 100))
      truncateSync(long, 500e6)
      const other = /png|zip/.test(name) ? 'BEGIN:VCALENDAR' : picture()
      // a table cut in half is a table: of it only what is no table is none
      const half = name === 'g.csv' ? good : good.subarray(0, good.length >> 1)
      const shown = page.locator(place)
      for (const [what, file] of [
        ['empty', Buffer.alloc(0)],
        ['cut in half', half],
        ['500 MB', long],
        ['of another kind', Buffer.from(other)]
      ] as const) {
        const was = await shown.allInnerTexts()
        const mimeType = 'application/octet-stream'
        await input.setInputFiles(
          typeof file === 'string' ? file : { name: `${what} ${name}`, mimeType, buffer: file }
        )
        await page
          .waitForFunction(
            ([at, then]) => {
              const now = document.querySelector(at)?.textContent?.trim() ?? ''
              return now !== '' && now !== then
            },
            [place, (was[0] ?? '').trim()] as const
          )
          .catch(() => expect.fail(`${name}, ${what}: nothing was said; it stood: ${was.join()}`))
        const says = (await shown.first().innerText()).replace(/\s+/g, ' ')
        expect(says, `${name}, ${what}`).to.match(
          /Nothing was (changed|laid|written)|What was picked before stays/
        )
        expect(says.length, says).to.be.within(20, 320)
        expect(says, says).to.not.match(/undefined|NaN|Error:|\[object|:\./)
      }
    }
    expect(await kept(page)).to.equal(before)
    expect(said).to.deep.equal([])
    await page.context().close()
  })
})
