import { expect } from 'chai'
import fc from 'fast-check'
import { newBuild, USUAL_WEEK, type NewBuild } from '../../core/build/newBuild'
import { demo } from '../support/builds'
import type { Build } from '../../core/build/types'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const KINDS: NewBuild['waters'][] = [
  { pool: true, fall: false, poolBelow: false },
  { pool: true, fall: true, poolBelow: true },
  { pool: false, fall: false, poolBelow: false, rapid: true },
  { pool: false, fall: false, poolBelow: false, shore: true }
]
const made = (widthMm: number, depthMm: number, scale: string, waters: NewBuild['waters']): Build =>
  newBuild({
    id: 'new',
    name: 'New',
    scale,
    base: { widthMm, depthMm },
    waters,
    calendar: { zone: 'Europe/Lisbon', start: '2026-11-24T18:00', week: USUAL_WEEK }
  })

describe('Findings that do not cry wolf', () => {
  it('an untouched build of any kind, size and scale is not warned of what the app chose for it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 120, max: 700 }),
        fc.integer({ min: 100, max: 500 }),
        fc.constantFrom('1:220', '1:160', '1:87', '1:48', '1:35', '1:24', '1:12'),
        fc.constantFrom(...KINDS),
        (width, depth, scale, kind) => {
          const loud = planFor(made(width, depth, scale, kind)).findings.filter(
            (f) => f.severity === 'stop' || f.severity === 'warn'
          )
          expect(loud.map((f) => `${f.id}: ${written(f.number)}`)).to.deep.equal([])
        }
      ),
      { numRuns: runs(24) }
    )
  })

  it('what stops comes first, then what most work hangs on; what is only explained comes last and costs nothing', () => {
    const plan = planFor(demo())
    const scare = planFor({
      ...demo(),
      room: { tempC: 34, rhPct: 80 },
      waters: demo().waters.map((w) =>
        w.kind === 'pool' ? { ...w, pours: 1, dam: 'no-such-dam' } : w
      )
    })
    const rank = ['stop', 'warn', 'note', 'aside']
    for (const { findings } of [plan, scare]) {
      const keys = findings.map((f) => [rank.indexOf(f.severity), -f.stakeMin!] as const)
      expect(keys).to.deep.equal([...keys].sort(([a, s], [b, t]) => a - b || s - t))
    }
    expect(new Set(scare.findings.map((f) => f.severity))).to.include.members(['stop', 'warn'])
    // a finding of one water stakes that water's work, one of the whole build all of it
    const hands = (water: string | null) =>
      scare.steps.steps
        .filter((s) => water === null || s.water === water)
        .reduce((sum, s) => sum + s.handsMin, 0)
    for (const f of scare.findings)
      expect(f.stakeMin, f.id).to.equal(f.severity === 'aside' ? 0 : hands(f.water))
    expect(hands(null)).to.be.above(hands('millpond'))
  })
})
