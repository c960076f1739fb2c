import { expect } from 'chai'
import type { Page } from 'playwright-core'
import type { Build } from '../../core/build/types'
import {
  choose,
  complaints,
  DEMO_ID,
  downloaded,
  goTo,
  openDemo,
  openPage,
  settled,
  stage,
  type Stage
} from '../support/browser'

/** The builder's own way: what is there already, what is left out, what lies on what. */
describe('The builder’s own way', function () {
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())

  const open = (view: string) => openDemo(s, DEMO_ID, view)
  /** The build as the browser keeps it. */
  const kept = async (page: Page): Promise<Build> => {
    await page.getByText('Saved', { exact: true }).first().waitFor()
    return (await page.evaluate(
      `new Promise((done, fail) => {
         const asked = indexedDB.open('tall-spindle')
         asked.onerror = () => fail(asked.error)
         asked.onsuccess = () => {
           const read = asked.result.transaction('builds').objectStore('builds').get('${DEMO_ID}')
           read.onsuccess = () => { done(read.result.build); asked.result.close() }
         }
       })`
    )) as Build
  }
  /** What was proposed is done, once it is known what it comes to. */
  async function taken(page: Page): Promise<void> {
    const wanted = page.locator('[data-test="wanted"]')
    await wanted.getByText(/Finished/).waitFor()
    await page.locator('[data-test="take"]').click()
    await wanted.waitFor({ state: 'detached' })
    await settled(page)
  }
  const cards = (page: Page, of = 0) =>
    page
      .locator('[data-test="lays"]')
      .nth(of)
      .locator('[data-lay]')
      .evaluateAll((all) => all.map((el) => (el as HTMLElement).dataset.lay!))

  it('a new build begins from what is there: a painted landform in a case, done quickly, is weeks sooner', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('[data-test="new-build"], .new').first().click()
    const foretold = page.locator('[data-test="new-foretold"] figcaption')
    await foretold.waitFor()
    const bare = await foretold.innerText()
    await choose(page.locator('[data-test="from"]'), 'painted-and-sealed')
    await choose(page.locator('[data-test="care"]'), 'quick')
    await choose(page.locator('[data-test="hold"]'), 'case')
    await page.waitForFunction(
      (was) =>
        document.querySelector('[data-test="new-foretold"] figcaption')?.textContent?.trim() !==
        was,
      bare
    )
    await page
      .locator('[data-test="new-name"] input, input[data-test="new-name"]')
      .first()
      .fill('Lake')
    await page.locator('[data-test="new-make"]').click()
    await page.waitForURL(/\/build\//)
    await settled(page)
    await goTo(page, new URL(page.url()).pathname.replace(/[^/]*$/, 'days'))
    await settled(page)
    const steps = await page.locator('.what .open').allInnerTexts()
    expect(steps.join())
      .to.match(/level the base/i)
      .and.not.match(/batten|shell|seal the bed|build the dam|leak test|undam/i)
    expect(steps.join()).to.match(/wipe the wall of the case/i)
    expect(await page.locator('[data-test="aside"] li').count()).to.be.above(7)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('lays are left out with their risk said, put in, moved by keys and by dragging; what cannot be is refused', async () => {
    const { page, said, close } = await open('build-up?leaf=lays')
    await page.locator('[data-lay="millpond/ripples"]').waitFor()
    expect(await cards(page)).to.deep.equal([
      'millpond/ripples',
      'millpond/pour#3',
      'millpond/pour#2',
      'millpond/pour#1'
    ])
    const wanted = page.locator('[data-test="wanted"]')
    const take = () => taken(page)
    // the risk is said before it is done, and nothing is done before it is taken
    await page.locator('[data-lay="millpond/ripples"] .face').click()
    await page.locator('[data-test="lay-out"]').click()
    await wanted.getByText('The water stays as flat as it was poured.').waitFor()
    expect((await kept(page)).lays).to.deep.equal([])
    await take()
    expect((await kept(page)).lays.map((l) => `${l.id} ${l.state}`)).to.have.members([
      'millpond/gelcoat leftOut',
      'millpond/ripple leftOut'
    ])
    // white on top, then down between two pours by its button, by the keyboard
    await choose(page.locator('[data-test="lays"]').first().locator('.add'), 'sponged-white')
    await page.locator('[data-test="lay-add"]').first().click()
    await take()
    expect((await cards(page))[0]).to.equal('lay1')
    for (let down = 0; down < 2; down++) {
      await page.locator('[data-lay="lay1"] .nudge').nth(1).focus()
      await page.keyboard.press('Enter')
      await take()
    }
    expect(await cards(page)).to.deep.equal([
      'millpond/ripples',
      'millpond/pour#3',
      'lay1',
      'millpond/pour#2',
      'millpond/pour#1'
    ])
    // dragged to the bottom: it lies on the bed, and the first pour over it
    await page.locator('[data-lay="millpond/pour#1"]').scrollIntoViewIfNeeded()
    const box = async (lay: string) =>
      (await page.locator(`[data-lay="${lay}"] .grip`).boundingBox())!
    const [from, to] = [await box('lay1'), await box('millpond/pour#1')]
    await page.mouse.move(from.x + 8, from.y + 12)
    await page.mouse.down()
    for (let k = 1; k <= 10; k++)
      await page.mouse.move(from.x + 8, from.y + 12 + ((to.y + 34 - from.y) * k) / 10)
    await page.mouse.up()
    await take()
    expect((await cards(page)).at(-1)).to.equal('lay1')
    const build = await kept(page)
    expect(build.laid).to.have.length(1)
    expect(build.stacks.find((x) => x.stack === 'millpond')!.lays[0]).to.equal('lay1')
    // under what is there already goes nothing any more
    await page.locator('[data-lay="millpond/pour#1"] .face').click()
    await page.locator('[data-test="lay-there"]').click()
    await take()
    await page.locator('[data-lay="millpond/ripples"] .nudge').nth(1).click()
    await page
      .locator('[data-test="refused"]')
      .getByText(/is there already/)
      .waitFor()
    // undone step by step, the stack is as its way puts it down
    for (let k = 0; k < 6; k++) await page.keyboard.press('Control+z')
    await settled(page)
    expect(await cards(page)).to.deep.equal([
      'millpond/ripples',
      'millpond/pour#3',
      'millpond/pour#2',
      'millpond/pour#1'
    ])
    expect(said).to.deep.equal([])
    await close()
  })

  it('white in a place of its own: drawn on the plan, moved by keys and by hand, seen on Water, printed', async () => {
    const { page, said, close } = await open('build-up?leaf=lays')
    await page.locator('[data-lay="millpond/ripples"]').waitFor()
    await choose(page.locator('[data-test="lays"]').first().locator('.add'), 'sponged-white')
    await page.locator('[data-test="lay-add"]').first().click()
    await taken(page)
    await page.locator('[data-lay="lay1"] .face').click()
    await choose(page.locator('[data-test="lay-where"]'), 'zone')
    const corner = page.locator('[data-handle="zone:0"]')
    await corner.waitFor()
    await settled(page)
    const area = page.locator('[data-test="zone-area"]')
    const before = parseFloat(await area.innerText())
    expect(before).to.be.above(1)
    const [x, y] = (await kept(page)).laid[0].zone![0]
    await corner.focus()
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('ArrowUp')
    await settled(page)
    expect((await kept(page)).laid[0].zone![0]).to.deep.equal([x + 5, y + 1])
    await page.waitForFunction(
      (was) => parseFloat(document.querySelector('[data-test="zone-area"]')!.textContent!) > was,
      before
    )
    // a line that crosses itself is said and not kept
    const sound = (await kept(page)).laid[0].zone
    const far = (await page.locator('[data-handle="zone:4"]').boundingBox())!
    const from = (await corner.boundingBox())!
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
    await page.mouse.down()
    await page.mouse.move(far.x - 30, far.y, { steps: 4 })
    await page.getByText('Its line crosses itself').waitFor()
    await page.mouse.up()
    expect((await kept(page)).laid[0].zone!.slice(1)).to.deep.equal(sound!.slice(1))
    await page.keyboard.press('Escape')
    await corner.waitFor({ state: 'detached' })
    await goTo(page, `/build/${DEMO_ID}/water`)
    await settled(page)
    await page.getByRole('tab', { name: 'White' }).click()
    await page.locator('[data-test="white-zone"]').waitFor()
    await goTo(page, `/build/${DEMO_ID}/prints`)
    await settled(page)
    await page
      .getByText(/^Place of /)
      .first()
      .waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('two pools out of one mix: tied on Mix, one cup in place of two, poured in turn; each by itself again', async () => {
    const { page, said, close } = await open('mix')
    const cups = () => page.locator('[data-batch]').count()
    const before = await cups()
    await choose(page.locator('[data-test="tie-first"]'), 'millpond/pour#1')
    await choose(page.locator('[data-test="tie-other"]'), 'tailrace/pour#1')
    await page.locator('[data-test="tie"]').click()
    const row = page.locator('[data-tie="millpond/pour#1"]')
    await row.getByText('Mill pond: pour 1 of 3 + Tail-race: pour 1 of 3').waitFor()
    await page.getByText('Pour 1: out of the mix for another').waitFor()
    await settled(page)
    expect(await cups()).to.equal(before - 1)
    expect((await kept(page)).ties).to.deep.equal([['millpond/pour#1', 'tailrace/pour#1']])
    await row.getByRole('button', { name: 'Mix each by itself' }).click()
    await row.waitFor({ state: 'detached' })
    await settled(page)
    expect(await cups()).to.equal(before)
    expect((await kept(page)).ties).to.deep.equal([])
    expect(said).to.deep.equal([])
    await close()
  })

  it('a gel of one’s own by its label; the wheel’s splash is fixed to the bed before the pour; white in two layers over all', async () => {
    const { page, said, close } = await open('shelf')
    // a gel of one's own, by the hours on its label
    await page.locator('[data-jar="heavy-gloss-gel"]').click()
    await page.locator('[data-test="own-bottle"]').click()
    await page.locator('[data-test="bottle-name"]').fill('Stiff gel from the drawer')
    const clear = page.getByLabel('is clear after')
    await clear.fill('96')
    await clear.press('Enter')
    await page.locator('.jar.own', { hasText: 'is clear after 4 days' }).waitFor()
    await clear.fill('0.1')
    await clear.press('Enter')
    await page.locator('[data-test="unlikely"]', { hasText: 'at the soonest' }).waitFor()
    await goTo(page, `/build/${DEMO_ID}/build-up?leaf=lays`)
    await settled(page)
    await choose(
      page.locator('[data-test="waterline"] ~ *, .field', { hasText: 'Water' }).first(),
      '=Tail-race'
    )
    await page.locator('[data-lay="tailrace/ripples"]').waitFor()
    const take = () => taken(page)
    await choose(page.locator('[data-test="lays"]').first().locator('.add'), 'set-in')
    await page.locator('[data-test="lay-add"]').first().click()
    await take()
    // held by gel on gel; once it lies on the bed, by what vanishes in the pour
    expect((await kept(page)).laid[0].material).to.equal('heavy-gloss-gel')
    for (let down = 0; down < 4; down++) {
      await page.locator('[data-lay="lay1"] .nudge').nth(1).click()
      await take()
    }
    expect((await cards(page)).at(-1)).to.equal('lay1')
    expect((await kept(page)).laid[0].material).to.equal('craft-light-resin')
    await page.locator('[data-lay="lay1"] .face').click()
    await choose(page.locator('[data-test="lay-sets"]'), 'wheel')
    await page.locator('[data-lay="lay1"]', { hasText: 'Wheel, set in' }).waitFor()
    await settled(page)
    await page
      .locator('.section .laid .on-bed, .laid .on-bed')
      .first()
      .waitFor({ state: 'attached' })
    // one more white over the first
    const white = page.locator('[data-test="lays"]', { hasText: 'White over all' })
    await choose(white.locator('.add'), 'fibre-paste')
    await white.locator('[data-test="lay-add"]').click()
    await take()
    await goTo(page, `/build/${DEMO_ID}/days`)
    await settled(page)
    const steps = await page.locator('.what .open').allInnerTexts()
    const at = (words: RegExp) => steps.findIndex((t) => words.test(t))
    expect(at(/set it in: wheel/i))
      .to.be.above(-1)
      .and.below(at(/mix and pour/i))
    expect(at(/set the splash and blend/i)).to.equal(-1)
    // what lies in a water's stack runs in that water's channel
    const channel = (steps: string) =>
      page.locator(`[data-peg^="${steps}"] rect`).first().getAttribute('y')
    expect(await channel('lay1/')).to.equal(await channel('tailrace/'))
    const laid = (await kept(page)).laid
    expect(laid.map((l) => `${l.stack} ${l.way} ${l.sets ?? ''}`)).to.deep.equal([
      'tailrace set-in wheel',
      'white fibre-paste '
    ])
    expect(said).to.deep.equal([])
    await close()
  })

  it('a stack is kept as a file, laid on another water, refused where it cannot lie', async () => {
    const { page, said, close } = await open('build-up?leaf=lays')
    await page.locator('[data-lay="millpond/ripples"]').waitFor()
    const take = () => taken(page)
    await choose(page.locator('[data-test="lays"]').first().locator('.add'), 'lacquer-coat')
    await page.locator('[data-test="lay-add"]').first().click()
    await take()
    const { text } = await downloaded(page, () => page.locator('[data-test="stack-out"]').click())
    expect(JSON.parse(text)).to.include({ format: 'tall-spindle-stack', kind: 'pool' })
    const give = (name: string, content: string) =>
      page
        .locator('[data-test="stack-in"] input')
        .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) })
    const problem = page.locator('[data-test="stack-problem"]')
    for (const [content, words] of [
      ['{', /Nothing was laid/],
      [text.replace('"pool"', '"fall"'), /stack for a fall, and “Mill pond” is a pool/],
      [text.replace('"pours": null', '"pours": -4'), /pours/]
    ] as const) {
      await give('odd.json', content)
      await problem.getByText(words).waitFor()
    }
    const before = await kept(page)
    await choose(page.locator('.field', { hasText: 'Water' }).first(), '=Tail-race')
    await page.locator('[data-lay="tailrace/ripples"]').waitFor()
    await give('mill.stack.json', text)
    await take()
    expect((await cards(page))[0]).to.equal('lay2')
    const after = await kept(page)
    expect(after.laid.map((l) => `${l.stack} ${l.way}`)).to.deep.equal([
      'millpond lacquer-coat',
      'tailrace lacquer-coat'
    ])
    // one step back, and it is as it was
    await page.keyboard.press('Control+z')
    await settled(page)
    expect((await kept(page)).laid).to.deep.equal(before.laid)
    // and from the other water, without a file
    await choose(page.locator('[data-test="lay-as"]'), '=Mill pond')
    await take()
    expect((await kept(page)).laid).to.have.length(2)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a step is left out and brought back on Days, said to be there on Bench; one’s own stands where it was put', async () => {
    const { page, said, close } = await open('days')
    const line = (words: string) => page.locator('.what .open', { hasText: words }).first()
    await line('pour a test chip').click()
    await page.locator('[data-test="leave-out"]').click()
    await page.locator('.more', { hasText: 'judged in the cup' }).waitFor()
    await page.locator('[data-test="leave-out-yes"]').click()
    await settled(page)
    const aside = page.locator('[data-test="aside"]')
    await aside.locator('li', { hasText: 'test chip' }).waitFor()
    await aside
      .getByRole('button', { name: /Bring back/ })
      .first()
      .click()
    await settled(page)
    await aside.waitFor({ state: 'detached' })
    await page.locator('[data-leaf="jobs"]').click()
    const own = page.locator('[data-test="own-steps"]')
    await own
      .locator('[data-test="own-name"] input, input[data-test="own-name"]')
      .first()
      .fill('Paint the boat')
    // Enter goes on to how long it takes: nothing is added by guess
    await page.keyboard.press('Enter')
    await own.locator('[data-test="own-asks"]').waitFor()
    expect((await kept(page)).own).to.deep.equal([])
    await page.keyboard.type('30')
    await page.keyboard.press('Enter')
    const places = own.locator('.field', { hasText: 'After' }).last()
    await places.locator('.el-select').click()
    for (const id of ['ground/paint', 'ground/wash'])
      await page.locator(`.el-select-dropdown:visible [data-value="${id}"]`).click()
    await page.keyboard.press('Escape')
    const before = own.locator('.field', { hasText: 'Before' }).last()
    await before.locator('.el-select').click()
    await page.locator('.el-select-dropdown:visible [data-value="finish/edges"]').click()
    await page.keyboard.press('Escape')
    await settled(page)
    await line('Paint the boat').waitFor()
    expect((await kept(page)).own[0]).to.deep.include({
      name: 'Paint the boat',
      after: ['ground/paint', 'ground/wash'],
      before: ['finish/edges'],
      handsMin: 30
    })
    await goTo(page, `/build/${DEMO_ID}/bench`)
    await page.locator('[data-test="step-title"]', { hasText: 'Batten' }).waitFor()
    await page.locator('[data-test="there-already"]').click()
    await page.locator('[data-test="step-title"]:not(:has-text("Batten"))').waitFor()
    const after = await kept(page)
    expect(after.lays).to.deep.equal([{ id: 'ground/base', state: 'there' }])
    expect(after.log.entries).to.deep.equal([])
    expect(said).to.deep.equal([])
    await close()
  })
})
