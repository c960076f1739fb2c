import { fontFiles } from '../cli/fontFiles'
import Delaunator from 'delaunator'
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import type { Build } from '../core/build/types'
import { changeMaking, changePool } from '../core/build/edits'
import { orderStack } from '../core/build/lays'
import { dryFilm } from '../core/physics/stuff/drying/film'
import { GELS } from '../core/craft/materials/gels'
import { bentStrip } from '../core/physics/stuff/supports/elastica'
import { propsFor } from '../core/physics/stuff/supports/props'
import { poolsOf } from '../core/build/types'
import { writeBuild } from '../core/build/file/write'
import { ringOf } from '../core/plan/1-ground/outline'
import { simulateCure } from '../core/physics/stuff/heat/cureRun'
import { fitResin } from '../core/physics/stuff/heat/fitResin'
import { resinKinetics } from '../core/craft/materials/resinKinetics'
import { THERMAL } from '../core/craft/materials/grounds'
import { RESINS } from '../core/craft/materials/resins'
import { daysStage } from '../core/plan/7-days/daysStage'
import { schedule } from '../core/plan/7-days/schedule'
import { largeProblem } from '../tests/support/largeProblem'
import { modelled, smallProblem, Solver } from '../tests/support/scheduleModel'
import { flowOver } from '../core/running/flowOver'
import { readRun } from '../core/plan/2-forms/ran/ranPlan'
import { sceneMaker } from '../core/plan/2-forms/scene/sceneMaker'
import { STEP_ARRAYS } from '../core/running/solver/stepper'
import { PASSES, waterRun } from '../core/running/waterRun'
import { derivePlan, finished, planner } from '../core/plan/derivePlan'
import { remembered } from '../core/plan/memo'
import { choose, DEMO_ID, goTo, settled, stage, type Stage } from '../tests/support/browser'
import { gridFromMesh } from '../core/exchange/scans/heightGrid'
import { readStl } from '../core/exchange/scans/readMesh'
import { thinned } from '../core/exchange/scans/thin'
import { binaryStl, trianglesOver } from '../tests/support/scans'
import { demo, large } from '../tests/support/builds'
import { PDFDocument } from 'pdf-lib'
import { bedMap } from '../core/plan/2-forms/bedMap'
import { formsStage } from '../core/plan/2-forms/formsStage'
import { groundStage } from '../core/plan/1-ground/groundStage'
import { BUILT_IN_SHELF } from '../core/craft/materials/shelf'
import { benchRound } from './benchRound'
import { pdfOf } from '../core/exchange/sheets/exports'

/**
 * npm run bench: speed, memory and first-load bytes, each as a ratio against something named. Never
 * a test.
 */
const root = fileURLToPath(new URL('..', import.meta.url))
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]
const ms = (value: number) => `${value.toFixed(2)} ms`
const line = (what: string, value: string, against: string) =>
  console.log(`${what.padEnd(58)} ${value.padStart(12)}   ${against}`)

function timed(times: number, work: (i: number) => unknown): number {
  const taken: number[] = []
  for (let i = 0; i < times; i++) {
    const began = performance.now()
    work(i)
    taken.push(performance.now() - began)
  }
  return median(taken)
}

function core(name: string, build: Build): void {
  const coords = poolsOf(build).map((p) =>
    Float64Array.from([
      ...p.outline.flatMap((c) => [c.x, c.y]),
      ...p.soundings.flatMap((d) => [d[0], d[1]])
    ])
  )
  const triangles = timed(40, () => coords.map((c) => new Delaunator(c)))
  const cold = timed(15, () => finished(planner()(build)))
  const warm = planner()
  finished(warm(build))
  const first = poolsOf(build)[0]
  const edited = timed(60, (i) =>
    finished(warm(changePool(first.id, { levelMm: first.levelMm - 0.1 * (1 + (i % 30)) })(build)))
  )
  line(
    `${name}: plan from nothing, in Node`,
    ms(cold),
    `${(cold / triangles).toFixed(1)} × Delaunator alone on the same points (${ms(triangles)})`
  )
  line(
    `${name}: plan after a level edit, in Node`,
    ms(edited),
    `${(edited / cold).toFixed(2)} × the plan from nothing`
  )
}

async function inBrowser(s: Stage, name: string, build: Build, aimMs: number): Promise<void> {
  const context = await s.profile()
  const page = await context.newPage()
  await page.goto(s.address)
  await page.locator('[data-test="import"] input').setInputFiles({
    name: 'bench.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeBuild({ ...build, id: 'bench-build' }))
  })
  await page.locator('[data-build="bench-build"] .water').first().waitFor()
  await page.goto(`${s.address}/build/bench-build/water`)
  await page.locator('[data-test="volume"]').waitFor()
  const handle = page.locator(`[data-level-of="${poolsOf(build)[0].id}"]`)
  await handle.focus()
  const cdp = await context.newCDPSession(page)
  await cdp.send('Performance.enable')
  const metric = async (key: string) =>
    (await cdp.send('Performance.getMetrics')).metrics.find((m) => m.name === key)!.value
  const edits = 40
  const latencies: number[] = []
  const press = async (key: string) => {
    await page.evaluate(() => {
      const w = window as unknown as { took: Promise<number> }
      w.took = new Promise<number>((resolve) => {
        let began = 0
        document.addEventListener(
          'keydown',
          () => {
            began = performance.now()
          },
          { once: true, capture: true }
        )
        new MutationObserver((_, observer) => {
          observer.disconnect()
          resolve(performance.now() - began)
        }).observe(document.querySelector('[data-test="volume"]')!, {
          characterData: true,
          subtree: true,
          childList: true
        })
      })
    })
    await page.keyboard.press(key)
    latencies.push(await page.evaluate(() => (window as unknown as { took: Promise<number> }).took))
  }
  for (let i = 0; i < 6; i++) await press('ArrowDown')
  latencies.length = 0
  const parts = ['TaskDuration', 'ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration']
  const now = () => Promise.all(parts.map(metric))
  const before = await now()
  for (let i = 0; i < edits; i++) await press(i % 2 ? 'ArrowUp' : 'ArrowDown')
  const [main, script, layout, style] = (await now()).map(
    (value, i) => ((value - before[i]) * 1000) / edits
  )
  line(
    `${name}: edit → new plan on the screen`,
    ms(median(latencies)),
    `${(median(latencies) / (1000 / 60)).toFixed(2)} × one frame at 60 a second`
  )
  line(
    `${name}: main-thread time of an edit, drawing included`,
    ms(main),
    `${(main / aimMs).toFixed(2)} × the aim of ${aimMs} ms (script ${ms(script)}, style ${ms(style)}, layout ${ms(layout)}, the rest painting and messages)`
  )

  const bob = (await handle.locator('.bob').boundingBox())!
  await page.evaluate(`window.frames = []; let last = performance.now()
    requestAnimationFrame(function tick(now) { window.frames.push(now - last); last = now; requestAnimationFrame(tick) })`)
  await page.mouse.move(bob.x + 20, bob.y + 10)
  await page.mouse.down()
  for (let i = 0; i < 90; i++) await page.mouse.move(bob.x + 20, bob.y + 10 + 12 * Math.sin(i / 8))
  await page.mouse.up()
  const frames = await page.evaluate(() =>
    (window as unknown as { frames: number[] }).frames.slice(2)
  )
  const slow = frames.filter((f) => f > 25).length
  line(
    `${name}: frame while a level is dragged`,
    ms(median([...frames])),
    `${(median([...frames]) / (1000 / 60)).toFixed(2)} × one frame at 60 a second; ${slow} of ${frames.length} over 25 ms`
  )
  const heap = (await metric('JSHeapUsedSize')) / 1e6
  line(
    `${name}: page heap after it all`,
    `${heap.toFixed(1)} MB`,
    `${((heap * 1e6) / Buffer.byteLength(writeBuild(build))).toFixed(0)} × the build file`
  )
  await context.close()
}

async function firstLoad(s: Stage): Promise<void> {
  const context = await s.profile()
  const page = await context.newPage()
  // as it goes over the wire: what is pressed beforehand says its length
  const sent = new Map<string, number>()
  const planner = /plan\.worker/
  page.on('response', (response) => {
    void response.allHeaders().then(async (headers) => {
      const length = Number(headers['content-length'] ?? Number.NaN)
      const { responseBodySize } = await response.request().sizes()
      sent.set(response.url(), Number.isFinite(length) ? length : responseBodySize)
    })
  })
  const sentKb = (only = /./) =>
    [...sent].reduce((sum, [url, bytes]) => sum + (only.test(url) ? bytes : 0), 0) / 1000
  await page.goto(s.address)
  await page.locator('.card .water').first().waitFor()
  await page.waitForTimeout(500)
  const total = sentKb()
  const element =
    ['index.full.min.js', 'index.css'].reduce(
      (sum, file) =>
        sum + gzipSync(readFileSync(`${root}node_modules/element-plus/dist/${file}`)).length,
      0
    ) / 1000
  line(
    'first load of Builds, compressed, fonts and worker included',
    `${total.toFixed(0)} kB`,
    `${(total / element).toFixed(2)} × Element Plus alone (${element.toFixed(0)} kB); aim 350 kB`
  )
  let before = total
  for (const view of ['ground', 'water', 'build-up', 'mix', 'days', 'bench', 'log', 'prints']) {
    await goTo(page, `/build/${DEMO_ID}/${view}`)
    await settled(page)
    await page.waitForTimeout(800)
    line(
      `then ${view}: more to fetch, its charts and workers included`,
      `${(sentKb() - before).toFixed(0)} kB`,
      `${((sentKb() - before) / element).toFixed(2)} × Element Plus alone`
    )
    before = sentKb()
  }
  line(
    'of it the planner, which comes with the first of them',
    `${sentKb(planner).toFixed(0)} kB`,
    `${(sentKb(planner) / element).toFixed(2)} × Element Plus alone`
  )
  await context.close()
}

/** Heat, scans and fits: what is new against the same work done simply. */
function pours(): void {
  const resin = resinKinetics(RESINS[0])
  const ground = [
    { ...THERMAL.get('fibre-plaster')!, thicknessMm: 3 },
    { ...THERMAL.get('xps')!, thicknessMm: 40 }
  ]
  const inert = { ...resin, a1PerS: 0, a2PerS: 0 }
  const one = {
    resin,
    pours: [{ thicknessMm: 20, atMin: 0 }],
    ground,
    roomC: 21,
    untilMin: 72 * 60
  }
  const cure = timed(30, () => simulateCure(one))
  const heat = timed(30, () => simulateCure({ ...one, resin: inert, mixC: 40 }))
  line(
    'one cure, 20 mm, 72 h',
    ms(cure),
    `${(cure / heat).toFixed(1)} × the same slab only cooling (${ms(heat)}); aim 30 ms`
  )
  const label = timed(9, (i) => fitResin({ potLifeMin: 30 + i, potLifeG: 100, atC: 25, cureH: 72 }))
  line('a label fitted', ms(label), `${(label / cure).toFixed(0)} × one cure`)
  const whole = timed(9, (i) =>
    finished(planner()({ ...demo(), room: { tempC: 17 + i / 2, rhPct: 50 } }))
  )
  line(
    'a whole multi-pour plan, every heat run anew',
    ms(whole),
    `${(whole / cure).toFixed(0)} × one cure; aim 300 ms`
  )
  const stl = binaryStl(
    trianglesOver(420, 300, 500, 500, (x, y) => 30 + 14 * Math.cos(x / 60) * Math.cos(y / 45))
  )
  const ring = ringOf(poolsOf(demo())[0].outline)
  const copy = timed(
    5,
    () => new Float32Array(stl.slice(84, 84 + 4 * Math.floor((stl.byteLength - 84) / 4)))
  )
  const scan = timed(5, () =>
    thinned(gridFromMesh(readStl(stl.slice(0)), { unitMm: 1, up: 'z', x: 0, y: 0, z: 16 }), ring)
  )
  line(
    '500,000 triangles to a ground',
    ms(scan),
    `${(scan / copy).toFixed(0)} × copying the file's bytes (${ms(copy)}); aim 3,000 ms`
  )
  scanAlone()
}

/**
 * A scan in a process of its own, which has held nothing else: with its ground read, and with only
 * the file held.
 */
function scanAlone(): void {
  const code = (work: string) => `
    import { thinned } from '${root}core/exchange/scans/thin.ts'
    import { gridFromMesh } from '${root}core/exchange/scans/heightGrid.ts'
    import { readStl } from '${root}core/exchange/scans/readMesh.ts'
    import { readFileSync } from 'node:fs'
    const file = readFileSync(process.argv.at(-1))
    const bytes = file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength)
    ${work}
    console.log(process.resourceUsage().maxRSS / 1000)`
  const folder = mkdtempSync(join(tmpdir(), 'spindle-scan-'))
  const path = join(folder, 'half-a-million.stl')
  const stl = binaryStl(
    trianglesOver(420, 300, 500, 500, (x, y) => 30 + 14 * Math.cos(x / 60) * Math.cos(y / 45))
  )
  writeFileSync(path, Buffer.from(stl))
  const peak = (work: string) =>
    Number(
      spawnSync(
        process.execPath,
        ['--import', 'tsx', '--input-type=module', '-e', code(work), '--', path],
        { cwd: root, encoding: 'utf8' }
      ).stdout.trim()
    )
  const idle = peak('')
  const read = peak(
    "thinned(gridFromMesh(readStl(bytes), { unitMm: 1, up: 'z', x: 0, y: 0, z: 16 }), [[40, 40], [200, 40], [200, 200], [40, 200]])"
  )
  rmSync(folder, { recursive: true, force: true })
  line(
    'a scan of 500,000 triangles read for a pool, peak memory',
    `${read.toFixed(0)} MB`,
    `${(read / idle).toFixed(1)} × the process that only holds the file (${idle.toFixed(0)} MB); aim 300 MB`
  )
}

/** Moving water: every form and the white map on an edit, and the printed templates. */
async function water(): Promise<void> {
  for (const [name, build] of [
    ['demo 1', demo()],
    ['demo 2', demo('2-mole-at-varnsey')],
    ['demo 3', demo('3-slalom-in-the-hollin-gorge')]
  ] as const) {
    const ground = groundStage(build)
    const first = poolsOf(build)[0]
    const laying = timed(20, () => bedMap(build, ground))
    // a kept run is opened once, as the app does it
    const read = remembered(readRun)
    const forms = timed(40, (i) =>
      formsStage(
        changePool(first.id, { levelMm: first.levelMm - 0.01 * (i % 20) })(build),
        ground,
        BUILT_IN_SHELF,
        read
      )
    )
    line(
      `${name}: all forms and the white map on an edit`,
      ms(forms),
      `${(forms / laying).toFixed(1)} × laying the dipped ground on the same cells (${ms(laying)}); aim 50 ms`
    )
  }
  const mole = demo('2-mole-at-varnsey')
  const ids = derivePlan(mole).templates.map((t) => t.id)
  const began = performance.now()
  const { bytes } = await pdfOf(mole, ids, 'a4', BUILT_IN_SHELF, { read: fontFiles })
  const took = performance.now() - began
  const pages = (await PDFDocument.load(bytes)).getPageCount()
  const blank = performance.now()
  const empty = await PDFDocument.create()
  for (let i = 0; i < pages; i++) empty.addPage()
  await empty.save()
  const plain = performance.now() - blank
  line(
    `demo 2: all templates drawn and printed, ${pages} sheets`,
    ms(took),
    `${(took / plain).toFixed(0)} × as many blank sheets (${ms(plain)}); aim 2,000 ms`
  )
}

/** Gel: one coat, one curl, and the whole plan of each demo after the edits of Build-up. */
function buildUp(): void {
  const gel = GELS[0]
  const constant = timed(20, (i) =>
    dryFilm({ ...gel, fallsBy: 0, surface: 'dry' }, 2 + i / 100, 20, 50)
  )
  const coat = timed(20, (i) => dryFilm(gel, 2 + i / 100, 20, 50))
  line(
    'one coat of gel dried',
    ms(coat),
    `${(coat / constant).toFixed(1)} × the same film by Crank's case alone (${ms(constant)})`
  )
  const strip = {
    lengthMm: 60,
    thicknessMm: 0.2,
    modulusGPa: 1.8,
    filmDensityGCm3: 1.28,
    wetMm: 3,
    gelDensityGCm3: 1.05,
    radiusMm: 30,
    angleDeg: 60
  }
  const bent = timed(20, () => bentStrip(strip))
  const held = timed(20, (i) => propsFor({ ...strip, wetMm: 3 + i / 20 }, 0.05))
  line('props for a curl', ms(held), `${(held / bent).toFixed(0)} × bending it once (${ms(bent)})`)
  for (const [name, file, id] of [
    ['demo 1', '1-weir-at-cobbets-race', 'race'],
    ['demo 2', '2-mole-at-varnsey', 'seas'],
    ['demo 3', '3-slalom-in-the-hollin-gorge', 'rapid']
  ] as const) {
    const build = demo(file)
    const cold = timed(5, () => finished(planner()(build)))
    const warm = planner()
    finished(warm(build))
    const edited = timed(30, (i) => finished(warm(changeMaking(id, { coats: 2 + (i % 8) })(build))))
    const drier = timed(10, (i) =>
      finished(warm({ ...build, room: { ...build.room, rhPct: 40 + i / 7 } }))
    )
    line(
      `${name}: whole plan after a change of coats`,
      ms(edited),
      `${(edited / cold).toFixed(2)} × the plan from nothing (${ms(cold)}); aim 300 ms`
    )
    const own = derivePlan(build)
      .steps.lays.filter((l) => l.stack === id)
      .map((l) => l.id)
    const reordered = timed(30, (i) =>
      finished(
        warm(orderStack(id, own.toSpliced(i % own.length, 1).concat(own[i % own.length]))(build))
      )
    )
    line(
      `${name}: whole plan after a lay is moved`,
      ms(reordered),
      `${(reordered / edited).toFixed(2)} × a change of coats; aim 1.3`
    )
    line(
      `${name}: whole plan in another room, every coat dried anew`,
      ms(drier),
      `${(drier / coat).toFixed(0)} × one coat; aim 300 ms`
    )
  }
}

/** Main-thread time of a change of coats on the largest demo. */
async function coatsInBrowser(s: Stage, aimMs: number): Promise<void> {
  const context = await s.profile()
  const page = await context.newPage()
  await page.goto(s.address)
  await page.locator('.card .title').nth(2).waitFor()
  await page.goto(`${s.address}/build/demo-mole-at-varnsey/build-up`)
  await choose(page.locator('[data-test="water-pick"]'), 'seas')
  await page.locator('[data-leaf="coats"]').click()
  const cdp = await context.newCDPSession(page)
  await cdp.send('Performance.enable')
  const metric = async (key: string) =>
    (await cdp.send('Performance.getMetrics')).metrics.find((m) => m.name === key)!.value
  const parts = ['TaskDuration', 'ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration']
  const now = () => Promise.all(parts.map(metric))
  const press = async (coats: number) => {
    await page.locator(`[data-coats="${coats}"]`).click()
    await page.waitForFunction(
      (n) => document.querySelector('.option.on')?.getAttribute('data-coats') === String(n),
      coats
    )
    await page.waitForTimeout(300)
  }
  for (const n of [3, 5]) await press(n)
  const before = await now()
  const edits = 12
  for (let i = 0; i < edits; i++) await press(3 + (i % 3))
  const [main, script, layout, style] = (await now()).map(
    (value, i) => ((value - before[i]) * 1000) / edits
  )
  line(
    'demo 2: main-thread time of a change of coats',
    ms(main),
    `${(main / aimMs).toFixed(2)} × the aim of ${aimMs} ms (script ${ms(script)}, style ${ms(style)}, layout ${ms(layout)}, the rest painting, messages and the pointer)`
  )
  await context.close()
}

/** The exact schedule, against HiGHS on the same instances in the same run, and on problems of real size. */
async function days(): Promise<void> {
  const solver = await Solver.load(true)
  const ratios: number[] = []
  const ours: number[] = []
  for (let seed = 1; seed <= 60; seed++) {
    const input = smallProblem(seed)
    const theirs = timed(1, () => modelled(solver, input, null))
    const mine = timed(3, () => schedule(input))
    ratios.push(theirs / mine)
    ours.push(mine)
  }
  const sorted = [...ratios].sort((a, b) => a - b)
  line(
    '60 small schedules, exact, each',
    ms(median(ours)),
    `HiGHS (time-indexed) takes ${median(ratios).toFixed(0)} × as long at the median, ${sorted[0].toFixed(1)} × at the least (aim: 100 ×, never below 1)`
  )
  for (const name of [
    '1-weir-at-cobbets-race',
    '2-mole-at-varnsey',
    '3-slalom-in-the-hollin-gorge'
  ] as const) {
    const build = demo(name)
    const plan = derivePlan(build)
    const took = timed(9, () => daysStage(build, plan.steps))
    line(
      `${name}: ${plan.steps.steps.length} steps scheduled`,
      ms(took),
      `${(took / 1000).toFixed(3)} × the aim of 1 s; ${plan.days.lowerBoundMs === plan.days.finishMs ? 'proven to end first' : 'not proven'}, by ${plan.days.proof?.kind}`
    )
  }
  const gaps: number[] = []
  const before = process.memoryUsage().heapUsed
  for (let seed = 1; seed <= 8; seed++) {
    const ends = performance.now() + 5000
    const found = schedule(largeProblem(seed), { nodes: 1e9, stop: () => performance.now() > ends })
    gaps.push('problem' in found ? Infinity : 100 * (found.finishMin / found.lowerBoundMin - 1))
  }
  const heap = (process.memoryUsage().heapUsed - before) / 1e6
  line(
    '120 steps, 30 greatest waits, 5 s each: above the bound',
    `${median(gaps).toFixed(2)} %`,
    `${(median(gaps) / 3).toFixed(2)} × the aim of 3 %; worst of 8 ${Math.max(...gaps).toFixed(2)} %, heap grew by ${heap.toFixed(0)} MB`
  )
}

/**
 * Running water: against merely copying the arrays that a step works on, a first-order run of the
 * same scene, and the aim of 10 s.
 */
function running(): void {
  const side = 700
  const bed = Array.from({ length: side }, (_, r) =>
    Array.from({ length: side }, (_c, c) => 0.2 * Math.sin(r * 0.05) * Math.cos(c * 0.06))
  )
  const h = bed.map((row, r) => row.map((z) => 1 - z + (r < side / 2 ? 0.3 : 0)))
  const wall = { w: 'wall', e: 'wall', s: 'wall', n: 'wall' } as const
  const per = (order: 1 | 2) =>
    median(
      Array.from(
        { length: 3 },
        () =>
          1e9 /
          flowOver({ dxM: 1, bed, h, boundaries: wall, manning: 0.03, order, untilS: 1.2 }, () =>
            performance.now()
          ).cellUpdatesPerS
      )
    )
  /** To copy so many arrays of as many cells, ns a cell. */
  const copied = (count: number) => {
    const from = Array.from({ length: count }, () => new Float64Array((side + 4) ** 2).fill(1))
    const to = from.map((a) => new Float64Array(a.length))
    return (timed(9, () => from.forEach((a, i) => to[i].set(a))) * 1e6) / (side + 4) ** 2
  }
  const [second, first, all, state] = [per(2), per(1), copied(STEP_ARRAYS), copied(4)]
  line(
    `running water, ${side} × ${side} cells, second order, a cell update`,
    `${second.toFixed(0)} ns`,
    `${(1e3 / second).toFixed(1)} million a second; ${(second / all).toFixed(1)} × copying the ${STEP_ARRAYS} arrays of a step (${all.toFixed(0)} ns; aim 12 ×), ${(second / state).toFixed(1)} × copying bed and state alone`
  )
  line(
    'the same at first order',
    `${first.toFixed(0)} ns`,
    `second order costs ${(second / first).toFixed(1)} × as much`
  )
  for (const name of [
    '1-weir-at-cobbets-race',
    '2-mole-at-varnsey',
    '3-slalom-in-the-hollin-gorge'
  ] as const) {
    const began = performance.now()
    const water = waterRun(sceneMaker(demo(name)), { start: 'levels', passes: PASSES })
    let usable = 0
    for (;;) {
      const p = water.advance(250_000)
      if (p.usable && usable === 0) usable = performance.now() - began
      if (p.done) {
        line(
          `${name}: water worth reading`,
          ms(usable),
          `${(usable / 10_000).toFixed(2)} × the aim of 10 s; as sharp as it gets (${p.cells} cells) after ${((performance.now() - began) / 1000).toFixed(1)} s, mass off by ${p.massErrorRel.toExponential(1)}`
        )
        break
      }
    }
  }
  // in a process of its own: this one has held larger things
  const alone = (cells: string) => {
    const code = `import { demo } from './tests/support/builds.ts'; import { sceneMaker } from './core/plan/2-forms/scene/sceneMaker.ts'; import { waterRun } from './core/running/waterRun.ts'
      const maker = sceneMaker(demo('3-slalom-in-the-hollin-gorge'))
      if (${cells}.length > 0) { const water = waterRun(maker, { start: 'levels', passes: ${cells} }); while (!water.advance(1e6).done); water.usual() }
      console.log(process.resourceUsage().maxRSS / 1000)`
    const ran = spawnSync(
      process.execPath,
      ['--import', 'tsx', '--input-type=module', '--eval', code],
      { cwd: root, encoding: 'utf8' }
    )
    if (ran.status !== 0) throw new Error(ran.stderr)
    return Number(ran.stdout)
  }
  const [idle, peak] = [alone('[]'), alone(JSON.stringify(PASSES))]
  line(
    'demo 3 run to its finest, peak memory',
    `${peak.toFixed(0)} MB`,
    `${(peak / idle).toFixed(1)} × the process with its scene alone (${idle.toFixed(0)} MB); aim 300 MB`
  )
}

const s = await stage()
const big = large()
console.log(`Chromium ${s.browser.version()}, Node ${process.version}; medians\n`)
core('demo 1', demo())
core('10 waters, 2,000 soundings', big)
const peak = process.resourceUsage().maxRSS / 1000
line(
  'peak memory of the planning process',
  `${peak.toFixed(0)} MB`,
  `${(peak / (Buffer.byteLength(writeBuild(big)) / 1e6)).toFixed(0)} × the larger build file`
)
running()
await days()
pours()
await water()
buildUp()
await inBrowser(s, 'demo 1', demo(), 16)
await inBrowser(s, '10 waters, 2,000 soundings', big, 100)
await coatsInBrowser(s, 8)
await firstLoad(s)
await benchRound(s, line)
await s.close()
