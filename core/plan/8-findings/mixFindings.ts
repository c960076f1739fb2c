import { THINNED_IN_ML } from '../../physics/stuff/mixing/drops'
import { ASSUMED_READABILITY_G } from '../../build/newBuild'
import type { Build, Pool } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import {
  DROPS_OFF_SHARE,
  LARGEST_COMFORTABLE_RATIO_ERROR_PCT,
  POURING_MIN,
  SHALLOWEST_POUR_MM
} from './limits'
import type { Finding, Make, Stages } from './types'
import type { PoolAmounts } from '../4-amounts/types'
import { counted, grams, mm, quantity, say } from '../../words/sentence'

/** Cups, scale, drops and working time. */
export function mixFindings(
  build: Build,
  pool: Pool,
  stages: Stages,
  shelf: Shelf,
  make: Make
): Finding[] {
  const amounts = stages.amounts.pools.find((p) => p.pool === pool.id)
  const stack = stages.stacks.pools.find((p) => p.id === pool.id)
  const resin = onShelf(shelf, 'resin', pool.resin)
  if (!amounts || !stack || !resin) return []
  const found: Finding[] = []
  if (amounts.problem) {
    found.push(
      make('cup', {
        severity: 'stop',
        place: 'mix',
        title: `${pool.name}: nothing can be mixed`,
        number: say`${quantity(build.mixing.cupMl, 'ml')} cup`,
        reason: amounts.problem,
        wayOut: 'Give a larger cup on Mix, or less that stays in it.'
      })
    )
  }
  const thinnest =
    stack.layers.length > 0 ? stack.layers[0].toMm - stack.layers[0].fromMm : Infinity
  if (thinnest < SHALLOWEST_POUR_MM) {
    found.push(
      make('thin', {
        severity: 'warn',
        place: 'water',
        title: `${pool.name}: too thin to level`,
        number: mm(thinnest),
        reason: say`A pour under about ${mm(SHALLOWEST_POUR_MM)} pulls away from edges and dries in islands.`,
        wayOut: 'Raise the level, or paint and gloss instead of pouring.'
      })
    )
  }
  if (amounts.worstRatioErrorPct > LARGEST_COMFORTABLE_RATIO_ERROR_PCT) {
    found.push(
      make('readability', {
        // nobody is warned of a scale that was only assumed
        severity: build.mixing.readabilityG === ASSUMED_READABILITY_G ? 'aside' : 'warn',
        place: 'mix',
        title: `${pool.name}: the scale is too coarse for the smallest cup`,
        number: `${amounts.worstRatioErrorPct.toFixed(1)} % off in one step`,
        reason: say`One step of ${quantity(build.mixing.readabilityG, 'g', 3)}${build.mixing.readabilityG === ASSUMED_READABILITY_G ? ' (assumed until you say otherwise)' : ''} shifts the ratio more than ${LARGEST_COMFORTABLE_RATIO_ERROR_PCT} %.`,
        wayOut: 'Mix several pours’ worth together, or weigh on a finer scale.'
      })
    )
  }
  const batches = stages.amounts.batches.filter((b) => b.pool === pool.id)
  const worst = batches
    .flatMap((b) =>
      Object.entries(b.dropsExact).map(([id, exact]) => ({
        id,
        exact,
        whole: b.drops[id],
        pour: b.pour
      }))
    )
    .filter((d) => d.exact > 0 && Math.abs(d.whole - d.exact) / d.exact > DROPS_OFF_SHARE)[0]
  const together = amounts.tintAll.find(
    (t) => worst && t.pours[0] <= worst.pour && worst.pour <= t.pours[1]
  )
  if (worst && together && pool.tinting === 'batch-by-batch') {
    const name = shelf.get(worst.id)?.name ?? worst.id
    found.push(
      make('drops', {
        // counted with thinned tint it comes out even
        severity: 'note',
        place: 'mix',
        title: `${pool.name}: ${name.toLowerCase()} won't come out even`,
        number: `${worst.exact.toFixed(1)} drops, so ${worst.whole}`,
        reason: `Pour ${worst.pour} is so small that a whole drop is a large step; a seam will show between the layers.`,
        wayOut: `Tint all ${together.aG.toFixed(0)} g of part A${amounts.tintAll.length > 1 ? ` of pours ${together.pours.join(' to ')}` : ''} at once with ${counted(together.drops[worst.id], 'drop')}, and weigh every cup from that; or count the part of a drop as thinned tint, as Mix says.`,
        mend: { label: 'Tint all at once', pool: pool.id, change: { tinting: 'all-at-once' } }
      })
    )
  }
  const least = amounts.tintAll
    .flatMap((band) => Object.entries(band.exact).map(([id, exact]) => ({ id, exact, band })))
    .find(({ id, exact, band }) => exact > 0 && band.drops[id] === 0)
  if (least) found.push(noWholeDrop(pool, least, shelf.get(least.id)?.name ?? least.id, make))
  const working = stages.cures.workingMin[pool.id]
  const hands = resin.stirMin + resin.standMin + POURING_MIN
  const biggest = Math.max(0, ...batches.map((b) => b.cups))
  if (working !== undefined && batches.length > 0 && hands > working) {
    found.push(
      make('working-time', {
        severity: 'warn',
        place: 'mix',
        title: `${pool.name}: the resin sets before it is poured`,
        number: `${Math.round(working)} min to work, ${hands} needed`,
        reason: say`At ${quantity(build.room.tempC, '°C')} a cup this full leaves ${Math.round(working)} min from the first stir.`,
        wayOut: 'Smaller cups, a cooler room or a slower resin.'
      })
    )
  } else if (biggest > 1) {
    found.push(
      make('cups', {
        severity: 'aside',
        place: 'mix',
        title: `${pool.name}: ${biggest} cups in one pour`,
        number: `${biggest} cups`,
        reason: say`A batch stays under ${grams(resin.batchMaxG)} and the cup under three quarters full.`,
        wayOut: `Pour each while the one before is still wet: you have ${Math.round(working ?? 0)} min.`
      })
    )
  }
  return found
}

/** Less than half a drop is no drop: the pour would come out without it. */
function noWholeDrop(
  pool: Pool,
  { exact, band }: { exact: number; band: PoolAmounts['tintAll'][number] },
  tint: string,
  make: Make
): Finding {
  const [first, last] = band.pours
  const ofPours = first === last ? `pour ${first}` : `pours ${first} to ${last}`
  return make('no-drop', {
    // a small pool by the usual dose comes to this, and Mix counts it as thinned tint
    severity: 'aside',
    place: 'mix',
    title: `${pool.name}: ${tint.toLowerCase()} comes to less than half a drop`,
    number: `${exact.toFixed(2)} drops for ${ofPours}`,
    reason: 'Rounded to whole drops that is none, and it comes out without.',
    wayOut: say`Stir 1 drop into ${quantity(THINNED_IN_ML, 'ml')} of part A and take ${quantity(exact * THINNED_IN_ML, 'ml')} of that in place of as much A, or dose it higher.`
  })
}

/** Tints that a pool is dosed with and that nobody has. */
export function tintFindings(pool: Pool, shelf: Shelf, make: Make): Finding[] {
  const doses = pool.bands.length > 0 ? pool.bands.flatMap((b) => b.tints) : pool.tints
  return [...new Set(doses.map((d) => d.id))]
    .filter((id) => !onShelf(shelf, 'tint', id))
    .map((id) =>
      make(`no-tint-${id}`, {
        severity: 'warn',
        place: 'build-up',
        title: `${pool.name}: the shelf has no tint “${id}”`,
        number: '0 drops of it',
        reason: 'It is left out of every cup: the water comes out paler than it was meant.',
        wayOut: 'Choose another on Build-up, or enter its bottle on Shelf.'
      })
    )
}
