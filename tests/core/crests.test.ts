import { expect } from 'chai'
import { addCrest, changeSea, removeWater, setWay, type Edit } from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { seasOf, type Build } from '../../core/build/types'
import { lineLength } from '../../core/physics/shape/polygon'
import type { Plan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'

const mole = demo('2-mole-at-varnsey')
const [sea] = seasOf(mole)
const edited = (...edits: Edit[]) => edits.reduce((b, edit) => edit(b), mole)
const before = planFor(mole)
const lines = before.forms.seas[0].crests
const two = edited(addCrest(sea.id, lines))
const second = (build: Build) => seasOf(build).find((s) => s.of === sea.id)!
const formOf = (plan: Plan, id: string) => plan.forms.seas.find((s) => s.id === id)!
const stepsOf = (plan: Plan, id: string) =>
  plan.steps.steps.filter((s) => s.id.startsWith(`${id}/`)).map((s) => s.id.split('/')[1])

describe('Several crests', () => {
  it('a further crest stands at its own place in the same waves: the sea itself, its lines and its own crest stay as they were', () => {
    const plan = planFor(two)
    const crest = second(two)
    expect(formOf(plan, sea.id)).to.deep.equal(before.forms.seas[0])
    const form = formOf(plan, crest.id)
    expect(form.further).to.equal(true)
    expect(form.crests).to.deep.equal([])
    const apart = Math.hypot(crest.crest!.x - sea.crest!.x, crest.crest!.y - sea.crest!.y)
    expect(apart).to.be.above(20)
    const middle = form.built!.line[Math.floor(form.built!.line.length / 2)]
    expect(Math.hypot(middle[0] - crest.crest!.x, middle[1] - crest.crest!.y)).to.be.below(20)
    // turned with the sea that it belongs to, whatever was said of itself
    const turn = (id: string) => {
      const turned = planFor(changeSea(id, { headingDeg: sea.headingDeg + 20 })(two))
      return formOf(turned, crest.id).built!.headingDeg
    }
    expect(turn(crest.id)).to.equal(form.built!.headingDeg)
    expect(Math.abs(turn(sea.id) - form.built!.headingDeg)).to.be.above(3)
  })

  it('each in its own way and kind: cast beside curled film, with its own part, steps, white and day; no other crests twice', () => {
    const crest = second(two)
    const cast = setWay(crest.id, 'cast-wave')(two)
    const wished = changeSea(crest.id, { wish: 'surging', breakerMm: 9 })(cast)
    const plan = planFor(wished)
    expect(formOf(plan, crest.id).built!.face.kind).to.equal('surging')
    expect(formOf(plan, sea.id).built!.face.kind).to.equal('plunging')
    const part = (id: string) => plan.stacks.forms.find((s) => s.id === id)!.part!.shape
    expect([part(sea.id), part(crest.id)]).to.deep.equal(['curl', 'cast'])
    expect(stepsOf(plan, crest.id)).to.include.members(['master', 'shell', 'bed'])
    expect(stepsOf(plan, crest.id)).not.to.include('gel')
    expect(stepsOf(plan, sea.id)).to.include('gel')
    expect(
      plan.forms.white.zones.filter((z) => z.water === crest.id).map((z) => z.zone)
    ).to.deep.equal(['breaking crest'])
    expect(plan.days.finish).to.be.a('string')
    expect(plan.findings.filter((f) => f.severity === 'stop')).to.deep.equal([])
  })

  it('out of the place where they break it rises yet, or has broken, as high as the waves are there; nothing warns of it', () => {
    const crest = second(two)
    // film is rolled to a hollow; gel has no wish of its own
    const gel = setWay(crest.id, 'brushed-ridges')(two)
    const at = (x: number, y: number) => {
      const plan = planFor(changeSea(crest.id, { crest: { x, y, lengthMm: 60 } })(gel))
      // that gel is not heaped so high is another matter
      const told = plan.findings.filter((f) => f.water === crest.id && /deep|shallow/.test(f.id))
      expect(told.map((f) => f.id)).to.deep.equal([])
      return formOf(plan, crest.id)
    }
    const far = at(crest.crest!.x, crest.crest!.y)
    expect(far.built!.stage).to.equal('rises')
    expect(far.built!.face.heightMm).to.be.below(far.breakerMm)
    const there = at(sea.crest!.x, sea.crest!.y)
    expect(there.built!.stage).to.equal('breaks')
    expect(there.built!.depthMm).to.be.below(far.built!.depthMm)
    // a wish is drawn wherever it stands
    const wished = changeSea(crest.id, { wish: 'plunging', breakerMm: 7 })(gel)
    expect(formOf(planFor(wished), crest.id).built!.face.kind).to.equal('plunging')
  })

  it('drawn up in gel it takes what stands in it, and the sea’s gel stays as it was', () => {
    const crest = second(two)
    const plan = planFor(setWay(crest.id, 'brushed-ridges')(two))
    const gel = (p: Plan, id: string) => p.amounts.sizes.waters[id]?.gelMl ?? 0
    expect(gel(plan, sea.id)).to.equal(gel(before, sea.id))
    expect(gel(plan, crest.id)).to.be.within(0.05, gel(before, sea.id) + 20)
    expect(stepsOf(plan, crest.id)).to.include.members(['mark', 'gel'])
  })

  it('from edge to edge: as long as its water is wide there, at its full height to both ends', () => {
    const whole = (yes: boolean) =>
      formOf(planFor(edited(changeSea(sea.id, { crest: { ...sea.crest!, whole: yes } }))), sea.id)
        .built!
    expect(lineLength(whole(true).line)).to.be.above(1.3 * lineLength(whole(false).line))
    const ends = (b: ReturnType<typeof whole>) => b.stations[0].heightMm / b.face.heightMm
    expect(ends(whole(true))).to.be.at.least(0.5)
    expect(ends(whole(false))).to.be.below(0.56)
  })

  it('goes with its sea, is kept by the file, and a crest of no sea is refused by name', () => {
    expect(seasOf(removeWater(sea.id)(two))).to.deep.equal([])
    expect(seasOf(removeWater(second(two).id)(two))).to.deep.equal(seasOf(mole))
    expect(readBuild(writeBuild(two))).to.deep.equal({ ok: true, value: two })
    const lost = writeBuild(two).replace(`"of": "${sea.id}"`, '"of": "nothing"')
    expect(JSON.stringify(readBuild(lost))).to.match(
      /of".*was \\"nothing\\"; must be the id of another sea/
    )
  })

  it('sixty of them are planned without a stop', () => {
    const many = Array.from({ length: 60 }, () => addCrest(sea.id, lines)).reduce(
      (b, edit) => edit(b),
      mole
    )
    expect(seasOf(many)).to.have.length(61)
    expect(
      planFor(many)
        .findings.filter((f) => f.severity === 'stop')
        .map((f) => f.id)
    ).to.deep.equal([])
  })
})
