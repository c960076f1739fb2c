import type { Read } from '../reads'
import { bodyNeeds, layWay, wayOf } from '../../craft/ways/catalog'
import { USUAL } from '../../craft/usual'
import { lastAnswers } from '../../physics/solve/lastAnswers'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { Build, Laid, Moving, Pool } from '../../build/types'
import { dryOutMin } from '../../physics/stuff/dams/dryOut'
import { dryFactor, slowedBy } from '../../physics/stuff/drying/air'
import { hoursUntil } from '../../physics/stuff/drying/film'
import { dryInRoom } from '../../physics/stuff/drying/inRoom'
import { windowsOf, type GelWindow } from '../../physics/stuff/gel/touches'
import { filmCure, workingTime } from '../../physics/stuff/heat/cup'
import { FIRM_ALPHA, type CureKinetics } from '../../physics/stuff/heat/kinetics'
import { castsWith } from '../../build/castsWith'
import { knownKinetics, resinKinetics } from '../../craft/materials/resinKinetics'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Gel, Resin } from '../../craft/materials/types'
import { bondOf } from '../../craft/bonds'
import { HOLDS_AT, type Laying } from '../3-stacks/gelStack'
import type { PoolStack } from '../3-stacks/poolStack'
import type { FormStack, StacksPlan } from '../3-stacks/stacksStage'
import type { CureName, LayKind } from '../../craft/ways/types'

/** Waits of the ground and of each water, min, by name. */
export interface CuresPlan {
  ground: Partial<Record<CureName, number>>
  waters: Record<string, Partial<Record<CureName, number>>>
  /** Of what a repair takes that its water has not: a coat of gel, a cup of resin, as they usually are. */
  usual: Partial<Record<CureName, number>>
  /** Of each lay that the builder put in. */
  laid: Record<string, Partial<Record<CureName, number>>>
  /** How much slower (above 1) or faster things dry in this room than at 20 °C and 50 %. */
  dryFactor: number
  /** Working time in the pool's largest cup at this room's temperature, min, by pool. */
  workingMin: Record<string, number>
  /** Working time of a mix that serves several lays or is no pour, by the mix, min. */
  mixMin: Record<string, number>
}

/** A wait that never ends in this room is planned as so long, min, and said in a finding: 30 days. */
export const NEVER_MIN = 43_200

/**
 * Drying times at 20 °C and 50 %, min: sealed base, castings out of the mould, paint, washes, glued
 * texture, tissue, white, paste, glue that holds a part, rubber between coats and before its shell,
 * plaster cloth, clay. docs/trade.md 1 and 2. Common practice, no source.
 */
const USUAL_MIN = {
  baseDry: 120,
  castingSet: 240,
  paintDry: 120,
  washDry: 30,
  textureDry: 720,
  skinDry: 480,
  whiteDry: 240,
  pasteDry: 300,
  glueHolds: 120,
  rubberCoat: 120,
  rubberSet: 960,
  shellHard: 60,
  clayDry: 1440
}
/** A coat under a lamp is let cool before the next one, min. Common practice, no source. */
const COOL_MIN = 3

const memory = lastAnswers<number>(500)
function once(key: string, work: () => number): number {
  const there = memory.get(key)
  if (there !== undefined) return there
  const found = work()
  memory.set(key, found)
  return found
}
const ofResin = (kinetics: CureKinetics) => Object.values(kinetics).join('/')

/** Working time of a cup, min. @example workingMin(fitResin({ potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 }).resin, 120, 19) // 42.09 */
export const workingMin = (kinetics: CureKinetics, massG: number, roomC: number): number =>
  once(`work/${ofResin(kinetics)}/${Math.round(massG)}/${roomC}`, () =>
    workingTime(kinetics, Math.max(1, massG), roomC)
  )

const firmFilmMin = (kinetics: CureKinetics, roomC: number): number =>
  once(`film/${ofResin(kinetics)}/${roomC}`, () => 60 * filmCure(kinetics, roomC, FIRM_ALPHA))

/**
 * Fifth stage: how long each thing takes to become firm, dry or clear in this room: resin from its
 * heat, the rest from labels and the air's thirst.
 */
export function curesStage(
  build: Read<'cures'>,
  stacks: StacksPlan,
  amounts: AmountsPlan,
  shelf: Shelf
): CuresPlan {
  const dry = dryFactor(build.room)
  const landform = onShelf(shelf, 'landform', build.ground.landform)
  const shell = onShelf(shelf, 'shell', build.ground.shell)
  const seal = onShelf(shelf, 'sealer', build.ground.seal)
  const sealing = slowedBy(seal?.sets, build.room)
  const slower = (minutes: number) => Math.round(minutes * dry)
  const ground: CuresPlan['ground'] = {
    landformGlue: Math.round(landform?.glueMin ?? 0),
    shellSet: slower((shell?.setH ?? 0) * 60),
    sealCoat: Math.round((seal?.betweenCoatsMin ?? 0) * sealing),
    sealReady: Math.round((seal?.readyH ?? 0) * 60 * sealing),
    baseDry: slower(USUAL_MIN.baseDry),
    castingSet: slower(USUAL_MIN.castingSet),
    paintDry: slower(USUAL_MIN.paintDry),
    whiteDry: slower(USUAL_MIN.whiteDry),
    washDry: slower(USUAL_MIN.washDry),
    textureDry: slower(USUAL_MIN.textureDry)
  }
  const waters: CuresPlan['waters'] = {}
  const working: CuresPlan['workingMin'] = {}
  for (const water of build.waters) {
    waters[water.id] =
      water.kind === 'pool'
        ? poolCures(
            water,
            build,
            dry,
            stacks.pools.find((s) => s.id === water.id),
            stacks.surfaces.find((s) => s.id === water.id)?.laying,
            shelf
          )
        : movingCures(
            water,
            build,
            dry,
            stacks.forms.find((s) => s.id === water.id),
            shelf
          )
    const resin = water.kind === 'pool' ? onShelf(shelf, 'resin', water.resin) : null
    const largest = Math.max(
      0,
      ...amounts.batches.filter((b) => b.pool === water.id).map((b) => b.massG)
    )
    const minutes = resin && largest > 0 ? timeToWork(resin, largest, build.room.tempC) : null
    if (minutes !== null) working[water.id] = minutes
  }
  const tied: CuresPlan['mixMin'] = {}
  const poured = new Set(amounts.batches.map((b) => b.mix))
  for (const mix of amounts.mixes.filter((m) => m.serves.length > 0 || !poured.has(m.id))) {
    const resin = onShelf(shelf, 'resin', mix.resin)
    const cupG = (mix.aG + mix.bG) / mix.cups.length
    if (resin) tied[mix.id] = timeToWork(resin, cupG, build.room.tempC) ?? 0
  }
  const laid = Object.fromEntries(
    build.laid.map((l) => {
      const ready = layReady(l, build.room, dry, shelf)
      // firm and gelled are its own, not those of the pour that it lies on
      const windows = stacks.laidGel[l.id]?.windows
      const minutes = windows ? { ...windowCures(windows), rippleClear: ready } : {}
      return [l.id, { ...LAID_MIN(dry), layReady: ready, firm: ready, gel: ready, ...minutes }]
    })
  )
  const usual = usualCures(build, dry, shelf)
  return { ground, waters, usual, laid, dryFactor: dry, workingMin: working, mixMin: tied }
}

/** In which minutes a usual coat of a gel takes each touch, for the finest ripple that it keeps. */
const windowsIn = (gel: Gel, room: Build['room'], dry: number): GelWindow[] =>
  windowsOf(gel, gel.coatMm, gel.finestMm, dryInRoom(gel, gel.coatMm, room).touchMin, dry)

/** Waits of a coat of gel and of a cup of resin by themselves. */
function usualCures(build: Read<'cures'>, dry: number, shelf: Shelf): CuresPlan['usual'] {
  const gel = onShelf(shelf, 'gel', USUAL.gel.crests)
  const resin = onShelf(shelf, 'resin', USUAL.resin)
  const ripples = onShelf(shelf, 'gel', USUAL.gel.ripples)
  const holds = gel ? gelHolds(gel, build.room) : 0
  const kinetics = resin && knownKinetics(resin)
  const firm = kinetics ? firmFilmMin(kinetics, build.room.tempC) : NEVER_MIN
  return {
    gel: Math.round(Math.min(NEVER_MIN, firm)),
    propRelease: holds,
    peel: holds,
    formClear: coatClear(USUAL.gel.crests, build.room, shelf),
    rippleClear: coatClear(USUAL.gel.ripples, build.room, shelf),
    ...(ripples ? windowCures(windowsIn(ripples, build.room, dry)) : {})
  }
}

/** How long a cup can be worked, min; null: its label cannot be, which its own finding says. */
function timeToWork(resin: Resin, cupG: number, roomC: number): number | null {
  try {
    return workingMin(resinKinetics(resin), cupG, roomC)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return null
  }
}

/** Waits of single coats that no water may have had before. */
const LAID_MIN = (dry: number): Partial<Record<CureName, number>> => ({
  skinDry: Math.round(USUAL_MIN.skinDry * dry),
  whiteDry: Math.round(USUAL_MIN.whiteDry * dry)
})

/** When a lay that was put in is firm, clear or set, by what it is made of, min. */
function layReady(laid: Laid, room: Build['room'], dry: number, shelf: Shelf): number {
  const way = layWay(laid.way)
  const material = shelf.get(laid.material ?? way?.usual?.coat ?? '')
  switch (material?.kind) {
    case 'gel':
      return coatClear(material.id, room, shelf)
    case 'lacquer':
      return Math.round(material.recoatH * 60 * dry)
    case 'light-resin':
      return COOL_MIN
    case 'resin':
      return Math.round(Math.min(NEVER_MIN, firmFilmMin(resinKinetics(material), room.tempC)))
    case 'sundry':
      return driesIn(way?.lays[0].kind, material.setMin, dry)
    default:
      return 0
  }
}

/** When a lay of paint, of paper or of glue is dry or holds, min: glue does not ask the air. */
function driesIn(kind: LayKind | undefined, labelMin: number | undefined, dry: number): number {
  if (kind === 'paint') return Math.round(dry * (labelMin ?? USUAL_MIN.paintDry))
  if (kind === 'tissue') return Math.round(dry * (labelMin ?? USUAL_MIN.skinDry))
  return labelMin ?? USUAL_MIN.glueHolds
}

const gelHours = (h: number | null | undefined): number =>
  h === null ? NEVER_MIN : Math.min(NEVER_MIN, Math.round((h ?? 0) * 60))
/** A coat of a gel by its usual thickness until it is clear, min. */
const coatClear = (id: string, room: Build['room'], shelf: Shelf): number => {
  const gel = onShelf(shelf, 'gel', id)
  return gel ? gelHours(dryInRoom(gel, gel.coatMm, room).clearH) : 0
}

/** Opening and closing of each touch, by the names that steps wait for. */
function windowCures(windows: readonly GelWindow[]): Partial<Record<CureName, number>> {
  return Object.fromEntries(
    windows
      .filter((w) => w.id !== 'pick')
      .flatMap((w): [CureName, number][] => [
        [`${w.id as 'drag'}Opens`, w.opensMin],
        [`${w.id as 'drag'}Closes`, w.closesMin]
      ])
  )
}

/** Minutes until props may go; where they never may, nobody waits longer than for clear gel. */
function whenPropsGo(releaseH: number | null | undefined, clearMin: number): number {
  if (releaseH === undefined) return 0
  return releaseH === null ? clearMin : gelHours(releaseH)
}

/** What a moving water waits for: its gel, its part, its supports. */
function movingCures(
  water: Moving,
  build: Read<'cures'>,
  dry: number,
  stack: FormStack | undefined,
  shelf: Shelf
): Partial<Record<CureName, number>> {
  const laying = stack?.laying
  const gel = onShelf(shelf, 'gel', water.gel)
  const resin = onShelf(shelf, 'resin', castsWith(build, water)?.resin ?? '')
  const kinetics = resin && knownKinetics(resin)
  const release = stack?.part?.overhang?.releaseH
  const clear = laying ? gelHours(laying.clearH) : coatClear(water.gel, build.room, shelf)
  const stripSet = gel ? gelHolds(gel, build.room) : 0
  const castFirm = kinetics
    ? Math.round(Math.min(NEVER_MIN, firmFilmMin(kinetics, build.room.tempC)))
    : 0
  return {
    ...windowCures(laying?.windows ?? []),
    formClear: Math.max(clear, Math.min(NEVER_MIN, Math.round((water.make.nextCoatH ?? 0) * 60))),
    peel: gelHours(laying?.peelH),
    peelBy: gelHours(laying?.peelByH),
    propRelease: whenPropsGo(release, clear),
    stripSet,
    rippleClear: coatClear(USUAL.gel.ripples, build.room, shelf),
    lightSet: COOL_MIN,
    rubberCoat: USUAL_MIN.rubberCoat,
    rubberSet: USUAL_MIN.rubberSet,
    shellHard: Math.round(USUAL_MIN.shellHard * dry),
    clayDry: Math.round(USUAL_MIN.clayDry * dry),
    castFirm,
    bondHolds: bondHolds(water, build, shelf, { gel: stripSet, resin: castFirm }),
    pasteDry: Math.round(USUAL_MIN.pasteDry * dry),
    whiteDry: Math.round(USUAL_MIN.whiteDry * dry)
  }
}

/** A coat of a gel by its usual thickness until it holds what is hung in it, min. */
const gelHolds = (gel: Gel, room: Build['room']): number =>
  gelHours(hoursUntil(dryInRoom(gel, gel.coatMm, room).curve, HOLDS_AT))

/** Until what fixes a part holds it, min. */
function bondHolds(
  water: Moving,
  build: Read<'cures'>,
  shelf: Shelf,
  own: { gel: number; resin: number }
): number {
  const bond = bondOf(wayOf(water), water.make)
  if (!bond) return 0
  if (bond.holdsMin !== null) return Math.round(bond.holdsMin * slowedBy(bond.sets, build.room))
  const gel = onShelf(shelf, 'gel', bond.material)
  if (gel) return gelHolds(gel, build.room)
  return bond.sets === 'cure' ? own.resin : own.gel
}

function poolCures(
  water: Pool,
  build: Read<'cures'>,
  dry: number,
  stack: PoolStack | undefined,
  surface: Laying | null | undefined,
  shelf: Shelf
): Partial<Record<CureName, number>> {
  const hours = (h: number | undefined) => Math.round((h ?? 0) * 60 * dry)
  const lacquer = onShelf(shelf, 'lacquer', water.skin.lacquer)
  const dam = onShelf(shelf, 'dam', water.dam)
  return {
    ...windowCures(surface?.windows ?? []),
    rippleClear: gelHours(surface?.clearH),
    damSet: Math.round((dam?.setMin ?? 0) * slowedBy(dam?.sets, build.room)),
    leakWait: stack?.dam?.leakTest.waitMin ?? 45,
    dryOut: Math.round(dryOutMin(build.room, build.ground.shellMm, build.ground.sealCoats)),
    lightSet: COOL_MIN,
    skinDry: Math.round(USUAL_MIN.skinDry * dry),
    paintDry: Math.round(USUAL_MIN.paintDry * dry),
    whiteDry: Math.round(USUAL_MIN.whiteDry * dry),
    lacquerCoat: hours(lacquer?.recoatH),
    glossCoat: gelHours(surface?.clearH),
    ...resinCures(water, build, stack, shelf)
  }
}

function resinCures(
  pool: Pool,
  build: Read<'cures'>,
  stack: PoolStack | undefined,
  shelf: Shelf
): Partial<Record<CureName, number>> {
  const heat = stack?.heat
  const resin = onShelf(shelf, 'resin', pool.resin)
  const { fill, tissue } = bodyNeeds(pool.way)
  if (fill === 'light') return { firm: COOL_MIN, gel: COOL_MIN }
  if (!fill) return { firm: tissue ? Math.round(USUAL_MIN.skinDry * dryFactor(build.room)) : 0 }
  if (!heat || !resin) return {}
  const minutes = (value: number | null) => Math.round(Math.min(NEVER_MIN, value ?? NEVER_MIN))
  return {
    chipFirm: minutes(firmFilmMin(resinKinetics(resin), build.room.tempC)),
    gel: minutes(heat.gelMin),
    nextPour: minutes(heat.next.bestMin),
    pourCloses: minutes(heat.next.closesMin),
    firm: minutes(heat.firmMin),
    // a case stays: nothing waits for it to be taken away
    ...(onShelf(shelf, 'dam', pool.dam)?.stays ? {} : { undam: minutes(heat.undamMin) }),
    cured: minutes(heat.curedMin)
  }
}
