import Delaunator from 'delaunator'
import type { Build } from '../core/build/types'
import { setLand } from '../core/build/landEdits'
import { BUILT_IN_SHELF } from '../core/craft/materials/shelf'
import { newFrom } from '../core/exchange/newFile'
import { groundStage } from '../core/plan/1-ground/groundStage'
import { grownLand } from '../core/plan/beside/grownLand'
import { derivePlan } from '../core/plan/derivePlan'
import { roundModel } from '../core/plan/round/roundModel'
import type { Kept } from '../core/plan/round/kept'
import { COARSE, FINE } from '../core/plan/round/types'
import type { Stage } from '../tests/support/browser'
import { openDemo } from '../tests/support/browser'
import { demo } from '../tests/support/builds'

type Line = (what: string, value: string, against: string) => void
const ms = (value: number) => `${value.toFixed(0)} ms`

/** A land of 600 × 400 mm at 2 mm, with two pools and a fall. */
function wide(): Build {
  const build = newFrom(
    { name: 'Wide', scale: '1:64', widthMm: 600, depthMm: 400, waters: 'pool-fall-pool' },
    { start: '2026-11-24T18:00', zone: 'UTC' }
  )
  return setLand(grownLand(build, groundStage(build), { reaches: [] }))(build)
}

/** How long models take to make, against triangulating as many points; how soon and how fast they are drawn. */
export async function benchRound(s: Stage, line: Line): Promise<void> {
  const builds: [string, Build][] = [
    ['demo 1', demo()],
    ['demo 2', demo('2-mole-at-varnsey')],
    ['demo 3', demo('3-slalom-in-the-hollin-gorge')],
    ['land of 600 × 400 mm', wide()]
  ]
  for (const [name, build] of builds) {
    const plan = derivePlan(build)
    const of = { ground: groundStage(build), forms: plan.forms, stacks: plan.stacks }
    const fine = roundModel(build, of, BUILT_IN_SHELF, FINE)
    const coarse = roundModel(build, of, BUILT_IN_SHELF, COARSE)
    const points = fine.parts.reduce((sum, p) => sum + p.xyz.length / 3, 0)
    const began = performance.now()
    roundModel(build, of, BUILT_IN_SHELF, FINE)
    const took = performance.now() - began
    const kept: Kept = new Map()
    const asked = [of, BUILT_IN_SHELF, COARSE, undefined, kept] as const
    roundModel(build, ...asked)
    const again = performance.now()
    roundModel(build, ...asked)
    const rest = performance.now() - again
    const bytes = fine.parts.reduce(
      (sum, p) =>
        sum +
        [p.xyz, p.triangles, p.colours, p.white].reduce((b, v) => b + (v?.byteLength ?? 0), 0),
      0
    )
    const coords = Float64Array.from(
      { length: 2 * points },
      (_, i) => Math.abs(Math.sin(12.9898 * i) * 43_758.5453) % 1
    )
    const from = performance.now()
    new Delaunator(coords)
    const alone = performance.now() - from
    line(
      `${name}: the model in the round, made again`,
      ms(took),
      `${(took / alone).toFixed(1)} × Delaunator on as many points (${ms(alone)}); ${fine.triangles} triangles, coarse ${coarse.triangles}; coarse and land and water as they were ${ms(rest)}; ${(bytes / 1e6).toFixed(1)} MB, ${(bytes / (50 * fine.triangles)).toFixed(2)} × the same triangles as a binary STL`
    )
  }
  for (const id of [
    'demo-weir-at-cobbets-race',
    'demo-mole-at-varnsey',
    'demo-slalom-in-the-hollin-gorge'
  ]) {
    const { page, close } = await openDemo(s, id, 'round')
    const round = page.locator('[data-test="round"][data-first-ms]')
    await round.waitFor()
    const first = Number(await round.getAttribute('data-first-ms'))
    const drawnBy = await round.getAttribute('data-drawn-by')
    const canvas = page.locator('[data-test="round-canvas"]')
    const box = (await canvas.boundingBox())!
    await page.mouse.move(box.x + 200, box.y + 200)
    await page.mouse.down()
    const before = Number(await canvas.getAttribute('data-frames'))
    const dragFrom = performance.now()
    for (let i = 0; i < 60; i++) await page.mouse.move(box.x + 200 + 3 * i, box.y + 200 + i)
    const seconds = (performance.now() - dragFrom) / 1000
    const frames = Number(await canvas.getAttribute('data-frames')) - before
    const script = Number(await canvas.getAttribute('data-script-ms'))
    await page.mouse.up()
    await page.waitForTimeout(800)
    const still = Number(await canvas.getAttribute('data-frames'))
    await page.waitForTimeout(600)
    const idle = Number(await canvas.getAttribute('data-frames')) - still
    line(
      `${id}: first picture in the round`,
      ms(first),
      `drawn by the ${drawnBy}; aim 1,500 ms; ${(frames / seconds).toFixed(0)} frames a second while it is turned, a frame’s own script ${script.toFixed(1)} ms (aim 4), ${idle} frames while it rests`
    )
    await close()
  }
}
