import { expect } from 'chai'
import { decode } from 'fast-png'
import { PNG } from 'pngjs'
import { zlibSync } from 'fflate'
import { addBoulder, changePool, setFlow } from '../../core/build/edits'
import { dropRun, placeEnd, takeMaps } from '../../core/build/runEdits'
import type { Build } from '../../core/build/types'
import { openRun, RUN_FIELDS } from '../../core/running/keptRun'
import { groundMark } from '../../core/plan/2-forms/ran/ranPlan'
import { surfaceAlong } from '../../core/plan/2-forms/ran/readRun'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { derivePlan } from '../../core/plan/derivePlan'
import { runSurface, surfaceSolid, RUN_SURFACE } from '../../core/plan/templates/runSurface'
import { gridFromMap, readHeightMap, surfacePng } from '../../core/exchange/scans/heightMap'
import { readFor } from '../../core/plan/reads'
import { planUntil } from '../../core/plan/stages'
import { GORGE, gorge, kept, over } from '../support/runs'
import { written } from '../../core/words/sentence'

describe('a run that is kept', function () {
  this.timeout(300_000)
  const build = kept(GORGE, gorge.run)
  const plan = derivePlan(build)

  it('is written into the build file and read back as it was, finer than a ruler or an eye can tell', () => {
    const read = readBuild(writeBuild(build))
    expect(read.ok).to.equal(true)
    const again = openRun(
      (read as { value: Build }).value.running.kept.find((k) => k.id === 'r1')!,
      35
    )
    for (const name of RUN_FIELDS) {
      const most = gorge.run.fields[name].reduce((m, v) => Math.max(m, Math.abs(v)), 0)
      // half a step: a twentieth of a millimetre, or a four-thousandth of the greatest; else of 250
      const step = name.endsWith('Mm') ? Math.max(0.05, most / 4000) : most / 250
      again.fields[name].forEach((v, i) =>
        expect(Math.abs(v - gorge.run.fields[name][i])).to.be.at.most(step * 0.501 + 1e-6)
      )
    }
    expect(again.falls).to.deep.equal(gorge.run.falls)
  })

  it('a run cut short, a field of another size or a bomb is refused, with its place', () => {
    for (const spoil of [
      (d: string) => d.slice(0, 40),
      () => 'AAAA',
      () => Buffer.from(zlibSync(new Uint8Array(5_000_000))).toString('base64')
    ]) {
      const k = build.running.kept.at(-1)!
      const bad = {
        ...build,
        running: {
          ...build.running,
          kept: [
            {
              ...k,
              fields: { ...k.fields, foam: { ...k.fields.foam, data: spoil(k.fields.foam.data) } }
            }
          ]
        }
      }
      const read = readBuild(JSON.stringify(bad))
      expect(read.ok).to.equal(false)
      expect((read as { faults: { path: string }[] }).faults[0].path).to.match(
        /^running\.kept\[0\]/
      )
    }
  })

  it('gives white map and strokes in place of the forms, and says how far they differ', () => {
    const { white, formsWhite, ran: made, strokes } = plan.forms
    expect(white).to.equal(made!.white)
    expect(white.wholePct).not.to.be.closeTo(formsWhite.wholePct, 0.5)
    expect(strokes).to.equal(made!.strokes)
    expect(made!.white.zones.map((z) => z.zone)).to.include.members([
      'fresh foam',
      'streaks carried down',
      'gathered in eddies'
    ])
    const share = made!.white.waters.find((w) => w.water === 'ledge')!.sharePct
    expect(share).to.be.closeTo(
      over(gorge.run, [132, 222], [60, 150], (a) => a.whitePct),
      14
    )
    const forms = planUntil(takeMaps(null)(build), 'forms')
    expect(forms.white).to.equal(forms.formsWhite)
    expect(forms.ran?.id).to.equal('r1')
  })

  it('is checked against the forms, each with both numbers; what differs is a finding', () => {
    const checks = plan.forms.ran!.checks
    expect(checks.map((c) => c.what)).to.include.members([
      'discharge',
      'landing',
      'level',
      'depth',
      'jump'
    ])
    expect(checks.find((c) => c.what === 'discharge')!.differs).to.equal(false)
    for (const c of checks.filter((k) => k.differs))
      expect(
        plan.findings.some(
          (f) =>
            f.id.startsWith(`run-${c.what}:${c.water}`) && written(f.number).startsWith('form ')
        )
      ).to.equal(true)
    // a form told another flow than the run had
    const other = kept(setFlow({ dischargeM3S: 0.5 })(GORGE), gorge.run)
    expect(
      written(derivePlan(other).findings.find((f) => f.id === 'run-discharge:ledgefall')!.number)
    ).to.match(/^form 0\.5 m³\/s, run 1\.\d+ m³\/s$/)
  })

  it('is old once ground or flow are changed, and not for a name or a colour', () => {
    const mark = groundMark(build)
    expect(groundMark(readFor('forms', { ...build, name: 'other', notes: 'x' }))).to.equal(mark)
    expect(groundMark(changePool('ledge', { tints: [] })(build))).to.equal(mark)
    for (const edit of [
      changePool('ledge', { levelMm: 53 }),
      setFlow({ dischargeM3S: 2 }),
      addBoulder('rapid', [300, 120]),
      placeEnd('source', [30, 110])
    ])
      expect(groundMark(edit(build))).not.to.equal(mark)
    const old = derivePlan(changePool('ledge', { levelMm: 53 })(build))
    expect(old.findings.some((f) => f.id === 'run-old')).to.equal(true)
    expect(
      derivePlan(dropRun('r1')(build)).findings.some(
        (f) => f.id === 'run-old' && written(f.title).includes('Test run')
      )
    ).to.equal(false)
  })

  it('its surface goes along the section with the drop in it, and out as a closed block and a height map', () => {
    const pieces = surfaceAlong(gorge.run, GORGE.section)
    const heights = pieces.flat().map((p) => p[1])
    expect(Math.max(...heights)).to.be.within(78, 90)
    expect(Math.min(...heights)).to.be.within(18, 30)
    const surface = runSurface(build)!
    const solid = surfaceSolid(surface)
    // closed: every edge of a triangle is met once the other way
    const edges = new Map<string, number>()
    for (let t = 0; t < solid.triangles.length; t += 3)
      for (let k = 0; k < 3; k++) {
        const [a, b] = [solid.triangles[t + k], solid.triangles[t + ((k + 1) % 3)]]
        const key = a < b ? `${a}:${b}` : `${b}:${a}`
        edges.set(key, (edges.get(key) ?? 0) + (a < b ? 1 : -1))
      }
    expect([...edges.values()].every((v) => v === 0)).to.equal(true)
    let volume = 0
    const at = (i: number) => [solid.xyz[3 * i], solid.xyz[3 * i + 1], solid.xyz[3 * i + 2]]
    for (let t = 0; t < solid.triangles.length; t += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => at(solid.triangles[t + k]))
      volume +=
        (a[0] * (b[1] * c[2] - b[2] * c[1]) -
          a[1] * (b[0] * c[2] - b[2] * c[0]) +
          a[2] * (b[0] * c[1] - b[1] * c[0])) /
        6
    }
    // it is the whole base
    const { widthMm, depthMm } = build.base
    const extent = [0, 1].map((k) => {
      const all = [...solid.xyz].filter((_, i) => i % 3 === k)
      return [all.reduce((m, v) => Math.min(m, v)), all.reduce((m, v) => Math.max(m, v))]
    })
    expect(extent).to.deep.equal([
      [0, widthMm],
      [0, depthMm]
    ])
    const lowest = Math.min(...surface.zMm)
    const { cols, rows, cellMm } = surface.grid
    const share = (i: number, lengthMm: number) => Math.min(cellMm, lengthMm - i * cellMm)
    const due = surface.zMm.reduce(
      (s, z, i) =>
        s + (z - lowest + 3) * share(i % cols, widthMm) * share(Math.floor(i / cols), depthMm),
      0
    )
    expect(rows * cellMm).to.be.closeTo(depthMm, cellMm)
    expect(volume / due, 'faces look outwards, and it holds what it should').to.be.closeTo(1, 0.01)
    // ground → height map → ground, by what the picture says of itself: within half a grey step
    const map = readHeightMap(surfacePng(surface))
    const back = gridFromMap(map, map.says!)
    const step = (Math.max(...surface.zMm) - lowest) / 65535
    expect(back.cellMm).to.be.closeTo(surface.grid.cellMm, 1e-9)
    for (const [i, z] of back.z.entries())
      expect(Math.abs(z - surface.zMm[i]!)).to.be.lessThan(step / 2 + 1e-4)
    const { data, ...theirs } = PNG.sync.read(Buffer.from(surfacePng(surface)), {
      skipRescale: true
    })
    expect([theirs.width, theirs.height]).to.deep.equal([surface.grid.cols, surface.grid.rows])
    expect(data.length).to.equal(4 * surface.zMm.length)
    expect(decode(surfacePng(surface)).resolution!.x).to.be.closeTo(1000 / cellMm, 0.5)
    expect(plan.templates.map((t) => t.id)).to.include.members([
      'foam',
      'strokes',
      'run-section',
      RUN_SURFACE
    ])
  })

  it('the demo ships with one, over its own ground', () => {
    expect(GORGE.running.kept.length).to.equal(1)
    expect(GORGE.running.kept[0].ground).to.equal(groundMark(GORGE))
    expect(GORGE.running.mapsFrom).to.equal(GORGE.running.kept[0].id)
  })
})
