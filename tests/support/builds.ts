import { readFileSync } from 'node:fs'
import { newBuild, poolDefaults, USUAL_WEEK, type NewBuild } from '../../core/build/newBuild'
import type { Build } from '../../core/build/types'
import { readBuild } from '../../core/build/file/buildFile'
import type { Sounding } from '../../core/physics/shape/surface'

export type DemoName =
  '1-weir-at-cobbets-race' | '2-mole-at-varnsey' | '3-slalom-in-the-hollin-gorge'
export const demoText = (name: DemoName = '1-weir-at-cobbets-race'): string =>
  readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8')

export function demo(name: DemoName = '1-weir-at-cobbets-race'): Build {
  const result = readBuild(demoText(name))
  if (!result.ok) throw new Error(JSON.stringify(result.faults))
  return result.value
}

export const fresh = (
  waters: NewBuild['waters'] = { pool: true, fall: true, poolBelow: true }
): Build =>
  newBuild({
    id: 'fresh',
    name: 'Fresh',
    scale: '1:48',
    base: { widthMm: 300, depthMm: 200 },
    waters,
    calendar: { zone: 'Europe/Lisbon', start: '2026-11-24T18:00', week: USUAL_WEEK }
  })

/** A build of many waters and soundings, for speed and for properties that must hold at any size. */
export function large(waters = 10, soundings = 2000): Build {
  const build = fresh({ pool: false, fall: false, poolBelow: false })
  const each = Math.round(soundings / waters)
  const side = Math.ceil(Math.sqrt(each))
  const pools = Array.from({ length: waters }, (_, k) => {
    const x0 = (k % 5) * 200 + 10
    const y0 = Math.floor(k / 5) * 300 + 10
    const dips: Sounding[] = []
    for (let i = 0; i < each; i++) {
      const u = ((i % side) + 0.5 + 0.2 * Math.sin(i * 12.9898)) / side
      const v = (Math.floor(i / side) + 0.5 + 0.2 * Math.sin(i * 78.233)) / side
      dips.push([
        x0 + 180 * u,
        y0 + 280 * v,
        30 - 12 * Math.sin(Math.PI * u) * Math.sin(Math.PI * v) + Math.sin(i) * 0.3
      ])
    }
    const corner = (id: string, x: number, y: number) => ({ id, x, y, edge: 'shore' as const })
    return {
      kind: 'pool' as const,
      id: `pool${k}`,
      name: `Pool ${k}`,
      way: 'two-part-pour',
      outline: [
        corner('a', x0, y0),
        corner('b', x0 + 180, y0),
        corner('c', x0 + 180, y0 + 280),
        corner('d', x0, y0 + 280)
      ],
      brimMm: 32,
      damTopMm: 40,
      dam: 'clay',
      levelMm: 30,
      soundings: dips,
      resin: 'clear-epoxy-2-1',
      tints: [{ id: 'blue-green', dropsPer100G: 3 }],
      ...poolDefaults()
    }
  })
  return {
    ...build,
    base: { widthMm: 1100, depthMm: 700 },
    waters: pools,
    section: { from: [0, 150], to: [1100, 160] }
  }
}
