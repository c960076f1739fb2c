import { expect } from 'chai'
import type { Page } from 'playwright-core'
import { setWay } from '../../core/build/edits'
import { choose, DEMO_ID, openDemo, settled, stage, type Stage } from '../support/browser'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'

const MOLE = 'demo-mole-at-varnsey'
const GORGE = 'demo-slalom-in-the-hollin-gorge'
const leaf = (page: Page, name: string) => page.locator(`[data-leaf="${name}"]`).click()
const finished = (page: Page) => page.locator('[data-test="waterline"]').innerText()

describe('Build-up on the screen', function () {
  this.timeout(900_000)
  let s: Stage
  before(async () => {
    s = await stage()
  })
  after(() => s.close())

  async function open(id: string, water: string) {
    const opened = await openDemo(s, id, 'build-up')
    await choose(opened.page.locator('[data-test="water-pick"]'), water)
    return opened
  }

  it('a curl film wave: chosen among the ways, rolled, propped where the jig says, and told when the props come away', async () => {
    const { page, said, close } = await open(MOLE, 'seas')
    await choose(page.locator('[data-test="way"]'), 'brushed-ridges')
    await settled(page)
    expect(await page.locator('[data-leaf="part"]').count()).to.equal(0)
    await leaf(page, 'ways')
    await page.locator('[data-way="curl-film"]').click()
    await settled(page)
    await leaf(page, 'part')
    // film as thick as the way brings along stands by itself; a thinner one does not
    await page.locator('[data-test="props"] .how').getByText('none').waitFor()
    await choose(page.locator('[data-test="film"]'), 'acetate-01')
    await page.locator('[data-test="props"] .how').getByText('1', { exact: true }).waitFor()
    expect(await page.locator('[data-test="prop"]').count()).to.equal(1)
    const { part } = planUntil(
      setWay('seas', 'curl-film')(demo('2-mole-at-varnsey')),
      'stacks'
    ).forms.find((f) => f.id === 'seas')!
    expect(await page.locator('[data-test="part-sheet"]').innerText()).to.include(
      `${Math.round(part!.lengthMm * 10) / 10}`
    )
    expect(await page.locator('[data-test="release"]').innerText()).to.match(/^\d+\s?h/)
    // the figure opens to its formula and source
    await page.locator('[data-test="release"] .how').click()
    await page.getByText('Laminated beam', { exact: false }).waitFor()
    await page.keyboard.press('Escape')
    // a stiffer eye and a thicker film change it at once, and undo brings it back
    await choose(page.locator('[data-test="film"]'), 'styrene-05')
    await page.locator('[data-test="props"] .how').getByText('none').waitFor()
    await page.keyboard.press('Control+z')
    await page.locator('[data-test="props"] .how').getByText('1', { exact: true }).waitFor()
    await leaf(page, 'core')
    await page.getByText('Take the props away').waitFor()
    // as a crest that lifts off it is set down loose instead of bedded
    await page.locator('[data-test="loose"]').click()
    await page.getByText('Never glued to the water').waitFor()
    await page.getByText('Set it on the water, loose').waitFor()
    await page.keyboard.press('Control+z')
    await page.getByText('Set it on the water, loose').waitFor({ state: 'detached' })
    await page.getByRole('button', { name: 'Prints', exact: true }).click()
    await page.locator('[data-template="jig-seas"] .name').click()
    await page.locator('[data-test="template-drawing"]').getByText(/prop/).waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('a moulded wave: six coats of rubber on the list, and the saw lines on its sheet', async () => {
    const { page, said, close } = await open(MOLE, 'seas')
    await choose(page.locator('[data-test="way"]'), 'cast-wave')
    await settled(page)
    await page.getByText('Brush on a coat of rubber, 6 of 6').waitFor()
    await leaf(page, 'part')
    const sheet = page.locator('[data-test="part-sheet"]')
    await sheet.getByText('6 coats').waitFor()
    expect(await sheet.innerText()).to.match(/saw 4\s?mm off each end/)
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    await page.getByText('Brush-on moulding rubber').waitFor()
    // the casting is mixed like a pour: its water's resin and dose, its heat in the mould, its cup
    const cast = page.locator('[data-mix="seas/cast"]')
    await cast.locator('.drops li').first().waitFor()
    expect(await cast.innerText()).to.match(/Deep-cast epoxy/)
    expect(await cast.locator('[data-test="cast-heat"]').innerText()).to.match(/\d+–\d+\s?°C/)
    await cast.locator('[data-weigh]').first().click()
    const scale = page.locator('[data-test="weigh"]')
    await scale
      .getByText(/Breakers|Swell|cast/i)
      .first()
      .waitFor()
    expect(await scale.innerText()).to.match(/g in a [\d,]+\s?ml cup/)
    expect(await scale.innerText()).to.not.match(/not in the plan/)
    // another resin by choice, clear: the pour keeps its own
    await page.getByRole('button', { name: 'Build-up', exact: true }).click()
    await choose(page.locator('[data-test="water-pick"]'), 'seas')
    await choose(page.locator('[data-test="cast-resin"]'), 'casting-epoxy-2-1')
    await page.locator('[data-test="same-dose"]').uncheck()
    await page.getByRole('button', { name: /^Less/ }).first().waitFor()
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    await cast.getByText('Clear casting resin').waitFor()
    expect(said).to.deep.equal([])
    await close()
  })

  it('label against heat, a colour wanted turned into drops, part of a drop as thinned tint, a pond by lamp', async () => {
    const { page, said, close } = await open(DEMO_ID, 'tailrace')
    expect(await page.locator('[data-test="heed"]').innerText()).to.match(/the label says/)
    await choose(page.locator('[data-test="heed"]'), 'heat')
    await settled(page)
    await page.getByText('a pour is deeper than the label says').first().waitFor()
    await choose(page.locator('[data-test="heed"]'), 'label')
    // the colour wanted
    const wish = page.locator('[data-test="dose-by-colour"]')
    await wish.getByRole('button').first().click()
    await page
      .locator('.el-color-picker__panel input, .el-color-picker-panel input')
      .first()
      .fill('#1d4f63')
    await page.keyboard.press('Enter')
    await page.locator('[data-test="dose-words"]').waitFor()
    const words = await page.locator('[data-test="dose-words"]').innerText()
    expect(words).to.match(/[\d.]+ [a-z]/)
    await page.locator('[data-test="take-dose"]').click()
    // a trace: less than half a drop in all
    const drops = page.getByLabel('Drops of Milk-white tint')
    await drops.fill('0.1')
    await settled(page)
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    await page.locator('[data-test="thinned"]').waitFor()
    await page
      .getByText(/ml thinned milk-white/)
      .first()
      .waitFor()
    // by lamp
    await page.getByRole('button', { name: 'Build-up', exact: true }).click()
    await choose(page.locator('[data-test="water-pick"]'), 'tailrace')
    await choose(page.locator('[data-test="way"]'), 'light-cured-pour')
    await settled(page)
    await page.getByRole('button', { name: 'Mix', exact: true }).click()
    const lit = page.locator('[data-test="lit-coats"] li')
    await lit.first().waitFor()
    expect(await lit.count()).to.be.within(2, 5)
    expect(await lit.first().innerText()).to.match(/g, .*(drop|ml thinned)/)
    expect(said).to.deep.equal([])
    await close()
  })

  it('a thick coat is refused with the time it would stay white, and split by one click', async () => {
    const { page, said, close } = await open(GORGE, 'rapid')
    await leaf(page, 'coats')
    await page.locator('[data-coats="1"]').click()
    const refused = page.locator('[data-finding="thick-coat:rapid"]')
    await refused.waitFor()
    expect(await refused.innerText()).to.match(/days/)
    expect(await finished(page)).to.match(/1 stops the plan/)
    await page.locator('[data-mend="thick-coat:rapid"]').click()
    await refused.waitFor({ state: 'detached' })
    await page.locator('.option.on').getByText('advised').waitFor()
    // hours between coats that are too few: the day it will be fit
    await page.getByLabel('Next coat after').fill('3')
    await page
      .locator('[data-finding="over-white:rapid"]')
      .getByText(/fit \d{4}-/)
      .waitFor()
    await page.getByLabel('Next coat after').fill('')
    await page.locator('[data-finding="over-white:rapid"]').waitFor({ state: 'detached' })
    // a wrong number says what is allowed and changes nothing
    await page.getByRole('textbox', { name: 'Coats' }).fill('0')
    await page.getByText(/a whole number, 1 to 40/).waitFor()
    await leaf(page, 'minutes')
    expect(await page.locator('[data-window="stipple"]').innerText()).to.match(/\d+–\d+ min/)
    expect(said).to.deep.equal([])
    await close()
  })

  it('too much white: named in both numbers, its repair judged, taken into the plan, and left out again', async () => {
    const { page, said, close } = await open(GORGE, 'rapid')
    await leaf(page, 'white')
    await page.locator('[data-test="recipe"]').getByText('Glass-bubble filler').waitFor()
    await page.locator('[data-share="rapid"] input').fill('95')
    await page
      .locator('[data-finding="too-white:rapid"]')
      .getByText(/yours 95 %, this water \d+ %/)
      .waitFor()
    const before = await finished(page)
    await leaf(page, 'wrong')
    await page.locator('[data-trouble="too-white"]').click()
    await page.getByLabel('White you see').fill('95')
    await page
      .locator('[data-test="verdict"]')
      .getByText(/yours 95 %/)
      .waitFor()
    await page
      .locator('[data-test="repair-cost"]')
      .getByText(/of work/)
      .waitFor()
    await page.locator('[data-test="take-repair"]').click()
    await page.locator('[data-test="taken"]').getByText('Too much white').waitFor()
    await settled(page)
    await page.getByRole('button', { name: 'Days', exact: true }).click()
    await page.locator('.agenda').getByText('Pick and dab the white back').first().waitFor()
    await page.getByRole('button', { name: 'Build-up', exact: true }).click()
    await choose(page.locator('[data-test="water-pick"]'), 'rapid')
    await leaf(page, 'wrong')
    await page.getByRole('button', { name: /Leave out/ }).click()
    await page.locator('[data-test="taken"]').waitFor({ state: 'detached' })
    await page.waitForFunction(
      (text) => document.querySelector<HTMLElement>('[data-test="waterline"]')!.innerText === text,
      before
    )
    expect(said).to.deep.equal([])
    await close()
  })

  it('schools of white are compared, and two things in hand are looked up', async () => {
    const { page, said, close } = await open(DEMO_ID, 'weir')
    await leaf(page, 'white')
    await page.getByRole('button', { name: 'Compare' }).first().click()
    await page.locator('[data-way="fibre-paste"]').click()
    await settled(page)
    await page.getByRole('button', { name: 'Back to the recipe' }).click()
    await page.locator('[data-test="recipe"]').getByText('White fibre', { exact: true }).waitFor()
    await page.getByRole('button', { name: 'Shelf', exact: true }).click()
    await leaf(page, 'release')
    await choose(page.locator('[data-test="hand-one"]'), 'silicone-caulk')
    await choose(page.locator('[data-test="hand-two"]'), 'silicone-paper')
    await page.locator('[data-test="told"]').getByText('Bonds.').waitFor()
    await choose(page.locator('[data-test="hand-two"]'), 'polythene')
    await page.locator('[data-test="told"]').getByText('Nobody has written that down').waitFor()
    // the minutes by the clock on Days
    await page.getByRole('button', { name: 'Days', exact: true }).click()
    await page
      .locator('[data-test="window"]')
      .first()
      .getByText(/later it takes no mark/)
      .waitFor()
    expect(said).to.deep.equal([])
    await close()
  })
})
