import { wavesOf } from '../../build/crests'
import type { Mend } from '../../build/mend'
import {
  fallsOf,
  poolsOf,
  reachesOf,
  seasOf,
  splashesOf,
  type Boulder,
  type Build,
  type Standing
} from '../../build/types'
import { MOODS } from '../../physics/water/hydraulics/drop'
import { wavelength } from '../../physics/water/waves/linear'
import { halvedTo } from '../../physics/solve/halving'
import { realM } from '../../physics/shape/units'
import { wayFor } from '../../craft/ways/catalog'
import { mm, plain, quantity, say, type Sentence } from '../../words/sentence'
import type { Plan } from '../derivePlan'
import { radians } from '../../physics/shape/angles'

/** One thing a good friend would say on seeing the water, and what would change it at a click. */
export interface Remark {
  id: string
  water: string
  /** What is seen. */
  title: Sentence
  /** Why it looks wrong. */
  why: Sentence
  mend: Mend
  /** How much it spoils the look, 0 to 1: the worst comes first. */
  weight: number
}

/** A friend says no more than so much at once. */
export const MOST_REMARKS = 7

/**
 * Whether all that moves belongs together: directions, spacing, white, lips, ripples, spray, colour,
 * repeats and how much goes on at all. What is judged by eye is common practice, no source.
 *
 * @returns the worst first, at most seven; none: it belongs together
 */
export function together(build: Build, plan: Plan): Remark[] {
  return [
    ...directions(build),
    ...spacings(build, plan),
    ...whites(build, plan),
    ...lips(build, plan),
    ...landings(plan),
    ...ripples(build),
    ...thrown(build, plan),
    ...colours(build, plan),
    ...repeats(build),
    ...tooMuch(build, plan)
  ]
    .toSorted((a, b) => b.weight - a.weight || a.id.localeCompare(b.id))
    .slice(0, MOST_REMARKS)
}

const apartDeg = (a: number, b: number) => Math.abs(((((a - b) % 360) + 540) % 360) - 180)
/** Waves under one wind differ by no more than headlands bend them, degrees. */
const ONE_WIND_DEG = 30

/** Seas on one base come from one wind. */
function directions(build: Build): Remark[] {
  const [first, ...others] = wavesOf(build)
  return others
    .filter((sea) => apartDeg(sea.headingDeg, first.headingDeg) > ONE_WIND_DEG)
    .map((sea) => {
      const apart = apartDeg(sea.headingDeg, first.headingDeg)
      return {
        id: `direction:${sea.id}`,
        water: sea.id,
        title: `${sea.name} runs ${Math.round(apart)}° across ${first.name}`,
        why: 'One wind raises all the waves of a scene; they bend to a shore, but never cross like this.',
        mend: {
          label: `Turn it to ${first.name}`,
          sea: sea.id,
          change: { headingDeg: first.headingDeg }
        },
        weight: 0.5 + apart / 400
      }
    })
}

/** Crests on the base: fewer read as a swell that somebody forgot, more as ploughed land. */
const [FEWEST, MOST] = [0.6, 16]
/** What is aimed at instead. */
const GOOD_CRESTS = 4

function spacings(build: Build, plan: Plan): Remark[] {
  return wavesOf(build).flatMap((sea) => {
    const form = plan.forms.seas.find((s) => s.id === sea.id)
    const pool = poolsOf(build).find((p) => p.id === sea.pool)
    if (!form || !pool || form.faults.length > 0 || sea.drive !== 'breaker') return []
    const h = radians(sea.headingDeg)
    const along = pool.outline.map((c) => c.x * Math.cos(h) + c.y * Math.sin(h))
    const reachMm = Math.max(...along) - Math.min(...along)
    const spacingMm = form.spacingMm.atBreak ?? form.spacingMm.offshore
    const crests = reachMm / spacingMm
    if (!(crests > 0) || (crests >= FEWEST && crests <= MOST)) return []
    const wantedM = realM(reachMm / GOOD_CRESTS, plan.forms.scale)
    const shorter = (periodS: number) => wavelength(periodS, form.offshoreM) < wantedM
    const periodS = Math.round(10 * halvedTo(0.5, 30, shorter)) / 10
    // so short a wave may not stand: then its height is another matter
    if (Math.abs(periodS - sea.periodS) < 0.1) return []
    return [
      {
        id: `spacing:${sea.id}`,
        water: sea.id,
        title:
          crests < FEWEST
            ? `${sea.name}: one crest reaches across the whole base`
            : `${sea.name}: ${Math.round(crests)} crests lie one behind the other`,
        why:
          crests < FEWEST
            ? say`They lie ${mm(spacingMm)} apart on ${mm(reachMm)} of water: a single slope reads as a bank, not as a sea.`
            : say`They lie ${mm(spacingMm)} apart: so many alike read as ploughed land.`,
        mend: {
          label: `A wave every ${plain(periodS)} s`,
          sea: sea.id,
          change: { periodS }
        },
        weight: crests < FEWEST ? 0.35 : 0.45
      }
    ]
  })
}

/** Whitecaps over more of the water than this is a storm, %. */
const STORM_PCT = 4
/** What is aimed at: a fresh breeze, m/s. */
const BREEZE_MS = 9
/** Over more than this share of a run white hides the water, %. */
const ALL_WHITE_PCT = 75
/** So much more white than the water makes is seen, %. */
const TOO_WHITE_PCT = 15

function whites(build: Build, plan: Plan): Remark[] {
  const caps = wavesOf(build).flatMap((sea): Remark[] => {
    const pct = plan.forms.seas.find((s) => s.id === sea.id)?.whitecapPct ?? 0
    if (pct <= STORM_PCT) return []
    return [
      {
        id: `storm:${sea.id}`,
        water: sea.id,
        title: say`${sea.name}: white all over, in a wind of ${quantity(sea.windMS, 'm/s')}`,
        why: `${Math.round(pct)} % of the open water is whitecaps: nothing of the breaking crest stands out.`,
        mend: {
          label: say`A wind of ${quantity(BREEZE_MS, 'm/s')}`,
          sea: sea.id,
          change: { windMS: BREEZE_MS }
        },
        weight: 0.4 + pct / 100
      }
    ]
  })
  const next = MOODS[MOODS.indexOf(build.flow.mood) - 1]
  const runs = reachesOf(build).flatMap((reach): Remark[] => {
    const pct = plan.forms.white.waters.find((w) => w.water === reach.id)?.sharePct ?? 0
    if (pct <= ALL_WHITE_PCT || build.flow.dischargeM3S !== null || !next) return []
    return [
      {
        id: `all-white:${reach.id}`,
        water: reach.id,
        title: `${reach.name} is white from bank to bank`,
        why: `${Math.round(pct)} % of it is torn: dark water between the white is what makes white look wet.`,
        mend: { label: `Less water: ${next}`, flow: { mood: next } },
        weight: 0.3 + pct / 300
      }
    ]
  })
  const yours = plan.amounts.white.shares.flatMap((share): Remark[] => {
    if (share.yoursPct === null || share.yoursPct <= share.formPct + TOO_WHITE_PCT) return []
    const name = build.waters.find((w) => w.id === share.water)?.name ?? share.water
    const others = build.finish.yours.filter((y) => y.water !== share.water)
    return [
      {
        id: `too-white:${share.water}`,
        water: share.water,
        title: `${name}: more white than this water tears`,
        why: `Yours is ${Math.round(share.yoursPct)} %, the water’s own ${Math.round(share.formPct)} %: it hides the shape under it.`,
        mend: {
          label: `Take it back to ${Math.round(share.formPct)} %`,
          finish: { yours: [...others, { water: share.water, pct: Math.round(share.formPct) }] }
        },
        weight: 0.5 + (share.yoursPct - share.formPct) / 200
      }
    ]
  })
  return [...caps, ...runs, ...yours]
}

/** A lip is glassy for at least this share of its sheet, or it looks like cotton hung over an edge. */
const GLASSY_SHARE = 0.08

function lips(build: Build, plan: Plan): Remark[] {
  const more = MOODS[MOODS.indexOf(build.flow.mood) + 1]
  return fallsOf(build).flatMap((fall): Remark[] => {
    const form = plan.forms.falls.find((f) => f.id === fall.id)
    if (!form?.curve || form.share === null || !more || build.flow.dischargeM3S !== null) return []
    const share = form.curve.glassyMm / form.curve.arcMm
    if (share >= GLASSY_SHARE) return []
    return [
      {
        id: `lip:${fall.id}`,
        water: fall.id,
        title: `${fall.name} is white from its lip on`,
        why: say`Only ${mm(form.curve.glassyMm)} of ${mm(form.curve.arcMm)} is glassy: water leaves a lip like glass, and tears on its way down.`,
        mend: { label: `More water: ${more}`, flow: { mood: more } },
        weight: 0.45
      }
    ]
  })
}

/** A fall that misses the rocks under it is a finding with a way out already. */
const landings = (plan: Plan): Remark[] =>
  plan.findings.flatMap((f) =>
    f.id.startsWith('missed:') && f.mend && f.water
      ? [{ id: f.id, water: f.water, title: f.title, why: f.reason, mend: f.mend, weight: 0.55 }]
      : []
  )

/** One kind of ripples on one water. docs/trade.md O5. Common practice, no source. */
function ripples(build: Build): Remark[] {
  return poolsOf(build).flatMap((pool) => {
    const laid = build.laid.filter((l) => l.stack === pool.id && wayFor('coat', l.way)?.ripples)
    const last = laid.at(-1)
    if (laid.length < 2 || !last) return []
    return [
      {
        id: `ripples:${pool.id}`,
        water: pool.id,
        title: `${pool.name} is rippled in ${laid.length} ways`,
        why: 'One wind makes one kind of ripple on one water.',
        mend: { label: 'Leave the last of them out', takeOut: last.id },
        weight: 0.5
      }
    ]
  })
}

/** A wave thrown up a wall goes no more than so many of its heights. Common practice, no source. */
const UP_A_WALL = 7

function thrown(build: Build, plan: Plan): Remark[] {
  const highest = Math.max(0, ...plan.forms.seas.map((s) => s.breakerMm))
  return splashesOf(build).flatMap((splash): Remark[] => {
    const form = plan.forms.splashes.find((s) => s.id === splash.id)
    const fits = Math.floor(UP_A_WALL * highest)
    if (!form || splash.cause !== 'wall' || !(highest > 0) || form.heightMm <= fits + 0.5) return []
    return [
      {
        id: `thrown:${splash.id}`,
        water: splash.id,
        title: `${splash.name} goes ${Math.round(form.heightMm / highest)} times as high as its wave`,
        why: say`Waves here are ${mm(highest)} high: what they throw up a wall is ${mm(fits)} at most.`,
        mend: { label: say`${mm(fits)} high`, splash: splash.id, change: { heightMm: fits } },
        weight: 0.4 + Math.min(0.3, form.heightMm / fits / 20)
      }
    ]
  })
}

/** Less of the bed than this at a fifth of the depth, %: the shore looks painted on. */
const SHORE_SHOWS_PCT = 12

function colours(build: Build, plan: Plan): Remark[] {
  return poolsOf(build).flatMap((pool): Remark[] => {
    const stack = plan.stacks.pools.find((s) => s.id === pool.id)
    const shore = stack?.colours?.swatches[1]
    if (!shore || pool.tints.length === 0 || shore.bedShowsPct >= SHORE_SHOWS_PCT) return []
    const tints = pool.tints.map((t) => ({
      ...t,
      dropsPer100G: Math.max(0.5, Math.round(t.dropsPer100G) / 2)
    }))
    return [
      {
        id: `murky:${pool.id}`,
        water: pool.id,
        title: say`${pool.name}: the bed is lost ${mm(shore.depthMm)} from the surface`,
        why: `${Math.round(shore.bedShowsPct)} % of it shows there: water this strong in colour reads as paint.`,
        mend: { label: 'Half as many drops', pool: pool.id, change: { tints } },
        weight: 0.4
      }
    ]
  })
}

/** Rocks of the same measure are the same casting to the eye. */
const twins = <T extends { widthMm: number; heightMm: number }>(rocks: readonly T[]): T[] =>
  rocks.filter((a, i) =>
    rocks.slice(0, i).some((b) => b.widthMm === a.widthMm && b.heightMm === a.heightMm)
  )
/** Larger and smaller by turns, so that no two are alike. */
const VARIED = [0.78, 1.24, 0.9, 1.12, 0.7, 1.35]
const tenth = (value: number) => Math.round(value * 10) / 10
function varied<T extends Boulder | Standing>(rocks: readonly T[], alike: readonly T[]): T[] {
  return rocks.map((rock) => {
    const i = alike.indexOf(rock)
    if (i < 0) return rock
    const times = VARIED[i % VARIED.length]
    return {
      ...rock,
      widthMm: tenth(rock.widthMm * times),
      heightMm: tenth(rock.heightMm * (2 - times))
    }
  })
}

function repeats(build: Build): Remark[] {
  const said = (water: { id: string; name: string }, count: number, mend: Mend): Remark => ({
    id: `repeats:${water.id}`,
    water: water.id,
    title: `${water.name}: the same rock ${count + 1} times`,
    why: 'The eye finds twins at once, and then sees castings.',
    mend,
    weight: 0.3 + Math.min(0.2, count / 20)
  })
  const runs = reachesOf(build).flatMap((reach) => {
    const alike = twins(reach.boulders)
    if (alike.length === 0) return []
    const boulders = varied(reach.boulders, alike)
    return [
      said(reach, alike.length, {
        label: 'Make them differ',
        reach: reach.id,
        change: { boulders }
      })
    ]
  })
  const stones = poolsOf(build).flatMap((pool) => {
    const alike = twins(pool.standing.filter((t) => t.shape === 'stone'))
    if (alike.length === 0) return []
    const standing = varied(pool.standing, alike)
    return [
      said(pool, alike.length, { label: 'Make them differ', pool: pool.id, change: { standing } })
    ]
  })
  return [...runs, ...stones]
}

/** More kinds of movement than this on one base, and the eye rests nowhere. */
const MOST_KINDS = 3
/** More things that throw water up than this on one base. */
const MOST_SPLASHES = 3

/** Falls, rapids, seas and splashes all on one small base: one of them is to go. */
function tooMuch(build: Build, plan: Plan): Remark[] {
  const moving = [
    ['falls', fallsOf(build).length],
    ['rapids', reachesOf(build).length],
    ['waves', seasOf(build).length],
    ['splashes', splashesOf(build).length]
  ] as const
  const there = moving.filter(([, count]) => count > 0)
  const many = splashesOf(build).length > MOST_SPLASHES
  const [least] = plan.forms.splashes.toSorted((a, b) => a.heightMm - b.heightMm)
  const splash = splashesOf(build).find((s) => s.id === least?.id)
  if ((there.length <= MOST_KINDS && !many) || !splash) return []
  return [
    {
      id: `too-much:${splash.id}`,
      water: splash.id,
      title: many
        ? `${splashesOf(build).length} splashes on one base`
        : `Everything moves: ${there.map(([name]) => name).join(', ')}`,
      why: say`One movement leads, another answers; of all, ${splash.name} is seen least, ${mm(least.heightMm)} high.`,
      mend: { label: `Leave ${splash.name} out`, remove: splash.id },
      weight: 0.32
    }
  ]
}
