import { expect } from 'chai'
import fc from 'fast-check'
import { clampToSchema } from '../../core/build/file/clampToSchema'
import { checkBuild, readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import type { Build, Pool } from '../../core/build/types'
import { packBackup } from '../../core/exchange/backup'
import { unpackBackup } from '../../core/exchange/unpack'
import { demo } from '../support/builds'
import { runs } from '../support/dial'

const race = demo()
const pond = (build: Build) => build.waters.find((w): w is Pool => w.kind === 'pool')!
const withPond = (change: (pool: Pool) => Pool): Build => ({
  ...race,
  waters: race.waters.map((w) => (w.id === pond(race).id ? change(w as Pool) : w))
})
const firstFault = (build: unknown): string => {
  const read = checkBuild(build)
  return read.ok ? '' : read.faults.map((f) => `${f.path} ${f.message}`).join('\n')
}

/** Every number, text and list of a build, by its path. */
function places(node: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof node !== 'object' || node === null) return [path]
  return [
    ...(path.length > 0 ? [path] : []),
    ...Object.entries(node).flatMap(([key, value]) =>
      places(value, [...path, Array.isArray(node) ? Number(key) : key])
    )
  ]
}
// the app gives ids and kinds itself and never changes them
const FIXED = ['format', 'version', 'id', 'kind']
const PLACES = places(race).filter((path) => !FIXED.includes(String(path.at(-1))))

/** A build with one value of it replaced by anything. */
function with_(build: Build, path: readonly (string | number)[], value: unknown): Build {
  const copy = structuredClone(build)
  let node = copy as unknown as Record<string | number, unknown>
  for (const key of path.slice(0, -1)) node = node[key] as typeof node
  node[path.at(-1)!] = value
  return copy
}
const anything = fc.oneof(
  fc.constantFrom(NaN, Infinity, -9999, 1e9, -1e30, 0, -1, 0.5, 1e16),
  fc.constantFrom('', 'x'.repeat(130), '2026-02-31', '2026-02-31T10:00', '+012000-01-01T00:00:00Z'),
  fc.constant(null)
)

describe('One schema at every door', () => {
  it('says what a real build is: three corners, days that exist, heights within a few bases', () => {
    expect(firstFault(withPond((p) => ({ ...p, outline: [] })))).to.match(/outline.*at least 3/)
    expect(firstFault(withPond((p) => ({ ...p, outline: p.outline.slice(0, 2) })))).to.match(/3/)
    expect(
      firstFault({ ...race, calendar: { ...race.calendar, start: '2026-02-31T10:00' } })
    ).to.match(/calendar\.start was "2026-02-31T10:00"; must be a day that exists/)
    expect(
      firstFault({ ...race, calendar: { ...race.calendar, start: '2028-02-29T10:00' } })
    ).to.equal('')
    const deep = withPond((p) => ({ ...p, soundings: [...p.soundings, [100, 100, -9999]] }))
    expect(firstFault(deep)).to.match(
      /soundings\[\d+\]\[2\] was -9999; must lie within \d+ mm: nothing of this build is so far/
    )
  })

  it('what an edit leaves behind is brought inside, and said where it stood', () => {
    const far = withPond((p) => ({
      ...p,
      levelMm: 1e6,
      soundings: [...p.soundings, [100, 100, -9999]]
    }))
    const inside = clampToSchema(far, race)
    expect(inside.left).to.deep.equal([])
    expect(pond(inside.build).soundings).to.deep.equal(pond(race).soundings)
    expect(inside.told.join('\n')).to.include(
      `${pond(race).name}, sounding ${pond(race).soundings.length + 1}`
    )
    const busy = {
      ...race,
      calendar: {
        ...race.calendar,
        busy: [
          { title: 'Choir', from: '2026-12-01T18:00:00Z', to: '2026-12-01T20:00:00Z' },
          { title: 'Never', from: '+012000-01-01T00:00:00Z', to: '+012000-01-02T00:00:00Z' }
        ]
      }
    }
    const mended = clampToSchema(busy, race)
    expect(mended.build.calendar.busy.map((b) => b.title)).to.deep.equal(['Choir'])
    expect(mended.told[0]).to.include('calendar, busy time 2')
    // what is inside already is the same build, not a copy of it
    expect(clampToSchema(race, null).build).to.equal(race)
  })

  it('everything saved exports, imports and restores to itself, whatever stood where', () => {
    let mended = 0
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...PLACES), anything), { minLength: 1, maxLength: 4 }),
        (changes) => {
          const wild = changes.reduce((build, [path, value]) => {
            try {
              return with_(build, path, value)
            } catch {
              return build
            }
          }, race)
          const { build, told, left } = clampToSchema(wild, race)
          mended += told.length > 0 ? 1 : 0
          expect(left).to.deep.equal([])
          expect(readBuild(writeBuild(build))).to.deep.equal({ ok: true, value: build })
          const zip = packBackup(
            {
              madeAt: '2026-11-24T18:20:00Z',
              builds: [{ build, deletedAt: null }],
              shelf: [],
              forgotten: {},
              states: []
            },
            new Map()
          )
          const back = unpackBackup(zip)
          expect(back.left).to.deep.equal([])
          expect(back.backup.builds[0]!.build).to.deep.equal(build)
          // and nothing is touched that was well
          if (told.length === 0) expect(build).to.deep.equal(wild)
        }
      ),
      { numRuns: runs(150) }
    )
    expect(mended).to.be.greaterThan(75)
  })
})
