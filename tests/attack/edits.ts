import * as building from '../../core/build/edits'
import * as heights from '../../core/build/heights'
import * as landing from '../../core/build/landEdits'
import * as laying from '../../core/build/lays'
import { mending } from '../../core/build/mend'
import * as running from '../../core/build/runEdits'
import { keptStack, layStack } from '../../core/build/stack'
import { FROM, CARE } from '../../core/craft/ways/types'
import {
  OUTLETS,
  CAUSES,
  poolsOf,
  fallsOf,
  reachesOf,
  seasOf,
  splashesOf,
  movingOf,
  type Build,
  type Pool,
  type Water
} from '../../core/build/types'
import * as work from '../../core/build/workEdits'
import { carrying } from '../../core/build/carry'
import { BUILT_IN } from '../../core/craft/materials/shelf'
import { DAMS } from '../../core/craft/materials/dams'
import { FILMS } from '../../core/craft/materials/films'
import { GELS } from '../../core/craft/materials/gels'
import { RESINS } from '../../core/craft/materials/resins'
import { TINTS } from '../../core/craft/materials/tints'
import type { Material, Resin } from '../../core/craft/materials/types'
import { TROUBLES } from '../../core/craft/troubles/troubles'
import { BONDS } from '../../core/craft/bonds'
import { waysFor } from '../../core/craft/ways/catalog'
import { flatField } from '../../core/physics/shape/heightField'
import { workEntry, lookEntry, stepsAhead } from '../../core/bench/benchSteps'
import type { Plan } from '../../core/plan/derivePlan'
import type { Chance } from './random'

/** What an edit is made of: chance, the build as it is and its plan. */
export interface AtHand {
  by: Chance
  build: Build
  plan: Plan
}
type Edited = Build | null
type Make = (at: AtHand) => Edited

const ofKind = (kind: Material['kind']) => BUILT_IN.filter((m) => m.kind === kind)

/** An item of a list, or nothing is done. */
const some = <T>(by: Chance, list: readonly T[], make: (item: T) => Edited): Edited =>
  list.length > 0 ? make(by.pick(list)) : null
const onPool =
  (make: (at: AtHand, pool: Pool) => building.Edit): Make =>
  (at) =>
    some(at.by, poolsOf(at.build), (pool) => make(at, pool)(at.build))
const round = (mm: number) => Math.round(10 * mm) / 10
const near = (by: Chance, mm: number, spread: number) => round(mm + spread * (2 * by.next() - 1))
const place = ({ by, build }: AtHand): [number, number] => [
  round(by.next() * build.base.widthMm),
  round(by.next() * build.base.depthMm)
]
const ids = (list: readonly { id: string }[]) => list.map((x) => x.id)
const stacksIn = (plan: Plan) => [...new Set(plan.steps.lays.map((l) => l.stack))]
const ownStack = (plan: Plan, stack: string) =>
  plan.steps.lays.filter((l) => l.stack === stack).map((l) => l.id)
const stepIds = (plan: Plan) => [...new Set(plan.steps.steps.map((s) => s.of))]
const tints = (by: Chance) =>
  Array.from({ length: by.below(3) }, () => ({
    id: by.pick(TINTS).id,
    dropsPer100G: by.pick([0.3, 1, 2, 3, 6])
  }))
const WAIT = [0, 10, 60, 240, 1440]

/** A bottle of one's own: a label that somebody may have typed. */
function bottle(by: Chance): Resin {
  const like = by.pick(RESINS)
  return {
    ...like,
    id: `own-${like.id}`,
    name: 'A bottle of my own',
    own: true,
    standMin: by.pick([0, 10, 40]),
    stirMin: by.pick([2, 5, 15]),
    potLifeMin: round(like.potLifeMin * by.pick([0.7, 1, 1.4])),
    curedH: round(like.curedH * by.pick([0.8, 1, 1.3]))
  }
}

/** Changes that a form makes to a water by its kind. */
const CHANGED: {
  [K in Water['kind']]: (at: AtHand, water: Extract<Water, { kind: K }>) => object
} = {
  pool: ({ by }, p) =>
    by.pick<() => object>([
      () => ({ levelMm: near(by, p.levelMm, 6) }),
      () => ({ brimMm: near(by, p.brimMm, 4) }),
      () => ({ damTopMm: near(by, p.damTopMm, 6) }),
      () => ({ resin: by.pick(RESINS).id }),
      () => ({ tints: tints(by) }),
      () => ({ dam: by.pick(DAMS).id }),
      () => ({ pours: by.pick([null, 1, 2, 3, 5]) }),
      () => ({ heed: by.pick(['heat', 'label'] as const) }),
      () => ({ tinting: by.pick(['all-at-once', 'batch-by-batch'] as const) }),
      () => ({ measure: by.pick(['tin', 'kriging'] as const) }),
      () => ({ bands: by.pick([[], building.darkBelowBands(p), building.brownOverBands(p)]) }),
      () => ({
        light: { ...p.light, coatMm: by.pick([null, 1, 3]), seconds: by.pick([30, 90, 240]) }
      }),
      () => ({ skin: { ...p.skin, layers: 1 + by.below(4), lacquerCoats: 1 + by.below(4) } }),
      () => ({ gloss: { ...p.gloss, coats: 1 + by.below(4), gel: by.pick(GELS).id } })
    ])(),
  fall: ({ by }, f) =>
    by.pick<() => object>([
      () => ({ dropMm: by.pick([null, 10, 30, 80]) }),
      () => ({ widthMm: by.pick([null, 15, 60]) }),
      () => ({ steps: 1 + by.below(4) }),
      () => ({ hang: by.pick(['by-flow', 'free', 'clinging'] as const) }),
      () => ({ spares: by.below(4) }),
      () => ({ stripWidthMm: near(by, f.stripWidthMm, 3) })
    ])(),
  reach: ({ by }, r) =>
    by.pick<() => object>([
      () => ({ widthMm: Math.max(5, near(by, r.widthMm, 10)) }),
      () => ({ bed: by.pick(['smooth', 'gravel', 'cobbles', 'boulders'] as const) })
    ])(),
  sea: ({ by }, s) =>
    by.pick<() => object>([
      () => ({ breakerMm: by.pick([1, 3, 6, 12, 25]) }),
      () => ({ periodS: Math.max(0.5, near(by, s.periodS, 3)) }),
      () => ({ drive: by.pick(['wind', 'breaker'] as const), windMS: by.pick([4, 12, 22]) }),
      () => ({ wish: by.pick([null, 'spilling', 'plunging', 'surging'] as const) }),
      () => ({ headingDeg: by.below(360) }),
      () => ({ paintedM: by.pick([null, 1, 6]) })
    ])(),
  splash: ({ by }) =>
    by.pick<() => object>([
      () => ({ heightMm: by.pick([null, 10, 40]) }),
      () => ({ speedMS: by.pick([null, 2, 6]) }),
      () => ({ fingers: by.pick([null, 3, 9]) }),
      () => ({ headingDeg: by.below(360) })
    ])()
}
const change =
  <K extends Water['kind']>(kind: K, edit: (id: string, change: never) => building.Edit): Make =>
  (at) =>
    some(
      at.by,
      at.build.waters.filter((w): w is Extract<Water, { kind: K }> => w.kind === kind),
      (w) => edit(w.id, CHANGED[kind](at, w as never) as never)(at.build)
    )

/** Every edit that the core makes, by the name it is exported under. */
export const EDITS: Readonly<Record<string, Make>> = {
  changePool: change('pool', building.changePool),
  changeFall: change('fall', building.changeFall),
  changeReach: change('reach', building.changeReach),
  changeSea: change('sea', building.changeSea),
  changeSplash: change('splash', building.changeSplash),
  raiseTogether: onPool(({ by }, p) =>
    heights.raiseTogether(
      p.id,
      near(by, 0, 5),
      by.pick([['bed'], ['bed', 'brim', 'dam'], ['level']] as const)
    )
  ),
  raiseAll: ({ by, build }) => building.raiseAll(near(by, 0, 8))(build),
  stretchChain: ({ by, build }) => building.stretchChain(by.pick([15, 40, 90]))(build),
  setOutlet: ({ by, build }) =>
    some(by, fallsOf(build), (f) => building.setOutlet(f.id, by.pick([null, ...OUTLETS]))(build)),
  changeOutlet: ({ by, build }) =>
    some(by, fallsOf(build), (f) =>
      building.changeOutlet(f.id, { headingDeg: by.below(360) })(build)
    ),
  layLedge: ({ by, build }) => some(by, fallsOf(build), (f) => building.layLedge(f.id)(build)),
  moveEdge: onPool(({ by }, p) =>
    building.moveEdge(p.id, by.pick(p.outline).id, [near(by, 0, 6), near(by, 0, 6)])
  ),
  partFall: ({ by, build }) => some(by, fallsOf(build), (f) => building.partFall(f.id, 60)(build)),
  changeParting: ({ by, build }) =>
    some(by, fallsOf(build), (f) =>
      building.changeParting(f.id, 0, by.pick([null, { widthMm: 6 }]))(build)
    ),
  setCause: ({ by, build }) =>
    some(by, splashesOf(build), (s) => building.setCause(s.id, by.pick(CAUSES))(build)),
  buildCrest: ({ by, build }) =>
    some(by, seasOf(build), (s) => building.buildCrest(s.id, [])(build)),
  addCrest: ({ by, build }) => some(by, seasOf(build), (s) => building.addCrest(s.id, [])(build)),
  changeGel: ({ by, build }) =>
    some(by, movingOf(build), (w) => building.changeGel(w.id, by.pick(GELS).id)(build)),
  changeMaking: ({ by, build }) =>
    some(by, movingOf(build), (w) =>
      building.changeMaking(
        w.id,
        by.pick<object>([
          { coats: by.pick([null, 1, 2, 4]) },
          { nextCoatH: by.pick([null, 6, 30]) },
          { film: by.pick(FILMS).id },
          { tiltDeg: by.pick([0, 20]) },
          { resin: by.pick(RESINS).id },
          { tints: tints(by) },
          { bond: by.pick(BONDS).id },
          { loose: by.below(2) === 0 }
        ])
      )(build)
    ),
  setWay: ({ by, build }) =>
    some(by, build.waters, (w) => building.setWay(w.id, by.pick(waysFor(w.kind)).id)(build)),
  changeFinish: ({ by, build }) =>
    building.changeFinish(
      by.pick<Partial<Build['finish']>>([
        { white: by.pick(waysFor('white')).id },
        { spray: by.pick(waysFor('spray')).id },
        { reliefMm: by.pick([0.5, 1, 3]) }
      ])
    )(build),
  judgeWhite: ({ by, build }) =>
    some(by, build.waters, (w) => building.judgeWhite(w.id, by.pick([null, 20, 70]))(build)),
  addRepair: ({ by, build }) =>
    some(by, build.waters, (w) => {
      const trouble = by.pick(TROUBLES.filter((t) => t.for.includes(w.kind)))
      const measured = Object.fromEntries(trouble.measures.map((m) => [m.id, m.usual]))
      return building.addRepair(trouble.id, w.id, measured)(build)
    }),
  changeRepair: ({ by, build }) =>
    some(by, build.repairs, (r) => building.changeRepair(r.id, by.pick(RESINS).id)(build)),
  removeRepair: ({ by, build }) =>
    some(by, build.repairs, (r) => building.removeRepair(r.id)(build)),
  renameWater: ({ by, build }) =>
    some(by, build.waters, (w) =>
      building.renameWater(w.id, by.pick(['Pond 20 mm deep', 'Ælf’s “pool”', 'Q']))(build)
    ),
  moveReachPoint: (at) =>
    some(at.by, reachesOf(at.build), (r) =>
      building.moveReachPoint(r.id, at.by.pick(r.path).id, place(at))(at.build)
    ),
  addReachPoint: ({ by, build }) =>
    some(by, reachesOf(build), (r) => building.addReachPoint(r.id, by.pick(r.path).id)(build)),
  removeReachPoint: ({ by, build }) =>
    some(by, reachesOf(build), (r) => building.removeReachPoint(r.id, by.pick(r.path).id)(build)),
  addBoulder: (at) =>
    some(at.by, reachesOf(at.build), (r) => building.addBoulder(r.id, place(at))(at.build)),
  changeBoulder: ({ by, build }) =>
    some(by, reachesOf(build), (r) =>
      some(by, r.boulders, (b) =>
        building.changeBoulder(r.id, b.id, by.pick([null, { heightMm: 8 }]))(build)
      )
    ),
  setFlow: ({ by, build }) =>
    building.setFlow(
      by.pick<Partial<Build['flow']>>([
        { mood: by.pick(['trickle', 'steady', 'spate'] as const), dischargeM3S: null },
        { dischargeM3S: by.pick([0.05, 0.5, 4]) }
      ])
    )(build),
  moveCorner: onPool((at, p) => {
    const c = at.by.pick(p.outline)
    return building.moveCorner(p.id, c.id, [near(at.by, c.x, 8), near(at.by, c.y, 8)])
  }),
  addCorner: onPool((at, p) => {
    const c = at.by.pick(p.outline)
    return building.addCorner(p.id, c.id, [near(at.by, c.x, 8), near(at.by, c.y, 8)])
  }),
  removeCorner: onPool(({ by }, p) => building.removeCorner(p.id, by.pick(p.outline).id)),
  drawOutline: onPool((at, p) => {
    const [a, b] = [place(at), place(at)]
    return building.drawOutline(p.id, [a, [b[0], a[1]], b, [a[0], b[1]]])
  }),
  setEdge: onPool(({ by }, p) =>
    building.setEdge(p.id, by.pick(p.outline).id, by.pick(['shore', 'dam'] as const))
  ),
  setSoundings: onPool(({ by }, p) =>
    building.setSoundings(
      p.id,
      p.soundings.map(([x, y, z]) => [x, y, near(by, z, 2)])
    )
  ),
  addSounding: onPool((at, p) =>
    building.addSounding(p.id, [...place(at), near(at.by, p.levelMm - 8, 6)])
  ),
  changeSounding: onPool((at, p) =>
    p.soundings.length === 0
      ? (b) => b
      : building.changeSounding(p.id, at.by.below(p.soundings.length), [
          ...place(at),
          p.levelMm - 4
        ])
  ),
  removeSounding: onPool(({ by }, p) =>
    building.removeSounding(p.id, by.below(Math.max(1, p.soundings.length)))
  ),
  addPool: ({ build }) => (build.waters.length < 9 ? building.addPool(build) : null),
  addFall: ({ build }) => (build.waters.length < 9 ? building.addFall(build) : null),
  addReach: ({ build }) => (build.waters.length < 9 ? building.addReach(build) : null),
  addSea: ({ build }) => (build.waters.length < 9 ? building.addSea(build) : null),
  addSplash: ({ build }) => (build.waters.length < 9 ? building.addSplash(build) : null),
  moveWater: ({ by, build }) =>
    some(by, build.waters, (w) => building.moveWater(w.id, by.pick([-1, 1]))(build)),
  removeWater: ({ by, build }) =>
    build.waters.length > 1 ? building.removeWater(by.pick(build.waters).id)(build) : null,
  keepTrace: () => null,
  setLand: ({ by, build }) =>
    landing.setLand(flatField(build.base, Math.max(5, near(by, build.ground.bankMm, 15))))(build),
  levelLand: ({ build }) => landing.levelLand(build),
  addContour: (at) =>
    landing.addContour({ zMm: 20 + at.by.below(40), points: [place(at), place(at), place(at)] })(
      at.build
    ),
  removeContour: ({ build }) => landing.removeContour(0)(build),
  setContour: ({ by, build }) => landing.setContour(0, 10 + by.below(50))(build),
  layThroughContours: ({ build }) => landing.layThroughContours(build),
  setLays: ({ by, build, plan }) => {
    const of = by.pick([...stepIds(plan), ...ids(plan.steps.aside)])
    return laying.setLays(
      [of],
      by.pick([null, 'leftOut', 'leftOut', 'there', 'planned'] as const)
    )(build)
  },
  bringBack: ({ build, plan }) => laying.bringBack(plan.steps.aside.slice(0, 3))(build),
  setFrom: ({ by, build }) => laying.setFrom(by.pick(FROM))(build),
  setCare: ({ by, build }) => laying.setCare(by.pick(CARE))(build),
  addLaid: (at) => {
    const { by, build, plan } = at
    const stack = by.pick([...stacksIn(plan), 'white', 'spray', 'finish'])
    const way = by.pick([...waysFor('coat'), ...waysFor('white'), ...waysFor('spray')])
    const takes = BUILT_IN.filter((m) => way.takes?.includes(m.kind))
    const own = ownStack(plan, stack)
    const k = by.below(own.length + 1)
    const [a, b] = [place(at), place(at)]
    const box: [number, number][] = [a, [b[0], a[1]], b, [a[0], b[1]]]
    return laying.addLaid(
      {
        stack,
        way: way.id,
        coats: 1 + by.below(3),
        wet: by.below(5) === 0,
        name: by.pick(['', '', 'Second white']),
        material: takes.length > 0 && by.below(2) === 0 ? by.pick(takes).id : null,
        coverPct: by.pick([null, null, 30]),
        ...(by.below(4) === 0 ? { zone: box } : {}),
        ...(by.below(4) === 0 && build.waters.length > 0 ? { sets: by.pick(build.waters).id } : {})
      },
      by.below(2) === 0 ? undefined : [...own.slice(0, k), laying.NEW, ...own.slice(k)]
    )(build)
  },
  orderStack: ({ by, build, plan }) => {
    const stack = by.pick(stacksIn(plan))
    const own = ownStack(plan, stack)
    if (own.length < 2) return null
    const [moved] = own.splice(by.below(own.length), 1)
    own.splice(by.below(own.length + 1), 0, moved!)
    return laying.orderStack(stack, by.below(6) === 0 ? null : own)(build)
  },
  changeLaid: ({ by, build }) =>
    some(by, build.laid, (l) =>
      laying.changeLaid(
        l.id,
        by.pick([null, { coats: 2 }, { wet: !l.wet }, { coverPct: 40 }])
      )(build)
    ),
  setRipples: onPool(({ by }, p) =>
    laying.setRipples(
      p,
      by.pick([
        'own',
        'none',
        ...waysFor('coat')
          .filter((w) => w.ripples)
          .map((w) => w.id)
      ])
    )
  ),
  tieMixes: ({ by, build, plan }) =>
    plan.amounts.mixes.length < 2
      ? null
      : laying.tieMixes([by.pick(plan.amounts.mixes).id, by.pick(plan.amounts.mixes).id])(build),
  untieMixes: ({ by, build }) =>
    some(by, (build.ties ?? []).flat(), (id) => laying.untieMixes(id)(build)),
  addOwnStep: ({ by, build, plan }) => {
    const of = stepIds(plan)
    return laying.addOwnStep({
      name: by.pick(['Paint the boat', 'Wire 3 mm lamps', 'Call a friend']),
      water: by.pick([null, ...ids(build.waters)]),
      handsMin: by.pick([5, 30, 90]),
      waitMin: by.pick(WAIT),
      after: by.pick([[], [by.pick(of)], [...new Set([by.pick(of), by.pick(of)])]]),
      before: by.pick([[], [], [by.pick(of)]]),
      uses: by.pick([null, { material: by.pick(BUILT_IN).id, amount: 5 }])
    })(build)
  },
  changeOwnStep: ({ by, build }) =>
    some(by, build.own, (o) => laying.changeOwnStep(o.id, by.pick([null, { waitMin: 60 }]))(build)),
  settleStep: ({ by, build, plan }) =>
    some(
      by,
      plan.days.work.filter((w) => !w.done),
      (w) =>
        work.settleStep(
          w.step,
          by.pick([
            { notBefore: w.start.slice(0, 16) },
            { notOn: [w.start.slice(0, 10)] },
            { at: w.start.slice(0, 16) }
          ])
        )(build)
    ),
  unsettleStep: ({ by, build }) => some(by, build.arrange, (a) => work.unsettleStep(a.step)(build)),
  setCalendar: ({ by, build }) =>
    work.setCalendar(
      by.pick<Partial<Build['calendar']>>([
        { confidence: by.pick(['likely', 'sure'] as const) },
        { deadline: null },
        { exceptions: [{ date: build.calendar.start.slice(0, 10), free: [['10:00', '12:00']] }] },
        {
          second: by.pick([
            null,
            { name: 'A friend', week: { ...build.calendar.week, mon: [] }, exceptions: [] }
          ])
        }
      ])
    )(build),
  takeBusy: ({ build, plan }) =>
    work.takeBusy('Taken', [
      {
        title: 'Choir',
        from: `${new Date(plan.days.fromMs + 8.64e7).toISOString().slice(0, 16)}Z`,
        to: `${new Date(plan.days.fromMs + 9.36e7).toISOString().slice(0, 16)}Z`
      }
    ])(build),
  dropBusy: ({ build }) => work.dropBusy(null)(build),
  changeOther: ({ by, build }) =>
    some(by, build.calendar.others ?? [], (o) => work.changeOther(o.id, { name: 'Other' })(build)),
  setCopies: ({ by, build }) => work.setCopies(by.pick([1, 1, 2, 3]))(build),
  takeOrder: ({ build, plan }) => work.takeOrder(plan.days.order)(build),
  addFiller: ({ build }) => work.addFiller('Trees', 40)(build),
  changeFiller: ({ by, build }) =>
    some(by, build.fillers, (f) =>
      work.changeFiller(f.id, by.pick([null, { handsMin: 20 }]))(build)
    ),
  logged: ({ by, build, plan }) => {
    const next = stepsAhead(build, plan)[0]
    const step = plan.steps.steps.find((s) => s.id === next)
    const at = plan.days.work.find((w) => w.step === next && !w.done)
    if (!step || !at) return null
    const end = at.endMs + by.pick([0, 0, 6e5])
    const id = `e${build.log.entries.length}`
    const done = workEntry(plan, step, at.startMs, end, true, id)
    const look = lookEntry(step, by.below(2) === 0, end + step.waitMin * 60_000, `${id}l`)
    const all = step.becomes && by.below(2) === 0 ? [done, look] : [done]
    return work.logged(all, new Date(end).toISOString())(build)
  },
  unlogged: ({ by, build }) => some(by, build.log.entries, (e) => work.unlogged(e.id)(build)),
  setCover: ({ build }) => work.setCover(null)(build),
  planFrom: ({ build, plan }) =>
    work.planFrom(`${new Date(plan.days.fromMs + 3.6e6).toISOString().slice(0, 16)}:00Z`)(build),
  placeEnd: (at) => running.placeEnd(at.by.pick(['source', 'out'] as const), place(at))(at.build),
  setBrush: ({ by, build }) => running.setBrush(by.pick([null, 4, 9]))(build),
  takeMaps: ({ build }) => running.takeMaps(null)(build),
  keepARun: () => null,
  renameRun: ({ by, build }) =>
    some(by, build.running.kept, (r) => running.renameRun(r.id, 'Run')(build)),
  dropRun: ({ by, build }) => some(by, build.running.kept, (r) => running.dropRun(r.id)(build)),
  tryLedge: (at) => running.tryLedge(place(at), 20)(at.build),
  moveThing: (at) =>
    some(
      at.by,
      poolsOf(at.build).filter((p) => p.standing.length > 0),
      (p) => running.moveThing(p.id, at.by.pick(p.standing).id, place(at))(at.build)
    ),
  layStack: ({ by, build }) =>
    some(by, build.waters, (w) => {
      const kept = keptStack(build, w.id)
      const other = build.waters.filter((o) => o.kind === w.kind)
      return kept ? layStack(kept, by.pick(other).id)(build) : null
    }),
  mending: ({ by, plan, build }) =>
    some(
      by,
      plan.findings.filter((f) => f.mend),
      (f) => mending(f.mend!)(build)
    ),
  carrying: ({ by, build }) => {
    const own: Material = bottle(by)
    return some(by, poolsOf(build), (p) =>
      carrying(building.changePool(p.id, { resin: own.id })(build), [own])
    )
  },
  ground: ({ by, build }) => ({
    ...build,
    ground: {
      ...build.ground,
      ...by.pick<Partial<Build['ground']>>([
        { landform: by.pick(ofKind('landform')).id },
        { shell: by.pick(ofKind('shell')).id, shellMm: by.pick([0, 1, 3, 6]) },
        { seal: by.pick(ofKind('sealer')).id, sealCoats: by.below(4) },
        { castingsMl: by.pick([0, 90, 300]) }
      ])
    }
  }),
  room: ({ by, build }) => ({
    ...build,
    room: { tempC: by.pick([8, 15, 20, 26]), rhPct: by.pick([30, 50, 70]) }
  }),
  mixing: ({ by, build }) => ({
    ...build,
    mixing: { ...build.mixing, cupMl: by.pick([60, 150, 400]), wastePct: by.pick([0, 10, 25]) }
  })
}

/** What the edit modules export and that is no edit. */
const NO_EDITS = [
  'freeId',
  'chainDrop',
  'darkBelowBands',
  'brownOverBands',
  'heightsOf',
  'stayed',
  'stateByDefault',
  'stateOf',
  'toBeDone',
  'fixes',
  'setStepOf',
  'isSceneStack',
  'isFilled',
  'ripplesElse',
  'ripplesOf',
  'contoursOf',
  'landFromGrid',
  'arrangementOf'
]

/** Edits that the core exports and that nobody here makes. */
export const unknownEdits = (): string[] =>
  [building, heights, landing, laying, running, work]
    .flatMap((module) => Object.entries(module))
    .filter(
      ([name, value]) => typeof value === 'function' && !(name in EDITS) && !NO_EDITS.includes(name)
    )
    .map(([name]) => name)
