import type { Build, Pool } from '../../build/types'
import { coverMl } from '../../physics/stuff/mixing/mix'
import { insideRing, type Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import type { PoolGround } from '../1-ground/poolGround'
import { ON_THE_BOARD_MM } from './bedFindings'
import { UNSURE_SHARE } from './limits'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Finding, Make } from './types'
import { counted, joined, mm, quantity, say } from '../../words/sentence'

export function levelFindings(pool: Pool, ground: PoolGround, make: Make): Finding[] {
  const found: Finding[] = []
  const hasDam = pool.outline.some((c) => c.edge === 'dam')
  const hasShore = pool.outline.some((c) => c.edge === 'shore')
  if (ground.maxDepthMm <= 0) {
    found.push(
      make('below-ground', {
        severity: 'stop',
        place: 'water',
        title: `${pool.name}: the water lies below the ground`,
        number: say`${mm(pool.levelMm)} against ${mm(ground.lowestMm)}`,
        reason: 'The level is under the lowest sounding, so nothing is wet.',
        wayOut: say`Raise the level above ${mm(ground.lowestMm)}.`
      })
    )
  }
  if (hasDam && pool.levelMm > pool.damTopMm) {
    found.push(
      make('above-dam', {
        severity: 'stop',
        place: 'water',
        title: `${pool.name}: the water stands above the dam`,
        number: say`${mm(pool.levelMm - pool.damTopMm)} over`,
        reason: say`The dam's top is at ${mm(pool.damTopMm)}.`,
        wayOut: 'Lower the level or build the dam higher.'
      })
    )
  }
  const lowShore = pool.outline.reduce(
    (low, c) => (c.edge === 'shore' ? Math.min(low, c.z ?? pool.brimMm) : low),
    Infinity
  )
  if (hasShore && pool.levelMm > lowShore + 1e-9) {
    found.push(
      make('above-brim', {
        severity: 'warn',
        place: 'water',
        title: `${pool.name}: the water would run over its shore`,
        number: say`${mm(pool.levelMm - lowShore)} over`,
        reason: say`The shore was drawn at ${mm(lowShore)}; resin climbs while it settles and a flat beach drowns fast.`,
        wayOut: 'Lower the level, raise the brim, or draw the shore farther out.'
      })
    )
  }
  return found
}

/** Where there is no landform, beds lie on the board; what stands above it is said. */
export function bareFindings(build: Build, { pools }: GroundPlan, shelf: Shelf): Finding[] {
  if (onShelf(shelf, 'landform', build.ground.landform)?.hatch !== 'none') return []
  const measured = pools.filter((p) => p.surface)
  const lowest = Math.min(...measured.map((p) => p.lowestMm))
  return measured
    .filter((p) => p.lowestMm >= ON_THE_BOARD_MM)
    .map((p): Finding => ({
      id: `nothing-under:${p.id}`,
      severity: 'warn',
      place: 'ground',
      water: p.id,
      title: `Nothing stands under ${build.waters.find((w) => w.id === p.id)?.name}`,
      number: say`${mm(p.lowestMm)} above the board`,
      reason: 'There is no landform, and its lowest dip was measured above the board.',
      wayOut: 'Set its bed down on the board, or choose what it stands on.',
      ...(lowest >= ON_THE_BOARD_MM
        ? { mend: { label: 'Set all of it on the board', raiseAllMm: -lowest } }
        : {})
    }))
}

export function soundingFindings(pool: Pool, ground: PoolGround, make: Make): Finding[] {
  const dips = pool.soundings.map(([x, y]): Point2 => [x, y])
  if (dips.length < 3) {
    return [
      make('few-dips', {
        severity: 'note',
        place: 'ground',
        title: `${pool.name}: only ${counted(dips.length, 'sounding')}`,
        number: quantity(ground.volumeMl, 'ml', 0),
        reason: 'Between soundings the ground is taken to be straight.',
        wayOut: 'Dip the skewer at the deepest place and wherever the slope changes.'
      })
    ]
  }
  const [a] = dips
  const b = dips.reduce(
    (far, p) =>
      Math.hypot(p[0] - a[0], p[1] - a[1]) > Math.hypot(far[0] - a[0], far[1] - a[1]) ? p : far,
    a
  )
  const length = Math.hypot(b[0] - a[0], b[1] - a[1])
  const off = Math.max(
    ...dips.map(
      (p) => Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length
    )
  )
  if (off > length * 0.02) return []
  return [
    make('one-line', {
      severity: 'warn',
      place: 'ground',
      title: `${pool.name}: all soundings lie on one line`,
      number: `${dips.length} soundings`,
      reason: 'To either side of that line the ground is a guess.',
      wayOut: 'Dip a few times off the line.'
    })
  ]
}

/** How sure the volume is, and what stands in it. */
export function measuringFindings(pool: Pool, ground: PoolGround, make: Make): Finding[] {
  const found: Finding[] = []
  const share = ground.volumeMl > 0 ? coverMl(ground.sdMl) / ground.volumeMl : 0
  if (share > UNSURE_SHARE) {
    found.push(
      make('unsure', {
        severity: 'warn',
        place: 'ground',
        at: ground.nextDip?.at,
        title: `${pool.name}: the dips leave the volume open`,
        number: quantity([ground.volumeMl, ground.sdMl], 'ml', 0, ' ± '),
        reason:
          'Between dips the bed may go either way; the mix covers the upper end, and that much may be left over.',
        wayOut: ground.nextDip
          ? say`Dip next at ${mm(ground.nextDip.at[0])}, ${mm(ground.nextDip.at[1])}: it brings ± ${quantity(ground.sdMl, 'ml', 0)} down to ± ${quantity(ground.nextDip.sdLeftMl, 'ml', 0)}.`
          : 'Dip a few times more.'
      })
    )
  }
  const widest = [...pool.standing].sort((a, b) => b.widthMm * b.depthMm - a.widthMm * a.depthMm)[0]
  if (widest && ground.volumeMl <= 0 && pool.levelMm > ground.lowestMm)
    found.push(
      make('no-room', {
        severity: 'warn',
        place: 'ground',
        at: [widest.x, widest.y],
        title: `${pool.name}: ${widest.name} leaves no room for water`,
        number: say`${mm(widest.widthMm)} × ${mm(widest.depthMm)}`,
        reason: 'What stands in the pool takes up all that could be poured.',
        wayOut: `Measure ${widest.name} again: its width and depth are those at the water.`
      })
    )
  for (const thing of pool.standing) {
    if (insideRing([thing.x, thing.y], ground.ring)) continue
    found.push(
      make(`outside-${thing.id}`, {
        severity: 'warn',
        place: 'ground',
        at: [thing.x, thing.y],
        title: `${pool.name}: ${thing.name} stands outside the water`,
        number: say`${mm(thing.x)}, ${mm(thing.y)}`,
        reason: 'What stands on the bank takes nothing away from the pour.',
        wayOut: 'Move it into the outline, or take it off the list.'
      })
    )
  }
  return found
}

/** The base and the ways between pools. */
export function baseFindings(build: Build, { shims, joins }: GroundPlan): Finding[] {
  const found: Finding[] = []
  const ends = [shims.x, shims.y].filter((s) => s !== null)
  if (ends.length > 0) {
    found.push({
      id: 'out-of-level',
      severity: 'warn',
      place: 'ground',
      water: null,
      title: 'The base is out of level',
      number: joined(
        ends.map((s) => mm(s.shimMm)),
        ' and '
      ),
      reason:
        'Resin finds its own level: it pours a wedge, deep at the low end. Volumes and layers here count it in.',
      wayOut: say`${joined(
        ends.map((s) => say`Put ${mm(s.shimMm)} under the ${s.end} edge`),
        '; '
      )}.`
    })
  }
  const name = (id: string) => build.waters.find((w) => w.id === id)?.name ?? id
  for (const join of joins) {
    const way = join.kind === 'cave' ? 'cave' : 'lip'
    const base = { id: `join:${join.id}`, place: 'water' as const, water: join.upper }
    if (join.state === 'over') {
      const upper = build.waters.find((w) => w.id === join.upper)
      found.push({
        ...base,
        severity: 'stop',
        title: `${name(join.upper)} would run off into ${name(join.lower)}`,
        number: say`${mm((upper?.kind === 'pool' ? upper.levelMm : 0) - join.sillMm)} over the sill`,
        reason: say`The ${way} between them is open above ${mm(join.sillMm)}, and ${name(join.lower)} stands lower than that.`,
        wayOut: say`Lower ${name(join.upper)} to ${mm(join.sillMm)}, plug the ${way} until it has set, or raise ${name(join.lower)}.`
      })
    } else if (join.state === 'apart') {
      found.push({
        ...base,
        severity: 'stop',
        title: `${name(join.upper)} and ${name(join.lower)} are one water with two levels`,
        number: mm(join.sillMm),
        reason: `Both stand over the sill of the ${way}, so they will level out.`,
        wayOut: 'Give them one level, or raise the sill.'
      })
    } else if (join.state === 'one') {
      found.push({
        ...base,
        severity: 'note',
        title: `${name(join.lower)} and ${name(join.upper)} rise as one above the ${way}`,
        number: mm(join.sillMm),
        reason: 'Below the sill each fills for itself, above it both together.',
        wayOut: `Pour ${name(join.lower)} to the sill first, then both from one batch.`
      })
    }
  }
  return found
}

/** Points of the outline that lie off the base. */
export const offBase = (build: Build, pool: Pool): Point2 | null => {
  const outside = pool.outline.find(
    (c) => c.x < 0 || c.y < 0 || c.x > build.base.widthMm || c.y > build.base.depthMm
  )
  return outside ? [outside.x, outside.y] : null
}
