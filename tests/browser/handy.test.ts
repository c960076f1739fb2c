import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { complaints, DEMO_ID, openDemo, openPage, stage, type Stage } from '../support/browser'

/** Faster to the point, and with wet gloves: finding, the voice, settings. */
describe('Handy at the bench', function () {
  let s: Stage
  before(async () => {
    s = await stage('first')
  })
  after(() => s.close())

  // a voice that writes down what it says
  const script = `window.heard = []
    Object.defineProperty(window, 'speechSynthesis', {
      value: { cancel: () => heard.push('·'), speak: (words) => heard.push(words.text) }
    })`
  const open = (view: string) => openDemo(s, DEMO_ID, view, { script })
  const heard = (page: Page) =>
    page.evaluate(() => (window as unknown as { heard: string[] }).heard)

  it('finds a view, a water, a step, a bottle, a trouble and a setting by a few letters, slips of the finger forgiven', async () => {
    const { page, said, close } = await open('ground')
    const find = async (letters: string, id: string) => {
      await page.keyboard.press('Control+k')
      await page.locator('[data-test="find"]').waitFor()
      await page.locator('[data-test="find"]').fill(letters)
      await page.locator(`[data-found="${id}"][aria-selected="true"]`).waitFor()
      await page.keyboard.press('Enter')
      await page.locator('[data-test="find"]').waitFor({ state: 'hidden' })
    }
    await find('prin', 'view:prints')
    await page.waitForURL('**/prints')
    await find('tail ra', 'water:tailrace')
    await page.waitForURL('**/water')
    await page.locator('.drop.on').getByText('Tail-race').waitFor()
    // a letter too few, two changed about
    await find('quik epxoy', 'material:quick-epoxy-2-1')
    await page.waitForURL('**/shelf?bottle=quick-epoxy-2-1')
    await page.getByRole('heading', { name: 'Quick epoxy, 2:1' }).waitFor()
    await find('peel trim', 'step:weir/hang')
    await page.waitForURL('**/days?step=**')
    await find('ripples dragged', 'way:dragged-ripples')
    await page.waitForURL('**/build-up?leaf=lays')
    await find('blended seams', 'lay:weir/blend')
    await page.locator('[data-lay="weir/blend"]').waitFor()
    await find('tinted too str', 'trouble:over-tinted')
    await page.waitForURL('**/build-up?leaf=wrong&trouble=over-tinted')
    await page.locator('[data-trouble="over-tinted"][aria-pressed="true"]').waitFor()
    await find('dark', 'set:theme')
    await page.waitForFunction(() => document.documentElement.classList.contains('dark'))
    // a quick hand does not wait for the field, and what it types lands nowhere else
    await page.keyboard.press('Control+k')
    for (const letter of 'prin') await page.keyboard.press(letter, { delay: 0 })
    await page.keyboard.press('Enter')
    await page.waitForURL('**/prints')
    await find('tinted too str', 'trouble:over-tinted')
    await page.waitForURL('**/build-up?leaf=wrong&trouble=over-tinted')
    // nothing found is said, and Esc leaves everything as it was
    await page.keyboard.press('Control+k')
    await page.locator('[data-test="find"]').fill('zzzzqq')
    await page.getByText('Nothing here is called').waitFor()
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await page.locator('[data-test="find"]').waitFor({ state: 'hidden' })
    expect(page.url()).to.include('build-up?leaf=wrong')
    expect(said).to.deep.equal([])
    await close()
  })

  it('Bench is silent until asked; then it says each step in words for the ear, and a clock that rings', async () => {
    const { page, said, close } = await open('bench')
    const title = await page.locator('[data-test="step-title"]').innerText()
    expect((await heard(page)).filter((t) => t !== '·')).to.deep.equal([])
    await page.locator('[data-test="voice"]').click()
    const first = (await heard(page)).at(-1)!
    expect(first).to.include(title).and.to.include('Right when:')
    expect(first).not.to.match(/\d\s?(?:mm|ml|g|min|°C)\b|[×–·]/)
    await page.keyboard.press('s')
    expect((await heard(page)).filter((t) => t === first)).to.have.length(2)
    // the step after is said when it is looked at, and the choice is remembered
    await page.getByRole('button', { name: 'The step after' }).click()
    const second = (await heard(page)).at(-1)!
    expect(second).to.include(await page.locator('[data-test="step-title"]').innerText())
    await page.reload()
    await page.locator('[data-test="step-title"]').waitFor()
    await page.waitForFunction(() =>
      (window as unknown as { heard: string[] }).heard.some((t) => t.length > 9)
    )
    await page.getByLabel('Minutes').fill('2')
    await page.locator('[data-test="own-clock"]').click()
    await page.clock.fastForward(121_000)
    await page.waitForFunction(() =>
      (window as unknown as { heard: string[] }).heard.some((t) => t.includes('My own clock'))
    )
    expect(said).to.deep.equal([])
    await close()
  })

  for (const phone of [false, true])
    it(`the first walk ${phone ? 'on a phone' : ''} points at five things that are there, is skipped at once, and does not come back`, async () => {
      const context = await s.profile({
        walked: false,
        ...(phone ? { width: 390, height: 844, touch: true } : {})
      })
      const page = await openPage(context, `${s.address}/build/${DEMO_ID}/ground`)
      const said = complaints(page)
      const card = page.locator('.el-tour__content')
      for (let stop = 1; stop <= 5; stop++) {
        await card.getByText(`${stop} of 5`).waitFor()
        const box = (await card.boundingBox())!
        expect(box.x, `${stop}`).to.be.within(0, (phone ? 390 : 1280) - box.width + 1)
        expect(box.y, `${stop}`).to.be.within(0, (phone ? 844 : 800) - box.height + 1)
        await card.getByRole('button', { name: /Next|To work/ }).click()
      }
      await card.waitFor({ state: 'detached' })
      await page.reload()
      await page.locator('[data-test="waterline"]').waitFor()
      expect(await card.count()).to.equal(0)
      await page.evaluate(() => localStorage.removeItem('tall-spindle:walked'))
      await page.reload()
      await page.locator('[data-test="skip-walk"]').click()
      await card.waitFor({ state: 'detached' })
      expect(said).to.deep.equal([])
      await context.close()
    })

  it('a small build by the keyboard alone: from New build over a level to a step in the log', async () => {
    const context = await s.profile()
    const page = await openPage(context, s.address)
    const said = complaints(page)
    await page.locator('.card .title').first().waitFor()
    /** Tab after Tab until it has the focus: what cannot be reached so fails. */
    const tabTo = async (selector: string) => {
      for (let presses = 0; presses < 90; presses++) {
        await page.keyboard.press('Tab')
        if (await page.evaluate((s) => document.activeElement?.matches(s) ?? false, selector))
          return
      }
      throw new Error(`no way by Tab to ${selector}`)
    }
    await tabTo('[data-test="new-build"]')
    await page.keyboard.press('Enter')
    await page.locator('[data-test="new-name"]').waitFor()
    await tabTo('[data-test="new-name"]')
    await page.keyboard.type('Pond by the shed')
    await tabTo('input[type="radio"]')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowUp')
    await tabTo('[role="combobox"]')
    await page.keyboard.press('ArrowDown')
    await page.locator('.el-select-dropdown:visible').waitFor()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await page.locator('.el-select-dropdown:visible').waitFor({ state: 'detached' })
    await tabTo('[data-test="new-make"]')
    await page.keyboard.press('Enter')
    await page.waitForURL('**/ground')
    await page.keyboard.press('Alt+3')
    await page.waitForURL('**/water')
    // the level by its float on the section, then by its number
    const float = page.locator('[role="slider"][aria-label^="Level of"]').first()
    await float.waitFor()
    const before = Number(await float.getAttribute('aria-valuenow'))
    await tabTo('[role="slider"][aria-label^="Level of"]')
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('PageUp')
    await page.waitForFunction(
      (was) =>
        Number(
          document
            .querySelector('[role="slider"][aria-label^="Level of"]')!
            .getAttribute('aria-valuenow')
        ) ===
        was + 2.5,
      before
    )
    await tabTo('[data-test="heights"] input')
    await page.keyboard.press('Alt+7')
    await page.waitForURL('**/bench')
    const title = await page.locator('[data-test="step-title"]').innerText()
    await page.keyboard.press('b')
    await page.locator('[data-test="done"]').waitFor()
    await page.clock.fastForward(9 * 60_000)
    await page.keyboard.press('b')
    await page.locator('[data-test="done"]').waitFor({ state: 'detached' })
    await page.keyboard.press('Alt+8')
    await page.locator('.daybook li.step').first().waitFor()
    expect(await page.locator('.daybook').innerText()).to.include(title)
    expect(said).to.deep.equal([])
    await context.close()
  })

  it('the other mouse button offers what can be done at a place; a file let go anywhere is told where it belongs', async () => {
    const { page, said, close } = await open('ground')
    const plan = (await page.locator('.plan .board').boundingBox())!
    const dips = await page.locator('.dip').count()
    const menu = page.locator('.place-menu')
    // in the pond, far from its edges: a dip; over the dam: an edge as well
    await page.mouse.click(plan.x + plan.width / 2, plan.y + plan.height * 0.25, {
      button: 'right'
    })
    await menu.locator('[data-act="Dip Mill pond here"]').waitFor()
    expect(await menu.locator('[data-act="Outline point here"]').count()).to.equal(0)
    await menu.locator('[data-act="Dip Mill pond here"]').click()
    await menu.waitFor({ state: 'detached' })
    await page.waitForFunction((n) => document.querySelectorAll('.dip').length === n + 1, dips)
    const lip = (await page.locator('.edge.dam').first().boundingBox())!
    await page.mouse.click(lip.x + lip.width / 2, lip.y + lip.height / 2, { button: 'right' })
    await menu.locator('[data-act="Outline point here"]').waitFor()
    // Esc closes it and changes nothing
    await page.keyboard.press('Escape')
    await menu.waitFor({ state: 'detached' })
    await page.mouse.click(plan.x + plan.width / 4, plan.y + plan.height / 2, { button: 'right' })
    await menu.locator('[data-act="Section through here, front to back"]').click()
    await page.waitForFunction(
      (x) => {
        const end = document.querySelector('.cut-end')!.getBoundingClientRect()
        return Math.abs(end.x + end.width / 2 - x) < 4
      },
      plan.x + plan.width / 4
    )
    await page.mouse.click(plan.x + plan.width / 2, plan.y + plan.height * 0.25, {
      button: 'right'
    })
    await menu.locator('[data-act="Nearer here"]').click()
    await page.getByRole('button', { name: 'Farther' }).waitFor()
    // a build dropped on Ground does not take the place of the app, and is not taken in by stealth
    await page.evaluate(() => {
      const files = new DataTransfer()
      files.items.add(new File(['{}'], 'build.json', { type: 'application/json' }))
      document
        .querySelector('.plan')!
        .dispatchEvent(
          new DragEvent('drop', { dataTransfer: files, bubbles: true, cancelable: true })
        )
    })
    await page.getByText('builds are dropped on Builds').waitFor()
    expect(page.url()).to.include('/ground')
    expect(said).to.deep.equal([])
    await close()
  })

  it('goes back and forward with something open over the view, or a field half typed: the view is there, nothing is lost', async () => {
    const { page, said, close } = await open('ground')
    await page.locator('nav').getByText('Water', { exact: true }).click()
    await page.locator('[data-test="heights"]').waitFor()
    await page.locator('nav').getByText('Builds', { exact: true }).first().click()
    await page.locator('[data-test="new-build"]').click()
    await page.locator('[data-test="new-foretold"] svg').waitFor()
    await page.goBack()
    await page.locator('[data-test="heights"]').waitFor()
    expect(await page.locator('[data-test="new-make"]').count()).to.equal(0)
    await page.locator('[data-test="open-settings"]').click()
    await page.goForward()
    await page.locator('.card .title').first().waitFor()
    await page.goBack()
    const level = page.locator('[data-test="heights"]').getByLabel('Level')
    await level.fill('48.')
    await page.goBack()
    await page.goForward()
    await page.locator('[data-test="heights"]').waitFor()
    expect(await level.inputValue()).to.equal('48')
    expect(said).to.deep.equal([])
    await close()
  })

  it('a build left and opened again at once stays open', async () => {
    const { page, said, close } = await open('water')
    await page.locator('[data-test="heights"]').waitFor()
    await page.evaluate(() => {
      // back as soon as Builds begins to show, while the build's card is still being kept
      const there = new MutationObserver(() => {
        if (!document.querySelector('[data-test="new-build"]')) return
        there.disconnect()
        history.back()
      })
      there.observe(document.body, { childList: true, subtree: true })
    })
    await page.locator('nav').getByText('Builds', { exact: true }).first().click()
    await page.waitForURL(/\/water$/)
    await page.locator('[data-test="heights"]').waitFor()
    await page.waitForTimeout(1500)
    expect(await page.locator('[data-test="heights"]').count()).to.equal(1)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a time zone is found by a few letters; what is none leaves it as it was', async () => {
    const { page, said, close } = await open('days')
    await page.getByRole('tab', { name: 'Hours' }).click()
    const zone = page.locator('[data-test="zone"]')
    const field = zone.getByRole('combobox')
    await field.click()
    await page.keyboard.type('Auckl')
    await page.locator('.el-select-dropdown:visible [data-value="Pacific/Auckland"]').click()
    await zone.getByText('Pacific/Auckland').waitFor()
    await page.locator('[data-test="waterline"] b', { hasText: 'Dec' }).first().waitFor()
    await field.click()
    await page.keyboard.type('Nowhere on earth')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    await page.getByRole('heading', { name: 'Your hours' }).click()
    await zone.getByText('Pacific/Auckland').waitFor()
    expect(said).to.deep.equal([])
    await close()
  })
})
